import type { Owner } from '@upright-elder/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { WhatStoodBefore } from '../../app/WhatStoodBefore.js';
import { send } from '../../data/api.js';
import { useOwners, useRefresh } from '../../data/hooks.js';
import { usePersonId } from '../../data/person.js';
import { useParam } from '../../data/useParam.js';
import { useVersionedForm } from '../../data/useVersionedForm.js';
import { Tick } from '../../fields/Tick.js';

/** Owners: how they are reached, and what is theirs. */
export default function OwnersPage() {
  const [chosen, setChosen] = useParam('owner', '');
  return (
    <Fetching of={useOwners()}>
      {(all) => {
        const open = all.find(({ id }) => id === chosen) ?? all.find(({ checked }) => !checked) ?? all[0];
        const known = all.filter(({ erased }) => !erased);
        return (
          <div className="grid items-start gap-4 lg:grid-cols-[20rem_minmax(0,1fr)]">
            <aside className="sheet p-4">
              <h2 className="text-[1.2rem]">Owners</h2>
              {known.length === 0 && (
                <p className="text-faint">None yet. An owner is typed where an instrument is taken in.</p>
              )}
              <ul>
                {known.map(({ id, name, checked, instruments }) => (
                  <li key={id}>
                    <button
                      type="button"
                      aria-pressed={id === open?.id}
                      onClick={() => setChosen(id)}
                      className={`min-h-[44px] w-full border-l-4 px-3 text-left ${id === open?.id ? 'border-verdigris font-bold' : 'border-transparent'}`}
                    >
                      {name}
                      <span className="block text-[0.85rem] font-normal text-faint">
                        {!checked && <strong className="text-ochre">▲ one owner? </strong>}
                        {instruments.length === 1
                          ? instruments[0]!.nickname
                          : `${instruments.length} instruments`}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            </aside>
            {open && !open.erased && (
              <div className="grid gap-4">
                {!open.checked && <OneOwner key={`check ${open.id}`} owner={open} />}
                <OwnerForm key={open.id} owner={open} />
              </div>
            )}
          </div>
        );
      }}
    </Fetching>
  );
}

/** Equal texts became one owner: somebody looks once whether it is one. */
function OneOwner({ owner }: { owner: Owner }) {
  const [others, setOthers] = useState<ReadonlySet<string>>(new Set());
  const by = usePersonId();
  const refresh = useRefresh();
  const { id, version, name, reach, note, instruments } = owner;
  const say = async (path: string, method: 'PUT' | 'POST', body: object) => {
    if (!by) return void toast.error('Pick who is at the bench first.');
    await send(method, path, { ...body, by });
    await refresh();
  };
  return (
    <section className="sheet border-l-8 border-l-ochre p-4" aria-label="One owner?">
      <h3 className="text-[1.15rem]">Is “{name}” one owner?</h3>
      <p>
        These instruments had the same name for their owner. Tick what belongs to another owner of that name.
      </p>
      {instruments.map((one) => (
        <Tick
          key={one.id}
          label={one.nickname}
          checked={others.has(one.id)}
          onChange={(yes) => {
            const next = new Set(others);
            if (yes) next.add(one.id);
            else next.delete(one.id);
            setOthers(next);
          }}
        />
      ))}
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="act"
          disabled={others.size > 0}
          onClick={() => void say(`owners/${id}`, 'PUT', { version, name, reach, note, checked: true })}
        >
          Yes, one owner
        </button>
        <button
          type="button"
          className="quiet"
          disabled={others.size === 0 || others.size === instruments.length}
          onClick={() => void say(`owners/${id}/part`, 'POST', { instruments: [...others] })}
        >
          These belong to another owner
        </button>
      </div>
    </section>
  );
}

type OwnerFormOf = Pick<Owner, 'version' | 'name' | 'reach' | 'note' | 'checked'>;
const formOf = ({ version, name, reach, note, checked }: OwnerFormOf): OwnerFormOf => ({
  version,
  name,
  reach,
  note,
  checked,
});

function OwnerForm({ owner }: { owner: Owner }) {
  const form = useVersionedForm<OwnerFormOf>({
    draftKey: `owner ${owner.id}`,
    stored: formOf(owner),
    names: { name: 'Name', reach: 'How to reach them', note: 'Note' },
    send: (value, said) => send<Owner>('PUT', `owners/${owner.id}`, { ...value, ...said }),
    read: (current) => formOf(current as Owner),
    saved: 'Owner saved.',
  });
  const { value, change, refused } = form;
  return (
    <form
      className="sheet p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <label className="block text-[0.9rem] font-bold">
        Name
        <input
          className="field font-normal"
          autoComplete="off"
          value={value.name}
          onChange={(event) => change({ name: event.target.value })}
        />
      </label>
      {refused.name && <p className="text-ochre">✕ {refused.name}</p>}
      <label className="mt-2 block text-[0.9rem] font-bold">
        How to reach them
        <textarea
          className="field min-h-[4rem] font-normal"
          value={value.reach}
          placeholder="telephone, mail, address"
          onChange={(event) => change({ reach: event.target.value })}
        />
      </label>
      <label className="mt-2 block text-[0.9rem] font-bold">
        Note
        <textarea
          className="field min-h-[3rem] font-normal"
          value={value.note}
          onChange={(event) => change({ note: event.target.value })}
        />
      </label>
      <p className="mt-2">
        {owner.instruments.length === 0
          ? 'No instrument is theirs now.'
          : owner.instruments.map(({ id, nickname }, i) => (
              <span key={id}>
                {i > 0 && ', '}
                <Link to={`/instruments/${id}`} className="inline-block min-h-[44px] py-2 underline">
                  {nickname}
                </Link>
              </span>
            ))}
      </p>
      <button type="submit" className="act mt-3" disabled={form.saving}>
        Save the owner
      </button>
      <WhatStoodBefore
        table="owner"
        id={owner.id}
        names={{ name: 'Name', reach: 'How to reach them', note: 'Note', checked: 'Checked' }}
        say={{}}
      />
      <FormFoot what="owner" form={form} />
      <Erase owner={owner} />
    </form>
  );
}

/** On the owner's request: what says who they are, and what they said, goes for good. */
function Erase({ owner }: { owner: Owner }) {
  const [asked, setAsked] = useState(false);
  const [sure, setSure] = useState(false);
  const by = usePersonId();
  const refresh = useRefresh();
  if (!asked)
    return (
      <button type="button" className="quiet mt-4" onClick={() => setAsked(true)}>
        Erase this owner’s data
      </button>
    );
  return (
    <div className="mt-4 border-l-8 border-ochre pl-3">
      <p>
        Name, ways to reach, complaint, what it is worth to them, their budget and what they said in jobs go
        for good, with their history. The instruments, readings and work stay. Notes that you wrote yourself
        stay too: read them through. Backups that are written already still hold everything: delete them by
        hand.
      </p>
      <Tick label={`Erase what the shop keeps of “${owner.name}”`} checked={sure} onChange={setSure} />
      <div className="mt-1 flex gap-2">
        <button
          type="button"
          className="quiet"
          disabled={!sure}
          onClick={() => {
            if (!by) return void toast.error('Pick who is at the bench first.');
            void send('POST', `owners/${owner.id}/erase`, { by })
              .then(refresh)
              .then(() => toast.success('Owner erased.'))
              .catch((error: Error) => toast.error(error.message));
          }}
        >
          Erase
        </button>
        <button type="button" className="quiet" onClick={() => setAsked(false)}>
          Cancel
        </button>
      </div>
    </div>
  );
}
