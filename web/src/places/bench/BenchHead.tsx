import { useAway, useWaiting } from '../../data/bench/jobs.js';
import { layAside } from '../../data/bench/queue.js';
import { sayClock } from './sayTime.js';

/** What the page is about, the shop's clock, and what is not kept by the server yet. */
export function BenchHead({
  title,
  words,
  now,
  zone,
  sound,
}: {
  title: string;
  words: string;
  now: number;
  zone: string;
  /** whether this page may sound; left out where it never does */
  sound?: boolean;
}) {
  const waiting = useWaiting();
  const away = useAway();
  const open = waiting.filter(({ refused }) => refused === null);
  const refused = waiting.filter((one) => one.refused !== null);
  return (
    <div className="mb-3 border-b-2 border-rule pb-2">
      <div className="flex items-baseline gap-x-5">
        <h1 className="min-w-0 truncate text-[2rem]">{title}</h1>
        <p className="min-w-0 truncate text-[1.1rem] text-faint max-sm:hidden">{words}</p>
        <p className="ml-auto text-[2.2rem] leading-none font-bold">{sayClock(now, zone)}</p>
      </div>
      {open.length > 0 && away && (
        <p role="status" className="text-ochre">
          ▲ {open.length} not kept yet: the program does not answer. They stay in this browser and are sent as
          soon as it does.
        </p>
      )}
      {sound === false && <p className="text-ochre">▲ No sound yet: touch the page once.</p>}
      {refused.map(({ event, refused: why }) => (
        <p key={event.id} role="alert" className="text-ochre">
          ▲ “{event.kind}” was not taken. {why}{' '}
          <button type="button" className="quiet" onClick={() => void layAside(event.id)}>
            Lay it aside
          </button>
        </p>
      ))}
    </div>
  );
}
