import type { JobOfList } from '@upright-elder/contract';
import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { Fetching } from '../../../app/Fetching.js';
import { useJob, useJobsOf, useShopBench } from '../../../data/bench/jobs.js';
import { useInstrument, useShop } from '../../../data/hooks.js';
import { sayWhen } from '../../bench/sayTime.js';
import { JobView } from './JobView.js';
import { SmallJobs } from './SmallJobs.js';

/** The job under way, or the one that is asked for; without one what is planned, and what was done before. */
export function JobsHere({ id, children }: { id: string; children: ReactNode }) {
  const jobs = useJobsOf(id);
  const { data: instrument } = useInstrument(id);
  const [params, setParams] = useSearchParams();
  const asked = params.get('job');
  return (
    <Fetching of={jobs}>
      {(all) => {
        const shown = asked ?? all.find(({ summary }) => summary.handedOver === null)?.id ?? null;
        const others = all.filter((one) => one.id !== shown);
        return (
          <>
            {shown ? (
              <OneJob job={shown} instrumentId={id}>
                {children}
              </OneJob>
            ) : (
              children
            )}
            {instrument && all.every(({ summary }) => summary.handedOver !== null) && (
              <SmallJobs instrument={instrument} before={all} />
            )}
            {others.length > 0 && <Others jobs={others} onPick={(job) => setParams({ job })} />}
          </>
        );
      }}
    </Fetching>
  );
}

function OneJob({
  job: id,
  instrumentId,
  children,
}: {
  job: string;
  instrumentId: string;
  /** what is planned, of a job that was taken in and has no plan yet */
  children: ReactNode;
}) {
  const job = useJob(id);
  const bench = useShopBench();
  const { data: instrument } = useInstrument(instrumentId);
  const { data: shop } = useShop();
  return (
    <Fetching of={job}>
      {(known) =>
        bench && instrument && shop ? (
          <>
            <JobView job={known} bench={bench} instrument={instrument} shop={shop} />
            {known.version === 0 && !known.handedOver && (
              <>
                <SmallJobs instrument={instrument} before={[]} into={known} />
                <div className="mt-3">{children}</div>
              </>
            )}
          </>
        ) : (
          <p className="said text-faint">Fetching…</p>
        )
      }
    </Fetching>
  );
}

function Others({ jobs, onPick }: { jobs: readonly JobOfList[]; onPick: (id: string) => void }) {
  const { data: shop } = useShop();
  if (!shop) return null;
  return (
    <section className="sheet mt-3 p-4" aria-label="Other jobs">
      <h3 className="text-[1.25rem]">Other jobs</h3>
      <ul>
        {jobs.map(({ id, summary }) => (
          <li key={id}>
            <button type="button" className="min-h-[44px] underline" onClick={() => onPick(id)}>
              {summary.name}
            </button>{' '}
            <span className="text-faint">
              {summary.handedOver === null
                ? 'under way'
                : `handed over ${sayWhen(summary.handedOver, Date.now(), shop.zone)}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
