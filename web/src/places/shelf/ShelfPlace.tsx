import { sayDate } from '@upright-elder/core/days';
import type { ShelfState } from '@upright-elder/core/jobs';
import { sayShelfState, SHELF_STATE_WORDS, WEIGHTS } from '@upright-elder/core/wording';
import type { Card } from '@upright-elder/contract';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useTitle } from '../../app/useTitle.js';
import { useParam } from '../../data/useParam.js';
import { useSettled } from '../../data/useSettled.js';
import {
  useBackupTrouble,
  useDemo,
  useForecastProgress,
  usePeople,
  useShelf,
  useShop,
} from '../../data/hooks.js';
import { cardDrawing, PAGE_INKS } from '@upright-elder/drawings';
import { Drawn } from '../../drawings/Drawn.js';
import { WeightMark } from '../../fields/WeightMark.js';
import { sayWhen } from '../bench/sayTime.js';
import { ListField, optionsOf, type ListOptions } from '../../fields/ListField.js';

// only a demo of another day has it
const DemoNote = lazy(() => import('./DemoNote.js'));
// an empty shop alone begins there
const StartPlace = lazy(async () => ({ default: (await import('../start/StartPlace.js')).StartPlace }));

const ORDERS = { urgency: 'most urgent first', name: 'by name', measured: 'longest not measured first' };
type Order = keyof typeof ORDERS;
type Shown = Card['weight'] | ShelfState | 'due' | 'in work' | 'at home' | '';
const SHOWN: ListOptions<Shown> = [
  { value: '', label: 'all' },
  { value: 'due', label: 'due for measuring' },
  { value: 'at home', label: 'at home' },
  { value: 'in work', label: 'in work' },
  { value: 'live', label: 'live' },
  { value: 'act', label: 'to do' },
  { value: 'watch', label: 'watch' },
  { value: 'well', label: 'well' },
  {
    group: 'In work',
    options: Object.entries(SHELF_STATE_WORDS).map(([value, label]) => ({
      value: value as ShelfState,
      label,
    })),
  },
];

/** The shelf: all instruments, each as a card with its little stance and its most urgent sentence. */
export function ShelfPlace() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const archived = params.get('archived') === 'true';
  const page = Math.max(1, Math.floor(Number(params.get('page'))) || 1);
  const [orderAsked, setOrder] = useParam('order', 'urgency');
  const [shownAsked, setOnly] = useParam('show', '');
  const order = orderAsked in ORDERS ? (orderAsked as Order) : 'urgency';
  const only = optionsOf(SHOWN).find(({ value }) => value === shownAsked)?.value ?? '';
  const navigate = useNavigate();
  const kept = { search, archived, order, only };
  const people = usePeople();
  const { data: demo } = useDemo();
  const shelf = useShelf(page, search, archived);
  useTitle(archived ? 'The archive' : 'The shelf');
  // what is typed stands in the field at once; the address and the server follow when the hand rests
  const [typed, setTyped] = useState(search);
  const settled = useSettled(typed, 200);
  useEffect(() => {
    if (settled === (params.get('search') ?? '')) return;
    setParams(paramsOf({ ...kept, search: settled }), { replace: true });
    // the address follows the field, and not the other way round while somebody types
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  // Enter opens the only hit, also where it is still being looked for
  const [entered, setEntered] = useState<string | null>(null);
  const onlyHit =
    shelf.data?.cards.length === 1 && shelf.data.search === entered ? shelf.data.cards[0]! : null;
  useEffect(() => {
    if (onlyHit) void navigate(`/instruments/${onlyHit.id}/stance`);
  }, [onlyHit, navigate]);
  const onEnter = () => {
    setEntered(typed);
    setParams(paramsOf({ ...kept, search: typed }), { replace: true });
  };

  const { data } = shelf;
  const nothing = data?.total === 0 && data.archived === 0 && search === '' && !archived;
  if (demo?.beingWritten)
    return (
      <Suspense fallback={null}>
        <DemoNote writtenOn={null} />
      </Suspense>
    );
  if (nothing || people.data?.every(({ struck }) => struck)) return <StartPlace />;
  return (
    <>
      <BackupTrouble />
      {demo?.writtenOn && demo.writtenOn !== demo.today && (
        <Suspense fallback={null}>
          <DemoNote writtenOn={demo.writtenOn} />
        </Suspense>
      )}
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <h1 className="mr-auto text-[1.9rem] leading-tight">{archived ? 'The archive' : 'The shelf'}</h1>
        <ForecastsUnderWay />
        <label className="text-[0.9rem] font-bold">
          Search
          <input
            type="search"
            className="field block w-72 font-normal lg:w-52 xl:w-72"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
              setEntered(null);
            }}
            onKeyDown={(event) => event.key === 'Enter' && typed.trim() !== '' && onEnter()}
            placeholder="name, maker, year, bracing, mark"
          />
        </label>
        <ListField
          label="Show"
          value={only}
          options={SHOWN}
          onPick={(chosen) => setOnly(chosen)}
          className="w-36 sm:w-40"
        />
        <ListField
          label="Order"
          value={order}
          options={Object.entries(ORDERS).map(([value, name]) => ({ value: value, label: name }))}
          onPick={(chosen) => setOrder(chosen)}
          className="w-44 sm:w-60"
        />
        <Link to="/take-in" className="act">
          Take in
        </Link>
        <Link to="/instruments/new" className="quiet">
          Add an instrument
        </Link>
      </div>
      <Fetching of={shelf}>
        {({ cards, total, archived: put }) => {
          const shown = arranged(cards, order, only);
          return (
            <>
              {shown.length === 0 && <p className="said">No instrument matches.</p>}
              <ul className="grid gap-3 lg:grid-cols-2" data-no-words>
                {shown.map((card) => (
                  <CardOf key={card.id} card={card} />
                ))}
              </ul>
              {total > 100 && (
                <Pages
                  page={page}
                  pages={Math.ceil(total / 100)}
                  onPage={(next) => setParams(paramsOf({ ...kept, page: next }))}
                />
              )}
              {(archived || put > 0) && (
                <p className="mt-4">
                  <button
                    type="button"
                    className="min-h-[44px] underline print:hidden"
                    onClick={() => setParams(paramsOf({ ...kept, archived: !archived }))}
                  >
                    {archived ? 'Back to the shelf' : `In the archive: ${put}`}
                  </button>
                </p>
              )}
            </>
          );
        }}
      </Fetching>
    </>
  );
}

/** What of the shelf's state stands in the address. */
const paramsOf = ({
  search,
  archived,
  order,
  only,
  page = 1,
}: {
  search: string;
  archived: boolean;
  order: Order;
  only: Shown;
  page?: number;
}): Record<string, string> => ({
  ...(search ? { search } : {}),
  ...(archived ? { archived: 'true' } : {}),
  ...(order === 'urgency' ? {} : { order }),
  ...(only ? { show: only } : {}),
  ...(page > 1 ? { page: String(page) } : {}),
});

function arranged(cards: Card[], order: Order, only: Shown): Card[] {
  const shown = cards.filter((card) => isShown(card, only));
  if (order === 'urgency') return shown.sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight));
  if (order === 'measured')
    return shown.sort((a, b) => (a.lastExamined ?? '').localeCompare(b.lastExamined ?? ''));
  return shown;
}

function isShown({ due, weight, job }: Card, only: Shown): boolean {
  switch (only) {
    case '':
      return true;
    case 'due':
      return due;
    case 'in work':
      return job !== null;
    case 'at home':
      return job === null;
    default:
      return job?.state === only || weight === only;
  }
}

/** What is being done to it: the state of its job, and what was promised. */
function InWork({ job }: { job: NonNullable<Card['job']> }) {
  const { data: shop } = useShop();
  // by the shop's day, which is not always this browser's
  const noon = shop && Date.parse(`${shop.today}T12:00:00Z`);
  const until = job.until === null || !shop || !noon ? null : sayWhen(job.until, noon, shop.zone);
  return (
    <p className="text-[0.95rem] font-bold text-verdigris">
      ⚒ {sayShelfState(job.state, until)}
      {job.promised && <span className="font-normal text-faint"> · promised by {sayDate(job.promised)}</span>}
    </p>
  );
}

/** A card's edge has the colour of its mark. */
const EDGES: Partial<Record<Card['weight'], string>> = {
  live: 'border-l-wax',
  act: 'border-l-verdigris',
  watch: 'border-l-ochre',
};

function CardOf({ card }: { card: Card }) {
  return (
    <li
      className={`sheet relative flex min-w-0 gap-3 border-l-[6px] p-3 pl-3.5 hover:bg-sunk/40 ${EDGES[card.weight] ?? ''}`}
    >
      <Drawn
        of={cardDrawing(
          { ...card, hurts: card.place && { place: card.place, weight: card.weight } },
          PAGE_INKS,
        )}
        className="hidden h-[80px] w-[190px] shrink-0 text-ink sm:block"
        hidden
      />
      <div className="min-w-0 flex-1">
        <div className="flex items-baseline justify-between gap-2">
          <h2 className="text-[1.3rem]">
            <Link to={`/instruments/${card.id}/stance`} className="after:absolute after:inset-0">
              {card.nickname}
            </Link>
          </h2>
          <WeightMark weight={card.weight} />
        </div>
        <p className="truncate text-[0.9rem] text-faint">
          {[card.maker, card.owner].filter(Boolean).join(' · ')}
        </p>
        {card.job && <InWork job={card.job} />}
        <p className="mt-1 font-serif text-[1.05rem] leading-snug">{card.sentence}</p>
        {card.ask && (
          <p className="mt-1 text-[0.95rem] text-faint">
            Find out first: {card.ask.ask} <span className="whitespace-nowrap">({card.ask.minutes} min)</span>
          </p>
        )}
        <p className="mt-1 text-[0.9rem]">
          {card.lastExamined ? `measured ${sayDate(card.lastExamined)}` : 'never measured'}
          {card.asOf && <span className="ml-2 text-faint">as of {sayDate(card.asOf)}; updating</span>}
          {card.due && (
            <strong className="ml-2 text-ochre">
              ▲{' '}
              {card.handedOver ? `measure it: handed over ${sayDate(card.handedOver)}` : 'due for measuring'}
            </strong>
          )}
        </p>
      </div>
    </li>
  );
}

function Pages({ page, pages, onPage }: { page: number; pages: number; onPage: (page: number) => void }) {
  return (
    <nav aria-label="Pages of the shelf" className="mt-4 flex items-center gap-3">
      <button type="button" className="quiet" disabled={page <= 1} onClick={() => onPage(page - 1)}>
        Previous
      </button>
      page {page} of {pages}
      <button type="button" className="quiet" disabled={page >= pages} onClick={() => onPage(page + 1)}>
        Next
      </button>
    </nav>
  );
}

/** How far the whole shop's forecasts are worked out, while they are. */
function ForecastsUnderWay() {
  const { data } = useForecastProgress();
  if (!data || data.done >= data.total) return null;
  const number = (n: number) => n.toLocaleString('en');
  return (
    <div className="text-[0.9rem] text-faint" role="status">
      Forecasts worked out: {number(data.done)} of {number(data.total)}
      <progress
        className="block h-3 w-56"
        value={data.done}
        max={data.total}
        aria-label="Forecasts worked out"
      />
    </div>
  );
}

/** What keeps backups from being written; nothing where they are. */
function BackupTrouble() {
  const { data } = useBackupTrouble();
  if (!data?.trouble) return null;
  return (
    <p className="mb-3 border-l-4 border-ochre pl-3 text-[0.95rem] text-ochre print:hidden">
      ▲ {data.trouble}{' '}
      <Link className="underline" to="/shop">
        See how the shop is kept
      </Link>
    </p>
  );
}
