import type { FieldError } from '@upright-elder/contract';
import {
  hygrometerCorrection,
  parsePercent,
  UNCHECKED,
  type HygrometerCorrection,
} from '@upright-elder/core';
import { badFields } from '../http/problem.js';
import type { RoomEntity } from './room.entity.js';

type Salts = Pick<RoomEntity, 'saltLow' | 'saltHigh'>;
const ACCEPTED = 'what the hygrometer shows, within 15 of the salt’s humidity; empty where it was not tried';

/** How a room's hygrometer is corrected by what it shows over two salts. */
export function correctionOf(room: Salts | null): HygrometerCorrection {
  if (!room) return UNCHECKED;
  const shown = (text: string) => {
    const result = parsePercent(text);
    return result.ok ? result.value : null;
  };
  return hygrometerCorrection({ low: shown(room.saltLow), high: shown(room.saltHigh) });
}

/** @throws ProblemError where what was typed is no humidity, or further off than a hygrometer can be */
export function understandSalts(typed: Salts): void {
  const errors: FieldError[] = [];
  for (const field of ['saltLow', 'saltHigh'] as const) {
    if (typed[field].trim() === '') continue;
    const result = parsePercent(typed[field]);
    if (!result.ok) {
      errors.push({ field, typed: typed[field], reason: result.reason, accepted: result.accepted });
      continue;
    }
    try {
      const [low, high] = field === 'saltLow' ? [result.value, null] : [null, result.value];
      hygrometerCorrection({ low, high });
    } catch (error) {
      errors.push({ field, typed: typed[field], reason: (error as RangeError).message, accepted: ACCEPTED });
    }
  }
  if (errors.length > 0) throw badFields(errors);
}

export function hygrometerWords(room: Salts): string {
  const { gain, offset } = correctionOf(room);
  if (gain === 1 && offset === 0)
    return 'Its hygrometer has not been tried over salts: take it as a few percent sure.';
  const at = (shown: number) => (offset + gain * shown).toFixed(0);
  return `Its hygrometer is corrected by the salts: 30 % shown are ${at(30)}, 50 are ${at(50)}, 70 are ${at(70)}.`;
}
