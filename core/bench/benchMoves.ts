// Which air belongs to which year: bands, false alarms and questions over simulated instruments that were moved, whose log
// was another room's or whose logger changed its ways, in two worlds made by different means; and a plain competitor.
import { kindErrors } from '../simulated/breathingKinds.js';
import { movedCell, type MovedCell } from '../simulated/movedCoverage.js';
import { simulateMoved, type MovedVariant, type World } from '../simulated/movedInstruments.js';
import { simulateOther } from '../simulated/otherWorld.js';
import { figure } from './figures.js';

const MANY = Number(process.argv[2] ?? 300);
const VISITS = [3, 5, 9];
const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
const list = (cells: readonly MovedCell[], of: (cell: MovedCell) => number) =>
  cells.map((cell) => percent(of(cell))).join(' | ');

/** What is wanted of each world: bands from, and whether it is asked falsely there. */
const WORLDS: { world: World; least95: number; asked: number | null }[] = [
  { world: 'plain', least95: 0.9, asked: 0.06 },
  { world: 'moved once', least95: 0.9, asked: 0.1 },
  { world: 'moved in turn', least95: 0.9, asked: 0.1 },
  { world: 'room changed', least95: 0.94, asked: null },
  { world: 'sensor changed', least95: 0.94, asked: null },
  { world: 'sensor drifts', least95: 0.94, asked: null },
  { world: 'wrong room', least95: 0.89, asked: null },
  { world: 'move not recorded', least95: 0.89, asked: null },
];
/** Chance alone moves a share by so much, standard errors of a mean over so many instruments. */
const chance = (share: number) => 2 * Math.sqrt((share * (1 - share)) / MANY);

const means = new Map<string, number>();
for (const [name, simulate] of [
  ['first world', simulateMoved],
  ['second world', simulateOther],
] as const)
  for (const { world, least95, asked } of WORLDS) {
    const cells = VISITS.map((visits) => movedCell(simulate, { world }, visits, MANY));
    const still = VISITS.map((visits) => movedCell(simulate, { world, drift: 0 }, visits, MANY, 10001));
    const holds = cells.every(
      ({ in80, in95 }) =>
        in80 >= 0.76 - chance(0.76) && in80 <= 0.9 + chance(0.9) && in95 >= least95 - chance(least95),
    );
    means.set(`${name} ${world}`, cells.reduce((sum, { in80 }) => sum + in80, 0) / cells.length);
    figure(
      `air, ${name}, ${world}: 80 % and 95 % bands half a year ahead, 3 | 5 | 9 visits`,
      `76 to 90 %, from ${percent(least95)} on`,
      `${list(cells, ({ in80 }) => in80)}; ${list(cells, ({ in95 }) => in95)}`,
      holds,
    );
    figure(
      `air, ${name}, ${world}: creep called where there is none`,
      'under 5 %',
      list(still, ({ called }) => called),
      still.every(({ called }) => called < 0.05 + chance(0.05)),
    );
    if (asked !== null)
      figure(
        `air, ${name}, ${world}: asked though nothing is wrong`,
        `under ${percent(asked)}`,
        list(cells, (cell) => cell.asked),
        cells.every((cell) => cell.asked < asked),
      );
    else console.log(`${name}, ${world}: asked ${list(cells, (cell) => cell.asked)}`);
  }
const apart = WORLDS.map(({ world }) => ({
  world,
  by: Math.abs(means.get(`first world ${world}`)! - means.get(`second world ${world}`)!),
}));
const most = apart.reduce((a, b) => (b.by > a.by ? b : a));
figure(
  'air: the two worlds hold 80 % bands alike, means over 3, 5 and 9 visits',
  'within 4 points',
  `at most ${percent(most.by)} (${most.world})`,
  most.by < 0.04 + chance(0.8) / Math.sqrt(VISITS.length),
);

const CREEP: [string, MovedVariant][] = [
  ['plain', { world: 'plain', drift: 0.15 }],
  ['moved once, recorded', { world: 'moved once', drift: 0.15 }],
];
for (const [name, variant] of CREEP)
  console.log(
    `creep of 0.15 mm a year, ${name}: called ${list(
      VISITS.map((visits) => movedCell(simulateMoved, variant, visits, MANY)),
      ({ called }) => called,
    )}`,
  );
for (const [name, variant] of [
  ['one hygrometer mistyped by 10 to 30 %', { world: 'plain', drift: 0, mistyped: true }],
  ['a meter beside', { world: 'plain', drift: 0, meter: true }],
  ['a meter beside, wrong room', { world: 'wrong room', drift: 0, meter: true }],
] satisfies [string, MovedVariant][]) {
  const cells = VISITS.map((visits) => movedCell(simulateMoved, variant, visits, MANY, 20001));
  figure(
    `air: ${name}: creep called where there is none`,
    'under 5 %',
    `${list(cells, ({ called }) => called)}; asked ${list(cells, ({ asked }) => asked)}`,
    cells.every(({ called }) => called < 0.05 + chance(0.05)),
  );
}

const PAIRS = Math.round((MANY * 10) / 3);
for (const [world, least, wanted] of [
  ['plain', 0.03, 'at most 3 % more'],
  ['wrong room', -0.1, 'at least 10 % less'],
] as const) {
  const cells = VISITS.map((visits) => movedCell(simulateMoved, { world }, visits, PAIRS, 30001));
  const against = cells.map(({ error, ridge }) => error / ridge - 1);
  figure(
    `air, ${world}: mean error against a ridge on moisture that is told the same air, 3 | 5 | 9 visits, ${PAIRS} pairs`,
    wanted,
    against.map((by) => `${(100 * by).toFixed(1)} %`).join(' | '),
    against.every((by) => by <= least),
  );
}

for (const [name, logSd] of [
  ['kinds differ by a log-sd of 0.4', 0.4],
  ['kinds do not differ', 0],
] as const) {
  const counts = [1, 3, 5, 9];
  const errors = counts.map((visits) => kindErrors(visits, MANY, logSd));
  const show = (of: (one: (typeof errors)[number]) => number) =>
    errors.map((one) => `${(100 * (of(one) - 1)).toFixed(1)} %`).join(' | ');
  figure(
    `air: ten of its kind in the shop, ${name}: mean error against the house’s belief, ${counts.join(' | ')} visits`,
    logSd > 0 ? 'less at one and three, below the ridge up to five' : 'at most 2 % more',
    `${show(({ taught, house }) => taught / house)}; against the ridge ${show(({ taught, ridge }) => taught / ridge)}; shown in ${percent(errors[0]!.shown)}`,
    logSd > 0
      ? errors.slice(0, 2).every(({ taught, house }) => taught < house) &&
          errors.slice(0, 3).every(({ taught, ridge }) => taught < ridge)
      : errors.every(({ taught, house }) => taught < 1.02 * house),
  );
}
