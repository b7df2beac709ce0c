import { dateIn } from '@upright-elder/core/days';
import { clockOf } from '@upright-elder/core/days';
import { draft, hoursOf, stepName, stepsOf, type Bench, type Folded } from '@upright-elder/core/jobs';
import { useState } from 'react';
import { usePeople } from '../../../data/hooks.js';
import { sayWhen } from '../../bench/sayTime.js';
import { useActing } from '../../bench/useActing.js';

/** Work whose end nobody noted before the shop closed: it counts nothing until somebody does. */
export function OpenEnds({
  job,
  bench,
  closedSince,
  now,
  zone,
}: {
  job: Folded;
  bench: Bench;
  /** ms */
  closedSince: number;
  now: number;
  zone: string;
}) {
  const { data: people = [] } = usePeople();
  const open = stepsOf(job).flatMap((step) =>
    hoursOf(step, now, closedSince).open.map((span) => ({ step, ...span })),
  );
  if (open.length === 0) return null;
  return (
    <section className="sheet mt-3 border-l-8 border-l-ochre px-4 py-2" aria-label="Ends not noted">
      {open.map(({ step, person, from }) => (
        <OpenEnd
          key={`${step.id} ${person} ${from}`}
          job={job}
          step={step.id}
          words={`${people.find(({ id }) => id === person)?.name ?? 'Somebody'}, ${stepName(step, bench)}: from ${sayWhen(from, now, zone)}, end not noted`}
          person={person}
          from={from}
          zone={zone}
        />
      ))}
    </section>
  );
}

function OpenEnd({
  job,
  step,
  words,
  person,
  from,
  zone,
}: {
  job: Folded;
  step: string;
  words: string;
  person: string;
  from: number;
  zone: string;
}) {
  const { acting, act } = useActing(job.id);
  const [typed, setTyped] = useState('');
  const ended = endOn(typed, from, zone);
  return (
    <form
      className="flex flex-wrap items-end gap-2 py-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (ended !== null) act([draft(acting(), 'paused', step, { person, ended })], 'Noted.');
      }}
    >
      <p className="min-w-[16rem] flex-1">▲ {words}. It counts nothing until then.</p>
      <label className="text-[0.9rem] font-bold">
        Ended at
        <input
          className="field w-28 font-normal"
          placeholder="17:30"
          autoComplete="off"
          value={typed}
          aria-invalid={typed.trim() !== '' && ended === null ? true : undefined}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <button type="submit" className="quiet" disabled={ended === null}>
        Note the end
      </button>
      {typed.trim() !== '' && ended === null && (
        <p className="w-full text-ochre">
          ✕ “{typed}” is no time after it began, on that day. Accepted: 17:30.
        </p>
      )}
    </form>
  );
}

/** An end that was typed as a time of the day on which it began, ms; null where it is none, or before. */
function endOn(typed: string, from: number, zone: string): number | null {
  const found = /^\s*(\d{1,2})[:.](\d{2})\s*$/u.exec(typed);
  if (!found || Number(found[1]) > 23 || Number(found[2]) > 59) return null;
  const [year, month, day] = dateIn(new Date(from).toISOString(), zone).split('-').map(Number) as [
    number,
    number,
    number,
  ];
  const at = Date.parse(clockOf(zone)([year, month, day, Number(found[1]), Number(found[2]), 0]));
  return at > from ? at : null;
}
