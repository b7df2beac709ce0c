import { draft, plannedSteps } from '@upright-elder/core/jobs';
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
  asked?: string;
  comesFrom?: string;
}

/** Opens a job and lays out its steps; then its page is shown. Null while the catalogue is not known. */
export function useStartJob(instrumentId: string): ((start: JobStart) => void) | null {
  const bench = useShopBench();
  const write = useWrite();
  const navigate = useNavigate();
  if (!bench) return null;
  return ({ name, from, treatments, plan, promises = [], asked, comesFrom }) => {
    const job = newId();
    const house = treatments.filter((id): id is TreatmentId => (TREATMENT_IDS as string[]).includes(id));
    const own = treatments.filter((id) => !(TREATMENT_IDS as string[]).includes(id));
    const begun = write(job, [
      draft({ newId }, 'opened', null, {
        instrument: instrumentId,
        name,
        from,
        ...(plan ? { plan } : {}),
        ...(asked ? { asked } : {}),
        ...(comesFrom ? { comesFrom } : {}),
        promises: promises.map((line) => line.slice(0, 400)),
      }),
      draft({ newId }, 'plan taken', null, { version: 1, steps: plannedSteps(house, own, bench, newId) }),
    ]);
    if (!begun) return;
    void navigate(`/instruments/${instrumentId}/work?job=${job}`);
    window.scrollTo(0, 0);
  };
}
