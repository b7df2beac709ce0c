import type { Examination, Instrument, Intervention, InterventionInput, Shop } from '@upright-elder/contract';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { ProblemError, send, Unreachable } from '../../../data/api.js';
import { dropDraft, keepDraft, readDraft } from '../../../data/drafts.js';
import { useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { useUndoable } from '../../../data/undo.js';
import { refusals as refusalsOf } from '../../../data/save.js';
import {
  completed,
  draftOf,
  emptyDraft,
  findingsOf,
  inputOf,
  refusalsByField,
  withAllSides,
  type Draft,
  type DraftIntervention,
} from './draft.js';
import { isGiven } from './draftFinding.js';
import { differencesOf, replacesStored } from './merge.js';

/** An examination on its way: its draft, kept as it is typed, and its save. */
export function useExamination(
  instrument: Instrument,
  shop: Shop,
  stored: Examination | undefined,
  fresh: () => Draft,
) {
  const draftKey = stored ? `examination ${stored.id}` : `new examination of ${instrument.id}`;
  const begin = () => (stored ? draftOf(stored) : fresh());
  const [draft, setDraft] = useState<Draft>(begin);
  const [broughtBack, setBroughtBack] = useState(false);
  const [refusals, setRefusals] = useState<Record<string, string>>({});
  const [theirs, setTheirs] = useState<Draft | null>(null);
  const [saving, setSaving] = useState(false);
  const touched = useRef(false);
  const personId = usePersonId();
  const refresh = useRefresh();
  const undoable = useUndoable();
  const navigate = useNavigate();

  useEffect(() => {
    void readDraft<Draft>(draftKey).then((kept) => {
      if (!kept || touched.current) return;
      touched.current = true;
      const known = completed(kept, shop.temperatureUnit);
      setDraft(known);
      setBroughtBack(saysSomething(known));
    });
  }, [draftKey, shop.temperatureUnit]);

  // somebody else corrected it while nothing was typed here: what is shown is what is stored
  useEffect(() => {
    if (stored && !touched.current && stored.version !== draft.version) setDraft(draftOf(stored));
  }, [stored, draft.version]);

  /** Changes the draft; refusals of the fields that are changed are taken back. */
  const change = (next: Draft, ...fields: string[]) => {
    touched.current = true;
    if (fields.length > 0)
      setRefusals((now) =>
        Object.fromEntries(
          Object.entries(now).filter(([key]) => !fields.some((field) => key.startsWith(field))),
        ),
      );
    setDraft(next);
    void keepDraft(draftKey, next);
  };

  const startAfresh = () => {
    const former = draft;
    void dropDraft(draftKey);
    touched.current = false;
    setBroughtBack(false);
    setRefusals({});
    setDraft(begin());
    toast('What you typed was taken out.', { action: { label: 'Undo', onClick: () => change(former) } });
  };

  const save = async (typed: Draft, then = 'stance') => {
    const toSave = withAllSides(typed, shop);
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    const open = withoutVerdict(toSave);
    if (Object.keys(open).length > 0) {
      setRefusals(open);
      toast.error('A point was described but not judged.');
      return;
    }
    const undone =
      toSave.done && toSave.done.kinds.length === 0 && toSave.done.note.trim() === '' ? null : toSave.done;
    if (undone && undone.kinds.length === 0) {
      setRefusals({ done: 'what was done is described, but not which of these it was' });
      return;
    }
    // where somebody else saved meanwhile, both copies come first
    const current = stored?.version === toSave.version ? stored : null;
    if (current && toSave.why.trim() === '' && replacesStored(draftOf(current), toSave)) {
      setRefusals({ why: 'say why: the old value stays beside it' });
      return;
    }
    setSaving(true);
    try {
      if (undone) {
        // a record of its own, on disk before the examination that stands on it; sent again, it is the same one
        await send<Intervention>(
          'PUT',
          `interventions/${undone.id}`,
          interventionOf(toSave, undone, instrument.id, personId),
        );
      }
      await send<Examination>(
        'PUT',
        `examinations/${toSave.id}`,
        inputOf(toSave, instrument.id, personId, shop),
      );
      await dropDraft(draftKey);
      if (stored) toast.success('The examination is saved.');
      else
        undoable('The examination is saved.', async () => {
          await send('PUT', `strikes/examination/${toSave.id}`, {
            struck: true,
            why: 'taken back right after it was saved',
            by: personId,
          });
          // what was typed is there again, to be gone on with
          await keepDraft(draftKey, { ...toSave, id: newId(), done: undone ? null : toSave.done });
          void navigate(`/instruments/${instrument.id}/examine`);
        });
      await refresh();
      void navigate(`/instruments/${instrument.id}/${then}`);
    } catch (error) {
      if (error instanceof ProblemError && error.problem.status === 409) {
        setTheirs(draftOf(error.problem.current as Examination));
      } else {
        await keepDraft(draftKey, toSave);
        if (error instanceof Unreachable) toast.error(error.message, { duration: 10000 });
        else setRefusals(refusalsByField(refusalsOf(error), toSave, shop));
      }
    } finally {
      setSaving(false);
    }
  };

  const from = useMemo(() => (stored ? draftOf(stored) : null), [stored]);
  return {
    draft,
    change,
    /** something is typed that is not saved */
    changed: draft.done !== null || (from ? differencesOf(from, draft).length > 0 : saysSomething(draft)),
    refusals,
    saving,
    save,
    broughtBack,
    startAfresh,
    theirs,
    closeMerge: () => setTheirs(null),
  };
}

/** What was done since last time, as sent: before the examination of the day. */
function interventionOf(
  { date }: Draft,
  { kinds, note }: DraftIntervention,
  instrumentId: string,
  by: string,
): InterventionInput {
  return { version: 0, instrumentId, by, date, time: null, follows: null, kinds, treatments: [], note };
}

/** True where anything was read, found or written; a protocol chosen alone says nothing. */
function saysSomething(draft: Draft): boolean {
  const empty = emptyDraft(
    { today: draft.date, temperatureUnit: draft.conditions.temperatureUnit },
    14,
    draft.protocol,
  );
  return (
    differencesOf(
      { ...empty, conditions: { ...empty.conditions, reliefTo: draft.conditions.reliefTo } },
      draft,
    ).length > 0 || draft.done !== null
  );
}

/** Points of which something was said, but not what they end in. */
function withoutVerdict(draft: Draft): Record<string, string> {
  const judged = new Set<string>(findingsOf(draft).map(({ point }) => point));
  return Object.fromEntries(
    Object.entries(draft.findings)
      .filter(([point, finding]) => isGiven(finding) && !judged.has(point))
      .map(([point]) => [
        `${point}.verdict`,
        'what it ends in is missing: sound, watch, repair or cannot be seen',
      ]),
  );
}
