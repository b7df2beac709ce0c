import { alwaysIn, NO_ROOM } from '../air/index.js';
import { dayOf, isoDate } from '../days/index.js';
import type { BodyPlan } from '../body-plan/index.js';
import type { LooseStretch } from '../top/index.js';
import type { SpeciesId } from '../wood/index.js';
import { bellyOf, looseOf, type BellyProfile } from './belly.js';
import type { InstrumentRecord } from './facts.js';
import { beginsEpoch } from './interventions.js';
import { airLivedIn } from './wood.js';

/** What the plate model is asked for an instrument's forecasts. */
export interface TopQuestion {
  plan: BodyPlan;
  species: SpeciesId;
  /** null where they were not measured, m */
  thickness: number | null;
  domeRadius: number | null;
  /** of the strings, N, under which what is loose presses or swings free */
  pull: number;
  /** what is loose now, and the belly as it was read last; null where it was not read at enough places */
  loose: LooseStretch[];
  belly: BellyProfile | null;
  /** what was loose before and after each intervention that touched a brace */
  interventions: { id: string; before: LooseStretch[]; after: LooseStretch[] }[];
}

/**
 * What is to be solved of an instrument's own top; null where it is none that the plate model knows, or no plan of it is
 * drawn. What was loose before an intervention is what was seen up to the day before; what was loose after it, what was
 * seen by the next examination.
 */
export function topQuestionOf({
  instrument,
  plan,
  marks,
  interventions,
  examinations,
}: Omit<InstrumentRecord, 'top' | 'kept'>): TopQuestion | null {
  if (instrument.type !== 'flat-top' || !plan) return null;
  const stretches = (until?: string): LooseStretch[] =>
    looseOf(plan, marks, until).map(({ brace, from, to, gap, letIn }) => ({ brace, from, to, gap, letIn }));
  return {
    plan,
    species: instrument.topSpecies,
    thickness: instrument.topThickness,
    domeRadius: instrument.domeRadius,
    pull: instrument.stringPull,
    loose: stretches(),
    // by the air of its own examination: a question that hung on the whole log would be asked anew every day
    belly: bellyOf(plan, examinations, {
      species: instrument.topSpecies,
      air: airLivedIn(examinations, instrument.topSpecies, alwaysIn(NO_ROOM)),
    }),
    interventions: interventions
      .filter(({ kinds }) => beginsEpoch(kinds))
      .map(({ id, date }) => {
        const next = examinations.find((one) => one.date >= date)?.date ?? date;
        return { id, before: stretches(isoDate(dayOf(date) - 1)), after: stretches(next) };
      })
      .filter(({ before, after }) => JSON.stringify(before) !== JSON.stringify(after)),
  };
}
