import type { Brace, Face, Path, Plan, Rectangle } from '@upright-elder/core/map';
import { memo } from 'react';
import { mm, type Paper } from './paper.js';

const corners = ({ from, to, halfWidth }: Rectangle): Path => [
  [-halfWidth, from],
  [halfWidth, from],
  [halfWidth, to],
  [-halfWidth, to],
];

interface Props {
  plan: Plan;
  face: Face;
  paper: Paper;
  chosen: string | null;
  onChoose?: (part: string) => void;
}

/** What belongs to the top or the back: hole, plate, braces by their own width, bridge and saddle line. */
export const BodyParts = memo(function BodyParts({ plan, face, paper, chosen, onChoose }: Props) {
  const { at, d } = paper;
  if (face === 'back')
    return plan.backBraces.map((brace) => (
      <BraceLine key={brace.id} {...{ brace, paper, onChoose }} chosen={brace.id === chosen} behind />
    ));
  if (face !== 'top' && face !== 'top inside') return null;
  const inside = face === 'top inside';
  const { bridge } = plan;
  return (
    <>
      {plan.holes.map((hole, i) =>
        hole.kind === 'round' ? (
          <circle
            key={i}
            cx={at(hole.centre)[0]}
            cy={at(hole.centre)[1]}
            r={mm(hole.radius)}
            fill="var(--sunk)"
            stroke="currentColor"
            strokeWidth="1.2"
          />
        ) : (
          <path
            key={i}
            d={d(hole.path)}
            fill="none"
            stroke="var(--faint)"
            strokeWidth={mm(hole.width)}
            strokeLinecap="round"
            opacity="0.5"
          />
        ),
      )}
      {inside && plan.plate && (
        <path d={d(corners(plan.plate), true)} fill="var(--sunk)" stroke="currentColor" strokeWidth="0.8" />
      )}
      {inside &&
        plan.braces.map((brace) => (
          <BraceLine key={brace.id} {...{ brace, paper, onChoose }} chosen={brace.id === chosen} />
        ))}
      <path
        d={d(corners(bridge), true)}
        fill={inside ? 'none' : 'var(--faint)'}
        fillOpacity="0.55"
        stroke="currentColor"
        strokeWidth="0.8"
        strokeDasharray={inside ? '4 3' : undefined}
      />
      <path
        d={d([
          [-bridge.halfWidth * 0.5, bridge.saddleAt],
          [bridge.halfWidth * 0.5, bridge.saddleAt],
        ])}
        stroke="currentColor"
        strokeWidth="1.4"
      />
    </>
  );
});

function BraceLine({
  brace,
  paper,
  chosen,
  behind = false,
  onChoose,
}: {
  brace: Brace;
  paper: Paper;
  chosen: boolean;
  /** glued to the other side of what is seen */
  behind?: boolean;
  onChoose?: (id: string) => void;
}) {
  return (
    <g
      onPointerUp={(event) => onChoose && (event.stopPropagation(), onChoose(brace.id))}
      className={onChoose ? 'cursor-pointer' : undefined}
    >
      <title>{brace.name}</title>
      <path
        d={paper.d(brace.path)}
        fill="none"
        stroke={chosen ? 'var(--verdigris)' : 'var(--faint)'}
        strokeWidth={mm(brace.width)}
        strokeDasharray={behind ? '5 3' : undefined}
        opacity={chosen ? 0.8 : behind ? 0.3 : 0.45}
        strokeLinejoin="round"
      />
    </g>
  );
}
