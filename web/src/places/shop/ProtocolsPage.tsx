import type { Protocol, ProtocolInput } from '@upright-elder/contract';
import { HOUSE_PROTOCOLS, type HouseProtocolId } from '@upright-elder/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { Fetching } from '../../app/Fetching.js';
import { send } from '../../data/api.js';
import { useProtocols, useRefresh } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { refusals } from '../../data/save.js';
import { StagesEditor } from './protocols/StagesEditor.js';

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
            <aside className="sheet p-4">
              <h2 className="text-[1.2rem]">Protocols</h2>
              <ul>
                {listed.map(({ id, name, retired, version, house }) => (
                  <li key={id}>
                    <button
                      type="button"
                      aria-pressed={id === protocol.id}
                      onClick={() => setChosen(id)}
                      className={`min-h-[44px] w-full border-l-4 px-3 text-left ${id === protocol.id ? 'border-verdigris font-bold' : 'border-transparent'}`}
                    >
                      {name || 'unnamed'}
                      <span className="block text-[0.85rem] font-normal text-faint">
                        {retired
                          ? 'retired'
                          : house
                            ? version === 0
                              ? 'of the house'
                              : 'of the house, changed'
                            : 'our own'}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
              <button
                type="button"
                className="quiet mt-2"
                onClick={() => {
                  const fresh = ownOf(protocol);
                  setOwn(fresh);
                  setChosen(fresh.id);
                }}
              >
                Our own, from this one
              </button>
            </aside>
            <Editor key={`${protocol.id} ${protocol.version}`} protocol={protocol} />
          </div>
        );
      }}
    </Fetching>
  );
}

const ownOf = (protocol: Protocol): Protocol => ({
  ...protocol,
  id: newId(),
  version: 0,
  name: `${protocol.name}, ours`,
  house: false,
  retired: false,
});

function Editor({ protocol }: { protocol: Protocol }) {
  const { id, house, ...initial } = protocol;
  const [input, setInput] = useState<ProtocolInput>(initial);
  const [refused, setRefused] = useState<Record<string, string>>({});
  const refresh = useRefresh();
  const save = async (toSave: ProtocolInput) => {
    try {
      await send<Protocol>('PUT', `protocols/${id}`, toSave);
      setRefused({});
      toast.success(`${toSave.name} is saved.`);
      await refresh();
    } catch (error) {
      setRefused(refusals(error));
    }
  };
  const check = (field: 'priced' | 'again' | 'retired', words: string) => (
    <label className="flex min-h-[40px] items-center gap-2">
      <input
        type="checkbox"
        className="h-6 w-6 accent-verdigris"
        checked={input[field]}
        onChange={(event) => setInput({ ...input, [field]: event.target.checked })}
      />
      {words}
    </label>
  );
  return (
    <form
      className="sheet p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void save(input);
      }}
    >
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-[16rem_minmax(0,1fr)]">
        <label className="text-[0.9rem] font-bold">
          Name
          <input
            className="field font-normal"
            value={input.name}
            aria-invalid={refused.name ? true : undefined}
            onChange={(event) => setInput({ ...input, name: event.target.value })}
          />
          {refused.name && <span className="block font-normal text-ochre">✕ {refused.name}</span>}
        </label>
        <label className="text-[0.9rem] font-bold">
          What it is for
          <input
            className="field font-normal"
            value={input.about}
            onChange={(event) => setInput({ ...input, about: event.target.value })}
          />
        </label>
      </div>
      <div className="mt-1 flex flex-wrap gap-x-6">
        {check('priced', 'Points take an allowance, beside an asking price')}
        {check('again', 'Looks again at what the last one found')}
        {check('retired', 'Retired: no longer offered')}
      </div>
      <StagesEditor
        stages={input.stages}
        refused={refused}
        onChange={(stages) => setInput({ ...input, stages })}
      />
      <div className="mt-4 flex flex-wrap gap-2">
        <button type="submit" className="act">
          Save the protocol
        </button>
        {house && (
          <button
            type="button"
            className="quiet"
            onClick={() => setInput({ ...input, ...HOUSE_PROTOCOLS[id as HouseProtocolId] })}
          >
            As the house has it
          </button>
        )}
      </div>
    </form>
  );
}
