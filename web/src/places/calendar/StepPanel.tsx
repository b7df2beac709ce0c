import type { CalendarPage, Person } from '@upright-elder/contract';
import { clockOf, isDay, sayDate } from '@upright-elder/core/days';
import type { PlannedStep } from '@upright-elder/core/schedule';
import { sayLink } from '@upright-elder/core/wording';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { DayField } from '../../fields/DayField.js';
import { Labelled } from '../../fields/Labelled.js';
import { ListField } from '../../fields/ListField.js';
import type { Names } from './names.js';
import type { Put } from './useCalendarHand.js';

/** One step of the calendar: when, why then, and where it goes by hand. */
export function StepPanel({
  page,
  step,
  people,
  names,
  busy,
  onPut,
  onChoose,
}: {
  page: CalendarPage;
  step: PlannedStep;
  people: readonly Person[];
  names: Names;
  busy: boolean;
  onPut: (put: Put) => void;
  onChoose: (step: string) => void;
}) {
  const { planned, pins, zone } = page;
  const pin = pins.find(({ id }) => id === step.step);
  const after =
    'step' in step.because
      ? (planned.shown.steps.find((one) => one.step === (step.because as { step: string }).step) ?? null)
      : null;
  const own = planned.shown.steps
    .filter(({ job }) => job === step.job)
    .sort((a, b) => a.start - b.start || a.ready - b.ready);
  const at = own.findIndex((one) => one.step === step.step);
  const [day, setDay] = useState(names.dateOf(step.start));
  const [time, setTime] = useState(names.clock(step.start));
  const [person, setPerson] = useState(pin?.person ?? step.by[0] ?? '');
  const timeId = useId();
  const [why, setWhy] = useState(pin?.why ?? '');
  const start = instantOf(day, time, zone);
  return (
    <section className="sheet px-4 py-3" aria-label="The step">
      <h2 className="text-[1.25rem] leading-tight">
        {names.job(step.job)}: {names.step(step.step)}
      </h2>
      <p>
        {names.at(step.start)} to{' '}
        {names.dateOf(step.end) === names.dateOf(step.start) ? names.clock(step.end) : names.at(step.end)}
        {step.by.length > 0 && `, ${step.by.map(names.person).join(' and ')}`}.
        {step.ready > step.end && ` What follows may begin ${names.at(step.ready)}.`}
      </p>
      <p className="text-faint">{sayLink({ step, after }, names)}</p>
      {planned.loose.includes(step.step) && (
        <p className="text-ochre">
          It cannot stay where it was put: what comes before is not done by then, or the person is busy. It
          begins as soon as it may.
        </p>
      )}
      {pin && (
        <p>
          {pin.start === null
            ? `Given to ${names.person(pin.person ?? '')}`
            : `Put at ${names.at(pin.start)}`}{' '}
          by {pin.byName}, {sayDate(names.dateOf(Date.parse(pin.updatedAt)))}
          {pin.why && `: ${pin.why}`}.
        </p>
      )}
      <form
        className="mt-2 grid gap-2 border-t border-rule pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (start !== null) onPut({ step, start, person: person || null, why });
        }}
      >
        <div className="grid grid-cols-[minmax(0,1fr)_7rem] gap-2">
          <DayField label="Begin on" value={day} onChange={setDay} />
          <Labelled id={timeId} label="At">
            <input
              id={timeId}
              inputMode="numeric"
              autoComplete="off"
              maxLength={5}
              placeholder="9:30"
              aria-invalid={start === null ? true : undefined}
              className="field"
              value={time}
              onChange={(event) => setTime(event.target.value)}
            />
          </Labelled>
        </div>
        <ListField
          label="By"
          value={person}
          options={people.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setPerson}
        />
        <label className="grid gap-0.5 font-bold">
          Why
          <input
            className="field font-normal"
            value={why}
            maxLength={300}
            placeholder="the owner comes to listen"
            onChange={(event) => setWhy(event.target.value)}
          />
        </label>
        <div className="flex flex-wrap gap-2">
          <button type="submit" className="act" disabled={busy || start === null}>
            Put it there
          </button>
          {person !== '' && (
            <button
              type="button"
              className="quiet"
              disabled={busy}
              onClick={() => onPut({ step, start: null, person, why })}
            >
              Only by {names.person(person)}
            </button>
          )}
          {pin && (
            <button
              type="button"
              className="quiet"
              disabled={busy}
              onClick={() => onPut({ step, start: null, person: null, why: '' })}
            >
              Let it go
            </button>
          )}
        </div>
      </form>
      <p className="mt-2 flex flex-wrap items-center gap-2">
        {[
          { words: 'The step before', to: own[at - 1] },
          { words: 'The step after', to: own[at + 1] },
        ].map(({ words, to }) => (
          <button
            key={words}
            type="button"
            className="quiet"
            disabled={!to}
            onClick={() => to && onChoose(to.step)}
          >
            {words}
          </button>
        ))}
        <Link to={`/bench/${step.job}/${step.step}`} className="inline-block min-h-[44px] py-2 underline">
          To the step
        </Link>
      </p>
    </section>
  );
}

/** A day and a time of day by the shop's clock, ms; null while one of them is none. */
function instantOf(day: string, time: string, zone: string): number | null {
  const found = /^(\d{1,2})(?:[:.]?(\d{2}))?$/u.exec(time.trim());
  if (!isDay(day) || !found || Number(found[1]) > 23 || Number(found[2] ?? 0) > 59) return null;
  const [year, month, date] = day.split('-').map(Number);
  return Date.parse(clockOf(zone)([year!, month!, date!, Number(found[1]), Number(found[2] ?? 0), 0]));
}
