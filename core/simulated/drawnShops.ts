import { seededChance } from '../src/numeric/index.js';
import type { ShopToPlan, StepToPlan, Window } from '../src/schedule/index.js';

/** Everything lies on this grid, minutes, so that a solver by slots can hold it. */
export const GRID = 30;
const DAY = 1440;
/** A Monday at midnight. */
const MONDAY = 29_600 * DAY + 0;

export interface DrawnShop {
  /** steps, from and to */
  steps: readonly [number, number];
  /** people, at most */
  people: number;
  /** days that are opened */
  days: number;
  /** left out: of two to four steps each */
  jobs?: number;
  /** last day of a promise; left out: by how much there is to do */
  promises?: number;
}

/** A shop of nobody's: people, clamps, jobs with their steps, all by chance. Invented. */
export function drawShop(
  seed: number,
  { steps: [least, most], people, days, jobs: many, promises }: DrawnShop,
): ShopToPlan {
  const chance = seededChance(seed * 7919 + 13);
  const upTo = (n: number) => Math.floor(chance() * (n + 1));
  const one = <T>(...of: readonly T[]): T => of[upTo(of.length - 1)]!;
  const count = least + upTo(most - least);
  const dayAt = (day: number, from: number, to: number): Window => [
    MONDAY + day * DAY + from * 60,
    MONDAY + day * DAY + to * 60,
  ];
  const open = Array.from({ length: days }, (_, day) => day)
    .filter((day) => day % 7 < 5)
    .flatMap((day) => [dayAt(day, 9, 13), dayAt(day, 14, 18)]);
  const workers = Array.from({ length: 1 + upTo(people - 1) }, (_, i) => ({
    id: `person ${i}`,
    // some come in the morning alone, some have a day off
    windows: open.filter(([from], k) => {
      if (i === 0) return true;
      const day = Math.floor((from - MONDAY) / DAY);
      return i % 2 === 1 ? day % 7 !== 2 : k % 2 === 0;
    }),
  }));
  const names = workers.map(({ id }) => id);
  const pools = [
    { id: 'clamps', count: 1 + upTo(1) },
    { id: 'heat', count: 1 },
  ];
  const jobs = Array.from({ length: many ?? Math.max(1, Math.round(count / (2 + upTo(2)))) }, (_, i) => ({
    id: `job ${i}`,
    due:
      chance() < 0.85 ? MONDAY + upTo(promises ?? Math.max(1, Math.floor(count / 4))) * DAY + 18 * 60 : null,
    weight: 1 + upTo(3),
  }));
  const made: StepToPlan[] = [];
  for (let i = 0; i < count; i++) {
    const { id: job } = jobs[i % jobs.length]!;
    const own = made.filter((step) => step.job === job);
    const after = own.length === 0 ? [] : chance() < 0.75 ? [own.at(-1)!.id] : [one(...own).id];
    const hands = chance() < 0.06 ? 0 : one(30, 60, 60, 90, 120, 180, 300, 420);
    const wait = one(0, 0, 0, 60, 720, 1440);
    const singles = chance() < 0.7 ? names.map((id) => [id]) : [[one(...names)]];
    const pair = names.length > 1 && chance() < 0.12 ? [[names[0]!, names[1]!]] : singles;
    made.push({
      id: `step ${i}`,
      job,
      hands,
      wait: hands === 0 ? Math.max(wait, 720) : wait,
      after,
      by: hands === 0 ? [] : pair,
      whole: hands > 0 && hands <= 180 && chance() < 0.35,
      uses: [
        ...(wait > 0 && hands > 0 && chance() < 0.6 ? [{ pool: 'clamps', until: 'free' as const }] : []),
        ...(hands > 0 && chance() < 0.2 ? [{ pool: 'heat', until: 'hands' as const }] : []),
      ],
    });
  }
  return { from: MONDAY + 9 * 60, open, workers, pools, jobs, steps: made };
}
