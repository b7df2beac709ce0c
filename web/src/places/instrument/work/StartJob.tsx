import { Link } from 'react-router';
import { useJobsOf } from '../../../data/bench/jobs.js';
import { useStartJob, type JobStart } from './useStartJob.js';

/** Begins a job from a plan; where one is under way, leads to it. */
export function StartJob({ instrumentId, start }: { instrumentId: string; start: JobStart }) {
  const begin = useStartJob(instrumentId);
  const { data: jobs } = useJobsOf(instrumentId);
  const under = jobs?.find(({ summary }) => summary.handedOver === null);
  if (under)
    return (
      <Link to="../work" className="quiet">
        A job is under way
      </Link>
    );
  return (
    <button type="button" className="act" disabled={!begin || !jobs} onClick={() => begin?.(start)}>
      Start this job
    </button>
  );
}
