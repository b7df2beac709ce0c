import { statfsSync } from 'node:fs';

/** So much stays free on a disk, bytes. */
const SPARE = 200 << 20;

/** Bytes that may still come to the disk of a folder. */
export function roomOn(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return Math.max(0, bavail * bsize - SPARE);
}

/** Which picture or paper a file of an archive is; null where it is neither. */
export function keptFile(name: string): { of: 'pictures' | 'papers'; hash: string } | null {
  const [, of, hash] = /^(pictures|papers)\/([0-9a-f]{64})(?:\.\w+)?$/u.exec(name) ?? [];
  return of && hash ? { of: of as 'pictures' | 'papers', hash } : null;
}
