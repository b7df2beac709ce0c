import { planInputOf, planOf, type Mark, type PlanAnswer, type StoredPlan } from '@upright-elder/contract';
import { faultsOf } from '@upright-elder/core';
import { useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Difference } from '../../../app/MergeDialog.js';
import { ProblemError, send, Unreachable } from '../../../data/api.js';
import { dropDraft, keepDraft, readDraft } from '../../../data/drafts.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { begun, changed, redone, undone, type History } from './history.js';
import { sayExtent, unsaved, type DrawnMark, type MapDocument } from './mapDocument.js';

/** What somebody else saved meanwhile: the plan, or one mark. */
interface Conflict {
  differences: Difference[];
  /** the document with theirs, or with yours on top of their version */
  resolved: (theirs: boolean) => MapDocument;
}

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
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [jumps, setJumps] = useState(0);
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

  const save = async (toSave: MapDocument) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    const faults = faultsOf(toSave.plan);
    if (faults.length > 0) {
      setRefused(faults.map(({ part, reason }) => `${part}: ${reason}`));
      return;
    }
    const open = unsaved(saved, toSave);
    let part: 'plan' | (string & {}) = 'plan';
    try {
      if (open.plan)
        await send<PlanAnswer>(
          'PUT',
          `instruments/${instrumentId}/plan`,
          planInputOf(toSave.plan, toSave.planVersion, personId),
        );
      for (part of open.marks)
        await send<Mark>('PUT', `marks/${part}`, { ...toSave.marks[part], instrumentId, by: personId });
      await dropDraft(draftKey);
      toast.success('The map is saved.');
      await refresh();
    } catch (error) {
      const problem = error instanceof ProblemError ? error.problem : null;
      if (problem?.status === 409)
        setConflict(conflictOf(toSave, part, problem.current as Mark & StoredPlan));
      else
        setRefused(
          problem?.errors?.map(({ reason, accepted }) => `${reason}. Accepted: ${accepted}.`) ?? [
            error instanceof Unreachable || error instanceof Error ? error.message : 'It could not be saved.',
          ],
        );
    }
  };

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
    undo: () => {
      setJumps(jumps + 1);
      step(undone);
    },
    redo: () => {
      setJumps(jumps + 1);
      step(redone);
    },
    /** how often the document became another by itself */
    jumps,
    save: () => save(now),
    conflict,
    leaveConflict: () => setConflict(null),
    settle: (theirs: Set<string>) => {
      const next = conflict!.resolved(theirs.size > 0);
      setConflict(null);
      step((current) => changed(current, next));
      void save(next);
    },
  };
}

function conflictOf(now: MapDocument, part: string, theirs: Mark & StoredPlan): Conflict {
  if (part === 'plan') {
    const braces = (count: number) => `${count} braces`;
    return {
      differences: [
        {
          key: part,
          name: 'The plan',
          theirs: braces(theirs.braces.length),
          yours: braces(now.plan.braces.length),
        },
      ],
      resolved: (taken) => ({
        ...now,
        planVersion: theirs.version,
        plan: taken ? planOf(theirs) : now.plan,
      }),
    };
  }
  const yours = now.marks[part]!;
  const say = (mark: DrawnMark) => {
    const last = mark.sightings.at(-1)!;
    return [mark.name, sayExtent(last), last.state, `seen ${mark.sightings.length} times`]
      .filter(Boolean)
      .join(', ');
  };
  const { version, face, kind, brace, name, sightings } = theirs;
  const other: DrawnMark = { version, face, kind, brace, name, sightings };
  return {
    differences: [{ key: part, name: yours.name || yours.kind, theirs: say(other), yours: say(yours) }],
    resolved: (taken) => ({
      ...now,
      marks: { ...now.marks, [part]: taken ? other : { ...yours, version } },
    }),
  };
}
