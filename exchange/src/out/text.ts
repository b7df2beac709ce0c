import { formatOf, type TableId } from '../format/tables.js';
import type { ShopHead } from '../format/schema.js';

/** A row as it leaves: its columns as plain values, in the order of the format. */
export type Row = Readonly<Record<string, unknown>>;

/** Text in pieces of about so many characters: a line alone would cost more than it says. */
const PIECE = 1 << 16;

/** shop.json, piece by piece: a row a line. @param rows of a table, sorted by its key */
export async function* shopText(
  head: ShopHead,
  tables: readonly TableId[],
  rows: (table: TableId) => AsyncIterable<Row> | Iterable<Row>,
): AsyncGenerator<string> {
  let piece = `${JSON.stringify(head).slice(0, -1)},"tables":{`;
  for (const [i, table] of tables.entries()) {
    piece += `${i === 0 ? '' : ','}\n${JSON.stringify(table)}:[`;
    let first = true;
    for await (const row of rows(table)) {
      piece += `${first ? '' : ','}\n${JSON.stringify(row)}`;
      first = false;
      if (piece.length < PIECE) continue;
      yield piece;
      piece = '';
    }
    piece += first ? ']' : '\n]';
  }
  yield `${piece}\n}}\n`;
}

/** In a spreadsheet a cell that begins so is worked out; a negative number is none. */
const FORMULA = /^[\t\r]*(?:[=+@]|-(?![\d.,]+(?:[eE][-+]?\d+)?$))/u;

/** One cell of a CSV file (RFC 4180), harmless in a spreadsheet. */
function cell(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'number' || typeof value === 'boolean') return String(value);
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  const safe = FORMULA.test(text) ? `'${text}` : text;
  return /[",\r\n]/u.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

export const csvLine = (cells: readonly unknown[]): string => `${cells.map(cell).join(',')}\r\n`;

/** Columns of a table in its CSV file, those that are worked out for a reader last. */
export const csvColumns = (table: TableId): string[] => [
  ...Object.keys(formatOf(table).columns),
  ...Object.keys(DERIVED[table] ?? {}),
];

/** What a CSV file says beside its table, for whoever has no use for JSON in a cell. */
export const DERIVED: Partial<
  Record<TableId, Record<string, { is: 'number' | 'text'; says: string; from: (row: Row) => unknown }>>
> = {
  reading: {
    value: {
      is: 'number',
      says: 'the mean of its readings, SI',
      from: ({ readings }) => {
        const all = (Array.isArray(readings) ? readings : []).filter((one) => typeof one === 'number');
        return all.length === 0 ? null : all.reduce((sum, one) => sum + one, 0) / all.length;
      },
    },
  },
  examination: {
    humidityPercent: inConditions('relative humidity, %', 'humidityPercent'),
    temperatureCelsius: inConditions('temperature, °C', 'temperatureCelsius'),
    woodMoisturePercent: inConditions('wood moisture, %MC', 'woodMoisturePercent'),
  },
};

function inConditions(says: string, name: string) {
  return {
    is: 'number' as const,
    says,
    from: ({ conditions }: Row) => (conditions as Record<string, unknown> | null)?.[name] ?? null,
  };
}

/** A table as CSV, piece by piece. */
export async function* csvText(
  table: TableId,
  rows: AsyncIterable<Row> | Iterable<Row>,
): AsyncGenerator<string> {
  const columns = Object.keys(formatOf(table).columns);
  const derived = Object.values(DERIVED[table] ?? {});
  let piece = csvLine(csvColumns(table));
  for await (const row of rows) {
    piece += csvLine([...columns.map((name) => row[name]), ...derived.map(({ from }) => from(row))]);
    if (piece.length < PIECE) continue;
    yield piece;
    piece = '';
  }
  if (piece !== '') yield piece;
}
