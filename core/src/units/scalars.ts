import { hasTwoSeparators, parseDecimal, printDecimal } from './decimal.js';
import { parsed, refused, type Parsed } from './parsed.js';

/**
 * Temperatures, percentages, angles, forces and durations, in the manner of lengths: a bare number takes
 * the field's unit, a written unit wins, comma or point is the decimal mark.
 *
 * SI inside, with the exceptions that model.md names: temperature in °C, percentages as the number before
 * the sign (45 for 45 %), angle in radians, force in newtons, duration in seconds.
 */
interface Scale<U extends string> {
  what: string;
  /** value inside = typed · factor + offset */
  units: Record<U, { words: RegExp; factor: number; offset?: number; sign: string; decimals: number }>;
  examples: string;
  /** a sign that names no unit of several, and takes the field's */
  alone?: RegExp;
  /** Values inside beyond which the text is a slip; both ends are still accepted. */
  from: number;
  to: number;
  range: string;
}

function parseScalar<U extends string>(text: string, fieldUnit: U, scale: Scale<U>): Parsed<number> {
  const plain = text.trim();
  if (plain === '') return refused('nothing was typed', scale.examples);
  const named = (Object.keys(scale.units) as U[])
    .map((unit) => ({ unit, match: scale.units[unit].words.exec(plain) }))
    .find(({ match }) => match !== null);
  const written = named ? plain.slice(0, named.match!.index).trim() : plain;
  const amount = scale.alone ? written.replace(scale.alone, '').trim() : written;
  if (hasTwoSeparators(amount)) {
    return refused(`“${plain}” has two decimal marks in one number`, scale.examples);
  }
  const number = parseDecimal(amount);
  if (number === null) return refused(`“${plain}” is not ${scale.what}`, scale.examples);
  const { factor, offset } = scale.units[named?.unit ?? fieldUnit];
  const value = number * factor + (offset ?? 0);
  if (value < scale.from - 1e-9 || value > scale.to + 1e-9) {
    return refused(`“${plain}” is outside what ${scale.what} can be here (${scale.range})`, scale.examples);
  }
  return parsed(value);
}

function printScalar<U extends string>(value: number, unit: U, scale: Scale<U>, places?: number): string {
  const { factor, offset, sign, decimals: usual } = scale.units[unit];
  const decimals = places ?? usual;
  return `${printDecimal((value - (offset ?? 0)) / factor, decimals)}${sign}`;
}

export type TemperatureUnit = '°C' | '°F';
const TEMPERATURE: Scale<TemperatureUnit> = {
  what: 'a temperature',
  units: {
    '°F': { words: /\s*°?\s*F$/iu, factor: 5 / 9, offset: -160 / 9, sign: ' °F', decimals: 1 },
    '°C': { words: /\s*°?\s*C$/iu, factor: 1, sign: ' °C', decimals: 1 },
  },
  examples: 'a temperature such as 21, 21.5 °C or 70 F',
  alone: /\s*(?:°|º|deg\.?|degrees?)$/iu,
  from: -40,
  to: 60,
  range: '−40 to 60 °C',
};

/** Text to °C; from −40 to 60 °C, the air a guitar may meet. */
export function parseTemperature(text: string, fieldUnit: TemperatureUnit): Parsed<number> {
  return parseScalar(text, fieldUnit, TEMPERATURE);
}
/** °C to text, a tenth of a degree. */
export function printTemperature(celsius: number, unit: TemperatureUnit): string {
  return printScalar(celsius, unit, TEMPERATURE);
}

const PERCENT: Scale<'%'> = {
  what: 'a percentage',
  units: { '%': { words: /\s*(?:%\s*(?:RH|MC)?|RH|MC|percent)$/iu, factor: 1, sign: ' %', decimals: 1 } },
  examples: 'a percentage from 0 to 100 such as 45, 8.5 or 8,5 %',
  from: 0,
  to: 100,
  range: '0 to 100 %',
};

/** Text to a percentage as a plain number, 0 to 100; used for relative humidity and for moisture content. */
export function parsePercent(text: string): Parsed<number> {
  return parseScalar(text, '%', PERCENT);
}
/** A percentage to text, a tenth. */
export function printPercent(percent: number): string {
  return printScalar(percent, '%', PERCENT);
}

export type AngleUnit = '°' | 'rad' | 'mrad';
const ANGLE: Scale<AngleUnit> = {
  what: 'an angle',
  units: {
    mrad: { words: /\s*mrad$/iu, factor: 0.001, sign: ' mrad', decimals: 2 },
    rad: { words: /\s*rad$/iu, factor: 1, sign: ' rad', decimals: 5 },
    '°': { words: /\s*(?:°|degrees|degree|deg)$/iu, factor: Math.PI / 180, sign: '°', decimals: 2 },
  },
  examples: 'an angle such as 0.4, 0,4°, -1.2 deg or 7 mrad',
  from: -Math.PI / 2,
  to: Math.PI / 2,
  range: '−90° to 90°',
};

/** Text to radians, −π/2 to π/2. */
export function parseAngle(text: string, fieldUnit: AngleUnit): Parsed<number> {
  return parseScalar(text, fieldUnit, ANGLE);
}
/** Radians to text. */
export function printAngle(radians: number, unit: AngleUnit): string {
  return printScalar(radians, unit, ANGLE);
}

export type ForceUnit = 'N' | 'lbf' | 'kgf';
const FORCE: Scale<ForceUnit> = {
  what: 'a force',
  units: {
    // 1 lb = 0.45359237 kg and standard gravity 9.80665 m/s², both exact by definition
    lbf: {
      words: /\s*(?:lbf|lbs|lb|pounds|pound)$/iu,
      factor: 0.45359237 * 9.80665,
      sign: ' lbf',
      decimals: 2,
    },
    kgf: { words: /\s*(?:kgf|kg|kp)$/iu, factor: 9.80665, sign: ' kgf', decimals: 2 },
    N: { words: /\s*N$/iu, factor: 1, sign: ' N', decimals: 1 },
  },
  examples: 'a force such as 103 N, 23.3 lbf or 10,5 kg',
  from: -1e5,
  to: 1e5,
  range: 'up to 100 kN',
};

/** Text to newtons. */
export function parseForce(text: string, fieldUnit: ForceUnit): Parsed<number> {
  return parseScalar(text, fieldUnit, FORCE);
}
/** Newtons to text. @param decimals after the point; as many as the unit usually has where they are left out */
export function printForce(newtons: number, unit: ForceUnit, decimals?: number): string {
  return printScalar(newtons, unit, FORCE, decimals);
}

export type DurationUnit = 'min' | 'h' | 'd' | 'wk';
const DURATION: Scale<DurationUnit> = {
  what: 'a duration',
  units: {
    min: { words: /\s*(?:minutes|minute|mins|min|m)$/iu, factor: 60, sign: ' min', decimals: 2 },
    h: { words: /\s*(?:hours|hour|hrs|hr|h)$/iu, factor: 3600, sign: ' h', decimals: 4 },
    wk: { words: /\s*(?:weeks|week|wks|wk|w)$/iu, factor: 7 * 86400, sign: ' wk', decimals: 6 },
    d: { words: /\s*(?:days|day|d)$/iu, factor: 86400, sign: ' d', decimals: 5 },
  },
  examples: 'a duration such as 45 min, 1.5 h, 1 h 30 min, 1:30, 3 d or 2 weeks',
  from: 0,
  to: 20 * 366 * 86400,
  range: '0 to 20 years',
};

/** Text to seconds: `45 min`, `1.5 h`, `1:30` (hours and minutes), `1 h 30 min`, `1h30`; `90m` is minutes. */
export function parseDuration(text: string, fieldUnit: DurationUnit): Parsed<number> {
  const plain = text.trim();
  const clock = /^(\d+):([0-5]\d)$/u.exec(plain);
  if (clock) return parsed(Number(clock[1]) * 3600 + Number(clock[2]) * 60);
  const parts = /^(.*?(?:weeks?|wks?|days?|hours?|hrs?|d|h|w))\s*(\d.*)$/iu.exec(plain);
  if (parts) {
    const first = parseScalar(parts[1]!, fieldUnit, DURATION);
    // a bare number behind hours is minutes, as in 1h30; behind days and weeks it could be anything
    const bare = /^\d+$/u.test(parts[2]!);
    const hours = /h(?:ours?|rs?)?$/iu.test(parts[1]!.trim());
    if (bare && !hours)
      return refused(`“${plain}” does not say what its last number counts`, DURATION.examples);
    const rest = bare ? parseScalar(parts[2]!, 'min', DURATION) : parseDuration(parts[2]!, fieldUnit);
    if (!first.ok || !rest.ok) return first.ok ? rest : first;
    if (first.value + rest.value > DURATION.to)
      return refused(
        `“${plain}” is outside what a duration can be here (${DURATION.range})`,
        DURATION.examples,
      );
    return parsed(first.value + rest.value);
  }
  return parseScalar(plain, fieldUnit, DURATION);
}
/** Seconds to text in the unit. */
export function printDuration(seconds: number, unit: DurationUnit): string {
  return printScalar(seconds, unit, DURATION);
}

const CENTS: Scale<'cents'> = {
  what: 'a deviation in cents',
  units: { cents: { words: /\s*(?:cents|cent|ct|c)$/iu, factor: 1, sign: ' cents', decimals: 1 } },
  examples: 'cents such as 3, +3, -4.5 or 0',
  from: -1200,
  to: 1200,
  range: 'an octave either way',
};

/** Text to cents, hundredths of an equal-tempered semitone. */
export function parseCents(text: string): Parsed<number> {
  return parseScalar(text, 'cents', CENTS);
}
/** Cents to text. */
export function printCents(cents: number): string {
  return printScalar(cents, 'cents', CENTS);
}
