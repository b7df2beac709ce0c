import { sayBench, sayWait } from '@upright-elder/core/units';
import type { TreatmentAsWorked } from '@upright-elder/contract';
import { PLAINLY_WORKED } from '@upright-elder/core/treatments';
import { useState } from 'react';
import { Fetching } from '../../../app/Fetching.js';
import { useTreatments } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { TreatmentForm } from './TreatmentForm.js';

const NEW = (id: string): TreatmentAsWorked => ({
  id,
  version: 0,
  by: '',
  name: '',
  for: '',
  stage: 'inside',
  hands: [1, 1],
  wait: [0, 0],
  supplies: [0, 0],
  materials: [],
  gate: '',
  putAway: false,
  own: true,
  heading: '',
  changed: true,
});

/** The catalogue of treatments: times, words and materials as the shop works them, and what it added. */
export function Catalogue() {
  const [open, setOpen] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const [fresh, setFresh] = useState<string | null>(null);
  return (
    <section className="sheet p-5" aria-label="Treatments">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="text-[1.3rem]">Treatments</h2>
        <button type="button" className="quiet" onClick={() => setFresh(newId())}>
          Add our own
        </button>
      </div>
      <p className="text-[0.92rem] text-faint">
        Times are house defaults from common practice, the more cautious where they differ. What is changed
        here is kept apart from them, and can be given back.
      </p>
      <label className="mt-2 block">
        <span className="sr-only">Find a treatment</span>
        <input
          className="field"
          type="search"
          placeholder="find by a word, such as brace"
          value={search}
          onChange={({ target: { value } }) => setSearch(value)}
        />
      </label>
      {fresh && <TreatmentForm key={fresh} treatment={NEW(fresh)} onDone={() => setFresh(null)} />}
      <Fetching of={useTreatments()}>
        {(all) => (
          <ul className="mt-2">
            {all
              .filter((one) => fits(one, search))
              .map((one) => (
                <li key={one.id} className="border-b border-rule last:border-b-0">
                  <button
                    type="button"
                    aria-expanded={open === one.id}
                    onClick={() => setOpen(open === one.id ? null : one.id)}
                    className="grid min-h-[44px] w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-3 py-1 text-left"
                  >
                    <span>
                      {one.name}{' '}
                      <span className="text-[0.88rem] text-faint">
                        {one.own ? 'our own' : one.changed ? 'changed by the shop' : one.heading}
                        {PLAIN.has(one.id) && ' · at the bench by its gate alone'}
                      </span>
                    </span>
                    <span className="text-[0.92rem] text-faint">
                      {sayBench(one.hands)}
                      {one.wait[1] > 0 && ` · waits ${sayWait(one.wait)}`}
                    </span>
                  </button>
                  {open === one.id && <TreatmentForm treatment={one} onDone={() => setOpen(null)} />}
                </li>
              ))}
          </ul>
        )}
      </Fetching>
    </section>
  );
}

/** Nobody wrote down yet how these are worked. */
const PLAIN: ReadonlySet<string> = new Set(PLAINLY_WORKED);

const fits = ({ name, heading, for: of }: TreatmentAsWorked, search: string): boolean =>
  `${name} ${heading} ${of}`.toLowerCase().includes(search.trim().toLowerCase());
