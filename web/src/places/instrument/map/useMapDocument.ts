import { planInputOf, type Mark, type PlanAnswer } from '@upright-elder/contract';
import { faultsOf } from '@upright-elder/core';
import { useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { ProblemError, send, Unreachable } from '../../../data/api.js';
import { dropDraft, keepDraft, readDraft } from '../../../data/drafts.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { begun, changed, redone, undone, type History } from './history.js';
import { unsaved, type MapDocument } from './mapDocument.js';

interface Kept {
  /** versions that it was begun on: another copy saved since makes it stale */
  from: string;
  now: MapDocument;
}

const versionsOf = ({ planVersion, marks }: MapDocument): string =>
  JSON.stringify([planVersion, ...Object.entries(marks).map(([id, { version }]) => `${id} ${version}`)]);

/** The map that is worked on: undo and redo, a draft that survives the browser, and its save. */
export function useMapDocument(instrumentId: string, saved: MapDocument) {
  const draftKey = `map of ${instrumentId}`;
  const [history, setHistory] = useState<History<MapDocument>>(() => begun(saved));
  const [broughtBack, setBroughtBack] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const personId = usePersonId();
  const refresh = useRefresh();
  const now = history.present;

  useEffect(() => {
    void readDraft<Kept>(draftKey).then((kept) => {
      if (!kept || kept.from !== versionsOf(saved)) return;
      setHistory((current) => (current.past.length === 0 ? changed(current, kept.now) : current));
      setBroughtBack(true);
    });
    // the draft is asked for once, when the map is opened
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [draftKey]);

  const step = useCallback(
    (move: (history: History<MapDocument>) => History<MapDocument>) =>
      setHistory((current) => {
        const next = move(current);
        void keepDraft(draftKey, { from: versionsOf(saved), now: next.present } satisfies Kept);
        return next;
      }),
    [draftKey, saved],
  );

  const save = useCallback(async () => {
    if (!personId) return void toast.error('Pick who is at the bench first.');
    const faults = faultsOf(now.plan);
    if (faults.length > 0) return setRefused(faults.map(({ part, reason }) => `${part}: ${reason}`));
    const open = unsaved(saved, now);
    try {
      if (open.plan)
        await send<PlanAnswer>(
          'PUT',
          `instruments/${instrumentId}/plan`,
          planInputOf(now.plan, now.planVersion, personId),
        );
      for (const id of open.marks)
        await send<Mark>('PUT', `marks/${id}`, { ...now.marks[id], instrumentId, by: personId });
      await dropDraft(draftKey);
      toast.success('The map is saved.');
      await refresh();
    } catch (error) {
      const problem = error instanceof ProblemError ? error.problem : null;
      setRefused(
        problem?.errors?.map(({ reason, accepted }) => `${reason}. Accepted: ${accepted}.`) ?? [
          problem?.status === 409
            ? 'Somebody else saved this map in the meantime. What you drew is kept in this browser; open the page again to see theirs.'
            : error instanceof Unreachable || error instanceof Error
              ? error.message
              : 'It could not be saved.',
        ],
      );
    }
  }, [personId, now, saved, instrumentId, draftKey, refresh]);

  const open = unsaved(saved, now);
  return {
    now,
    dirty: open.plan || open.marks.length > 0,
    refused,
    broughtBack,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    change: (next: MapDocument) => {
      setRefused([]);
      step((current) => changed(current, next));
    },
    undo: () => step(undone),
    redo: () => step(redone),
    save,
  };
}
