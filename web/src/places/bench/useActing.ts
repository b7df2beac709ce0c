import type { Acting, EventDraft, Folded, Stage, StageStanding, Step } from '@upright-elder/core/jobs';
import { draft } from '@upright-elder/core/jobs';
import { toast } from 'sonner';
import { benchNow } from '../../data/bench/device.js';
import { useWrite } from '../../data/bench/jobs.js';
import { newId } from '../../data/ids.js';
import { usePersonId } from '../../data/person.js';

/** What a stage of a step is worked with. */
export interface AtStage {
  job: Folded;
  step: Step;
  stage: StageStanding;
  stages: readonly Stage[];
  /** ms */
  now: number;
  zone: string;
  acting: Acting;
  /** keeps what was done; with words for it where a touch may have been a slip */
  act: (drafts: readonly EventDraft[], said?: string) => void;
}

const UNDO_MS = 12000;

/** Writes what is done at a job, with a way back from a slip of the thumb. */
export function useActing(job: string): Pick<AtStage, 'act'> & { acting: () => Acting } {
  const write = useWrite();
  const by = usePersonId();
  const acting = (): Acting => ({ newId, by: by ?? '', now: benchNow() });
  const act = (drafts: readonly EventDraft[], said?: string) => {
    if (!write(job, drafts) || said === undefined) return;
    toast.success(said, {
      duration: UNDO_MS,
      action: {
        label: 'Undo',
        onClick: () =>
          void write(
            job,
            drafts
              .toReversed()
              .map(({ id }) =>
                draft({ newId }, 'corrects', null, { event: id, does: 'strikes', why: 'slip of the thumb' }),
              ),
          ),
      },
    });
  };
  return { acting, act };
}
