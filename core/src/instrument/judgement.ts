import { diagnose, sayIn, type Diagnosis, type Evidence, type Today } from '../diagnosis/index.js';
import type { PreparedYear } from '../forecast/index.js';
import {
  groundOf,
  NO_MONEY,
  NO_SETTINGS,
  ownPlanOf,
  regrounded,
  soundWanted,
  stepsOf,
  wished,
  type Ground,
  type LearnedEffects,
  type Settings,
  type Wishes,
} from '../plans/index.js';
import type { Ordered, TreatmentId } from '../treatments/index.js';
import type { HeightUnit } from '../units/index.js';
import type { InstrumentToday } from './today.js';

/** What everything that is recorded leads to: why, what is the matter, what to find out, what to do in which order. */
export interface InstrumentJudgement extends Diagnosis {
  /** of the last examination; null before the first */
  date: string | null;
  examinationId: string | null;
  order: Ordered[];
}

/**
 * @param today the instrument as it stands on the day, with its coming year
 * @param unit how heights are said
 */
export function judgeInstrument(
  evidence: Evidence,
  today: Pick<InstrumentToday, 'sides'> & { prepared?: PreparedYear },
  unit: HeightUnit,
  { chosen = null, effects }: { chosen?: ChosenPlan | null; effects?: LearnedEffects } = {},
): InstrumentJudgement {
  const ground = groundToday(evidence, today, unit, effects);
  const say = sayIn(unit);
  const steps = chosen
    ? stepsOfChosen(ground, today, unit, chosen)
    : stepsOf(ground, soundWanted(ground), NO_SETTINGS, say).steps;
  return {
    ...ground.diagnosis,
    date: evidence.date,
    examinationId: evidence.examinationId,
    order: steps,
  };
}

/** The plan that somebody chose: its treatments, and what is wanted otherwise. */
export interface ChosenPlan {
  ids: TreatmentId[];
  settings: Settings;
  wishes: Wishes;
}

/** Its steps as everything recorded since makes them. */
function stepsOfChosen(
  ground: Ground,
  today: Pick<InstrumentToday, 'sides'>,
  unit: HeightUnit,
  { ids, settings, wishes }: ChosenPlan,
): Ordered[] {
  const under = wished(ground.evidence, standsToday(today), wishes);
  const diagnosis = diagnose(under.evidence, unit, under.today);
  const own = regrounded(ground, { evidence: under.evidence, diagnosis });
  return ownPlanOf(own, ids, settings, NO_MONEY, sayIn(unit)).steps;
}

/** What all plans of an instrument are made on, on a day. */
export function groundToday(
  evidence: Evidence,
  today: Pick<InstrumentToday, 'sides'> & { prepared?: PreparedYear },
  unit: HeightUnit,
  effects?: LearnedEffects,
): Ground {
  const diagnosis = diagnose(evidence, unit, standsToday(today));
  return groundOf({ evidence, diagnosis }, today.prepared ?? null, effects);
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
        atKept: { value: stands.atKept.mean, sd: stands.atKept.sd },
      },
    ]),
  );
