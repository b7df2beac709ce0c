import type { Card, Instrument, Owner, Photograph } from '@upright-elder/contract';
import { INSTRUMENT_TYPES } from '@upright-elder/core/instrument';
import { draft, JOB_PLACES, LOOKED_FOR, type LookedFor } from '@upright-elder/core/jobs';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useTitle } from '../../app/useTitle.js';
import { get, send } from '../../data/api.js';
import { useJobsOf, useWrite } from '../../data/bench/jobs.js';
import { dropDraft, keepDraft, readDraft } from '../../data/drafts.js';
import { useOwners, useRefresh, useShelf, useShop } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { usePersonId } from '../../data/person.js';
import { sendPicture } from '../../data/pictures.js';
import { refusals } from '../../data/save.js';
import { ListField } from '../../fields/ListField.js';
import { SearchField } from '../../fields/SearchField.js';
import { formOf, inputOf, onlyNamed } from '../instrument/details/form.js';

interface Form {
  /** of a known instrument; empty where it is new */
  instrument: string;
  nickname: string;
  maker: string;
  type: Instrument['type'];
  owner: string;
  reach: string;
  asked: string;
  playing: string;
  cameWith: string;
  looked: Partial<Record<LookedFor, string>>;
  place: (typeof JOB_PLACES)[number];
}
const EMPTY: Form = {
  instrument: '',
  nickname: '',
  maker: '',
  type: 'flat-top',
  owner: '',
  reach: '',
  asked: '',
  playing: '',
  cameWith: '',
  looked: {},
  place: 'rack',
};
const DRAFT = 'take in';
const NONE = 'none';

const linesOf = (text: string): string[] =>
  text
    .split(/\n/u)
    .map((line) => line.trim())
    .filter(Boolean);

/** Take in: whose it is, what is asked for, what came with it, and where it may lie. */
export default function TakeInPlace() {
  useTitle('Take in');
  const [form, setForm] = useState<Form>(EMPTY);
  const [files, setFiles] = useState<File[]>([]);
  const [ids] = useState(() => ({ instrument: newId(), job: newId() }));
  const [busy, setBusy] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const shelf = useShelf(1, '');
  const { data: owners = [] } = useOwners();
  const { data: shop } = useShop();
  const { data: jobs } = useJobsOf(form.instrument);
  const by = usePersonId();
  const write = useWrite();
  const refresh = useRefresh();
  const navigate = useNavigate();
  useEffect(() => {
    void readDraft<Form>(DRAFT).then((kept) => kept && setForm({ ...EMPTY, ...kept }));
  }, []);
  const change = (part: Partial<Form>) => {
    const next = { ...form, ...part };
    setForm(next);
    void keepDraft(DRAFT, next);
  };
  const under = form.instrument ? jobs?.find(({ summary }) => summary.handedOver === null) : undefined;
  const open = LOOKED_FOR.filter((what) => form.looked[what] === undefined);
  const missing = form.instrument === '' && form.nickname.trim() === '';

  const save = async () => {
    if (!by || !shop) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    setRefused(null);
    const id = form.instrument || ids.instrument;
    try {
      setBusy('The instrument is kept …');
      const ownerId = await keepInstrument(form, id, by);
      if (ownerId && form.reach.trim() !== '') await keepReach(ownerId, form.reach.trim(), by);
      const waits = [...files];
      for (let n = 1; waits[0]; n += 1) {
        setBusy(`Photograph ${n} of ${files.length} …`);
        const { picture } = await sendPicture(waits[0], () => undefined);
        await send<Photograph>('PUT', `photographs/${newId()}`, {
          version: 0,
          instrumentId: id,
          examinationId: null,
          markId: null,
          picture,
          takenOn: shop.today,
          spot: 'other',
          note: 'as it came in',
          by,
        });
        waits.shift();
        setFiles([...waits]);
      }
      const acting = { newId };
      const asked = linesOf(form.asked);
      write(ids.job, [
        draft(acting, 'opened', null, {
          instrument: id,
          name: 'Taken in',
          from: 'by hand',
          apart: true,
          cameWith: form.cameWith
            .split(/[,\n]/u)
            .map((one) => one.trim())
            .filter(Boolean)
            .slice(0, 40),
          ...(ownerId ? { owner: ownerId } : {}),
          ...(form.playing.trim() ? { playing: form.playing.trim() } : {}),
        }),
        ...asked.map((say) =>
          draft(acting, 'ordered', null, { line: newId(), say: say.slice(0, 300), from: 'owner' }),
        ),
        ...LOOKED_FOR.flatMap((what) => {
          const found = form.looked[what];
          if (found === undefined) return [];
          return [
            draft(acting, 'looked for', null, {
              what,
              ...(found === NONE || found.trim() === '' ? {} : { found: found.trim() }),
            }),
          ];
        }),
        ...(mayJoin(form) ? [draft(acting, 'moved', null, { place: form.place })] : []),
      ]);
      await dropDraft(DRAFT);
      await refresh();
      void navigate(`/take-in/${ids.job}`);
    } catch (error) {
      setRefused(Object.values(refusals(error)).join(' '));
    } finally {
      setBusy(null);
    }
  };

  return (
    <form
      className="grid max-w-[62rem] gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h1 className="text-[1.9rem] leading-tight">Take in</h1>
      <section
        className="sheet grid gap-x-4 gap-y-2 p-4 sm:grid-cols-2"
        aria-label="Which instrument, and whose"
      >
        <SearchField
          label="Instrument"
          value={form.instrument}
          placeholder="a new one"
          options={[
            { value: '', label: 'a new one' },
            ...(shelf.data?.cards ?? []).map(({ id, nickname, maker }: Card) => ({
              value: id,
              label: maker ? `${nickname}, ${maker}` : nickname,
            })),
          ]}
          onPick={(instrument) => {
            const card = shelf.data?.cards.find(({ id }) => id === instrument);
            change({ instrument, ...(card ? { owner: card.owner } : {}) });
          }}
        />
        {form.instrument === '' ? (
          <>
            <Words
              label="Name to find it by"
              value={form.nickname}
              onChange={(nickname) => change({ nickname })}
            />
            <Words label="Maker" value={form.maker} onChange={(maker) => change({ maker })} may />
            <ListField
              label="Type"
              value={form.type}
              options={INSTRUMENT_TYPES.map((value) => ({
                value,
                label: value === 'archtop' ? 'archtop' : 'flat top',
              }))}
              onPick={(type) => change({ type })}
            />
          </>
        ) : (
          <span />
        )}
        <label className="text-[0.9rem] font-bold">
          Owner
          <input
            className="field font-normal"
            list="known-owners"
            autoComplete="off"
            maxLength={120}
            value={form.owner}
            onChange={(event) => change({ owner: event.target.value })}
          />
          <datalist id="known-owners">
            {owners
              .filter(({ erased }) => !erased)
              .map(({ id, name }) => (
                <option key={id} value={name} />
              ))}
          </datalist>
        </label>
        <Words label="How to reach them" value={form.reach} onChange={(reach) => change({ reach })} may />
      </section>
      {under && (
        <p className="text-ochre">
          ▲ A job is under way on this instrument.{' '}
          <Link to={`/instruments/${form.instrument}/work`} className="underline">
            Go to it
          </Link>
        </p>
      )}
      <section className="sheet grid gap-x-4 gap-y-2 p-4 sm:grid-cols-2" aria-label="What is asked for">
        <label className="text-[0.9rem] font-bold sm:col-span-2">
          What is asked for, one thing a line
          <textarea
            className="field min-h-[4.5rem] font-normal"
            value={form.asked}
            placeholder={'lower the action\nlook at the crack by the pickguard'}
            onChange={(event) => change({ asked: event.target.value })}
          />
        </label>
        <Words
          label="How it is played"
          value={form.playing}
          onChange={(playing) => change({ playing })}
          example="every night, hard, with a pick"
          may
        />
        <Words
          label="What came with it"
          value={form.cameWith}
          onChange={(cameWith) => change({ cameWith })}
          example="hard case, strap, a bag of pins"
          may
        />
      </section>
      <section className="sheet p-4" aria-label="Look it over">
        <p className="text-[0.95rem]">
          Look it over before it joins the others. Until then it stays <strong>apart</strong>.
        </p>
        <div className="mt-1 grid gap-x-4 gap-y-2 sm:grid-cols-3">
          {LOOKED_FOR.map((what) => (
            <LookFor
              key={what}
              what={what}
              value={form.looked[what]}
              onChange={(found) => {
                const looked = { ...form.looked };
                if (found === undefined) delete looked[what];
                else looked[what] = found;
                change({ looked });
              }}
            />
          ))}
        </div>
        {mayJoin(form) ? (
          <div className="mt-2 max-w-[16rem]">
            <ListField
              label="Where it is"
              value={form.place}
              options={JOB_PLACES.map((value) => ({ value, label: value }))}
              onPick={(place) => change({ place })}
            />
          </div>
        ) : (
          <p className="mt-2">
            {open.length > 0
              ? `Kept apart: not yet looked for ${open.join(', ')}.`
              : 'Kept apart: something was found.'}
          </p>
        )}
      </section>
      <section className="sheet flex flex-wrap items-center gap-3 p-4" aria-label="Photographs">
        <button type="button" className="quiet" onClick={() => input.current?.click()}>
          Add photographs
        </button>
        <input
          ref={input}
          type="file"
          multiple
          accept="image/jpeg,image/png,image/webp,image/avif"
          className="sr-only"
          tabIndex={-1}
          aria-label="Photographs"
          onChange={(event) => {
            setFiles([...files, ...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
        <span>
          {files.length === 0
            ? 'Front, back, bridge, head, label, and what is damaged.'
            : files.map(({ name }) => name).join(', ')}
        </span>
      </section>
      {refused && (
        <p role="alert" className="text-ochre">
          ✕ {refused}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <button
          type="submit"
          className="act min-h-[56px] px-6 text-[1.15rem]"
          disabled={missing || busy !== null || under !== undefined}
        >
          Take it in
        </button>
        {busy !== null && <span role="status">{busy}</span>}
        {missing && <span className="text-faint">Give it a name first.</span>}
      </div>
    </form>
  );
}

const mayJoin = ({ looked }: Form): boolean => LOOKED_FOR.every((what) => looked[what] === NONE);

function Words({
  label,
  value,
  onChange,
  may,
  example,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  may?: true;
  example?: string;
}) {
  return (
    <label className="text-[0.9rem] font-bold">
      {label}
      {may && <span className="font-normal text-faint"> (if known)</span>}
      <input
        className="field font-normal"
        autoComplete="off"
        maxLength={300}
        placeholder={example}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

/** Not looked for, none found, or what was found. */
function LookFor({
  what,
  value,
  onChange,
}: {
  what: LookedFor;
  value: string | undefined;
  onChange: (found: string | undefined) => void;
}) {
  const state = value === undefined ? 'not yet' : value === NONE ? NONE : 'found';
  return (
    <div>
      <ListField
        label={what.charAt(0).toUpperCase() + what.slice(1)}
        value={state}
        options={[
          { value: 'not yet', label: 'not looked for yet' },
          { value: NONE, label: 'none found' },
          { value: 'found', label: 'found' },
        ]}
        onPick={(next) => onChange(next === 'not yet' ? undefined : next === NONE ? NONE : '')}
      />
      {state === 'found' && (
        <input
          className="field mt-1"
          aria-label={`${what}: what you found, and where`}
          placeholder="what, and where"
          maxLength={500}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </div>
  );
}

/** Keeps a new instrument, or a known one with the owner that was typed; the owner's record. */
async function keepInstrument(form: Form, id: string, by: string): Promise<string | null> {
  const fresh = form.instrument === '';
  const known = fresh ? null : await get<Instrument>(`instruments/${id}`);
  if (known && known.owner === form.owner.trim()) return known.ownerId;
  const before = known
    ? formOf(known)
    : { ...onlyNamed(form.nickname.trim(), form.type), maker: form.maker.trim() };
  const saved = await send<Instrument>('PUT', `instruments/${id}`, {
    ...inputOf({ ...before, owner: form.owner.trim() }, by),
  });
  return saved.ownerId;
}

/** Adds a way to reach an owner to what is known. */
async function keepReach(id: string, reach: string, by: string): Promise<void> {
  const owner = (await get<Owner[]>('owners')).find((one) => one.id === id);
  if (!owner || owner.reach.includes(reach)) return;
  const { version, name, note, checked } = owner;
  const all = owner.reach === '' ? reach : `${owner.reach}\n${reach}`;
  await send('PUT', `owners/${id}`, { version, name, note, checked, reach: all, by });
}
