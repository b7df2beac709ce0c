import type { Shop } from '@upright-elder/contract';
import {
  ACTS,
  barsOf,
  standingOf,
  stepName,
  stepsOf,
  workedOf,
  draft,
  type Bench,
  type Folded,
  type Step,
} from '@upright-elder/core/jobs';
import { may, type Role } from '@upright-elder/contract/lists';
import { CAUTIONS } from '@upright-elder/core/treatments';
import { sayBar, STANDING_WORDS } from '@upright-elder/core/wording';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useTitle } from '../../app/useTitle.js';
import { useJob, useNow, useShopBench } from '../../data/bench/jobs.js';
import { useInstrument, usePeople, useShop } from '../../data/hooks.js';
import { usePersonId } from '../../data/person.js';
import { BenchHead } from './BenchHead.js';
import { Doubts } from './Doubts.js';
import { FinishStep } from './FinishStep.js';
import { OneLineForm } from './OneLineForm.js';
import { StepNotes } from './StepNotes.js';
import { sayWhen } from './sayTime.js';
import { CoatsStage } from './stages/CoatsStage.js';
import { GlueStage } from './stages/GlueStage.js';
import { HeatStage } from './stages/HeatStage.js';
import { CautionStage, DoStage, HoldStage, LookStage, WaitStage } from './stages/PlainStages.js';
import { useActing, type AtStage } from './useActing.js';

/** A step at the bench: one thing at a time. */
export function StepPlace() {
  const { job: id, step } = useParams() as { job: string; step: string };
  const job = useJob(id);
  const bench = useShopBench();
  const shop = useShop();
  return (
    <Fetching of={job}>
      {(known) => {
        const at = known.steps.get(step);
        if (!bench || !shop.data) return <p className="said text-faint">Fetching…</p>;
        if (!at) return <p className="said">This step is not in the job. The bench shows what is.</p>;
        return <StepView job={known} step={at} bench={bench} shop={shop.data} />;
      }}
    </Fetching>
  );
}

const STAGE_WORDS = {
  caution: 'Caution',
  ready: 'Laid ready',
  prepare: 'Prepare',
  do: 'Do',
  hold: 'Hold',
  look: 'Second look',
  wait: 'Wait',
  check: 'Check',
} as const;

function StepView({ job, step, bench, shop }: { job: Folded; step: Step; bench: Bench; shop: Shop }) {
  const now = useNow(250);
  const { acting, act } = useActing(job.id);
  const { data: instrument } = useInstrument(job.instrument!);
  const { data: people = [] } = usePeople();
  const person = usePersonId();
  const [chosen, setChosen] = useState<string | null>(null);
  const { stages, at } = standingOf(step, bench);
  const name = stepName(step, bench);
  useTitle(instrument?.nickname, name);
  const all = stepsOf(job);
  const place = all.findIndex(({ id }) => id === step.id);
  const nameOf = (id: string) => people.find((one) => one.id === id)?.name ?? 'somebody';
  const shown = stages.find(({ key }) => key === chosen) ?? at;
  const over = step.standing === 'done' || step.standing === 'given up';
  const bars = over ? [] : barsOf(job, step, now);
  const names = {
    step: (id: string) => {
      const one = job.steps.get(id);
      return one ? stepName(one, bench) : 'a step';
    },
    joint: (id: string) => job.joints.get(id)?.parts ?? 'a joint',
    at: (ms: number) => sayWhen(ms, now, shop.zone),
  };
  const hands = step.spans.filter(({ to }) => to === null).map((span) => nameOf(span.person));
  const role = people.find(({ id }) => id === person)?.role ?? 'luthier';
  const of: AtStage | null = shown && {
    job,
    step,
    stage: shown,
    stages,
    now,
    zone: shop.zone,
    acting: acting(),
    act,
  };
  return (
    <div>
      <BenchHead
        title={instrument?.nickname ?? '…'}
        words={`${name} · step ${place + 1} of ${all.length} · ${STANDING_WORDS[step.standing]}${hands.length > 0 ? ` · ${hands.join(', ')}` : ''}`}
        now={now}
        zone={shop.zone}
      />
      {bars.length > 0 && step.standing === 'open' && (
        <ul className="sheet mb-3 border-l-8 border-l-ochre p-3" aria-label="What comes first">
          {bars.map((bar) => (
            <li key={JSON.stringify(bar)}>▲ {sayBar(bar, names)}</li>
          ))}
        </ul>
      )}
      <div className="grid gap-4 md:grid-cols-[13rem_minmax(0,1fr)]">
        <ol className="flex gap-2 overflow-x-auto md:block md:space-y-2" aria-label="Stages">
          {stages.map((stage) => (
            <li key={stage.key} className="shrink-0">
              <button
                type="button"
                aria-current={shown?.key === stage.key ? 'step' : undefined}
                className={`min-h-[52px] w-full min-w-[8rem] border-2 px-3 py-1 text-left ${
                  shown?.key === stage.key
                    ? 'border-ink bg-sheet font-bold'
                    : stage.passed
                      ? 'border-verdigris bg-verdigris-soft'
                      : 'border-rule bg-sunk'
                }`}
                onClick={() => setChosen(stage.key === at?.key ? null : stage.key)}
              >
                {stage.passed && <Check size={18} className="mr-1 inline" aria-label="done" />}
                {stage.heat ? 'Heat' : stage.glue ? 'Glue' : STAGE_WORDS[stage.kind]}
              </button>
            </li>
          ))}
        </ol>
        <section aria-label={shown ? STAGE_WORDS[shown.kind] : 'The step'} className="min-w-0">
          {shown?.kind === 'look' && <Doubts job={job} bench={bench} />}
          {step.standing === 'done' ? (
            <Over job={job} words="This step is done." />
          ) : step.standing === 'given up' ? (
            <Over job={job} words={`This step was given up: ${step.givenUp}.`} />
          ) : shown && shown.passed ? (
            <p className="text-[1.4rem] leading-snug">✓ {shown.say}</p>
          ) : of === null ? (
            instrument && <FinishStep job={job} step={step} instrument={instrument} />
          ) : bars.length > 0 && step.standing === 'open' ? (
            <BeginAnyway
              role={role}
              onBegin={(why) =>
                act([
                  draft(acting(), 'gate overruled', step.id, { gate: `before ${name}`, why }),
                  ...ACTS.begin(acting(), job, step),
                ])
              }
            />
          ) : (
            <StageOf {...of} bench={bench} role={role} nameOf={nameOf} key={of.stage.key} />
          )}
          {!over && step.standing === 'in hand' && (
            <div className="mt-6 flex flex-wrap gap-3">
              <button
                type="button"
                className="quiet min-h-[56px] px-6"
                onClick={() => act(ACTS.pause(acting(), job, step), 'Paused.')}
              >
                Pause
              </button>
            </div>
          )}
          {!over && step.standing !== 'open' && <StepNotes job={job} step={step} bench={bench} />}
          {step.standing === 'done' && !job.handedOver && <Reopen job={job} step={step} />}
        </section>
      </div>
    </div>
  );
}

/** A finished step that has to be done over: what it wrote of the instrument is taken back with the reason. */
function Reopen({ job, step }: { job: Folded; step: Step }) {
  const { acting, act } = useActing(job.id);
  return (
    <OneLineForm
      className="mt-6 border-t border-rule pt-3"
      label="Open it again, because"
      button="Open it again"
      onSay={(why) => act([draft(acting(), 'reopened', step.id, { why })], 'Opened again.')}
    />
  );
}

/** Something stands in the way: whoever may answer for it goes on with a reason, and it is written down. */
function BeginAnyway({ role, onBegin }: { role: Role; onBegin: (why: string) => void }) {
  return (
    <div>
      <Link to="/bench" className="act min-h-[66px] px-6 text-[1.2rem]">
        Back to the bench
      </Link>
      {may(role, 'overrule a gate') && (
        <OneLineForm className="mt-4" label="Begin it all the same, because" button="Begin" onSay={onBegin} />
      )}
    </div>
  );
}

function Over({ job, words }: { job: Folded; words: string }) {
  return (
    <div>
      <p className="text-[1.4rem]">{words}</p>
      <div className="mt-4 flex flex-wrap gap-3">
        <Link to={`/instruments/${job.instrument}/work`} className="act">
          The whole job
        </Link>
        <Link to="/bench" className="quiet">
          Bench
        </Link>
      </div>
    </div>
  );
}

function StageOf({
  bench,
  role,
  nameOf,
  ...of
}: AtStage & {
  bench: Bench;
  role: Parameters<typeof LookStage>[0]['role'];
  nameOf: (id: string) => string;
}) {
  const { stage, step } = of;
  if (stage.heat) return <HeatStage {...of} />;
  if (stage.glue) return <GlueStage {...of} />;
  if (stage.visits) return <WaitStage {...of} />;
  if (stage.coats) return <CoatsStage {...of} />;
  switch (stage.kind) {
    case 'caution':
      return (
        <CautionStage {...of} cautions={workedOf(step, bench).cautions.map((caution) => CAUTIONS[caution])} />
      );
    case 'hold':
      return <HoldStage {...of} />;
    case 'look':
      return <LookStage {...of} role={role} nameOf={nameOf} />;
    case 'wait':
      return <WaitStage {...of} />;
    default:
      return <DoStage {...of} />;
  }
}
