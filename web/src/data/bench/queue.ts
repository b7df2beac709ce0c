import type { JobEventInput, JobEventsInput, JobEventsKept } from '@upright-elder/contract';
import { createStore, del, entries, set } from 'idb-keyval';
import { ProblemError, send, Unreachable } from '../api.js';
import { checkOf, clockCheck, DEVICE, measured, nextSeq } from './device.js';
import { newId } from '../ids.js';

type ClockCheck = NonNullable<ReturnType<typeof clockCheck>>;

/**
 * What was written at the bench and is not acknowledged yet: kept in the browser's own store, sent in one queue, and never
 * dropped. What the server refuses is listed with its reason.
 */
export interface Waiting {
  event: JobEventInput;
  /** why the server did not take it; null while it only waits */
  refused: string | null;
  /** what was known of its device's clock when it was written, ms */
  check: ClockCheck | null;
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
  const fresh = events.map((event): Waiting => ({ event, refused: null, check: clockCheck() }));
  waiting = [...waiting, ...fresh];
  tell();
  if (store) await Promise.all(fresh.map((one) => set(one.event.id, one, store))).catch(() => undefined);
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
      // in one request: an event whose clock nobody can check any more would stand at the wrong time
      const known = checksOf(batch);
      await sent([...events, ...known]);
      away = false;
      isSaid(known);
      await done([...events, ...known]);
      // the first answer of all tells what this clock is off
      const late = checksOf(batch);
      isSaid(late);
      if (late.length > 0) await put(late);
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

/** By job, device and run of its clock: how far off the check may be that was written down last, ms. */
const checkedIn = new Map<string, number>();

/**
 * What the clocks of these events are off, as far as it is known, in each job that they belong to: once, and again where it
 * is known better. What was written before a lid was closed, or by a page that is gone, goes by what was known then.
 */
function checksOf(batch: readonly Waiting[]): JobEventInput[] {
  const last = new Map(batch.map((one) => [keyOf(one.event), one] as const));
  return [...last].flatMap(([key, { event, check: then }]): JobEventInput[] => {
    const own = event.device === DEVICE;
    const check = (own ? checkOf(event.clockRun) : null) ?? then;
    if (!check || check.error >= (checkedIn.get(key) ?? Infinity) / 2) return [];
    return [
      {
        ...event,
        id: newId(),
        kind: 'clock checked',
        step: null,
        with: [],
        uses: [],
        seq: own ? nextSeq() : event.seq + 1,
        stamp: event.stamp + 1,
        body: { offset: check.offset, error: check.error },
      },
    ];
  });
}

const keyOf = ({ job, device, clockRun }: JobEventInput): string => `${job} ${device} ${clockRun}`;
const isSaid = (checks: readonly JobEventInput[]): void => {
  for (const check of checks) checkedIn.set(keyOf(check), (check.body as ClockCheck).error);
};

const sent = (events: JobEventInput[]): Promise<JobEventsKept> =>
  measured(() => send<JobEventsKept>('POST', 'jobs/events', { events } satisfies JobEventsInput));

async function alone(event: JobEventInput): Promise<void> {
  try {
    const checks = checksOf(waiting.filter((one) => one.event.id === event.id));
    await sent([event, ...checks]);
    isSaid(checks);
    await done([event, ...checks]);
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.status >= 500) throw error;
    const refused: Waiting = { event, refused: error.message, check: null };
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
