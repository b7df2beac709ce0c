import {
  draft,
  plannedSteps,
  replanned,
  stepsOf,
  type EventDraft,
  type Folded,
} from '@upright-elder/core/jobs';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import { useNavigate } from 'react-router';
import { useShopBench, useWrite } from '../../../data/bench/jobs.js';
import { newId } from '../../../data/ids.js';

/** What a job is begun from. */
export interface JobStart {
  name: string;
  from: 'plan' | 'small' | 'by hand';
  /** of the catalogue and of the shop's own, in the order of the bench */
  treatments: readonly string[];
  /** kept plan, where it was kept */
  plan?: string;
  promises?: readonly string[];
  comesFrom?: string;
}

/** Why a plan takes the place of another; of a job that has none yet it is not asked. */
export interface Into {
  job: Folded;
  why: string;
}

/**
 * Opens a job and lays out its steps, or lays them out in one that is there; then its page is shown. Null while the
 * catalogue is not known.
 */
export function useStartJob(instrumentId: string): ((start: JobStart, into?: Into) => void) | null {
  const bench = useShopBench();
  const write = useWrite();
  const navigate = useNavigate();
  if (!bench) return null;
  return ({ name, from, treatments, plan, promises = [], comesFrom }, into) => {
    const acting = { newId };
    const house = treatments.filter((id): id is TreatmentId => (TREATMENT_IDS as string[]).includes(id));
    const own = treatments.filter((id) => !(TREATMENT_IDS as string[]).includes(id));
    const lines = promises.map((line) => line.slice(0, 400));
    const named = { name, ...(plan ? { plan } : {}), promises: lines };
    const taken = () =>
      draft(acting, 'plan taken', null, {
        version: 1,
        steps: plannedSteps(house, own, bench, newId),
        ...(into ? named : {}),
      });
    const drafts = (): EventDraft[] => {
      if (!into)
        return [
          draft(acting, 'opened', null, {
            instrument: instrumentId,
            name,
            from,
            ...(plan ? { plan } : {}),
            ...(comesFrom ? { comesFrom } : {}),
            promises: lines,
          }),
          taken(),
        ];
      if (into.job.version === 0) return [taken()];
      const { version } = into.job;
      return [
        draft(acting, 'plan replaced', null, {
          ...replanned(
            { version, steps: stepsOf(into.job) },
            { ids: house, own, why: into.why },
            bench,
            newId,
          ),
          ...named,
        }),
      ];
    };
    const job = into?.job.id ?? newId();
    if (!write(job, drafts())) return;
    void navigate(`/instruments/${instrumentId}/work?job=${job}`);
    window.scrollTo(0, 0);
  };
}
