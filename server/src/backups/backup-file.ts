import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  rmSync,
  statSync,
} from 'node:fs';
import { lstat, mkdtemp, open, rename, rm } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import BetterSqlite3 from 'better-sqlite3';
import yazl from 'yazl';
import { because, DATA_FILE, FolderTrouble, PAPERS_KEPT, PICTURES } from '../store/folder.js';
import { identityOfFile, noteRestored, type Identity } from '../store/identity.js';
import { nameOf } from './backup-name.js';
import { leftOverIn, workNameOf } from './left-over.js';
import { readEntries, type ZipEntry } from './zip.js';

/** What lies in a backup beside the data file and the pictures, so that it can be held against itself. */
export interface Manifest {
  /** UTC ISO text */
  made: string;
  reason: BackupReason;
  /** which shop it is of, and which copy; none of before data files knew it */
  identity?: Identity | null;
  /** SHA-256 of the data file */
  database: string;
  /** rows of every table */
  rows: Record<string, number>;
  pictures: string[];
  /** papers that were given out or came back; none of before any were kept */
  papers?: string[];
  /** what was damaged on the disk, and is not in it; backups of before say nothing of it */
  damaged?: DamagedFile[];
}

/** A file whose bytes are not those that were written, and what shows it, in words. */
export interface DamagedFile {
  picture: string;
  photographs: string[];
  /** it is a paper, not a picture */
  paper?: true;
}

export type BackupReason = 'by hand' | 'daily' | 'before a change of the tables';

export interface Backup {
  path: string;
  manifest: Manifest;
  bytes: number;
}

/** Folders whose files are named by the SHA-256 of their bytes. */
const FOLDERS = [PICTURES, PAPERS_KEPT] as const;
type Folder = (typeof FOLDERS)[number];
const HASH_NAME = /^[0-9a-f]{64}$/u;
const MANIFEST = 'backup.json';

/**
 * Writes one file that holds the whole shop: the data file as it is at one moment, and every picture. The program may
 * run meanwhile. It has its name only once it was read back and counted.
 *
 * @param folder the shop's
 * @param into where backups are kept
 * @throws FolderTrouble in plain words where it cannot be written, or does not hold what it should
 */
export async function writeBackup(folder: string, into: string, reason: BackupReason): Promise<Backup> {
  // looked at from outside only: whoever opens and closes the file by itself takes SQLite's locks away from it
  if ((statSync(join(folder, DATA_FILE), { throwIfNoEntry: false })?.size ?? 0) === 0)
    throw new FolderTrouble(`There is no data file in ${folder}: nothing was backed up.`);
  const made = new Date();
  const work = await workFolder(into);
  try {
    const snapshot = join(work, DATA_FILE);
    await snapshotOf(join(folder, DATA_FILE), snapshot);
    const { pictures, papers, damaged } = await filesIn(folder, snapshot);
    const identity = identityOfFile(snapshot);
    const manifest: Manifest = {
      made: made.toISOString(),
      reason,
      identity,
      database: await hashOf(snapshot),
      rows: countRows(snapshot),
      pictures,
      papers,
      ...(damaged.length > 0 ? { damaged } : {}),
    };
    const part = join(work, 'backup.part');
    await zip(part, [
      { name: MANIFEST, bytes: Buffer.from(JSON.stringify(manifest, null, 2)) },
      { name: DATA_FILE, path: snapshot },
      ...kept(folder, PICTURES, pictures),
      ...kept(folder, PAPERS_KEPT, papers),
    ]);
    await rm(snapshot);
    await checkBackup(part);
    const path = join(into, nameOf(made, identity));
    await rename(part, path);
    for (const one of leftOverIn(into)) await rm(join(into, one), { recursive: true, force: true });
    return { path, manifest, bytes: statSync(path).size };
  } catch (error) {
    if (error instanceof FolderTrouble) throw error;
    throw new FolderTrouble(
      `The backup could not be written into ${into} (${because(error)}). Nothing of the shop was changed, and earlier backups are as they were.${isFull(error) ? ' Make room there, and try again.' : ''}`,
    );
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}

const isFull = (error: unknown): boolean =>
  ['ENOSPC', 'SQLITE_FULL'].includes((error as { code?: string }).code ?? '');

async function workFolder(into: string): Promise<string> {
  try {
    mkdirSync(into, { recursive: true });
    return await mkdtemp(join(into, workNameOf()));
  } catch (error) {
    throw new FolderTrouble(
      `Backups cannot be written into ${into} (${because(error)}). Choose a folder that can be written with UPRIGHT_ELDER_BACKUPS.`,
    );
  }
}

/** Pictures and papers whose bytes are what their names say, and all that are damaged. */
export async function filesIn(
  folder: string,
  dataFile: string,
): Promise<{ pictures: string[]; papers: string[]; damaged: DamagedFile[] }> {
  const pictures = await filesOf(folder, PICTURES);
  const papers = await filesOf(folder, PAPERS_KEPT);
  return {
    pictures: pictures.sound,
    papers: papers.sound,
    damaged: [
      ...pictures.bad.map((picture) => ({ picture, photographs: photographsOf(dataFile, picture) })),
      ...papers.bad.map((picture) => ({
        picture,
        photographs: papersOf(dataFile, picture),
        paper: true as const,
      })),
    ],
  };
}

/** Files whose bytes are what their names say, and those that are not. */
async function filesOf(folder: string, of: Folder): Promise<{ sound: string[]; bad: string[] }> {
  const names = existsSync(join(folder, of))
    ? readdirSync(join(folder, of))
        .filter((name) => HASH_NAME.test(name))
        .sort()
    : [];
  const sound: string[] = [];
  const bad: string[] = [];
  for (const name of names) {
    const path = join(folder, of, name);
    // a link leads elsewhere, and a disk that does not answer gives nothing
    const whole = (await lstat(path)).isFile() && (await hashOf(path).catch(() => null)) === name;
    (whole ? sound : bad).push(name);
  }
  return { sound, bad };
}

/** Which photographs show a picture, in words; none where the data file is of before there were any. */
const photographsOf = (dataFile: string, picture: string): string[] =>
  said(
    dataFile,
    `SELECT i."nickname" || ', ' || p."spot" || ', ' || p."takenOn" FROM "photograph" p
     JOIN "instrument" i ON i."id" = p."instrumentId" WHERE p."picture" = ? ORDER BY p."takenOn"`,
    picture,
  );

/** The same of a paper that was given out. */
const papersOf = (dataFile: string, file: string): string[] =>
  said(
    dataFile,
    `SELECT i."nickname" || ', given out on ' || substr(p."at", 1, 10) FROM "paper_given" p
     JOIN "instrument" i ON i."id" = p."instrumentId" WHERE p."file" = ? ORDER BY p."at"`,
    file,
  );

function said(dataFile: string, sql: string, name: string): string[] {
  const database = new BetterSqlite3(dataFile, { readonly: true });
  try {
    return database.prepare(sql).pluck().all(name) as string[];
  } catch {
    return [];
  } finally {
    database.close();
  }
}

/** Pages copied before others have their turn. */
const PAGES = 256;

/** The data file as it is at one moment, whatever is saved while it is copied. */
async function snapshotOf(from: string, to: string): Promise<void> {
  const source = new BetterSqlite3(from, { readonly: true });
  try {
    // a read transaction keeps what it sees, so that the copy never begins anew
    source.exec('BEGIN');
    source.prepare('SELECT COUNT(*) FROM sqlite_master').get();
    await source.backup(to, { progress: () => PAGES });
  } finally {
    source.close();
  }
  const copy = new BetterSqlite3(to);
  try {
    // one file without a log beside it
    copy.pragma('journal_mode = DELETE');
    const said = copy.pragma('integrity_check', { simple: true });
    if (said !== 'ok')
      throw new FolderTrouble(
        `The data file is damaged (${String(said).slice(0, 120)}). No backup was made of it, so that no good one is pushed out: bring the last good backup back with “npm run restore”.`,
      );
  } finally {
    copy.close();
  }
}

function countRows(path: string): Record<string, number> {
  const database = new BetterSqlite3(path, { readonly: true });
  try {
    const names = database
      .prepare(
        `SELECT "name" FROM sqlite_master WHERE "type" = 'table' AND "name" NOT LIKE 'sqlite_%' ORDER BY "name"`,
      )
      .pluck()
      .all() as string[];
    return Object.fromEntries(
      names.map((name) => [name, database.prepare(`SELECT COUNT(*) FROM "${name}"`).pluck().get() as number]),
    );
  } finally {
    database.close();
  }
}

/** Files of a folder as they lie in a backup. */
const kept = (folder: string, of: Folder, names: readonly string[]): Entry[] =>
  names.map((name) => ({ name: `${of}/${name}`, path: join(folder, of, name), stored: true }));

interface Entry {
  name: string;
  path?: string;
  bytes?: Buffer;
  /** pictures are as small as they get */
  stored?: boolean;
}

async function zip(path: string, entries: Entry[]): Promise<void> {
  const file = new yazl.ZipFile();
  for (const { name, path: from, bytes, stored } of entries)
    if (bytes) file.addBuffer(bytes, name);
    else file.addFile(from!, name, { compress: !stored });
  const failed = new Promise<never>((_done, fail) => file.on('error', fail));
  file.end();
  await Promise.race([pipeline(file.outputStream, createWriteStream(path)), failed]);
  const written = await open(path, 'r+');
  try {
    await written.sync();
  } finally {
    await written.close();
  }
}

/**
 * Opens a backup and holds all of it against itself: hash and rows of the data file, hash of every picture.
 *
 * @param into where it is unpacked; left out, nothing but the data file is kept for a moment
 * @throws FolderTrouble where something is missing, or is not what it should be
 */
export async function checkBackup(path: string, into?: string): Promise<Manifest> {
  const beside = into ?? (await mkdtemp(`${path}-checked-`));
  try {
    let manifest: Manifest | null = null;
    const found: Record<Folder, string[]> = { pictures: [], papers: [] };
    for await (const entry of readEntries(path)) {
      if (entry.name === MANIFEST) manifest = JSON.parse((await entry.bytes()).toString('utf8')) as Manifest;
      else if (entry.name === DATA_FILE) await unpack(entry, join(beside, DATA_FILE));
      else {
        const { folder, name } = await fileOf(entry, into);
        found[folder].push(name);
      }
    }
    if (!manifest || !existsSync(join(beside, DATA_FILE)))
      throw broken(path, 'the data file is missing in it');
    if ((await hashOf(join(beside, DATA_FILE))) !== manifest.database)
      throw broken(path, 'the data file in it is not the one that was written');
    const rows = countRows(join(beside, DATA_FILE));
    if (JSON.stringify(rows) !== JSON.stringify(manifest.rows))
      throw broken(path, 'its tables do not hold as many rows as they should');
    if (JSON.stringify(found[PICTURES].sort()) !== JSON.stringify(manifest.pictures))
      throw broken(path, 'pictures are missing in it');
    if (JSON.stringify(found[PAPERS_KEPT].sort()) !== JSON.stringify(manifest.papers ?? []))
      throw broken(path, 'papers are missing in it');
    return manifest;
  } catch (error) {
    throw error instanceof FolderTrouble ? error : broken(path, because(error));
  } finally {
    if (!into) rmSync(beside, { recursive: true, force: true });
  }
}

const broken = (path: string, why: string): FolderTrouble =>
  new FolderTrouble(`${path} is no backup that can be used: ${why}. Try the one before it.`);

/** The data file of a backup alone, as it lies in it. @throws where there is none */
export async function unpackDataFile(path: string, to: string): Promise<void> {
  for await (const entry of readEntries(path)) if (entry.name === DATA_FILE) return unpack(entry, to);
  throw broken(path, 'the data file is missing in it');
}

async function unpack(entry: ZipEntry, to: string): Promise<void> {
  await pipeline(await entry.stream(), createWriteStream(to));
}

/** @returns the folder of a file in it, and its name, which is the hash of its bytes */
async function fileOf(entry: ZipEntry, into: string | undefined): Promise<{ folder: Folder; name: string }> {
  const name = basename(entry.name);
  const folder = FOLDERS.find((one) => entry.name === `${one}/${name}`);
  if (!folder || !HASH_NAME.test(name))
    throw new FolderTrouble(
      `The backup holds something that is neither a picture nor a paper: ${entry.name.slice(0, 80)}`,
    );
  const hash = createHash('sha256');
  const stream = await entry.stream();
  stream.on('data', (piece: Buffer) => hash.update(piece));
  if (into) {
    mkdirSync(join(into, folder), { recursive: true });
    await pipeline(stream, createWriteStream(join(into, folder, name)));
  } else {
    for await (const _piece of stream) void _piece;
  }
  if (hash.digest('hex') !== name)
    throw new FolderTrouble(
      `A ${folder === PICTURES ? 'picture' : 'paper'} in the backup is damaged: ${name.slice(0, 12)}…`,
    );
  return { folder, name };
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of createReadStream(path) as AsyncIterable<Buffer>) hash.update(piece);
  return hash.digest('hex');
}

/**
 * Unpacks a backup into a fresh folder, which has its name only once everything in it was checked.
 *
 * @throws FolderTrouble where the folder holds something already, or the backup cannot be used
 */
export async function restoreBackup(path: string, folder: string): Promise<Manifest> {
  if (!existsSync(path)) throw new FolderTrouble(`There is no file ${path}.`);
  const target = resolve(folder);
  const there = existsSync(target);
  if (there && (!statSync(target).isDirectory() || readdirSync(target).some((name) => !ofDisk(name))))
    throw new FolderTrouble(
      `${target} is not empty. A backup is only brought back into a fresh folder, so that nothing is written over: name one that is not there yet.`,
    );
  // a disk's own root cannot be put in the place of another folder: there it is unpacked within
  const part = there ? join(target, '.restoring') : `${target}.restoring`;
  rmSync(part, { recursive: true, force: true });
  mkdirSync(part, { recursive: true });
  try {
    const manifest = await checkBackup(path, part);
    noteRestored(part, basename(path));
    if (there) {
      // the data file last: without it the folder is no shop yet
      const names = readdirSync(part).sort((a, b) => Number(a === DATA_FILE) - Number(b === DATA_FILE));
      for (const name of names) await rename(join(part, name), join(target, name));
      await rm(part, { recursive: true, force: true });
    } else await rename(part, target);
    return manifest;
  } catch (error) {
    rmSync(part, { recursive: true, force: true });
    throw error;
  }
}

/** What a disk has in its root by itself, and what an earlier try left. */
const ofDisk = (name: string): boolean =>
  ['lost+found', 'System Volume Information', '.restoring'].includes(name) || /^\.Trash/u.test(name);

/** Before the tables of an older data file are changed, the whole shop is backed up. */
export async function backUpBeforeMigration({
  dataFolder,
  backupFolder,
}: {
  dataFolder: string;
  backupFolder: string;
}): Promise<void> {
  const { path } = await writeBackup(dataFolder, backupFolder, 'before a change of the tables');
  console.log(`The tables are brought up to date; the earlier backup is in ${path}`);
}
