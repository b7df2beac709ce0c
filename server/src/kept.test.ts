import { execFileSync } from 'node:child_process';
import {
  appendFileSync,
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import type {
  BackupState,
  CardPage,
  Examination,
  JobEventInput,
  JobEventsPage,
  Person,
} from '@upright-elder/contract';
import BetterSqlite3 from 'better-sqlite3';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Database } from './store/database.js';
import { askBeforeNewShop, DATA_FILE, keptInStep, prepareFolder } from './store/folder.js';
import { PersonEntity } from './people/person.entity.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';
import { fillPictures, freshFolder, oldDemoFolder, picturesIn } from './testing/folders.js';
import { ENTITIES } from './entities.js';

let undo: (() => void | Promise<void>)[] = [];
afterEach(async () => {
  for (const one of undo.reverse()) await one();
  undo = [];
});

/** A small file system of its own, so that it can be filled; null where this machine does not allow one. */
function smallDisk(megabytes: number): string | null {
  const folder = freshFolder();
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder], { stdio: 'pipe' });
  } catch {
    return null;
  }
  undo.push(() => void execFileSync('umount', ['-l', folder]));
  return folder;
}

function fill(folder: string): string {
  const path = join(folder, 'fill');
  writeFileSync(path, '');
  for (const size of [65536, 4096, 512]) {
    try {
      for (;;) appendFileSync(path, Buffer.alloc(size));
    } catch {
      // full, to the last piece of this size
    }
  }
  return path;
}

const person = (name: string, version = 0) => ({ version, name, role: 'master' });

async function shopOn(folder: string): Promise<AppUnderTest> {
  const server = await startApp(folder);
  await server.call('PUT', `people/${PERSON}`, person('Isbel Crane'));
  await server.call('PUT', `instruments/${INSTRUMENT}`, instrumentBody());
  return server;
}

/** A job with a long log, as a tablet keeps it. */
const benchEvents = (round: number): JobEventInput[] =>
  Array.from({ length: 20 }, (_, i) => ({
    id: id(9000 + 100 * round + i),
    job: id(8990 + round),
    kind: i === 0 ? 'opened' : 'note',
    step: null,
    by: PERSON,
    with: [],
    device: 'tablet',
    clockRun: 0,
    seq: i,
    at: 1788339600000 + i,
    stamp: 1788339600000 + i,
    v: 1,
    uses: [],
    body: i === 0 ? { instrument: INSTRUMENT, name: 'Set-up', from: 'by hand' } : { say: 'x'.repeat(3900) },
  }));

const disk = smallDisk(1);
for (const one of undo.splice(0)) void one();

describe('a save', () => {
  it.skipIf(disk === null)(
    'is kept after saves were refused on a full disk and others met a conflict (the six steps)',
    async () => {
      const folder = smallDisk(6)!;
      const server = await shopOn(folder);
      const put = (path: string, body: unknown) => server.call('PUT', path, body);
      const path = `examinations/${id(10)}`;
      expect((await put(path, examinationBody())).status).toBe(200);
      for (const round of [1, 2]) {
        const filled = fill(folder);
        const long = examinationBody({ version: round, notes: 'x'.repeat(19000), why: 'written anew' });
        const refused = await put(path, long);
        expect(refused, JSON.stringify(refused)).toMatchObject({
          status: 507,
          body: { title: 'The disk is full' },
        });
        expect((await server.call('GET', path)).status).toBe(200);
        // what the bench wrote meanwhile is refused as a whole, and taken when it is sent again
        const bench = benchEvents(round);
        const full = await server.call('POST', 'jobs/events', { events: bench });
        expect(full).toMatchObject({ status: 507, body: { title: 'The disk is full' } });
        rmSync(filled);
        expect((await server.call('POST', 'jobs/events', { events: bench })).status).toBe(200);
        const job = await server.call('GET', `jobs/${bench[0]!.job}/events`);
        expect((job.body as JobEventsPage).events).toHaveLength(bench.length);
        expect((await put(path, { ...long, notes: `after room ${round}` })).status).toBe(200);
      }
      expect((await put(path, examinationBody({ version: 1, notes: 'stale' }))).status).toBe(409);
      const later = await put(
        path,
        examinationBody({ version: 3, notes: 'later edit', why: 'written anew' }),
      );
      expect(later).toMatchObject({ status: 200, body: { version: 4, notes: 'later edit' } });
      for (const n of [11, 12, 13])
        expect((await put(`examinations/${id(n)}`, examinationBody())).status).toBe(200);
      expect(
        (await put(`people/${PERSON}`, { ...person('Isbel', 1), why: 'so called' })).body as Person,
      ).toMatchObject({
        name: 'Isbel',
      });
      await server.app.close();

      const again = await startApp(folder);
      for (const n of [10, 11, 12, 13])
        expect((await again.call('GET', `examinations/${id(n)}`)).status).toBe(200);
      const kept = await again.call('GET', path);
      expect((kept.body as Examination).notes).toBe('later edit');
      expect((await again.call('GET', 'people')).body as Person[]).toMatchObject([{ name: 'Isbel' }]);
      await again.app.close();
    },
  );

  it('is refused where SQLite rolled back by itself, and those after it are kept', async () => {
    const folder = freshFolder();
    const database = await Database.open(folder, { entities: ENTITIES });
    const row = (n: number) => ({
      id: id(n),
      version: 1,
      name: `person ${n}`,
      role: 'master' as const,
      fingerprint: '',
    });
    for (let i = 0; i < 3; i++)
      await expect(
        database.write(async (manager) => {
          await manager.insert(PersonEntity, row(i));
          // what SQLite does on a full disk or an I/O error, here with the error caught on the way
          database.writer!.exec('ROLLBACK');
          await manager.insert(PersonEntity, row(10 + i));
        }),
      ).rejects.toThrow('The disk refused it');
    await expect(database.write(() => Promise.reject(new Error('an ordinary conflict')))).rejects.toThrow(
      'ordinary',
    );
    await database.write((manager) => manager.insert(PersonEntity, row(20)));
    await database.write((manager) => manager.save(PersonEntity, row(21)));
    await database.onApplicationShutdown();
    const file = new BetterSqlite3(join(folder, DATA_FILE), { readonly: true });
    // 10 to 12 went in by themselves after the rollback, each on its own: they were answered as not saved
    expect(
      file.prepare('SELECT "name" FROM "person" WHERE "id" IN (?, ?)').pluck().all(id(20), id(21)),
    ).toEqual(['person 20', 'person 21']);
    expect(
      file.prepare('SELECT COUNT(*) FROM "person" WHERE "id" IN (?, ?, ?)').pluck().get(id(0), id(1), id(2)),
    ).toBe(0);
    file.close();
  });

  it('is refused, and reading goes on, while another program holds the data file', async () => {
    const server = await shopOn(freshFolder());
    undo.push(server.close);
    const other = new BetterSqlite3(join(server.folder, DATA_FILE));
    other.exec('BEGIN IMMEDIATE');
    let answered = false;
    const saving = server
      .call('PUT', `people/${id(4)}`, person('Tobin Marsh'))
      .finally(() => (answered = true));
    expect((await server.call('GET', 'people')).status).toBe(200);
    // the reader did not wait for what the save is patient for
    expect(answered).toBe(false);
    expect(await saving).toMatchObject({
      status: 503,
      body: { title: 'Another program has the data file open' },
    });
    other.exec('ROLLBACK');
    other.close();
    expect((await server.call('PUT', `people/${id(4)}`, person('Tobin Marsh'))).status).toBe(200);
  });

  it.each([
    ['deleted', (folder: string) => rmSync(folder, { recursive: true })],
    ['renamed', (folder: string) => renameSync(folder, `${folder}-away`)],
    ['emptied of its log', (folder: string) => rmSync(join(folder, `${DATA_FILE}-wal`))],
  ])('is refused once the folder was %s under the running program', async (_how, lose) => {
    const server = await shopOn(freshFolder());
    undo.push(() => rmSync(`${server.folder}-away`, { recursive: true, force: true }), server.close);
    lose(server.folder);
    expect(await server.call('PUT', `people/${id(4)}`, person('Tobin Marsh'))).toMatchObject({
      status: 503,
      body: {
        title: 'The shop’s folder is gone',
        detail: expect.stringContaining('Nothing was saved') as string,
      },
    });
  });
});

describe('a start', () => {
  it.each([
    ['missing', (path: string) => rmSync(path)],
    ['empty', (path: string) => writeFileSync(path, '')],
  ])('asks where the data file is %s beside photographs, and leaves all of them', async (state, lose) => {
    const folder = oldDemoFolder();
    fillPictures(folder, 64);
    const before = picturesIn(folder);
    lose(join(folder, DATA_FILE));
    await expect(startApp(folder)).rejects.toThrow(`is ${state}, but the folder holds about 64 photographs`);
    expect(picturesIn(folder)).toEqual(before);
    // the question can be answered with yes
    const anew = await Database.open(folder, { newShop: true, entities: ENTITIES });
    await anew.onApplicationShutdown();
    expect(picturesIn(folder)).toEqual(before);
  });

  it('leaves photographs alone that an older data file knows nothing of', async () => {
    const folder = oldDemoFolder();
    fillPictures(folder, 64);
    const before = picturesIn(folder);
    const server = await startApp(folder);
    await server.app.close();
    expect(picturesIn(folder)).toEqual(before);
  });

  it.each([
    [
      'a newer data file',
      'written by a newer Upright Elder',
      (path: string) => {
        const file = new BetterSqlite3(path);
        file.exec(`INSERT INTO "migrations" ("timestamp", "name") VALUES (99, 'FromTheFuture99')`);
        file.close();
      },
    ],
    [
      'another program’s',
      'belongs to another program (it holds person',
      (path: string) => {
        rmSync(path);
        const file = new BetterSqlite3(path);
        file.exec('CREATE TABLE person (x text)');
        file.close();
      },
    ],
    [
      'garbage',
      'is damaged or not one of Upright Elder’s',
      (path: string) => writeFileSync(path, 'no database at all'),
    ],
    [
      'the first half of one',
      'is damaged or not one of Upright Elder’s',
      (path: string) => writeFileSync(path, readFileSync(path).subarray(0, 300000)),
    ],
  ])('refuses %s in plain words and leaves it as it is', async (_what, words, spoil) => {
    const folder = oldDemoFolder();
    const path = join(folder, DATA_FILE);
    spoil(path);
    const before = readFileSync(path);
    await expect(Database.open(folder, { entities: ENTITIES })).rejects.toThrow(words);
    expect(readFileSync(path).equals(before)).toBe(true);
  });

  it('says in plain words what stands in the way of the folder', async () => {
    const folder = freshFolder();
    writeFileSync(join(folder, 'taken'), '');
    await expect(Database.open(join(folder, 'taken'), { entities: ENTITIES })).rejects.toThrow(
      'is a file, and the shop needs a folder',
    );
    for (const name of ['pictures', 'logger', 'backups']) {
      const shop = join(folder, `with-${name}`);
      mkdirSync(shop);
      writeFileSync(join(shop, name), '');
      await expect(Database.open(shop, { entities: ENTITIES })).rejects.toThrow(`${name} is a file`);
    }
  });

  it('is not kept shut by a lock file of rubbish', async () => {
    const folder = oldDemoFolder();
    writeFileSync(join(folder, 'lock.sqlite'), 'rubbish '.repeat(200));
    const database = await Database.open(folder, { entities: ENTITIES });
    await database.onApplicationShutdown();
  });

  it('says that a data file is damaged somewhere, and answers in words what cannot be read', async () => {
    const folder = oldDemoFolder();
    await (await startApp(folder)).app.close();
    const path = join(folder, DATA_FILE);
    const pageOf = (table: string) => {
      const file = new BetterSqlite3(path, { readonly: true });
      const root = file.prepare('SELECT "rootpage" FROM sqlite_master WHERE "name" = ?').pluck().get(table);
      file.close();
      return root as number;
    };
    const bytes = readFileSync(path);
    const at = (pageOf('finding') - 1) * 4096;
    bytes.fill(0x5a, at, at + 4096);
    writeFileSync(path, bytes);
    const server = await startApp(folder);
    undo.push(server.close);
    const remarks = async () => ((await server.call('GET', 'backups')).body as BackupState).remarks.join(' ');
    await vi.waitFor(async () => expect(await remarks()).toContain('The data file is damaged'), 600_000);
    const { cards } = (await server.call('GET', 'shelf')).body as CardPage;
    const answer = await server.call('GET', `instruments/${cards[0]!.id}/examinations`);
    expect(answer).toMatchObject({ status: 503, body: { title: 'The data file is damaged' } });
    expect((await server.call('POST', 'backups')).status).toBe(503);
  });

  it('tells a folder that another program keeps in step', () => {
    const folder = freshFolder();
    expect(keptInStep(join(folder, 'shop'))).toBeNull();
    expect(keptInStep(join(folder, 'MyCloud', 'shop'))).toContain('“MyCloud”');
    writeFileSync(join(folder, 'upright-elder (conflicted copy).sqlite'), '');
    expect(keptInStep(folder)).toContain('A second data file');
  });

  it('begins a shop in an empty folder without a question', () => {
    const folder = freshFolder();
    expect(prepareFolder(folder)).toBeNull();
    expect(() => askBeforeNewShop(folder, false)).not.toThrow();
  });
});

describe('where nothing can be written', () => {
  const readsAll = async (folder: string) => {
    const server = await startApp(folder);
    const shelf = await server.call('GET', 'shelf');
    expect(shelf.status).toBe(200);
    expect((shelf.body as { total: number }).total).toBe(8);
    const refused = await server.call('PUT', `people/${id(4)}`, person('Tobin Marsh'));
    expect(refused).toMatchObject({ status: 503, body: { title: 'The shop can only be read' } });
    await server.app.close();
  };

  it.skipIf(disk === null)(
    'a full disk is read all the same, saves of a killed program included',
    async () => {
      const folder = smallDisk(8)!;
      const old = oldDemoFolder();
      // a program that was killed leaves its last saves in the log
      const killed = new BetterSqlite3(join(old, DATA_FILE));
      killed.pragma('journal_mode = WAL');
      killed.pragma('wal_autocheckpoint = 0');
      killed.exec(`UPDATE "person" SET "name" = 'from the log'`);
      for (const name of [DATA_FILE, `${DATA_FILE}-wal`]) copyFileSync(join(old, name), join(folder, name));
      killed.close();
      fill(folder);
      expect(statfsSync(folder).bavail).toBe(0);
      await readsAll(folder);
      const database = await Database.open(folder, { entities: ENTITIES });
      expect((await database.read.find(PersonEntity)).every(({ name }) => name === 'from the log')).toBe(
        true,
      );
      await database.onApplicationShutdown();
    },
  );

  it.skipIf(disk === null)('a medium that can only be read is read', async () => {
    const folder = smallDisk(8)!;
    copyFileSync(join(oldDemoFolder(), DATA_FILE), join(folder, DATA_FILE));
    execFileSync('mount', ['-o', 'remount,ro', folder]);
    await readsAll(folder);
  });

  it.skipIf(process.getuid?.() === 0)('a folder of somebody else is read', async () => {
    const folder = oldDemoFolder();
    chmodSync(folder, 0o555);
    undo.push(() => chmodSync(folder, 0o755));
    await readsAll(folder);
    expect(existsSync(join(folder, 'pictures'))).toBe(false);
  });
});
