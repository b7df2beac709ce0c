import type { JobOfList, Shop } from '@upright-elder/contract';
import { openingHoursOf } from '@upright-elder/contract/lists';
import { aroundNow } from '@upright-elder/core/days';
import { AT_HAND, clockAt, draft, type Clock, type StepAtHand } from '@upright-elder/core/jobs';
import { CLOCK_WORDS, sayLeft, sayMinutes, STANDING_WORDS } from '@upright-elder/core/wording';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useTitle } from '../../app/useTitle.js';
import { useBench, useNow, useShopBench } from '../../data/bench/jobs.js';
import { usePeople, useShop } from '../../data/hooks.js';
import { usePersonId } from '../../data/person.js';
import { BenchHead } from './BenchHead.js';
import { BeforeClosing } from './BeforeClosing.js';
import { Row } from './Row.js';
import { RunBar } from './stages/Numerals.js';
import { sayWhen } from './sayTime.js';
import { stepLink } from './stepLink.js';
import { useActing } from './useActing.js';
import { useCalls } from './useCalls.js';

/** Bench: what needs hands now, and what is setting. It stays open on the tablet. */
export default function BenchPlace() {
  useTitle('Bench');
  const bench = useShopBench();
  const page = useBench(bench);
  const { data: shop } = useShop();
  return (
    <Fetching of={page}>
      {() =>
        shop && page.jobs ? <BenchView jobs={page.jobs} shop={shop} /> : <p className="said">Fetching…</p>
      }
    </Fetching>
  );
}

interface Running {
  clock: Clock & { name: string };
  job: JobOfList;
}

function BenchView({ jobs, shop }: { jobs: readonly JobOfList[]; shop: Shop }) {
  const now = useNow(250);
  const { zone } = shop;
  const all = useMemo(
    () => jobs.flatMap((job): Running[] => job.summary.clocks.map((clock) => ({ clock, job }))),
    [jobs],
  );
  const sound = useCalls(
    useMemo(() => all.map(({ clock }) => clock), [all]),
    now,
  );
  const atHand = all.filter(({ clock }) => AT_HAND.has(clock.kind));
  const setting = all
    .filter(({ clock }) => !AT_HAND.has(clock.kind) && !(clock.kind === 'cure' && clockAt(clock, now).over))
    .sort((a, b) => endOf(a.clock) - endOf(b.clock));
  const { closes, opens } = aroundNow(openingHoursOf(shop), now, zone);
  const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: zone }).format(now);
  return (
    <div>
      <BenchHead
        title="Bench"
        words={sayClosing(day, closes, opens, now, zone)}
        now={now}
        zone={zone}
        {...(all.length > 0 ? { sound } : {})}
      />
      {jobs.length === 0 && (
        <p className="sheet said p-4">
          No job is under way. Open an instrument, look at <strong>Judgement</strong>, and start a job from a
          plan.{' '}
          <Link to="/" className="underline">
            To the shelf
          </Link>
        </p>
      )}
      {atHand.map(({ clock, job }) => (
        <Hero key={clock.id} clock={clock} job={job} now={now} />
      ))}
      <div className="grid gap-4 lg:grid-cols-2">
        <HandsNow jobs={jobs} now={now} zone={zone} />
        {closes !== null && opens !== null && (
          <BeforeClosing jobs={jobs} now={now} closes={closes} opens={opens} zone={zone} />
        )}
        <section aria-label="Setting">
          <h2 className="mb-1 text-[1.5rem]">Setting</h2>
          {setting.length === 0 && <p className="text-faint">Nothing is setting.</p>}
          <ul className="grid gap-2">
            {setting.map(({ clock, job }) => (
              <li key={clock.id} className="sheet px-4 py-2">
                <SettingLine clock={clock} job={job} now={now} zone={zone} />
              </li>
            ))}
          </ul>
        </section>
      </div>
      {jobs.length > 0 && (
        <p className="mt-3">
          <Link to="/calendar" className="inline-block min-h-[44px] py-2 underline">
            The weeks ahead
          </Link>
        </p>
      )}
    </div>
  );
}

/** `Tuesday · closes 18:00, in 1 h 18`. */
function sayClosing(
  day: string,
  closes: number | null,
  opens: number | null,
  now: number,
  zone: string,
): string {
  if (closes !== null)
    return `${day} · closes ${sayWhen(closes, now, zone)}, in ${sayLeft((closes - now) / 1000)}`;
  return opens === null ? day : `${day} · closed, opens ${sayWhen(opens, now, zone)}`;
}

const endOf = ({ from, plan }: Clock): number => (plan === null ? Infinity : from + plan * 1000);

/** What runs and needs hands: the biggest thing on the page. */
function Hero({ clock, job, now }: Running & { now: number }) {
  const { acting, act } = useActing(job.id);
  const { elapsed, left, over, call } = clockAt(clock, now);
  return (
    <section
      aria-label={`${CLOCK_WORDS[clock.kind]}, ${job.nickname}`}
      className="sheet mb-4 flex flex-wrap items-center gap-x-8 gap-y-2 border-4 border-ochre p-4"
    >
      <p
        role="timer"
        className={`text-[clamp(5rem,16vw,9rem)] leading-none font-bold ${over ? 'text-ochre' : ''}`}
      >
        {sayMinutes(left === null ? elapsed : over ? left : Math.ceil(left))}
      </p>
      <div className="min-w-[14rem] flex-1">
        <p className="font-serif text-[2.4rem] leading-tight font-semibold">{job.nickname}</p>
        <p className="text-[1.9rem] leading-tight font-bold text-ochre">
          {call === null ? clock.name : clock.calls[call]!.say}
        </p>
        {clock.plan !== null && (
          <>
            <p className="text-faint">
              left of {sayMinutes(clock.plan)}
              {clock.number !== null && ` · run ${clock.number}`}
            </p>
            <RunBar elapsed={elapsed} plan={clock.plan} calls={clock.calls} />
          </>
        )}
      </div>
      {call !== null && !clock.heard.includes(call) && (
        <button
          type="button"
          className="quiet min-h-[88px] px-6 text-[1.3rem]"
          onClick={() => act([draft(acting(), 'call heard', clock.step, { clock: clock.id, which: call })])}
        >
          Heard
        </button>
      )}
      <Link to={stepLink(job, clock.step)} className="act min-h-[88px] px-8 text-[1.5rem]">
        To the step
      </Link>
    </section>
  );
}

function HandsNow({ jobs, now, zone }: { jobs: readonly JobOfList[]; now: number; zone: string }) {
  const { data: people = [] } = usePeople();
  const person = usePersonId();
  const nameOf = (id: string) => people.find((one) => one.id === id)?.name ?? 'somebody';
  // what runs stands above, and is not said twice
  const running = new Set(
    jobs.flatMap(({ summary }) =>
      summary.clocks.filter(({ kind }) => AT_HAND.has(kind)).map(({ step }) => step),
    ),
  );
  const looks = jobs.flatMap((job) =>
    job.summary.looks.filter(({ by }) => by !== person).map((look) => ({ job, look })),
  );
  return (
    <section aria-label="Hands now">
      <h2 className="mb-1 text-[1.5rem]">Hands now</h2>
      <ul className="grid gap-2">
        {looks.map(({ job, look }) => (
          <li key={`${look.step} ${look.stage}`}>
            <Row
              to={`/bench/${job.id}/${look.step}`}
              nickname={`▲ ${job.nickname}`}
              words={`${nameOf(look.by)} asks: ${look.asks}`}
              act="Look"
              ochre
            />
          </li>
        ))}
        {jobs
          .filter(({ summary }) => !summary.aside && !summary.out)
          .flatMap((job) =>
            [
              ...job.summary.atHand.filter(({ standing }) => standing !== 'waiting'),
              ...job.summary.next.slice(0, 1),
            ]
              .filter(
                (one) =>
                  one.freeFrom !== null &&
                  !running.has(one.step) &&
                  // who is asked to look sees that line alone
                  !looks.some(({ look }) => look.step === one.step),
              )
              .slice(0, 2)
              .map((one) => (
                <li key={one.step}>
                  <Row
                    to={`/bench/${job.id}/${one.step}`}
                    nickname={job.nickname}
                    words={`${job.summary.questions.length > 0 ? '▲ waiting for the owner · ' : ''}${wordsOf(one, now, zone)}`}
                    act={one.standing === 'open' ? 'Begin' : 'Go on'}
                    later={one.freeFrom! > now}
                  />
                </li>
              )),
          )}
      </ul>
    </section>
  );
}

function wordsOf(one: StepAtHand, now: number, zone: string): string {
  const from = one.freeFrom! > now ? `from ${sayWhen(one.freeFrom!, now, zone)}` : null;
  return [one.name, from, one.standing === 'open' ? null : STANDING_WORDS[one.standing]]
    .filter((part) => part !== null)
    .join(' · ');
}

/** Something that sets: what may be done with it, and when. */
function SettingLine({ clock, job, now, zone }: Running & { now: number; zone: string }) {
  const { elapsed, left, over } = clockAt(clock, now);
  const next = clock.calls.find(({ at }) => at > elapsed);
  const handled = clock.kind === 'cure' && clock.calls.length > 1 && elapsed >= clock.calls[0]!.at;
  return (
    <Link
      to={stepLink(job, clock.step)}
      className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-4"
    >
      <span className="truncate font-serif text-[1.5rem] font-semibold">{job.nickname}</span>
      <span className="text-[1.5rem] font-bold">
        {left === null
          ? 'until a reading'
          : over
            ? 'time is up'
            : next
              ? sayLeft(next.at - elapsed)
              : sayLeft(left)}
      </span>
      <span className="truncate text-faint">{clock.name}</span>
      <span className="text-faint">
        {left === null
          ? `since ${sayWhen(clock.from, now, zone)}`
          : `${handled ? 'may be handled · strings' : clock.kind === 'cure' ? 'leave it alone until' : 'until'} ${sayWhen(clock.from + (handled || !next ? clock.plan! : next.at) * 1000, now, zone)}`}
      </span>
    </Link>
  );
}
