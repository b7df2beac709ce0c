import { draft, stepName, stepsOf, type Bench, type Folded, type Line } from '@upright-elder/core/jobs';
import { isoDate } from '@upright-elder/core/days';
import type { Shop } from '@upright-elder/contract';
import { useState } from 'react';
import { Fold } from '../../../fields/Fold.js';
import { Tick } from '../../../fields/Tick.js';
import { benchNow } from '../../../data/bench/device.js';
import { useActing } from '../../bench/useActing.js';
import { Consents } from './Consents.js';

const SAID: Record<Line['state'], string> = {
  ordered: 'not agreed yet',
  agreed: '✓ agreed',
  declined: '✕ declined',
  withdrawn: '✕ withdrawn',
  'not needed': 'not needed',
};

/** What was asked for, line by line, and what the owner says to each. */
export function JobLines({ job, bench, shop }: { job: Folded; bench: Bench; shop: Shop }) {
  const { acting, act } = useActing(job.id);
  const [say, setSay] = useState('');
  const lines = [...job.lines.values()];
  const add = (from: Line['from']) => {
    act([draft(acting(), 'ordered', null, { line: acting().newId(), say: say.trim(), from })], 'Added.');
    setSay('');
  };
  const said = lines.length > 0 || job.consents.size > 0;
  if (!said && job.handedOver) return null;
  return (
    <Fold
      key={String(said)}
      defaultOpen={said}
      summary={<h3 className="text-[1.25rem]">What was asked for and agreed</h3>}
      className="sheet mt-3 px-4 py-1"
    >
      <ul>
        {lines.map((line) => (
          <LineOf key={line.id} line={line} job={job} bench={bench} />
        ))}
      </ul>
      {!job.handedOver && (
        <div className="mt-2 flex flex-wrap items-end gap-2 print:hidden">
          <label className="min-w-[14rem] flex-1 text-[0.9rem] font-bold">
            Another line
            <input
              className="field font-normal"
              autoComplete="off"
              maxLength={300}
              value={say}
              onChange={(event) => setSay(event.target.value)}
            />
          </label>
          <button type="button" className="quiet" disabled={say.trim() === ''} onClick={() => add('owner')}>
            The owner wants it
          </button>
          <button type="button" className="quiet" disabled={say.trim() === ''} onClick={() => add('shop')}>
            We propose it
          </button>
        </div>
      )}
      {(job.version > 0 || job.consents.size > 0) && <Consents job={job} bench={bench} shop={shop} />}
    </Fold>
  );
}

type Asked = 'declined' | 'not needed' | 'steps' | null;

function LineOf({ line, job, bench }: { line: Line; job: Folded; bench: Bench }) {
  const { acting, act } = useActing(job.id);
  const [asked, setAsked] = useState<Asked>(null);
  const [why, setWhy] = useState('');
  const steps = stepsOf(job);
  const served = steps.filter((step) => step.line === line.id);
  const agree = (way: 'spoken' | 'written') =>
    act(
      [
        draft(acting(), 'agreed', null, {
          line: line.id,
          way,
          date: isoDate(Math.floor(benchNow() / 86400000)),
        }),
      ],
      'Agreed.',
    );
  const settled = line.state !== 'ordered';
  return (
    <li className="border-b border-rule py-2 last:border-b-0">
      <p>
        {line.say} <span className="text-faint">{line.from === 'shop' ? '· we proposed it' : ''}</span>{' '}
        <strong className={line.state === 'ordered' ? 'text-ochre' : ''}>
          · {SAID[line.state]}
          {line.state === 'agreed' && line.way && ` ${line.way === 'written' ? 'in writing' : 'by word'}`}
          {line.because && `: ${line.because}`}
        </strong>
      </p>
      {served.length > 0 && (
        <p className="text-[0.92rem] text-faint">
          Worked by: {served.map((step) => stepName(step, bench)).join(', ')}
        </p>
      )}
      {!job.handedOver && (
        <div className="mt-1 flex flex-wrap gap-2 print:hidden">
          {!settled && (
            <>
              <button type="button" className="quiet" onClick={() => agree('spoken')}>
                Agreed by word
              </button>
              <button type="button" className="quiet" onClick={() => agree('written')}>
                Agreed in writing
              </button>
              <button type="button" className="quiet" onClick={() => setAsked('declined')}>
                Declined
              </button>
              <button type="button" className="quiet" onClick={() => setAsked('not needed')}>
                Not needed, because
              </button>
            </>
          )}
          {line.state === 'agreed' && (
            <button
              type="button"
              className="quiet"
              onClick={() => act([draft(acting(), 'withdrawn', null, { line: line.id })], 'Withdrawn.')}
            >
              The owner takes it back
            </button>
          )}
          {steps.length > 0 && (
            <button
              type="button"
              className="quiet"
              aria-expanded={asked === 'steps'}
              onClick={() => setAsked(asked === 'steps' ? null : 'steps')}
            >
              Its steps
            </button>
          )}
        </div>
      )}
      {(asked === 'declined' || asked === 'not needed') && (
        <form
          className="mt-1 flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            act(
              [
                asked === 'declined'
                  ? draft(acting(), 'declined', null, {
                      line: line.id,
                      ...(why.trim() ? { why: why.trim() } : {}),
                    })
                  : draft(acting(), 'not needed', null, { line: line.id, because: why.trim() }),
              ],
              'Noted.',
            );
            setAsked(null);
          }}
        >
          <label className="min-w-0 grow text-[0.9rem] font-bold">
            {asked === 'declined' ? 'Why (if the owner said)' : 'Because'}
            <input
              className="field font-normal"
              autoComplete="off"
              maxLength={500}
              value={why}
              onChange={(event) => setWhy(event.target.value)}
            />
          </label>
          <button type="submit" className="quiet" disabled={asked === 'not needed' && why.trim() === ''}>
            Note it
          </button>
        </form>
      )}
      {asked === 'steps' && (
        <div className="mt-1 grid sm:grid-cols-2">
          {steps.map((step) => (
            <Tick
              key={step.id}
              label={stepName(step, bench)}
              checked={step.line === line.id}
              onChange={(yes) =>
                act([
                  draft(acting(), 'serves', null, {
                    line: line.id,
                    steps: steps
                      .filter((one) => (one.id === step.id ? yes : one.line === line.id))
                      .map(({ id }) => id),
                  }),
                ])
              }
            />
          ))}
        </div>
      )}
    </li>
  );
}
