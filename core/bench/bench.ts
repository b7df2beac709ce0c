import { Matrix, solve } from 'ml-matrix';
import { coverage } from '../simulated/coverage.js';
import { simulateInstrument } from '../simulated/instruments.js';
import {
  actionBelief,
  actionSensitivity,
  AirLog,
  attribute,
  calibrate,
  climateOfLog,
  equilibriumMoisture,
  expectThrough,
  parseLength,
  woodMoisture,
  yearAhead,
  type Visit,
} from '../src/index.js';

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
const show = (name: string, ms: number, limit?: number) =>
  console.log(
    `${(ms / reference).toFixed(2).padStart(8)} ×  ${ms.toFixed(2).padStart(8)} ms  ${name}${limit ? (ms < limit ? ` (under ${limit} ms, as wanted)` : ` (OVER the ${limit} ms that are wanted)`) : ''}`,
  );

const simulated = simulateInstrument(7, 8);
const log = new AirLog(simulated.air);
const climate = climateOfLog(log);
const visits = (count: number, settling: boolean): Visit[] =>
  Array.from({ length: count }, (_, i) => {
    const day = 40 + Math.floor((i * (log.lastDay - 60)) / count);
    const wood = woodMoisture(day, log)!;
    return {
      day,
      value: simulated.truth(day),
      sd: 0.0001,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      daysAtPitch: settling ? 10 + day : undefined,
    };
  });
const sensitivity = actionSensitivity({ kind: 'flat', laminated: false });
const belief = actionBelief(sensitivity);
const whole = (count: number, settling: boolean) => () => {
  const calibration = calibrate(visits(count, settling), { climate, belief });
  const days = Array.from({ length: 53 }, (_, i) => log.lastDay + 7 * i);
  expectThrough(calibration, climate, days);
  attribute(calibration);
  yearAhead(calibration, climate, [0.002, 0.003], log.lastDay, 364, { seed: 1 });
};
show(
  'forecast of one string side, 10 examinations: fit, bands, attribution, year ahead',
  time(whole(10, false)),
);
for (const settling of [false, true]) {
  const both = time(() => {
    whole(40, settling)();
    whole(40, settling)();
  });
  show(
    `forecast of one instrument (both sides), 40 examinations${settling ? ', strung up a while ago: settling too' : ''}`,
    both,
    30,
  );
}
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

console.log(
  '\nHow often the bands hold six months ahead, over 1,000 simulated instruments each (80 % wanted: 75 to 86 %):',
);
for (const count of [2, 4, 6, 8]) {
  const { in50, in80, in95, width80 } = coverage(count, 1000);
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  console.log(
    `  ${count} visits: 50 % band ${percent(in50)}, 80 % band ${percent(in80)}, 95 % band ${percent(in95)}; 80 % band ${width80.toFixed(2)} mm wide`,
  );
}
