import { dequal } from 'dequal';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Difference } from '../app/MergeDialog.js';
import { ProblemError, Unreachable } from './api.js';
import { dropDraft, keepDraft, readDraft } from './drafts.js';
import { useRefresh } from './hooks.js';
import { usePersonId } from './person.js';
import { refusals } from './save.js';
import { sayPlainly } from './sayPlainly.js';
import { useUndoable } from './undo.js';

/** What a form edits: everything that is sent, with the edit version that was seen. */
type Versioned = object & { version: number };

interface Spec<V extends Versioned> {
  /** name of the draft in this browser; one a record */
  draftKey: string;
  /** what is stored now, as the form edits it */
  stored: V;
  /** the fields a person sees, as they call them; only these are laid side by side */
  names: Partial<Record<keyof V & string, string>>;
  /** how a field's value is said */
  say?: (field: keyof V & string, value: unknown) => string;
  /** @param said who saves it, and why where that was asked: they go along with what is sent */
  send: (value: V, said: Said) => Promise<unknown>;
  /** the stored copy that a conflict brings, as the form edits it */
  read: (current: object) => V;
  /** said once it is stored */
  saved: string | ((value: V) => string);
  onSaved?: () => void;
}

/** Who saves, and why. */
export interface Said {
  by: string | null;
  why?: string;
}

/** A draft with what was stored when it was begun, so that it is known whether anything was typed at all. */
interface Kept<V> {
  from: V;
  now: V;
}

/**
 * The one way of a form that edits something stored: what is typed is kept as a draft; a newer copy that arrives never
 * takes it away; and a save that met somebody else's lays both side by side.
 */
export function useVersionedForm<V extends Versioned>(spec: Spec<V>) {
  const { draftKey, stored, names, send, read, saved } = spec;
  const say = spec.say ?? ((_field, value) => sayPlainly(value));
  const [edited, setEdited] = useState<Kept<V> | null>(null);
  const [refused, setRefused] = useState<Record<string, string>>({});
  const [theirs, setTheirs] = useState<V | null>(null);
  const [saving, setSaving] = useState(false);
  const [broughtBack, setBroughtBack] = useState(false);
  const touched = useRef(false);
  const [why, setWhy] = useState('');
  const by = usePersonId();
  const refresh = useRefresh();
  const undoable = useUndoable();
  const value = edited?.now ?? stored;
  const dirty = edited !== null && !dequal({ ...edited.now, version: 0 }, { ...edited.from, version: 0 });

  useEffect(() => {
    void readDraft<Kept<V>>(draftKey).then((kept) => {
      if (!kept?.now || touched.current) return;
      setEdited(kept);
      setBroughtBack(true);
    });
  }, [draftKey]);

  const keep = (next: Kept<V> | null) => {
    touched.current = true;
    setEdited(next);
    void (next ? keepDraft(draftKey, next) : dropDraft(draftKey));
  };
  const change = (part: Partial<V>) => {
    setRefused((now) =>
      Object.fromEntries(
        Object.entries(now).filter(([key]) => !Object.keys(part).some((one) => key.startsWith(one))),
      ),
    );
    keep({ from: edited?.from ?? stored, now: { ...value, ...part } });
  };

  const save = async (toSave: V = value) => {
    const before = stored;
    setSaving(true);
    try {
      await send(toSave, { by, ...(why === '' ? {} : { why }) });
      setWhy('');
      keep(null);
      setBroughtBack(false);
      setRefused({});
      const said = typeof saved === 'string' ? saved : saved(toSave);
      // what did not exist before is taken back where it is shown, by striking it
      if (toSave.version === 0 && before.version === 0) toast.success(said);
      else undoable(said, () => send({ ...before, version: toSave.version + 1 }, { by }));
      await refresh();
      spec.onSaved?.();
    } catch (error) {
      if (error instanceof ProblemError && error.problem.status === 409 && error.problem.current)
        setTheirs(read(error.problem.current));
      else if (error instanceof Unreachable) toast.error(error.message, { duration: 10000 });
      else setRefused(refusals(error));
    } finally {
      setSaving(false);
    }
  };

  const startAfresh = () => {
    const former = edited;
    keep(null);
    setBroughtBack(false);
    setRefused({});
    toast('What you typed was taken out.', {
      action: { label: 'Undo', onClick: () => former && keep(former) },
    });
  };

  const fields = Object.keys(names) as (keyof V & string)[];
  return {
    value,
    change,
    dirty,
    refused,
    saving,
    /** asked for once a save changes what is evidence */
    why:
      refused.why === undefined && why === '' ? null : { value: why, refusal: refused.why, change: setWhy },
    save: () => save(),
    broughtBack: broughtBack && dirty,
    startAfresh,
    /** both copies, where somebody else saved meanwhile */
    conflict: theirs && {
      differences: fields.flatMap((field): Difference[] => {
        const pair = { theirs: say(field, theirs[field]), yours: say(field, value[field]) };
        return pair.theirs === pair.yours ? [] : [{ key: field, name: names[field]!, ...pair }];
      }),
      leave: () => setTheirs(null),
      settle: (chosen: ReadonlySet<string>) => {
        const merged = { ...value, version: theirs.version };
        for (const field of fields) if (chosen.has(field)) merged[field] = theirs[field];
        setTheirs(null);
        keep({ from: theirs, now: merged });
        void save(merged);
      },
    },
  };
}

export type VersionedForm<V extends Versioned> = ReturnType<typeof useVersionedForm<V>>;
