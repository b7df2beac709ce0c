import { expect, it } from 'vitest';
import { formatOf, TABLE_IDS, type TableFormat } from './index.js';

const HELD = { owners: 'owners', money: 'prices', notes: 'notes' } as const;

function columnsOf({ columns }: TableFormat): string[] {
  return Object.entries(columns).map(([name, { is, says, empty, names, holds }]) => {
    const more = [
      empty ? 'may be empty' : '',
      names
        ? `names a row of \`${names.replace('?', '')}\`${names.endsWith('?') ? ' or of the catalogue' : ''}`
        : '',
      holds ? `leaves with ${HELD[holds]}` : '',
    ].filter(Boolean);
    return `| \`${name}\` | ${is} | ${says}${more.length > 0 ? `; ${more.join('; ')}` : ''} |`;
  });
}

/** The published list of tables and columns is today’s; `npx vitest run --project exchange -u` writes it anew. */
it('the guide names every table and column as it is', async () => {
  const text = [
    '# Tables of the exchange format, version 1',
    'Written from `exchange/src/format/tables.ts`. [exchange.md](exchange.md) says what a file holds and how it comes in.',
    ...TABLE_IDS.flatMap((table) => {
      const format = formatOf(table);
      const key =
        format.key.length > 0
          ? `Key: ${format.key.map((name) => `\`${name}\``).join(', ')}.`
          : 'No key: rows are told apart by all that they hold.';
      return [
        `## ${table}`,
        [
          format.says,
          key,
          ...(format.holds ? [`Leaves only with ${format.holds.map((tick) => HELD[tick]).join(', ')}.`] : []),
          ...(format.belongs.how === 'the shop' ? ['Leaves with the whole shop alone.'] : []),
        ].join(' '),
        ['| column | is | what |', '| --- | --- | --- |', ...columnsOf(format)].join('\n'),
      ];
    }),
  ].join('\n\n');
  await expect(`${text}\n`).toMatchFileSnapshot('../../docs/exchange-tables.md');
});
