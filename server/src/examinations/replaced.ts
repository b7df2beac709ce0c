import type { ConditionsInput } from '@upright-elder/contract';
import { isBareNumber } from '@upright-elder/core';
import type {
  CorrectionEntity,
  ExaminationEntity,
  FindingEntity,
  ReadingEntity,
} from './examination.entity.js';
import type { UnderstoodFinding, UnderstoodReading } from './understood.js';

/** What of a stored examination a save would change, as it stood before. */
export type Replaced = Pick<CorrectionEntity, 'line' | 'place' | 'text'>;

/** Readings that are changed or taken out. */
export function replacedReadings(
  before: readonly ReadingEntity[],
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

export const sameReading = (old: ReadingEntity, now: UnderstoodReading): boolean =>
  now.quantity === old.quantity &&
  now.place === old.place &&
  now.text === old.text &&
  now.unit === old.unit &&
  (old.tool === null || now.tool === old.tool);

/** Findings that are changed or taken out. */
export function replacedFindings(
  before: readonly FindingEntity[],
  after: readonly UnderstoodFinding[],
): Replaced[] {
  return before
    .filter((old) => !after.some((now) => sameFinding(old, now)))
    .map((old) => ({ line: old.point, place: '', text: sayFinding(old) }));
}

export const sameFinding = (old: FindingEntity, now: UnderstoodFinding): boolean =>
  now.point === old.point && sayFinding(old) === sayFinding(now);

function sayFinding({ states, verdict, frets, words, allowance }: UnderstoodFinding): string {
  return [
    verdict,
    states.join(', '),
    frets && `frets ${frets}`,
    words,
    allowance && `allowance ${allowance.text}`,
  ]
    .filter(Boolean)
    .join('; ');
}

const CONDITIONS: (keyof ConditionsInput)[] = [
  'humidity',
  'temperature',
  'woodMoisture',
  'meter',
  'meterSetting',
  'meterPlace',
  'strings',
  'timeAtPitch',
  'afterWork',
  'reliefFrom',
  'reliefTo',
];

/** Day and conditions that are changed; what was not given before leaves nothing behind. */
export function replacedConditions(
  before: Pick<ExaminationEntity, 'date' | 'conditions'>,
  after: Pick<ExaminationEntity, 'date' | 'conditions'>,
): Replaced[] {
  const pairs: [string, unknown, unknown][] = [
    ['date', before.date, after.date],
    ...CONDITIONS.map((field): [string, unknown, unknown] => [
      field,
      before.conditions[field],
      after.conditions[field],
    ]),
  ];
  return pairs
    .filter(([, old, now]) => (old ?? null) !== null && old !== (now ?? null))
    .map(([line, old]) => ({ line, place: '', text: String(old) }));
}
