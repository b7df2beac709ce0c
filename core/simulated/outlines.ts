import type { Path } from '../src/body-plan/index.js';

/** Widest and longest of an outline, m. */
export function extentOf(polygon: Path): { width: number; length: number } {
  const xs = polygon.map(([x]) => x);
  const ys = polygon.map(([, y]) => y);
  return { width: Math.max(...xs) - Math.min(...xs), length: Math.max(...ys) - Math.min(...ys) };
}

/** As a ruler from end to end, m. */
export function rulerLength(path: Path): number {
  const [first, last] = [path[0]!, path.at(-1)!];
  return Math.hypot(last[0] - first[0], last[1] - first[1]);
}
