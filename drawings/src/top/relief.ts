import { outlinePolygon, type Brace, type Outline, type Path } from '@upright-elder/core/body-plan';
import type { Inks } from '../inks.js';
import { mm, type Paper } from '../plan/paper.js';
import { draw, named, type Drawing } from '../svg.js';

export interface ReliefBrace {
  id: string;
  brace: Brace;
  /** the stretch that is meant, as a path */
  path: Path;
  loose: boolean;
}

/** A finger is broader than a brace. */
const FINGER = 18;

/** Outline and braces that lie over a top's relief: what is loose broken and in wax, what is glued faint. */
export function reliefParts(
  outline: Outline,
  braces: readonly ReliefBrace[],
  paper: Paper,
  inks: Inks,
): Drawing[] {
  return [
    draw('path', {
      'data-part': 'outline',
      d: paper.d(outlinePolygon(outline), true),
      fill: 'none',
      stroke: inks.ink,
      strokeWidth: 1.6,
    }),
    ...braces.map(({ id, brace, path, loose }) =>
      draw(
        'g',
        { 'data-brace': id },
        named(`${brace.name}: ${loose ? 'loose' : 'glued'}`),
        draw('path', { d: paper.d(path), stroke: 'transparent', strokeWidth: FINGER, fill: 'none' }),
        draw('path', {
          d: paper.d(path),
          fill: 'none',
          stroke: loose ? inks.wax : inks.ink,
          strokeOpacity: loose ? 1 : 0.35,
          strokeWidth: loose ? 3 : mm(brace.width),
          strokeDasharray: loose ? '5 4' : undefined,
        }),
      ),
    ),
  ];
}
