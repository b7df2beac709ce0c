import { stepsOf, type Folded } from '@upright-elder/core/jobs';
import { useState } from 'react';
import { Link } from 'react-router';
import { useJob, useJobsOf } from '../../../data/bench/jobs.js';
import { useStartJob, type JobStart } from './useStartJob.js';

/** Begins a job from a plan, or plans the one again that is under way. */
export function StartJob({ instrumentId, start }: { instrumentId: string; start: JobStart }) {
  const begin = useStartJob(instrumentId);
  const { data: jobs } = useJobsOf(instrumentId);
  const under = jobs?.find(({ summary }) => summary.handedOver === null);
  const { data: job } = useJob(under?.id ?? null);
  if (under && job && job.version > 0) return <PlanAgain job={job} start={start} begin={begin} />;
  return (
    <button
      type="button"
      className="act"
      disabled={!begin || !jobs || (under !== undefined && !job)}
      onClick={() => begin?.(start, job && under ? { job, why: '' } : undefined)}
    >
      Start this job
    </button>
  );
}

/** Another plan for a job that is under way: what is done stays, and it is said why. */
function PlanAgain({
  job,
  start,
  begin,
}: {
  job: Folded;
  start: JobStart;
  begin: ReturnType<typeof useStartJob>;
}) {
  const [why, setWhy] = useState<string | null>(null);
  const steps = stepsOf(job);
  const done = steps.filter(({ standing }) => standing === 'done').length;
  const open = steps.filter(({ standing }) => standing === 'open').length;
  if (why === null)
    return (
      <span className="inline-flex flex-wrap gap-2">
        <Link to="../work" className="quiet">
          A job is under way
        </Link>
        <button type="button" className="quiet" onClick={() => setWhy('')}>
          Plan it again by this
        </button>
      </span>
    );
  return (
    <form
      className="w-full border-l-4 border-verdigris pl-3 text-left"
      onSubmit={(event) => {
        event.preventDefault();
        begin?.(start, { job, why: why.trim() });
      }}
    >
      <p>
        {done === 0
          ? 'No step is done yet.'
          : `${done} step${done === 1 ? ' is' : 's are'} done and will stay.`}{' '}
        {open > 0 && `${open} that ${open === 1 ? 'is' : 'are'} not begun will go.`} What is in hand goes on.
      </p>
      <label className="block font-bold">
        Why
        <input
          className="field font-normal"
          autoComplete="off"
          maxLength={500}
          placeholder="the joint is dowelled"
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      </label>
      <span className="mt-2 flex gap-2">
        <button type="submit" className="act" disabled={!begin || why.trim() === ''}>
          Plan it again
        </button>
        <button type="button" className="quiet" onClick={() => setWhy(null)}>
          Cancel
        </button>
      </span>
    </form>
  );
}
