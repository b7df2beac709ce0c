import { STRING_SIDES } from '../src/strings/index.js';
import { mm } from '../src/units/index.js';
import { alwaysIn, NO_ROOM, roomAir, type PathOfRooms } from '../src/air/index.js';
import { isoDate } from '../src/days/index.js';
import type { ExaminationFacts, InstrumentRecord } from '../src/instrument/index.js';
import { normals, seededChance, type Chance } from '../src/numeric/index.js';
import type { PointId, QuantityId, ReadingValue, ReadPlace, StateId } from '../src/readings/index.js';
import { FLAT_TOP } from './flatTop.js';

/**
 * Instruments with known truth, for the judgement: what makes their action stand as it does is drawn first, the readings
 * follow from it by plane geometry of their own, with the errors of the bench, most of them incomplete, many damaged. Shares
 * no formula with the diagnosis. Invented.
 */
export interface DrawnInstrument {
  record: InstrumentRecord;
  air: PathOfRooms;
  /** what each cause gives at fret 12, m, by side */
  truth: Record<'bass' | 'treble', Record<TrueCause, number>> | null;
  /** how it goes on: m per %MC and m a year at fret 12, and the wood's moisture where it will be kept, %MC */
  goesOn: { beta: number; creep: number; keptMoisture: number; lever: Record<'bass' | 'treble', number> };
}

/** What the wood of the drawn room has on a day, %MC, by the season and so much of the weather. */
export const drawnMoisture = (day: number, weather: number): number =>
  8.5 + 0.165 * (46 + 14 * Math.cos((2 * Math.PI * (day - 12 - 227)) / 365.2425) + 3 * weather - 45);
export type TrueCause = 'season' | 'nut' | 'relief' | 'belly' | 'thickness' | 'neck' | 'saddle';

/** The day on which drawn instruments are judged. */
export const DRAWN_DAY = 20780;
/** Steel, medium: 7/64 and 5/64 in, relief 8 thou, gap 19 thou, straightedge half a millimetre over the bridge. */
export const WANTED = {
  bass: 2.778 * mm,
  treble: 1.984 * mm,
  relief: 0.2032 * mm,
  gap: 0.4826 * mm,
  plane: 0.5 * mm,
};
const COMPENSATION = { bass: 4 * mm, treble: 1.5 * mm };
/** Standard errors of rule, feelers, caliper, dial and level, m and rad. */
const SD = { rule: 0.108 * mm, feelers: 0.016 * mm, caliper: 0.043 * mm, dial: 0.06 * mm, level: 0.0015 };

const fret = (scale: number, n: number) => scale * (1 - 2 ** (-n / 12));

/** The line of a string over the crowns: height at fret 12 from gap at fret 1 and crown at the saddle, with the dip. */
export function geometry(scale: number, join: number, compensation: number) {
  const X = scale + compensation;
  const [x1, x12, xJ] = [1, 12, join].map((n) => fret(scale, n)) as [number, number, number];
  const dip = x12 < xJ ? (4 * (x12 - x1) * (xJ - x12)) / (xJ - x1) ** 2 : 0;
  const turn = (X - xJ) / (xJ - x1);
  const at12 = (gap: number, crown: number, relief: number) => {
    const nut = (gap - (crown * x1) / X) / (1 - x1 / X);
    return nut + ((crown - nut) * x12) / X + dip * relief;
  };
  const lever = x12 / X;
  // crown for a wanted action by trial: the line is straight in it
  const crownFor = (action: number) => {
    const [a, b] = [at12(WANTED.gap, 0, WANTED.relief), at12(WANTED.gap, 1, WANTED.relief)];
    return (action - a) / (b - a);
  };
  /** of the string over the crowns at the nut: what a file takes off there */
  const nutOf = (gap: number, crown: number) => (gap - (crown * x1) / X) / (1 - x1 / X);
  return { at12, crownFor, lever, turn, dip, nutOf };
}

export function drawInstrument(seed: number): DrawnInstrument {
  const chance = seededChance(seed * 6151 + 11);
  const gauss = normals(chance);
  const oneOf = <T>(...choices: T[]): T => choices[Math.floor(chance() * choices.length)]!;
  const between = (from: number, to: number) => from + (to - from) * chance();
  const archtop = chance() < 0.08;
  const besides = besidesOf(seed);
  const scale = between(0.622, 0.66);
  const bodyJoin = oneOf(12, 14, 14);
  const kept = between(42, 50);
  const keptMoisture = 8.5 + 0.165 * (kept - 45);

  // the instrument as it is, at the humidity that it will be kept at
  const dome = 2.2 * mm * Math.exp(0.26 * gauss());
  const strings = 0.2 * mm * gauss();
  const made = (9 + 0.5 * gauss()) * mm;
  const belly = chance() < 0.6 ? 0.3 * mm * gauss() : between(0.3, 2.6) * mm;
  const planed = chance() < 0.12 ? -between(0.5, 3) * mm : 0.15 * mm * gauss();
  const neck = chance() < 0.5 ? 0.35 * mm * gauss() : between(-1, 4.5) * mm;
  const plane = WANTED.plane - belly - planed - neck;
  const coupling = 2.5 + 0.5 * gauss();
  const relief = (chance() < 0.75 ? 0.2 + 0.04 * gauss() : between(0, 0.7)) * mm;
  const gap = (chance() < 0.8 ? 0.48 + 0.03 * gauss() : between(0.3, 0.9)) * mm;
  const beta = 0.15 * mm * Math.exp(0.4 * gauss());
  const tops = 2 * (0.85 + 0.15 * gauss());
  const saddleOff = (chance() < 0.5 ? 0.3 * gauss() : between(-3.5, 2.5)) * mm;

  const visits = oneOf(1, 1, 1, 2, 4);
  const logged = chance() < 0.5;
  const humidityOn = (day: number) => 46 + 14 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
  const days = Array.from(
    { length: visits },
    (_, i) => DRAWN_DAY - 190 * (visits - 1 - i) - Math.floor(between(0, 120)),
  );
  const reads = {
    belly: chance() < 0.7,
    front: chance() < 0.4,
    tilt: chance() < 0.7,
    thickness: chance() < 0.7,
    fretPlane: chance() < 0.15,
    treble: chance() < 0.85,
    stance: chance() < 0.9,
  };
  const shape: StateId[] =
    belly > 1.2 * mm && chance() < 0.7
      ? ['hollow-and-hump']
      : chance() < 0.75 && belly < 1.4 * mm
        ? ['even-dome']
        : [];
  const damage = [...damageOf(chance, archtop), ...besides.found];
  let truth: DrawnInstrument['truth'] = null;

  const examinations = days.map((day, i): ExaminationFacts => {
    const humidity = Math.min(85, Math.max(20, humidityOn(day - 12) + 3 * gauss()));
    const moisture = 8.5 + 0.165 * (humidity - 45);
    const damper = moisture - keptMoisture;
    const last = i === visits - 1;
    const readings: ReadingValue[] = [];
    const read = (quantity: QuantityId, place: ReadPlace, value: number, sd: number, division?: number) =>
      readings.push({ quantity, place, value: value + sd * gauss(), sd, ...(division ? { division } : {}) });
    const causes = STRING_SIDES.map((side) => {
      const { at12, crownFor, lever, turn, dip, nutOf } = geometry(scale, bodyJoin, COMPENSATION[side]);
      const season = beta * damper;
      // what the neck has still to go until the last visit
      const before = (besides.creep * (day - days.at(-1)!)) / 365.2425 / lever;
      const straightedge = plane - coupling * turn * (relief - WANTED.relief) - season / lever - before;
      const showing = Math.max(0.2 * mm, crownFor(WANTED[side]) + WANTED.plane + saddleOff);
      const action = at12(gap, showing - straightedge, relief);
      if (side === 'bass' || reads.treble) {
        read('action12', side, action, SD.rule, 0.4 * mm);
        if (reads.stance) {
          read('firstFretGap', side, gap, SD.feelers);
          read('relief', side, relief, SD.feelers);
          read('straightedge', side, straightedge, SD.rule, 0.4 * mm);
          read('saddleShowing', side, showing, SD.caliper);
        }
      }
      if (reads.fretPlane)
        read('fretPlane', side, dome + strings + made + WANTED.plane - neck - before, SD.rule);
      return [
        side,
        {
          season,
          nut: (1 - lever) * (nutOf(gap, showing - straightedge) - nutOf(WANTED.gap, crownFor(WANTED[side]))),
          relief: dip * (relief - WANTED.relief) + lever * coupling * turn * (relief - WANTED.relief),
          belly: lever * belly,
          thickness: lever * planed,
          neck: lever * neck,
          saddle: lever * (showing - crownFor(WANTED[side]) - WANTED.plane),
        },
      ] as const;
    });
    const top = dome + strings + belly + beta * tops * damper;
    const lean = (0.7 + 0.2 * gauss()) * (Math.PI / 180) + (shape[0] === 'hollow-and-hump' ? 0.02 : 0);
    if (!archtop) {
      if (reads.belly) read('bellyBehindBridge', 'centre', top + 0.04 * lean + 0.12 * mm * gauss(), SD.dial);
      if (reads.belly && reads.front)
        read('bellyAlong', 'before25', top - 0.025 * lean + 0.12 * mm * gauss(), SD.dial);
      if (reads.tilt) read('bridgeTilt', 'centre', lean, SD.level);
      if (besides.breakAngle !== null) readings.push(...breakAngles(besides.breakAngle));
      if (reads.thickness) read('bridgeThickness', 'middle', made + planed, SD.caliper);
    }
    if (last) truth = Object.fromEntries(causes) as NonNullable<DrawnInstrument['truth']>;
    return {
      id: `e${i}`,
      date: isoDate(day),
      strings: 'pitch',
      daysAtPitch: null,
      humidity: chance() < 0.9 ? humidity : null,
      celsius: 20,
      meter: null,
      reliefFrets: [1, bodyJoin],
      readings: chance() < 0.95 || last ? readings : [],
      findings: last
        ? [
            ...(shape.length > 0 && !archtop
              ? [{ point: 'topShape' as const, states: shape, frets: [] }]
              : []),
            ...damage,
          ]
        : [],
    };
  });
  const room = logged
    ? roomAir(
        Array.from({ length: 800 }, (_, i) => ({
          day: DRAWN_DAY - 799 + i,
          humidity: humidityOn(DRAWN_DAY - 799 + i),
          celsius: 20,
        })),
        null,
      )
    : NO_ROOM;
  const air = alwaysIn(room);
  return {
    record: {
      instrument: {
        ...FLAT_TOP,
        type: archtop ? 'archtop' : 'flat-top',
        scale,
        bodyJoin,
        rod: oneOf('adjustable', 'adjustable', 'none', 'unknown'),
        heelDepth: chance() < 0.5 ? 0.095 : null,
        extension: chance() < 0.5 ? 0.115 : null,
        reliefTarget: WANTED.relief,
        targetBass: WANTED.bass,
        targetTreble: WANTED.treble,
        build: {
          ...(chance() < 0.5 ? { neckJoint: oneOf(...JOINTS) } : {}),
          ...(chance() < 0.4 ? { oldGlue: oneOf('hot-hide', 'epoxy', 'aliphatic') } : {}),
          ...(besides.celluloid ? { binding: 'celluloid' as const } : {}),
        },
      },
      examinations,
      interventions: [],
      marks: [],
      plan: null,
      top: null,
      kept: { at: 'band', from: kept - 2, to: kept + 2 },
      schools: { belly: besides.belly },
    },
    air,
    truth: archtop || !reads.stance ? null : truth,
    goesOn: {
      beta,
      creep: besides.creep,
      keptMoisture,
      lever: {
        bass: geometry(scale, bodyJoin, COMPENSATION.bass).lever,
        treble: geometry(scale, bodyJoin, COMPENSATION.treble).lever,
      },
    },
  };
}

/** Every way in which a neck is held; drawn in their turn. */
const JOINTS = [
  'dovetail',
  'mortise-bolted',
  'spanish-heel',
  'dowelled',
  'screwed',
  'mortise-glued',
  'bolted-flat',
  'through',
] as const;

/** What is drawn by a chance of its own, so that everything else of an instrument stays as it is. */
function besidesOf(seed: number) {
  const chance = seededChance(seed * 7919 + 29);
  const of = chance();
  const found: ExaminationFacts['findings'] = [];
  if (chance() < 0.04) found.push({ point: 'finish', states: ['soft-or-tacky'], frets: [] });
  if (chance() < 0.03) found.push({ point: 'boardEdges', states: ['twisted'], frets: [] });
  return {
    belly: of < 0.8 ? ('flatten' as const) : of < 0.9 ? ('accept' as const) : ('set the neck to it' as const),
    // a third creep by 0.3 mm a year
    creep: seededChance(seed * 7879 + 5)() < 1 / 3 ? 0.3 * mm : 0,
    celluloid: chance() < 0.12,
    breakAngle: chance() < 0.3 ? ((4 + 20 * chance()) * Math.PI) / 180 : null,
    found,
  };
}

const breakAngles = (angle: number): ReadingValue[] =>
  STRING_SIDES.map((place) => ({ quantity: 'breakAngle', place, value: angle, sd: 0.01 }));

/** What may be found at points, and how often. */
const DAMAGE: [point: PointId, state: StateId, share: number, only?: 'archtop' | 'flat-top'][] = [
  ['grainCrack', 'cracked-across', 0.02, 'flat-top'],
  ['bridge', 'lifting', 0.05, 'flat-top'],
  ['bridgePlate', 'cracked', 0.03, 'flat-top'],
  ['bridgePlate', 'worn-holes', 0.1, 'flat-top'],
  ['linings', 'block-split', 0.02],
  ['linings', 'loose-lining', 0.05],
  ['neckJoint', 'gap', 0.03],
  ['neckJoint', 'hairline-at-the-heel', 0.05],
  ['headstock', 'crack-behind-the-nut', 0.02],
  ['stringAnchor', 'pin-loose', 0.02],
  ['topBraces', 'loose-end', 0.12],
  ['topBraces', 'tight', 0.3],
  ['backBraces', 'loose-end', 0.1],
  ['cracks', 'moves', 0.1],
  ['cracks', 'quiet-hairline', 0.1],
  ['archBars', 'loose', 0.1, 'archtop'],
  ['archBars', 'fallen', 0.03, 'archtop'],
  ['fretLift', 'lift-under-the-finger', 0.08],
  ['fretWear', 'very-low', 0.05],
  ['trussRod', 'spins', 0.04],
  ['finish', 'flakes', 0.02],
  ['pests', 'live-pests', 0.01],
  ['celluloid', 'rots', 0.01],
];

function damageOf(chance: Chance, archtop: boolean): ExaminationFacts['findings'] {
  const found = new Map<PointId, StateId>();
  for (const [point, state, share, only] of DAMAGE) {
    if (only && only !== (archtop ? 'archtop' : 'flat-top')) continue;
    if (!found.has(point) && chance() < share) found.set(point, state);
  }
  return [...found].map(([point, state]) => ({ point, states: [state], frets: [] }));
}
