import { dayOf } from '../days/index.js';
import { actionSensitivity, breathingSeen, type BreathingSeen } from '../forecast/index.js';
import type { HoursTaken, LearnedCase } from '../repair-plans/index.js';
import { readingOn } from '../readings/index.js';
import { RISES, TREATMENTS } from '../treatments/index.js';
import type { ExaminationFacts, InstrumentRecord, InterventionFacts } from './facts.js';
import type { InstrumentFit } from './fit.js';

/** What an instrument's own before and after says of what treatments do. */
export interface Taught {
  cases: LearnedCase[];
  hours: HoursTaken[];
  /** how it breathes against what is believed of any like it; null where its readings hardly say */
  breathing: BreathingSeen | null;
}

/** Strung again it is read at once, and once it has rested; days. House figures. */
const AT_ONCE = 5;
const RESTED = 10;
/** A belly that stands this little over its dome teaches nothing of flattening, m. */
const FOLDED = 0.8e-3;
/** So many readings make a breathing of its own, and no more than this may be unknown of it. */
const ENOUGH = { visits: 4, spread: 0.35 };

/**
 * Before and after of everything that was done: the share of a fold that flattening took, how far the saddle line rose
 * again under tension after it was opened or glued, and how the top breathes against what was solved for it.
 */
export function taughtBy(
  record: InstrumentRecord,
  fit: Pick<InstrumentFit, 'sides' | 'lever' | 'top'>,
): Taught {
  const { interventions, examinations, top } = record;
  const cases = interventions.flatMap((work, i) => {
    if (work.roughly) return [];
    const from = dayOf(work.date);
    const until = interventions[i + 1] ? dayOf(interventions[i + 1]!.date) : Infinity;
    const after = examinations.filter(({ date }) => dayOf(date) >= from && dayOf(date) < until);
    const before = examinations.filter(({ date }) => dayOf(date) <= from);
    return [...flattened(work, before, after, record), ...rose(work, after, fit)];
  });
  const side = fit.sides[0];
  const { value: mean, sd } = side?.calibration.sensitivity ?? { value: 0, sd: 1 };
  const breathes: LearnedCase[] =
    side &&
    top?.rise &&
    !record.instrument.laminatedTop &&
    side.calibration.visits.length >= ENOUGH.visits &&
    sd < ENOUGH.spread * Math.abs(mean)
      ? // the action goes half with the saddle line
        [{ kind: 'top against model', value: (2 * mean) / top.rise, sd: (2 * sd) / top.rise }]
      : [];
  const hours = interventions.flatMap(({ treatments = [], hours: took }): HoursTaken[] =>
    // hours of one treatment alone: those of several cannot be told apart
    took !== undefined && took > 0 && treatments.length === 1
      ? [{ treatment: treatments[0]!, hours: took }]
      : [],
  );
  return { cases: [...cases, ...breathes], hours, breathing: breathingOf(record, fit) };
}

/** Kinds that may breathe alike: how the body is built, its top solid or laminated, and how that is braced. */
export const breathingKind = ({ type, laminatedTop, build }: InstrumentRecord['instrument']): string =>
  [type, laminatedTop ? 'laminated' : 'solid', build.bracing ?? 'bracing not known'].join(', ');

/** Of the side that is known best. */
function breathingOf(
  { instrument }: InstrumentRecord,
  { sides, top }: Pick<InstrumentFit, 'sides' | 'top'>,
): BreathingSeen | null {
  const any = actionSensitivity(top);
  const seen = sides.flatMap(({ prior, calibration, all }) => {
    if (all.length < ENOUGH.visits || !calibration.airSure) return [];
    return breathingSeen(prior, calibration.sensitivity) ?? [];
  });
  const best = seen.sort((a, b) => a.sd - b.sd)[0];
  if (!best || !(any.value > 0)) return null;
  return {
    kind: breathingKind(instrument),
    ratio: { value: best.value / any.value, sd: best.sd / any.value },
  };
}

const bellyOf = ({ readings }: ExaminationFacts) => readingOn(readings, 'bellyBehindBridge', 'centre');

/** What share of what stood over the built dome went, once it had rested. */
function flattened(
  { treatments = [], date }: InterventionFacts,
  before: readonly ExaminationFacts[],
  after: readonly ExaminationFacts[],
  { instrument }: Pick<InstrumentRecord, 'instrument'>,
): LearnedCase[] {
  if (!treatments.includes('flatten-belly')) return [];
  const was = before.map(bellyOf).findLast((one) => one);
  const rested = after.filter((one) => dayOf(one.date) >= dayOf(date) + RESTED);
  const is = rested.map(bellyOf).find((one) => one);
  if (!was || !is) return [];
  const { bodyWidth, domeRadius } = instrument;
  // a dome rises by half its chord squared over twice its radius; a common one where that is not known
  const dome = domeRadius ? ((bodyWidth ?? 0.4) / 2) ** 2 / (2 * domeRadius) : 2.2e-3;
  const stood = was.value - dome;
  if (stood < FOLDED) return [];
  const error = Math.hypot(was.sd, is.sd, domeRadius ? 0.2e-3 : 0.6e-3);
  return [{ kind: 'flattening', value: (was.value - is.value) / stood, sd: error / stood }];
}

/** How far the saddle line rose between stringing up and rest: of the belly where it was read, else of the action. */
function rose(
  { treatments = [], date }: InterventionFacts,
  after: readonly ExaminationFacts[],
  { lever }: Pick<InstrumentFit, 'lever'>,
): LearnedCase[] {
  const rises = treatments.flatMap((id) =>
    TREATMENTS[id].effects.flatMap((effect) => (effect.on === 'structure' ? [effect.rise] : [])),
  );
  if (rises.length === 0) return [];
  const kind = rises.includes(RISES.opened) ? 'rise when opened' : 'rise when glued';
  const strung = after.filter(({ strings }) => strings === 'pitch');
  const from = strung.find((one) => (one.daysAtPitch ?? dayOf(one.date) - dayOf(date)) <= AT_ONCE);
  const to = strung.find((one) => from && one !== from && dayOf(one.date) - dayOf(from.date) >= RESTED);
  if (!from || !to) return [];
  const [a, b] = [bellyOf(from), bellyOf(to)];
  if (a && b) return [{ kind, value: b.value - a.value, sd: Math.hypot(a.sd, b.sd, 0.15e-3) }];
  const [x, y] = [from, to].map(({ readings }) => readingOn(readings, 'action12', 'bass'));
  if (!x || !y) return [];
  const per = lever.bass;
  return [{ kind, value: per * (y.value - x.value), sd: per * Math.hypot(x.sd, y.sd, 0.1e-3) }];
}
