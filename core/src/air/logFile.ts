import Papa from 'papaparse';
import type { LocalTime } from '../days/zone.js';
import { parsePercent, parseTemperature, type TemperatureUnit } from '../units/scalars.js';
import { LogCheck } from './logCheck.js';
import { isRepeatedHour, Surveyor, winterInstant, type LogSurvey } from './logSurvey.js';

/** One reading out of a logger's file, its instant as UTC ISO text. */
export interface LoggedAir {
  at: string;
  /** percent */
  humidity: number;
  celsius: number;
}

/** A line that could not be taken, and why. */
export interface SkippedLine {
  line: number;
  text: string;
  reason: string;
}

export interface LogFile {
  readings: LoggedAir[];
  skipped: SkippedLine[];
  /** what was assumed where the file does not say, and what of it asks for a look */
  assumed: string[];
}

/** Headings are looked for in so many lines: loggers like to begin with their own name and settings. */
const HEADING_LINES = 30;

const TIME = /\b(?:time|date|timestamp|uhrzeit|zeit|datum|fecha|heure|horodat)/iu;
const HUMIDITY = /hum|\brh\b|r\.h\.|feucht|humid/iu;
const TEMPERATURE = /temp|celsius|fahrenheit|°\s*[cf]/iu;
/** Columns beside the relative humidity and the air's temperature that loggers like to write. */
const NOT_RELATIVE = /abs|\bg\s*\/|g\/m|g\/kg|mixing|specific|enthalp|dew|taupunkt|vapou?r|dampf/iu;
const NOT_AIR = /dew|taupunkt|wet.?bulb|feuchtkugel|heat.?index|frost/iu;
const isHumidity = (cell: string) => HUMIDITY.test(cell) && !NOT_RELATIVE.test(cell);
const isTemperature = (cell: string) => TEMPERATURE.test(cell) && !NOT_AIR.test(cell);

/** One line of the file, cut into its cells. */
export interface LogRow {
  line: number;
  cells: string[];
}

/** What a piece of the file gave. */
export type LogPiece = Pick<LogFile, 'readings' | 'skipped'>;

/** Rows gone through at a time, so that whoever asks can do something else in between. */
const PIECE_ROWS = 1000;

/**
 * A logger's file to readings. Tolerant of the separator (comma, semicolon, tab), the decimal mark, the order of the
 * columns, date and time in one column or two, lines before the heading, °C or °F, and broken lines, which are listed
 * with their reason instead of guessed at. CSV by RFC 4180, read with papaparse.
 *
 * @param text of the whole file
 * @param zone turns a local time into a UTC instant where the file names no zone; default: UTC
 * @throws RangeError where no heading names time, humidity and temperature
 */
export function readLogFile(text: string, zone: (time: LocalTime) => string = utc): LogFile {
  const cutter = new LogCutter();
  const rows = [...cutter.push(text), ...cutter.end()];
  const file: LogFile = { readings: [], skipped: [], assumed: [] };
  const pieces = readLogRows(rows, zone);
  for (;;) {
    const { done, value } = pieces.next();
    if (done) return { ...file, assumed: value };
    file.readings.push(...value.readings);
    file.skipped.push(...value.skipped);
  }
}

/**
 * Cuts a logger's file into rows as it comes in, in pieces of any length. A line is cut once its end has come; the
 * separator is the one that the first lines with cells show. CSV by RFC 4180, read with papaparse; a cell that spans lines is
 * cut at the line, since no logger writes one.
 */
export class LogCutter {
  private rest = '';
  private line = 0;
  private delimiter = '';

  push(text: string): LogRow[] {
    const whole = this.line === 0 && this.rest === '' ? text.replace(/^\uFEFF/u, '') : this.rest + text;
    const end = whole.lastIndexOf('\n') + 1;
    this.rest = whole.slice(end);
    return this.cut(whole.slice(0, end));
  }

  /** What stands after the last line's end. */
  end(): LogRow[] {
    const rows = this.cut(this.rest);
    this.rest = '';
    return rows;
  }

  private cut(text: string): LogRow[] {
    if (text === '') return [];
    const lines = text.replace(/\r?\n$/u, '');
    const { data, meta } = Papa.parse<string[]>(lines, {
      skipEmptyLines: false,
      delimiter: this.delimiter,
      newline: '\n',
    });
    // lines before the heading may have no separator at all
    if (data.some((cells) => cells.length > 2)) this.delimiter ||= meta.delimiter;
    return data.map((cells) => ({ line: ++this.line, cells }));
  }
}

/**
 * The same from rows that are cut already, a piece at a time.
 *
 * @returns what was assumed where the file does not say
 * @throws RangeError where no heading names time, humidity and temperature, or the text is UTF-16
 */
export function* readLogRows(
  rows: readonly LogRow[],
  zone: (time: LocalTime) => string = utc,
): Generator<LogPiece, string[]> {
  const at = rows.slice(0, HEADING_LINES).findIndex(({ cells }) => isHeading(cells));
  if (at < 0) {
    if (rows.slice(0, HEADING_LINES).some(({ cells }) => cells.some((cell) => cell.includes('\0'))))
      throw new RangeError(
        'it is written with two bytes a letter (UTF-16); saved as UTF-8 or as plain text, it is read',
      );
    throw new RangeError(
      'no heading names time, humidity and temperature; a first line such as “time,humidity,temperature” is accepted',
    );
  }
  const columns = columnsOf(rows[at]!.cells.map((cell) => cell.trim()));
  const timeText = ({ cells }: LogRow) => columns.time.map((i) => cells[i]?.trim() ?? '').join(' ');
  const { order, assumed } = yield* dateOrder(rows, at + 1, timeText);
  const survey = yield* surveyed(rows, at + 1, timeText, { order, columns, zone });
  const reader = new LineReader(order, columns, zone, survey);
  const check = new LogCheck();
  for (let from = at + 1; from < rows.length; from += PIECE_ROWS) {
    const piece: LogPiece = { readings: [], skipped: [] };
    for (const row of rows.slice(from, from + PIECE_ROWS)) {
      const cells = row.cells.map((cell) => cell.trim());
      if (cells.every((cell) => cell === '')) continue;
      const result = reader.read(cells, timeText(row));
      if (typeof result === 'string')
        piece.skipped.push({ line: row.line, text: cells.join(' · ').slice(0, 120), reason: result });
      else {
        check.push(result);
        piece.readings.push(result);
      }
    }
    yield piece;
  }
  if (survey.fahrenheit && columns.unit === null)
    assumed.push('no unit over the temperatures, and they are too high for °C: taken as °F');
  if (survey.winterTime)
    assumed.push(
      'it has hours that clocks skip in spring: the logger keeps winter time, and so does the whole file',
    );
  return [...assumed, ...check.remarks()];
}

/** Goes over the times and temperatures of the whole file before a line of it is taken. */
function* surveyed(
  rows: readonly LogRow[],
  from: number,
  timeText: (row: LogRow) => string,
  { order, columns, zone }: { order: DateOrder; columns: Columns; zone: (time: LocalTime) => string },
): Generator<LogPiece, LogSurvey> {
  const surveyor = new Surveyor(zone);
  for (let i = from; i < rows.length; i++) {
    if (i % PIECE_ROWS === 0) yield { readings: [], skipped: [] };
    const time = readTime(timeText(rows[i]!), order);
    const local = time && time.zone === null ? time.local : null;
    surveyor.line(time?.local[0] ?? null, local, rows[i]!.cells[columns.temperature]?.trim() ?? '');
  }
  return surveyor.result();
}

/** Years that a line may be away from most of the others before its clock is doubted. */
const YEARS_AWAY = 4;
/** A sensor at its ends says nothing of the room, percent. */
const SATURATED = { low: 1, high: 99.5 };

/** Reads one line after the other; it knows the instants that stood before. */
class LineReader {
  private readonly seen = new Set<string>();

  constructor(
    private readonly order: DateOrder,
    private readonly columns: Columns,
    private readonly zone: (time: LocalTime) => string,
    private readonly survey: LogSurvey,
  ) {}

  /** The reading of a line, or why it has none. */
  read(cells: string[], text: string): LoggedAir | string {
    const time = readTime(text, this.order);
    if (!time)
      return `the time cannot be read; this file’s dates are ${this.order}: ${ACCEPTED[this.order]} are accepted`;
    const { usualYear } = this.survey;
    if (usualYear !== null && Math.abs(time.local[0] - usualYear) > YEARS_AWAY)
      return `it is years away from the other lines, about ${usualYear}: the logger’s clock was not set`;
    const humidity = parsePercent(cells[this.columns.humidity] ?? '');
    if (!humidity.ok) return `humidity: ${humidity.reason}`;
    const unit = this.columns.unit ?? (this.survey.fahrenheit ? '°F' : '°C');
    const temperature = parseTemperature(cells[this.columns.temperature] ?? '', unit);
    if (!temperature.ok) return `temperature: ${temperature.reason}`;
    if (humidity.value >= SATURATED.high || humidity.value < SATURATED.low)
      return `humidity: the sensor is stuck at its end (${humidity.value} %), so the line was skipped`;
    const at = this.instantOf(time);
    if (this.seen.has(at)) return 'the same instant is in the file already';
    this.seen.add(at);
    return { at, humidity: humidity.value, celsius: temperature.value };
  }

  private instantOf({ local, zone }: TimeRead): string {
    if (zone !== null) return new Date(Date.parse(utc(local)) - zone * 60000).toISOString();
    if (this.survey.winterTime) return winterInstant(local, this.zone);
    const at = this.zone(local);
    // in autumn one hour comes twice: the second time it is an hour later
    if (local[3] < 4 && this.seen.has(at) && isRepeatedHour(local, this.zone))
      return new Date(Date.parse(at) + 3600000).toISOString();
    return at;
  }
}

function isHeading(cells: string[]): boolean {
  return [(cell: string) => TIME.test(cell), isHumidity, isTemperature].every((fits) => cells.some(fits));
}

interface Columns {
  time: number[];
  humidity: number;
  temperature: number;
  /** null where the heading names none */
  unit: TemperatureUnit | null;
}

function columnsOf(cells: string[]): Columns {
  const named = cells.findIndex((cell) => isHumidity(cell) && /rel|\brh\b|r\.h\.|%/iu.test(cell));
  const humidity = named >= 0 ? named : cells.findIndex(isHumidity);
  const temperature = cells.findIndex((cell, i) => i !== humidity && isTemperature(cell));
  const time = cells.flatMap((cell, i) =>
    i !== humidity && i !== temperature && TIME.test(cell) ? [i] : [],
  );
  const heading = cells[temperature]!;
  const unit = /fahrenheit|°?\s*\bF\b/iu.test(heading)
    ? '°F'
    : /celsius|°?\s*\bC\b/iu.test(heading)
      ? '°C'
      : null;
  // a column each for date and time; anything beyond is something else, such as a device's own clock
  return {
    time: time.slice(0, /date|datum|fecha/iu.test(cells[time[0]!]!) && time.length > 1 ? 2 : 1),
    humidity,
    temperature,
    unit,
  };
}

type DateOrder = 'year first' | 'day first' | 'month first';
/** Times that are read in each order. */
const ACCEPTED: Record<DateOrder, string> = {
  'year first': '2026-08-24 14:30 or 2026/8/24 2:30 pm',
  'day first': '24/08/2026 14:30 or 24.8.26 2:30 pm',
  'month first': '08/24/2026 14:30 or 8/24/26 2:30 pm',
};

/** Whether 3/4 is a day of April or of March is told by the whole file, not by a line. */
function* dateOrder(
  rows: readonly LogRow[],
  from: number,
  timeText: (row: LogRow) => string,
): Generator<LogPiece, { order: DateOrder; assumed: string[] }> {
  let first = 0;
  let second = 0;
  for (let i = from; i < rows.length; i++) {
    if (i % PIECE_ROWS === 0) yield { readings: [], skipped: [] };
    const match = /^\D*(\d{1,4})[./-](\d{1,2})[./-]/u.exec(timeText(rows[i]!));
    if (!match) continue;
    if (match[1]!.length === 4) return { order: 'year first', assumed: [] };
    first = Math.max(first, Number(match[1]));
    second = Math.max(second, Number(match[2]));
  }
  if (second > 12) return { order: 'month first', assumed: [] };
  if (first > 12) return { order: 'day first', assumed: [] };
  return {
    order: 'day first',
    assumed: first > 0 ? ['dates such as 3/4 taken day first: nothing in the file says'] : [],
  };
}

const STAMP =
  /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})(?:[T ,]+(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*(am|pm)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/iu;

/** A line's time as it stands there, and its zone in minutes where it names one. */
interface TimeRead {
  local: LocalTime;
  zone: number | null;
}

function readTime(text: string, order: DateOrder): TimeRead | null {
  const match = STAMP.exec(text.trim());
  if (!match) return null;
  const [a, b, c] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const [year, month, day] =
    order === 'year first' ? [a, b, c] : order === 'day first' ? [c, b, a] : [c, a, b];
  const fullYear = year < 100 ? 2000 + year : year;
  const afternoon = match[7]?.toLowerCase();
  let hour = Number(match[4] ?? 12);
  if (afternoon) hour = (hour % 12) + (afternoon === 'pm' ? 12 : 0);
  const [minute, second] = [Number(match[5] ?? 0), Number(match[6] ?? 0)];
  const real = new Date(Date.UTC(fullYear, month - 1, day));
  const sane =
    real.getUTCMonth() === month - 1 &&
    real.getUTCDate() === day &&
    fullYear >= 1980 &&
    hour < 24 &&
    minute < 60 &&
    second < 60;
  if (!sane) return null;
  const zone = match[8] ? (match[8].toUpperCase() === 'Z' ? 0 : offsetMinutes(match[8])) : null;
  return { local: [fullYear, month, day, hour, minute, second], zone };
}

function offsetMinutes(text: string): number {
  const digits = text.replace(/\D/gu, '');
  return (text.startsWith('-') ? -1 : 1) * (Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2)));
}

function utc([year, month, day, hour, minute, second]: LocalTime): string {
  return new Date(Date.UTC(year, month - 1, day, hour, minute, second)).toISOString();
}
