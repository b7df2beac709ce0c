import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { because, DATA_FILE } from '../store/folder.js';
import { holdsRecord, type FirstRecord } from '../store/identity.js';
import { unpackDataFile, type Backup } from './backup-file.js';
import { named, type Named } from './backup-name.js';
import { byOwner } from './whose.js';

/** A backup by its name alone. */
export interface ListedBackup extends Named {
  bytes: number;
}

/** Backups in a folder, the newest first; a folder that cannot be looked into has none, and says why. */
export function backupsIn(into: string): { backups: ListedBackup[]; trouble: string | null } {
  try {
    if (!existsSync(into)) return { backups: [], trouble: null };
    const backups = readdirSync(into).flatMap((name): ListedBackup[] => {
      const said = named(name);
      const file = said && statSync(join(into, name), { throwIfNoEntry: false });
      // a link that leads nowhere, or a folder of that name, is no backup
      return said && file?.isFile() ? [{ ...said, bytes: file.size }] : [];
    });
    return { backups: newestFirst(backups), trouble: null };
  } catch (error) {
    return { backups: [], trouble: `Backups cannot be looked for in ${into}: ${because(error)}.` };
  }
}

const newestFirst = <B extends Named>(backups: readonly B[]): B[] =>
  backups.toSorted((a, b) => (a.made < b.made ? 1 : -1));

export const listBackups = (into: string): ListedBackup[] => backupsIn(into).backups;

/** A clock may run ahead by so much, ms; what is dated later than that was made by a clock that was wrong. */
const AHEAD_MS = 3600000;

/** Whether a backup is dated in the future: its age is then not known. */
export const isAhead = ({ made }: Pick<Named, 'made'>, now: number): boolean =>
  Date.parse(made) > now + AHEAD_MS;

/** The newest ones that are kept, and for how many months the last of each month is. */
const NEWEST = 5;
const MONTHS = 12;

/**
 * Which backups have had their time: the five newest stay, and the last of each of the last twelve months.
 *
 * @param backups the newest first
 * @param now of the clock by which they are judged, ms: what is dated later is of an unknown age, and stays
 */
export function outlived<B extends Pick<Named, 'name' | 'made'>>(all: readonly B[], now: number): B[] {
  const backups = all.filter((one) => !isAhead(one, now));
  const lastOfMonth = new Map<string, B>();
  for (const one of backups) {
    const month = one.made.slice(0, 7);
    if (!lastOfMonth.has(month)) lastOfMonth.set(month, one);
  }
  const monthly = new Set([...lastOfMonth.values()].slice(0, MONTHS));
  return backups.filter((one, i) => i >= NEWEST && !monthly.has(one));
}

/**
 * Takes away what has had its time of this copy's own; only ever called after a new backup was checked, which stays
 * whatever it is dated. Another copy's, and another shop's, are left alone. Those of before names said whose they are
 * have their time only once five stand that say it, and not by a copy that came later than they.
 *
 * @param ours names of those of before that hold the shop's first record
 */
export function prune(
  into: string,
  { path, manifest }: Pick<Backup, 'path' | 'manifest'>,
  ours: ReadonlySet<string> = new Set(),
): void {
  const { identity } = manifest;
  if (!identity) return;
  const now = Date.parse(manifest.made);
  const { own, older } = byOwner(listBackups(into), identity, ours);
  const enough = own.filter((one) => !isAhead(one, now)).length >= NEWEST;
  const judged = enough && !identity.renewed ? newestFirst([...own, ...older]) : own;
  for (const { name } of outlived(judged, now))
    if (name !== basename(path)) rmSync(join(into, name), { force: true });
}

/** Names of those among backups of before names said whose they are that hold a record. */
export async function holding(into: string, names: readonly string[], first: FirstRecord): Promise<string[]> {
  const found: string[] = [];
  for (const name of names) if (await holds(join(into, name), first)) found.push(name);
  return found;
}

async function holds(path: string, first: FirstRecord): Promise<boolean> {
  const beside = await mkdtemp(join(tmpdir(), 'upright-elder-look-'));
  try {
    await unpackDataFile(path, join(beside, DATA_FILE));
    const database = new BetterSqlite3(join(beside, DATA_FILE), { readonly: true });
    try {
      return holdsRecord(database, first);
    } finally {
      database.close();
    }
  } catch {
    // one that cannot be read is nobody's
    return false;
  } finally {
    await rm(beside, { recursive: true, force: true });
  }
}
