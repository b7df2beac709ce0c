// runs in a thread beside: looks through what comes in while the server goes on answering
import { createHash } from 'node:crypto';
import { rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import type { Looked } from '@upright-elder/contract';
import type { RowState } from '@upright-elder/core/exchange';
import { Archive, FileRefused, formatOf, TABLE_IDS, type TableId } from '@upright-elder/exchange';
import { fileTypeFromBuffer } from 'file-type';
import { DATA_FILE } from '../store/folder.js';
import { Comparing } from './comparing.js';
import { isTaken, wholeColumns } from './taken.js';
import { keptFile, roomOn } from './kept-files.js';
import { PROGRESS, Stopped } from './progress.js';
import { quoted } from './selection.js';
import { staged, Staging, type Choices } from './staging.js';

/** No photograph and no paper is larger, bytes. */
const LARGEST_FILE = 64 << 20;
/** So many rows of each list are shown; the rest are counted. */
const SHOWN = 100;

type Differs = Looked['differs'][number];

export interface LookAsked {
  /** the shop’s folder */
  folder: string;
  archive: string;
  /** a data file for what comes in; what is there goes */
  stage: string;
  choices: Choices;
  progress?: SharedArrayBuffer;
}

/** What a file would bring; in plain words why it cannot be taken in at all: an error’s name is lost between threads. */
export async function look(asked: LookAsked): Promise<Looked | { refused: string }> {
  try {
    return await lookThrough(asked);
  } catch (error) {
    if (error instanceof FileRefused) return { refused: error.message };
    throw error;
  }
}

async function lookThrough(asked: LookAsked): Promise<Looked> {
  const { folder, archive: path, stage, choices } = asked;
  const told = asked.progress ? new Float64Array(asked.progress) : new Float64Array(3);
  const archive = await Archive.open(path, roomOn(dirname(stage)));
  rmSync(stage, { force: true });
  const connection = new BetterSqlite3(stage);
  try {
    const tick = () => {
      told[PROGRESS.done]! += 1;
      if (told[PROGRESS.stop] === 1) throw new Stopped('It was stopped.');
    };
    const staging = await Staging.read(archive, connection, choices, tick);
    const comparing = new Comparing(staging, choices, join(folder, DATA_FILE));
    comparing.run();
    const files = await checkFiles(archive, staging, tick);
    return lookedAt(staging, comparing, choices, files);
  } catch (error) {
    connection.close();
    rmSync(stage, { force: true });
    throw error;
  } finally {
    archive.close();
    if (connection.open) connection.close();
  }
}

/** Every picture is one, and every file is what its name says. @throws FileRefused where it is not */
async function checkFiles(archive: Archive, staging: Staging, tick: () => void): Promise<Looked['files']> {
  let [pictures, papers] = [0, 0];
  for (const name of archive.names) {
    const file = keptFile(name);
    if (!file) continue;
    const { of: folder, hash } = file;
    tick();
    const bytes = await archive.bytes(name, LARGEST_FILE);
    if (createHash('sha256').update(bytes).digest('hex') !== hash)
      throw new FileRefused(`${name} is damaged: its bytes are not those that its name says.`);
    const mime = (await fileTypeFromBuffer(bytes))?.mime ?? '';
    const fits =
      folder === 'pictures'
        ? ['image/jpeg', 'image/png', 'image/webp'].includes(mime)
        : mime === 'application/pdf' || mime.startsWith('image/');
    if (!fits) throw new FileRefused(`${name} is no ${folder === 'pictures' ? 'photograph' : 'paper'}.`);
    if (folder === 'pictures') pictures += 1;
    else papers += 1;
  }
  const has = new Set(archive.names.map((name) => name.replace(/^.*\//u, '').replace(/\..*$/u, '')));
  const named = staging.connection
    .prepare(`SELECT DISTINCT "picture" FROM ${staged('photograph')} WHERE "_state" = 'added'`)
    .pluck()
    .all() as string[];
  return { pictures, papers, missing: named.filter((one) => !has.has(one)).length };
}

function lookedAt(staging: Staging, comparing: Comparing, choices: Choices, files: Looked['files']): Looked {
  const { connection, head } = staging;
  const states = (table: TableId) =>
    Object.fromEntries(
      connection
        .prepare(`SELECT "_state", count(*) FROM ${staged(table)} GROUP BY "_state"`)
        .raw()
        .all() as [RowState, number][],
    );
  const refusedOf = connection.prepare('SELECT count(*) FROM "refused" WHERE "table" = ?').pluck();
  const tables = TABLE_IDS.map((table) => ({
    table,
    says: formatOf(table).says,
    states: states(table),
    refused: refusedOf.get(table) as number,
  }));
  const instruments = connection
    .prepare(
      `SELECT "id", "nickname", "_state" AS "state", (SELECT count(*) FROM ${staged('examination')} e WHERE e."instrumentId" = one."id" AND e."_state" = 'added') AS "examinations"
        FROM ${staged('instrument')} one ORDER BY "nickname" LIMIT ${SHOWN}`,
    )
    .all() as Looked['instruments'];
  const differs = differing(staging, choices);
  return {
    shop: head.shop,
    holds: head.holds,
    isOurs: head.shop.id === comparing.ourShop,
    isFresh: comparing.isFresh,
    tables: tables.filter((one) => one.refused > 0 || Object.keys(one.states).length > 0),
    instruments,
    instrumentsInAll: staging.count('instrument'),
    people: peopleOf(connection, choices),
    differs: differs.slice(0, SHOWN),
    differsInAll: differs.length,
    refused: staging.refused(SHOWN),
    refusedInAll: staging.refusedInAll(),
    files,
  };
}

/** Their people who are not in the shop, and who of ours they may be. */
function peopleOf(connection: BetterSqlite3.Database, choices: Choices): Looked['people'] {
  const added = connection
    .prepare(`SELECT "id", "name" FROM ${staged('person')} WHERE "_state" = 'added' ORDER BY "name"`)
    .all() as { id: string; name: string }[];
  const ours = connection.prepare('SELECT "id", "name" FROM "shop"."person"').all() as {
    id: string;
    name: string;
  }[];
  const matched = Object.entries(choices.people).map(([id, to]) => ({
    id,
    name: '',
    ours: to,
    likely: null,
  }));
  return [
    ...added.map(({ id, name }) => ({
      ...{ id, name, ours: null },
      likely: ours.find((one) => one.name.trim().toLowerCase() === name.trim().toLowerCase())?.id ?? null,
    })),
    ...matched,
  ];
}

/** Columns by which a person knows a row. */
const CALLED: readonly string[] = ['nickname', 'name', 'date', 'takenOn', 'id'];
/** What is kept of a row beside what it says. */
const BOOKS: readonly string[] = ['id', 'version', 'fingerprint', 'updatedAt', 'updatedBy', 'by'];

function differing({ connection, head: { holds } }: Staging, choices: Choices): Differs[] {
  return TABLE_IDS.flatMap((table) => {
    const { key, columns } = formatOf(table);
    const [id] = key;
    if (key.length !== 1 || !('version' in columns)) return [];
    const rows = connection
      .prepare(`SELECT * FROM ${staged(table)} WHERE "_state" IN ('newer', 'changed') ORDER BY "_n"`)
      .all() as Record<string, unknown>[];
    return rows.map((row): Differs => {
      const ours = connection
        .prepare(`SELECT * FROM "shop".${quoted(table)} WHERE ${quoted(id!)} = ?`)
        .get(row[id!]) as Record<string, unknown>;
      const state = row['_state'] as Differs['state'];
      const called = CALLED.find((name) => name in columns)!;
      return {
        ...{ table, state, key: String(row['_key']), name: String(row[called]) },
        columns: wholeColumns(table, holds)
          .filter((name) => !BOOKS.includes(name) && row[name] !== ours[name])
          .map((name) => ({ column: name, ours: said(ours[name]), theirs: said(row[name]) })),
        take: isTaken(choices.take, state, table, String(row['_key'])) ? 'theirs' : 'ours',
      };
    });
  });
}

const said = (value: unknown): string =>
  (typeof value === 'string' ? value : value === null ? '' : JSON.stringify(value)).slice(0, 400);
