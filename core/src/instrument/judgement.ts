import type { Diagnosis, Evidence, Today } from '../diagnosis/index.js';
import type { PreparedYear } from '../forecast/index.js';
import {
  groundOf,
  NO_MONEY,
  NO_SETTINGS,
  ownPlanOf,
  soundWanted,
  stepsOf,
  underWishes,
  type Ground,
  type LearnedEffects,
  type PlanStep,
  type Settings,
  type Wishes,
} from '../repair-plans/index.js';
import type { TreatmentId } from '../treatments/index.js';
import type { InstrumentToday } from './today.js';

/** What everything that is recorded leads to: why, what is the matter, what to find out, what to do in which order. */
export interface InstrumentJudgement extends Diagnosis {
  /** of the last examination; null before the first */
  date: string | null;
  examinationId: string | null;
  order: PlanStep[];
}

/** @param ground of the day, see {@link groundToday}: whatever else is asked of the day is asked of the same */
export function judgeInstrument(
  ground: Ground,
  { chosen = null }: { chosen?: ChosenPlan | null } = {},
): InstrumentJudgement {
  const { evidence, diagnosis } = ground;
  return {
    ...diagnosis,
    date: evidence.date,
    examinationId: evidence.examinationId,
    order: chosen ? stepsOfChosen(ground, chosen) : stepsOf(ground, soundWanted(ground), NO_SETTINGS).steps,
  };
}

/** The plan that somebody chose: its treatments, and what is wanted otherwise. */
export interface ChosenPlan {
  ids: TreatmentId[];
  settings: Settings;
  wishes: Wishes;
}

/** Its steps as everything recorded since makes them. */
function stepsOfChosen(ground: Ground, { ids, settings, wishes }: ChosenPlan): PlanStep[] {
  return ownPlanOf(underWishes(ground, wishes), ids, settings, NO_MONEY).steps;
}

/** What all plans of an instrument are made on, on a day. */
export function groundToday(
  evidence: Evidence,
  today: Pick<InstrumentToday, 'sides'> & { prepared?: PreparedYear },
  effects?: LearnedEffects,
): Ground {
  return groundOf(evidence, standsToday(today), today.prepared ?? null, effects);
}

/** Where the action stands on the day, by its calibrated series. */
export const standsToday = ({ sides }: Pick<InstrumentToday, 'sides'>): Today =>
  Object.fromEntries(
    sides.map(({ side, stands, year }) => [
      side,
      {
        now: stands.now,
        kept: stands.kept,
        why: stands.why,
        level: year.now,
        error: stands.error,
        atKept: { value: stands.atKept.value, sd: stands.atKept.sd },
      },
    ]),
  );
