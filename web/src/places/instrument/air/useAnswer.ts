import type { AirAnswer, AirAnswerSaid } from '@upright-elder/contract';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { ProblemError } from '../../../data/api.js';

interface Answered {
  instrumentId?: string;
  roomId?: string;
  answer: AirAnswerSaid;
  from: string;
  to?: string;
}

/** Writes down what was answered about the air of an instrument, or about a room's log. */
export function useAnswerAir(): (answered: Answered) => Promise<void> {
  const by = usePersonId();
  const refresh = useRefresh();
  return async ({
    instrumentId = null,
    roomId = null,
    answer,
    from,
    to = null,
  }: {
    instrumentId?: string | null;
    roomId?: string | null;
    answer: AirAnswerSaid;
    from: string;
    to?: string | null;
  }) => {
    if (!by) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    try {
      await send<AirAnswer>('PUT', `air-answers/${newId()}`, {
        version: 0,
        instrumentId,
        roomId,
        answer,
        from,
        to,
        by,
      });
      toast.success('Your answer is kept, and can be taken back.');
      await refresh();
    } catch (error) {
      toast.error(error instanceof ProblemError ? error.message : 'It could not be saved. Try again.');
    }
  };
}
