import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupState, BackupTrouble, Problem, Shop } from '@upright-elder/contract';
import { afterEach, describe, expect, it } from 'vitest';
import { Database } from '../store/database.js';
import { startApp, type AppUnderTest } from '../testing/app-under-test.js';
import { freshFolder, smallFolderOf06c8523 } from '../testing/folders.js';
import { restoreBackup, writeBackup } from './backup-file.js';
import { listBackups } from './backup-folder.js';
import { named, nameOf } from './backup-name.js';
import { write } from './write-backup.js';

const open: AppUnderTest[] = [];
afterEach(async () => {
  for (const one of open.splice(0)) await one.close();
});

/** A shop whose backups go to a folder of its choosing. */
async function shopOn(stick: string, folder?: string): Promise<AppUnderTest> {
  const app = await startApp(folder);
  open.push(app);
  const { today: _today, zone: _zone, ...settings } = (await app.call('GET', 'shop')).body as Shop;
  expect((await app.call('PUT', 'shop', { ...settings, backupFolder: stick })).status).toBe(200);
  return app;
}
const state = async (app: AppUnderTest) => (await app.call('GET', 'backups')).body as BackupState;
/** By the thread that the program has beside it, but for the last: that one goes the whole way. */
const backUp = async (app: AppUnderTest, times = 1) => {
  const { backupFolder: into, backups } = await state(app);
  const ours = backups.map(({ name }) => name).filter((name) => named(name)!.shopId === null);
  for (let i = 1; i < times; i++) await write({ folder: app.folder, into, reason: 'by hand', ours });
  expect(await app.call('POST', 'backups')).toMatchObject({ status: 200 });
};
const idOf = (app: AppUnderTest) => app.app.get(Database).identity!;
const zips = (folder: string) => readdirSync(folder).filter((name) => name.endsWith('.zip'));

/** Backups of before names said whose they are: fourteen, a month apart. */
async function ofBefore(folder: string, into: string): Promise<string[]> {
  const { path } = await writeBackup(folder, into, 'by hand');
  const names = Array.from({ length: 14 }, (_, i) => nameOf(new Date(Date.UTC(2025, 8 + i, 3, 9)), null));
  for (const name of names) cpSync(path, join(into, name));
  rmSync(path);
  return names;
}

describe('two shops on one stick', () => {
  it('list, age and prune only their own, and say that the others are there', async () => {
    const stick = freshFolder();
    const [bench, laptop] = [await shopOn(stick), await shopOn(stick)];
    await backUp(bench);
    expect(await state(laptop)).toMatchObject({ lastBackup: null, backups: [] });
    expect((await state(laptop)).beside.join()).toMatch(/A backup of another shop lies there too/u);
    await backUp(laptop, 7);
    const [benchs, laptops] = [await state(bench), await state(laptop)];
    expect(benchs.backups).toHaveLength(1);
    expect(laptops.backups).toHaveLength(5);
    expect(benchs.lastBackup).toBe(benchs.backups[0]!.made);
    expect(benchs.beside.join()).toMatch(/5 backups of another shop lie there too/u);
    expect(zips(stick)).toHaveLength(6);
  });
});

describe('a shop that is brought back', () => {
  it('on another machine is another copy of the same shop, and prunes none of the first one’s', async () => {
    const stick = freshFolder();
    const bench = await shopOn(stick);
    await backUp(bench);
    const brought = join(freshFolder(), 'laptop');
    await restoreBackup(join(stick, zips(stick)[0]!), brought);
    const laptop = await shopOn(stick, brought);
    expect(idOf(laptop)).toMatchObject({ shopId: idOf(bench).shopId, renewed: true });
    expect(idOf(laptop).copyId).not.toBe(idOf(bench).copyId);
    expect((await state(laptop)).beside.join()).toMatch(
      /A backup of another copy of this shop lies there too/u,
    );
    await backUp(laptop, 7);
    expect((await state(bench)).backups).toHaveLength(1);
    expect((await state(bench)).beside.join()).toMatch(/5 backups of another copy of this shop/u);
  });

  it('is the same copy where its folder is only moved, and another where it is copied', async () => {
    const first = await startApp();
    const { copyId, shopId } = idOf(first);
    await first.app.close();
    const moved = join(freshFolder(), 'moved');
    renameSync(first.folder, moved);
    const after = await startApp(moved);
    expect(idOf(after)).toEqual({ shopId, copyId, renewed: false });
    await after.app.close();
    const copied = join(freshFolder(), 'copied');
    cpSync(moved, copied, { recursive: true });
    const copy = await startApp(copied);
    open.push(copy);
    expect(idOf(copy)).toMatchObject({ shopId, renewed: true });
    expect(idOf(copy).copyId).not.toBe(copyId);
    rmSync(moved, { recursive: true });
  });
});

describe('backups of before names said whose they are', () => {
  it('count for the shop whose first record they hold, and go only once five of today’s stand', async () => {
    const stick = freshFolder();
    const folder = smallFolderOf06c8523();
    const old = await ofBefore(folder, stick);
    const stranger = await shopOn(stick);
    expect(await state(stranger)).toMatchObject({ lastBackup: null, backups: [] });
    const bench = await shopOn(stick, folder);
    const { backups, lastBackup } = await state(bench);
    expect(backups).toHaveLength(14);
    expect(lastBackup).toBe(named(old.at(-1)!)!.made);
    await backUp(bench, 4);
    for (const name of old) expect(existsSync(join(stick, name)), name).toBe(true);
    // brought back from one of before, on a second machine: none of them is its to take away
    const brought = join(freshFolder(), 'laptop');
    await restoreBackup(join(stick, old.at(-1)!), brought);
    const laptop = await shopOn(stick, brought);
    expect(idOf(laptop)).toMatchObject({ shopId: idOf(bench).shopId, renewed: true });
    expect((await state(laptop)).lastBackup).toBe(named(old.at(-1)!)!.made);
    await backUp(laptop, 6);
    for (const name of old) expect(existsSync(join(stick, name)), name).toBe(true);
    await backUp(bench, 2);
    const left = old.filter((name) => existsSync(join(stick, name)));
    // the five newest are of today; of the months before, the last of each of eleven stay
    expect(left).toEqual(old.slice(-11));
    expect((await state(laptop)).backups.length).toBeGreaterThanOrEqual(5 + 11);
  });
});

describe('a folder of backups', () => {
  it('that has lost its mark is asked about before anything is written there', async () => {
    const stick = freshFolder();
    const bench = await shopOn(stick);
    await backUp(bench);
    expect((await bench.call('GET', 'backups/trouble')).body).toEqual({ trouble: null });
    // the stick is pulled out, and its mount point stays
    const aside = `${stick}-aside`;
    renameSync(stick, aside);
    mkdirSync(stick);
    const refused = await bench.call('POST', 'backups');
    expect(refused.status).toBe(503);
    expect((refused.body as Problem).detail).toMatch(/Is its disk connected\?/u);
    expect(readdirSync(stick)).toEqual([]);
    const { asks } = await state(bench);
    expect(asks).toMatch(/Nothing is written there before you say/u);
    expect((await bench.call('GET', 'backups/trouble')).body as BackupTrouble).toEqual({ trouble: asks });
    expect((await bench.call('POST', 'backups/folder')).body).toMatchObject({ asks: null });
    await backUp(bench);
    expect(zips(stick)).toHaveLength(1);
    rmSync(stick, { recursive: true });
    expect(JSON.stringify((await bench.call('GET', 'backups/trouble')).body)).toMatch(/is not there/u);
    renameSync(aside, stick);
    expect((await state(bench)).backups).toHaveLength(1);
  });

  it('is asked about by the command too, which says how to go on', async () => {
    const stick = freshFolder();
    const bench = await shopOn(stick);
    await backUp(bench);
    rmSync(join(stick, 'upright-elder-backups.txt'));
    const run = (...more: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', join(import.meta.dirname, '../backup.ts'), ...more], {
        env: { ...process.env, UPRIGHT_ELDER_DATA: bench.folder, UPRIGHT_ELDER_BACKUPS: stick },
        encoding: 'utf8',
      });
    const refused = run();
    expect([refused.status, refused.stderr]).toEqual([1, expect.stringMatching(/npm run backup -- --here/u)]);
    expect(run('--here')).toMatchObject({ status: 0, stderr: '' });
    expect(listBackups(stick)).toHaveLength(2);
    writeFileSync(join(stick, 'notes.txt'), 'of somebody');
    expect(run().status).toBe(0);
  });
});
