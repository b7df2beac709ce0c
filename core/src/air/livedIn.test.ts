import { describe, expect, it } from 'vitest';
import { movedCell } from '../../simulated/movedCoverage.js';
import { simulateMoved, WORLDS } from '../../simulated/movedInstruments.js';
import { simulateOther } from '../../simulated/otherWorld.js';
import { equilibriumMoisture } from '../wood/equilibrium.js';
import { livedBy, livedIn, seasonOn, toldOf, woodBelieved } from './livedIn.js';
import { logChange } from './logChange.js';
import { alwaysIn, EVER_BEFORE, inTurn, logOf, type PathOfRooms } from './path.js';
import { roomAir } from './room.js';

const year = (mean: number, swing: number, first = 19000, days = 1100) =>
  Array.from({ length: days }, (_, i) => ({
    day: first + i,
    humidity: mean + swing * Math.cos((2 * Math.PI * (first + i - 227)) / 365.2425) + 2 * Math.sin(i * 0.7),
    celsius: 20,
  }));
const [DRY, DAMP] = [roomAir(year(42, 10), null), roomAir(year(60, 8), null)];
const inRoom = (room: string, air = room === 'dry' ? DRY : DAMP) => ({ room, name: room, air });
const pathOf = (...stays: [string, number?][]): PathOfRooms => ({
  stays: stays.map(([room, from]) => ({ from: from ?? EVER_BEFORE, ...inRoom(room) })),
  home: inRoom(stays.at(-1)![0]),
});

describe('the path of rooms', () => {
  it('has the log of each room while it lay there, and the wood follows with its lag', () => {
    const path = pathOf(['dry'], ['damp', 19500]);
    const log = logOf(path);
    expect(log.airOn(19499)).toEqual(DRY.log.airOn(19499));
    expect(log.airOn(19500)).toEqual(DAMP.log.airOn(19500));
    const [before, after] = [DRY.log.moistureAt(19506)!, DAMP.log.moistureAt(19506)!];
    // a lag after the move e⁻¹ of the way is still to go
    expect((after - log.moistureAt(19506)!) / (after - before)).toBeCloseTo(Math.exp(-7 / 6), 1);
    expect(logOf(alwaysIn(DRY))).toBe(DRY.log);
  });

  it('draws towards the season of the room in which it lay, and after a move from the one to the other', () => {
    const lived = livedIn(pathOf(['dry'], ['damp', 19500]), []);
    const own = (air: typeof DRY, day: number) => seasonOn(livedIn(alwaysIn(air), []), day).moisture;
    expect(seasonOn(lived, 19400).moisture).toBe(own(DRY, 19400));
    expect(seasonOn(lived, 19700).moisture).toBe(own(DAMP, 19700));
    expect(seasonOn(lived, 19500).moisture).toBeCloseTo(own(DRY, 19500), 6);
    expect(lived.climate).toBe(DAMP.climate);
  });

  it('goes on in turn where it went to and fro, and in its home where it is away for a while', () => {
    const turns = pathOf(['dry'], ['damp', 19200], ['dry', 19380], ['damp', 19560], ['dry', 19740]);
    expect(inTurn(turns)).toBe(true);
    const mean = livedIn(turns, []).climate.coefficients[0]!;
    expect(mean).toBeGreaterThan(DRY.climate.coefficients[0]! + 0.5);
    expect(mean).toBeLessThan(DAMP.climate.coefficients[0]! - 0.5);
    const away = { ...pathOf(['dry'], ['damp', 20050]), home: inRoom('dry') };
    expect(livedIn(away, []).climate).toBe(DRY.climate);
  });

  it('is the same again from what is kept of it', () => {
    const path = pathOf(['dry'], ['damp', 19500]);
    const read = [19100, 19300, 19600, 19900].map((day) => ({ day, air: { humidity: 47, celsius: 20 } }));
    const lived = livedIn(path, read);
    const kept = livedBy(path, JSON.parse(JSON.stringify(toldOf(lived))));
    for (const one of read) expect(woodBelieved(kept, one)).toEqual(woodBelieved(lived, one));
    expect(kept.climate).toEqual(lived.climate);
  });

  it('takes the wood by hand where it lay elsewhere, less what the hygrometer is off', () => {
    const humidity = (day: number, off: number) => ({
      humidity: DAMP.log.airOn(day)!.humidity + off,
      celsius: 20,
    });
    const read = [19050, 19200, 19350, 19500, 19650, 19800].map((day, i) => ({
      day,
      air: humidity(day, i < 3 ? -17 : 0),
    }));
    const lived = livedIn(alwaysIn(DAMP), read);
    const wood = woodBelieved(lived, read[1]!)!;
    const byHand = equilibriumMoisture(read[1]!.air.humidity, 20);
    expect(Math.abs(wood.moisture - byHand)).toBeLessThan(0.6);
    expect(wood.moisture).toBeLessThan(DAMP.log.moistureAt(19200)! - 1.5);
    expect(Math.abs(woodBelieved(lived, read[4]!)!.moisture - DAMP.log.moistureAt(19650)!)).toBeLessThan(0.3);
  });
});

describe('a log that went over to other ways', () => {
  const samples = (of: (day: number) => number) =>
    Array.from({ length: 70 }, (_, i) => ({
      day: 19000 + 14 * i,
      moisture:
        8.6 + 1.6 * Math.cos((2 * Math.PI * (14 * i)) / 365.2425) + of(14 * i) + 0.35 * Math.sin(i * 2.3),
      sd: 0.7,
    }));

  it('is found by its step or its line, and not in what its seasons do', () => {
    expect(logChange(samples(() => 0))).toBeNull();
    const step = logChange(samples((day) => (day > 500 ? 1.8 : 0)))!;
    expect(step).toMatchObject({ kind: 'step' });
    expect(step.kind === 'step' && Math.abs(step.day - 19500)).toBeLessThan(20);
    expect(step.kind === 'step' && step.by).toBeCloseTo(1.8, 0);
    const line = logChange(samples((day) => (1.5 * day) / 365.2425))!;
    expect(line).toMatchObject({ kind: 'line' });
    expect(line.kind === 'line' && line.perYear).toBeCloseTo(1.5, 1);
    // too small to matter, and too short to tell
    expect(logChange(samples((day) => (day > 500 ? 0.6 : 0)))).toBeNull();
    expect(logChange(samples((day) => (day > 500 ? 1.8 : 0)).slice(0, 20))).toBeNull();
  });

  it('is read as it is answered: its newer part, its older, or as it stands', () => {
    const stepped = year(45, 10).map((air) =>
      air.day < 19600 ? air : { ...air, humidity: air.humidity + 15 },
    );
    const asked = roomAir(stepped, null);
    expect(asked.change).toMatchObject({ kind: 'step', open: true });
    expect(asked.seasons).toHaveLength(2);
    const day = asked.change!.kind === 'step' ? asked.change!.day : 0;
    const answered = (answer: 'room' | 'newer' | 'older') => roomAir(stepped, null, [{ day, answer }]);
    expect(answered('room').change).toMatchObject({ open: false });
    const [newer, older] = [answered('newer'), answered('older')];
    for (const one of [newer, older]) expect(one.change).toBeNull();
    const mean = ({ climate }: typeof asked) => climate.coefficients[0]!;
    expect(mean(newer)).toBeCloseTo(mean(asked), 0);
    expect(mean(newer) - mean(older)).toBeGreaterThan(2);
  });
});

/** A twentieth of what `npm run bench` tries (core/bench/benchMoves.ts), with what chance does to so few. */
describe('bands and alarms over simulated instruments', () => {
  it.each(WORLDS.flatMap((world) => [simulateMoved, simulateOther].map((simulate) => ({ world, simulate }))))(
    '$world: bands hold, and no creep is called where there is none',
    ({ world, simulate }) => {
      const cells = [3, 5, 9].map((visits) => movedCell(simulate, { world }, visits, 14));
      const mean = (of: (cell: (typeof cells)[number]) => number) =>
        cells.reduce((sum, cell) => sum + of(cell), 0) / cells.length;
      expect(mean(({ in80 }) => in80)).toBeGreaterThan(0.66);
      expect(mean(({ in95 }) => in95)).toBeGreaterThan(0.84);
      const still = [3, 5, 9].map((visits) => movedCell(simulate, { world, drift: 0 }, visits, 14, 10001));
      expect(still.reduce((sum, { called }) => sum + called, 0) / 3).toBeLessThan(0.12);
      const falsely = still.reduce((sum, { asked }) => sum + asked, 0) / 3;
      if (world === 'plain' || world.startsWith('moved')) expect(falsely).toBeLessThan(0.15);
      if (world === 'wrong room' || world.startsWith('sensor')) expect(falsely).toBeGreaterThan(0.5);
    },
  );
});
