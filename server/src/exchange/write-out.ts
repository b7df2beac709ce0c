// runs in a thread beside: writes what leaves while the server goes on answering
import { closeSync, existsSync, openSync, readSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import {
  crate,
  csvText,
  dataPackage,
  FORMAT_NAME,
  shopSchema,
  shopText,
  VERSION,
  writeArchive,
  type ArchiveFile,
  type Listed,
  type Row,
  type ShopHead,
  type TableId,
} from '@upright-elder/exchange';
import type { Connection } from '../store/data-source.js';
import { DATA_FILE, PAPERS_KEPT, PICTURES } from '../store/folder.js';
import { identityIn } from '../store/identity.js';
import { drawingsOf } from './drawn-files.js';
import { leavingOut } from './left-out-rows.js';
import { PROGRESS, Stopped } from './progress.js';
import { Selection, type Chosen } from './selection.js';

export interface OutAsked extends Chosen {
  folder: string;
  /** where the archive goes: nothing may be there */
  to: string;
  /** three numbers that both threads see */
  progress?: SharedArrayBuffer;
}

/**
 * Writes one archive: shop.json and its schema, each table as CSV with its description, pictures, papers, drawings, and the
 * list of them. Everything is as it stood when it began; the same shop is the same bytes.
 */
export async function writeOut(asked: OutAsked): Promise<{ rows: number; bytes: number }> {
  const { folder, to, holds, instruments } = asked;
  const told = asked.progress ? new Float64Array(asked.progress) : new Float64Array(3);
  const connection: Connection = new BetterSqlite3(join(folder, DATA_FILE), { readonly: true });
  try {
    // one moment of the shop, whoever saves meanwhile
    connection.exec('BEGIN');
    const selection = new Selection(connection, asked);
    const leaving = leavingOut(holds, ownersOf(connection, holds.owners));
    const names = shopOf(connection);
    const head: ShopHead = {
      format: FORMAT_NAME,
      version: VERSION,
      shop: names,
      holds,
      instruments: instruments === null ? null : [...instruments].sort(),
    };
    const counts = new Map(selection.tables.map((table) => [table, selection.count(table)]));
    const rowsInAll = [...counts.values()].reduce((sum, one) => sum + one, 0);
    told[PROGRESS.total] = 2 * rowsInAll;
    function* rows(table: TableId): Generator<Row> {
      for (const row of selection.rows(table)) {
        told[PROGRESS.done]! += 1;
        if (told[PROGRESS.stop] === 1) throw new Stopped('It was stopped.');
        yield leaving(table, row);
      }
    }
    const listed: Listed[] = [];
    function* files(): Generator<ArchiveFile> {
      for (const file of contents({ selection, head, rows, leaving, folder })) {
        if (told[PROGRESS.stop] === 1) throw new Stopped('It was stopped.');
        listed.push({ path: file.name, type: file.type, says: file.says });
        yield file;
      }
      yield json('ro-crate-metadata.json', () => crate(head, dayOf(connection), listed));
    }
    await writeArchive(to, files());
    return { rows: rowsInAll, bytes: 0 };
  } catch (error) {
    if (existsSync(to)) rmSync(to);
    throw error;
  } finally {
    connection.close();
  }
}

type OutFile = ArchiveFile & { type: string; says: string };

interface Contents {
  selection: Selection;
  head: ShopHead;
  rows: (table: TableId) => Generator<Row>;
  leaving: (table: TableId, row: Row) => Row;
  folder: string;
}

function* contents({ selection, head, rows, leaving, folder }: Contents): Generator<OutFile> {
  const { tables } = selection;
  yield {
    name: 'shop.json',
    type: 'application/json',
    says: 'All records; schema.json says how to read them',
    text: () => shopText(head, tables, rows),
  };
  yield {
    ...json('schema.json', shopSchema),
    type: 'application/schema+json',
    says: 'JSON Schema of shop.json',
  };
  yield {
    ...json('datapackage.json', () => dataPackage(head, tables)),
    type: 'application/json',
    says: 'Description of the tables (tabular data package)',
  };
  for (const table of tables)
    yield {
      name: `tables/${table}.csv`,
      type: 'text/csv',
      says: `Table ${table}`,
      text: () => csvText(table, rows(table)),
    };
  yield* drawingsOf(selection, leaving);
  yield* kept(folder, PICTURES, 'pictures', 'Photograph', picturesOf(selection));
  // a paper says names, prices and notes in one
  if (tables.includes('paper_given'))
    yield* kept(folder, PAPERS_KEPT, 'papers', 'Paper', papersOf(selection));
}

function* kept(
  folder: string,
  from: string,
  into: string,
  says: string,
  names: ReadonlySet<string>,
): Generator<OutFile> {
  for (const name of [...names].sort()) {
    const path = join(folder, from, name);
    // what the disk has lost is told by the shop itself
    if (!existsSync(path)) continue;
    const { ending, type } = kindOf(path);
    yield { name: `${into}/${name}${ending}`, type, says, path };
  }
}

/** What files of the shop are, by their first bytes: it wrote them itself. */
const KINDS = [
  { begins: 'ffd8ff', ending: '.jpg', type: 'image/jpeg' },
  { begins: '89504e47', ending: '.png', type: 'image/png' },
  { begins: '52494646', ending: '.webp', type: 'image/webp' },
  { begins: '25504446', ending: '.pdf', type: 'application/pdf' },
];

function kindOf(path: string): { ending: string; type: string } {
  const head = Buffer.alloc(4);
  const file = openSync(path, 'r');
  try {
    readSync(file, head, 0, 4, 0);
  } finally {
    closeSync(file);
  }
  return (
    KINDS.find(({ begins }) => head.toString('hex').startsWith(begins)) ?? {
      ending: '',
      type: 'application/octet-stream',
    }
  );
}

const picturesOf = (selection: Selection): ReadonlySet<string> =>
  new Set([...selection.rows('photograph')].map((row) => String(row['picture'])));

/** Papers that were given out, and what owners sent back signed. */
function papersOf(selection: Selection): ReadonlySet<string> {
  const names = new Set([...selection.rows('paper_given')].map((row) => String(row['file'])));
  for (const { kind, body } of selection.rows('bench_event') as Iterable<{
    kind: string;
    body: { file?: string };
  }>)
    if (kind === 'consent given' && body.file) names.add(body.file);
  return names;
}

const json = (name: string, make: () => object) => ({
  name,
  type: 'application/json',
  says: 'List of all files (RO-Crate)',
  text: () => [`${JSON.stringify(make(), null, 1)}\n`],
});

function shopOf(connection: Connection): ShopHead['shop'] {
  const settings = connection.prepare('SELECT "settings" FROM "shop"').pluck().get() as string | undefined;
  const { name = 'A workshop' } = JSON.parse(settings ?? '{}') as { name?: string };
  return { id: identityIn(connection)?.shopId ?? '', name };
}

const ownersOf = (connection: Connection, ticked: boolean): { name: string; reach: string }[] =>
  ticked
    ? []
    : (connection.prepare('SELECT "name", "reach" FROM "owner" WHERE NOT "erased"').all() as {
        name: string;
        reach: string;
      }[]);

/** Day of the last save, ISO: of no clock, so that the same shop is the same file. */
function dayOf(connection: Connection): string {
  const last = connection.prepare('SELECT max("at") FROM "edit"').pluck().get() as string | null;
  return (last ?? '1980-01-01').slice(0, 10);
}
