import { ACTS, clockAt, draft, runningAt } from '@upright-elder/core/jobs';
import { GLUE_IDS, GLUES, type GlueId } from '@upright-elder/core/treatments';
import { sayMinutes } from '@upright-elder/core/wording';
import { ListField } from '../../../fields/ListField.js';
import { useFigures } from '../../../data/bench/figures.js';
import { useState } from 'react';
import { Choice } from '../../../fields/Choice.js';
import type { AtStage } from '../useActing.js';
import { BigTick } from './BigTick.js';
import { Numerals, RunBar } from './Numerals.js';

/** Glue by the clock: only when all is ticked does it go on. */
export function GlueStage({ job, step, stage, stages, acting, act, now }: AtStage) {
  const [glue, setGlue] = useState<GlueId>('hide');
  const figures = useFigures();
  const own = figures.of(`open ${glue}`);
  const batches = [...job.batches.values()];
  const [batch, setBatch] = useState('');
  const chosen = batches.find(({ id }) => id === batch);
  const keeps = figures.of('glue batch');
  const age = chosen ? (now - chosen.at) / 86400000 + (chosen.days ?? 0) : 0;
  const ready = stage.glue?.ready ?? [];
  const list = `${stage.key} ready`;
  const ticked = ready.map((_, item) => step.ticks.get(`${list} ${item}`)?.yes ?? false);
  const open = runningAt(job, step, 'open glue');
  const missing = ticked.filter((yes) => !yes).length;
  if (open) {
    const { elapsed, left, over, call } = clockAt(open, now);
    return (
      <div>
        <p className="text-[1.25rem]">{stage.say}</p>
        <Numerals left={left ?? 0} over={over} label="Time the glue stays open" />
        <RunBar elapsed={elapsed} plan={open.plan!} calls={open.calls} />
        {call !== null && (
          <p role="alert" className="mt-3 bg-ochre-soft px-4 py-2 text-[1.9rem] leading-tight font-bold">
            ▲ {open.calls[call]!.say}
          </p>
        )}
        <div className="mt-4 grid gap-3 sm:grid-cols-2">
          <button
            type="button"
            className="act min-h-[110px] text-[1.9rem]"
            onClick={() => act(ACTS.clamped(acting, job, step, stage, { clock: open, stages }))}
          >
            Clamps are on
          </button>
          <button
            type="button"
            className="quiet min-h-[110px] text-[1.4rem]"
            onClick={() => act(ACTS.tooLate(acting, job, step, stage, open))}
          >
            Too late: taken off
          </button>
        </div>
      </div>
    );
  }
  return (
    <div>
      <p className="text-[1.25rem]">{stage.say}</p>
      <ul className="mt-3 grid gap-3 sm:grid-cols-2">
        {ready.map((say, item) => (
          <li key={say}>
            <BigTick
              say={say}
              yes={ticked[item]!}
              onTick={(yes) => act([draft(acting, 'ticked', step.id, { list, item, yes })])}
            />
          </li>
        ))}
      </ul>
      <div className="mt-4 flex flex-wrap items-end gap-4">
        <Choice
          label="Glue"
          value={glue}
          options={GLUE_IDS.map((id) => ({ value: id, label: GLUES[id].name }))}
          onChange={setGlue}
        />
        <p className="pb-2">
          {own === null
            ? `It stays open for ${sayMinutes(GLUES[glue].open[0])} to ${sayMinutes(GLUES[glue].open[1])} (common practice). Planned by ${sayMinutes(GLUES[glue].plan)}.`
            : `It stays open for ${sayMinutes(own * 60)} in this shop.`}
        </p>
        {batches.length > 0 && (
          <ListField
            label="Batch"
            value={batch}
            options={[
              { value: '', label: 'not noted' },
              ...batches.map(({ id, glue: of }) => ({ value: id, label: of })),
            ]}
            onPick={setBatch}
            className="w-56"
          />
        )}
        {chosen && keeps !== null && age > keeps && (
          <p className="pb-2 text-ochre">
            ▲ This batch is {Math.round(age * 10) / 10} days old. The shop throws it away after {keeps}. Mix a
            new one.
          </p>
        )}
      </div>
      <button
        type="button"
        className="act mt-4 min-h-[88px] w-full text-[1.7rem]"
        disabled={missing > 0}
        onClick={() =>
          act(
            ACTS.glueOn(acting, job, step, stage, glue, {
              ...(own === null ? {} : { plan: own * 60 }),
              ...(batch === '' ? {} : { batch }),
            }),
          )
        }
      >
        Glue is on
      </button>
      {missing > 0 && (
        <p className="mt-1 text-faint">
          Tick{' '}
          {missing === ready.length ? 'everything' : missing === 1 ? 'the last one' : `the other ${missing}`}{' '}
          first.
        </p>
      )}
    </div>
  );
}
