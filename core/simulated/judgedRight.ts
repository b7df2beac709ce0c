import type { Evidence } from '../src/diagnosis/index.js';
import type { InstrumentJudgement } from '../src/instrument/index.js';
import { POINTS, type PointId } from '../src/readings/index.js';

/** Findings that must not stand beside each other; `side` where of one side only. */
const APART: [one: string, other: string, side?: 'side'][] = [
  ['neck-due', 'belly-lifts'],
  ['neck-due', 'neck-asked'],
  ['neck-due', 'neck-overset'],
  ['neck-due', 'thickness-lifts'],
  ['belly-lifts', 'dome-sound'],
  ['belly-folds', 'dome-sound'],
  ['belly-lifts', 'belly-folds'],
  ['saddle-answers', 'saddle-taller'],
  ['saddle-answers', 'saddle-spent'],
  ['saddle-answers', 'neck-due'],
  ['target-low', 'saddle-spent'],
  ['relief-high', 'relief-low'],
  ['relief-high', 'back-bow'],
  ['season-high', 'action-off', 'side'],
  ['season-high', 'season-low', 'side'],
  ['season-low', 'action-off', 'side'],
  ['season-untold', 'action-off', 'side'],
  ['nothing-at-pitch', 'action-off'],
  ['slack-for-pitch', 'saddle-taller'],
  ['slack-for-pitch', 'season-low'],
  ['readings-disagree', 'saddle-answers'],
];

/** Steps that may not be taken of an instrument that may not be strung. */
const NOT_UNSOUND = [
  'saddle',
  'taller-saddle',
  'nut',
  'adjust-rod',
  'thumb-wheels',
  'level-frets',
  'refret',
  'flatten-belly',
];

/** What of a judgement must not be, whatever was found; empty where all is right. */
export function judgedWrong({ findings, order, unsound, sides }: InstrumentJudgement): string[] {
  const wrong: string[] = [];
  const live = findings.some(({ severity }) => severity === 'live');
  if (live && findings[0]!.severity !== 'live') wrong.push('a live finding is not the first');
  for (const [one, other, side] of APART)
    for (const a of findings.filter(({ rule }) => rule === one))
      if (findings.some((b) => b.rule === other && (!side || a.side === b.side)))
        wrong.push(`${one} beside ${other}`);
  const steps = order.map(({ id }) => id as string);
  if (unsound && steps[0] !== 'slacken') {
    // what is kept apart may come before
    const first = steps.find(
      (id) => !['treat-pests', 'isolate-celluloid', 'lay-finish', 'battery-out', 'dry-mould'].includes(id),
    );
    if (first !== 'slacken') wrong.push('unsound, and not slackened first');
  }
  // once an open joint is closed, and it has stood strung, the saddle is cut for it
  const at = (id: string) => steps.indexOf(id);
  const rested = Math.max(at('settle'), at('glue-heel') >= 0 ? at('rest-under-tension') : -1);
  const closed = findings.some(({ rule }) => rule === 'heel-opens') && rested >= 0 && rested < at('saddle');
  if (unsound)
    for (const id of NOT_UNSOUND)
      if (steps.includes(id) && !(closed && id === 'saddle')) wrong.push(`unsound, and ${id}`);
  if (new Set(steps).size !== steps.length) wrong.push('a step twice');
  for (const { side, budget } of sides) {
    if (!budget) continue;
    const sum = budget.terms.reduce((all, { value }) => all + value, 0);
    if (Math.abs(sum - budget.total) > 1e-12) wrong.push(`the ${side} budget does not add up`);
  }
  for (const { id, amounts } of order)
    for (const { value, sd } of amounts)
      if (!Number.isFinite(value) || !(sd >= 0)) wrong.push(`${id} has no amount`);
  // what the plan itself raises is brought down again, and answers no finding
  const asked = order
    .filter(({ id, answers }) => id !== 'saddle' || answers.length > 0)
    .map(({ id }) => id as string);
  // a neck that is set back too far is shimmed, and the saddle set to it
  const lowest = sides.every(({ there }) => there === 'low') && !steps.includes('overset');
  if (sides.length > 0 && lowest)
    for (const id of ['neck-off', 'fit-heel', 'saddle', 'flatten-belly'])
      if (asked.includes(id) && !findings.some(({ rule }) => rule === 'heel-opens' || rule === 'neck-due'))
        wrong.push(`low strings, and ${id}`);
  return wrong;
}

/** What repairs a part that a point looks at. */
const REPAIRS: Partial<Record<PointId, readonly string[]>> = {
  topBraces: ['reglue-brace', 'sister-brace'],
  bridgePlate: ['replace-plate', 'patch-plate'],
  grainCrack: ['graft-top'],
  linings: ['glue-block', 'glue-lining'],
  neckJoint: ['neck-off', 'reset-bolted'],
  headstock: ['glue-headstock'],
  stringAnchor: ['mend-anchor'],
  backBraces: ['reglue-back-brace'],
  cracks: ['close-crack', 'splint-crack'],
  archBars: ['reglue-bar', 'raise-arch'],
  bridge: ['remove-bridge', 'wick-bridge', 'glue-bridge'],
  topShape: ['flatten-belly'],
  fretLift: ['seat-fret'],
};
export const SOUND_POINTS = Object.keys(REPAIRS) as PointId[];

/** The same evidence with a part found sound that nobody had looked at; null where somebody had. */
export function withSound(evidence: Evidence, point: PointId): Evidence | null {
  const { only, states } = POINTS[point];
  if (evidence.points.some((one) => one.point === point) || (only && only !== evidence.instrument.type))
    return null;
  const sound = states.find(({ verdict }) => verdict === 'sound')!.id;
  const item = {
    point,
    states: [sound],
    verdict: 'sound' as const,
    frets: [],
    date: evidence.date ?? '2026-01-01',
    examinationId: 'e',
  };
  return { ...evidence, points: [...evidence.points, item] };
}

/** Repairs of a part that were not asked for before it was found sound. */
export function addedRepairs(
  point: PointId,
  before: InstrumentJudgement,
  after: InstrumentJudgement,
): string[] {
  const had = before.order.map(({ id }) => id as string);
  return after.order
    .map(({ id }) => id as string)
    .filter((id) => REPAIRS[point]!.includes(id) && !had.includes(id));
}
