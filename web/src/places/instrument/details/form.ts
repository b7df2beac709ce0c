import {
  INSTRUMENT_LENGTHS,
  type Instrument,
  type InstrumentInput,
  type InstrumentLength,
} from '@upright-elder/contract';
import type { LengthUnit } from '@upright-elder/core';

/** The form of an instrument: its facts, and each length as typed. */
export type InstrumentForm = Omit<InstrumentInput, 'by' | InstrumentLength | 'homeRoomId'> & {
  homeRoomId: string;
  lengths: Record<InstrumentLength, string>;
};

/** Lengths that a rule of inches is used for; the others are read in millimetres. */
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
      const bare = /^[\s\d.,+\-−]+$/u.test(length.text) && length.unit !== LENGTH_FIELD_UNITS[name];
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
