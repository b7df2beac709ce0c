import type {
  ExaminationInput,
  InstrumentInput,
  ReadingInput,
  InterventionInput,
} from '@upright-elder/contract';
import type { EventDraft, JobEvent } from '@upright-elder/core/jobs';

/** Ids of the right form, told apart by their last digits. */
export const id = (n: number) => `019aa000-0000-7000-8000-${String(n).padStart(12, '0')}`;

export const PERSON = id(1);
export const ROOM = id(2);
export const INSTRUMENT = id(3);

export function instrumentBody(over: Partial<InstrumentInput> = {}): InstrumentInput {
  return {
    version: 0,
    by: PERSON,
    nickname: 'the Purser',
    maker: 'Corvane',
    identity: '',
    doubtful: [],
    owner: 'the Ferry Band Trust',
    complaint: 'high action in summer',
    playingStyle: 'medium',
    reliefSchool: 'moderate',
    homeRoomId: null,
    type: 'flat-top',
    bodyJoin: 14,
    stringSet: 'light',
    designStringSet: null,
    tuning: 'standard',
    topSpecies: 'sitka-spruce',
    laminatedTop: false,
    construction: '',
    rod: 'adjustable',
    marketValue: null,
    worthToOwner: null,
    budget: null,
    scale: { text: '25.4', unit: 'in' },
    targetBass: null,
    targetTreble: null,
    heelDepth: { text: '95', unit: 'mm' },
    heelWidth: { text: '54', unit: 'mm' },
    extension: { text: '118', unit: 'mm' },
    bodyLength: null,
    bodyWidth: null,
    archHeight: null,
    ...over,
  };
}

export function reading(
  quantity: ReadingInput['quantity'],
  place: ReadingInput['place'],
  text: string,
  unit: ReadingInput['unit'] = 'mm',
): ReadingInput {
  return { quantity, place, text, unit };
}

export function examinationBody(over: Partial<ExaminationInput> = {}): ExaminationInput {
  return {
    version: 0,
    instrumentId: INSTRUMENT,
    by: PERSON,
    date: '2026-08-20',
    protocol: 'full',
    findings: [],
    conditions: {
      humidity: '58',
      temperature: '70 F',
      temperatureUnit: '°C',
      woodMoisture: '10.5',
      strings: 'pitch',
      timeAtPitch: null,
      reliefFrom: 1,
      reliefTo: 14,
    },
    readings: [
      reading('action12', 'bass', '7/64'),
      reading('action12', 'treble', '5/64'),
      reading('relief', 'both', '8 thou'),
      reading('firstFretGap', 'both', '.019"'),
      reading('straightedge', 'both', '0,5'),
      reading('saddleShowing', 'bass', '5.6'),
      reading('saddleShowing', 'treble', '4'),
      reading('bridgeTilt', 'centre', '0.5', '°'),
    ],
    notes: '',
    ...over,
  };
}

/** The same with another action on both sides, its wood known by the room's log alone. */
export function actionBody(date: string, action: string): ExaminationInput {
  const body = examinationBody({ date });
  return {
    ...body,
    conditions: { ...body.conditions, humidity: null, temperature: null, woodMoisture: null },
    readings: body.readings.map((one) =>
      one.quantity === 'action12' ? reading('action12', one.place, action) : one,
    ),
  };
}

/** Something that was done to the instrument. */
export function interventionBody(over: Partial<InterventionInput> = {}): InterventionInput {
  return {
    version: 0,
    instrumentId: INSTRUMENT,
    by: PERSON,
    date: '2026-08-20',
    time: null,
    follows: null,
    kinds: ['structure'],
    treatments: [],
    note: '',
    ...over,
  };
}

/** Events of one job as a tablet sends them, a millisecond apart from the given one on. */
export const fromTablet = (job: string, at: number, drafts: readonly EventDraft[]): JobEvent[] =>
  drafts.map((one, seq) => ({
    ...{ ...one, job, by: PERSON, with: [], device: 'tablet', clockRun: 0, seq, at, stamp: at + seq, v: 1 },
  }));
