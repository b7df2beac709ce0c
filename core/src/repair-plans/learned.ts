import type { Uncertain } from '../numeric/index.js';
import { FLATTENS, RISES, TREATMENT_IDS, TREATMENTS, type TreatmentId } from '../treatments/index.js';

/** Effects that a shop's own work teaches. */
export const LEARNED_KINDS = [
  'flattening',
  'rise when opened',
  'rise when glued',
  'top against model',
] as const;
export type LearnedKind = (typeof LEARNED_KINDS)[number];

/** What is believed of an effect, and how many cases of the shop's own stand behind it. */
export interface LearnedEffect extends Uncertain {
  cases: number;
}

/** Everything that the shop's before and after says of what treatments do. */
export interface LearnedEffects {
  effects: Record<LearnedKind, LearnedEffect>;
  /** of a treatment's hands-on hours as the catalogue has them, a factor, by treatment */
  hours: Partial<Record<TreatmentId, LearnedEffect>>;
}

/** What is believed before any case: house figures from common practice. */
export const PRIORS: Record<LearnedKind, Uncertain> = {
  flattening: FLATTENS,
  'rise when opened': RISES.opened,
  'rise when glued': RISES.glued,
  // a top in use moves by six tenths of what is solved for it: house figure
  'top against model': { value: 0.6, sd: 0.25 },
};
/** How far one case differs from the next, beyond the errors of its readings. House figures. */
const SPREADS: Record<LearnedKind, number> = {
  flattening: 0.15,
  'rise when opened': 0.4e-3,
  'rise when glued': 0.2e-3,
  'top against model': 0.25,
};

export const HOUSE_EFFECTS: LearnedEffects = {
  effects: Object.fromEntries(
    LEARNED_KINDS.map((kind) => [kind, { ...PRIORS[kind], cases: 0 }]),
  ) as LearnedEffects['effects'],
  hours: {},
};

/** One before and after: what a treatment did, with its error. */
export interface LearnedCase extends Uncertain {
  kind: LearnedKind;
}

/** Hours that a treatment took. */
export interface HoursTaken {
  treatment: TreatmentId;
  hours: number;
}

/** By how much a job's hours differ from the catalogue's, as a factor, and how wide the first belief is. House figures. */
const HOURS = { sd: 0.35, between: 0.3 };
/** The same of a treatment of which the shop has no case yet. */
export const HOURS_SD = HOURS.sd;

/**
 * What is believed after the shop's cases: the mean of a normal with a known spread, from a normal belief (A. Gelman et al.,
 * *Bayesian Data Analysis*, chapter 2). The band is that of the next case: what is not known of the mean, and how far
 * one case differs from the next.
 */
export function learnEffects(cases: readonly LearnedCase[], taken: readonly HoursTaken[]): LearnedEffects {
  const effects = Object.fromEntries(
    LEARNED_KINDS.map((kind) => {
      const own = cases.filter((one) => one.kind === kind);
      return [kind, nextOf(PRIORS[kind], SPREADS[kind], own)];
    }),
  ) as LearnedEffects['effects'];
  const hours: LearnedEffects['hours'] = {};
  for (const id of TREATMENT_IDS) {
    const [from, to] = TREATMENTS[id].hands;
    const own = taken
      .filter(({ treatment }) => treatment === id)
      .map(({ hours: took }) => ({ value: Math.log(took / ((from + to) / 2)), sd: 0 }));
    if (own.length === 0) continue;
    const next = nextOf({ value: 0, sd: HOURS.sd }, HOURS.between, own);
    hours[id] = { value: Math.exp(next.value), sd: Math.exp(next.value) * next.sd, cases: own.length };
  }
  return { effects, hours };
}

/** The next case, by a belief of it and the cases that there were. */
function nextOf(prior: Uncertain, spread: number, cases: readonly Uncertain[]): LearnedEffect {
  // what is believed beforehand is of the next case: of the mean it is narrower by the spread
  const before = Math.sqrt(Math.max(prior.sd ** 2 - spread ** 2, (0.5 * prior.sd) ** 2));
  let [precision, weighted] = [1 / before ** 2, prior.value / before ** 2];
  for (const { value, sd } of cases) {
    const weight = 1 / (spread ** 2 + sd ** 2);
    precision += weight;
    weighted += weight * value;
  }
  if (cases.length === 0) return { ...prior, cases: 0 };
  return {
    value: weighted / precision,
    sd: Math.hypot(1 / Math.sqrt(precision), spread),
    cases: cases.length,
  };
}
