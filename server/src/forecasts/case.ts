import type { Examination, Instrument } from '@upright-elder/contract';
import type { AirLog, Climate, TopConstruction } from '@upright-elder/core';
import type { RoomClimate } from '../air/room-climate.js';
import { climateFor, outlookOf, topOf, type Outlook } from './outlook.js';

/** Everything that a judgement of an instrument stands on, worked out once. */
export interface Case {
  instrument: Instrument;
  top: TopConstruction;
  examinations: Examination[];
  climate: Climate;
  /** what the packs hold of the case that it lives in, percent; null elsewhere */
  packs: number | null;
  log: AirLog;
  /** by what factor the top breathes differently since the work noted on a day */
  breathes: Readonly<Record<string, number>>;
  /** how much of the top's shrinking its braces hold back, 0 to 1; null where it has no solved plan */
  restraint: number | null;
  outlook: Outlook;
}

/** What was found for an instrument's own plan. */
export interface FoundTop {
  /** at the saddle line, m per %MC; null where it could not be solved */
  rise: number | null;
  restraint: number | null;
  breathes: Readonly<Record<string, number>>;
}

/** What a case is worked out from. */
export interface CaseGround {
  instrument: Instrument;
  examinations: Examination[];
  /** null where it has no plan, or none that is solved yet */
  solved: FoundTop | null;
  today: number;
}

export function workOutCase(
  { instrument, examinations, solved, today }: CaseGround,
  room: RoomClimate,
): Case {
  const { log, packs } = room;
  const climate = climateFor(examinations, room);
  const top = topOf(instrument, solved?.rise ?? null);
  const breathes = solved?.breathes ?? {};
  const outlook = outlookOf(instrument, top, examinations, log, climate, today, breathes);
  return {
    instrument,
    top,
    examinations,
    climate,
    packs,
    log,
    breathes,
    restraint: solved?.restraint ?? null,
    outlook,
  };
}
