import { FOR_WHOM, type ForWhom } from '@upright-elder/core/exchange';
import { FORMAT, formatOf, TABLE_IDS, type TableId } from './tables.js';
import { TICKS, type Column, type TableFormat } from './table.js';

/** The version of the format that is written; older ones are read by steps. */
export const VERSION = 1;
export const FORMAT_NAME = 'upright-elder-shop';
export const SCHEMA_ID = `urn:upright-elder:exchange:${VERSION}`;

const TYPE_OF: Record<Column['is'], object> = {
  text: { type: 'string' },
  integer: { type: 'integer' },
  number: { type: 'number' },
  'yes or no': { type: 'boolean' },
  json: { type: ['object', 'array', 'string', 'number', 'boolean'] },
};

const nullable = (of: object): object => {
  const { type } = of as { type: string | string[] };
  return { ...of, type: [...(Array.isArray(type) ? type : [type]), 'null'] };
};

const LIKE: Record<NonNullable<Column['like']>, string> = {
  id: '^[0-9A-Za-z][0-9A-Za-z_-]{0,63}$',
  day: '^\\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\\d|3[01])$',
  moment: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(?:\\.\\d+)?Z$',
  hash: '^[0-9a-f]{64}$',
};

const valueSchema = ({ is, like, shape, empty, holds }: Column): object => {
  const own = { ...TYPE_OF[is], ...shape, ...(like ? { pattern: LIKE[like] } : {}) };
  // what is left out of a value with parts is null
  return empty || (holds && is === 'json') ? nullable(own) : own;
};

/** The schema of a row of a table. */
export function rowSchema({ says, columns }: TableFormat): object {
  return {
    type: 'object',
    description: says,
    properties: Object.fromEntries(
      Object.entries(columns).map(([name, column]) => [
        name,
        {
          ...valueSchema(column),
          description: column.names
            ? `${column.says} (a row of ${column.names.replace('?', ', where it is none of the catalogue')})`
            : column.says,
        },
      ]),
    ),
    required: Object.keys(columns),
    additionalProperties: false,
  };
}

/** The JSON Schema (2020-12) of a whole file. */
export const shopSchema = (): object => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: SCHEMA_ID,
  title: 'A shop of restoration luthiers, or some of its instruments',
  type: 'object',
  properties: {
    format: { const: FORMAT_NAME },
    version: { const: VERSION },
    shop: {
      type: 'object',
      description: 'whose it is',
      properties: { id: { type: 'string' }, name: { type: 'string' } },
      required: ['id', 'name'],
      additionalProperties: false,
    },
    holds: {
      type: 'object',
      description: 'for whom it was made, and what was ticked',
      properties: {
        for: { enum: FOR_WHOM },
        ...Object.fromEntries(TICKS.map((tick) => [tick, { type: 'boolean' }])),
      },
      required: ['for', ...TICKS],
      additionalProperties: false,
    },
    instruments: {
      description: 'ids of the instruments that were chosen; null: the whole shop',
      type: ['array', 'null'],
      items: { type: 'string' },
    },
    tables: {
      type: 'object',
      properties: Object.fromEntries(
        TABLE_IDS.map((table) => [table, { type: 'array', items: { $ref: `#/$defs/${table}` } }]),
      ),
      additionalProperties: false,
    },
  },
  required: ['format', 'version', 'shop', 'holds', 'instruments', 'tables'],
  additionalProperties: false,
  $defs: Object.fromEntries(TABLE_IDS.map((table) => [table, rowSchema(formatOf(table))])),
});

/** What stands in a file before its tables. */
export interface ShopHead {
  format: typeof FORMAT_NAME;
  version: number;
  shop: { id: string; name: string };
  holds: { for: ForWhom; owners: boolean; money: boolean; notes: boolean };
  instruments: string[] | null;
}

/** Tables that go with a file, in their order. */
export const tablesFor = ({ holds }: Pick<ShopHead, 'holds'>): TableId[] =>
  TABLE_IDS.filter((table) => {
    const { holds: ticks = [], belongs } = formatOf(table);
    if (belongs.how === 'the shop') return holds.for === 'ourselves';
    return ticks.every((tick) => holds[tick]);
  });

export { FORMAT };
