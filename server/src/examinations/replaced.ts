import type { ConditionsInput } from '@upright-elder/contract';
import { stateName } from '@upright-elder/core/readings';
import { isBareNumber } from '@upright-elder/core/units';
import type { CorrectionEntity, ExaminationEntity, PointFindingEntity } from './examination.entity.js';
import type { StoredReading } from '../readings/readings.service.js';
import type { UnderstoodPointFinding, UnderstoodReading } from './understood.js';

/** What of a stored examination a save would change, as it stood before. */
export type Replaced = Pick<CorrectionEntity, 'line' | 'place' | 'text'>;

/** Readings that are changed or taken out. */
export function replacedReadings(
  before: readonly StoredReading[],
  after: readonly UnderstoodReading[],
): Replaced[] {
  return before
    .filter((old) => !after.some((now) => sameReading(old, now)))
    .map(({ quantity, place, text, unit }) => ({
      line: quantity,
      place,
      text: isBareNumber(text) ? `${text} ${unit}` : text,
    }));
}

export const sameReading = (old: StoredReading, now: UnderstoodReading): boolean =>
  now.quantity === old.quantity &&
  now.place === old.place &&
  now.text === old.text &&
  now.unit === old.unit &&
  (old.tool === null || now.tool === old.tool);

/** Findings that are changed or taken out. */
export function replacedPointFindings(
  before: readonly PointFindingEntity[],
  after: readonly UnderstoodPointFinding[],
): Replaced[] {
  return before
    .filter((old) => !after.some((now) => samePointFinding(old, now)))
    .map((old) => ({ line: old.point, place: '', text: sayPointFinding(old) }));
}

export const samePointFinding = (old: PointFindingEntity, now: UnderstoodPointFinding): boolean =>
  now.point === old.point && sayPointFinding(old) === sayPointFinding(now);

function sayPointFinding({
  point,
  states,
  verdict,
  frets,
  words,
  allowance,
}: UnderstoodPointFinding): string {
  return [
    verdict,
    states.map((state) => stateName(point, state)).join(', '),
    frets && `frets ${frets}`,
    words,
    allowance && `allowance ${allowance.text}`,
  ]
    .filter(Boolean)
    .join('; ');
}

/** Conditions that are compared as they stand; the temperature is said with its unit. */
const CONDITIONS: (keyof ConditionsInput)[] = [
  'humidity',
  'woodMoisture',
  'meter',
  'meterSetting',
  'meterPlace',
  'strings',
  'heldUnsound',
  'timeAtPitch',
  'pitchAfter',
  'reliefFrom',
  'reliefTo',
];

type Stored = Pick<ExaminationEntity, 'date' | 'conditions' | 'protocol' | 'notes' | 'askingPrice'>;

/** A bare number with the unit that gave it its meaning. */
const sayTemperature = ({ temperature, temperatureUnit }: ConditionsInput): string | null =>
  temperature === null || temperature.trim() === ''
    ? null
    : isBareNumber(temperature)
      ? `${temperature} ${temperatureUnit}`
      : temperature;

/**
 * Day, conditions, protocol, price and notes that are changed; what was not given before leaves nothing behind, and a
 * note that goes on where it ended takes nothing away.
 */
export function replacedFacts(before: Stored, after: Stored): Replaced[] {
  const pairs: [string, unknown, unknown][] = [
    ['date', before.date, after.date],
    ['temperature', sayTemperature(before.conditions), sayTemperature(after.conditions)],
    ...CONDITIONS.map((field): [string, unknown, unknown] => [
      field,
      before.conditions[field],
      after.conditions[field],
    ]),
    ['protocol', before.protocol, after.protocol],
    ['askingPrice', before.askingPrice?.text, after.askingPrice?.text],
    ['notes', before.notes, after.notes.startsWith(before.notes) ? before.notes : after.notes],
  ];
  return pairs
    .filter(([, old, now]) => (old ?? '') !== '' && old !== (now ?? null))
    .map(([line, old]) => ({ line, place: '', text: String(old) }));
}
