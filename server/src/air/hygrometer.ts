import type { FieldError } from '@upright-elder/contract';
import {
  hygrometerCorrection,
  PACKS_HUMIDITY,
  parsePacks,
  parseSalt,
  UNCHECKED,
  type HygrometerCorrection,
} from '@upright-elder/core/air';
import { parsePercent } from '@upright-elder/core/units';
import { badFields } from '../http/problem.js';
import type { RoomEntity } from './room.entity.js';

type Salts = Pick<RoomEntity, 'saltLow' | 'saltHigh'>;

/** How a room's hygrometer is corrected by what it shows over two salts. */
export function correctionOf(room: Salts | null): HygrometerCorrection {
  if (!room) return UNCHECKED;
  const shown = (text: string) => {
    const result = parsePercent(text);
    return result.ok ? result.value : null;
  };
  return hygrometerCorrection({ low: shown(room.saltLow), high: shown(room.saltHigh) });
}

/** What the packs of a case hold, percent: as typed, else what common ones do. */
export function packsOf({ packs }: Pick<RoomEntity, 'packs'>): number {
  const result = parsePercent(packs);
  return result.ok ? result.value : PACKS_HUMIDITY;
}

const FIELDS = {
  saltLow: (text: string) => parseSalt('low', text),
  saltHigh: (text: string) => parseSalt('high', text),
  packs: parsePacks,
};

/** @throws ProblemError where what was typed is no humidity, or none that a hygrometer shows over a salt or packs hold */
export function understandHumidities(typed: Pick<RoomEntity, keyof typeof FIELDS>): void {
  const errors = (Object.keys(FIELDS) as (keyof typeof FIELDS)[]).flatMap((field): FieldError[] => {
    const text = typed[field];
    const result = text.trim() === '' ? null : FIELDS[field](text);
    if (!result || result.ok) return [];
    const { reason, accepted } = result;
    return [{ field, typed: text, reason, accepted: `${accepted}; empty where it is not known` }];
  });
  if (errors.length > 0) throw badFields(errors);
}
