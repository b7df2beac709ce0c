import type { BenchPage, JobEventInput, JobEventsPage, JobOfList } from '@upright-elder/contract';
import {
  BODY_VERSION,
  foldJob,
  stampOf,
  summaryOf,
  type Bench,
  type EventDraft,
  type Folded,
} from '@upright-elder/core/jobs';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import useSWR, { useSWRConfig } from 'swr';
import { get } from '../api.js';
import { useTreatments } from '../hooks.js';
import { usePersonId } from '../person.js';
import { benchNow, clockCheck, clockRun, DEVICE, measured, nextSeq } from './device.js';
import { isAway, keptHere, listed, onQueue, put, waitingNow, type Waiting } from './queue.js';

/** What the shop made of the catalogue, as a job needs it; null until it is known. */
export function useShopBench(): Bench | null {
  const { data } = useTreatments();
  return useMemo(
    () =>
      data
        ? {
            edits: Object.fromEntries(
              data
                .filter(({ own, changed }) => !own && changed)
                .map(({ id, name, for: of, hands, wait, supplies, materials, gate }) => [
                  id,
                  { name, for: of, hands, wait, supplies, materials, gate: gate || null },
                ]),
            ),
            own: data
              .filter(({ own }) => own)
              .map(({ id, name, for: of, stage, hands, wait, supplies, materials, gate }) => ({
                id,
                name,
                for: of,
                stage,
                hands,
                wait,
                supplies,
                materials,
                gate: gate || null,
              })),
          }
        : null,
    [data],
  );
}

/** What waits in this browser, followed. */
export const useWaiting = (): readonly Waiting[] => useSyncExternalStore(onQueue, waitingNow);
const useKeptHere = (): readonly JobEventInput[] => useSyncExternalStore(onQueue, keptHere);
export const useAway = (): boolean => useSyncExternalStore(onQueue, isAway);

const fromServer = (path: string): Promise<JobEventsPage> => measured(() => get<JobEventsPage>(path));

/** Highest stamp that this window has seen, of all jobs. */
let seen = 0;

/** A job with what was just written here; undefined until it is known. */
export function useJob(id: string | null): {
  data?: Folded;
  error?: Error;
  mutate: () => Promise<unknown>;
} {
  const { data, error, mutate } = useSWR<JobEventsPage, Error>(id ? `jobs/${id}/events` : null, fromServer);
  const waiting = useWaiting();
  const kept = useKeptHere();
  const own = useMemo(
    () =>
      [...kept, ...waiting.filter(({ refused }) => refused === null).map(({ event }) => event)].filter(
        ({ job }) => job === id,
      ),
    [kept, waiting, id],
  );
  useEffect(() => {
    if (data) listed(new Set(data.events.map((event) => event.id)));
  }, [data]);
  const job = useMemo(() => {
    if (!id || (!data && own.length === 0)) return undefined;
    const events = [...(data?.events ?? []), ...own];
    for (const { stamp } of events) seen = Math.max(seen, stamp);
    return foldJob(id, events);
  }, [id, data, own]);
  // a job that was opened here a moment ago is not there yet
  return { ...(job ? { data: job } : {}), ...(error && !job ? { error } : {}), mutate };
}

const benchFrom = (path: string): Promise<BenchPage> => measured(() => get<BenchPage>(path));

/** Everything under way, with what was written here and waits. */
export function useBench(bench: Bench | null) {
  const page = useSWR<BenchPage, Error>('bench', benchFrom, { refreshInterval: 30000 });
  const { cache } = useSWRConfig();
  const waiting = useWaiting();
  const kept = useKeptHere();
  const jobs = useMemo(() => {
    if (!page.data || !bench) return page.data?.jobs;
    const touched = new Set([...kept, ...waiting.map(({ event }) => event)].map(({ job }) => job));
    return page.data.jobs.flatMap((one): JobOfList[] => {
      if (!touched.has(one.id)) return [one];
      // the events of a job that was worked on in this window are here
      const known = (cache.get(`jobs/${one.id}/events`) as { data?: JobEventsPage } | undefined)?.data;
      if (!known) return [one];
      const own = [...kept, ...waiting.filter(({ refused }) => refused === null).map(({ event }) => event)];
      const job = foldJob(one.id, [...known.events, ...own]);
      return job.handedOver ? [] : [{ ...one, summary: summaryOf(job, bench, benchNow()) }];
    });
  }, [page.data, bench, waiting, kept, cache]);
  return { ...page, jobs };
}

export const useJobsOf = (instrumentId: string) =>
  useSWR<JobOfList[]>(instrumentId === '' ? null : `instruments/${instrumentId}/jobs`, get);

/** Signs what was done at the bench and keeps it; it is shown at once, and sent when the server answers. */
export function useWrite(): (job: string, drafts: readonly EventDraft[], others?: string[]) => boolean {
  const by = usePersonId();
  const ref = useRef(by);
  useEffect(() => {
    ref.current = by;
  }, [by]);
  const { mutate } = useSWRConfig();
  return (job, drafts, others = []) => {
    const person = ref.current;
    if (!person) {
      toast.error('Pick who is at the bench first.');
      return false;
    }
    const at = Date.now();
    const events = drafts.map((draft): JobEventInput => {
      const stamp = stampOf(at, clockCheck()?.offset ?? 0, seen);
      seen = Math.max(seen, stamp);
      return {
        ...draft,
        body: draft.body as object,
        job,
        by: person,
        with: draft.kind === 'begun' || draft.kind === 'finished' ? others : [],
        device: DEVICE,
        clockRun: clockRun(),
        seq: nextSeq(),
        at,
        stamp,
        v: BODY_VERSION,
      };
    });
    void put(events).then(() => mutate((address) => address === 'bench'));
    return true;
  };
}

/** The shop's clock, told anew so often, ms. */
export function useNow(every = 1000): number {
  const [now, setNow] = useState(benchNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(benchNow()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}
