import { diagnose, sayIn, type Diagnosis, type Evidence, type Today } from '../diagnosis/index.js';
import type { PreparedYear } from '../forecast/index.js';
import {
  groundOf,
  NO_SETTINGS,
  soundWanted,
  stepsOf,
  type Ground,
  type LearnedEffects,
} from '../plans/index.js';
import type { Ordered } from '../treatments/index.js';
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
): InstrumentJudgement {
  const ground = groundToday(evidence, today, unit);
  const { steps } = stepsOf(ground, soundWanted(ground), NO_SETTINGS, sayIn(unit));
  return {
    ...ground.diagnosis,
    date: evidence.date,
    examinationId: evidence.examinationId,
    order: steps,
  };
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
