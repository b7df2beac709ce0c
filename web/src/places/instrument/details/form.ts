import {
  INSTRUMENT_LENGTHS,
  type Instrument,
  type InstrumentInput,
  type InstrumentLength,
} from '@upright-elder/contract';
import { isBareNumber, type LengthUnit } from '@upright-elder/core';
import type { Difference } from '../../../app/MergeDialog.js';

/** The form of an instrument: its facts, and each length as typed. */
export type InstrumentForm = Omit<InstrumentInput, 'by' | InstrumentLength | 'homeRoomId'> & {
  homeRoomId: string;
  lengths: Record<InstrumentLength, string>;
};

export const LENGTH_NAMES: Record<InstrumentLength, string> = {
  scale: 'Scale length',
  targetBass: 'Wanted action, bass',
  targetTreble: 'Wanted action, treble',
  heelDepth: 'Heel depth, board to cap',
  extension: 'Extension, join to board end',
  bodyLength: 'Body length',
  bodyWidth: 'Lower bout width',
  archHeight: 'Arch over the rim',
};

/** The unit that a bare number takes in each field. */
export const LENGTH_FIELD_UNITS: Record<InstrumentLength, LengthUnit> = {
  scale: 'mm',
  targetBass: 'mm',
  targetTreble: 'mm',
  heelDepth: 'mm',
  extension: 'mm',
  bodyLength: 'mm',
  bodyWidth: 'mm',
  archHeight: 'mm',
};

export function emptyForm(): InstrumentForm {
  return {
    version: 0,
    nickname: '',
    maker: '',
    identity: '',
    owner: '',
    complaint: '',
    playingStyle: 'medium',
    reliefSchool: 'moderate',
    homeRoomId: '',
    type: 'flat-top',
    bodyJoin: 14,
    stringSet: 'light',
    tuning: 'standard',
    topSpecies: 'sitka-spruce',
    laminatedTop: false,
    construction: '',
    rod: 'unknown',
    lengths: Object.fromEntries(INSTRUMENT_LENGTHS.map((name) => [name, ''])) as Record<
      InstrumentLength,
      string
    >,
  };
}

export function formOf(instrument: Instrument): InstrumentForm {
  const {
    id: _id,
    stringPull: _pull,
    updatedAt: _at,
    scale,
    targetBass,
    targetTreble,
    heelDepth,
    extension,
    bodyLength,
    bodyWidth,
    archHeight,
    homeRoomId,
    ...facts
  } = instrument;
  const stored = { scale, targetBass, targetTreble, heelDepth, extension, bodyLength, bodyWidth, archHeight };
  const lengths = Object.fromEntries(
    INSTRUMENT_LENGTHS.map((name) => {
      const length = stored[name];
      if (!length) return [name, ''];
      // a bare number typed under another unit keeps that unit when it is shown again
      const bare = isBareNumber(length.text) && length.unit !== LENGTH_FIELD_UNITS[name];
      return [name, bare ? `${length.text} ${length.unit}` : length.text];
    }),
  ) as Record<InstrumentLength, string>;
  return { ...facts, homeRoomId: homeRoomId ?? '', lengths };
}

export function inputOf(form: InstrumentForm, by: string): InstrumentInput {
  const { lengths, homeRoomId, bodyJoin, ...facts } = form;
  const typed = Object.fromEntries(
    INSTRUMENT_LENGTHS.map((name) => [
      name,
      lengths[name].trim() === '' ? null : { text: lengths[name], unit: LENGTH_FIELD_UNITS[name] },
    ]),
  ) as Pick<InstrumentInput, InstrumentLength>;
  // an empty scale is sent as typed, so that the server says what is accepted
  const scale = typed.scale ?? { text: lengths.scale, unit: LENGTH_FIELD_UNITS.scale };
  return {
    ...facts,
    ...typed,
    scale,
    bodyJoin: Number(bodyJoin),
    homeRoomId: homeRoomId === '' ? null : homeRoomId,
    by,
  };
}

const FORM_NAMES: Record<Exclude<keyof InstrumentForm, 'version' | 'lengths'>, string> = {
  nickname: 'Name to find it by',
  maker: 'Maker',
  owner: 'Owner',
  identity: 'Serial, year, what is doubtful',
  type: 'Type',
  bodyJoin: 'Body join at fret',
  rod: 'Truss rod',
  topSpecies: 'Top wood',
  laminatedTop: 'Laminated top',
  construction: 'Bracing, neck joint, back and sides',
  playingStyle: 'Playing style',
  stringSet: 'Strings',
  tuning: 'Tuning',
  homeRoomId: 'Home room',
  reliefSchool: 'Relief wanted',
  complaint: 'What the owner complains of',
};
const FORM_KEYS = Object.keys(FORM_NAMES) as (keyof typeof FORM_NAMES)[];

/** Where two copies of an instrument differ. */
export function formDifferences(theirs: InstrumentForm, yours: InstrumentForm): Difference[] {
  const facts = FORM_KEYS.map((key) => ({
    key,
    name: FORM_NAMES[key],
    theirs: String(theirs[key]),
    yours: String(yours[key]),
  }));
  const lengths = INSTRUMENT_LENGTHS.map((key) => ({
    key,
    name: LENGTH_NAMES[key],
    theirs: theirs.lengths[key],
    yours: yours.lengths[key],
  }));
  return [...facts, ...lengths].filter((difference) => difference.theirs !== difference.yours);
}

/** Yours, with theirs where that was chosen, on top of their version. */
export function mergedForm(
  theirs: InstrumentForm,
  yours: InstrumentForm,
  chosen: ReadonlySet<string>,
): InstrumentForm {
  const pick = (key: string) => (chosen.has(key) ? theirs : yours);
  return {
    ...yours,
    ...Object.fromEntries(FORM_KEYS.map((key) => [key, pick(key)[key]])),
    lengths: Object.fromEntries(
      INSTRUMENT_LENGTHS.map((key) => [key, pick(key).lengths[key]]),
    ) as InstrumentForm['lengths'],
    version: theirs.version,
  };
}
