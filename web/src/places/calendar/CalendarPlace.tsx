import type { CalendarPage } from '@upright-elder/contract';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useTitle } from '../../app/useTitle.js';
import { useCalendar, usePeople } from '../../data/hooks.js';
import { useNarrow } from '../../data/useNarrow.js';
import { Choice } from '../../fields/Choice.js';
import { DayList } from './DayList.js';
import { namesOf, type Names } from './names.js';
import { Offers } from './Offers.js';
import { StepPanel } from './StepPanel.js';
import { Timeline } from './Timeline.js';
import { SPANS, timeScale, type Span } from './timeScale.js';
import { useCalendarHand } from './useCalendarHand.js';
import { WhenDone } from './WhenDone.js';

/** Calendar: what lies on which day, by whom, what each waits for, and when each instrument is done. */
export default function CalendarPlace() {
  useTitle('Calendar');
  return <Fetching of={useCalendar()}>{(page) => <Weeks page={page} />}</Fetching>;
}

function Weeks({ page }: { page: CalendarPage }) {
  const { data: all } = usePeople();
  const people = useMemo(() => (all ?? []).filter(({ struck }) => !struck), [all]);
  const names = useMemo(() => namesOf(page, all ?? []), [page, all]);
  const narrow = useNarrow();
  const [wanted, setSpan] = useState<Span>('week');
  const span = narrow ? 'today' : wanted;
  const [rows, setRows] = useState<'instrument' | 'person'>('instrument');
  const [chosen, setChosen] = useState<string | null>(null);
  const hand = useCalendarHand(page);
  const { planned, now, zone } = page;
  const step = planned.shown.steps.find((one) => one.step === chosen) ?? null;
  const nothing = planned.shown.steps.length === 0;
  const today = timeScale(planned.open, 'today', now, zone).days[0]?.date ?? names.dateOf(now);
  const pinned = step && page.pins.find(({ id }) => id === step.step);
  return (
    <div>
      <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <h1 className="text-[2rem]">Calendar</h1>
        {!nothing && !narrow && (
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            <Choice
              label="Shown"
              value={wanted}
              options={(Object.keys(SPANS) as Span[]).map((value) => ({ value, label: SPANS[value] }))}
              onChange={setSpan}
            />
            <Choice
              label="Rows"
              value={rows}
              options={[
                { value: 'instrument', label: 'By instrument' },
                { value: 'person', label: 'By person' },
              ]}
              onChange={setRows}
            />
          </div>
        )}
      </div>
      {planned.assumedHours && (
        <p className="mb-2 text-faint">
          Monday to Friday, 9:00 to 18:00, is assumed.{' '}
          <Link to="/shop/hours" className="underline">
            Write down your hours
          </Link>
        </p>
      )}
      {nothing && planned.leftOut.length === 0 && (
        <p className="sheet said p-4">
          Nothing is left to plan.{' '}
          <Link to="/bench" className="underline">
            To the bench
          </Link>
        </p>
      )}
      <Offers page={page} names={names} busy={hand.busy} onGoBy={(way) => void hand.goBy(way)} />
      {hand.was && <Moved was={hand.was} page={page} names={names} />}
      {!narrow && !nothing && (
        <Timeline
          page={page}
          people={people}
          names={names}
          span={span}
          byPerson={rows === 'person'}
          chosen={chosen}
          onChoose={setChosen}
          onPut={(put) => void hand.put(put)}
        />
      )}
      <div className="mt-3 grid items-start gap-4 lg:grid-cols-2">
        <div className="grid gap-4">
          {step && (
            <StepPanel
              key={`${step.step} ${step.start} ${pinned?.version ?? 0}`}
              page={page}
              step={step}
              people={people}
              names={names}
              busy={hand.busy}
              onPut={(put) => void hand.put(put)}
              onChoose={setChosen}
            />
          )}
          {!nothing && (
            <DayList page={page} date={today} names={names} chosen={chosen} onChoose={setChosen} />
          )}
        </div>
        {(!nothing || planned.leftOut.length > 0) && <WhenDone page={page} names={names} />}
      </div>
      <p className="mt-3">
        <Link to="/season" className="inline-block min-h-[44px] py-2 underline">
          A season’s plan for a collection, and rounds
        </Link>
      </p>
    </div>
  );
}

/** What a touch moved, of its own and of others. */
function Moved({
  was,
  page,
  names,
}: {
  was: NonNullable<ReturnType<typeof useCalendarHand>['was']>;
  page: CalendarPage;
  names: Names;
}) {
  const { step } = was.put;
  const before = new Map(was.page.planned.shown.steps.map((one) => [one.step, one]));
  const now = page.planned.shown.steps.find((one) => one.step === step.step);
  if (!now || was.page.of === page.of) return null;
  const others = page.planned.shown.steps.filter((one) => {
    const old = before.get(one.step);
    return one.step !== step.step && old && (old.start !== one.start || old.by.join() !== one.by.join());
  });
  return (
    <p role="status" className="sheet mb-3 px-4 py-2">
      “{names.step(step.step)}” of {names.job(step.job)} begins {names.at(now.start)}
      {now.by.length > 0 && `, ${now.by.map(names.person).join(' and ')}`}.{' '}
      {others.length === 0
        ? 'Nothing else moves.'
        : `Moved for it: ${others
            .slice(0, 4)
            .map((one) => `“${names.step(one.step)}” of ${names.job(one.job)} to ${names.at(one.start)}`)
            .join('; ')}${others.length > 4 ? `; and ${others.length - 4} more` : ''}.`}
    </p>
  );
}
