import type { PersonDays, Shop } from '@upright-elder/contract';
import { isDay, OPENING_ACCEPTED, parseOpening, sayDate } from '@upright-elder/core/days';
import { useState } from 'react';
import { Fetching } from '../../app/Fetching.js';
import { Fold } from '../../fields/Fold.js';
import { FormFoot } from '../../app/FormFoot.js';
import { usePeople, useShop } from '../../data/hooks.js';
import { DayField } from '../../fields/DayField.js';
import { ListField } from '../../fields/ListField.js';
import { SKILLS, type Skill } from '@upright-elder/core/treatments';
import { Link } from 'react-router';
import { useShopForm } from './useShopForm.js';

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** When the shop is open: the bench counts what sets over night by it. */
export default function HoursPage() {
  return <Fetching of={useShop()}>{(shop) => <Hours shop={shop} />}</Fetching>;
}

function Hours({ shop }: { shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'opening hours',
    names: {
      openingHours: 'Opening hours',
      lunch: 'Lunch',
      daysOff: 'Days off',
      peopleDays: 'Who works when',
    },
    saved: 'Hours saved.',
  });
  const { value, change, refused } = form;
  const week = WEEKDAYS.map((_, i) => value.openingHours?.[i] ?? '');
  const off = value.daysOff ?? [];
  const [day, setDay] = useState('');
  const lunch = parseOpening(value.lunch ?? '');
  const noLunch = refused.lunch ?? (lunch.ok ? null : `${lunch.reason}. Accepted: 13:00–14:00, or nothing.`);
  return (
    <form
      className="sheet max-w-[46rem] p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <h2 className="text-[1.3rem]">Opening hours</h2>
      <p className="text-faint">An empty day is closed. Example: {OPENING_ACCEPTED}.</p>
      <div className="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2">
        {WEEKDAYS.map((name, i) => {
          const read = parseOpening(week[i]!);
          const refusal =
            refused[`openingHours.${i}`] ?? (read.ok ? null : `${read.reason}. Accepted: ${read.accepted}.`);
          return (
            <label key={name} className="grid grid-cols-[7rem_minmax(0,1fr)] items-center gap-2 font-bold">
              {name}
              <input
                className="field font-normal"
                placeholder="closed"
                autoComplete="off"
                maxLength={20}
                value={week[i]}
                aria-invalid={refusal ? true : undefined}
                onChange={(event) =>
                  change({
                    openingHours: week.map((text, other) => (other === i ? event.target.value : text)),
                  })
                }
              />
              {refusal && <span className="col-span-2 font-normal text-ochre">✕ {refusal}</span>}
            </label>
          );
        })}
      </div>
      <label className="mt-2 grid max-w-[22rem] grid-cols-[7rem_minmax(0,1fr)] items-center gap-2 font-bold">
        Lunch
        <input
          className="field font-normal"
          placeholder="work goes through"
          autoComplete="off"
          maxLength={20}
          value={value.lunch ?? ''}
          aria-invalid={noLunch ? true : undefined}
          onChange={(event) => change({ lunch: event.target.value })}
        />
        {noLunch && <span className="col-span-2 font-normal text-ochre">✕ {noLunch}</span>}
      </label>
      <h3 className="mt-4 text-[1.15rem]">Days off</h3>
      <ul className="flex flex-wrap gap-2">
        {off.toSorted().map((one) => (
          <li key={one}>
            <button
              type="button"
              className="quiet"
              aria-label={`Open on ${sayDate(one, 'long')}`}
              onClick={() => change({ daysOff: off.filter((other) => other !== one) })}
            >
              {sayDate(one)} <span aria-hidden="true">×</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex items-end gap-2">
        <div className="w-56">
          <DayField label="Another day off" value={day} onChange={setDay} />
        </div>
        <button
          type="button"
          className="quiet"
          disabled={!isDay(day) || off.includes(day)}
          onClick={() => {
            change({ daysOff: [...off, day] });
            setDay('');
          }}
        >
          Add the day
        </button>
      </div>
      <p className="mt-2 text-faint">
        Say in{' '}
        <Link to="/shop/figures" className="underline">
          Figures
        </Link>{' '}
        how many clamp sets, forms and drying places there are.
      </p>
      <h3 className="mt-4 text-[1.15rem]">Who works when, and at what</h3>
      <PeopleDays days={value.peopleDays ?? []} onChange={(peopleDays) => change({ peopleDays })} />
      <button type="submit" className="act mt-4" disabled={form.saving || !form.dirty}>
        Save the hours
      </button>
      <FormFoot form={form} what="hours" />
    </form>
  );
}

const EVERY_DAY = WEEKDAYS.map(() => true);

/** Of each person the days of the week, and days off; who was never asked works whenever it is open. */
function PeopleDays({
  days,
  onChange,
}: {
  days: readonly PersonDays[];
  onChange: (days: PersonDays[]) => void;
}) {
  const { data: people = [] } = usePeople();
  const [whose, setWhose] = useState('');
  const [day, setDay] = useState('');
  const of = (person: string): PersonDays =>
    days.find((one) => one.person === person) ?? { person, week: EVERY_DAY, off: [] };
  const set = (next: PersonDays) => onChange([...days.filter(({ person }) => person !== next.person), next]);
  const here = people.filter(({ struck }) => !struck);
  return (
    <>
      {here.map(({ id, name }) => {
        const own = of(id);
        return (
          <div key={id} className="mt-1 flex flex-wrap items-center gap-1">
            <span className="mr-2 min-w-[9rem] font-bold">{name}</span>
            {WEEKDAYS.map((weekday, i) => (
              <button
                key={weekday}
                type="button"
                aria-pressed={own.week[i] ?? true}
                aria-label={`${weekday.slice(0, 3)}, ${name}`}
                className={`min-h-[44px] min-w-[52px] border-2 ${own.week[i] ? 'border-verdigris bg-verdigris-soft font-bold' : 'border-rule text-faint line-through'}`}
                onClick={() =>
                  set({ ...own, week: own.week.map((one, other) => (other === i ? !one : one)) })
                }
              >
                {weekday.slice(0, 3)}
              </button>
            ))}
            {own.off.toSorted().map((one) => (
              <button
                key={one}
                type="button"
                className="quiet"
                aria-label={`${sayDate(one)}: ${name} works after all`}
                onClick={() => set({ ...own, off: own.off.filter((other) => other !== one) })}
              >
                {sayDate(one)} <span aria-hidden="true">×</span>
              </button>
            ))}
            <SkillsOf
              of={name}
              skills={own.skills ?? null}
              onChange={(skills) => set(withSkills(own, skills))}
            />
          </div>
        );
      })}
      {here.length > 0 && (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <ListField
            label="Day off of"
            value={whose || here[0]!.id}
            options={here.map(({ id, name }) => ({ value: id, label: name }))}
            onPick={setWhose}
            className="w-44"
          />
          <div className="w-56">
            <DayField label="Day" value={day} onChange={setDay} />
          </div>
          <button
            type="button"
            className="quiet"
            disabled={!isDay(day)}
            onClick={() => {
              const own = of(whose || here[0]!.id);
              if (!own.off.includes(day)) set({ ...own, off: [...own.off, day] });
              setDay('');
            }}
          >
            Add the day
          </button>
        </div>
      )}
    </>
  );
}

/** What a person may do; left out: everything. */
const withSkills = ({ skills: _skills, ...own }: PersonDays, skills: readonly Skill[]): PersonDays =>
  skills.length === SKILLS.length ? own : { ...own, skills: [...skills] };

/** The kinds of work that somebody is given: all of them, until one is taken off. */
function SkillsOf({
  of,
  skills,
  onChange,
}: {
  of: string;
  skills: readonly Skill[] | null;
  onChange: (skills: readonly Skill[]) => void;
}) {
  const own = skills ?? SKILLS;
  return (
    <Fold
      summary={
        <span className="text-[0.92rem]">
          {skills === null
            ? 'Every kind of work'
            : own.length === 0
              ? 'No work yet'
              : `Work: ${own.join(', ')}`}
        </span>
      }
      className="w-full"
    >
      <div className="flex flex-wrap gap-1 pb-1">
        {SKILLS.map((skill) => (
          <button
            key={skill}
            type="button"
            aria-pressed={own.includes(skill)}
            aria-label={`${skill}, ${of}`}
            className={`min-h-[44px] border-2 px-3 ${own.includes(skill) ? 'border-verdigris bg-verdigris-soft font-bold' : 'border-rule text-faint line-through'}`}
            onClick={() =>
              onChange(
                own.includes(skill)
                  ? own.filter((one) => one !== skill)
                  : SKILLS.filter((one) => one === skill || own.includes(one)),
              )
            }
          >
            {skill}
          </button>
        ))}
      </div>
    </Fold>
  );
}
