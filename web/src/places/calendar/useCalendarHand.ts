import type { CalendarPage, GoneBy, Pin } from '@upright-elder/contract';
import type { PlannedStep, WayId } from '@upright-elder/core/schedule';
import { useState } from 'react';
import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import { send } from '../../data/api.js';
import { usePersonId } from '../../data/person.js';
import { refusals } from '../../data/save.js';

/** Where a step goes by hand. */
export interface Put {
  step: PlannedStep;
  /** ms; null: whenever it may begin */
  start: number | null;
  /** null: whoever may */
  person: string | null;
  why: string;
}

/** What hands do to a calendar: put a step somewhere, let it go, go by a plan. */
export function useCalendarHand(page: CalendarPage) {
  const by = usePersonId();
  const { mutate } = useSWRConfig();
  const [busy, setBusy] = useState(false);
  const [was, setWas] = useState<{ page: CalendarPage; put: Put } | null>(null);
  const doing = async (work: (by: string) => Promise<void>): Promise<boolean> => {
    if (by === null) {
      toast.error('Choose who you are first, at the top of the page.');
      return false;
    }
    setBusy(true);
    try {
      await work(by);
      return true;
    } catch (error) {
      refusals(error);
      return false;
    } finally {
      await mutate('calendar');
      setBusy(false);
    }
  };
  const goBy = (way: WayId, of = page.of) =>
    doing(async (person) => {
      await send<GoneBy>('PUT', 'calendar/plan', { version: page.stands?.version ?? 0, by: person, of, way });
      setWas(null);
    });
  const put = (one: Put) =>
    doing(async (person) => {
      const { step, start, why } = one;
      // what is put somewhere keeps its place among what stands, and what stands has to be there for that
      if (page.stands === null)
        await send<GoneBy>('PUT', 'calendar/plan', { version: 0, by: person, of: page.of, way: 'planned' });
      const known = page.pins.find(({ id }) => id === step.step);
      const version = known?.version ?? (await versionOf(step.step));
      const body = { version, by: person, job: step.job, start, person: one.person, why };
      await send<Pin>('PUT', `calendar/pins/${step.step}`, body);
      setWas({ page, put: one });
    });
  return { put, goBy, busy, was };
}

/** One that was let go is counted on from there. */
const versionOf = async (step: string): Promise<number> =>
  (await send<unknown[]>('GET', `edits/calendar_pin/${step}`)).length;
