import {
  faceSheet,
  faultsOf,
  handlesOf,
  type Face,
  type NeckSize,
  type PartHandle,
  type Path,
  type BodyPlan,
  type Point,
} from '@upright-elder/core/body-plan';
import {
  bodyParts,
  boxOf,
  markPart,
  markWords,
  mm,
  PAGE_INKS,
  paperOf,
  sheetParts,
  type DrawnOnPlan,
} from '@upright-elder/drawings';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { DrawnParts } from '../Drawn.js';
import { useLetter } from '../useLetter.js';
import { useZoom } from '../useZoom.js';

interface Props {
  plan: BodyPlan;
  face: Face;
  neck: NeckSize;
  /** the strings end at one */
  tailpiece?: boolean;
  marks: readonly DrawnOnPlan[];
  /** the part that is corrected, with its handles */
  part?: string | null;
  /** the path that is being set, and where the cross-hair stands */
  pending?: Path;
  cursor?: Point | null;
  hints?: readonly Point[];
  label: string;
  onPoint?: (point: Point) => void;
  onChooseMark?: (id: string) => void;
  onChoosePart?: (part: string) => void;
  /** a handle of the chosen part was drawn elsewhere */
  onPlan?: (plan: BodyPlan) => void;
}

/** A press that wanders farther was a move, pixels. */
const MOVED = 6;

const NONE: readonly Point[] = [];

/** A face of the instrument to scale, in millimetres, with its parts and its marks. */
export function BodyPlanDrawing(props: Props) {
  const {
    plan,
    face,
    neck,
    tailpiece = false,
    marks,
    part = null,
    pending = NONE,
    cursor,
    hints = NONE,
    label,
  } = props;
  const sheet = useMemo(() => faceSheet(face, plan, neck), [face, plan, neck]);
  const paper = useMemo(() => paperOf(sheet), [sheet]);
  const { svg, layer, fit, by } = useZoom();
  const { ref: sized, letter } = useLetter(boxOf(sheet.paper));
  const pressed = useRef<[number, number] | null>(null);
  /** a handle in the hand: everything follows it, and nothing is changed until it is let go */
  const [held, setHeld] = useState<{ handle: PartHandle; to: Point } | null>(null);
  const followed = useMemo(() => held?.handle.set(held.to), [held]);
  const shown = followed && faultsOf(followed).length === 0 ? followed : plan;
  const outline = useMemo(
    () => (shown === plan ? sheet : faceSheet(face, shown, neck)).outline,
    [shown, plan, sheet, face, neck],
  );
  const { at, d } = paper;
  const below = useMemo(
    () => [
      ...sheetParts(sheet, face, outline, paper, PAGE_INKS, letter),
      ...bodyParts({ plan: shown, face, chosen: part, tailpiece }, paper, PAGE_INKS),
    ],
    [sheet, face, outline, paper, shown, part, tailpiece, letter],
  );
  const drawnMarks = useMemo(
    () => [
      ...marks.map((mark) => markPart(mark, paper, PAGE_INKS)),
      ...markWords(marks, { ...paper, width: mm(sheet.paper.width) }, letter, PAGE_INKS),
    ],
    [marks, paper, sheet, letter],
  );
  const pointOf = (event: PointerEvent): Point => {
    const matrix = layer.current!.getScreenCTM()!.inverse();
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return sheet.fromPaper([x / 1000, y / 1000]);
  };
  return (
    <div ref={sized} className="relative h-full w-full">
      <svg
        ref={svg}
        key={face}
        viewBox={boxOf(sheet.paper).join(' ')}
        className={`h-full w-full touch-none text-ink ${props.onChooseMark ? '[&_[data-mark]]:cursor-pointer' : ''} ${props.onChoosePart ? '[&_[data-brace]]:cursor-pointer' : ''}`}
        role="group"
        aria-label={label}
        onPointerDown={(event) => (pressed.current = [event.clientX, event.clientY])}
        onPointerUp={(event) => {
          const touched = (attribute: string) =>
            (event.target as Element).closest(`[${attribute}]`)?.getAttribute(attribute);
          const mark = props.onChooseMark && touched('data-mark');
          if (mark) return props.onChooseMark!(mark);
          const brace = props.onChoosePart && touched('data-brace');
          if (brace) return props.onChoosePart!(brace);
          const from = pressed.current;
          // a hand that has moved the drawing has not meant a point
          if (from && Math.hypot(event.clientX - from[0], event.clientY - from[1]) < MOVED)
            props.onPoint?.(pointOf(event));
        }}
      >
        <g ref={layer}>
          <DrawnParts of={below} />
          {part && props.onPlan && (
            <Handles
              handles={handlesOf(shown, part)}
              at={at}
              pointOf={pointOf}
              onHeld={setHeld}
              onLetGo={(handle, to) => props.onPlan!(handle.set(to))}
            />
          )}
          {hints.map((hint, i) => (
            <circle
              key={i}
              cx={at(hint)[0]}
              cy={at(hint)[1]}
              r="7"
              fill="none"
              stroke="var(--ochre)"
              strokeWidth="1"
              strokeDasharray="2 2"
            />
          ))}
          <DrawnParts of={drawnMarks} />
          {pending.length > 0 && (
            <path
              d={d(cursor ? [...pending, cursor] : pending)}
              fill="none"
              stroke="var(--verdigris)"
              strokeWidth="2"
            />
          )}
          {pending.map((point, i) => (
            <circle key={i} cx={at(point)[0]} cy={at(point)[1]} r="3" fill="var(--verdigris)" />
          ))}
          {cursor && <CrossHair at={at(cursor)} />}
        </g>
      </svg>
      <div className="absolute top-0 right-0 flex flex-col gap-1">
        {(
          [
            ['+', 'Zoom in', () => by(1.5)],
            ['−', 'Zoom out', () => by(1 / 1.5)],
            ['fit', 'Fit the whole drawing', fit],
          ] as const
        ).map(([sign, name, onClick]) => (
          <button
            key={name}
            type="button"
            className="quiet w-[44px] justify-center"
            aria-label={name}
            onClick={onClick}
          >
            {sign}
          </button>
        ))}
      </div>
    </div>
  );
}

/** The points of a part, to be drawn elsewhere by hand; the numbers beside the drawing say the same. */
function Handles({
  handles,
  at,
  pointOf,
  onHeld,
  onLetGo,
}: {
  handles: readonly PartHandle[];
  at: (point: Point) => [number, number];
  pointOf: (event: PointerEvent) => Point;
  onHeld: (held: { handle: PartHandle; to: Point } | null) => void;
  onLetGo: (handle: PartHandle, to: Point) => void;
}) {
  const holding = useRef<PartHandle | null>(null);
  return handles.map((handle) => {
    const [x, y] = at(handle.at);
    return (
      <circle
        key={handle.id}
        data-handle={handle.id}
        cx={x}
        cy={y}
        r="9"
        fill="var(--verdigris)"
        fillOpacity="0.35"
        stroke="var(--verdigris)"
        strokeWidth="2"
        className="cursor-move"
        onPointerDown={(event) => {
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          holding.current = handle;
        }}
        onPointerMove={(event) =>
          holding.current?.id === handle.id && onHeld({ handle: holding.current, to: pointOf(event) })
        }
        onPointerUp={(event) => {
          event.stopPropagation();
          if (holding.current?.id === handle.id) onLetGo(holding.current, pointOf(event));
          holding.current = null;
          onHeld(null);
        }}
        onPointerCancel={() => {
          holding.current = null;
          onHeld(null);
        }}
      />
    );
  });
}

function CrossHair({ at: [x, y] }: { at: [number, number] }) {
  return (
    <path
      d={`M${x - 14} ${y}h28M${x} ${y - 14}v28`}
      stroke="var(--verdigris)"
      strokeWidth="1.4"
      fill="none"
      aria-hidden="true"
    />
  );
}
