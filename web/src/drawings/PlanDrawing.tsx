import {
  outlinePolygon,
  pathLength,
  pointAlong,
  stretchOf,
  type Brace,
  type Path,
  type Plan,
  type Point,
} from '@upright-elder/core';
import { memo, useRef, useState, type PointerEvent } from 'react';
import { useZoom } from './useZoom.js';

export interface DrawnOnPlan {
  id: string;
  kind: string;
  path: Path;
  /** live damage is drawn in sealing wax, anything quiet in ink */
  live: boolean;
  chosen: boolean;
  name: string;
}

interface Props {
  plan: Plan;
  /** seen through the sound hole, mirrored, with its braces */
  inside: boolean;
  marks: readonly DrawnOnPlan[];
  chosenBrace?: string | null;
  /** the path that is being set, and where the cross-hair stands */
  pending?: Path;
  cursor?: Point | null;
  hints?: readonly Point[];
  label: string;
  onPoint?: (point: Point) => void;
  onChooseMark?: (id: string) => void;
  onChooseBrace?: (id: string) => void;
  /** an end or corner of the chosen brace was drawn elsewhere */
  onMoveBrace?: (corner: number, to: Point) => void;
}

const MARGIN = 12;
/** A press that wanders farther was a move, pixels. */
const MOVED = 6;
const mm = (metres: number) => metres * 1000;

/** The plan to scale, in millimetres: outline, hole, bridge, plate, braces by their own width, and the marks. */
export function PlanDrawing(props: Props) {
  const { plan, inside, marks, chosenBrace, pending = [], cursor, hints = [], label } = props;
  const { svg, transform, fit, by } = useZoom();
  const layer = useRef<SVGGElement>(null);
  const pressed = useRef<[number, number] | null>(null);
  const polygon = outlinePolygon(plan.outline);
  const half = Math.max(...polygon.map(([x]) => x));
  const side = inside ? -1 : 1;
  // neck up, so that y grows upwards on the paper
  const at = ([x, y]: Point): [number, number] => [side * mm(x), mm(plan.outline.length - y)];
  const d = (path: Path, closed = false) =>
    `M${path
      .map((point) =>
        at(point)
          .map((one) => one.toFixed(2))
          .join(' '),
      )
      .join('L')}${closed ? 'Z' : ''}`;
  const width = 2 * mm(half) + 2 * MARGIN;
  const height = mm(plan.outline.length) + 2 * MARGIN;
  const pointOf = (event: PointerEvent): Point => {
    const matrix = layer.current!.getScreenCTM()!.inverse();
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [(side * x) / 1000, plan.outline.length - y / 1000];
  };
  const rectangle = ({ from, to, halfWidth }: { from: number; to: number; halfWidth: number }) =>
    d(
      [
        [-halfWidth, from],
        [halfWidth, from],
        [halfWidth, to],
        [-halfWidth, to],
      ],
      true,
    );
  return (
    <div className="relative h-full w-full">
      <svg
        ref={svg}
        viewBox={`${-mm(half) - MARGIN} ${-MARGIN} ${width} ${height}`}
        className="h-full w-full touch-none text-ink"
        role="img"
        aria-label={label}
        onPointerDown={(event) => (pressed.current = [event.clientX, event.clientY])}
        onPointerUp={(event) => {
          const from = pressed.current;
          // a hand that has moved the drawing has not meant a point
          if (from && Math.hypot(event.clientX - from[0], event.clientY - from[1]) < MOVED)
            props.onPoint?.(pointOf(event));
        }}
      >
        <g ref={layer} transform={transform}>
          <path d={d(polygon, true)} fill="var(--sheet)" stroke="currentColor" strokeWidth="1.6" />
          <path
            d={d([
              [0, 0],
              [0, plan.outline.length],
            ])}
            stroke="var(--rule)"
            strokeWidth="0.6"
            strokeDasharray="6 3"
          />
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
            <path d={rectangle(plan.plate)} fill="var(--sunk)" stroke="currentColor" strokeWidth="0.8" />
          )}
          {inside &&
            plan.braces.map((brace) => (
              <BraceLine
                key={brace.id}
                brace={brace}
                d={d(brace.path)}
                chosen={brace.id === chosenBrace}
                onChoose={props.onChooseBrace}
              />
            ))}
          <path
            d={rectangle(plan.bridge)}
            fill={inside ? 'none' : 'var(--faint)'}
            fillOpacity="0.55"
            stroke="currentColor"
            strokeWidth="0.8"
            strokeDasharray={inside ? '4 3' : undefined}
          />
          <path
            d={d([
              [-plan.bridge.halfWidth * 0.5, plan.bridge.saddleAt],
              [plan.bridge.halfWidth * 0.5, plan.bridge.saddleAt],
            ])}
            stroke="currentColor"
            strokeWidth="1.4"
          />
          {inside && props.onMoveBrace && (
            <BraceHandles
              brace={plan.braces.find(({ id }) => id === chosenBrace)}
              at={at}
              pointOf={pointOf}
              onMove={props.onMoveBrace}
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
          {marks.map((mark) => (
            <g
              key={mark.id}
              onPointerUp={(event) =>
                props.onChooseMark && (event.stopPropagation(), props.onChooseMark(mark.id))
              }
            >
              <title>{mark.name}</title>
              {mark.path.length === 1 && (
                <circle
                  cx={at(mark.path[0]!)[0]}
                  cy={at(mark.path[0]!)[1]}
                  r="6"
                  fill="none"
                  stroke={mark.live ? 'var(--wax)' : 'currentColor'}
                  strokeWidth="2"
                />
              )}
              <path
                d={d(mark.path)}
                fill="none"
                stroke="transparent"
                strokeWidth="16"
                strokeLinecap="round"
              />
              <path
                d={d(mark.path)}
                fill="none"
                stroke={mark.live ? 'var(--wax)' : 'currentColor'}
                strokeWidth={mark.kind === 'separation' ? 5 : mark.chosen ? 3 : 2}
                strokeDasharray={mark.kind === 'separation' ? '3 3' : undefined}
                strokeLinecap="round"
              />
              {mark.live && <Live at={at(mark.path[0]!)} />}
              {mark.chosen && (
                <circle cx={at(mark.path[0]!)[0]} cy={at(mark.path[0]!)[1]} r="4" fill="var(--verdigris)" />
              )}
            </g>
          ))}
          {pending.length > 0 && (
            <>
              <path
                d={d(cursor ? [...pending, cursor] : pending)}
                fill="none"
                stroke="var(--verdigris)"
                strokeWidth="2"
              />
              {pending.map((point, i) => (
                <circle key={i} cx={at(point)[0]} cy={at(point)[1]} r="3" fill="var(--verdigris)" />
              ))}
            </>
          )}
          {cursor && <CrossHair at={at(cursor)} />}
        </g>
      </svg>
      <div className="absolute top-0 right-0 flex flex-col gap-1">
        {(
          [
            ['+', 'Nearer', () => by(1.5)],
            ['−', 'Farther', () => by(1 / 1.5)],
            ['□', 'The whole drawing', fit],
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

const BraceLine = memo(function BraceLine({
  brace,
  d,
  chosen,
  onChoose,
}: {
  brace: Brace;
  d: string;
  chosen: boolean;
  onChoose?: (id: string) => void;
}) {
  return (
    <g onPointerUp={(event) => onChoose && (event.stopPropagation(), onChoose(brace.id))}>
      <title>{brace.name}</title>
      <path
        d={d}
        fill="none"
        stroke={chosen ? 'var(--verdigris)' : 'var(--faint)'}
        strokeWidth={mm(brace.width)}
        opacity={chosen ? 0.8 : 0.45}
        strokeLinejoin="round"
      />
    </g>
  );
});

/** The ends and corners of a brace, to be drawn elsewhere by hand; the numbers beside the drawing say the same. */
function BraceHandles({
  brace,
  at,
  pointOf,
  onMove,
}: {
  brace: Brace | undefined;
  at: (point: Point) => [number, number];
  pointOf: (event: PointerEvent) => Point;
  onMove: (corner: number, to: Point) => void;
}) {
  const [held, setHeld] = useState<{ corner: number; to: Point } | null>(null);
  return brace?.path.map((point, corner) => {
    const [x, y] = at(held?.corner === corner ? held.to : point);
    return (
      <circle
        key={corner}
        data-handle
        cx={x}
        cy={y}
        r="9"
        fill="var(--verdigris)"
        fillOpacity="0.35"
        stroke="var(--verdigris)"
        strokeWidth="2"
        onPointerDown={(event) => {
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          setHeld({ corner, to: point });
        }}
        onPointerMove={(event) => held && setHeld({ corner, to: pointOf(event) })}
        onPointerUp={(event) => {
          event.stopPropagation();
          if (held) onMove(corner, held.to);
          setHeld(null);
        }}
      />
    );
  });
}

/** Live damage has a shape of its own, not only a colour. */
function Live({ at: [x, y] }: { at: [number, number] }) {
  return <path d={`M${x} ${y - 6}l5 6-5 6-5-6z`} fill="var(--wax)" />;
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

/** The stretch of a brace that is loose, as a path on the plan. */
export function loosePath(brace: Brace, from: number, to: number): Point[] {
  const length = pathLength(brace.path);
  return to > length
    ? [...stretchOf(brace.path, from, length), pointAlong(brace.path, length)]
    : stretchOf(brace.path, from, to);
}
