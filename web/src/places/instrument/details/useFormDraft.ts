import { dequal } from 'dequal';
import { useEffect, useRef, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { toast } from 'sonner';
import { dropDraft, keepDraft, readDraft } from '../../../data/drafts.js';
import type { InstrumentForm } from './form.js';

const alike = (a: InstrumentForm, b: InstrumentForm): boolean =>
  dequal({ ...a, version: 0 }, { ...b, version: 0 });

/** Keeps what is typed into the form of an instrument as a draft, and brings it back. */
export function useFormDraft(form: UseFormReturn<InstrumentForm>, key: string, initial: InstrumentForm) {
  const [dirty, setDirty] = useState(false);
  const [broughtBack, setBroughtBack] = useState(false);
  const touched = useRef(false);
  // a newer copy that arrives while the form is open never takes away what is typed: the first one counts
  const begun = useRef(initial);

  useEffect(() => {
    void readDraft<InstrumentForm>(key).then((kept) => {
      if (!kept?.lengths || touched.current || alike(kept, begun.current)) return;
      form.reset({ ...begun.current, ...kept });
      setDirty(true);
      setBroughtBack(true);
    });
  }, [form, key]);

  useEffect(() => {
    const watching = form.watch(() => {
      touched.current = true;
      const now = form.getValues();
      const changed = !alike(now, begun.current);
      setDirty(changed);
      void (changed ? keepDraft(key, now) : dropDraft(key));
    });
    return () => watching.unsubscribe();
  }, [form, key]);

  const drop = () => {
    setDirty(false);
    setBroughtBack(false);
    void dropDraft(key);
  };
  const startAfresh = () => {
    const former = form.getValues();
    form.reset(begun.current);
    drop();
    toast('What you typed was taken out.', {
      action: {
        label: 'Undo',
        onClick: () => {
          form.reset(former);
          setDirty(true);
          void keepDraft(key, former);
        },
      },
    });
  };
  return { dirty, broughtBack, drop, startAfresh };
}
