import type { Instrument, Shop } from '@upright-elder/contract';
import {
  ACTS,
  barsOf,
  costOf,
  hoursOf,
  hoursOfJob,
  openAtHandOver,
  mendsOf,
  standingOf,
  stepName,
  stepsOf,
  unlookedOf,
  workedOf,
  type Bench,
  type Folded,
  type Step,
} from '@upright-elder/core/jobs';
import {
  list,
  sayBar,
  sayLeft,
  sayMoneySpan,
  STANDING_WORDS,
  type JobNames,
} from '@upright-elder/core/wording';
import { aroundNow, clockOf, dateIn, sayDate } from '@upright-elder/core/days';
import { openingHoursOf } from '@upright-elder/contract/lists';
import { CAUTIONS, CAUTIONS_DEFER, type CautionId } from '@upright-elder/core/treatments';
import { parseMoney, sayBench, sayBenchHours } from '@upright-elder/core/units';
import { Check } from 'lucide-react';
import { Link } from 'react-router';
import { useNow } from '../../../data/bench/jobs.js';
import { Fold } from '../../../fields/Fold.js';
import { sayWhen } from '../../bench/sayTime.js';
import { Doubts } from '../../bench/Doubts.js';
import { useActing } from '../../bench/useActing.js';
import { ChangeJob } from './ChangeJob.js';
import { ComeBack } from './ComeBack.js';
import { HandOver } from './HandOver.js';
import { JobLines } from './JobLines.js';
import { JobLog } from './JobLog.js';
import { OpenEnds } from './OpenEnds.js';
import { TakenIn } from './TakenIn.js';

const over = ({ standing }: Step): boolean => standing === 'done' || standing === 'given up';

/** A job under way: what is left, what is to be done today, and its steps, a line each. */
export function JobView({
  job,
  bench,
  instrument,
  shop,
}: {
  job: Folded;
  bench: Bench;
  instrument: Instrument;
  shop: Shop;
}) {
  const now = useNow(5000);
  const steps = stepsOf(job);
  const unlooked = unlookedOf(job);
  const closedSince = aroundNow(openingHoursOf(shop), now, shop.zone).closed ?? startOf(shop, now);
  const left = steps.filter((step) => !over(step));
  const names: JobNames = {
    step: (id) => {
      const one = job.steps.get(id);
      return one ? stepName(one, bench) : 'a step';
    },
    joint: (id) => job.joints.get(id)?.parts ?? 'a joint',
    at: (ms) => sayWhen(ms, now, shop.zone),
  };
  const hands = left.reduce<[number, number]>(
    (sum, step) => [sum[0] + step.hands[0], sum[1] + step.hands[1]],
    [0, 0],
  );
  const rate = parseMoney(shop.rate ?? '');
  const money = rate.ok && shop.rate ? costOf(left, bench, rate.value) : null;
  const waits = left.reduce((sum, step) => sum + step.wait[1], 0);
  const free = left.filter((step) => barsOf(job, step, now).length === 0);
  const today = left.find(({ standing }) => standing === 'in hand' || standing === 'paused') ?? free[0];
  return (
    <div>
      <section className="sheet flex flex-wrap items-center gap-x-8 gap-y-2 p-4" aria-label="The job">
        <div className="min-w-[16rem] flex-1">
          <h2 className="text-[1.5rem] leading-tight">{job.name}</h2>
          <p>
            {job.version === 0
              ? 'No plan yet. Examine it, then start a job from Judgement; or start a small job below.'
              : left.length === 0
                ? 'All steps are done.'
                : `${left.length} of ${steps.length} steps left · ${sayBenchHours(hands)} at the bench${waits >= 24 ? ` · about ${weeks(waits)} of waiting` : ''}${money ? ` · ${sayMoneySpan(money, shop.currency)}` : ''}`}
          </p>
          {[...job.questions.values()]
            .filter(({ answer }) => answer === null)
            .map(({ id, say }) => (
              <p key={id} className="text-ochre">
                ▲ The owner has not answered yet: {say}
              </p>
            ))}
          {[...job.mishaps.values()]
            .filter(({ told }) => told === null)
            .map(({ id, what }) => (
              <p key={id} className="text-ochre">
                ▲ Tell the owner: {what}
              </p>
            ))}
          {unlooked.length > 0 && (
            <p className="text-ochre">▲ Keep it apart: not yet looked for {list(unlooked)}.</p>
          )}
          {job.aside && (
            <p className="text-ochre">
              ▲ Put aside: {job.aside.why} Strings {job.aside.strings}
              {job.place && `, place: ${job.place}`}.
            </p>
          )}
          <p className="text-faint">
            {job.version === 0 ? 'Taken in' : 'Begun'} {job.opened && sayWhen(job.opened.at, now, shop.zone)}
            {job.promised && ` · promised by ${sayDate(job.promised.day, 'long')}`} ·{' '}
            {sayBench(twice(hoursOfJob(job, now, closedSince)))} worked so far
          </p>
        </div>
        {job.version === 0 ? (
          <Link to="../examine" className="act min-h-[66px] px-6 text-[1.2rem]">
            Examine it
          </Link>
        ) : today ? (
          <Link to={`/bench/${job.id}/${today.id}`} className="act min-h-[66px] px-6 text-[1.2rem]">
            {today.standing === 'open' ? 'Begin' : 'Go on'}: {stepName(today, bench)}
          </Link>
        ) : left.length > 0 ? (
          <p className="text-[1.1rem]">{waitingWords(job, now)}</p>
        ) : (
          !job.handedOver && (
            <a href="#hand-over" className="act min-h-[66px] px-6 text-[1.2rem]">
              Hand it over
            </a>
          )
        )}
      </section>
      {job.handedOver && <ComeBack job={job} handedOver={job.handedOver} zone={shop.zone} />}
      <TakenIn job={job} zone={shop.zone} />
      <OpenEnds job={job} bench={bench} closedSince={closedSince} now={now} zone={shop.zone} />
      <Doubts job={job} bench={bench} />
      {steps.length > 0 && (
        <ol className="sheet mt-3" aria-label="Steps">
          {steps.map((step, i) => (
            <StepLine
              key={step.id}
              place={i + 1}
              inHand={step.id === today?.id}
              {...{ job, step, bench, now, names }}
            />
          ))}
        </ol>
      )}
      <JobLines job={job} bench={bench} shop={shop} />
      <PromisesOf job={job} />
      {!job.handedOver && <ChangeJob job={job} bench={bench} />}
      {!job.handedOver && (
        <HandOver job={job} instrument={instrument} names={names} open={openAtHandOver(job, now)} />
      )}
      <JobLog job={job} bench={bench} zone={shop.zone} />
    </div>
  );
}

/** Where the shop gave no hours, its day begins at midnight. */
const startOf = ({ zone }: Shop, now: number): number => {
  const [year, month, day] = dateIn(new Date(now).toISOString(), zone).split('-').map(Number) as [
    number,
    number,
    number,
  ];
  return Date.parse(clockOf(zone)([year, month, day, 0, 0, 0]));
};

const weeks = (hours: number): string => {
  const days = Math.max(1, Math.round(hours / 24));
  return days < 14 ? `${days} day${days === 1 ? '' : 's'}` : `${Math.round(days / 7)} weeks`;
};

function waitingWords(job: Folded, now: number): string {
  const next = [...job.joints.values()].flatMap(({ handlingAt, tensionAt }) =>
    [handlingAt, tensionAt].filter((at) => at > now),
  );
  return next.length > 0
    ? `Setting: ${sayLeft((Math.min(...next) - now) / 1000)} left.`
    : 'No step can start yet. The reasons are on its line.';
}

/** A step in one line: its tick, its hands and its wait as long as they are, and why it waits. */
function StepLine({
  place,
  inHand,
  job,
  step,
  bench,
  now,
  names,
}: {
  place: number;
  inHand: boolean;
  job: Folded;
  step: Step;
  bench: Bench;
  now: number;
  names: JobNames;
}) {
  const { acting, act } = useActing(job.id);
  const { stages, at } = standingOf(step, bench);
  const bars = over(step) ? [] : barsOf(job, step, now);
  const [first] = bars;
  const passed = stages.filter(({ passed: is }) => is).length;
  const done = step.standing === 'done';
  const work = workedOf(step, bench);
  const worked = hoursOf(step, now, now).hours;
  // what it put right is asked on its own screen
  const { marks, build } = mendsOf(step.treatment);
  const mends = marks.length + build.length > 0;
  return (
    <li className="grid grid-cols-[3.2rem_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule px-3 py-1 last:border-b-0">
      <button
        type="button"
        role="checkbox"
        aria-checked={done}
        aria-label={`${place}. ${stepName(step, bench)}: ${STANDING_WORDS[step.standing]}`}
        disabled={over(step) || at !== null || mends}
        className={`grid size-[44px] place-items-center border-2 disabled:cursor-default ${done ? 'border-verdigris bg-verdigris text-on-verdigris' : at === null ? 'border-ink' : 'border-rule'}`}
        onClick={() => act(ACTS.finish(acting(), job, step), 'Step finished.')}
      >
        {done ? <Check size={26} strokeWidth={3} aria-hidden /> : <span aria-hidden>{place}</span>}
      </button>
      <Link to={`/bench/${job.id}/${step.id}`} className="min-w-0 py-1">
        <span
          className={`block truncate text-[1.1rem] font-bold ${over(step) ? 'font-normal text-faint' : ''}`}
        >
          {stepName(step, bench)}
        </span>
        <span className="block truncate text-[0.92rem] text-faint">
          {facing(step, job) ?? ''}
          {over(step)
            ? `${STANDING_WORDS[step.standing]}${step.givenUp ? `: ${step.givenUp}` : ''}`
            : step.standing !== 'open'
              ? `${STANDING_WORDS[step.standing]} · ${passed} of ${stages.length}${at ? ` · ${at.say}` : ''}`
              : first
                ? sayBar(first, names)
                : 'Can start now.'}
        </span>
      </Link>
      <span className="flex flex-col items-end gap-0.5 text-[0.9rem] whitespace-nowrap">
        <span>{done ? `${sayBench(twice(worked))} worked` : sayBenchHours(step.hands)}</span>
        <Lengths hands={step.hands[1]} wait={step.wait[1]} />
      </span>
      {!over(step) && <Cautions of={work.cautions} needs={work.uses} open={inHand} />}
    </li>
  );
}

/** What comes off and goes on again is told at both of its steps. */
function facing(step: Step, job: Folded): string | null {
  if (step.part === 'whole') return null;
  const steps = stepsOf(job);
  const other = steps.findIndex(
    ({ treatment, part }) => treatment === step.treatment && part !== 'whole' && part !== step.part,
  );
  if (other < 0) return null;
  return step.part === 'off' ? `Back on in step ${other + 1} · ` : `Came off in step ${other + 1} · `;
}

/** The usual cautions of a step: open at the one in hand, and on paper at all. */
function Cautions({
  of,
  needs,
  open,
}: {
  of: readonly CautionId[];
  /** what of the bench it occupies */
  needs: readonly string[];
  open: boolean;
}) {
  if (of.length === 0) return null;
  return (
    <ul
      className={`col-span-3 mb-1 border-l-4 border-ochre pl-3 text-[0.95rem] ${open ? '' : 'hidden print:block'}`}
    >
      {of.map((caution) => (
        <li key={caution}>▲ {CAUTIONS[caution]}</li>
      ))}
      <li className="text-faint">{CAUTIONS_DEFER}</li>
      {needs.length > 0 && <li>Needs: {needs.join(', ')}.</li>}
    </ul>
  );
}

/** Hands solid, waiting hatched; a week fills the strip. */
function Lengths({ hands, wait }: { hands: number; wait: number }) {
  const share = (hours: number) => Math.min(100, hours === 0 ? 0 : 4 + 26 * Math.log2(1 + hours / 3));
  return (
    <span
      className="flex h-[10px] w-[9rem] overflow-hidden max-sm:hidden"
      role="img"
      aria-label={wait > 0 ? `then waits ${sayLeft(wait * 3600)}` : 'no waiting'}
    >
      <span className="bg-verdigris" style={{ width: `${share(hands) / 2}%` }} />
      <span
        style={{
          width: `${share(wait) / 2}%`,
          background: 'repeating-linear-gradient(135deg, var(--faint) 0 2px, transparent 2px 6px)',
        }}
      />
    </span>
  );
}

/** What the plan promised, to be held against what came. */
function PromisesOf({ job }: { job: Folded }) {
  if (job.promises.length === 0) return null;
  return (
    <Fold summary="What the plan promises" className="sheet mt-3 px-4 py-1">
      <ul className="list-disc pb-2 pl-5">
        {job.promises.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Fold>
  );
}

/** One figure as a span from itself to itself. */
const twice = (hours: number): [number, number] => [hours, hours];
