import { may, type Role } from '@upright-elder/contract/lists';
import { ACTS, clockAt, draft } from '@upright-elder/core/jobs';
import { CAUTIONS_DEFER, TREATMENTS, type TreatmentId } from '@upright-elder/core/treatments';
import { BUILD_PART_IDS, BUILD_PARTS, type BuildPart } from '@upright-elder/core/construction';
import { capital, sayLeft } from '@upright-elder/core/wording';
import { useState } from 'react';
import { useInstrument } from '../../../data/hooks.js';
import { ListField } from '../../../fields/ListField.js';
import { OneLineForm } from '../OneLineForm.js';
import { sayWhen } from '../sayTime.js';
import type { AtStage } from '../useActing.js';

const BIG = 'act min-h-[88px] grow px-8 text-[1.6rem]';

/** What is read before anything else of the step. */
export function CautionStage({
  job,
  step,
  stage,
  acting,
  act,
  cautions,
}: AtStage & { cautions: readonly string[] }) {
  return (
    <div>
      <ul className="border-l-8 border-ochre bg-sheet px-4 py-3 text-[1.15rem]">
        {cautions.map((say) => (
          <li key={say} className="py-1">
            <span aria-hidden="true">◆</span> {say}
          </li>
        ))}
        <li className="pt-1 text-[1rem] text-faint">{CAUTIONS_DEFER}</li>
      </ul>
      <div className="mt-4 flex">
        <button type="button" className={BIG} onClick={() => act(ACTS.pass(acting, job, step, stage))}>
          Read
        </button>
      </div>
    </div>
  );
}

/** Something to prepare, to do, to look at: one sentence and one touch. */
export function DoStage({ job, step, stage, acting, act }: AtStage) {
  const words = { ready: 'Laid ready', prepare: 'Ready', check: 'Looked at and written down' } as const;
  return (
    <div>
      <p className="text-[1.4rem] leading-snug">
        {stage.kind === 'ready' && <strong>Lay ready: </strong>}
        {stage.say}
      </p>
      {stage.about !== undefined && (
        <p className="mt-1 text-[1.15rem]">
          It takes as long as it takes{stage.about === null ? '' : `, about ${stage.about} min`}.
        </p>
      )}
      <div className="mt-4 flex">
        <button
          type="button"
          className={BIG}
          onClick={() => act(ACTS.pass(acting, job, step, stage), 'Noted.')}
        >
          {stage.kind in words ? words[stage.kind as keyof typeof words] : 'Done'}
        </button>
      </div>
    </div>
  );
}

/** Goes on only where it holds; what is found otherwise leads where its branch says. */
export function HoldStage({ job, step, stage, acting, act }: AtStage) {
  const [failing, setFailing] = useState(false);
  const branches = stage.branches ?? [];
  const branch = stage.failed?.branch === null ? undefined : branches[stage.failed?.branch ?? -1];
  const leads = branch?.leads ?? 'again';
  const adds = typeof leads === 'object' ? (leads.adds as TreatmentId) : null;
  return (
    <div>
      <p className="text-[1.4rem] leading-snug">
        <strong>Go on only if:</strong> {stage.say}
      </p>
      {stage.failed && (
        <div className="mt-3 border-l-8 border-ochre bg-ochre-soft px-4 py-3 text-[1.2rem]" role="status">
          <p className="font-bold">
            ▲ It does not hold
            {branch ? `: ${branch.if}` : stage.failed.found ? `: ${stage.failed.found}` : ''}.
          </p>
          {branch && <p>{branch.then.charAt(0).toUpperCase() + branch.then.slice(1)}</p>}
          {adds && <AddStep job={job} step={step} treatment={adds} acting={acting} act={act} />}
          {leads === 'stop' && <NotAsThought job={job} step={step} acting={acting} act={act} />}
        </div>
      )}
      <div className="mt-4 flex flex-wrap gap-3">
        <button
          type="button"
          className={BIG}
          onClick={() => act(ACTS.confirm(acting, job, step, stage), 'It holds.')}
        >
          {stage.failed ? 'It holds now' : 'It holds'}
        </button>
        <button
          type="button"
          className="quiet min-h-[88px] grow border-2 border-ochre text-[1.4rem] font-bold text-ochre"
          aria-expanded={failing}
          onClick={() => setFailing(!failing)}
        >
          It does not
        </button>
      </div>
      {failing && (
        <ul className="mt-3 grid gap-2" aria-label="What is it instead">
          {branches.map((one, i) => (
            <li key={one.if}>
              <button
                type="button"
                className="quiet min-h-[66px] w-full flex-col items-start text-left"
                onClick={() => {
                  setFailing(false);
                  act(ACTS.fail(acting, job, step, stage, i), 'Noted.');
                }}
              >
                <strong className="text-[1.15rem]">{one.if.charAt(0).toUpperCase() + one.if.slice(1)}</strong>
                <span>{one.then}</span>
              </button>
            </li>
          ))}
          <li>
            <OneLineForm
              label="Something else"
              button="Note it and stop"
              onSay={(found) => {
                setFailing(false);
                act(ACTS.fail(acting, job, step, stage, null, found), 'Noted.');
              }}
            />
          </li>
        </ul>
      )}
    </div>
  );
}

type Acts = Pick<AtStage, 'job' | 'step' | 'acting' | 'act'>;

/** The treatment that a branch leads to, put before the rest of this step. */
function AddStep({ job, step, treatment, acting, act }: Acts & { treatment: TreatmentId }) {
  const { name, hands, wait } = TREATMENTS[treatment];
  const there = [...job.steps.values()].find(
    (one) => one.treatment === treatment && one.standing !== 'replaced' && one.standing !== 'done',
  );
  if (there) return <p className="mt-1">“{name}” is in the job.</p>;
  const add = () => {
    const given = {
      id: acting.newId(),
      treatment,
      part: 'whole' as const,
      hands,
      wait,
      after: step.after,
      ...(step.line ? { line: step.line } : {}),
    };
    const why = 'a hold led to it';
    act(
      [
        draft(acting, 'step added', step.id, {
          given,
          before: step.id,
          then: [{ step: step.id, because: why }],
          why,
        }),
      ],
      `“${name}” is in the job now.`,
    );
  };
  return (
    <button type="button" className="act mt-2" onClick={add}>
      Add “{name}” before this step
    </button>
  );
}

/** What was assumed and is not so: it is written down, and the step is given up or goes on. */
function NotAsThought({ job, step, acting, act }: Acts) {
  const [isSo, setIsSo] = useState('');
  const [part, setPart] = useState<BuildPart | ''>('');
  const [way, setWay] = useState('');
  const { data: instrument } = useInstrument(job.instrument!);
  const last = [...step.holds.values()].find(({ passed }) => !passed);
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        act(
          [
            draft(
              acting,
              'not as thought',
              step.id,
              {
                assumed: last?.found ?? 'the joint is of the kind that was recorded',
                isSo: isSo.trim(),
                ...(part && way
                  ? { build: { [part]: way }, was: { [part]: instrument?.build?.[part] ?? null } }
                  : {}),
              },
              last ? [last.event] : [],
            ),
            ...ACTS.giveUp(acting, job, step, `not what we thought: ${isSo.trim()}`),
          ],
          'The step is given up.',
        );
      }}
    >
      <label className="min-w-0 grow font-bold">
        Not what we thought? What is it?
        <input
          className="field font-normal"
          autoComplete="off"
          maxLength={300}
          placeholder="held by two dowels"
          value={isSo}
          onChange={(event) => setIsSo(event.target.value)}
        />
      </label>
      <ListField
        label="Correct the build"
        value={part}
        options={[
          { value: '', label: 'leave it as it is' },
          ...BUILD_PART_IDS.map((id) => ({ value: id, label: BUILD_PARTS[id].name })),
        ]}
        onPick={(id) => {
          setPart(id);
          setWay('');
        }}
        className="w-56"
      />
      {part && (
        <ListField
          label="It is"
          value={way}
          options={[
            { value: '', label: 'choose' },
            ...Object.entries(BUILD_PARTS[part].ways).map(([value, label]) => ({ value, label })),
          ]}
          onPick={setWay}
          className="w-56"
        />
      )}
      <button type="submit" className="quiet" disabled={isSo.trim() === '' || (part !== '' && way === '')}>
        Give this step up
      </button>
    </form>
  );
}

/** Cannot be undone: initials by whoever may give them, and asked of another by who may not. */
export function LookStage({
  job,
  step,
  stage,
  acting,
  act,
  role,
  nameOf,
}: AtStage & { role: Role; nameOf: (id: string) => string }) {
  const look = step.looks.get(stage.index);
  const gives = may(role, 'give a second look');
  return (
    <div>
      <p className="text-[1.4rem] leading-snug">
        <strong>This cannot be undone.</strong> {stage.say}
      </p>
      {look?.state === 'asked' && (
        <p className="mt-2 text-[1.2rem]" role="status">
          ▲ {nameOf(look.by)} asks for a second look.
        </p>
      )}
      {look?.state === 'refused' && (
        <p className="mt-2 text-[1.2rem] text-ochre" role="status">
          ▲ {nameOf(look.by)} says: not yet. {look.why}
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-end gap-3">
        {gives && (
          <button
            type="button"
            className={BIG}
            onClick={() => act(ACTS.giveLook(acting, job, step, stage), 'Initialled.')}
          >
            Looked at: go on
          </button>
        )}
        {look?.state !== 'asked' && (
          <button
            type="button"
            className={gives ? 'quiet min-h-[88px] px-6 text-[1.2rem]' : BIG}
            onClick={() => act(ACTS.askLook(acting, job, step, stage), 'Asked.')}
          >
            Ask for a second look
          </button>
        )}
      </div>
      {gives && look?.state === 'asked' && (
        <OneLineForm
          className="mt-3"
          label="Not yet, because"
          button="Send it back"
          onSay={(why) => act(ACTS.refuseLook(acting, job, step, stage, why), 'Sent back.')}
        />
      )}
      {!gives && look?.state === 'asked' && (
        <p className="mt-2 text-faint">
          It shows on the bench of whoever may give it. Do something else meanwhile.{' '}
          <button
            type="button"
            className="quiet"
            onClick={() =>
              act([draft(acting, 'look withdrawn', step.id, { stage: stage.index })], 'Taken back.')
            }
          >
            Take the question back
          </button>
        </p>
      )}
    </div>
  );
}

/** Looked at every so often, until the reading says that it is over. */
function Visits({
  job,
  step,
  stage,
  acting,
  act,
  now,
  zone,
  days,
}: Omit<AtStage, 'stages'> & { days: [number, number] }) {
  const clock = [...job.clocks.values()].find(
    (one) => one.step === step.id && !one.stopped && (one.kind === 'visit' || one.kind === 'reading'),
  );
  const reads = stage.visits!.reads.join(', ');
  const again =
    days[0] !== days[1]
      ? `every ${days[0]} to ${sayDays(days[1])}`
      : days[0] === 1
        ? 'every day'
        : `every ${sayDays(days[0])}`;
  return (
    <div>
      <p className="text-[1.4rem] leading-snug">{stage.say}</p>
      <p className="mt-1 text-[1.15rem]">
        Read {reads} {again}. Note each reading below.
      </p>
      {clock && (
        <p className="mt-2 text-[2.2rem] font-bold">
          {clock.plan === null
            ? `Waiting since ${sayWhen(clock.from, now, zone)}`
            : clockAt(clock, now).over
              ? 'Read it now'
              : `Next reading ${sayWhen(clock.from + clock.plan * 1000, now, zone)}`}
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-3">
        <button
          type="button"
          className={BIG}
          onClick={() => act(ACTS.visitAgain(acting, job, step, stage, days[0] * 86400), 'Noted.')}
        >
          {clock ? `Read: again in ${sayDays(days[0])}` : `Read it in ${sayDays(days[0])}`}
        </button>
        <button
          type="button"
          className="quiet min-h-[88px] px-6 text-[1.2rem]"
          onClick={() => act(ACTS.visitsOver(acting, job, step, stage), 'Noted.')}
        >
          It is there: go on
        </button>
      </div>
    </div>
  );
}

const sayDays = (days: number): string => (days === 1 ? '1 day' : `${days} days`);

/** Something sets, dries or rests: until its time, or until somebody says that it did. */
export function WaitStage({ job, step, stage, acting, act, now, zone }: AtStage) {
  const joints = [...job.joints.values()].filter((joint) => joint.step === step.id && joint.clamped);
  const clock = [...job.clocks.values()].find(
    (one) => one.step === step.id && !one.stopped && one.kind !== 'cure',
  );
  const early = joints.filter(({ handlingAt }) => handlingAt > now);
  const [sure, setSure] = useState(false);
  if (stage.sets && joints.length > 0) {
    const until = Math.max(...joints.map(({ handlingAt }) => handlingAt));
    return (
      <div>
        <p className="text-[1.4rem] leading-snug">{stage.say}</p>
        <ul className="mt-2 text-[1.25rem]">
          {joints.map((joint) => (
            <li key={joint.id}>
              {capital(joint.parts)}, {joint.glue}: clamps off {sayWhen(joint.handlingAt, now, zone)}, strings{' '}
              {sayWhen(joint.tensionAt, now, zone)} or later
            </li>
          ))}
        </ul>
        {early.length > 0 && (
          <p className="mt-2 text-[2.2rem] font-bold">
            {sayLeft((until - now) / 1000)} <span className="text-[1.2rem] font-normal">left in clamps</span>
          </p>
        )}
        <div className="mt-4 flex">
          <button
            type="button"
            className={early.length > 0 ? 'quiet min-h-[66px] px-6 text-[1.2rem]' : BIG}
            onClick={() =>
              early.length > 0 && !sure
                ? setSure(true)
                : act(ACTS.clampsOff(acting, job, step, stage), 'Clamps are off.')
            }
          >
            {early.length > 0
              ? sure
                ? `${sayLeft((until - now) / 1000)} too early: take them off`
                : 'Take the clamps off early'
              : 'Clamps are off'}
          </button>
        </div>
      </div>
    );
  }
  if (stage.visits)
    return <Visits {...{ job, step, stage, acting, act, now, zone }} days={stage.visits.days} />;
  const hours = step.wait[0] > 0 ? step.wait[0] : null;
  return (
    <div>
      <p className="text-[1.4rem] leading-snug">{stage.say}</p>
      {clock && clock.plan !== null && (
        <p className="mt-2 text-[2.2rem] font-bold">
          {clockAt(clock, now).over ? 'Time is up' : sayLeft(clockAt(clock, now).left!)}
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-3">
        {!clock && (
          <button
            type="button"
            className={BIG}
            onClick={() =>
              act([
                draft(acting, 'clock set', step.id, {
                  clock: acting.newId(),
                  kind: 'as long as it takes',
                  plan: hours === null ? null : hours * 3600,
                  calls: hours === null ? [] : [{ at: hours * 3600, say: 'Look at it' }],
                }),
                draft(acting, 'paused', step.id, {}),
              ])
            }
          >
            It waits from now
          </button>
        )}
        <button
          type="button"
          className={clock ? BIG : 'quiet min-h-[88px] px-6 text-[1.2rem]'}
          onClick={() =>
            act(
              [
                ...(clock
                  ? [draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: 'hand' })]
                  : []),
                ...ACTS.pass(acting, job, step, stage),
              ],
              'Noted.',
            )
          }
        >
          It has waited: go on
        </button>
      </div>
    </div>
  );
}
