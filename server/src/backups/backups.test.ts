import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import type { BackupState, PictureTaken, Problem, Shop } from '@upright-elder/contract';
import BetterSqlite3 from 'better-sqlite3';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { DATA_FILE } from '../store/folder.js';
import { Database } from '../store/database.js';
import { nameOf } from './backup-name.js';
import { startApp } from '../testing/app-under-test.js';
import { examinationBody, id, INSTRUMENT, instrumentBody, PERSON } from '../testing/bodies.js';
import { dump, fillPictures, freshFolder, oldDemoFolder } from '../testing/folders.js';
import { checkBackup, restoreBackup, writeBackup } from './backup-file.js';
import { backupsIn, listBackups, outlived, prune } from './backup-folder.js';

const hashes = (folder: string): Record<string, string> =>
  Object.fromEntries(
    readdirSync(join(folder, 'pictures'))
      .filter((name) => !name.endsWith('.small'))
      .map((name) => [
        name,
        createHash('sha256')
          .update(readFileSync(join(folder, 'pictures', name)))
          .digest('hex'),
      ]),
  );

describe('a backup', () => {
  it('made while the shop is written comes back with every row and every picture', async () => {
    const server = await startApp();
    const put = (path: string, body: unknown) => server.call('PUT', path, body);
    await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await put(`instruments/${INSTRUMENT}`, instrumentBody());
    const bytes = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#884' } })
      .png()
      .toBuffer();
    const { picture } = (await server.sendBytes('pictures', bytes)).body as PictureTaken;
    await put(`photographs/${id(60)}`, {
      version: 0,
      instrumentId: INSTRUMENT,
      examinationId: null,
      picture,
      takenOn: '2026-08-20',
      spot: 'bridge',
      note: '',
      by: PERSON,
    });
    let busy = true;
    const saving = (async () => {
      for (let n = 0; busy; n++) await put(`examinations/${id(100 + n)}`, examinationBody());
    })();
    const { status, body } = await server.call('POST', 'backups');
    expect(status, JSON.stringify(body)).toBe(200);
    busy = false;
    await saving;
    const { backups, lastBackup, backupFolder } = body as BackupState;
    expect(backups).toHaveLength(1);
    expect(lastBackup).toBe(backups[0]!.made);

    // with nothing going on beside it, the second one is the shop to the last row
    await server.call('POST', 'backups');
    await server.app.close();
    const [newest] = listBackups(backupFolder);
    const restored = join(freshFolder(), 'restored');
    const manifest = await restoreBackup(join(backupFolder, newest!.name), restored);
    expect(manifest.rows.examination).toBeGreaterThan(0);
    // what is worked out goes on being written behind, and can be worked out again
    const behind = ['worked_out', 'kept_forecast', 'solved_top'];
    expect(dump(join(restored, DATA_FILE), behind)).toEqual(dump(join(server.folder, DATA_FILE), behind));
    expect(hashes(restored)).toEqual(hashes(server.folder));
    expect(Object.entries(hashes(restored)).every(([name, hash]) => name === hash)).toBe(true);
    const again = await startApp(restored);
    expect((await again.call('GET', `instruments/${INSTRUMENT}`)).status).toBe(200);
    await again.app.close();
  });

  it('is made before the tables of an older data file are changed, and holds them as they were', async () => {
    const folder = oldDemoFolder();
    fillPictures(folder, 3);
    // as one change of the tables before today's
    const old = new BetterSqlite3(join(folder, DATA_FILE));
    old.exec(`DELETE FROM "migrations" WHERE "name" = 'PacksAndRestraint1764600000000'`);
    old.exec('ALTER TABLE "room" DROP COLUMN "packs"');
    old.exec('ALTER TABLE "solved_top" DROP COLUMN "restraint"');
    old.close();
    const before = dump(join(folder, DATA_FILE));
    const server = await startApp(folder);
    await server.app.close();
    const [backup] = listBackups(join(folder, 'backups'));
    const restored = join(freshFolder(), 'restored');
    expect((await restoreBackup(join(folder, 'backups', backup!.name), restored)).reason).toBe(
      'before a change of the tables',
    );
    expect(dump(join(restored, DATA_FILE))).toEqual(before);
    expect(Object.keys(hashes(restored))).toHaveLength(3);
  });

  it('that is damaged in any part is refused, and leaves no folder behind', async () => {
    const folder = oldDemoFolder();
    fillPictures(folder, 2);
    const { path } = await writeBackup(folder, join(folder, 'backups'), 'by hand');
    const good = readFileSync(path);
    for (const at of [0.1, 0.5, 0.9, 0.99]) {
      const spoilt = Buffer.from(good);
      const from = Math.floor(good.length * at);
      spoilt.fill(0x55, from, from + 40);
      const bad = join(freshFolder(), 'bad.zip');
      writeFileSync(bad, spoilt);
      const into = join(freshFolder(), 'restored');
      await expect(restoreBackup(bad, into), `${at}`).rejects.toThrow(/backup/u);
      expect(existsSync(into)).toBe(false);
      expect(existsSync(`${into}.restoring`)).toBe(false);
    }
    await expect(checkBackup(path)).resolves.toBeTruthy();
  });

  it('is brought back into a fresh folder only', async () => {
    const folder = oldDemoFolder();
    const { path } = await writeBackup(folder, join(folder, 'backups'), 'by hand');
    await expect(restoreBackup(path, folder)).rejects.toThrow('is not empty');
    await expect(restoreBackup(join(folder, 'nothing.zip'), join(folder, 'x'))).rejects.toThrow(
      'There is no file',
    );
  });

  it('is brought back into the root of a disk, beside what the disk has there', async () => {
    const folder = oldDemoFolder();
    fillPictures(folder, 2);
    const { path } = await writeBackup(folder, join(folder, 'backups'), 'by hand');
    const root = freshFolder();
    for (const name of ['lost+found', '.Trash-1000']) mkdirSync(join(root, name));
    await restoreBackup(path, root);
    const ours = ['pictures', 'restored.txt', DATA_FILE];
    expect(readdirSync(root).sort()).toEqual(['.Trash-1000', 'lost+found', ...ours].sort());
    expect(dump(join(root, DATA_FILE))).toEqual(dump(join(folder, DATA_FILE)));
    await expect(restoreBackup(path, root)).rejects.toThrow('is not empty');
  });

  it('of a damaged data file is not made, so that no good one is pushed out', async () => {
    const folder = oldDemoFolder();
    const path = join(folder, DATA_FILE);
    const bytes = readFileSync(path);
    bytes.fill(0x33, 200 * 4096, 204 * 4096);
    writeFileSync(path, bytes);
    await expect(writeBackup(folder, join(folder, 'backups'), 'by hand')).rejects.toThrow('is damaged');
    expect(listBackups(join(folder, 'backups'))).toEqual([]);
  });

  it('that cannot be written says why', async () => {
    const folder = oldDemoFolder();
    writeFileSync(join(folder, 'taken'), '');
    await expect(writeBackup(folder, join(folder, 'taken'), 'by hand')).rejects.toThrow(
      'cannot be written into',
    );
    await expect(writeBackup(freshFolder(), folder, 'by hand')).rejects.toThrow('There is no data file');
  });

  it('stays while it is one of the five newest, or the last of a month within the last twelve', () => {
    const made = [
      ...['2026-11-26', '2026-11-25', '2026-11-24', '2026-11-23', '2026-11-22', '2026-11-21', '2026-11-02'],
      ...['2026-10-30', '2026-10-29', '2026-09-01', '2025-01-31'],
    ].map((day) => ({ name: day, made: `${day}T09:00:00.000Z`, bytes: 1 }));
    const now = Date.parse('2026-11-26T09:00:00Z');
    expect(outlived(made, now).map(({ name }) => name)).toEqual(['2026-11-21', '2026-11-02', '2026-10-29']);
  });
});

describe('a backup, whatever goes wrong beside it', () => {
  it('is made though a picture is damaged: it is left out, named with its photograph, and asked for again', async () => {
    const server = await startApp();
    const put = (path: string, body: unknown) => server.call('PUT', path, body);
    await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await put(`instruments/${INSTRUMENT}`, instrumentBody());
    const pictureOf = async (background: string) => {
      const create = { width: 60, height: 40, channels: 3 as const, background };
      const bytes = await sharp({ create }).png().toBuffer();
      return ((await server.sendBytes('pictures', bytes)).body as PictureTaken).picture;
    };
    const [whole, spoilt] = [await pictureOf('#884'), await pictureOf('#488')];
    for (const [n, picture] of [whole, spoilt].entries())
      await put(`photographs/${id(60 + n)}`, {
        version: 0,
        instrumentId: INSTRUMENT,
        examinationId: null,
        picture,
        takenOn: '2026-08-20',
        spot: 'bridge',
        note: '',
        by: PERSON,
      });
    const path = join(server.folder, 'pictures', spoilt);
    const bytes = readFileSync(path);
    bytes[bytes.length >> 1]! ^= 1;
    writeFileSync(path, bytes);
    try {
      const { status, body } = await server.call('POST', 'backups');
      expect(status, JSON.stringify(body)).toBe(200);
      const { backups, backupFolder, damagedPictures, remarks } = body as BackupState;
      expect(damagedPictures).toBe(1);
      expect(remarks.join(' ')).toMatch(/bridge, 2026-08-20\. An earlier backup may still have it/u);
      const restored = join(freshFolder(), 'restored');
      const manifest = await restoreBackup(join(backupFolder, backups[0]!.name), restored);
      expect(manifest.pictures).toEqual([whole]);
      expect(manifest.damaged).toEqual([
        { picture: spoilt, photographs: [expect.stringMatching(/bridge/u)] },
      ]);
      expect(manifest.rows.photograph).toBe(2);
      // and the look at all pictures finds that it is mended
      bytes[bytes.length >> 1]! ^= 1;
      writeFileSync(path, bytes);
      expect((await server.call('POST', 'backups/pictures')).body).toMatchObject({ damagedPictures: 0 });
    } finally {
      await server.close();
    }
  });

  it('leaves the data file’s locks alone: another program looks at it afterwards, and saves go on', async () => {
    const server = await startApp();
    const save = (n: number) =>
      server.call('PUT', `people/${id(n)}`, { version: 0, name: `person ${n}`, role: 'luthier' });
    const look = () =>
      spawnSync(process.execPath, [
        '-e',
        `const D = require('better-sqlite3'); const d = new D(process.argv[1]); d.prepare('SELECT COUNT(*) FROM person').get(); d.close();`,
        join(server.folder, DATA_FILE),
      ]);
    try {
      expect((await save(1)).status).toBe(200);
      expect(look().status).toBe(0);
      expect((await save(2)).status).toBe(200);
      expect((await server.call('POST', 'backups')).status).toBe(200);
      expect(look().status).toBe(0);
      expect(existsSync(join(server.folder, `${DATA_FILE}-wal`))).toBe(true);
      for (const n of [3, 4]) expect((await save(n)).status).toBe(200);
    } finally {
      await server.close();
    }
  });

  it('just made is never pruned, and what is dated in the future is kept and counts for nothing', async () => {
    const server = await startApp();
    const { folder } = server;
    const into = join(folder, 'backups');
    mkdirSync(into);
    try {
      const { identity } = server.app.get(Database);
      for (let year = 2037; year < 2051; year++)
        writeFileSync(join(into, nameOf(new Date(Date.UTC(year, 0, 1)), identity)), 'x');
      const made = await writeBackup(folder, into, 'by hand');
      prune(into, made);
      expect(listBackups(into)).toHaveLength(15);
      expect(existsSync(made.path)).toBe(true);
      const { lastBackup, remarks } = (await server.call('GET', 'backups')).body as BackupState;
      // of now, or of a moment later, before the tables were changed
      expect(Math.abs(Date.parse(lastBackup!) - Date.parse(made.manifest.made))).toBeLessThan(3600000);
      expect(remarks.join(' ')).toMatch(/14 backups are dated in the future/u);
    } finally {
      await server.close();
    }
  });

  it('takes away what a killed one left, once it stands itself', async () => {
    const folder = oldDemoFolder();
    const into = join(folder, 'backups');
    const dead = spawnSync(process.execPath, [
      '-e',
      'process.stdout.write(`${process.pid}@${os.hostname().replace(/[^\\w]/gu, "_")}`)',
    ]);
    const left = [`.under-way-${dead.stdout.toString()}-Eq3lo2`];
    const others = [`.under-way-1@another_machine-QLM8th`, '.under-way-qII9Y8'];
    for (const name of [...left, ...others]) mkdirSync(join(into, name), { recursive: true });
    await writeBackup(folder, into, 'by hand');
    // of another machine, or of a program that did not say: nobody knows before a day has passed
    expect(
      readdirSync(into)
        .filter((name) => name.startsWith('.'))
        .sort(),
    ).toEqual([...others].sort());
  });

  it.each([
    ['a file in its place', (into: string) => writeFileSync(into, '')],
    [
      'a link that leads nowhere',
      (into: string) => {
        mkdirSync(into);
        symlinkSync('/nowhere/at/all', join(into, 'upright-elder-2026-08-01T090000000Z.zip'));
      },
    ],
    [
      'a folder of a backup’s name',
      (into: string) => mkdirSync(join(into, 'upright-elder-2026-08-01T090000000Z.zip'), { recursive: true }),
    ],
  ])('finds %s, and the program goes on and says it', async (_what, put) => {
    const server = await startApp();
    const into = join(freshFolder(), 'stick');
    put(into);
    try {
      const { backups, trouble } = backupsIn(into);
      expect(backups).toEqual([]);
      const { today: _today, zone: _zone, ...shop } = (await server.call('GET', 'shop')).body as Shop;
      await server.call('PUT', 'shop', { ...shop, backupFolder: into });
      const { status, body } = await server.call('GET', 'backups');
      expect(status).toBe(200);
      if (trouble !== null) expect(trouble).toMatch(/is a file and no folder/u);
      expect(JSON.stringify(body)).not.toMatch(/ENOTDIR|ENOENT|EEXIST/u);
    } finally {
      await server.close();
    }
  });
});

describe('the folder that backups go to', () => {
  it('is the shop’s to choose, is refused where nothing can be written, and takes the next one', async () => {
    const folder = join(freshFolder(), 'other disk');
    const app = await startApp();
    const settings = async () => (await app.call('GET', 'shop')).body as Shop;
    const save = async (backupFolder: string | null) => {
      const { today: _today, zone: _zone, ...input } = await settings();
      return app.call('PUT', 'shop', { ...input, backupFolder });
    };
    try {
      const own = ((await app.call('GET', 'backups')).body as BackupState).backupFolder;
      for (const wrong of ['backups', '/proc/version', '/proc/no/such', '/tmp/a\0b', `/${'x'.repeat(300)}`]) {
        const { status, body } = await save(wrong);
        expect(status).toBe(422);
        expect((body as Problem).errors![0]).toMatchObject({ field: 'backupFolder', typed: wrong });
      }
      const inside = await save(join(app.folder, 'pictures', 'kept'));
      expect((inside.body as Problem).errors![0]!.reason).toMatch(/within the shop’s own folder/u);
      expect((await save(folder)).status).toBe(200);
      const { body } = await app.call('POST', 'backups');
      expect(body).toMatchObject({ backupFolder: folder, backupFolderNamed: false });
      expect(listBackups(folder)).toHaveLength(1);
      expect(listBackups(own)).toHaveLength(0);
      rmSync(folder, { recursive: true });
      const unplugged = await app.call('POST', 'backups');
      expect(unplugged.status).toBe(503);
      expect((unplugged.body as Problem).detail).toMatch(/is its disk connected/u);
      expect(existsSync(folder)).toBe(false);
      expect((await save(null)).status).toBe(200);
      expect(((await app.call('GET', 'backups')).body as BackupState).backupFolder).toBe(own);
    } finally {
      await app.close();
    }
  });
});
