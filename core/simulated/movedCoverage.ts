import {
  actionBelief,
  actionSensitivity,
  attribute,
  calibrate,
  comingMoisture,
  EVER_BEFORE,
  equilibriumMoisture,
  expectOn,
  isAirAsked,
  livedIn,
  roomAir,
  tieVariance,
  woodBelieved,
  type Calibration,
  type Climate,
  type LivedAir,
  type PathOfRooms,
  type SeriesBelief,
  type Visit,
} from '../src/index.js';
import { SIX_MONTHS } from './coverage.js';
import type { MovedInstrument, MovedVariant } from './movedInstruments.js';

type Simulate = (seed: number, visits: number, variant: MovedVariant) => MovedInstrument;

/** What of a world's instruments held, and what was said of them: shares of all, and of those without creep. */
export interface MovedCell {
  in80: number;
  in95: number;
  /** called creeping or probably so, of all: of those without creep falsely */
  called: number;
  /** where it lay is asked, or what is wrong with log or reading */
  asked: number;
  /** mean error half a year ahead, mm; the competitor's under the same air */
  error: number;
  ridge: number;
}

const USUAL_BELIEF = actionBelief(actionSensitivity({ kind: 'flat', laminated: false }));

/** A simulated instrument taken the way of a real one. */
export function fittedMoved(
  simulated: MovedInstrument,
  belief: SeriesBelief = USUAL_BELIEF,
): { lived: LivedAir; calibration: Calibration; climate: Climate; last: number } {
  const last = simulated.visits.at(-1)!.day;
  const rooms = new Map(Object.entries(simulated.rooms).map(([name, log]) => [name, roomAir(log, null)]));
  const stays = simulated.recorded
    .filter(({ from }) => from <= last)
    .map(({ from, room }) => ({
      from: Number.isFinite(from) ? from : EVER_BEFORE,
      room,
      name: room,
      air: rooms.get(room)!,
    }));
  const path: PathOfRooms = { stays, home: stays.at(-1)! };
  const lived = livedIn(path, simulated.visits);
  const visits = simulated.visits.map(({ day, value, sd, air, meter }, i): Visit => {
    const wood = woodBelieved(lived, { day, air, meter })!;
    return {
      day,
      value,
      sd,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      moistureByLag: wood.byLag,
      believed: wood.believed,
      tied: i === 0 ? 0 : tieVariance(lived, simulated.visits[i - 1]!.day, day),
    };
  });
  const calibration = calibrate(visits, { climate: lived.climate, belief, airSure: !isAirAsked(lived) });
  return { lived, calibration, climate: lived.climate, last };
}

/** Half a year ahead of the last visit, in metres. */
export function aheadOf({ calibration, climate, last }: ReturnType<typeof fittedMoved>) {
  const day = last + SIX_MONTHS;
  const believed = calibration.visits.at(-1)!.shrunkMoisture;
  return expectOn(calibration, day, comingMoisture(climate, day, { day: last, moisture: believed }));
}

export function movedCell(
  simulate: Simulate,
  variant: MovedVariant,
  visits: number,
  instruments: number,
  firstSeed = 1,
): MovedCell {
  const cell: MovedCell = { in80: 0, in95: 0, called: 0, asked: 0, error: 0, ridge: 0 };
  for (let seed = firstSeed; seed < firstSeed + instruments; seed++) {
    const simulated = simulate(seed, visits, variant);
    const fitted = fittedMoved(simulated);
    const expected = aheadOf(fitted);
    const truth = simulated.truth(fitted.last + SIX_MONTHS);
    const share = (holds: boolean) => (holds ? 1 / instruments : 0);
    cell.in80 += share(truth >= expected.band80[0] && truth <= expected.band80[1]);
    cell.in95 += share(truth >= expected.band95[0] && truth <= expected.band95[1]);
    cell.asked += share(isAirAsked(fitted.lived));
    const told = attribute(fitted.calibration);
    cell.called += share(told.known && (told.creep === 'creeping' || told.creep === 'probably creeping'));
    cell.error += (Math.abs(expected.median - truth) * 1000) / instruments;
    cell.ridge += (Math.abs(ridgeAhead(simulated) - truth) * 1000) / instruments;
  }
  return cell;
}

/** What the competitor takes for known: a week's lag, the sensitivity's and the age's belief, one error of all readings; mm. */
const RIDGE = { lag: 7, sensitivity: [0.15, 0.1], age: [0, 0.17], noise: 0.12 } as const;

/**
 * A plain competitor told the same rooms and logs: ridge regression of the action on a week's mean equilibrium and on
 * time, carried on by the yearly harmonics of the same log. No average over what is not known, no witness, no weather.
 *
 * @returns the action half a year after the last visit, m
 */
export function ridgeAhead({ rooms, recorded, visits }: MovedInstrument): number {
  const last = visits.at(-1)!.day;
  const inTurn = recorded.filter(({ from }) => from <= last).length > 3;
  const roomOn = (day: number) => recorded.findLast(({ from }) => from <= day)!.room;
  const home = roomOn(last);
  const lagged = (room: (day: number) => string) => {
    const keep = Math.exp(-1 / RIDGE.lag);
    let [sum, weight] = [0, 0];
    return Array.from({ length: last + 1 }, (_, day) => {
      const air = rooms[room(day)]![day]!;
      sum = keep * sum + (1 - keep) * equilibriumMoisture(air.humidity, air.celsius);
      weight = keep * weight + 1 - keep;
      return sum / weight;
    });
  };
  const wood = lagged(roomOn);
  const ahead = inTurn ? wood : lagged(() => home);
  const harmonics = (day: number) => {
    const angle = (2 * Math.PI * day) / 365.25;
    return [1, Math.cos(angle), Math.sin(angle)];
  };
  const weeks = ahead.flatMap((moisture, day) => (day >= 21 && day % 7 === 0 ? [{ day, moisture }] : []));
  const season = ridge(
    weeks.map(({ day }) => harmonics(day)),
    weeks.map(({ moisture }) => moisture),
    [
      [8.6, 3],
      [-1.1, 1],
      [-1.1, 1],
    ],
    0.7,
  );
  const mean = season[0]!;
  const coming = harmonics(last + SIX_MONTHS).reduce((sum, x, i) => sum + x * season[i]!, 0);
  const [level, beta, age] = ridge(
    visits.map(({ day }) => [1, wood[day]! - mean, (day - last) / 365.25]),
    visits.map(({ value }) => 1000 * value),
    [[2.5, 5], RIDGE.sensitivity, RIDGE.age],
    RIDGE.noise,
  ) as [number, number, number];
  return (level + beta * (coming - mean) + (age * SIX_MONTHS) / 365.25) / 1000;
}

/** Least squares with a mean and a spread for every unknown, by elimination. */
function ridge(
  rows: readonly (readonly number[])[],
  y: readonly number[],
  prior: readonly (readonly [number, number])[],
  noise: number,
): number[] {
  const p = prior.length;
  const a = prior.map(([, sd], i) => prior.map((_, j) => (i === j ? 1 / sd ** 2 : 0)));
  const b = prior.map(([mean, sd]) => mean / sd ** 2);
  rows.forEach((row, n) => {
    for (let i = 0; i < p; i++) {
      b[i]! += (row[i]! * y[n]!) / noise ** 2;
      for (let j = 0; j < p; j++) a[i]![j]! += (row[i]! * row[j]!) / noise ** 2;
    }
  });
  for (let k = 0; k < p; k++)
    for (let i = k + 1; i < p; i++) {
      const by = a[i]![k]! / a[k]![k]!;
      for (let j = k; j < p; j++) a[i]![j]! -= by * a[k]![j]!;
      b[i]! -= by * b[k]!;
    }
  for (let k = p - 1; k >= 0; k--) {
    for (let j = k + 1; j < p; j++) b[k]! -= a[k]![j]! * b[j]!;
    b[k]! /= a[k]![k]!;
  }
  return b;
}
