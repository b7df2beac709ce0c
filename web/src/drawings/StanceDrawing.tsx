import { dip, fretPosition, stringHeight, type NeckGeometry, type Stance } from '@upright-elder/core/stance';
import { curveMonotoneX, line } from 'd3-shape';
import type { ReactNode } from 'react';

export interface DrawnSide {
  stance: Stance;
  saddleShowing: number;
}

interface Props {
  neck: NeckGeometry;
  bass: DrawnSide | null;
  treble: DrawnSide | null;
  /** rad, towards the nut positive */
  tilt: number | null;
  /** belly behind the bridge over the rim, m */
  belly: number | null;
  exaggeration: number;
}

const WIDTH = 1180;
const LEFT = 46;
/** the drawing reaches from the nut to a good way behind the saddle, m */
const BEHIND = 0.15;
const BRIDGE_THICKNESS = 0.009;
const BRIDGE_LENGTH = 0.028;
const FRET_HEIGHT = 0.0011;

/** Where each reading is taken, m from the nut; for numbers that stand above the drawing. */
export function placesAlong(
  neck: NeckGeometry,
): Record<'first' | 'middle' | 'twelve' | 'bridge' | 'behind', number> {
  const X = neck.scale + neck.compensation;
  return {
    first: fretPosition(neck.scale, 1),
    middle: fretPosition(neck.scale, 6),
    twelve: fretPosition(neck.scale, 12),
    bridge: X,
    behind: X + 0.07,
  };
}

export function xOf(neck: NeckGeometry, metres: number): number {
  return LEFT + (metres * (WIDTH - LEFT - 12)) / (neck.scale + neck.compensation + BEHIND);
}

/**
 * The side elevation: to scale along the strings, heights multiplied by the stated exaggeration. Fret plane,
 * frets with their dip, strings, nut, saddle, bridge, straightedge and top.
 */
export function StanceDrawing({ neck, bass, treble, tilt, belly, exaggeration }: Props) {
  const lead = bass ?? treble;
  if (!lead) return null;
  const { stance } = lead;
  const X = stance.stringLength;
  const scale = (WIDTH - LEFT - 12) / (X + BEHIND);
  const x = (metres: number) => LEFT + metres * scale;
  const topUnder = -stance.straightedgeAtPitch - BRIDGE_THICKNESS;
  const highest = Math.max(stringHeight(stance, X), treble ? stringHeight(treble.stance, X) : 0, 0.003);
  const lowest = Math.min(topUnder, -0.004) - 0.0035;
  const y0 = 14 + highest * scale * exaggeration;
  const y = (metres: number) => y0 - metres * scale * exaggeration;
  const height = y(lowest) + 34;
  const crown = (side: DrawnSide) => stringHeight(side.stance, X);
  const frets = Array.from({ length: 20 }, (_, i) => i + 1);
  const crownAt = (fret: number) => -dip(stance, fretPosition(neck.scale, fret));
  const bridgeTop = -stance.straightedgeAtPitch;
  const angle = ((tilt ?? 0) * 180) / Math.PI;
  const board = line<[number, number]>()
    .x((p) => x(p[0]))
    .y((p) => y(p[1]));
  const end = fretPosition(neck.scale, 20) + 0.008;
  const surface: [number, number][] = [
    [0, -FRET_HEIGHT],
    ...frets.map((n): [number, number] => [fretPosition(neck.scale, n), crownAt(n) - FRET_HEIGHT]),
    [end, -FRET_HEIGHT],
  ];
  const under = Math.max(...surface.map((point) => y(point[1]))) + 12;
  const top = topLine();

  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="h-auto w-full"
      role="img"
      aria-label="Stance: side elevation with fret plane, strings, nut, saddle, straightedge and top"
    >
      <g className="text-ink" fontFamily="var(--font-sans)">
        {/* neck and board: the board's surface lies a fret's height under the crowns */}
        <path
          d={`${board(surface)!}V${under}H${x(0)}Z`}
          fill="var(--sunk)"
          stroke="currentColor"
          strokeWidth="1"
        />
        <path
          d={`M${x(-0.02)},${under}H${x(stance.bodyJoin - 0.012)}L${x(stance.bodyJoin)},${under + 34}`}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.8"
        />
        {frets.map((n) => (
          <path
            key={n}
            d={`M${x(fretPosition(neck.scale, n))},${y(crownAt(n))}V${y(crownAt(n) - FRET_HEIGHT)}`}
            stroke="currentColor"
            strokeWidth={n === 12 || n === neck.bodyJoin ? 4 : 2}
          />
        ))}
        {[1, 6, 12].map((n) => (
          <text
            key={n}
            x={x(fretPosition(neck.scale, n))}
            y={under + 18}
            textAnchor="middle"
            fontSize="15"
            fill="var(--faint)"
          >
            {n}
          </text>
        ))}
        <text x={x(stance.bodyJoin) + 8} y={under + 34} fontSize="15" fill="var(--faint)">
          body join, {neck.bodyJoin}
        </text>

        {/* fret plane, carried on as the straightedge lies on it */}
        <path
          d={`M${x(0)},${y(0)}H${x(X + 0.03)}`}
          stroke="var(--damp)"
          strokeWidth="2"
          strokeDasharray="9 6"
        />
        <text x={x((end + X) / 2) - 10} y={y(0) + 18} fontSize="15" fill="var(--faint)" textAnchor="middle">
          straightedge on the fret plane
        </text>

        {/* top, bridge, saddle */}
        <path d={top} fill="none" stroke="currentColor" strokeWidth="2.4" />
        <g transform={`rotate(${-angle} ${x(X)} ${y(bridgeTop - BRIDGE_THICKNESS)})`}>
          <rect
            x={x(X - 0.009)}
            y={y(bridgeTop)}
            width={BRIDGE_LENGTH * scale}
            height={BRIDGE_THICKNESS * scale * exaggeration}
            fill="var(--sunk)"
            stroke="currentColor"
            strokeWidth="1.4"
            rx="2"
          />
          <rect
            x={x(X) - 3}
            y={y(Math.max(crown(lead), bridgeTop))}
            width="6"
            height={Math.max(0, lead.saddleShowing * scale * exaggeration)}
            fill="var(--sheet)"
            stroke="currentColor"
            strokeWidth="1.4"
          />
        </g>

        {/* nut and strings */}
        <rect
          x={x(0) - 7}
          y={y(stance.nutHeight)}
          width="7"
          height={y(-FRET_HEIGHT) - y(stance.nutHeight) + 4}
          fill="var(--sheet)"
          stroke="currentColor"
        />
        {bass && stringPath(bass, 3)}
        {treble && stringPath(treble, 1.6)}
        {behindSaddle(lead)}
      </g>
    </svg>
  );

  function stringPath(side: DrawnSide, width: number): ReactNode {
    return (
      <path
        d={`M${x(-0.02)},${y(side.stance.nutHeight) + 4}L${x(0)},${y(side.stance.nutHeight)}L${x(X)},${y(crown(side))}`}
        stroke="var(--verdigris)"
        strokeWidth={width}
        fill="none"
      />
    );
  }
  function behindSaddle(side: DrawnSide): ReactNode {
    return (
      <path
        d={`M${x(X)},${y(crown(side))}L${x(X + 0.012)},${y(bridgeTop)}`}
        stroke="var(--verdigris)"
        strokeWidth="2"
        fill="none"
      />
    );
  }
  /** The top from the join to behind the bridge; the belly is drawn where it was measured. */
  function topLine(): string {
    const hump = belly ?? 0.002;
    const points: [number, number][] = [
      [stance.bodyJoin, topUnder - 0.6 * hump],
      [X - 0.16, topUnder - 0.45 * hump],
      [X - 0.06, topUnder - 0.1 * hump],
      [X, topUnder],
      [X + 0.05, topUnder],
      [X + 0.1, topUnder - 0.35 * hump],
      [X + BEHIND - 0.004, topUnder - hump],
    ];
    return line<[number, number]>()
      .x((p) => x(p[0]))
      .y((p) => y(Math.max(p[1], lowest)))
      .curve(curveMonotoneX)(points)!;
  }
}
