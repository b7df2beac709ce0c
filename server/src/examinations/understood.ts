import type {
  Conditions,
  ConditionsInput,
  FieldError,
  PointFindingInput,
  Money,
  ReadingInput,
} from '@upright-elder/contract';
import {
  BOTH,
  isSided,
  parseFrets,
  parseReading,
  placeName,
  POINTS,
  QUANTITIES,
} from '@upright-elder/core/readings';
import {
  parseDuration,
  parseMoney,
  parsePercent,
  parseTemperature,
  type Parsed,
  meterRepeatsOf,
} from '@upright-elder/core/units';
import type { KnownTool } from '../tools/tools.service.js';
import type { NewReading } from '../readings/readings.service.js';
import type { PointFindingEntity } from './examination.entity.js';

/** What was typed, turned into what it means; everything that cannot be is named among the errors. */
export type UnderstoodReading = NewReading;
export type UnderstoodPointFinding = Omit<PointFindingEntity, 'examinationId' | 'by'>;

const isBlank = (text: string | null | undefined): text is null | undefined | '' =>
  (text ?? '').trim() === '';

export function understandConditions(input: ConditionsInput, errors: FieldError[]): Conditions {
  const understood = (
    field: keyof ConditionsInput,
    parse: (text: string) => Parsed<number>,
  ): number | null => {
    const typed = input[field] as string | null | undefined;
    if (isBlank(typed)) return null;
    const result = parse(typed);
    if (result.ok) return result.value;
    errors.push({ field: `conditions.${field}`, typed, reason: result.reason, accepted: result.accepted });
    return null;
  };
  const seconds = understood('timeAtPitch', (text) => parseDuration(text, 'd'));
  if (input.reliefTo <= input.reliefFrom) {
    errors.push({
      field: 'conditions.reliefTo',
      typed: String(input.reliefTo),
      reason: 'the two held frets must be in order',
      accepted: 'a fret from 8 to 20',
    });
  }
  return {
    ...input,
    humidityPercent: understood('humidity', parsePercent),
    temperatureCelsius: understood('temperature', (text) => parseTemperature(text, input.temperatureUnit)),
    woodMoisturePercent: understood('woodMoisture', meanPercent),
    daysAtPitch: seconds === null ? null : seconds / 86400,
  };
}

/** Three readings of a meter, their mean. */
function meanPercent(text: string): Parsed<number> {
  const parts = meterRepeatsOf(text).map(parsePercent);
  const wrong = parts.find((part) => !part.ok);
  if (wrong) return wrong;
  const sum = parts.reduce((total, part) => total + (part.ok ? part.value : 0), 0);
  return { ok: true, value: sum / parts.length };
}

export function understandReadings(
  inputs: ReadingInput[],
  tools: Map<string, KnownTool>,
  usual: (quantity: ReadingInput['quantity']) => string,
  errors: FieldError[],
): UnderstoodReading[] {
  const seen = new Set<string>();
  return inputs.map((input, i) => {
    const { quantity, place, text, unit } = input;
    const { name, places, dimension } = QUANTITIES[quantity];
    const refuse = (reason: string, accepted: string, field = 'text', typed = text) =>
      errors.push({ field: `readings.${i}.${field}`, typed, reason, accepted });
    const known = place === BOTH ? isSided(quantity) : places.includes(place);
    if (!known) {
      const accepted = places.map((one) => placeName(one) || 'centre').join(', ');
      refuse(`${name} cannot be read at “${place}”`, isSided(quantity) ? `${accepted} or both` : accepted);
    }
    for (const one of place === BOTH ? places : [place]) {
      const key = `${quantity} ${one}`;
      if (seen.has(key))
        refuse(
          `${name} is given twice for the ${placeName(one) || 'centre'}`,
          'one reading a place; repeats are separated by a semicolon',
        );
      seen.add(key);
    }
    const tool = isBlank(input.tool) ? usual(quantity) : input.tool;
    const held = tools.get(tool);
    if (held?.dimension !== dimension) {
      const fitting = [...tools.values()].filter((one) => one.dimension === dimension);
      refuse(
        held ? `${held.name} does not measure ${dimension}` : 'this tool is not in the shop',
        fitting.map((one) => one.name).join(', '),
        'tool',
        tool,
      );
    }
    const result = parseReading(quantity, text, unit);
    if (!result.ok) refuse(result.reason, result.accepted);
    return { quantity, place, text, unit, tool, readings: result.ok ? result.value : [] };
  });
}

export function understandPointFindings(
  inputs: PointFindingInput[],
  errors: FieldError[],
): UnderstoodPointFinding[] {
  const seen = new Set<string>();
  return inputs.map((input, i) => {
    const { point, states, verdict, words } = input;
    const { name, states: known } = POINTS[point];
    const refuse = (field: string, typed: string, reason: string, accepted: string) =>
      errors.push({ field: `findings.${i}.${field}`, typed, reason, accepted });
    if (seen.has(point)) refuse('point', point, `${name} is given twice`, 'each point once');
    seen.add(point);
    for (const state of states)
      if (!known.some((one) => one.id === state))
        refuse('states', state, `${name} has no state “${state}”`, known.map(({ id }) => id).join(', '));
    if (!isBlank(input.frets)) {
      const result = parseFrets(input.frets);
      if (!result.ok) refuse('frets', input.frets, result.reason, result.accepted);
    }
    return {
      point,
      states,
      verdict,
      words,
      frets: isBlank(input.frets) ? null : input.frets,
      allowance: understandMoney(input.allowance, `findings.${i}.allowance`, errors),
    };
  });
}

export function understandMoney(
  typed: string | null | undefined,
  field: string,
  errors: FieldError[],
): Money | null {
  if (isBlank(typed)) return null;
  const result = parseMoney(typed);
  if (result.ok) return { text: typed, amount: result.value };
  errors.push({ field, typed, reason: result.reason, accepted: result.accepted });
  return null;
}
