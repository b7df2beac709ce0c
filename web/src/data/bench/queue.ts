import type { JobEventInput, JobEventsInput, JobEventsKept } from '@upright-elder/contract';
import { createStore, del, entries, set } from 'idb-keyval';
import { ProblemError, send, Unreachable } from '../api.js';
import { clockCheck, clockRun, DEVICE, measured, nextSeq } from './device.js';
import { newId } from '../ids.js';

/**
 * What was written at the bench and is not acknowledged yet: kept in the browser's own store, sent in one queue, and never
 * dropped. What the server refuses is listed with its reason.
 */
export interface Waiting {
  event: JobEventInput;
  /** why the server did not take it; null while it only waits */
  refused: string | null;
}

/** So many go in one request. */
const AT_ONCE = 200;
/** After this it is tried again, ms. */
const AGAIN_MS = 3000;

let waiting: readonly Waiting[] = [];
/** Acknowledged, and shown until the server's own list has them. */
let kept: readonly JobEventInput[] = [];
let away = false;
const listeners = new Set<() => void>();
const store = (() => {
  try {
    return createStore('upright-elder-bench', 'events');
  } catch {
    return null;
  }
})();
let sending: Promise<void> | null = null;
let timer: ReturnType<typeof setTimeout> | null = null;

const tell = (): void => listeners.forEach((listener) => listener());
export const onQueue = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
export const waitingNow = (): readonly Waiting[] => waiting;
export const keptHere = (): readonly JobEventInput[] => kept;
/** Whether the last try did not reach the server. */
export const isAway = (): boolean => away;

/** What a former page of this browser left is taken up. */
const taken = (async () => {
  if (!store) return;
  try {
    const left = (await entries<string, Waiting>(store)).map(([, one]) => one);
    if (left.length === 0) return;
    const known = new Set(waiting.map(({ event }) => event.id));
    waiting = inTurn([...left.filter(({ event }) => !known.has(event.id)), ...waiting]);
    tell();
    flush();
  } catch {
    // a browser that keeps nothing: what is written lives as long as its page
  }
})();

function inTurn(all: readonly Waiting[]): Waiting[] {
  return [...all].sort((a, b) => a.event.stamp - b.event.stamp || a.event.seq - b.event.seq);
}

/** Keeps events in this browser, and sends them when the server answers; done once they are kept here. */
export async function put(events: readonly JobEventInput[]): Promise<void> {
  waiting = [...waiting, ...events.map((event): Waiting => ({ event, refused: null }))];
  tell();
  if (store)
    await Promise.all(
      events.map((event) => set(event.id, { event, refused: null } satisfies Waiting, store)),
    ).catch(() => undefined);
  flush();
}

/** Sends what waits. */
export function flush(): void {
  if (timer) clearTimeout(timer);
  timer = null;
  sending ??= work().finally(() => {
    sending = null;
  });
}

async function work(): Promise<void> {
  await taken;
  for (;;) {
    const batch = waiting.filter(({ refused }) => refused === null).slice(0, AT_ONCE);
    if (batch.length === 0) return;
    const events = batch.map(({ event }) => event);
    try {
      await sent(events);
      away = false;
      await done(events);
      await sayChecked(events);
    } catch (error) {
      if (error instanceof ProblemError && error.problem.status < 500) {
        away = false;
        // one of them is not taken: each by itself, so that the others are
        for (const event of events) await alone(event);
        continue;
      }
      away = error instanceof Unreachable || away;
      tell();
      timer = setTimeout(flush, AGAIN_MS);
      return;
    }
  }
}

/** By job and run of this clock: how far off the check may be that was written down last, ms. */
const checkedIn = new Map<string, number>();

/** Writes down what this device's clock is off, in each job that it wrote to: once, and again where it is known better. */
async function sayChecked(events: readonly JobEventInput[]): Promise<void> {
  const check = clockCheck();
  if (!check) return;
  const own = events.filter((event) => event.device === DEVICE && event.clockRun === clockRun());
  const last = new Map(own.map((event) => [event.job, event]));
  const checks = [...last.values()].flatMap((event): JobEventInput[] => {
    const key = `${event.job} ${event.clockRun}`;
    if (check.error >= (checkedIn.get(key) ?? Infinity) / 2) return [];
    checkedIn.set(key, check.error);
    return [
      {
        ...event,
        id: newId(),
        kind: 'clock checked',
        step: null,
        with: [],
        uses: [],
        seq: nextSeq(),
        stamp: event.stamp + 1,
        body: { offset: check.offset, error: check.error },
      },
    ];
  });
  if (checks.length > 0) await sent(checks).then(() => done(checks));
}

const sent = (events: JobEventInput[]): Promise<JobEventsKept> =>
  measured(() => send<JobEventsKept>('POST', 'jobs/events', { events } satisfies JobEventsInput));

async function alone(event: JobEventInput): Promise<void> {
  try {
    await sent([event]);
    await done([event]);
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.status >= 500) throw error;
    const refused: Waiting = { event, refused: error.message };
    waiting = waiting.map((one) => (one.event.id === event.id ? refused : one));
    if (store) await set(event.id, refused, store).catch(() => undefined);
    tell();
  }
}

async function done(events: readonly JobEventInput[]): Promise<void> {
  const ids = new Set(events.map(({ id }) => id));
  kept = [...kept, ...events];
  waiting = waiting.filter(({ event }) => !ids.has(event.id));
  if (store) await Promise.all(events.map(({ id }) => del(id, store))).catch(() => undefined);
  tell();
}

/** Takes out of sight what was refused; the person has read why. */
export async function layAside(id: string): Promise<void> {
  waiting = waiting.filter(({ event }) => event.id !== id);
  if (store) await del(id, store).catch(() => undefined);
  tell();
}

/** Of events that the server's own list has by now nothing has to be kept here. */
export function listed(ids: ReadonlySet<string>): void {
  if (!kept.some(({ id }) => ids.has(id))) return;
  kept = kept.filter(({ id }) => !ids.has(id));
}
