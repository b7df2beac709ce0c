import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { FORMAT, rowSchema } from '../format/schema.js';
import { formatOf, TABLE_IDS, type TableId } from '../format/tables.js';
import type { Column } from '../format/table.js';
import type { Row } from '../out/text.js';

/** What is wrong with a row: where, what was there, and what would be accepted. */
export interface RowFault {
  /** the column; empty: the row as a whole */
  column: string;
  typed: string;
  accepted: string;
}

const ajv = new Ajv2020({ strictTuples: false, allowUnionTypes: true });
const checks = new Map<TableId, ValidateFunction>();

export const isTable = (name: string): name is TableId => Object.hasOwn(FORMAT, name);

/** Whether a row is what its table wants; null where it is. */
export function faultOf(table: TableId, row: unknown): RowFault | null {
  let check = checks.get(table);
  if (!check) {
    check = ajv.compile(rowSchema(formatOf(table)));
    checks.set(table, check);
  }
  if (check(row)) return null;
  const [error] = check.errors ?? [];
  const { instancePath = '', keyword = '', params = {} } = error ?? {};
  const told = params as {
    missingProperty?: string;
    additionalProperty?: string;
    type?: string | string[];
    allowedValues?: unknown[];
  };
  if (keyword === 'required')
    return { column: told.missingProperty ?? '', typed: '', accepted: 'a value: it is missing' };
  if (keyword === 'additionalProperties')
    return {
      column: told.additionalProperty ?? '',
      typed: said((row as Row)[told.additionalProperty ?? '']),
      accepted: 'nothing: this table has no such column',
    };
  const column = instancePath.split('/')[1] ?? '';
  return {
    column,
    typed: column === '' ? said(row) : said((row as Row)[column]),
    accepted: acceptedBy(keyword, formatOf(table).columns[column]?.like, told),
  };
}

function acceptedBy(
  keyword: string,
  like: Column['like'],
  { type, allowedValues }: { type?: string | string[]; allowedValues?: unknown[] },
): string {
  if (keyword === 'pattern' && like) return LIKE_WORDS[like];
  if (keyword === 'enum') return `one of ${(allowedValues ?? []).join(', ')}`;
  return [type ?? 'another value']
    .flat()
    .map((one) => TYPE_WORDS[one] ?? one)
    .join(' or ');
}

const LIKE_WORDS: Record<NonNullable<Column['like']>, string> = {
  id: 'an id of letters, digits and dashes',
  day: 'a day such as 2026-12-18',
  moment: 'a moment such as 2026-12-18T09:30:00Z',
  hash: 'the SHA-256 of a file, 64 signs',
};

const TYPE_WORDS: Record<string, string> = {
  string: 'a text',
  integer: 'a whole number',
  number: 'a number',
  boolean: 'true or false',
  object: 'a value with parts',
  array: 'a list',
  null: 'null',
};

const said = (value: unknown): string => (JSON.stringify(value) ?? '').slice(0, 120);

/** What tells a row of a table apart from every other. */
export function keyOf(table: TableId, row: Row): string {
  const { key, columns } = formatOf(table);
  return JSON.stringify((key.length > 0 ? key : Object.keys(columns)).map((name) => row[name] ?? null));
}

/** Steps from an older version of the format to the next one, row by row; null: the row is there no more. */
export type Step = (table: string, row: Row) => { table: string; row: Row } | null;

/** Brings a row of an older version to today’s. @param steps from version 1 to 2 first */
export function upgraded(steps: readonly Step[], from: number, table: string, row: Row): ReturnType<Step> {
  let now: ReturnType<Step> = { table, row };
  for (const step of steps.slice(from - 1)) {
    if (!now) return null;
    now = step(now.table, now.row);
  }
  return now;
}

export { TABLE_IDS };
