import type { Changed, ChangesSaid } from '@upright-elder/contract';
import { useEffect, useSyncExternalStore } from 'react';
import { useSWRConfig } from 'swr';
import type { StreamSaid } from './events.shared.js';

type Listener = (said: StreamSaid) => void;
const listeners = new Set<Listener>();
let open = false;

const heard = (said: StreamSaid): void => listeners.forEach((listener) => listener(said));

/** One stream for all windows of the browser, or one a window where it knows no shared workers. */
function connect(): void {
  if (open) return;
  open = true;
  if (typeof SharedWorker === 'undefined') {
    const source = new EventSource('/api/events');
    source.onopen = () => heard({ type: 'open' });
    source.onerror = () => heard({ type: 'lost' });
    for (const type of ['changes', 'gauges'] as const)
      source.addEventListener(type, ({ data }: MessageEvent<string>) => heard({ type, data }));
    return;
  }
  const begin = () => {
    const { port } = new SharedWorker(new URL('./events.shared.ts', import.meta.url), {
      type: 'module',
      name: 'events',
    });
    port.onmessage = ({ data }: MessageEvent<StreamSaid>) => heard(data);
    return port;
  };
  let port = begin();
  window.addEventListener('pagehide', () => port.postMessage('bye'));
  // a window that was left and comes back as it stood
  window.addEventListener('pageshow', ({ persisted }) => {
    if (!persisted) return;
    port = begin();
    heard({ type: 'open' });
  });
}

/** Hears the server's events as long as the listener stands. */
export function hear(listener: Listener): () => void {
  listeners.add(listener);
  connect();
  return () => void listeners.delete(listener);
}

/** What is worked out of an instrument, by the ends of its addresses. */
const WORKED = ['forecast', 'top', 'judgement', 'planning', 'expectations', 'scorecard'];

/** Whether an address may answer otherwise since something changed. */
export function concerns({ subject, id }: Changed, address: string): boolean {
  const [place = '', of = '', page = ''] = address.split(/[/?]/u);
  if (place === 'edits') return subject !== 'worked out';
  const onShelf = place === 'shelf' || place === 'forecasts';
  switch (subject) {
    case 'worked out':
      return onShelf || place === 'learning' || (of === id && WORKED.includes(page));
    case 'instrument':
      return onShelf || (place === 'instruments' && of === id);
    case 'photographs':
      return place === 'instruments' && of === id && page === 'photographs';
    case 'papers':
      return place === 'learning' || (place === 'instruments' && of === id && page === 'papers');
    case 'top trials':
      return place === 'instruments' && of === id && (page === 'load-tests' || page === 'trials');
    case 'repair plans':
      return (
        place === 'learning' ||
        (place === 'instruments' && of === id && ['planning', 'judgement', 'predictions'].includes(page))
      );
    case 'job':
      return (
        onShelf ||
        place === 'bench' ||
        (place === 'jobs' && of === id) ||
        (place === 'instruments' && page === 'jobs')
      );
    case 'room':
      return onShelf || place === 'rooms' || (place === 'instruments' && WORKED.includes(page));
    default:
      return true;
  }
}

/** Changes that come close together are asked for together, ms. */
const TOGETHER_MS = 80;
/** While the whole shop is worked out, the shelf is asked for so often at most, ms. */
const SHELF_MS = 1500;
/** It is said that something is asked for anew only where that takes longer, ms. */
const SAID_MS = 250;

const renewing = new Set<() => void>();
let busy = false;
function setBusy(next: boolean): void {
  if (busy === next) return;
  busy = next;
  renewing.forEach((tell) => tell());
}

/** Whether what is shown is being asked for anew, since it was changed elsewhere. */
export const useRenewing = (): boolean =>
  useSyncExternalStore(
    (tell) => {
      renewing.add(tell);
      return () => void renewing.delete(tell);
    },
    () => busy,
  );

/** Asks anew for what is shown, and for that only, whenever something that it stands on was changed. */
export function useLive(): void {
  const { mutate } = useSWRConfig();
  useEffect(() => {
    let waiting: Changed[] = [];
    let timer: ReturnType<typeof setTimeout> | null = null;
    let shelfAt = 0;
    let lost = false;
    const ask = async (matches: (address: string) => boolean) => {
      const slow = setTimeout(() => setBusy(true), SAID_MS);
      await mutate((address) => typeof address === 'string' && matches(address)).catch(() => undefined);
      clearTimeout(slow);
      setBusy(false);
    };
    const flush = () => {
      timer = null;
      const now = waiting;
      const soon = performance.now() - shelfAt < SHELF_MS;
      // what is only worked out anew can wait on the shelf, which would else be asked for with each of five thousand
      const later = now.filter(({ subject }) => subject === 'worked out' && soon);
      waiting = later;
      if (!soon) shelfAt = performance.now();
      if (later.length > 0) timer = setTimeout(flush, SHELF_MS);
      void ask((address) => {
        const onShelf = address.startsWith('shelf') || address.startsWith('forecasts');
        return now.some((one) => concerns(one, address) && !(onShelf && later.includes(one)));
      });
    };
    return hear((said) => {
      if (said.type === 'lost') lost = true;
      if (said.type === 'open' && lost) {
        lost = false;
        // nobody knows what was missed
        void ask(() => true);
      }
      if (said.type !== 'changes') return;
      const fresh = (JSON.parse(said.data) as ChangesSaid).changed;
      waiting = [...waiting, ...fresh];
      if (timer && fresh.some(({ subject }) => subject !== 'worked out')) {
        clearTimeout(timer);
        timer = null;
      }
      timer ??= setTimeout(flush, TOGETHER_MS);
    });
  }, [mutate]);
}
