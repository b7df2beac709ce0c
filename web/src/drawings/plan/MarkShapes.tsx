import type { MarkKind, Path } from '@upright-elder/core/map';
import { memo } from 'react';
import type { Paper } from './paper.js';

export interface DrawnOnPlan {
  id: string;
  kind: MarkKind;
  path: Path;
  /** its points go round a place */
  round: boolean;
  /** live damage is drawn in sealing wax, anything quiet in ink */
  live: boolean;
  chosen: boolean;
  name: string;
}

/** Marks on their face: a line for what runs, an outline for what covers a place, a ring for a single point. */
export const MarkShapes = memo(function MarkShapes({
  marks,
  paper,
  onChoose,
}: {
  marks: readonly DrawnOnPlan[];
  paper: Paper;
  onChoose?: (id: string) => void;
}) {
  return marks.map((mark) => <MarkShape key={mark.id} mark={mark} paper={paper} onChoose={onChoose} />);
});

function MarkShape({
  mark: { id, kind, path, round, live, chosen, name },
  paper: { at, d },
  onChoose,
}: {
  mark: DrawnOnPlan;
  paper: Paper;
  onChoose?: (id: string) => void;
}) {
  const [x, y] = at(path[0]!);
  const ink = live ? 'var(--wax)' : 'currentColor';
  return (
    <g
      data-mark={id}
      onPointerUp={(event) => onChoose && (event.stopPropagation(), onChoose(id))}
      className={onChoose ? 'cursor-pointer' : undefined}
    >
      <title>{name}</title>
      {path.length === 1 && <circle cx={x} cy={y} r="6" fill="none" stroke={ink} strokeWidth="2" />}
      {/* a finger is broader than a crack */}
      <path d={d(path, round)} fill="none" stroke="transparent" strokeWidth="16" strokeLinecap="round" />
      <path
        d={d(path, round)}
        fill={round ? ink : 'none'}
        fillOpacity="0.12"
        stroke={ink}
        strokeWidth={kind === 'separation' || kind === 'bridge gap' ? 5 : chosen ? 3 : 2}
        strokeDasharray={kind === 'separation' || kind === 'bridge gap' ? '3 3' : undefined}
        strokeLinecap="round"
      />
      {live && <path d={`M${x} ${y - 6}l5 6-5 6-5-6z`} fill="var(--wax)" />}
      {chosen && <circle cx={x} cy={y} r="4" fill="var(--verdigris)" />}
    </g>
  );
}
