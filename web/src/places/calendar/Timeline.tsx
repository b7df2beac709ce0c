import type { CalendarPage, Person } from '@upright-elder/contract';
import type { PlannedStep } from '@upright-elder/core/schedule';
import { RANK_WORDS } from '@upright-elder/core/wording';
import {
  DndContext,
  PointerSensor,
  TouchSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { sayShortDay, type Names } from './names.js';
import { moved, movedByDay, snapped, timeScale, type Span, type TimeScale } from './timeScale.js';
import type { Put } from './useCalendarHand.js';

/** Rows are so high, px. */
const ROW = 56;

interface Row {
  id: string;
  title: string;
  under: string;
  steps: PlannedStep[];
}

/** A step that is picked up by the keyboard, and where it would go. */
interface Held {
  step: string;
  start: number;
  person: string | null;
}

/** The weeks ahead as rows: hands solid, waiting hatched, nights and closed days narrow and shaded. */
export function Timeline({
  page,
  people,
  names,
  span,
  byPerson,
  chosen,
  onChoose,
  onPut,
}: {
  page: CalendarPage;
  people: readonly Person[];
  names: Names;
  span: Span;
  byPerson: boolean;
  chosen: string | null;
  onChoose: (step: string) => void;
  onPut: (put: Put) => void;
}) {
  const { planned, now, zone } = page;
  const scale = useMemo(() => timeScale(planned.open, span, now, zone), [planned.open, span, now, zone]);
  const rows = useMemo(
    () => (byPerson ? rowsByPerson(page, people, names) : rowsByJob(page, names)),
    [page, people, names, byPerson],
  );
  const shown = rows.map((row) => ({
    ...row,
    steps: row.steps.filter(({ start, ready }) => start < scale.to && ready > scale.from),
  }));
  const [held, setHeld] = useState<Held | null>(null);
  const plot = useRef<HTMLDivElement>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 150, tolerance: 8 } }),
  );
  const all = shown.flatMap(({ steps }) => steps);
  const focusable =
    chosen !== null && all.some(({ step }) => step === chosen) ? chosen : (all[0]?.step ?? null);

  const onDragEnd = ({ active, delta }: DragEndEvent) => {
    const step = all.find((one) => one.step === active.id);
    const width = plot.current?.getBoundingClientRect().width ?? 0;
    if (!step || width === 0 || Math.abs(delta.x) + Math.abs(delta.y) < 6) return;
    const start = snapped(planned.open, scale.at(scale.x(step.start) + (100 * delta.x) / width));
    const from = rows.findIndex(({ steps }) => steps.includes(step));
    const to = rows[Math.min(rows.length - 1, Math.max(0, from + Math.round(delta.y / ROW)))];
    const person = byPerson && to ? to.id : (step.by[0] ?? null);
    onChoose(step.step);
    onPut({ step, start: Math.max(start, snapped(planned.open, now)), person, why: '' });
  };

  const onKey = (event: KeyboardEvent, step: PlannedStep) => {
    const { key, shiftKey } = event;
    const mine = held?.step === step.step ? held : null;
    if (!['Enter', ' ', 'Escape', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'].includes(key)) return;
    if (key === 'Escape' && !mine) return;
    event.preventDefault();
    if (key === 'Enter' || key === ' ') {
      onChoose(step.step);
      if (!mine) setHeld({ step: step.step, start: step.start, person: step.by[0] ?? null });
      else {
        setHeld(null);
        if (mine.start !== step.start || mine.person !== (step.by[0] ?? null))
          onPut({ step, start: mine.start, person: mine.person, why: '' });
      }
      return;
    }
    if (key === 'Escape') return setHeld(null);
    const way = key === 'ArrowRight' || key === 'ArrowDown' ? 1 : -1;
    if (mine) {
      if (key === 'ArrowUp' || key === 'ArrowDown') {
        const ids = people.map(({ id }) => id);
        const at = ids.indexOf(mine.person ?? '');
        setHeld({ ...mine, person: ids[(at + way + ids.length) % ids.length] ?? null });
        return;
      }
      const to = shiftKey ? movedByDay(planned.open, mine.start, way) : moved(planned.open, mine.start, way);
      return setHeld({ ...mine, start: Math.max(to, snapped(planned.open, now)) });
    }
    const next = neighbour(shown, step, key);
    if (!next) return;
    onChoose(next.step);
    document.getElementById(`bar ${next.step}`)?.focus();
  };

  const heldStep = held && all.find(({ step }) => step === held.step);
  return (
    <div>
      <div className="overflow-x-auto border border-rule bg-sheet">
        <div
          className="grid grid-cols-[9.5rem_minmax(0,1fr)]"
          style={{ minWidth: span === 'eight weeks' ? '112rem' : '46rem' }}
        >
          <div className="sticky left-0 z-[3] border-r border-rule bg-sheet" />
          <Days scale={scale} span={span} names={names} />
          <div className="sticky left-0 z-[3] border-r border-rule bg-sheet">
            {shown.map(({ id, title, under, steps }) => (
              <button
                key={id}
                type="button"
                disabled={steps.length === 0}
                className="block w-full overflow-hidden border-t border-rule px-2 text-left leading-tight"
                style={{ height: ROW }}
                onClick={() => onChoose(steps[0]!.step)}
              >
                <span className="block truncate font-bold">{title}</span>
                <span className="block truncate text-[0.85rem] text-faint">{under}</span>
              </button>
            ))}
          </div>
          <DndContext sensors={sensors} onDragEnd={onDragEnd}>
            <div ref={plot} className="relative" role="group" aria-label="Steps">
              <Shading scale={scale} now={now} />
              {shown.map((row) => (
                <div key={row.id} className="relative border-t border-rule" style={{ height: ROW }}>
                  {row.steps.map((step) => (
                    <Bar
                      key={step.step}
                      step={step}
                      scale={scale}
                      names={names}
                      byPerson={byPerson}
                      chosen={step.step === chosen}
                      tabbed={step.step === focusable}
                      held={held?.step === step.step ? held : null}
                      onChoose={() => onChoose(step.step)}
                      onKey={(event) => onKey(event, step)}
                    />
                  ))}
                </div>
              ))}
            </div>
          </DndContext>
        </div>
      </div>
      <p className="mt-1 text-[0.92rem] text-faint">
        <Key className="bg-verdigris" /> hands <Key className="waiting" /> setting or drying{' '}
        <Key className="bg-ochre" /> put there by hand. Drag a step, or press Enter on it and move it with the
        arrow keys.
      </p>
      <p role="status" className="min-h-[1.5rem] font-bold">
        {held &&
          heldStep &&
          `Picked up: ${names.at(held.start)}, ${held.person === null ? 'whoever may' : names.person(held.person)}. Enter puts it there, Escape leaves it.`}
      </p>
    </div>
  );
}

const Key = ({ className }: { className: string }) => (
  <span
    aria-hidden="true"
    className={`mr-1 ml-2 inline-block h-3 w-6 border border-faint align-middle first:ml-0 ${className}`}
  />
);

function rowsByJob({ jobs, planned }: CalendarPage, names: Names): Row[] {
  const ends = new Map(planned.shown.jobs.map((one) => [one.job, one]));
  return jobs
    .filter(({ id }) => ends.has(id))
    .sort((a, b) => ends.get(a.id)!.end - ends.get(b.id)!.end)
    .map(({ id, nickname, rank }) => ({
      ...{ id, title: nickname, under: `by ${names.day(ends.get(id)!.sure)} · ${RANK_WORDS[rank]}` },
      steps: planned.shown.steps.filter(({ job }) => job === id).sort((a, b) => a.start - b.start),
    }));
}

function rowsByPerson({ planned }: CalendarPage, people: readonly Person[], names: Names): Row[] {
  return people.map(({ id, name }) => {
    const steps = planned.shown.steps
      .filter(({ by, start, end }) => by.includes(id) && end > start)
      .sort((a, b) => a.start - b.start);
    const next = steps[0];
    return { ...{ id, title: name, under: next ? `next: ${names.job(next.job)}` : 'nothing to do', steps } };
  });
}

function neighbour(rows: readonly Row[], step: PlannedStep, key: string): PlannedStep | undefined {
  const at = rows.findIndex(({ steps }) => steps.includes(step));
  const own = rows[at]!.steps;
  const k = own.indexOf(step);
  if (key === 'ArrowRight') return own[k + 1];
  if (key === 'ArrowLeft') return own[k - 1];
  const others = key === 'ArrowDown' ? rows.slice(at + 1) : rows.slice(0, at).reverse();
  const row = others.find(({ steps }) => steps.length > 0);
  return row?.steps.reduce((near, one) =>
    Math.abs(one.start - step.start) < Math.abs(near.start - step.start) ? one : near,
  );
}

function Days({ scale, span, names }: { scale: TimeScale; span: Span; names: Names }) {
  const weekday = (date: string) =>
    new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: 'UTC' }).format(Date.parse(date));
  const shown = span === 'eight weeks' ? scale.days.filter((_, i, all) => isNewWeek(all, i)) : scale.days;
  return (
    <div className="relative h-8 text-[0.88rem]">
      {shown.map(({ date, from, to }) => (
        <span
          key={date}
          className="absolute top-1 truncate border-l border-rule pl-1"
          style={{
            left: `${scale.x(from)}%`,
            width: span === 'eight weeks' ? undefined : `${scale.x(to) - scale.x(from)}%`,
          }}
        >
          {span === 'eight weeks' ? sayShortDay(date) : `${weekday(date)} ${sayShortDay(date)}`}
          {span === 'today' && `, ${names.clock(from)} to ${names.clock(to)}`}
        </span>
      ))}
    </div>
  );
}

const monday = (date: string) => Math.floor((Date.parse(date) / 86_400_000 + 3) / 7);
const isNewWeek = (days: TimeScale['days'], i: number): boolean =>
  i === 0 || monday(days[i]!.date) !== monday(days[i - 1]!.date);

function Shading({ scale, now }: { scale: TimeScale; now: number }) {
  return (
    <div aria-hidden="true" className="absolute inset-0">
      {scale.closed.map(([from, to]) => (
        <div
          key={from}
          className="absolute inset-y-0 bg-ink/10"
          style={{ left: `${from}%`, width: `${to - from}%` }}
        />
      ))}
      {now >= scale.from && now <= scale.to && (
        <div className="absolute inset-y-0 w-0.5 bg-ochre" style={{ left: `${scale.x(now)}%` }} />
      )}
    </div>
  );
}

function Bar({
  step,
  scale,
  names,
  byPerson,
  chosen,
  tabbed,
  held,
  onChoose,
  onKey,
}: {
  step: PlannedStep;
  scale: TimeScale;
  names: Names;
  byPerson: boolean;
  chosen: boolean;
  tabbed: boolean;
  held: Held | null;
  onChoose: () => void;
  onKey: (event: KeyboardEvent) => void;
}) {
  const { start, end, ready, by, pinned, because } = step;
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: step.step });
  const [a, b, c] = [scale.x(start), scale.x(end), scale.x(ready)];
  const name = names.step(step.step);
  const under = by.map(names.person).join(' and ');
  const running = because.kind === 'fixed' && !pinned;
  return (
    <>
      {ready > end && !byPerson && (
        <div
          aria-hidden="true"
          className="waiting absolute top-3 h-8 border-y border-faint/60"
          style={{ left: `${b}%`, width: `${c - b}%` }}
        />
      )}
      <button
        ref={setNodeRef}
        id={`bar ${step.step}`}
        type="button"
        // as wide as its time: a finger reaches it by the row’s name and by the step before and after it
        data-to-scale
        tabIndex={tabbed ? 0 : -1}
        aria-pressed={chosen}
        aria-label={`${names.job(step.job)}: ${name}, ${names.at(start)} to ${names.clock(end)}${under ? `, ${under}` : ''}${ready > end ? `, ready ${names.at(ready)}` : ''}${pinned ? ', put there by hand' : ''}`}
        {...listeners}
        onClick={onChoose}
        onKeyDown={onKey}
        className={`absolute top-1.5 h-11 touch-none overflow-hidden border-2 px-1 text-left text-[0.85rem] leading-tight ${
          end > start
            ? pinned
              ? 'bg-ochre text-sheet'
              : 'bg-verdigris text-on-verdigris'
            : 'waiting border-dashed'
        } ${chosen ? 'z-[2] border-ink' : running ? 'border-ochre' : 'border-sheet'} ${isDragging ? 'z-[2] cursor-grabbing opacity-80' : 'cursor-grab'}`}
        style={{
          left: `${a}%`,
          width: `max(10px, ${(end > start ? b : c) - a}%)`,
          transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        }}
      >
        <span className="block truncate">{byPerson ? names.job(step.job) : name}</span>
        {byPerson && <span className="block truncate">{name}</span>}
      </button>
      {held && held.start !== start && (
        <div
          aria-hidden="true"
          className="pointer-events-none absolute top-1.5 z-[2] h-11 border-2 border-dashed border-ochre"
          style={{
            left: `${scale.x(held.start)}%`,
            width: `max(10px, ${scale.x(held.start + (end - start)) - scale.x(held.start)}%)`,
          }}
        />
      )}
    </>
  );
}
