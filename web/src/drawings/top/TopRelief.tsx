import { faceSheet, type Point } from '@upright-elder/core/body-plan';
import type { TopView } from '@upright-elder/core/top';
import {
  contourPieces,
  contourStep,
  mm,
  PAGE_INKS,
  paperOf,
  reliefParts,
  type ReliefBrace,
} from '@upright-elder/drawings';
import { useEffect, useMemo, useRef } from 'react';
import { DrawnParts } from '../Drawn.js';

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
  const placed = useMemo(() => view.points.map(paper.at), [view, paper]);
  const width = mm(sheet.paper.width) + 2 * MARGIN;
  const height = mm(sheet.paper.height) + 2 * MARGIN;
  const over = useMemo(() => reliefParts(view.plan.outline, braces, paper, PAGE_INKS), [view, braces, paper]);
  useEffect(() => {
    if (canvas.current) paint(canvas.current, view, placed, rises);
  }, [view, placed, rises]);
  return (
    <div className="relative w-full" style={{ aspectRatio: `${width} / ${height}` }}>
      <canvas
        ref={canvas}
        width={Math.round(2 * width)}
        height={Math.round(2 * height)}
        className="absolute inset-0 h-full w-full"
        aria-hidden="true"
      />
      <svg
        viewBox={`${-MARGIN} ${-MARGIN} ${width} ${height}`}
        className="absolute inset-0 h-full w-full text-ink [&_[data-brace]]:cursor-pointer"
        role="group"
        aria-label={label}
        onClick={(event) => {
          const brace = (event.target as Element).closest('[data-brace]')?.getAttribute('data-brace');
          if (brace) onBrace(brace);
        }}
      >
        <DrawnParts of={over} />
      </svg>
    </div>
  );
}

/** Shades of slope; triangles of one shade are drawn together. */
const SHADES = 24;

/** Draws triangles by their slope and lines of equal height: whole ones above where it stood, dashed ones below. */
function paint(
  canvas: HTMLCanvasElement,
  { points, triangles }: TopView,
  placed: readonly Point[],
  rises: Float64Array,
): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const style = getComputedStyle(canvas);
  context.setTransform(2, 0, 0, 2, 2 * MARGIN, 2 * MARGIN);
  context.clearRect(-MARGIN, -MARGIN, canvas.width, canvas.height);
  const slopes = triangles.map(([a, b, c]) =>
    slopeOf(points[a]!, points[b]!, points[c]!, rises[a]!, rises[b]!, rises[c]!),
  );
  const steepest = slopes.reduce((most, [x, y]) => Math.max(most, Math.hypot(x, y)), 1e-9);
  const shades = Array.from({ length: SHADES }, () => new Path2D());
  triangles.forEach(([a, b, c], i) => {
    const [sx, sy] = slopes[i]!;
    // what faces away from the light is dark
    const dark = 0.5 + (sx * LIGHT[0] + sy * LIGHT[1]) / steepest / 2;
    const path = shades[Math.min(SHADES - 1, Math.max(0, Math.floor(dark * SHADES)))]!;
    path.moveTo(...placed[a]!);
    path.lineTo(...placed[b]!);
    path.lineTo(...placed[c]!);
    path.closePath();
  });
  context.fillStyle = style.getPropertyValue('--faint');
  context.strokeStyle = context.fillStyle;
  context.lineWidth = 0.3;
  shades.forEach((path, i) => {
    context.globalAlpha = 0.08 + (0.34 * i) / SHADES;
    context.fill(path);
  });
  const [low, high] = extremes(rises);
  const [above, below] = [new Path2D(), new Path2D()];
  contourPieces(placed, triangles, rises, contourStep(low, high), ([p, q], level) => {
    const path = level > 0 ? above : below;
    path.moveTo(...p);
    path.lineTo(...q);
  });
  context.globalAlpha = 0.9;
  context.lineWidth = 0.8;
  context.strokeStyle = style.getPropertyValue('--ink');
  context.stroke(above);
  context.setLineDash([3, 3]);
  context.stroke(below);
  context.setLineDash([]);
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
