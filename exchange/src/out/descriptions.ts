import { formatOf, type TableId } from '../format/tables.js';
import { FORMAT_NAME, VERSION, type ShopHead } from '../format/schema.js';
import type { Column } from '../format/table.js';
import { DERIVED } from './text.js';

const TYPE_OF: Record<Column['is'], string> = {
  text: 'string',
  integer: 'integer',
  number: 'number',
  'yes or no': 'boolean',
  // a cell holds it as text
  json: 'string',
};

/** The tables as a tabular data package (Frictionless Data, v1): one CSV file each, with its keys. */
export function dataPackage({ shop }: Pick<ShopHead, 'shop'>, tables: readonly TableId[]): object {
  return {
    profile: 'tabular-data-package',
    name: FORMAT_NAME,
    version: String(VERSION),
    title: shop.name,
    resources: tables.map((table) => {
      const { says, key, columns } = formatOf(table);
      const foreign = Object.entries(columns).filter(
        ([, { names }]) => names !== undefined && !names.endsWith('?') && tables.includes(names as TableId),
      );
      return {
        name: table,
        path: `tables/${table}.csv`,
        profile: 'tabular-data-resource',
        description: says,
        format: 'csv',
        mediatype: 'text/csv',
        encoding: 'utf-8',
        schema: {
          fields: [
            ...Object.entries(columns).map(([name, column]) => ({
              name,
              type: TYPE_OF[column.is],
              ...(column.is === 'yes or no' ? { trueValues: ['true'], falseValues: ['false'] } : {}),
              description: column.is === 'json' ? `${column.says} (JSON)` : column.says,
            })),
            ...Object.entries(DERIVED[table] ?? {}).map(([name, { is, says: said }]) => ({
              name,
              type: TYPE_OF[is],
              description: said,
            })),
          ],
          missingValues: [''],
          ...(key.length > 0 ? { primaryKey: key } : {}),
          ...(foreign.length > 0
            ? {
                foreignKeys: foreign.map(([name, { names }]) => ({
                  fields: name,
                  reference: {
                    resource: names === table ? '' : names,
                    fields: formatOf(names as TableId).key[0],
                  },
                })),
              }
            : {}),
        },
      };
    }),
  };
}

/** A file of the archive, for its contents list. */
export interface Listed {
  path: string;
  type: string;
  says: string;
}

/** The contents list of the archive (RO-Crate 1.1). @param day of the last change, ISO: no clock, so that the same is the same */
export function crate({ shop }: Pick<ShopHead, 'shop'>, day: string, files: readonly Listed[]): object {
  return {
    '@context': 'https://w3id.org/ro/crate/1.1/context',
    '@graph': [
      {
        '@id': 'ro-crate-metadata.json',
        '@type': 'CreativeWork',
        conformsTo: { '@id': 'https://w3id.org/ro/crate/1.1' },
        about: { '@id': './' },
      },
      {
        '@id': './',
        '@type': 'Dataset',
        name: shop.name,
        description: 'Records of instruments: examinations, readings, work, and what was forecast.',
        datePublished: day,
        license: 'The records belong to the shop that made them; the owners’ data to the owners.',
        identifier: shop.id,
        hasPart: files.map(({ path }) => ({ '@id': encodeURI(path) })),
      },
      ...files.map(({ path, type, says }) => ({
        '@id': encodeURI(path),
        '@type': 'File',
        name: says,
        encodingFormat: type,
      })),
    ],
  };
}
