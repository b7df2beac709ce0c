import type { Instrument, Trial, TrialInput } from '@upright-elder/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh, useTrials } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { useUndoable } from '../../../data/undo.js';
import type { Toggle } from './stretches.js';
import type { Trial as Trying } from './useTrial.js';

interface Props {
  instrument: Instrument;
  toggles: readonly Toggle[];
  trying: Trying;
}

/** What is tried here, kept with the instrument under a name; laid on again, sent to the work, or put away. */
export function Trials({ instrument, toggles, trying }: Props) {
  const { data: trials = [] } = useTrials(instrument.id);
  const personId = usePersonId();
  const refresh = useRefresh();
  const [name, setName] = useState('');
  const [refused, setRefused] = useState<string>();
  const undoable = useUndoable();
  const save = async (
    id: string,
    input: Omit<TrialInput, 'by' | 'instrumentId'>,
    said: string,
    before?: Omit<TrialInput, 'by' | 'instrumentId'>,
  ) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return false;
    }
    try {
      const put = (one: typeof input) =>
        send('PUT', `trials/${id}`, { ...one, instrumentId: instrument.id, by: personId });
      await put(input);
      await refresh();
      undoable(said, () => put({ ...(before ?? { ...input, putAway: true }), version: input.version + 1 }));
      return true;
    } catch (error) {
      setRefused(refusals(error).name);
      return false;
    }
  };
  const keep = async () => {
    const loose = toggles
      .filter(({ id }) => trying.loose.has(id))
      .map(({ stretch: { brace, from, to } }) => ({ brace, from, to }));
    const tried = {
      loose,
      strings: trying.strung.set,
      tuning: trying.strung.tuning,
      moisture: trying.moisture,
      anchor: trying.anchor,
      plateCracked: trying.plateCracked,
    };
    if (
      await save(newId(), { version: 0, name, tried, forWork: false, putAway: false }, 'The trial is kept.')
    ) {
      setName('');
      setRefused(undefined);
    }
  };
  const change = (
    { id, version, name: called, tried, forWork, putAway }: Trial,
    part: Partial<TrialInput>,
    said: string,
  ) => {
    const before = { version, name: called, tried, forWork, putAway };
    return save(id, { ...before, ...part }, said, before);
  };
  return (
    <section className="sheet p-4" aria-label="Trials">
      <h2 className="text-[1.2rem]">Trials</h2>
      <form
        className="mt-1 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <label className="min-w-0 flex-1 text-[0.9rem] font-bold">
          Keep what is tried as
          <input
            type="text"
            className="field font-normal"
            autoComplete="off"
            placeholder="such as both legs glued"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <button type="submit" className="quiet" disabled={name.trim() === ''}>
          Save
        </button>
      </form>
      {refused && <p className="text-wax">✕ {refused}</p>}
      <ul className="mt-1">
        {trials.map((trial) => {
          const glues = gluedIn(trial, toggles);
          return (
            <li key={trial.id} className="border-b border-rule py-2">
              <span className="font-bold">{trial.name}</span>
              <span className="text-[0.9rem] text-faint"> · {trial.byName}</span>
              {glues.length > 0 && (
                <span className="block text-[0.9rem]">
                  {trial.forWork ? 'Sent to the work: glue' : 'Glues'}{' '}
                  {glues.map((one) => one.name).join('; ')}.
                </span>
              )}
              <span className="mt-1 flex flex-wrap gap-2">
                <button type="button" className="quiet" onClick={() => trying.lay(trial.tried, toggles)}>
                  Try it again
                </button>
                {glues.length > 0 && (
                  <button
                    type="button"
                    className="quiet"
                    onClick={() =>
                      void change(
                        trial,
                        { forWork: !trial.forWork },
                        trial.forWork ? 'It is off the page of the work.' : 'Work shows it.',
                      )
                    }
                  >
                    {trial.forWork ? 'Take off Work' : 'Send to the work'}
                  </button>
                )}
                <button
                  type="button"
                  className="quiet"
                  onClick={() => void change(trial, { putAway: true, forWork: false }, 'Trial archived.')}
                >
                  Archive
                </button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What a trial glues of what was found loose. */
export const gluedIn = ({ tried }: Pick<Trial, 'tried'>, toggles: readonly Toggle[]): Toggle[] =>
  toggles.filter(
    ({ recorded, stretch }) =>
      recorded &&
      !tried.loose.some(
        ({ brace, from, to }) => brace === stretch.brace && from < stretch.to && to > stretch.from,
      ),
  );
