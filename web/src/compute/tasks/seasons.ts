import type { StringSide } from '@upright-elder/core/strings';
import type { Scenario } from '@upright-elder/core/air';
import { isoDate } from '@upright-elder/core/days';
import {
  expectThrough,
  prepareYear,
  yearUnder,
  type Calibration,
  type YearInput,
  type MonthAhead,
  type PreparedYear,
  type SideFit,
} from '@upright-elder/core/forecast';
import { sayingIn, sayYear, type Sentence } from '@upright-elder/core/wording';
import type { HeightUnit } from '@upright-elder/core/units';

/** What years are worked out from; sent once, asked about many times. */
export interface SeasonsTask {
  yearInput: YearInput;
  sides: SideFit[];
  /** the series on the chart */
  shown: Calibration;
  sayIn: HeightUnit;
}

export interface ScenarioPoint {
  date: string;
  median: number;
  band80: [number, number];
  moisture: number;
}

/** The coming year as a scenario makes it. */
export interface ScenarioYear {
  points: ScenarioPoint[];
  months: { side: StringSide; months: MonthAhead[] }[];
  sentences: Sentence[];
  /** how long it took, ms */
  took: number;
}

const STEP_DAYS = 7;
let task: (SeasonsTask & { prepared: PreparedYear }) | null = null;

/** Scenarios beside the page: an answer while the finger is still on the slider. */
export const api = {
  load(given: SeasonsTask): void {
    task = { ...given, prepared: prepareYear(given.yearInput, given.sides) };
  },
  year(scenario: Scenario): ScenarioYear {
    if (!task) throw new Error('nothing was given to work a year out from');
    const began = performance.now();
    const { yearInput, prepared, shown, sayIn } = task;
    const year = yearUnder(prepared, scenario);
    const days = Array.from({ length: 53 }, (_, i) => yearInput.from + STEP_DAYS * i);
    const points = expectThrough(shown, yearInput.climate, days, {
      today: yearInput.today ?? undefined,
      scenario,
    }).map(({ day, median, band80, moisture }) => ({ date: isoDate(day), median, band80, moisture }));
    return {
      points,
      months: year.sides.map(({ side, answers }) => ({ side, months: answers.months })),
      sentences: sayYear(year, yearInput.from, sayingIn(sayIn), yearInput.judged),
      took: performance.now() - began,
    };
  },
};
