import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Lies in every folder that backups were ever written into: a mount point without its stick has none. */
const MARKER = 'upright-elder-backups.txt';

const WORDS = `Backups of Upright Elder lie here. The program knows the folder by this file: without it, it asks before it writes.
`;

export const isMarked = (into: string): boolean => existsSync(join(into, MARKER));

export function mark(into: string): void {
  if (!isMarked(into)) writeFileSync(join(into, MARKER), WORDS);
}
