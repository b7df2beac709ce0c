import { accessSync, constants, mkdirSync, statSync } from 'node:fs';
import { dirname, isAbsolute, relative, resolve } from 'node:path';

/** Why nothing can be written into a folder, which is made where it is missing; null where it can. */
export function whyUnwritable(folder: string): string | null {
  if (!isAbsolute(folder)) return 'it does not begin at the root of a disk';
  try {
    // one folder at a time: mkdir with `recursive` goes round for ever where a file system makes no folders
    for (const missing of missingOf(resolve(folder))) mkdirSync(missing);
    accessSync(folder, constants.W_OK);
    return null;
  } catch (error) {
    return CODES[(error as NodeJS.ErrnoException).code ?? ''] ?? (error as Error).message;
  }
}

/** True of a folder and whatever lies in it. */
export function isWithin(folder: string, path: string): boolean {
  const way = relative(resolve(folder), resolve(path));
  return !isAbsolute(way) && way.split(/[\\/]/u)[0] !== '..';
}

/** The folders of a path that are not there, the outermost first. */
function missingOf(folder: string): string[] {
  const there = statSync(folder, { throwIfNoEntry: false });
  if (there) {
    if (there.isDirectory()) return [];
    throw Object.assign(new Error(`${folder} is a file`), { code: 'ENOTDIR' });
  }
  return [...missingOf(dirname(folder)), folder];
}

const CODES: Record<string, string> = {
  ENOENT: 'no folder can be made there',
  ENOTDIR: 'it, or a part of it, is a file',
  EACCES: 'nothing may be written there',
  EPERM: 'nothing may be written there',
  EROFS: 'that disk can only be read',
  ENOSPC: 'that disk is full',
  ENAMETOOLONG: 'it is too long',
  ERR_INVALID_ARG_VALUE: 'it holds a sign that no folder’s name may have',
};
