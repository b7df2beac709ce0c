import type { FieldError } from '@upright-elder/contract';
import {
  corrected,
  hygrometerCorrection,
  PACKS_HUMIDITY,
  parsePacks,
  parseSalt,
  SALTS,
  UNCHECKED,
  type HygrometerCorrection,
  type HygrometerPoint,
} from '@upright-elder/core/air';
import { parsePercent } from '@upright-elder/core/units';
import { badFields } from '../http/problem.js';
import type { RoomEntity } from './room.entity.js';

type Salts = Pick<RoomEntity, 'saltLow' | 'saltHigh'>;
type Beside = Pick<RoomEntity, 'besideShown' | 'besideOther'>;

/**
 * How a room's hygrometer is corrected, by what it shows over two salts and beside another one.
 *
 * @param other the room whose hygrometer it was laid beside: that one is corrected by its own salts only
 */
export function correctionOf(room: (Salts & Beside) | null, other: Salts | null): HygrometerCorrection {
  if (!room) return UNCHECKED;
  return hygrometerCorrection([...saltPoints(room), ...besidePoint(room, other)]);
}

const percentOf = (text: string): number | null => {
  const result = parsePercent(text);
  return result.ok ? result.value : null;
};

function saltPoints({ saltLow, saltHigh }: Salts): HygrometerPoint[] {
  return (['low', 'high'] as const).flatMap((salt) => {
    const shown = percentOf(salt === 'low' ? saltLow : saltHigh);
    return shown === null ? [] : [{ shown, truth: SALTS[salt] }];
  });
}

function besidePoint({ besideShown, besideOther }: Beside, other: Salts | null): HygrometerPoint[] {
  const [shown, seen] = [percentOf(besideShown), percentOf(besideOther)];
  if (shown === null || seen === null) return [];
  const truth = other ? corrected(seen, hygrometerCorrection(saltPoints(other))) : seen;
  return [{ shown, truth }];
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
  besideShown: parsePercent,
  besideOther: parsePercent,
};

type Typed = Pick<RoomEntity, keyof typeof FIELDS>;

/** @throws ProblemError where what was typed is no humidity, or none that a hygrometer shows there or packs hold */
export function understandHumidities(typed: Typed, other: Salts | null): void {
  const errors = (Object.keys(FIELDS) as (keyof typeof FIELDS)[]).flatMap((field): FieldError[] => {
    const text = typed[field];
    const result = text.trim() === '' ? null : FIELDS[field](text);
    if (!result || result.ok) return [];
    const { reason, accepted } = result;
    return [{ field, typed: text, reason, accepted: `${accepted}; empty where it is not known` }];
  });
  if (errors.length === 0) errors.push(...besideFaults(typed, other));
  if (errors.length > 0) throw badFields(errors);
}

/** What of two hygrometers beside each other cannot be. */
function besideFaults(typed: Typed, other: Salts | null): FieldError[] {
  const { besideShown, besideOther } = typed;
  const fault = (field: keyof Beside, reason: string): FieldError[] => [
    {
      field,
      typed: typed[field],
      reason,
      accepted: 'what both show at the same time, within 15 of each other',
    },
  ];
  if ((besideShown.trim() === '') !== (besideOther.trim() === ''))
    return fault(
      besideShown.trim() === '' ? 'besideShown' : 'besideOther',
      'both hygrometers must be read, or neither',
    );
  try {
    correctionOf(typed, other);
    return [];
  } catch (error) {
    return fault('besideShown', (error as RangeError).message);
  }
}
