import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  rmSync,
  statfsSync,
  statSync,
  writeSync,
} from 'node:fs';
import { dirname, join, sep } from 'node:path';

export const DATA_FILE = 'upright-elder.sqlite';
export const PICTURES = 'pictures';
/** papers that were given out, and what owners sent back, as they are */
export const PAPERS_KEPT = 'papers';
export const BACKUPS = 'backups';

/** A folder that cannot be used, in plain words and with the way out. Nothing in it was changed. */
export class FolderTrouble extends Error {}

const ELSEWHERE = 'choose another folder with UPRIGHT_ELDER_DATA';

/** Why a folder cannot be written; null where it can. */
export type Unwritable = 'full' | 'read-only' | null;

/**
 * Makes the folder where it is not there and looks whether it can be used.
 *
 * @throws FolderTrouble where it is a file, lies on another computer, or cannot be made
 */
export function prepareFolder(folder: string): Unwritable {
  refuseNetwork(folder);
  try {
    if (existsSync(folder) && !statSync(folder).isDirectory())
      throw new FolderTrouble(
        `${folder} is a file, and the shop needs a folder of that name. Move the file away, or ${ELSEWHERE}.`,
      );
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    if (error instanceof FolderTrouble) throw error;
    throw new FolderTrouble(
      `The folder ${folder} cannot be made (${because(error)}). Make it by hand for the person who starts the program, or ${ELSEWHERE}.`,
    );
  }
  for (const name of [PICTURES, PAPERS_KEPT, 'logger', BACKUPS]) {
    const path = join(folder, name);
    if (existsSync(path) && !statSync(path).isDirectory())
      throw new FolderTrouble(
        `${path} is a file, and a folder of that name is needed. Nothing was changed: move the file away and start again.`,
      );
  }
  return probe(folder);
}

/** As much as SQLite needs beside the data file before it can be opened for writing, bytes. */
const NEEDED = 256 * 1024;

/** Writes a little and takes it away again: what a folder's rights promise is not always kept. */
function probe(folder: string): Unwritable {
  const path = join(folder, `probe-${process.pid}`);
  try {
    const file = openSync(path, 'w');
    try {
      writeSync(file, Buffer.alloc(NEEDED));
      fsyncSync(file);
    } finally {
      closeSync(file);
    }
    return null;
  } catch (error) {
    const { code } = error as { code?: string };
    if (code === 'ENOSPC' || code === 'EDQUOT') return 'full';
    if (code === 'EACCES' || code === 'EROFS' || code === 'EPERM') return 'read-only';
    throw new FolderTrouble(
      `The folder ${folder} cannot be written (${because(error)}). Check the disk, or ${ELSEWHERE}.`,
    );
  } finally {
    try {
      rmSync(path, { force: true });
    } catch {
      // on a medium that cannot be written there is nothing to take away
    }
  }
}

/**
 * Kinds of file system that lie on another computer, by the numbers that statfs(2) gives them: NFS, SMB, CIFS, SMB2,
 * AFS, 9P.
 */
const NETWORK = new Set([0x6969, 0x517b, 0xff534d42, 0xfe534d42, 0x5346414f, 0x01021997]);

/**
 * SQLite's log needs shared memory, which does not exist between computers (https://sqlite.org/wal.html, section 1).
 *
 * @throws FolderTrouble where the folder lies on another computer
 */
function refuseNetwork(folder: string): void {
  if (!isNetwork(folder)) return;
  throw new FolderTrouble(
    `${folder} is on another computer. Two computers that write one data file damage it: keep the shop’s folder on this computer’s own disk, and let the backups go to the other one with UPRIGHT_ELDER_BACKUPS.`,
  );
}

export function isNetwork(folder: string): boolean {
  if (folder.startsWith('\\\\')) return true;
  let near = folder;
  while (!existsSync(near) && dirname(near) !== near) near = dirname(near);
  try {
    return NETWORK.has(Number(statfsSync(near).type) >>> 0);
  } catch {
    return false;
  }
}

/** What a program that keeps folders in step between computers calls its folders, and the copies that it leaves. */
const IN_STEP = /(?:sync|cloud)|(?:box|drive)$/iu;

/** Why a folder looks as if another program kept it in step with other computers; null where it does not. */
export function keptInStep(folder: string): string | null {
  const stray = existsSync(folder)
    ? readdirSync(folder).find((name) => /^upright-elder.+\.sqlite$/iu.test(name))
    : undefined;
  if (stray)
    return `A second data file, ${stray}, is in ${folder}. It looks as if a program that keeps folders in step between computers had put it there: such a program can copy the data file half written. Keep the shop’s folder where nothing else writes, and let only the backups be copied.`;
  const part = folder.split(sep).find((one) => IN_STEP.test(one) && !/^upright/iu.test(one));
  return part === undefined
    ? null
    : `The shop’s folder is in “${part}”, which looks like a folder that is kept in step with other computers. Such a program can copy the data file half written: keep the shop’s folder where nothing else writes, and let only the backups be copied.`;
}

/** What lies where the data file should: nothing, an empty file, something else, or a database. */
export function kindOfDataFile(folder: string): 'missing' | 'empty' | 'other' | 'database' {
  const path = join(folder, DATA_FILE);
  if (!existsSync(path)) return 'missing';
  if (statSync(path).size === 0) return 'empty';
  const file = openSync(path, 'r');
  try {
    const head = Buffer.alloc(16);
    readSync(file, head, 0, 16, 0);
    return head.toString('latin1') === 'SQLite format 3\0' ? 'database' : 'other';
  } finally {
    closeSync(file);
  }
}

/** Set to `yes`, an empty shop is begun beside photographs or backups that are already there. */
export const NEW_SHOP = 'UPRIGHT_ELDER_NEW_SHOP';

/**
 * An empty or missing data file beside photographs or backups is a question: most likely the data file was moved,
 * not copied along, or not put back yet.
 *
 * @throws FolderTrouble that asks it
 */
export function askBeforeNewShop(folder: string, newShop: boolean): void {
  const count = (name: string) =>
    existsSync(join(folder, name))
      ? readdirSync(join(folder, name)).filter((one) => !one.startsWith('.')).length
      : 0;
  const pictures = Math.ceil(count(PICTURES) / 2);
  const papers = count(PAPERS_KEPT);
  const backups = count(BACKUPS);
  const log =
    existsSync(join(folder, `${DATA_FILE}-wal`)) && statSync(join(folder, `${DATA_FILE}-wal`)).size > 0;
  if (newShop || (pictures === 0 && papers === 0 && backups === 0 && !log)) return;
  const there = [
    pictures > 0 && `about ${pictures} ${pictures === 1 ? 'photograph' : 'photographs'}`,
    papers > 0 && `${papers} ${papers === 1 ? 'paper' : 'papers'}`,
    backups > 0 && `${backups} ${backups === 1 ? 'backup' : 'backups'}`,
    log && 'the log of a data file',
  ].filter(Boolean);
  const state = kindOfDataFile(folder) === 'empty' ? 'is empty' : 'is missing';
  throw new FolderTrouble(
    `The data file ${join(folder, DATA_FILE)} ${state}, but the folder holds ${there.join(' and ')}. Nothing was changed. Put the data file back, or bring a backup back into a fresh folder with “npm run restore”. To begin an empty shop here all the same, start with ${NEW_SHOP}=yes; what is there stays.`,
  );
}

/** An error of the operating system in a few words. */
export function because(error: unknown): string {
  const { code, message } = error as { code?: string; message?: string };
  const words: Record<string, string> = {
    EACCES: 'this account may not write there',
    EPERM: 'this account may not write there',
    EROFS: 'the disk can only be read',
    ENOSPC: 'the disk is full',
    ENOTDIR: 'it, or a part of the way there, is a file and no folder',
    EEXIST: 'a file of that name is there already',
    ESTALE: 'the disk does not answer',
    SQLITE_FULL: 'the disk is full',
    SQLITE_NOTADB: 'it is no data file, or is damaged at its beginning',
    SQLITE_CORRUPT: 'the data file is damaged',
    ENOENT: 'it is not there',
    EIO: 'the disk does not answer',
  };
  // a code word helps nobody
  return (
    words[code ?? ''] ?? (code === undefined ? message : undefined) ?? 'the system gave no reason in words'
  );
}
