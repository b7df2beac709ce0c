import type { Mark, BodyPlanAnswer, StoredBodyPlan } from '@upright-elder/contract';
import { bodyPlanInputOf, bodyPlanOf } from '@upright-elder/contract/lists';
import { faultsOf } from '@upright-elder/core/body-plan';
import type { LengthUnit } from '@upright-elder/core/units';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Difference } from '../../../app/MergeDialog.js';
import { ProblemError, send, Unreachable } from '../../../data/api.js';
import { dropDraft, keepDraft, readDraft } from '../../../data/drafts.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { useFieldUnit } from '../../../fields/LengthField.js';
import { begun, changed, mapped, redone, undone, type History } from './history.js';
import {
  drawnOf,
  inARow,
  rebased,
  sayExtent,
  sentMark,
  unsaved,
  type DrawnMark,
  type MapDocument,
} from './mapDocument.js';

/** What somebody else saved meanwhile: the plan, or one mark. */
interface Conflict {
  differences: Difference[];
  /** the document with theirs, or with yours on top of their version */
  resolved: (now: MapDocument, theirs: boolean) => MapDocument;
}

interface Board {
  /** what is stored */
  saved: MapDocument;
  /** what this hand sent last */
  sent: MapDocument;
  history: History<MapDocument>;
}

/** What is kept of a board that was not saved: what was stored when it was begun, and what it had become. */
interface Kept {
  from: MapDocument;
  now: MapDocument;
}

/** The map that is worked on: undo and redo, a draft that survives the browser, and its save. */
export function useMapDocument(instrumentId: string, saved: MapDocument) {
  const draftKey = `map of ${instrumentId}`;
  const [board, setBoard] = useState<Board>(() => ({ saved, sent: saved, history: begun(saved) }));
  const [broughtBack, setBroughtBack] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [jumps, setJumps] = useState(0);
  /** asked for once a save takes a part out of the plan */
  const [why, setWhy] = useState<{ value: string; refusal: string } | null>(null);
  const personId = usePersonId();
  const unit = useFieldUnit('mm');
  const refresh = useRefresh();
  if (board.saved !== saved) setBoard(onNewer(board, saved));
  const { history } = board;
  const now = history.present;
  const open = unsaved(saved, now);
  const dirty = open.plan || open.marks.length > 0 || open.struck.length > 0;

  // nothing is written before what was kept has been read
  const read = useRef(false);
  useEffect(() => {
    void readDraft<Kept>(draftKey).then((kept) => {
      read.current = true;
      if (!kept?.from) return;
      setBoard((current) =>
        current.history.past.length > 0
          ? current
          : {
              ...current,
              history: changed(current.history, rebased(kept.now, kept.from, kept.now, current.saved)),
            },
      );
      setBroughtBack(true);
    });
  }, [draftKey]);
  useEffect(() => {
    if (!read.current) return;
    if (dirty) void keepDraft(draftKey, { from: saved, now } satisfies Kept);
    else void dropDraft(draftKey);
  }, [draftKey, dirty, saved, now]);

  const step = (move: (history: History<MapDocument>) => History<MapDocument>) =>
    setBoard((current) => ({ ...current, history: move(current.history) }));

  /** @returns true where everything is stored */
  const save = async (toSave: MapDocument): Promise<boolean> => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return false;
    }
    const faults = faultsOf(toSave.plan);
    if (faults.length > 0) {
      setRefused(faults.map(({ part, reason }) => `${part}: ${reason}`));
      return false;
    }
    const { plan, marks, struck } = unsaved(saved, toSave);
    const sendMark = (id: string, mark: DrawnMark) =>
      send<Mark>('PUT', `marks/${id}`, { ...sentMark(mark), instrumentId, by: personId });
    setBoard((current) => ({ ...current, sent: toSave }));
    let part: 'plan' | (string & {}) = 'plan';
    try {
      if (plan)
        await send<BodyPlanAnswer>('PUT', `instruments/${instrumentId}/body-plan`, {
          ...bodyPlanInputOf(toSave.plan, toSave.planVersion, personId),
          ...(why ? { why: why.value } : {}),
        });
      setWhy(null);
      for (part of marks) await sendMark(part, { ...toSave.marks[part]!, struck: false });
      for (part of struck)
        await sendMark(part, { ...saved.marks[part]!, struck: true, why: 'marked by mistake' });
      setRefused([]);
      toast.success('The map is saved.');
      await refresh();
      return true;
    } catch (error) {
      const problem = error instanceof ProblemError ? error.problem : null;
      if (problem?.status === 409)
        setConflict(conflictOf(toSave, part, problem.current as Mark & StoredBodyPlan, unit));
      else if (part === 'plan' && problem?.errors?.[0]?.field === 'why')
        setWhy({
          value: why?.value ?? '',
          refusal: `${problem.errors[0].reason}. Accepted: ${problem.errors[0].accepted}.`,
        });
      else
        setRefused(
          problem?.errors?.map(({ reason, accepted }) => `${reason}. Accepted: ${accepted}.`) ?? [
            error instanceof Unreachable || error instanceof Error ? error.message : 'It could not be saved.',
          ],
        );
      // what went in before it takes its new version, and what somebody else saved is seen
      await refresh().catch(() => undefined);
      return false;
    }
  };

  return {
    now,
    dirty,
    refused,
    why: why && { ...why, change: (value: string) => setWhy({ ...why, value }) },
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
      const next = conflict!.resolved(now, theirs.size > 0);
      setConflict(null);
      step((current) => changed(current, next));
      void save(next);
    },
  };
}

/** The same board on what is stored now. */
function onNewer({ saved: from, sent, history }: Board, saved: MapDocument): Board {
  return { saved, sent, history: mapped(history, (state) => rebased(state, from, sent, saved)) };
}

function conflictOf(
  now: MapDocument,
  part: string,
  theirs: Mark & StoredBodyPlan,
  unit: LengthUnit,
): Conflict {
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
      resolved: (document, taken) => ({
        ...document,
        planVersion: theirs.version,
        plan: taken ? bodyPlanOf(theirs) : now.plan,
      }),
    };
  }
  const yours = now.marks[part];
  const say = (mark: DrawnMark | undefined) => {
    if (!mark || mark.struck) return 'crossed out';
    const last = mark.sightings.at(-1)!;
    return inARow(mark.name, sayExtent(mark, last, unit), last.state, `seen ${mark.sightings.length} times`);
  };
  const { kind, struck } = theirs;
  const other: DrawnMark = { ...drawnOf(theirs), struck };
  return {
    differences: [{ key: part, name: yours?.name || kind, theirs: say(other), yours: say(yours) }],
    resolved: (document, taken) => {
      const { [part]: _left, ...others } = document.marks;
      const kept = taken ? (struck ? undefined : other) : yours && { ...yours, version: theirs.version };
      return { ...document, marks: kept ? { ...others, [part]: kept } : others };
    },
  };
}

export type MapOnBoard = ReturnType<typeof useMapDocument>;
