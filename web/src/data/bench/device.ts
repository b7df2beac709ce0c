import { newId } from '../ids.js';

/** This window as a device: who wrote an event, on which clock, and what is known of that clock. */
export const DEVICE = newId();

/** A wall clock that leaves the steady one by more than this was set, or slept, ms. House figure. */
const JUMP_MS = 2000;
/** A check that is older than this is taken again though it was better, ms. */
const OLD_MS = 600000;

interface Check {
  offset: number;
  error: number;
  at: number;
}
let seq = 0;
let run = 0;
let between = Date.now() - performance.now();
let check: Check | null = null;
/** The last check of every run of this clock: what was written before a jump goes by the clock of before. */
const checks = new Map<number, Check>();

/** Notices a clock that was set, or a lid that was closed: from then on it is another run, and nobody checked it yet. */
function look(): void {
  const now = Date.now() - performance.now();
  if (Math.abs(now - between) > JUMP_MS) {
    run += 1;
    check = null;
  }
  between = now;
}

export const nextSeq = (): number => (seq += 1);

/** Which run of the clock this is, counted up with every jump. */
export function clockRun(): number {
  look();
  return run;
}

/** What is to be added to this device's clock, and how far that may be off, ms; null while nobody knows. */
export function clockCheck(): Pick<Check, 'offset' | 'error'> | null {
  look();
  return check;
}

/** What was known of a run of this device's clock; null where nothing was. */
export const checkOf = (of: number): Pick<Check, 'offset' | 'error'> | null => checks.get(of) ?? null;

/** The shop's clock as far as this device knows it, ms. */
export const benchNow = (): number => Date.now() + (clockCheck()?.offset ?? 0);

/** Holds this device's clock against the server's: an answer that says `now` was made between sending and receiving. */
export async function measured<T extends { now: number }>(ask: () => Promise<T>): Promise<T> {
  const sent = Date.now();
  const before = clockRun();
  const answer = await ask();
  const received = Date.now();
  if (clockRun() !== before) return answer;
  const error = (received - sent) / 2;
  const offset = Math.round(answer.now - (sent + received) / 2);
  // the server's own clock was set: what was written before goes by the clock of before
  if (check && Math.abs(offset - check.offset) > error + check.error + JUMP_MS) {
    run += 1;
    check = null;
  }
  if (!check || error <= check.error || received - check.at > OLD_MS) {
    check = { offset, error, at: received };
    checks.set(run, check);
  }
  return answer;
}
