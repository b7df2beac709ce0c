import type { Instrument } from '@upright-elder/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { Choice } from '../../../fields/Choice.js';
import { inputOf, onlyNamed, type InstrumentForm } from './form.js';

/** A quick look before buying needs a name and no more: all else is put in when it stays. */
export function QuickStart({ id }: { id: string }) {
  const personId = usePersonId();
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [type, setType] = useState<InstrumentForm['type']>('flat-top');
  const [refused, setRefused] = useState('');
  const begin = async () => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    try {
      await send<Instrument>('PUT', `instruments/${id}`, inputOf(onlyNamed(name.trim(), type), personId));
      await refresh();
      void navigate(`/instruments/${id}/examine?protocol=quick`);
    } catch (error) {
      setRefused(Object.values(refusals(error)).join(' '));
    }
  };
  return (
    <form
      className="sheet mb-4 p-4"
      aria-label="Quick look"
      onSubmit={(event) => {
        event.preventDefault();
        void begin();
      }}
    >
      <h2 className="text-[1.3rem]">Only a quick look?</h2>
      <p className="text-faint">A name is enough; the rest is put in when it stays.</p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label className="min-w-[14rem] flex-1">
          <span className="block font-bold">Name for now</span>
          <input
            className="field"
            autoComplete="off"
            placeholder="such as parlour in the harbour shop"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <Choice
          label="Kind"
          value={type}
          onChange={setType}
          options={[
            { value: 'flat-top', label: 'flat top' },
            { value: 'archtop', label: 'archtop' },
          ]}
        />
        <button type="submit" className="act" disabled={name.trim() === ''}>
          Look now
        </button>
      </div>
      {refused && <p className="text-ochre">▲ {refused}</p>}
    </form>
  );
}
