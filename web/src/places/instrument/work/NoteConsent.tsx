import type { PaperGiven, Shop, WayOn } from '@upright-elder/contract';
import { ACCEPTED_ANSWERS } from '@upright-elder/contract/lists';
import {
  asksWriting,
  CONSENT_WAYS,
  draft,
  stepsOf,
  type Bench,
  type ConsentWay,
  type Folded,
} from '@upright-elder/core/jobs';
import { parseMoney } from '@upright-elder/core/units';
import { capital, WAY_WORDS } from '@upright-elder/core/wording';
import { useState } from 'react';
import { sendAnswer } from '../../../data/pictures.js';
import { refusals } from '../../../data/save.js';
import { Choice } from '../../../fields/Choice.js';
import { DayField } from '../../../fields/DayField.js';
import { Tick } from '../../../fields/Tick.js';
import { useActing } from '../../bench/useActing.js';
import { treatmentName } from './treatmentName.js';

const WAY_LABELS: Record<ConsentWay, string> = {
  'signed paper': 'On a signed paper',
  mail: 'By mail',
  'by word': 'By word',
};

/** What the owner answered: line by line, and way by way of what may come after the next reading. */
export function NoteConsent({
  job,
  bench,
  shop,
  paper,
  onDone,
}: {
  job: Folded;
  bench: Bench;
  shop: Shop;
  /** the paper that is answered; null where none was given */
  paper: PaperGiven | null;
  onDone: () => void;
}) {
  const { acting, act } = useActing(job.id);
  const open = [
    ...new Set(
      stepsOf(job)
        .filter(({ standing }) => standing !== 'done' && standing !== 'given up')
        .map(({ treatment }) => treatment),
    ),
  ];
  const ways = (paper?.onward ?? []).filter(({ treatments }) => treatments.length > 0);
  const [yes, setYes] = useState<readonly string[]>(open);
  const [onward, setOnward] = useState<Readonly<Record<string, string>>>({});
  const [way, setWay] = useState<ConsentWay>('signed paper');
  const [date, setDate] = useState(shop.today);
  const [file, setFile] = useState<File | null>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState('');
  const unwritten = way === 'by word' ? yes.filter(asksWriting) : [];
  const save = async () => {
    const sums = new Map<string, number | null>();
    for (const [key, typed] of Object.entries(onward)) {
      const sum = parseMoney(typed);
      if (!sum.ok) return setFault(`“${typed}” is no sum. Accepted: a number such as 250.`);
      sums.set(key, sum.value);
    }
    if (yes.length === 0 && sums.size === 0) return setFault('Tick what the owner agreed to.');
    setBusy(true);
    try {
      const answer = file === null ? null : await sendAnswer(file, () => undefined);
      const common = { way, date, ...(paper ? { paper: paper.id } : {}), ...(answer ?? {}) };
      act(
        [
          ...(yes.length > 0
            ? [draft(acting(), 'consent given', null, { ...common, treatments: [...yes] })]
            : []),
          ...ways
            .filter(({ key }) => sums.has(key))
            .map(({ key, treatments }) => {
              const upTo = sums.get(key) ?? null;
              return draft(acting(), 'consent given', null, {
                ...{ ...common, key, treatments },
                ...(upTo === null ? {} : { upTo }),
              });
            }),
        ],
        'Noted.',
      );
      onDone();
    } catch (error) {
      refusals(error);
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className="mt-2 border-l-4 border-verdigris pl-3 print:hidden"
      aria-label="Note a yes"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <fieldset>
        <legend className="font-bold">Agreed to</legend>
        <div className="grid sm:grid-cols-2">
          {open.map((one) => (
            <Tick
              key={one}
              label={`${treatmentName(one, bench)}${asksWriting(one) ? ' (only in writing)' : ''}`}
              checked={yes.includes(one)}
              onChange={(to) => setYes(to ? [...yes, one] : yes.filter((other) => other !== one))}
            />
          ))}
        </div>
      </fieldset>
      {ways.length > 0 && (
        <fieldset className="mt-2">
          <legend className="font-bold">If the next reading asks for it, without asking again</legend>
          {ways.map((one) => (
            <WayField
              key={one.key}
              way={one}
              currency={shop.currency}
              sum={onward[one.key] ?? null}
              onChange={(sum) => {
                const { [one.key]: _gone, ...others } = onward;
                setOnward(sum === null ? others : { ...others, [one.key]: sum });
              }}
            />
          ))}
        </fieldset>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div>
          <p className="font-bold">How</p>
          <Choice
            label="How"
            value={way}
            options={CONSENT_WAYS.map((value) => ({ value, label: WAY_LABELS[value] }))}
            onChange={setWay}
          />
        </div>
        <DayField label="When" value={date} max={shop.today} onChange={setDate} />
        <label className="font-bold">
          Photograph or PDF of it
          <input
            type="file"
            className="field font-normal"
            accept="image/*,application/pdf"
            title={`Accepted: ${ACCEPTED_ANSWERS}`}
            onChange={(event) => setFile(event.target.files?.[0] ?? null)}
          />
        </label>
      </div>
      {unwritten.length > 0 && (
        <p className="mt-2 text-ochre">
          ▲ A word is not enough for what cannot be undone:{' '}
          {unwritten.map((one) => treatmentName(one, bench).toLowerCase()).join(', ')}. It stays barred.
        </p>
      )}
      {fault !== '' && (
        <p className="mt-2 text-ochre" role="alert">
          ▲ {fault}
        </p>
      )}
      <div className="mt-2 flex gap-2">
        <button type="submit" className="act" disabled={busy}>
          Note it
        </button>
        <button type="button" className="quiet" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}

function WayField({
  way: { key, upTo },
  currency,
  sum,
  onChange,
}: {
  way: WayOn;
  currency: string;
  /** as typed; null where it is not ticked */
  sum: string | null;
  onChange: (sum: string | null) => void;
}) {
  const name = capital(WAY_WORDS[key as keyof typeof WAY_WORDS]);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Tick
        label={name}
        checked={sum !== null}
        onChange={(to) => onChange(to ? (upTo === null ? '' : `${Math.ceil(upTo / 10) * 10}`) : null)}
      />
      {sum !== null && (
        <label className="text-[0.9rem] font-bold">
          Up to, {currency}
          <input
            className="field w-[8rem] font-normal"
            inputMode="decimal"
            autoComplete="off"
            aria-label={`${name}: up to, ${currency}`}
            value={sum}
            onChange={(event) => onChange(event.target.value)}
          />
        </label>
      )}
    </div>
  );
}
