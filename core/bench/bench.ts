import { Matrix, solve } from 'ml-matrix';
import { coverage, driftCalled, USUAL } from '../simulated/coverage.js';
import { closureFigures, SIMULATED_SLIPS } from '../simulated/closures.js';
import { simulateInstrument, type Variant } from '../simulated/instruments.js';
import {
  actionBelief,
  actionSensitivity,
  AirLog,
  attribute,
  calibrate,
  climateOfLog,
  equilibriumMoisture,
  expectThrough,
  isFollowed,
  parseLength,
  prepareYear,
  QUANTITIES,
  QUANTITY_IDS,
  sayingIn,
  sayYear,
  seriesBelief,
  stanceOf,
  woodMoisture,
  yearUnder,
  type DailyAir,
  type YearInput,
  type Played,
  type Scenario,
  type SideFit,
  type TopConstruction,
  type Visit,
} from '../src/index.js';
import { figure, figureUnder } from './figures.js';

/** Milliseconds of one call: the median of many, after warming up. */
function time(work: () => unknown, rounds = 15): number {
  for (let i = 0; i < 20; i++) work();
  const took: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    work();
    took.push(performance.now() - began);
  }
  return took.sort((a, b) => a - b)[Math.floor(rounds / 2)]!;
}

const size = 120;
const matrix = Matrix.eye(size)
  .mul(size)
  .add(
    new Matrix(
      Array.from({ length: size }, (_, i) => Array.from({ length: size }, (_, j) => Math.sin(i * j))),
    ),
  );
const right = Matrix.ones(size, 1);
const reference = time(() => solve(matrix, right), 40);
console.log(
  `Reference: a dense system of ${size} unknowns solved by ml-matrix, ${reference.toFixed(2)} ms. Figures below are times this.`,
);
const show = (name: string, ms: number, limit?: number) => {
  if (limit) figureUnder(name, ms, limit);
  console.log(`${(ms / reference).toFixed(2).padStart(8)} ×  ${ms.toFixed(2).padStart(8)} ms  ${name}`);
};

const simulated = simulateInstrument(7, 8);
/** Three years of hourly air, as a logger writes it, summed by day. */
const hourly = simulated.air.flatMap(({ day, humidity, celsius }) =>
  Array.from({ length: 24 }, (_, hour) => ({
    day: day + hour / 24,
    humidity: humidity + 2 * Math.sin((2 * Math.PI * hour) / 24),
    celsius,
  })),
);
function byDay(): DailyAir[] {
  const sums = new Map<number, { count: number; humidity: number; celsius: number }>();
  for (const { day, humidity, celsius } of hourly) {
    const sum = sums.get(Math.floor(day)) ?? { count: 0, humidity: 0, celsius: 0 };
    sum.count += 1;
    sum.humidity += humidity;
    sum.celsius += celsius;
    sums.set(Math.floor(day), sum);
  }
  return [...sums].map(([day, { count, humidity, celsius }]) => ({
    day,
    humidity: humidity / count,
    celsius: celsius / count,
  }));
}
const log = new AirLog(byDay());
const climate = climateOfLog(log);
const visits = (air: AirLog, count: number, settling: boolean): Visit[] =>
  Array.from({ length: count }, (_, i) => {
    const day = 40 + Math.floor((i * (air.lastDay - 60)) / count);
    const wood = woodMoisture(day, air)!;
    return {
      day,
      value: simulated.truth(day) + 0.0001 * Math.sin(i * 7.3),
      sd: 0.0001,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      moistureByLag: wood.byLag,
      daysAtPitch: settling ? 10 + day : undefined,
    };
  });
const top: TopConstruction = { kind: 'flat', laminated: false };
const belief = actionBelief(actionSensitivity(top));
const window: [number, number] = [0.002, 0.003];
const days = Array.from({ length: 53 }, (_, i) => log.lastDay + 7 * i);
const neck = { scale: 0.645, compensation: 0.004, bodyJoin: 14 };
const saddleShowing = 0.0058;
const played: Played = {
  stance: stanceOf(neck, { firstFretGap: 0.48e-3, relief: 0.2e-3, straightedge: 0, saddleShowing }),
  neck,
  pluck: { force: 0.01, logSd: 0.25 },
  relief: null,
  saddleShowing,
  leastShowing: 0.0032,
};
const yearInput: YearInput = {
  climate,
  from: log.lastDay,
  today: null,
  played: { bass: played, treble: played },
  lever: { bass: 2, treble: 2 },
  species: 'sitka-spruce',
  restraint: null,
  kept: 8.6,
  unstressed: { mean: 8.6, sd: 1.5, from: 'lived in' },
};
/** Everything that a full examination follows besides the action, place by place. */
const others = QUANTITY_IDS.filter((id) => id !== 'action12' && isFollowed(id)).flatMap((id) =>
  QUANTITIES[id].places.map(() => id),
);
function whole(count: number, settling: boolean) {
  const air = new AirLog(byDay());
  const season = climateOfLog(air);
  const read = visits(air, count, settling);
  const sides = (['bass', 'treble'] as const).map((side): SideFit => {
    const calibration = calibrate(read, { climate: season, belief });
    expectThrough(calibration, season, days);
    attribute(calibration);
    return { side, calibration, window };
  });
  for (const id of others)
    expectThrough(calibrate(read, { climate: season, belief: seriesBelief(id, top) }), season, days);
  return yearUnder(prepareYear(yearInput, sides));
}
show(
  'calibration of one string side, 10 examinations',
  time(() => calibrate(visits(log, 10, false), { climate, belief })),
);
for (const settling of [false, true])
  show(
    `forecast of one instrument: action of both sides, ${others.length} other series, 40 examinations, three years of hourly air${settling ? ', strung up a while ago: settling too' : ''}`,
    time(() => whole(40, settling), 7),
    60,
  );
const fits = (['bass', 'treble'] as const).map((side): SideFit => ({
  side,
  calibration: calibrate(visits(log, 40, true), { climate, belief }),
  window,
}));
const prepared = prepareYear(yearInput, fits);
let dragged = 30;
show(
  'a scenario dragged on: both sides, bands, months, sentences',
  time(() => {
    dragged = dragged === 30 ? 45 : 30;
    const scenario: Scenario = { kind: 'held in a band', from: dragged, to: 55 };
    const year = yearUnder(prepared, scenario);
    expectThrough(fits[0]!.calibration, climate, days, { scenario });
    return sayYear(year, yearInput.from, sayingIn('mm'));
  }),
  16,
);
show(
  'climate of a room from three years of daily air',
  time(() => climateOfLog(log)),
);
show(
  '10,000 equilibrium moistures',
  time(() => {
    for (let i = 0; i < 10000; i++) equilibriumMoisture(20 + (i % 60), 20);
  }),
);
show(
  '10,000 lengths read',
  time(() => {
    for (let i = 0; i < 10000; i++) parseLength(i % 2 ? '7/64' : '2,8 mm', 'mm');
  }),
);

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
const COUNT = Number(process.argv[2] ?? 1000);
const BROKEN: [string, Variant][] = [
  ['random walk of 0.15 mm per √year', { ...USUAL, walk: 0.15 }],
  ['every one drifts by 0.3 mm a year', { ...USUAL, drifting: 1 }],
  ['lag of 12 to 25 days', { ...USUAL, lag: [12, 25] }],
  ['hysteresis of 0.6 %MC', { ...USUAL, hysteresis: 0.6 }],
  ['a slip in every tenth reading', { ...USUAL, slips: 0.1 }],
];
console.log(
  `\nSix months ahead, over ${COUNT} simulated instruments each: three years, gaps in the log, a third worked on in between`,
);
const table = (name: string, variant: Variant, [from, to]: [number, number]) => {
  console.log(`  ${name} (80 % bands wanted to hold ${from} to ${to} %):`);
  for (const visitCount of [2, 4, 8]) {
    const found = coverage(visitCount, COUNT, variant);
    figure(
      `80 % band, ${visitCount} visits, ${name}`,
      `holds ${from} to ${to} %`,
      percent(found.in80),
      100 * found.in80 >= from && 100 * found.in80 <= to,
    );
    console.log(
      `    ${visitCount} visits: 50 % band ${percent(found.in50)}, 80 % band ${percent(found.in80)}, 95 % band ${percent(found.in95)}; ` +
        `80 % band ${found.width80.toFixed(2)} mm wide; median error ${found.error.toFixed(3)} mm, ` +
        `${percent(found.error / found.sameAsLast)} of "same as last time", ${percent(found.error / found.seasonalAverage)} of a plain average of the season`,
    );
  }
};
table('the model’s own truth', USUAL, [76, 84]);
for (const [name, variant] of BROKEN) table(name, variant, [70, 88]);
const called = (drifting: number) => driftCalled(6, COUNT, { drifting });
const [found, invented] = [called(1), called(0)];
figure('a drift of 0.3 mm a year, six visits, called real', '90 % or more', percent(found), found >= 0.9);
figure('no drift, six visits, called real', 'under 8 %', percent(invented), invented < 0.08);
console.log(
  `\nA drift of 0.3 mm a year called real with six visits over three years: ${percent(found)}, without drift ${percent(invented)}`,
);
const real = (variant: Variant) => percent(driftCalled(6, COUNT, variant));
const odd: Variant = { slips: 0.1, interventions: 1 };
console.log(
  `  with slips and an intervention ${real({ ...odd, drifting: 1 })}, without drift ${real({ ...odd, drifting: 0 })}`,
);

console.log('\nThe closure check over 1,000 examinations each with a slip that is known:');
for (const history of [false, true])
  for (const kind of SIMULATED_SLIPS) {
    const { questioned, reading, readingAndKind } = closureFigures(kind, 1000, history);
    const when = history ? 'examined before' : 'a first examination';
    const wanted = kind === 'sign' || kind === 'slack for pitch' ? 0.9 : 0.7;
    figure(
      `slip “${kind}”, ${when}: reading among the first two`,
      '90 % or more',
      percent(reading),
      reading >= 0.9,
    );
    figure(
      `slip “${kind}”, ${when}: reading and kind`,
      `${percent(wanted)} or more`,
      percent(readingAndKind),
      readingAndKind >= wanted,
    );
    console.log(
      `  ${kind}, ${when}: questioned ${percent(questioned)}, of those the reading ${percent(reading)}, with its kind ${percent(readingAndKind)}`,
    );
  }
