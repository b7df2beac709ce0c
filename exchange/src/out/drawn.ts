import { FACES, type BodyPlan, type Face } from '@upright-elder/core/body-plan';
import type { MarkFacts } from '@upright-elder/core/instrument';
import {
  readingOn,
  sideMeasured,
  type QuantityId,
  type ReadingValue,
  type ReadPlace,
} from '@upright-elder/core/readings';
import { COMPENSATION, stanceOf, valuesOf } from '@upright-elder/core/stance';
import type { StringSide } from '@upright-elder/core/strings';
import { FACE_NAMES } from '@upright-elder/core/wording';
import {
  bodyPlanDrawing,
  markSeen,
  PAPER_INKS,
  stanceDrawing,
  toSvg,
  type Drawing,
} from '@upright-elder/drawings';
import { planDxf } from './dxf.js';
import type { Row } from './text.js';

/** Heights are multiplied by so much against lengths in a drawing of a stance. */
const EXAGGERATION = 8;

/** Rows of one instrument that something is drawn of. */
export interface DrawnOf {
  instrument: Row;
  plan: BodyPlan | null;
  marks: readonly MarkFacts[];
  /** its strings are held by a tailpiece */
  tailpiece: boolean;
  /** the last one at pitch */
  examination: Row | null;
  readings: readonly Row[];
}

/** A drawing, and what it shows. */
export interface DrawnFile {
  name: string;
  type: string;
  says: string;
  text: string;
}

/** The body plan face by face as SVG and whole as DXF, and how it stands as SVG; nothing where nothing was measured. */
export function drawnFiles(of: DrawnOf): DrawnFile[] {
  const nickname = String(of.instrument['nickname']);
  return [...planFiles(of, nickname), ...stanceFiles(of, nickname)];
}

function planFiles({ instrument, plan, marks, tailpiece }: DrawnOf, nickname: string): DrawnFile[] {
  if (!plan) return [];
  const neck = {
    scale: (instrument['scale'] as { metres: number }).metres,
    bodyJoin: Number(instrument['bodyJoin']),
  };
  const on = (face: Face) =>
    marks.filter((mark) => mark.face === face).map((mark) => markSeen(mark, plan, false, 'mm'));
  const faces = FACES.filter((face) => face === 'top' || marks.some((one) => one.face === face));
  return [
    ...faces.map((face) => {
      const label = `${nickname}: ${FACE_NAMES[face]}`;
      const drawing = bodyPlanDrawing({ plan, face, neck, marks: on(face), tailpiece }, label, PAPER_INKS);
      return {
        name: `plan ${face}.svg`,
        type: 'image/svg+xml',
        says: label,
        text: toSvg(atFullSize(drawing)),
      };
    }),
    {
      name: 'plan.dxf',
      type: 'image/vnd.dxf',
      says: `${nickname}: the body plan at full size, millimetres`,
      text: planDxf(plan, on('top')),
    },
  ];
}

/** A drawing whose unit is a millimetre, printed at that. */
function atFullSize(drawing: Drawing): Drawing {
  const [, , width, height] = String(drawing.properties['viewBox']).split(' ');
  return { ...drawing, properties: { ...drawing.properties, width: `${width}mm`, height: `${height}mm` } };
}

function stanceFiles({ instrument, examination, readings }: DrawnOf, nickname: string): DrawnFile[] {
  if (!examination) return [];
  const values = readings.flatMap((row): ReadingValue[] => {
    const all = row['readings'] as number[];
    const value = all.reduce((sum, one) => sum + one, 0) / all.length;
    return Number.isFinite(value)
      ? [{ quantity: row['quantity'] as QuantityId, place: row['place'] as ReadPlace, value, sd: 0 }]
      : [];
  });
  const neck = {
    scale: (instrument['scale'] as { metres: number }).metres,
    compensation: COMPENSATION.bass,
    bodyJoin: Number(instrument['bodyJoin']),
  };
  const { reliefFrom, reliefTo } = examination['conditions'] as { reliefFrom: number; reliefTo: number };
  const side = (of: StringSide) => {
    const { measured } = sideMeasured(values, of);
    return (
      measured && {
        stance: stanceOf(neck, valuesOf(measured), { reliefFrets: [reliefFrom, reliefTo] }),
        saddleShowing: measured.saddleShowing.value,
      }
    );
  };
  const drawing = stanceDrawing(
    {
      neck,
      bass: side('bass'),
      treble: side('treble'),
      tilt: readingOn(values, 'bridgeTilt', 'centre')?.value ?? null,
      belly: readingOn(values, 'bellyBehindBridge', 'centre')?.value ?? null,
      exaggeration: EXAGGERATION,
    },
    PAPER_INKS,
  );
  const date = String(examination['date']);
  return drawing
    ? [
        {
          name: `stance ${date}.svg`,
          type: 'image/svg+xml',
          says: `${nickname}: stance of ${date}, heights ${EXAGGERATION} times`,
          text: toSvg(drawing),
        },
      ]
    : [];
}
