import type { InstrumentOfSeason, SeasonPage } from '@upright-elder/contract';
import { dateIn, sayDate } from '@upright-elder/core/days';
import { seasonLines, SURE_CHOICE, type SeasonLine } from '@upright-elder/core/season';
import { parseMoney, sayBenchHours, type HeightUnit } from '@upright-elder/core/units';
import {
  planName,
  sayBrings,
  sayIn,
  sayMoney,
  saySeasonRest,
  saySeasonSum,
  saySure,
  sayWaitsAYear,
} from '@upright-elder/core/wording';
import { useState } from 'react';
import { Link } from 'react-router';
import useSWR from 'swr';
import { useTitle } from '../../app/useTitle.js';
import { get } from '../../data/api.js';
import { useHeights } from '../../data/heights.js';
import { useOwners, usePeople, useRooms, useShop } from '../../data/hooks.js';
import { paperSize } from '../../data/paperSize.js';
import { useRemembered, remember } from '../../data/remembered.js';
import { Choice } from '../../fields/Choice.js';
import { ListField } from '../../fields/ListField.js';
import { MoneyField } from '../../fields/MoneyField.js';
import { Rounds } from './Rounds.js';

const KEY = 'season asked';

interface Asked {
  whose: string;
  hours: string;
  money: string;
}
/** As it was asked last; what cannot be read is as it was at first. */
function askedOf(kept: string | null): Asked {
  try {
    return { ...FIRST, ...(JSON.parse(kept ?? '{}') as Partial<Asked>) };
  } catch {
    return FIRST;
  }
}

const FIRST: Asked = { whose: 'all', hours: '12', money: '' };

/** A season's plan: for hours and money given, which plan of which instrument of a collection; and rounds. */
export default function SeasonPlace() {
  useTitle('A season’s plan');
  const kept = useRemembered(KEY);
  const asked = askedOf(kept);
  const [form, setForm] = useState(asked);
  const { unit } = useHeights();
  const { data: shop } = useShop();
  const { data: owners = [] } = useOwners();
  const { data: rooms = [] } = useRooms();
  const money = form.money.trim() === '' ? null : parseMoney(form.money);
  const hours = Number(form.hours.replace(',', '.'));
  const isAsked = form.hours.trim() !== '' && hours >= 0 && hours <= 2000 && (money === null || money.ok);
  const [sent, setSent] = useState<string | null>(kept ? addressOf(asked) : null);
  const { data, error, isLoading } = useSWR<SeasonPage, Error>(sent, get, {
    keepPreviousData: true,
    revalidateOnFocus: false,
  });
  const [view, setView] = useState<'list' | 'calendar' | 'rounds'>('list');
  return (
    <div>
      <h1 className="text-[2rem]">A season’s plan</h1>
      <p className="mb-2 text-faint">
        Give hours and money. Live damage comes first, then what grows, then what plays.
      </p>
      <form
        className="sheet mb-4 grid items-start gap-3 px-4 py-3 sm:grid-cols-[minmax(0,1.6fr)_8rem_10rem_auto] print:hidden"
        onSubmit={(event) => {
          event.preventDefault();
          remember(KEY, JSON.stringify(form));
          setSent(addressOf(form));
        }}
      >
        <ListField
          label="Instruments"
          value={form.whose}
          options={[
            { value: 'all', label: 'All on the shelf' },
            {
              group: 'Of an owner',
              options: owners.map(({ id, name }) => ({ value: `owner ${id}`, label: name })),
            },
            {
              group: 'In a room',
              options: rooms.map(({ id, name }) => ({ value: `room ${id}`, label: name })),
            },
          ]}
          onPick={(whose) => setForm({ ...form, whose })}
        />
        <label className="grid gap-0.5 text-[0.9rem] font-bold">
          Hours
          <input
            className="field text-[1rem] font-normal"
            inputMode="decimal"
            maxLength={6}
            value={form.hours}
            aria-invalid={form.hours.trim() !== '' && !(hours >= 0 && hours <= 2000) ? true : undefined}
            onChange={(event) => setForm({ ...form, hours: event.target.value })}
          />
        </label>
        <MoneyField
          label="Money"
          value={form.money}
          currency={shop?.currency ?? ''}
          placeholder="no limit"
          onChange={(text) => setForm({ ...form, money: text })}
        />
        <button type="submit" className="act sm:mt-[1.6rem]" disabled={!isAsked || isLoading}>
          Plan the season
        </button>
      </form>
      {error && <p className="sheet mb-3 px-4 py-2 text-ochre">{error.message}</p>}
      {isLoading && (
        <p className="said" role="status">
          Working out every instrument…
        </p>
      )}
      {data && (
        <>
          <div className="mb-3 flex flex-wrap items-center justify-between gap-2 print:hidden">
            <Choice
              label="Shown"
              value={view}
              options={[
                { value: 'list', label: 'List' },
                { value: 'calendar', label: 'Calendar' },
                { value: 'rounds', label: 'Rounds' },
              ]}
              onChange={setView}
            />
            <a className="quiet" href={paperOf(sent!, unit)} target="_blank" rel="noreferrer">
              As a paper
            </a>
          </div>
          {view === 'rounds' ? <Rounds page={data} /> : <Chosen page={data} byDate={view === 'calendar'} />}
        </>
      )}
    </div>
  );
}

/** Where the season’s plan is as a PDF. @param asked the address of the page */
const paperOf = (asked: string, heights: HeightUnit): string =>
  `/api/${asked.replace('season?', 'season/paper?')}&${new URLSearchParams({ size: paperSize(), heights }).toString()}`;

function addressOf({ whose, hours, money }: Asked): string {
  const [kind, id = ''] = whose.split(' ');
  const amount = parseMoney(money);
  return `season?${new URLSearchParams({
    hours: hours.replace(',', '.'),
    money: money.trim() !== '' && amount.ok && amount.value !== null ? String(amount.value) : '',
    ...(kind === 'owner' || kind === 'room' ? { [kind]: id } : {}),
  }).toString()}`;
}

type Line = SeasonLine<InstrumentOfSeason>;

function Chosen({ page, byDate }: { page: SeasonPage; byDate: boolean }) {
  const { choice, rate, instruments, sureness } = page;
  const lines = seasonLines(instruments, choice, sureness);
  const { chosen, left } = lines;
  const rest = saySeasonRest(lines, ({ nickname }) => nickname);
  const ordered = byDate
    ? chosen.toSorted((a, b) => (a.one.when?.from ?? 0) - (b.one.when?.from ?? 0))
    : chosen;
  return (
    <div className="grid gap-4">
      <section className="sheet px-4 py-3" aria-label="Chosen">
        <h2 className="text-[1.3rem]">{saySeasonSum(page, lines)}</h2>
        {rate === null && (
          <p className="text-faint">
            The shop has no rate, so no plan has a price.{' '}
            <Link to="/shop" className="underline">
              Write down what an hour costs
            </Link>
          </p>
        )}
        {chosen.length === 0 && <p>Nothing fits into these hours.</p>}
        <ul>
          {ordered.map((line) => (
            <ChosenLine key={line.one.id} line={line} page={page} />
          ))}
        </ul>
        {chosen.length > 0 && (
          <p className="mt-2 text-[0.92rem] text-faint">
            How sure a choice is: what each repair is worth was drawn {sureness.draws} times, and all chosen
            again.
          </p>
        )}
      </section>
      {left.length > 0 && (
        <section className="sheet px-4 py-3" aria-label="Left out">
          <h2 className="text-[1.3rem]">Left out</h2>
          <ul>
            {left.map((line) => (
              <LeftLine key={line.one.id} line={line} />
            ))}
          </ul>
        </section>
      )}
      {rest !== '' && <p className="text-faint">{rest}</p>}
    </div>
  );
}

const day = (ms: number, zone: string) => sayDate(dateIn(new Date(ms).toISOString(), zone));

function ChosenLine({
  line: { one, plan, share },
  page: { currency, rate, zone },
}: {
  line: Line & { plan: number };
  page: SeasonPage;
}) {
  const { choices, when } = one;
  const offered = choices.offered[plan]!;
  const { hours, money } = choices.instrument.plans[plan]!;
  return (
    <li className="grid gap-x-4 border-t border-rule py-1.5 first:border-t-0 sm:grid-cols-[minmax(0,1fr)_14rem]">
      <span>
        <Link to={`/instruments/${one.id}/judgement`} className="font-bold underline">
          {one.nickname}
        </Link>
        : {planName(offered.kinds)}. <span className="text-faint">It {sayBrings(offered)}.</span>
        {when && (
          <span className="block text-[0.92rem]">
            In the calendar: {day(when.from, zone)} to {day(when.to, zone)}.
          </span>
        )}
      </span>
      <span className="sm:text-right">
        {sayBenchHours([hours, hours])}
        {rate !== null && `, ${sayMoney(money, currency)}`}
        <span className={`block ${share >= SURE_CHOICE ? '' : 'text-ochre'}`}>{saySure(share)}</span>
      </span>
    </li>
  );
}

function LeftLine({ line: { one, share } }: { line: Line }) {
  const { unit } = useHeights();
  const { data: people = [] } = usePeople();
  const say = sayIn(unit);
  const person = (id: string) => people.find((who) => who.id === id)?.name ?? '';
  return (
    <li className="border-t border-rule py-1.5 first:border-t-0">
      <Link to={`/instruments/${one.id}/judgement`} className="font-bold underline">
        {one.nickname}
      </Link>
      : {sayWaitsAYear(one.because, { person, height: say.fine })}.
      {share < SURE_CHOICE && <span className="text-ochre"> To leave it out is {saySure(share)}.</span>}
    </li>
  );
}
