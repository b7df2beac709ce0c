import { dateIn, sayDate } from '@upright-elder/core/days';
import {
  draft,
  JOB_EVENTS,
  type Bench,
  type Folded,
  type JobEventId,
  type Oddity,
  type Told,
} from '@upright-elder/core/jobs';
import { ODDITY_WORDS, sayEvent } from '@upright-elder/core/wording';
import { useState } from 'react';
import { Choice } from '../../../fields/Choice.js';
import { Fold } from '../../../fields/Fold.js';
import { SortedTable } from '../../../fields/SortedTable.js';
import { pictureUrl } from '../../../data/pictures.js';
import { usePhotographs } from '../../../data/hooks.js';
import { sayClock } from '../../bench/sayTime.js';
import { useActing } from '../../bench/useActing.js';
import { useLogNames } from '../../bench/useLogNames.js';

const WAYS = [
  { value: 'prose', label: 'As a page' },
  { value: 'table', label: 'As a table' },
] as const;

/** What happened, day by day, as the next luthier reads it; or as rows that are compared. */
export function JobLog({ job, bench, zone }: { job: Folded; bench: Bench; zone: string }) {
  const names = useLogNames(job, bench);
  const [way, setWay] = useState<'prose' | 'table'>('prose');
  const [chosen, setChosen] = useState<string | null>(null);
  const told = job.log.filter(({ kind }) => JOB_EVENTS[kind as JobEventId].told);
  const days = [...new Set(told.map(({ time }) => dateIn(new Date(time).toISOString(), zone)))];
  if (told.length === 0) return null;
  const say = (event: Told) => sayEvent(event, names);
  return (
    <Fold summary={`Log (${told.length})`} className="sheet mt-3 px-4 py-1">
      <div className="mb-2 print:hidden">
        <Choice label="The log" value={way} options={WAYS} onChange={setWay} />
      </div>
      <Oddities job={job} say={say} />
      {way === 'table' ? (
        <SortedTable
          name="log of the job"
          rows={told}
          keyOf={({ id }) => id}
          rowClass={({ struck }) => (struck ? 'text-faint line-through' : '')}
          columns={[
            {
              id: 'when',
              head: 'When',
              by: ({ time }) => time,
              cell: ({ time }) =>
                `${sayDate(dateIn(new Date(time).toISOString(), zone))} ${sayClock(time, zone)}`,
            },
            { id: 'who', head: 'Who', by: ({ by }) => names.person(by), cell: ({ by }) => names.person(by) },
            {
              id: 'step',
              head: 'Step',
              by: ({ step }) => names.step(step),
              cell: ({ step }) => names.step(step),
            },
            { id: 'what', head: 'What', cell: say },
          ]}
        />
      ) : (
        days.map((day) => (
          <div key={day} className="pb-2">
            <h4 className="font-bold">{sayDate(day, 'long')}</h4>
            <ul>
              {told
                .filter(({ time }) => dateIn(new Date(time).toISOString(), zone) === day)
                .map((event) => (
                  <LogLine
                    key={event.id}
                    job={job}
                    event={event}
                    words={say(event)}
                    zone={zone}
                    open={event.id === chosen}
                    onOpen={() => setChosen(event.id === chosen ? null : event.id)}
                  />
                ))}
            </ul>
          </div>
        ))
      )}
    </Fold>
  );
}

/** A line of the log; opened, it can be crossed out with a reason, or brought back. */
function LogLine({
  job,
  event,
  words,
  zone,
  open,
  onOpen,
}: {
  job: Folded;
  event: Told;
  words: string;
  zone: string;
  open: boolean;
  onOpen: () => void;
}) {
  const { acting, act } = useActing(job.id);
  const [why, setWhy] = useState('');
  const corrections = job.corrections.get(event.id) ?? [];
  const fixed = event.kind === 'opened' || event.kind === 'corrects' || job.handedOver !== null;
  return (
    <li>
      <button
        type="button"
        className={`min-h-[32px] text-left ${event.struck ? 'text-faint line-through' : ''}`}
        aria-expanded={open}
        onClick={onOpen}
      >
        <span className="text-faint">
          {sayClock(event.time, zone)}
          {event.checked ? '' : ' (clock not checked)'}
        </span>{' '}
        {job.doubts.has(event.id) && <span className="text-ochre">▲ in doubt: </span>}
        {words}
      </button>
      {event.kind === 'photograph' && <LogPicture job={job} event={event} />}
      {open && (
        <div className="mb-2 border-l-4 border-rule pl-3 print:hidden">
          {corrections.map((one) => (
            <p key={one.id} className="text-[0.92rem] text-faint">
              {one.does === 'strikes'
                ? 'Crossed out'
                : one.does === 'restores'
                  ? 'Brought back'
                  : 'Corrected'}
              : {one.why}
            </p>
          ))}
          {!fixed && (
            <form
              className="flex flex-wrap items-end gap-2"
              onSubmit={(submitted) => {
                submitted.preventDefault();
                act(
                  [
                    draft(acting(), 'corrects', null, {
                      event: event.id,
                      does: event.struck ? 'restores' : 'strikes',
                      why: why.trim(),
                    }),
                  ],
                  event.struck ? 'Brought back.' : 'Crossed out.',
                );
                setWhy('');
              }}
            >
              <label className="min-w-0 grow text-[0.9rem] font-bold">
                Why
                <input
                  className="field font-normal"
                  autoComplete="off"
                  maxLength={500}
                  value={why}
                  onChange={(changed) => setWhy(changed.target.value)}
                />
              </label>
              <button type="submit" className="quiet" disabled={why.trim() === ''}>
                {event.struck ? 'Bring it back' : 'Cross it out'}
              </button>
            </form>
          )}
        </div>
      )}
    </li>
  );
}

function LogPicture({ job, event }: { job: Folded; event: Told }) {
  const { data: all = [] } = usePhotographs(job.instrument!);
  const one = all.find(({ id }) => id === (event.body as { photograph: string }).photograph);
  return one ? (
    <img
      src={pictureUrl(one.picture, true)}
      alt={one.note || 'taken at the bench'}
      loading="lazy"
      className="my-1 h-[8rem] w-auto"
    />
  ) : null;
}

/** What does not fit together, and what a newer program wrote: shown, so that somebody says which is so. */
function Oddities({ job, say }: { job: Folded; say: (event: Told) => string }) {
  const byId = new Map(job.log.map((event) => [event.id, event]));
  const shown = job.oddities.filter(
    ({ kind, event }: Oddity) => kind !== 'written to a split step' && byId.get(event)?.struck === false,
  );
  if (shown.length === 0 && job.unread.length === 0) return null;
  return (
    <ul className="mb-2 border-l-4 border-ochre pl-3" aria-label="Does not fit together">
      {shown.map(({ kind, event }) => (
        <li key={`${kind} ${event}`}>
          ▲ {ODDITY_WORDS[kind]} {say(byId.get(event)!)}
        </li>
      ))}
      {job.unread.length > 0 && (
        <li>
          ▲ A newer program wrote {job.unread.length === 1 ? 'one entry' : `${job.unread.length} entries`}{' '}
          that this one cannot read. Nothing of it is lost.
        </li>
      )}
    </ul>
  );
}
