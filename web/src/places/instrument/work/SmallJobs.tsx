import type { Instrument, JobOfList } from '@upright-elder/contract';
import { draft, SMALL_JOBS, type Folded } from '@upright-elder/core/jobs';
import { TREATMENTS } from '@upright-elder/core/treatments';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useWrite } from '../../../data/bench/jobs.js';
import { newId } from '../../../data/ids.js';
import { ListField } from '../../../fields/ListField.js';
import { OneLineForm } from '../../bench/OneLineForm.js';
import { useStartJob } from './useStartJob.js';

/** Small work in two touches, or a job that is put together by hand; it may come back from an earlier one. */
export function SmallJobs({
  instrument,
  before,
  into,
}: {
  instrument: Instrument;
  before: readonly JobOfList[];
  /** taken in already, and not planned */
  into?: Folded;
}) {
  const begin = useStartJob(instrument.id);
  const [comesFrom, setComesFrom] = useState('');
  const [harmed, setHarmed] = useState(false);
  const write = useWrite();
  const navigate = useNavigate();
  const fits = SMALL_JOBS.filter(({ treatments }) =>
    treatments.every((id) => {
      const { only } = TREATMENTS[id];
      return only === undefined || (only === 'archtop') === (instrument.type === 'archtop');
    }),
  );
  const start = (name: string, from: 'small' | 'by hand', treatments: readonly string[]) =>
    begin?.({ name, from, treatments, ...(comesFrom ? { comesFrom } : {}) }, into && { job: into, why: '' });
  return (
    <section className="sheet mt-3 p-4" aria-label="Start a small job">
      <h3 className="text-[1.25rem]">Start a small job</h3>
      {before.length > 0 && !into && (
        <div className="max-w-[26rem]">
          <ListField
            label="Comes back from"
            value={comesFrom}
            options={[
              { value: '', label: 'no earlier job' },
              ...before.map(({ id, summary }) => ({ value: id, label: summary.name })),
            ]}
            onPick={setComesFrom}
          />
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {fits.map(({ name, treatments }) => (
          <button
            key={name}
            type="button"
            className="quiet min-h-[56px]"
            disabled={!begin}
            onClick={() => start(name, 'small', treatments)}
          >
            {name}
          </button>
        ))}
        <button
          type="button"
          className="quiet min-h-[56px]"
          disabled={!begin}
          onClick={() => start('A job of its own', 'by hand', [])}
        >
          A job by hand
        </button>
        {!into && (
          <button
            type="button"
            className="quiet min-h-[56px]"
            aria-expanded={harmed}
            onClick={() => setHarmed(!harmed)}
          >
            A mishap
          </button>
        )}
      </div>
      {harmed && (
        <OneLineForm
          className="mt-2"
          label="What happened to it"
          button="Note the mishap"
          most={1000}
          act
          onSay={(what) => {
            const job = newId();
            const acting = { newId };
            const kept = write(job, [
              draft(acting, 'opened', null, { instrument: instrument.id, name: 'Mishap', from: 'by hand' }),
              draft(acting, 'plan taken', null, { version: 1, steps: [] }),
              draft(acting, 'mishap', null, { instrument: instrument.id, what, live: false, cost: 'shop' }),
            ]);
            if (kept) void navigate(`/instruments/${instrument.id}/work?job=${job}`);
          }}
        />
      )}
    </section>
  );
}
