import { alwaysIn, roomAir, type PathOfRooms } from '../src/air/index.js';
import { bodyPlanFrom, usualOutline } from '../src/body-plan/index.js';
import { isoDate } from '../src/days/index.js';
import type {
  ExaminationFacts,
  InstrumentFacts,
  InstrumentRecord,
  InterventionFacts,
  MarkFacts,
  StorageFacts,
} from '../src/instrument/index.js';
import { normals, seededChance } from '../src/numeric/index.js';
import type { ReadingValue } from '../src/readings/index.js';
import { STRING_SIDES, type StringSide } from '../src/strings/index.js';
import { mm } from '../src/units/index.js';
import { FLAT_TOP } from './flatTop.js';

/** The day on which they are looked at. */
export const HISTORY_DAY = 20800;

/** Rooms: usual, dry, damp; logged for three years, half a year, or not at all. */
function airOf(kind: 'usual' | 'dry' | 'damp', days: number): PathOfRooms {
  const mean = { usual: 47, dry: 28, damp: 72 }[kind];
  const room = roomAir(
    Array.from({ length: days }, (_, i) => {
      const day = HISTORY_DAY - days + 1 + i;
      const season = Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
      return { day, humidity: mean + 11 * season + 3 * Math.sin(day * 1.7), celsius: 20 };
    }),
    null,
  );
  return alwaysIn(room);
}
const ROOMS = (['usual', 'dry', 'damp'] as const).flatMap((kind) =>
  [0, 180, 1100].map((days) => airOf(kind, days)),
);

const INSTRUMENT: InstrumentFacts = {
  ...FLAT_TOP,
  rod: 'adjustable',
  heelDepth: 0.095,
  extension: 0.118,
};

/** A record with the air that was logged beside it. */
export interface History {
  record: InstrumentRecord;
  room: PathOfRooms;
}

/** One instrument: how it breathes, creeps, slips, is worked on and measured is drawn, most of it odd. */
export function historyOf(seed: number): History {
  const chance = seededChance(seed * 7907 + 3);
  const gauss = normals(chance);
  const oneOf = <T>(...choices: T[]): T => choices[Math.floor(chance() * choices.length)]!;
  const room = oneOf(...ROOMS);
  const archtop = chance() < 0.15;
  const instrument: InstrumentFacts = {
    ...INSTRUMENT,
    ...(archtop && { type: 'archtop' as const }),
    ...(chance() < 0.1 && { stringKind: 'nylon' as const }),
    laminatedTop: chance() < 0.1,
    rod: oneOf('adjustable', 'none', 'unknown'),
    targetBass: chance() < 0.2 ? oneOf(1.9, 2.4, 3.2) * mm : null,
    heelDepth: chance() < 0.5 ? 0.095 : null,
  };
  const kept = oneOf<StorageFacts>(
    { at: 'assumed' },
    { at: 'band', from: 42, to: 52 },
    { at: 'band', from: 58, to: 66 },
    { at: 'room', moisture: room.home.air.climate.coefficients[0]! },
  );
  const drift = oneOf(0, 0, 0.05, 0.3, -0.3, 0.8) * mm;
  const beta = oneOf(0.02, 0.12, 0.2, 0.35) * mm;
  const airs = new Map(room.home.air.log.days().map((air) => [air.day, air]));
  const count = 1 + Math.floor(chance() * 10);
  const step = oneOf(25, 60, 95, 182, 365);
  const lastSeen = oneOf(0, 5, 40, 160);
  const base = oneOf(-1.2, -0.4, 0, 0, 0.3, 0.9, 1.6) * mm;
  const straight = oneOf(-3, -1, 0.5, 0.5, 2) * mm;
  const odd = oneOf(1.4, 3, 4, 5, 7) * mm;
  // of most the saddle stands as high as the line of the strings asks, so that the readings close
  const closes = seededChance(seed * 31 + 7)() < 0.7;
  const showingOf = (side: StringSide) =>
    closes && !archtop ? straight + (side === 'bass' ? 5.2 : 3.5) * mm : odd;
  const neckMoves = chance() < 0.15 ? 0.5 * mm : 0;
  const worked = chance() < 0.2 ? Math.floor(chance() * count) : -1;
  const slipAt = chance() < 0.2 ? Math.floor(chance() * count) : -1;
  const readsBelly = chance() < 0.6;
  const interventions: InterventionFacts[] = [];
  const examinations = Array.from({ length: count }, (_, i): ExaminationFacts => {
    const day = HISTORY_DAY - lastSeen - step * (count - 1 - i);
    const date = isoDate(day);
    const moisture =
      (room.home.air.log.moistureAt(day) ?? room.home.air.climate.coefficients[0]!) + 0.3 * gauss();
    const years = (day - HISTORY_DAY) / 365.2425;
    const rise = beta * (moisture - 8.6) + drift * years + (i === worked ? 0.4 * mm : 0);
    if (i === worked)
      interventions.push({
        id: `i${i}`,
        date,
        follows: null,
        kinds: [oneOf('structure', 'saddle', 'rod', 'strings')],
      });
    const neck = i === count - 1 ? neckMoves : 0;
    const slip = i === slipAt ? oneOf(-0.8, 0.8) * mm : 0;
    const sides = chance() < 0.85 ? STRING_SIDES : [oneOf(...STRING_SIDES)];
    const full = chance() < 0.75;
    const readings: ReadingValue[] = sides.flatMap((side) => {
      const target = side === 'bass' ? 2.78 * mm : 1.98 * mm;
      const read = (quantity: ReadingValue['quantity'], value: number, sd: number): ReadingValue => ({
        quantity,
        place: side,
        value: value + sd * gauss(),
        sd,
      });
      return [
        read('action12', target + base + rise + neck + slip, 0.08 * mm),
        ...(full
          ? [
              read('relief', 0.2 * mm, 0.02 * mm),
              read('firstFretGap', 0.48 * mm, 0.02 * mm),
              read('straightedge', straight - 2 * (base + rise + neck), 0.1 * mm),
              read(archtop ? 'wheelHeight' : 'saddleShowing', showingOf(side), 0.05 * mm),
              ...(archtop ? [read('saddleShowing', 20 * mm, 0.05 * mm)] : []),
            ]
          : []),
      ];
    });
    if (readsBelly && full)
      readings.push({
        quantity: 'bellyBehindBridge',
        place: 'centre',
        value: 2 * mm + 2 * rise + 0.05 * mm * gauss(),
        sd: 0.05 * mm,
      });
    if (chance() < 0.7)
      readings.push({ quantity: 'bridgeTilt', place: 'centre', value: oneOf(0.005, 0.01, 0.04), sd: 0.002 });
    return {
      id: `e${i}`,
      date,
      strings: chance() < 0.93 ? 'pitch' : 'slack',
      daysAtPitch: chance() < 0.15 ? 5 + 20 * i : null,
      // as the room's own logger has it: what was read elsewhere is another matter
      humidity: chance() < 0.7 ? (airs.get(Math.floor(day))?.humidity ?? 47) : null,
      celsius: 20,
      meter: null,
      reliefFrets: [1, 14],
      readings,
      findings: [{ point: 'topBraces', states: ['tight'], frets: [] }],
    };
  });
  const crack: MarkFacts = {
    id: 'c',
    kind: 'crack',
    face: 'top',
    name: '',
    brace: null,
    sightings: examinations.slice(0, 4).map(({ date }, i) => ({
      date,
      path: [
        [0.05, 0.1],
        [0.05, 0.13 + 0.004 * i * oneOf(0, 1, 3)],
      ],
      ruled: null,
      width: chance() < 0.7 ? 0.1 * mm * (1 + gauss() ** 2) : null,
      letIn: null,
      depth: null,
      stretch: null,
      state: 'moving',
    })),
  };
  const plan = chance() < 0.4 ? bodyPlanFrom(usualOutline('auditorium'), 'x') : null;
  return {
    room,
    record: { instrument, examinations, interventions, marks: plan ? [crack] : [], plan, top: null, kept },
  };
}
