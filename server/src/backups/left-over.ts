import { readdirSync, statSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';

const DAY_MS = 86400000;
const WORK = /^\.under-way-(?:(\d+)@([\w-]*)-)?\w+$/u;
const here = hostname().replace(/[^\w]/gu, '_');

/** How a folder that a backup is worked in begins: by whom, so that it is known for left over once they are gone. */
export const workNameOf = (): string => `.under-way-${process.pid}@${here}-`;

/** Work folders that a killed backup left: their program is gone, or nobody has touched them for a day. */
export function leftOverIn(into: string, now = Date.now()): string[] {
  return readdirSync(into).filter((name) => {
    const match = WORK.exec(name);
    if (!match) return false;
    const [, pid, host] = match;
    if (pid !== undefined && host === here) return !isRunning(Number(pid));
    const touched = statSync(join(into, name), { throwIfNoEntry: false })?.mtimeMs ?? now;
    return now - touched > DAY_MS;
  });
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // another account's program runs too
    return (error as { code?: string }).code === 'EPERM';
  }
}
