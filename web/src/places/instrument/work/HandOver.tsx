import type { Instrument } from '@upright-elder/contract';
import { draft, type Folded, type openAtHandOver } from '@upright-elder/core/jobs';
import { sayBar, type JobNames } from '@upright-elder/core/wording';
import { useState } from 'react';
import { Link } from 'react-router';
import { Fold } from '../../../fields/Fold.js';
import { Tick } from '../../../fields/Tick.js';
import { useActing } from '../../bench/useActing.js';

/** The end of a job: what is still open is asked, and who took it is written down. */
export function HandOver({
  job,
  instrument,
  names,
  open,
}: {
  job: Folded;
  instrument: Instrument;
  names: JobNames;
  open: ReturnType<typeof openAtHandOver>;
}) {
  const { acting, act } = useActing(job.id);
  const [who, setWho] = useState(instrument.owner);
  const [anyway, setAnyway] = useState(false);
  const asks = [
    ...(open.steps.length > 0
      ? [`${open.steps.length} step${open.steps.length === 1 ? ' is' : 's are'} not done.`]
      : []),
    ...open.parts.map((label) => `“${label}” came off and is not back on.`),
    ...open.questions.map((say) => `The owner has not answered: ${say}`),
  ];
  return (
    <Fold
      key={`${open.steps.length === 0 && job.version > 0}`}
      defaultOpen={open.steps.length === 0 && job.version > 0}
      summary={<h3 className="text-[1.25rem]">Hand it over</h3>}
      className="sheet mt-3 px-4 py-1 print:hidden"
    >
      <div id="hand-over" className="pb-2">
        {open.bars.map((bar) => (
          <p key={JSON.stringify(bar)} className="text-ochre">
            ▲ {sayBar(bar, names)}
          </p>
        ))}
        {asks.map((one) => (
          <p key={one}>• {one}</p>
        ))}
        {open.bars.length === 0 && (
          <form
            className="mt-2 flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              act(
                [
                  draft(acting(), 'handed over', null, {
                    who: who.trim(),
                    back: [...job.parts.values()]
                      .filter(({ state }) => state === 'given back')
                      .map(({ label }) => label),
                  }),
                ],
                'Handed over.',
              );
            }}
          >
            <label className="min-w-[16rem] flex-1 font-bold">
              Who takes it
              <input
                className="field font-normal"
                autoComplete="off"
                maxLength={200}
                value={who}
                onChange={(event) => setWho(event.target.value)}
              />
            </label>
            {asks.length > 0 && <Tick label="Hand it over as it is" checked={anyway} onChange={setAnyway} />}
            <button
              type="submit"
              className="act"
              disabled={who.trim() === '' || (asks.length > 0 && !anyway)}
            >
              Hand it over
            </button>
          </form>
        )}
        <Link to="../examine" className="mt-1 inline-block min-h-[44px] py-2 underline">
          Measure it as it is handed over
        </Link>
      </div>
    </Fold>
  );
}
