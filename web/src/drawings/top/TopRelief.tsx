import {
  faceSheet,
  outlinePolygon,
  type Brace,
  type Path,
  type Point,
  type TopView,
} from '@upright-elder/core';
import { useEffect, useMemo, useRef } from 'react';
import { mm, paperOf } from '../plan/paper.js';
import { contourPieces, contourStep } from './contours.js';

export interface ReliefBrace {
  id: string;
  brace: Brace;
  /** the stretch that is meant, as a path */
  path: Path;
  loose: boolean;
}

interface Props {
  view: TopView;
  /** height of every point of the mesh, m */
  rises: Float64Array;
  braces: readonly ReliefBrace[];
  label: string;
  onBrace: (id: string) => void;
}

const MARGIN = 10;
/** The light comes from the upper left, as on a bench. */
const LIGHT: Point = [-0.7, 0.7];
const NECK = { scale: 0.645, bodyJoin: 14 };

/** The top from outside as a relief of how it moves: shaded by slope, with lines of equal height; its braces over it. */
export function TopRelief({ view, rises, braces, label, onBrace }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const sheet = useMemo(() => faceSheet('top', view.plan, NECK), [view.plan]);
  const paper = useMemo(() => paperOf(sheet), [sheet]);
  const width = mm(sheet.paper.width) + 2 * MARGIN;
  const height = mm(sheet.paper.height) + 2 * MARGIN;
  useEffect(() => {
    if (canvas.current) paint(canvas.current, view, rises, (point) => paper.at(point));
  }, [view, rises, paper]);
  return (
    <div className="relative mx-auto h-full" style={{ aspectRatio: `${width} / ${height}` }}>
      <canvas
        ref={canvas}
        width={Math.round(2 * width)}
        height={Math.round(2 * height)}
        className="absolute inset-0 h-full w-full"
        aria-hidden="true"
      />
      <svg
        viewBox={`${-MARGIN} ${-MARGIN} ${width} ${height}`}
        className="absolute inset-0 h-full w-full text-ink"
        role="img"
        aria-label={label}
      >
        <path
          d={paper.d(outlinePolygon(view.plan.outline), true)}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
        />
        {braces.map(({ id, brace, path, loose }) => (
          <g key={id} className="cursor-pointer" onClick={() => onBrace(id)}>
            <title>{`${brace.name}: ${loose ? 'loose' : 'glued'}`}</title>
            <path d={paper.d(path)} stroke="transparent" strokeWidth="18" fill="none" />
            <path
              d={paper.d(path)}
              fill="none"
              stroke={loose ? 'var(--wax)' : 'currentColor'}
              strokeOpacity={loose ? 1 : 0.35}
              strokeWidth={loose ? 3 : mm(brace.width)}
              strokeDasharray={loose ? '5 4' : undefined}
            />
          </g>
        ))}
      </svg>
    </div>
  );
}

/** Draws triangles by their slope and lines of equal height: whole ones above where it stood, dashed ones below. */
function paint(
  canvas: HTMLCanvasElement,
  { points, triangles }: TopView,
  rises: Float64Array,
  at: (point: Point) => [number, number],
): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const style = getComputedStyle(canvas);
  context.setTransform(2, 0, 0, 2, 2 * MARGIN, 2 * MARGIN);
  context.clearRect(-MARGIN, -MARGIN, canvas.width, canvas.height);
  const placed = points.map(at);
  const slopes = triangles.map(([a, b, c]) =>
    slopeOf(points[a]!, points[b]!, points[c]!, rises[a]!, rises[b]!, rises[c]!),
  );
  const steepest = Math.max(1e-9, ...slopes.map(([x, y]) => Math.hypot(x, y)));
  const [lit, shaded] = [style.getPropertyValue('--sheet'), style.getPropertyValue('--faint')];
  triangles.forEach(([a, b, c], i) => {
    const [sx, sy] = slopes[i]!;
    // what faces away from the light is dark
    const shade = (sx * LIGHT[0] + sy * LIGHT[1]) / steepest;
    context.globalAlpha = 1;
    context.fillStyle = lit;
    fill(context, placed[a]!, placed[b]!, placed[c]!);
    context.globalAlpha = 0.12 + 0.4 * Math.max(-0.3, Math.min(1, 0.5 + 0.5 * shade - 0.35));
    context.fillStyle = shaded;
    fill(context, placed[a]!, placed[b]!, placed[c]!);
  });
  context.globalAlpha = 0.9;
  context.lineWidth = 0.8;
  context.strokeStyle = style.getPropertyValue('--ink');
  const [low, high] = extremes(rises);
  const step = contourStep(low, high);
  for (let level = Math.ceil(low / step); level * step <= high; level++) {
    if (level === 0) continue;
    context.setLineDash(level < 0 ? [3, 3] : []);
    context.beginPath();
    for (const [p, q] of contourPieces(points, triangles, rises, level * step)) {
      context.moveTo(...at(p));
      context.lineTo(...at(q));
    }
    context.stroke();
  }
  context.setLineDash([]);
}

function fill(
  context: CanvasRenderingContext2D,
  a: [number, number],
  b: [number, number],
  c: [number, number],
): void {
  context.beginPath();
  context.moveTo(...a);
  context.lineTo(...b);
  context.lineTo(...c);
  context.fill();
}

export function extremes(rises: Float64Array): [low: number, high: number] {
  let [low, high] = [Infinity, -Infinity];
  for (const rise of rises) {
    if (rise < low) low = rise;
    if (rise > high) high = rise;
  }
  return [low, high];
}

/** Steepest way up a triangle, as rise per metre to the right and towards the neck. */
function slopeOf(a: Point, b: Point, c: Point, ha: number, hb: number, hc: number): [number, number] {
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]];
  const twice = ux * vy - uy * vx;
  const [p, q] = [hb - ha, hc - ha];
  return [(p * vy - q * uy) / twice, (q * ux - p * vx) / twice];
}
