import type { CalendarPage, PromiseTried } from '@upright-elder/contract';
import { isDay } from '@upright-elder/core/days';
import { linksOf, type PlannedJob } from '@upright-elder/core/schedule';
import {
  RANK_WORDS,
  sayIfPromised,
  sayLeftOut,
  sayLink,
  sayRankReason,
  sayShare,
  sayingIn,
} from '@upright-elder/core/wording';
import { useState } from 'react';
import { Link } from 'react-router';
import useSWR from 'swr';
import { get } from '../../data/api.js';
import { useHeights } from '../../data/heights.js';
import { DayField } from '../../fields/DayField.js';
import { Fold } from '../../fields/Fold.js';
import type { Names } from './names.js';

/** When each instrument is done, how sure that is, why not sooner, and what another promise would cost. */
export function WhenDone({ page, names }: { page: CalendarPage; names: Names }) {
  const { planned } = page;
  return (
    <section className="sheet px-4 py-3" aria-label="When it is done">
      <h2 className="text-[1.25rem]">When it is done</h2>
      <ul>
        {planned.shown.jobs
          .toSorted((a, b) => a.end - b.end)
          .map((one) => (
            <DoneLine key={one.job} one={one} page={page} names={names} />
          ))}
        {planned.leftOut.map((one) => (
          <li key={one.job} className="border-t border-rule py-1.5 text-faint">
            <strong>{names.job(one.job)}</strong>: {sayLeftOut(one, names)}.
          </li>
        ))}
      </ul>
    </section>
  );
}

function DoneLine({ one, page, names }: { one: PlannedJob; page: CalendarPage; names: Names }) {
  const { job, sure, due, share } = one;
  const of = names.of(job);
  const { unit } = useHeights();
  const say = sayingIn(unit);
  const promised = of?.because.some(({ kind }) => kind === 'promised') ?? true;
  return (
    <li className="border-t border-rule py-1.5 first:border-t-0">
      <strong>{names.job(job)}</strong>: by {names.day(sure)}, 8 of 10.
      {due !== null && share !== null && (
        <span className={share < 0.5 ? 'block text-ochre' : 'block'}>
          {promised ? 'Promised for' : 'Needed by'} {names.day(due)}: {sayShare(share)}.
        </span>
      )}
      {of && (
        <span className="block text-[0.92rem] text-faint">
          Comes {RANK_WORDS[of.rank]}
          {of.because.length > 0 &&
            `: ${of.because.map((reason) => sayRankReason(reason, { person: names.person, height: (m) => say.cut(m) })).join('; ')}`}
          .
        </span>
      )}
      {of?.asked && <span className="block text-ochre">▲ The owner was asked, and has not answered.</span>}
      <Fold summary="Why then, and what if" onScreen>
        <ol className="grid gap-1 pb-1 text-[0.92rem]">
          {linksOf(page.planned.shown, job).map((link) => (
            <li key={link.step.step}>
              {names.at(link.step.start)}
              {link.step.job === job ? '' : `, ${names.job(link.step.job)}`}: {names.step(link.step.step)}.{' '}
              <span className="text-faint">{sayLink(link, names)}</span>
            </li>
          ))}
        </ol>
        <WhatIf job={job} page={page} names={names} />
      </Fold>
    </li>
  );
}

function WhatIf({ job, page, names }: { job: string; page: CalendarPage; names: Names }) {
  const [day, setDay] = useState('');
  const { data, error } = useSWR<PromiseTried, Error>(
    isDay(day) ? `calendar/if-promised?${new URLSearchParams({ of: page.of, job, day }).toString()}` : null,
    get,
    { revalidateOnFocus: false, shouldRetryOnError: false },
  );
  return (
    <div className="pb-2">
      <DayField label="What if I promise it for" value={day} onChange={setDay} late />
      {error && <p className="text-ochre">{error.message}</p>}
      {isDay(day) && !data && !error && <p className="text-faint">Working it out…</p>}
      {data && isDay(day) && (
        <div role="status" className="mt-1 grid gap-0.5">
          {sayIfPromised(data.found, names).map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
          <Link
            to={`/instruments/${names.of(job)?.instrumentId ?? ''}/work`}
            className="inline-block min-h-[44px] py-2 underline"
          >
            Promise it in Work
          </Link>
        </div>
      )}
    </div>
  );
}
