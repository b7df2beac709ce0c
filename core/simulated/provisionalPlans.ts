import { STRING_SIDES } from '../src/strings/index.js';
import { mm } from '../src/units/index.js';
import { alwaysIn, roomAir, type PathOfRooms } from '../src/air/index.js';
import { isoDate } from '../src/days/index.js';
import type { ExaminationFacts, InstrumentRecord } from '../src/instrument/index.js';
import { interventionKindsOf } from '../src/jobs/index.js';
import { normals, seededChance } from '../src/numeric/index.js';
import type { PointId, QuantityId, ReadingValue, ReadPlace, StateId } from '../src/readings/index.js';
import { TREATMENTS, type TreatmentId } from '../src/treatments/index.js';
import { geometry, WANTED } from './drawnInstruments.js';
import { FLAT_TOP } from './flatTop.js';

/**
 * Instruments whose structure has to be mended before anybody can say what the action needs, with known truth, and the
 * same instruments after it was mended. Readings follow from the truth by plane geometry of their own. Shares no formula
 * with the tree. Invented.
 */
export interface ProvisionalInstrument {
  record: InstrumentRecord;
  air: PathOfRooms;
  /** the same until it was measured again */
  airAfter: PathOfRooms;
  /** the same instrument once this was done to it, measured again in full */
  after: (done: readonly TreatmentId[]) => InstrumentRecord;
}

/** How the world is, where it is not as it is believed to be. */
export interface World {
  /** the box rises by so much in its middle, m, and 0.4 mm about it; 0.4 mm where left out */
  rise?: number;
  /** gluing takes this share of the fold in its middle, and 0.3 about it; 0.25 where left out, and 0 takes nothing ever */
  glued?: number;
}

export const PROVISIONAL_DAY = 20780;
/** The day on which it is measured again. */
export const AFTERWARDS_DAY = PROVISIONAL_DAY + 90;
const SD = { rule: 0.108 * mm, feelers: 0.016 * mm, caliper: 0.043 * mm, dial: 0.06 * mm, level: 0.0015 };
const COMPENSATION = { bass: 4 * mm, treble: 1.5 * mm };

/** What has let go, and how it is found. */
const DAMAGE: [point: PointId, state: StateId][] = [
  ['topBraces', 'loose-end'],
  ['topBraces', 'loose-end'],
  ['bridge', 'lifting'],
  ['bridgePlate', 'cracked'],
  ['linings', 'block-split'],
];

const SOUND: Record<string, StateId> = {
  topBraces: 'tight',
  bridge: 'full-thickness',
  bridgePlate: 'original',
  linings: 'tight',
};

export function drawProvisional(seed: number, world: World = {}): ProvisionalInstrument {
  const chance = seededChance(seed * 5689 + 17);
  const gauss = normals(chance);
  const oneOf = <T>(...choices: T[]): T => choices[Math.floor(chance() * choices.length)]!;
  const between = (from: number, to: number) => from + (to - from) * chance();
  const scale = between(0.622, 0.66);
  const bodyJoin = oneOf(12, 14, 14);
  const kept = between(42, 50);
  const moistureAt = (humidity: number) => 8.5 + 0.165 * (humidity - 45);
  const dome = 2.2 * mm * Math.exp(0.26 * gauss());
  const strings = 0.2 * mm * gauss();
  const made = (9 + 0.5 * gauss()) * mm;
  const belly0 = (chance() < 0.6 ? 0.3 * gauss() : between(0.3, 2.6)) * mm;
  const planed = chance() < 0.12 ? -between(0.5, 3) * mm : 0.15 * mm * gauss();
  const neck = chance() < 0.45 ? 0.4 * mm * gauss() : between(-1, 4) * mm;
  const sideNeck = { bass: 0.12 * mm * gauss(), treble: 0.12 * mm * gauss() };
  const relief = (0.2 + 0.05 * gauss()) * mm;
  const gap = (0.48 + 0.03 * gauss()) * mm;
  const beta = 0.15 * mm * Math.exp(0.4 * gauss());
  const saddleOff = (chance() < 0.5 ? 0.4 * gauss() : between(-3, 1.5)) * mm;
  const rise = (world.rise ?? 0.4 * mm) + 0.4 * mm * gauss();
  // what is recorded before the work is the same in every world
  const about = 0.3 * gauss();
  const glued = world.glued === 0 ? 0 : Math.max(0, (world.glued ?? 0.25) + about);
  const pressed = Math.max(0, 0.5 + 0.25 * gauss());
  const calledFrom = (1.2 + 0.3 * gauss()) * mm;
  const found = oneOf(...DAMAGE);
  const visits = oneOf(1, 1, 2, 4);
  // called folded once, called folded at that height again
  const calls = (belly: number): StateId => (belly >= calledFrom ? 'hollow-and-hump' : 'even-dome');

  const examine = (
    id: string,
    day: number,
    humidity: number,
    belly: number,
    thickness: number,
    findings: ExaminationFacts['findings'],
  ): ExaminationFacts => {
    const readings: ReadingValue[] = [];
    const read = (quantity: QuantityId, place: ReadPlace, value: number, sd: number, division?: number) =>
      readings.push({ quantity, place, value: value + sd * gauss(), sd, ...(division ? { division } : {}) });
    const damper = moistureAt(humidity) - moistureAt(kept);
    for (const side of STRING_SIDES) {
      const { at12, crownFor, lever, turn } = geometry(scale, bodyJoin, COMPENSATION[side]);
      const plane = WANTED.plane - belly - thickness - neck - sideNeck[side];
      const straightedge = plane - 2.5 * turn * (relief - WANTED.relief) - (beta * damper) / lever;
      const showing = Math.max(0.2 * mm, crownFor(WANTED[side]) + WANTED.plane + saddleOff);
      read('action12', side, at12(gap, showing - straightedge, relief), SD.rule, 0.4 * mm);
      read('firstFretGap', side, gap, SD.feelers);
      read('relief', side, relief, SD.feelers);
      read('straightedge', side, straightedge, SD.rule, 0.4 * mm);
      read('saddleShowing', side, showing, SD.caliper);
    }
    const top = dome + strings + belly + 2 * beta * damper;
    const lean = ((0.5 + (0.5 * belly) / mm + 0.2 * gauss()) * Math.PI) / 180;
    read('bellyBehindBridge', 'centre', top + 0.04 * lean + 0.12 * mm * gauss(), SD.dial);
    read('bridgeTilt', 'centre', lean, SD.level);
    read('bridgeThickness', 'middle', made + thickness, SD.caliper);
    return {
      id,
      date: isoDate(day),
      strings: 'pitch',
      daysAtPitch: null,
      humidity,
      celsius: 20,
      meter: null,
      reliefFrets: [1, bodyJoin],
      readings,
      findings,
    };
  };
  const state = (point: PointId, one: StateId) => ({ point, states: [one], frets: [] });
  const shape = calls(belly0);
  const inside = (damaged: [PointId, StateId] | null) =>
    (['topBraces', 'bridgePlate', 'linings'] as const).map((point) =>
      state(point, damaged?.[0] === point ? damaged[1] : SOUND[point]!),
    );
  // a shop's log: the seasons, and from the work on the air in which it was done
  const airOn = (day: number) =>
    day > PROVISIONAL_DAY + 20 ? kept : 46 + 12 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
  const logUntil = (last: number): PathOfRooms =>
    alwaysIn(
      roomAir(
        Array.from({ length: 900 }, (_, i) => ({
          day: last - 899 + i,
          humidity: airOn(last - 899 + i),
          celsius: 20,
        })),
        null,
      ),
    );
  const first = Array.from({ length: visits }, (_, i) => {
    const day = PROVISIONAL_DAY - 185 * (visits - 1 - i);
    return examine(
      `e${i}`,
      day,
      airOn(day - 5) + 1.2 * gauss(),
      belly0,
      planed,
      i === visits - 1
        ? [state('topShape', shape), ...inside(found), ...(found[0] === 'bridge' ? [state(...found)] : [])]
        : [],
    );
  });
  const record: InstrumentRecord = {
    instrument: {
      ...FLAT_TOP,
      scale,
      bodyJoin,
      rod: 'adjustable',
      heelDepth: 0.095,
      extension: 0.115,
      reliefTarget: WANTED.relief,
      targetBass: WANTED.bass,
      targetTreble: WANTED.treble,
      build: { neckJoint: 'dovetail', oldGlue: 'hot-hide', bracing: 'x', bridge: 'pinned' },
    },
    examinations: first,
    interventions: [],
    marks: [],
    plan: null,
    top: null,
    kept: { at: 'band', from: kept - 2, to: kept + 2 },
  };
  return {
    record,
    air: logUntil(PROVISIONAL_DAY),
    airAfter: logUntil(AFTERWARDS_DAY),
    after: (done) => {
      const effects = done.flatMap((id) => TREATMENTS[id].effects);
      const on = (what: string) => effects.some((one) => one.on === what);
      const fold = Math.max(0, belly0);
      let belly = belly0 + (on('structure') ? rise : 0);
      if (done.some((id) => ['reglue-brace', 'replace-plate', 'sister-brace', 'glue-block'].includes(id)))
        belly -= glued * fold;
      if (on('belly')) belly -= pressed * Math.max(0, fold - glued * fold);
      const thickness = done.includes('make-bridge') ? 9 * mm + 0.3 * mm * gauss() - made : planed;
      // what was called so at a height is called so at that height again
      const called: StateId =
        shape === 'hollow-and-hump' && belly >= belly0
          ? shape
          : shape === 'even-dome' && belly <= belly0
            ? shape
            : calls(belly);
      return {
        ...record,
        examinations: [
          ...first,
          examine('again', AFTERWARDS_DAY, kept + 1.2 * gauss(), belly, thickness, [
            state('topShape', called),
            state('bridge', SOUND['bridge']!),
            ...inside(null),
          ]),
        ],
        interventions: [
          {
            id: 'work',
            date: isoDate(PROVISIONAL_DAY + 30),
            follows: null,
            kinds: [...new Set(done.flatMap((treatment) => interventionKindsOf({ treatment })))],
            treatments: [...done],
          },
        ],
      };
    },
  };
}
