import { draft, type Bench, type Folded } from '@upright-elder/core/jobs';
import { sayEvent } from '@upright-elder/core/wording';
import { useActing } from './useActing.js';
import { useLogNames } from './useLogNames.js';

/** What stands on something that was crossed out or changed since: it is looked at again by hand, one by one. */
export function Doubts({ job, bench }: { job: Folded; bench: Bench }) {
  const { acting, act } = useActing(job.id);
  const names = useLogNames(job, bench);
  const doubted = job.log.filter(({ id }) => job.doubts.has(id));
  if (doubted.length === 0) return null;
  return (
    <section className="sheet mt-3 border-l-8 border-l-ochre px-4 py-2" aria-label="In doubt">
      <h3 className="text-[1.15rem]">Look at this again</h3>
      <p className="text-faint">It relied on something that was crossed out or changed since.</p>
      <ul>
        {doubted.map((event) => (
          <li key={event.id} className="flex flex-wrap items-center gap-3 py-1">
            <span className="min-w-[14rem] flex-1">▲ {sayEvent(event, names)}</span>
            <button
              type="button"
              className="quiet print:hidden"
              onClick={() => act([draft(acting(), 'still holds', event.step, { of: event.id })], 'Noted.')}
            >
              Looked again: it still holds
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
