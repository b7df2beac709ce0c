import { STRING_SIDES } from '../src/strings/index.js';
import { Matrix, solve } from 'ml-matrix';
import { coverage, USUAL } from '../simulated/coverage.js';
import { closureFigures, SIMULATED_SLIPS } from '../simulated/closures.js';
import { simulateInstrument, type Variant } from '../simulated/instruments.js';
import { called, cracksSaid, endings, said, type Said } from '../simulated/seasons.js';
import {
  actionBelief,
  actionSensitivity,
  AirLog,
  alwaysIn,
  attribute,
  calibrate,
  climateOfLog,
  equilibriumMoisture,
  expectThrough,
  isFollowed,
  livedIn,
  NO_ROOM,
  parseLength,
  prepareYear,
  QUANTITIES,
  QUANTITY_IDS,
  sayingIn,
  sayYear,
  seriesBelief,
  stanceOf,
  woodBelieved,
  yearUnder,
  type Creep,
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
const visits = (air: AirLog, count: number, settling: boolean): Visit[] => {
  const lived = livedIn(alwaysIn({ ...NO_ROOM, log: air }), []);
  return Array.from({ length: count }, (_, i) => {
    const day = 40 + Math.floor((i * (air.lastDay - 60)) / count);
    const wood = woodBelieved(lived, { day })!;
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
};
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
  laminated: false,
  restraint: null,
  kept: 8.6,
  unstressed: { value: 8.6, sd: 1.5, from: 'lived in' },
};
/** Everything that a full examination follows besides the action, place by place. */
const others = QUANTITY_IDS.filter((id) => id !== 'action12' && isFollowed(id)).flatMap((id) =>
  QUANTITIES[id].places.map(() => id),
);
function whole(count: number, settling: boolean) {
  const air = new AirLog(byDay());
  const season = climateOfLog(air);
  const read = visits(air, count, settling);
  const sides = STRING_SIDES.map((side): SideFit => {
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
const fits = STRING_SIDES.map((side): SideFit => ({
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
/** A share that shall lie between two, percent. */
const within = (name: string, share: number, [from, to]: [number, number]) =>
  figure(name, `${from} to ${to} %`, percent(share), 100 * share >= from && 100 * share <= to);

const table = (name: string, variant: Variant, [from, to]: [number, number], in95?: [number, number]) => {
  console.log(`  ${name} (80 % bands wanted to hold ${from} to ${to} %):`);
  for (const visitCount of [2, 4, 8]) {
    const found = coverage(visitCount, COUNT, variant);
    figure(
      `80 % band, ${visitCount} visits, ${name}`,
      `holds ${from} to ${to} %`,
      percent(found.in80),
      100 * found.in80 >= from && 100 * found.in80 <= to,
    );
    if (in95) within(`95 % band, ${visitCount} visits, ${name}`, found.in95, in95);
    console.log(
      `    ${visitCount} visits: 50 % band ${percent(found.in50)}, 80 % band ${percent(found.in80)}, 95 % band ${percent(found.in95)}; ` +
        `80 % band ${found.width80.toFixed(2)} mm wide; median error ${found.error.toFixed(3)} mm, ` +
        `${percent(found.error / found.sameAsLast)} of "same as last time", ${percent(found.error / found.seasonalAverage)} of a plain average of the season`,
    );
  }
};
table('the model’s own truth', USUAL, [76, 84], [92, 97]);
for (const [name, variant] of BROKEN) table(name, variant, [70, 88]);
console.log(`\nWhat Seasons says, gates included, over ${COUNT} simulated instruments each:`);
const sayings = (name: string, visitCount: number, variant: Variant): Said => {
  const found = said(visitCount, COUNT, variant);
  const { creep, told, seasonHolds, unexplained } = found;
  const of = (which: Creep) => percent(creep[which]);
  console.log(
    `  ${name}, ${visitCount} visits: creeping ${of('creeping')}, probably ${of('probably creeping')}, cannot tell ${of('cannot tell')}, steady ${of('steady')}, ` +
      `not told yet ${percent(1 - told)}; season’s 95 % holds ${percent(seasonHolds)}; last reading called odd ${percent(unexplained)}`,
  );
  return found;
};
const drifts = sayings('0.3 mm a year', 6, { drifting: 1 });
const still = sayings('no drift', 6, { drifting: 0 });
const slipped = sayings('no drift, a slip in ten', 6, { drifting: 0, slips: 0.1 });
figure(
  '0.3 mm a year, six visits, called creeping or probably so',
  '90 % or more',
  percent(called(drifts)),
  called(drifts) >= 0.9,
);
figure('no drift, six visits, called so', 'under 4 %', percent(called(still)), called(still) < 0.04);
figure('no drift, a slip in ten, called so', 'under 10 %', percent(called(slipped)), called(slipped) < 0.1);
for (const visitCount of [4, 8]) {
  sayings('0.3 mm a year', visitCount, { drifting: 1 });
  sayings('no drift', visitCount, { drifting: 0 });
}
sayings('a walk of 0.15 mm per √year, no drift', 6, { drifting: 0, walk: 0.15 });
sayings('0.3 mm a year, a slip in ten and an intervention', 6, { drifting: 1, slips: 0.1, interventions: 1 });
sayings('no drift, a slip in ten and an intervention', 6, { drifting: 0, slips: 0.1, interventions: 1 });
for (const visitCount of [4, 6, 8]) {
  const usual = sayings('a bench book', visitCount, USUAL);
  within(`season’s stated 95 %, ${visitCount} visits`, usual.seasonHolds, [90, 98]);
  within(`last reading called odd though nothing moved, ${visitCount} visits`, usual.unexplained, [3, 8]);
  sayings('a neck joint that moved 0.5 mm before the last visit', visitCount, { ...USUAL, neckMoves: 0.5 });
}

for (const [name, variant] of [
  ['drift as the fit believes', { driftSd: 0.17 }],
  ['half of them still, half at 0.05 to 0.5 mm a year', { driftBetween: [0.05, 0.5] }],
] as [string, Variant][]) {
  const counts = [2, 4, 8];
  const told = counts.map((visitCount) => endings(visitCount, COUNT, variant));
  figure(
    `years ahead, not before the year that is named, ${counts.join(' | ')} visits, ${name}`,
    'right in 85 % or more',
    `${told.map(({ notBefore }) => percent(notBefore)).join(' | ')}; the whole span holds ${told.map(({ holds }) => percent(holds)).join(' | ')}; “not within twenty years” right in ${told.map(({ neverHolds }) => percent(neverHolds)).join(' | ')}`,
    told.every(({ notBefore }) => notBefore >= 0.85),
  );
}

console.log('\nCracks, three widths over 3 %MC and a room log:');
const logged = { widths: 3, span: 3, moistureSd: 0.4 };
for (const [name, from, to] of [
  ['16 to 24', 16, 24],
  ['10 to 12', 10, 12],
  ['8 to 10', 8, 10],
] as const) {
  const found = cracksSaid(COUNT, (u) => from + (to - from) * u, logged);
  console.log(
    `  closing at ${name} %MC: ${Object.entries(found)
      .map(([answer, part]) => `${answer} ${percent(part)}`)
      .join(', ')}`,
  );
}
const never = cracksSaid(COUNT, (u) => 16 + 8 * u, logged)['fill or splint'];
figure(
  '“fill or splint”, of cracks that close at 16 %MC or more',
  '60 % or more',
  percent(never),
  never >= 0.6,
);
for (const [name, about] of [
  ['three widths over 3 %MC, room log', logged],
  ['two widths over 1 %MC, no log', { widths: 2, span: 1, moistureSd: 0.98 }],
] as const) {
  const wrong = cracksSaid(COUNT, (u) => 8 + 4 * u, about)['fill or splint'];
  figure(
    `“fill or splint” of cracks that close at 8 to 12 %MC, ${name}`,
    'under 5 %',
    percent(wrong),
    wrong < 0.05,
  );
}

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
