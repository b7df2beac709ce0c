import type { OutAsked } from '@upright-elder/contract';
import { FOR_WHOM, type ForWhom } from '@upright-elder/core/exchange';
import { FOR_WHOM_WORDS } from '@upright-elder/core/wording';
import { useState } from 'react';
import { toast } from 'sonner';
import { beginOut, outUrl, stopOut, useOutFile } from '../../../data/exchange.js';
import { useShelf } from '../../../data/hooks.js';
import { Choice } from '../../../fields/Choice.js';
import { Tick } from '../../../fields/Tick.js';

type Ticks = Pick<OutAsked, 'owners' | 'money' | 'notes'>;
const TICK_WORDS: Record<keyof Ticks, string> = {
  owners: 'Owners: names, ways to reach them, what they said; with prices and notes their papers too',
  money: 'Prices and values',
  notes: 'The shop’s own notes',
};

/** One file with everything, or with some instruments: for whom, and what is ticked. */
export function Out() {
  const [whom, setWhom] = useState<ForWhom>('ourselves');
  const [ticks, setTicks] = useState<Ticks>({ owners: false, money: false, notes: false });
  const [chosen, setChosen] = useState<Chosen[]>([]);
  const [some, setSome] = useState(false);
  const [id, setId] = useState<string | null>(null);
  const { data: file, mutate } = useOutFile(id);
  const isWriting = file?.state === 'writing';
  const begin = async () => {
    try {
      const instruments = some ? chosen.map((one) => one.id) : null;
      const begun = await beginOut({ for: whom, ...ticks, instruments });
      setId(begun.id);
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  return (
    <section className="sheet p-5" aria-labelledby="going-out">
      <h2 id="going-out" className="text-[1.3rem]">
        Out
      </h2>
      <p className="mb-3 text-faint">
        One file in open formats: all records as JSON and CSV, photographs, body plans as SVG and DXF.
      </p>
      <div className="grid gap-3">
        <div>
          <h3 className="mb-1 text-[1rem] font-bold">For whom</h3>
          <Choice
            label="For whom"
            value={whom}
            options={FOR_WHOM.map((value) => ({ value, label: FOR_WHOM_WORDS[value] }))}
            onChange={setWhom}
          />
        </div>
        {whom === 'ourselves' ? (
          <p className="text-faint">Everything goes along, owners and prices too.</p>
        ) : (
          <div role="group" aria-label="What goes along">
            {(Object.keys(TICK_WORDS) as (keyof Ticks)[]).map((tick) => (
              <Tick
                key={tick}
                label={TICK_WORDS[tick]}
                checked={ticks[tick]}
                onChange={(to) => setTicks({ ...ticks, [tick]: to })}
              />
            ))}
          </div>
        )}
        <div>
          <h3 className="mb-1 text-[1rem] font-bold">What</h3>
          <Choice
            label="What"
            value={some ? 'some' : 'all'}
            options={[
              { value: 'all', label: 'The whole shop' },
              { value: 'some', label: 'Some instruments' },
            ]}
            onChange={(value) => setSome(value === 'some')}
          />
        </div>
        {some && <ChooseInstruments chosen={chosen} onChange={setChosen} />}
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="act"
            disabled={isWriting || (some && chosen.length === 0)}
            onClick={() => void begin()}
          >
            Make the file
          </button>
          {file && isWriting && (
            <>
              <progress aria-label="How far the file is" value={file.share} max={1} className="w-40" />
              <button
                type="button"
                className="quiet"
                onClick={() => void stopOut(file.id).then(() => mutate())}
              >
                Stop
              </button>
            </>
          )}
        </div>
        <div role="status">
          {file?.state === 'ready' && (
            <p>
              <a className="font-bold underline" href={outUrl(file.id)} download={file.name}>
                Save {file.name}
              </a>{' '}
              <span className="text-faint">{(file.bytes / 1e6).toFixed(1)} MB</span>
            </p>
          )}
          {file?.state === 'stopped' && <p>It was stopped. Nothing is left of it.</p>}
          {file?.state === 'failed' && (
            <p className="text-ochre">The file could not be written: {file.why}.</p>
          )}
        </div>
      </div>
    </section>
  );
}

interface Chosen {
  id: string;
  nickname: string;
}

/** Instruments by a word of their name. */
function ChooseInstruments({
  chosen,
  onChange,
}: {
  chosen: readonly Chosen[];
  onChange: (chosen: Chosen[]) => void;
}) {
  const [search, setSearch] = useState('');
  const { data } = useShelf(1, search);
  const others = (data?.cards ?? []).filter(({ id }) => chosen.every((one) => one.id !== id)).slice(0, 12);
  return (
    <div className="grid gap-2">
      <label className="grid gap-0.5 text-[0.9rem] font-bold">
        Find an instrument
        <input
          className="field text-[1rem] font-normal"
          value={search}
          maxLength={100}
          onChange={(event) => setSearch(event.target.value)}
        />
      </label>
      {chosen.length > 0 && (
        <ul className="flex flex-wrap gap-2" aria-label="Chosen">
          {chosen.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                className="act"
                aria-label={`${one.nickname}: leave it out`}
                onClick={() => onChange(chosen.filter(({ id }) => id !== one.id))}
              >
                {one.nickname} <span aria-hidden="true">×</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <ul className="flex flex-wrap gap-2" aria-label="Found">
        {others.map(({ id, nickname }) => (
          <li key={id}>
            <button type="button" className="quiet" onClick={() => onChange([...chosen, { id, nickname }])}>
              {nickname}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
