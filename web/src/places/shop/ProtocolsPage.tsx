import type { Protocol, ProtocolInput } from '@upright-elder/contract';
import { HOUSE_PROTOCOLS, lineOf, type HouseProtocolId } from '@upright-elder/core/readings';
import { useState } from 'react';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { send } from '../../data/api.js';
import { useProtocols } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { useVersionedForm } from '../../data/useVersionedForm.js';
import { OneOfShop } from './OneOfShop.js';
import { StagesEditor } from './protocols/StagesEditor.js';
import { Tick } from '../../fields/Tick.js';

/** Protocols: the house's, and the shop's own, put in order by drag and drop or by keys. */
export function ProtocolsPage() {
  const protocols = useProtocols();
  const [chosen, setChosen] = useState('quick');
  const [own, setOwn] = useState<Protocol | null>(null);
  return (
    <Fetching of={protocols}>
      {(all) => {
        const listed = own && !all.some(({ id }) => id === own.id) ? [...all, own] : all;
        const protocol = listed.find(({ id }) => id === chosen) ?? listed[0]!;
        return (
          <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[17rem_minmax(0,1fr)]">
            <OneOfShop
              title="Protocols"
              all={listed.map((one) => ({ id: one.id, name: one.name, under: kindOf(one) }))}
              chosen={protocol.id}
              onChoose={setChosen}
              onOwn={() => {
                const fresh = ownOf(protocol);
                setOwn(fresh);
                setChosen(fresh.id);
              }}
            />
            <Editor key={protocol.id} protocol={protocol} />
          </div>
        );
      }}
    </Fetching>
  );
}

/** Whose it is, and whether it is offered. */
function kindOf({ retired, house, version }: Protocol): string {
  if (retired) return 'hidden';
  if (!house) return 'our own';
  return version === 0 ? 'built in' : 'built in, changed';
}

const ownOf = (protocol: Protocol): Protocol => ({
  ...protocol,
  id: newId(),
  version: 0,
  name: `${protocol.name}, ours`,
  house: false,
  retired: false,
});

const inputOf = ({ version, name, about, priced, again, retired, stages }: Protocol): ProtocolInput => ({
  version,
  name,
  about,
  priced,
  again,
  retired,
  stages,
});

function Editor({ protocol }: { protocol: Protocol }) {
  const { id, house, version } = protocol;
  const form = useVersionedForm<ProtocolInput>({
    draftKey: version === 0 && !house ? 'new protocol' : `protocol ${id}`,
    stored: inputOf(protocol),
    names: {
      name: 'Name',
      about: 'What it is for',
      priced: 'For buying',
      again: 'Looks again at what was found last time',
      retired: 'Hidden',
      stages: 'Stages and lines',
    },
    say: (field, value) =>
      field === 'stages'
        ? (value as ProtocolInput['stages'])
            .map(({ title, lines }) => `${title}: ${lines.map((line) => lineOf(line).name).join(', ')}`)
            .join('; ')
        : typeof value === 'boolean'
          ? value
            ? 'yes'
            : 'no'
          : String(value),
    send: (input, said) => send<Protocol>('PUT', `protocols/${id}`, { ...input, ...said }),
    read: (current) => inputOf(current as Protocol),
    saved: ({ name }) => `${name} is saved.`,
  });
  const { value: input, change, refused } = form;
  const check = (field: 'priced' | 'again' | 'retired', words: string) => (
    <Tick label={<>{words}</>} checked={input[field]} onChange={(checked) => change({ [field]: checked })} />
  );
  return (
    <form
      className="sheet p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-[16rem_minmax(0,1fr)]">
        <label className="text-[0.9rem] font-bold">
          Name
          <input
            className="field font-normal"
            value={input.name}
            aria-invalid={refused.name ? true : undefined}
            onChange={(event) => change({ name: event.target.value })}
          />
          {refused.name && <span className="block font-normal text-ochre">✕ {refused.name}</span>}
        </label>
        <label className="text-[0.9rem] font-bold">
          What it is for
          <input
            className="field font-normal"
            value={input.about}
            onChange={(event) => change({ about: event.target.value })}
          />
        </label>
      </div>
      <div className="mt-1 flex flex-wrap gap-x-6">
        {check('priced', 'For buying: amounts beside the price')}
        {check('again', 'Looks again at what was found last time')}
        {check('retired', 'Hidden: no longer offered')}
      </div>
      <StagesEditor stages={input.stages} refused={refused} onChange={(stages) => change({ stages })} />
      <div className="mt-4 flex flex-wrap gap-2">
        <button type="submit" className="act" disabled={form.saving}>
          Save the protocol
        </button>
        {house && (
          <button
            type="button"
            className="quiet"
            onClick={() => change({ ...HOUSE_PROTOCOLS[id as HouseProtocolId] })}
          >
            Restore the built-in one
          </button>
        )}
      </div>
      <FormFoot what="protocol" form={form} />
    </form>
  );
}
