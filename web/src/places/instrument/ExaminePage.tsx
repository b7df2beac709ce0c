import type { Examination, Instrument, Shop } from '@upright-elder/contract';
import { QUANTITIES, QUANTITY_IDS, type QuantityId } from '@upright-elder/core';
import { format } from 'date-fns';
import { useEffect, useMemo, useRef, useState, type FormEvent, type KeyboardEvent } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { Fetching } from '../../app/Fetching.js';
import { MergeDialog } from '../../app/MergeDialog.js';
import { ProblemError, send, Unreachable } from '../../data/api.js';
import { dropDraft, keepDraft, readDraft } from '../../data/drafts.js';
import { useExaminations, useForecast, useInstrument, useRefresh, useShop } from '../../data/hooks.js';
import { usePersonId } from '../../data/person.js';
import { refusals as refusalsOf } from '../../data/save.js';
import { ClosureNote } from './ClosureNote.js';
import { ConditionLines } from './examine/ConditionLines.js';
import {
  draftOf,
  emptyDraft,
  FIELD_KEYS,
  inputOf,
  refusalsByField,
  unitOf,
  type Draft,
  type FieldKey,
} from './examine/draft.js';
import { closureOf, valuesOf } from './examine/measured.js';
import { differencesOf, mergedDraft } from './examine/merge.js';
import { ReadingLine } from './examine/ReadingLine.js';

/** Examine: the protocol, one reading a line. */
export function ExaminePage() {
  const { id } = useParams() as { id: string };
  const [params] = useSearchParams();
  const instrument = useInstrument(id);
  const shop = useShop();
  const examinations = useExaminations(id);
  const chosen = params.get('examination');
  return (
    <Fetching of={instrument}>
      {(known) => (
        <Fetching of={shop}>
          {(settings) => (
            <Fetching of={examinations}>
              {(all) => (
                <Protocol
                  key={chosen ?? 'new'}
                  instrument={known}
                  shop={settings}
                  examinations={all}
                  chosen={chosen}
                />
              )}
            </Fetching>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}

interface Props {
  instrument: Instrument;
  shop: Shop;
  examinations: Examination[];
  chosen: string | null;
}

function Protocol({ instrument, shop, examinations, chosen }: Props) {
  const stored = examinations.find(({ id }) => id === chosen);
  const draftKey = stored ? `examination ${stored.id}` : `new examination of ${instrument.id}`;
  const [draft, setDraft] = useState<Draft>(() =>
    stored ? draftOf(stored) : emptyDraft(shop.today, instrument.bodyJoin),
  );
  const [broughtBack, setBroughtBack] = useState(false);
  const [refusals, setRefusals] = useState<Record<string, string>>({});
  const [theirs, setTheirs] = useState<Draft | null>(null);
  const [saving, setSaving] = useState(false);
  const touched = useRef(false);
  const form = useRef<HTMLFormElement>(null);
  const personId = usePersonId();
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [, setParams] = useSearchParams();

  useEffect(() => {
    void readDraft<Draft>(draftKey).then((kept) => {
      if (!kept || touched.current) return;
      setDraft(kept);
      setBroughtBack(true);
    });
  }, [draftKey]);

  const change = (next: Draft) => {
    touched.current = true;
    setDraft(next);
    void keepDraft(draftKey, next);
  };
  const onText = (key: FieldKey, text: string) => {
    const quantity = key.split('.')[0] as QuantityId;
    setRefusals(({ [key]: _gone, ...rest }) => rest);
    change({
      ...draft,
      texts: { ...draft.texts, [key]: text },
      units: { ...draft.units, [quantity]: unitOf(draft, quantity, shop) },
    });
  };
  const onCondition = (part: Partial<Draft['conditions']>) => {
    setRefusals((now) =>
      Object.fromEntries(
        Object.entries(now).filter(([key]) => !Object.keys(part).some((k) => key === `conditions.${k}`)),
      ),
    );
    change({ ...draft, conditions: { ...draft.conditions, ...part } });
  };

  const save = async (toSave: Draft) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    setSaving(true);
    try {
      await send<Examination>(
        'PUT',
        `examinations/${toSave.id}`,
        inputOf(toSave, instrument.id, personId, shop),
      );
      await dropDraft(draftKey);
      toast.success('The examination is saved.');
      await refresh();
      void navigate(`/instruments/${instrument.id}/stance`);
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

  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void save(draft);
  };
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 's') {
        event.preventDefault();
        form.current?.requestSubmit();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const last = useMemo(
    () =>
      examinations
        .filter(
          ({ id, conditions, date }) =>
            id !== draft.id && conditions.strings === draft.conditions.strings && date <= draft.date,
        )
        .at(-1),
    [examinations, draft.id, draft.date, draft.conditions.strings],
  );
  const now = useMemo(() => valuesOf(draft, shop), [draft, shop]);
  const closure = useMemo(() => closureOf(draft, shop, instrument), [draft, shop, instrument]);
  const { data: forecast } = useForecast(instrument.id);
  const { strings, afterWork } = draft.conditions;
  // what the past expects holds for today, at pitch, and only until the instrument has been worked on
  const expected =
    forecast && !stored && draft.date === forecast.made && strings === 'pitch' && !afterWork
      ? Object.fromEntries(forecast.sides.map(({ side, readingToday }) => [side, readingToday]))
      : undefined;
  const done = FIELD_KEYS.filter((key) => (draft.texts[key] ?? '').trim() !== '').length;

  return (
    <form
      ref={form}
      onSubmit={onSubmit}
      onKeyDown={goOn}
      noValidate
      className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_19rem]"
    >
      <div className="sheet p-4">
        <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
          <h2 className="text-[1.4rem]">
            {stored ? `Examination of ${format(new Date(stored.date), 'd MMMM yyyy')}` : 'New examination'}
          </h2>
          {examinations.length > 0 && (
            <label className="flex items-center gap-2 text-[0.9rem]">
              Open
              <select
                className="field w-auto"
                value={chosen ?? ''}
                onChange={(event) => setParams(event.target.value ? { examination: event.target.value } : {})}
              >
                <option value="">a new one</option>
                {[...examinations].reverse().map(({ id, date }) => (
                  <option key={id} value={id}>
                    {format(new Date(date), 'd MMM yyyy')}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
        <ConditionLines
          draft={draft}
          shop={shop}
          refusals={refusals}
          onCondition={onCondition}
          onDate={(date) => change({ ...draft, date })}
        />
        <h3 className="mt-3 text-[1.25rem]">Readings</h3>
        {QUANTITY_IDS.map((quantity) => (
          <ReadingLine
            key={quantity}
            quantity={quantity}
            draft={draft}
            shop={shop}
            last={last}
            now={now}
            refusals={refusals}
            expected={quantity === 'action12' ? expected : undefined}
            onText={onText}
          />
        ))}
        <label className="mt-2 block font-bold">
          Notes
          <textarea
            className="field min-h-[5rem] font-normal"
            value={draft.notes}
            onChange={(event) => change({ ...draft, notes: event.target.value })}
          />
        </label>
        {stored && <Corrections examination={stored} />}
      </div>
      <aside className="lg:sticky lg:top-3 lg:self-start">
        <div className="sheet p-4">
          <p className="text-[1.6rem] leading-tight font-bold">
            {done} <span className="text-[1rem] font-normal">of {FIELD_KEYS.length} read</span>
          </p>
          <progress
            className="h-3 w-full accent-verdigris"
            value={done}
            max={FIELD_KEYS.length}
            aria-label="Readings taken"
          />
          <button type="submit" className="act mt-2 w-full justify-center" disabled={saving}>
            {saving ? 'Saving…' : 'Save the examination'}
          </button>
          <p className="mt-1 text-[0.85rem] text-faint">
            What is missing stays missing. Enter goes on, Ctrl S saves, = in a treble field takes the bass
            value for both.
          </p>
          {broughtBack && (
            <p className="mt-2 text-[0.95rem]">
              An unsaved draft was brought back.{' '}
              <button
                type="button"
                className="underline"
                onClick={() => {
                  void dropDraft(draftKey);
                  setBroughtBack(false);
                  setDraft(stored ? draftOf(stored) : emptyDraft(shop.today, instrument.bodyJoin));
                }}
              >
                Start afresh
              </button>
            </p>
          )}
        </div>
        <section className="sheet mt-3 p-4" aria-live="polite" aria-label="Closure check">
          <h3 className="text-[1.15rem]">Do the readings agree?</h3>
          {closure.length === 0 ? (
            <p className="mt-1 text-[0.95rem] text-faint">
              Asked once action, relief, first-fret gap, straightedge and saddle of a side are read at pitch:
              the action follows from the others.
            </p>
          ) : (
            closure.map((words) => <ClosureNote key={words.statement} words={words} />)
          )}
        </section>
      </aside>
      {theirs && (
        <MergeDialog
          what="examination"
          differences={differencesOf(theirs, draft)}
          onClose={() => setTheirs(null)}
          onChosen={(chosen) => {
            const merged = mergedDraft(theirs, draft, chosen);
            setTheirs(null);
            change(merged);
            void save(merged);
          }}
        />
      )}
    </form>
  );
}

/** Enter goes to the next field, Shift Enter to the one before. */
function goOn(event: KeyboardEvent<HTMLFormElement>): void {
  const target = event.target as HTMLElement;
  if (
    event.key !== 'Enter' ||
    event.ctrlKey ||
    target.tagName === 'TEXTAREA' ||
    target.getAttribute('type') === 'submit'
  )
    return;
  const steps = [
    ...event.currentTarget.querySelectorAll<HTMLElement>(
      'input:not(:disabled):not([tabindex="-1"]), textarea, [role=radio][aria-checked=true], button[type=submit]',
    ),
  ].filter((element) => element.getAttribute('aria-hidden') !== 'true');
  const at = steps.indexOf(target);
  if (at < 0) return;
  event.preventDefault();
  steps[at + (event.shiftKey ? -1 : 1)]?.focus();
}

function Corrections({ examination }: { examination: Examination }) {
  const corrected = examination.readings.filter(({ corrections }) => corrections.length > 0);
  if (corrected.length === 0) return null;
  return (
    <section className="mt-4">
      <h3 className="text-[1.15rem]">Corrected</h3>
      <ul className="text-[0.95rem]">
        {corrected.flatMap(({ quantity, side, text, corrections }) =>
          corrections.map((old) => (
            <li key={`${quantity}${side}${old.at}`}>
              {QUANTITIES[quantity].name}, {side}: {old.text} became {text}, {old.by},{' '}
              {format(new Date(old.at), 'd MMM yyyy HH:mm')}
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
