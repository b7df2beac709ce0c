import { sayDate, dateIn } from '@upright-elder/core/days';
import { draft, LOOKED_FOR, unlookedOf, type Folded, type LookedFor } from '@upright-elder/core/jobs';
import { useState } from 'react';
import { Link } from 'react-router';
import { Fold } from '../../../fields/Fold.js';
import { OneLineForm } from '../../bench/OneLineForm.js';
import { useActing } from '../../bench/useActing.js';

/** As it came in: how it is played, what came with it, and what it was looked over for. */
export function TakenIn({ job, zone }: { job: Folded; zone: string }) {
  if (!job.apart && job.cameWith.length === 0 && job.playing === null) return null;
  const open = unlookedOf(job);
  return (
    <Fold
      key={String(open.length > 0)}
      defaultOpen={open.length > 0 && !job.handedOver}
      summary={`Taken in${job.opened ? `, ${sayDate(dateIn(new Date(job.opened.at).toISOString(), zone), 'long')}` : ''}`}
      className="sheet mt-3 px-4 py-1"
    >
      <div className="pb-3">
        {job.playing !== null && <p>Played: {job.playing}</p>}
        {job.cameWith.length > 0 && <p>Came with it: {job.cameWith.join(', ')}</p>}
        {job.place !== null && <p>Lies: {job.place}</p>}
        {job.apart && (
          <ul className="mt-1 grid gap-1">
            {LOOKED_FOR.map((what) => (
              <li key={what}>
                <LookedForLine job={job} what={what} />
              </li>
            ))}
          </ul>
        )}
        <Link to={`/take-in/${job.id}`} className="quiet mt-2 print:hidden">
          Receipt
        </Link>
      </div>
    </Fold>
  );
}

function LookedForLine({ job, what }: { job: Folded; what: LookedFor }) {
  const { acting, act } = useActing(job.id);
  const [asked, setAsked] = useState(false);
  const looked = job.looked.get(what);
  const say = (words?: string) =>
    act([draft(acting(), 'looked for', null, { what, ...(words ? { found: words } : {}) })], 'Noted.');
  if (looked)
    return (
      <p>
        ✓ Looked for {what}: {looked.found ?? 'none'}
      </p>
    );
  if (job.handedOver) return <p>Not looked for {what}</p>;
  if (asked) return <OneLineForm label={`${what}: what you found, and where`} button="Note it" onSay={say} />;
  return (
    <span className="flex flex-wrap items-center gap-2">
      <span className="min-w-[11rem]">Look for {what}:</span>
      <button type="button" className="quiet" onClick={() => say()}>
        none found
      </button>
      <button type="button" className="quiet" onClick={() => setAsked(true)}>
        found some
      </button>
    </span>
  );
}
