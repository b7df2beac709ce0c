import { faceSheet, type Face, type NeckSize, type BodyPlan } from '@upright-elder/core/body-plan';
import type { Inks } from '../inks.js';
import { picture, type Drawing } from '../svg.js';
import { markPart, type DrawnOnPlan } from './marks.js';
import { mm, paperOf } from './paper.js';
import { bodyParts, sheetParts } from './parts.js';

/** Room about a face, mm. */
export const MARGIN = 12;

/** x, y, width and height of a face's sheet with its margin, mm. */
export const boxOf = (paper: { width: number; height: number }): [number, number, number, number] => [
  -MARGIN,
  -MARGIN,
  mm(paper.width) + 2 * MARGIN,
  mm(paper.height) + 2 * MARGIN,
];

/** A face of the instrument to scale, in millimetres, with its parts and its marks. */
export function bodyPlanDrawing(
  {
    plan,
    face,
    neck,
    marks,
    tailpiece = false,
  }: {
    plan: BodyPlan;
    face: Face;
    neck: NeckSize;
    marks: readonly DrawnOnPlan[];
    tailpiece?: boolean;
  },
  label: string,
  inks: Inks,
): Drawing {
  const sheet = faceSheet(face, plan, neck);
  const paper = paperOf(sheet);
  return picture(boxOf(sheet.paper), label, [
    ...sheetParts(sheet, face, sheet.outline, paper, inks),
    ...bodyParts({ plan, face, chosen: null, tailpiece }, paper, inks),
    ...marks.map((mark) => markPart(mark, paper, inks)),
  ]);
}
