import { STRING_SIDES } from '@upright-elder/core/strings';
import type {
  ConditionsInput,
  ExaminationInput,
  PointFindingInput,
  InstrumentInput,
  ReadingInput,
  LoadTestMoment,
} from '@upright-elder/contract';
import { isoDate } from '@upright-elder/core/days';
import type { InterventionKind } from '@upright-elder/core/instrument';
import { normal, seededChance, type Chance } from '@upright-elder/core/numeric';
import { actionAt, COMPENSATION, stanceOf, type NeckGeometry } from '@upright-elder/core/stance';
import type { HouseSetId, HouseTuningId } from '@upright-elder/core/strings';
import type { PlayingStyle } from '@upright-elder/core/targets';
import type { TreatmentId } from '@upright-elder/core/treatments';
import { METRES_PER, parseLength, mm } from '@upright-elder/core/units';
import type { SpeciesId } from '@upright-elder/core/wood';
import { carriedOver, type RoomTruth } from './air.js';
import { bodyReadings } from './body.js';
import type { Look } from './pictures.js';

/** What is really so about an invented instrument; heights in mm, hidden from the program. */
export interface Truth {
  gap: number;
  relief: number;
  straightedge: [bass: number, treble: number];
  saddle: [bass: number, treble: number];
  tilt: number;
  /** archtop: height of the arch at the bridge's feet */
  belly?: number;
  /** flat top: how much of the dome it was built with is left, and the set it has taken of what the strings do to it */
  dome?: number;
  set?: number;
  /** rise at the saddle line per %MC, mm */
  breathing: number;
  /** rise at the saddle line per year, mm, and lean per year, degrees */
  age: number;
  lean: number;
  /** what the neck joint gives at the saddle line in a year, mm; the belly stays where it is */
  neckGives?: number;
  /** the moisture at which the values above hold */
  at: number;
  /** gap under the bridge's back edge, mm, and what it grows by in a year and by a drier %MC */
  lifting?: { gap: number; perYear: number; perDry: number };
  /** settling per natural logarithm of days under tension, mm; the day it was strung up, as days ago */
  settling?: { amount: number; strungDaysAgo: number };
}

export interface Visit {
  daysAgo: number;
  notes?: string;
  strings?: 'pitch' | 'slack';
  /** gone through in full, or by the re-check */
  full?: boolean;
  findings?: Partial<PointFindingInput>[];
  /** who measures: 0 Isbel, 1 Tobin */
  by?: 0 | 1;
}

export interface InventedInstrument {
  /** everything of it is known: it was invented so */
  input: Omit<
    InstrumentInput,
    'by' | 'version' | 'homeRoomId' | 'topSpecies' | 'stringSet' | 'tuning' | 'playingStyle'
  > & {
    topSpecies: SpeciesId;
    stringSet: HouseSetId;
    tuning: HouseTuningId;
    playingStyle: PlayingStyle;
  };
  /** what the camera sees; see pictures.ts */
  look: Look;
  truth: Truth;
  /** a crack below the bridge: its length today, mm, what it gains in a year and by a drier %MC */
  crack?: { length: number; perYear: number; perDry: number };
  visits: Visit[];
  /** the room in which it lay before it was carried to its home, and how long ago that was */
  cameFrom?: { room: string; daysAgo: number };
  /** what was done to it */
  done?: { daysAgo: number; by: 0 | 1; kinds: InterventionKind[]; treatments: TreatmentId[]; note: string }[];
  /** weights walked over its top, one arm of it loose over a share of its length */
  walks?: { daysAgo: number; by: 0 | 1; moment: LoadTestMoment; arm: string; share: number }[];
  seed: number;
}

/** The air in which an invented instrument lived. */
export function airOfInvented(
  { home, cameFrom }: InventedInstrument & { home: string },
  rooms: ReadonlyMap<string, RoomTruth>,
  today: number,
): RoomTruth {
  const now = rooms.get(home)!;
  return cameFrom ? carriedOver(rooms.get(cameFrom.room)!, now, today - cameFrom.daysAgo) : now;
}

const NO_FINDING = { states: [], verdict: 'sound', frets: null, words: '', allowance: null } as const;

/** Every examination of an invented instrument, in the order of its visits. */
export function examinationsOf(
  instrument: InventedInstrument,
  room: RoomTruth,
  today: number,
): { visit: Visit; examination: ReturnType<typeof examine> }[] {
  const { input, visits, seed } = instrument;
  const scale = parseLength(input.scale.text, input.scale.unit);
  if (!scale.ok) throw new Error(`${input.nickname}: ${scale.reason}`);
  const neck = { scale: scale.value, bodyJoin: input.bodyJoin };
  const chance = seededChance(seed);
  return visits.map((visit) => ({
    visit,
    examination: examine(instrument, visit, room, today, chance, neck),
  }));
}

/** One examination read off the hidden truth, with the hand's and the tool's noise, written as a luthier writes. */
function examine(
  instrument: InventedInstrument,
  visit: Visit,
  room: RoomTruth,
  today: number,
  chance: Chance,
  neck: Omit<NeckGeometry, 'compensation'>,
): Omit<ExaminationInput, 'instrumentId' | 'by' | 'version'> {
  const { truth } = instrument;
  const day = today - visit.daysAgo;
  const moisture = room.woodOn(day);
  const years = -visit.daysAgo / 365.25;
  const strung = truth.settling ? truth.settling.strungDaysAgo - visit.daysAgo : null;
  const settled = strung !== null && strung >= 0 ? truth.settling!.amount * Math.log1p(strung / 5) : 0;
  const rise = truth.breathing * (moisture - truth.at) + truth.age * years + settled;
  const slack = visit.strings === 'slack';
  const relief = truth.relief + 0.015 * (moisture - truth.at) - (slack ? 0.12 : 0);
  const noise = (sd: number) => sd * normal(chance);
  const air = room.air[room.air.length - 1 - visit.daysAgo]!;

  const sides = STRING_SIDES.map((side, i) => {
    const given = (truth.neckGives ?? 0) * years;
    const straightedge = truth.straightedge[i]! - rise - given + (slack ? 0.9 : 0);
    const readings = {
      firstFretGap: truth.gap * mm,
      relief: relief * mm,
      straightedge: straightedge * mm,
      saddleShowing: truth.saddle[i]! * mm,
    };
    const geometry = { ...neck, compensation: COMPENSATION[side] };
    return { side, straightedge, action: actionAt(stanceOf(geometry, readings), geometry, 12) / mm };
  });
  const reading = (
    quantity: ReadingInput['quantity'],
    place: ReadingInput['place'],
    text: string,
  ): ReadingInput => ({ quantity, place, text, unit: quantity === 'bridgeTilt' ? '°' : 'mm' });
  const conditions: ConditionsInput = {
    humidity: String(Math.round(air.humidity + noise(1))),
    temperature: `${Math.round(air.celsius)}`,
    temperatureUnit: '°C',
    woodMoisture: [0, 1, 2].map(() => (Math.round((moisture + noise(0.4)) * 2) / 2).toFixed(1)).join('; '),
    meter: 'pinless',
    meterSetting: 'spruce',
    meterPlace: 'inside, by the neck block',
    strings: visit.strings ?? 'pitch',
    timeAtPitch: strung !== null && strung >= 0 ? `${Math.max(1, Math.round(strung))} d` : null,
    reliefFrom: 1,
    reliefTo: neck.bodyJoin,
  };
  return {
    date: isoDate(day),
    conditions,
    notes: visit.notes ?? '',
    protocol: visit.full ? 'full' : strung !== null && strung >= 0 ? 'resting' : 'recheck',
    findings: (visit.findings ?? []).map((finding) => ({ ...NO_FINDING, ...finding })) as PointFindingInput[],
    readings: [
      ...sides.map(({ side, action }) => reading('action12', side, on64ths(action + noise(0.07)))),
      reading('relief', 'both', thousandths(relief + noise(0.015))),
      reading('firstFretGap', 'both', thousandths(truth.gap + noise(0.015))),
      ...sides.map(({ side, straightedge }) =>
        reading('straightedge', side, quarterMillimetres(straightedge + noise(0.08))),
      ),
      ...STRING_SIDES.map((side, i) =>
        reading('saddleShowing', side, (Math.round((truth.saddle[i]! + noise(0.03)) * 20) / 20).toFixed(2)),
      ),
      reading(
        'bridgeTilt',
        'centre',
        (Math.round((truth.tilt + truth.lean * years + noise(0.08)) * 10) / 10).toFixed(1),
      ),
      ...bodyReadings(instrument, visit, { rise, moisture, years, noise }),
    ],
  };
}

/** A rule is read to half a 64th: `7/64`, `6.5/64`. */
function on64ths(millimetres: number): string {
  return `${Math.round((millimetres * mm) / METRES_PER['64ths'] / 0.5) * 0.5}/64`;
}
function thousandths(millimetres: number): string {
  return `${Math.round((millimetres * mm) / METRES_PER.thou)} thou`;
}
function quarterMillimetres(millimetres: number): string {
  return String(Math.round(millimetres * 4) / 4);
}
