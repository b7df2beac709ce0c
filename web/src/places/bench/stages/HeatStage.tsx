import { ACTS, clockAt, heatOf, isForgotten, draft, type Clock } from '@upright-elder/core/jobs';
import { runFigure } from '@upright-elder/core/treatments';
import { sayMinutes } from '@upright-elder/core/wording';
import { useState } from 'react';
import { useFigures } from '../../../data/bench/figures.js';
import type { AtStage } from '../useActing.js';
import { Numerals, RunBar } from './Numerals.js';

/** `7:00`, `7`, `0:45` as seconds; null where it is none. */
export function secondsOf(typed: string): number | null {
  const found = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/u.exec(typed);
  if (!found) return null;
  const seconds = Number(found[1]) * 60 + Number(found[2] ?? 0);
  return seconds > 0 && seconds <= 3600 ? seconds : null;
}

/** Heat by the clock: one run at a time, with its calls. */
export function HeatStage(of: AtStage) {
  const { job, step, stage, acting, act, now } = of;
  const runs = [...job.clocks.values()].filter(
    (clock) => clock.step === step.id && clock.kind === 'heat' && clock.stage === stage.index,
  );
  const running = runs.find(({ stopped }) => !stopped);
  const [typed, setTyped] = useState('');
  const { sum, longest } = heatOf(runs, now);
  const figures = useFigures();
  const figure = runFigure(step.treatment, stage.index);
  const known = figures.of(figure);
  const plan = stage.heat?.run ?? (typed.trim() === '' ? known : secondsOf(typed));
  const rest = figures.of('rest between heat runs');
  const lastStop = Math.max(...runs.map(({ stopped }) => stopped?.at ?? 0));
  const rested = rest === null || runs.length === 0 ? 0 : rest * 60 - (now - lastStop) / 1000;
  return (
    <div>
      <p className="text-[1.25rem]">{stage.say}</p>
      {stage.heat?.limit != null && (
        <p className="mt-1">
          No more than {stage.heat.limit} °C, probe {stage.heat.probe}.
        </p>
      )}
      {running ? (
        <Running {...of} clock={running} />
      ) : (
        <div className="mt-4">
          {stage.heat?.run == null && (
            <label className="mb-3 block max-w-[22rem] text-[1.05rem] font-bold">
              {known === null
                ? 'How long is one run? No usual figure is known.'
                : `One run is ${sayMinutes(known)} in this shop. Another length?`}
              <input
                className="field mt-1 block text-[1.5rem] font-normal"
                placeholder="3:00"
                inputMode="numeric"
                autoComplete="off"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
            </label>
          )}
          {rested > 0 && (
            <p className="mb-2 text-[1.3rem]">
              Let it cool for another <strong>{sayMinutes(rested)}</strong>. A run is never added to the last.
            </p>
          )}
          <div className="flex flex-wrap gap-3">
            <button
              type="button"
              className="act min-h-[88px] grow px-8 text-[1.6rem]"
              disabled={plan === null}
              onClick={() => {
                // the shop is asked once
                if (stage.heat?.run == null && typed.trim() !== '') figures.keep(figure, typed.trim());
                act(ACTS.startRun(acting, job, step, stage, plan ?? undefined));
              }}
            >
              Start run {runs.length + 1}
              {plan !== null && `: ${sayMinutes(plan)}`}
            </button>
            <button
              type="button"
              className="quiet min-h-[88px] px-6 text-[1.2rem]"
              onClick={() => act(ACTS.pass(acting, job, step, stage), 'Moved without more heat.')}
            >
              Free already: go on
            </button>
          </div>
        </div>
      )}
      {runs.length > 0 && !running && (
        <p className="mt-3 text-faint">
          {runs.length === 1 ? 'One run' : `${runs.length} runs`}, the longest {sayMinutes(longest)}
          {runs.length > 1 && `, ${sayMinutes(sum)} in all`}.
        </p>
      )}
    </div>
  );
}

function Running({ job, step, stage, acting, act, now, clock }: AtStage & { clock: Clock }) {
  const { elapsed, left, over, call } = clockAt(clock, now);
  const said = call === null ? null : clock.calls[call]!;
  const heard = call !== null && clock.heard.includes(call);
  return (
    <div className="mt-3">
      <div className="flex flex-wrap items-end gap-x-8">
        <Numerals
          left={left ?? elapsed}
          over={over}
          label={left === null ? 'Time of this run' : 'Time left of this run'}
        />
        <div className="pb-3 text-[1.15rem]">
          {clock.plan !== null && <p>left of {sayMinutes(clock.plan)}</p>}
          <p className="text-[1.5rem] font-bold">run {clock.number}</p>
        </div>
      </div>
      {clock.plan !== null && <RunBar elapsed={elapsed} plan={clock.plan} calls={clock.calls} />}
      {said && (
        <p
          role="alert"
          className="mt-3 flex flex-wrap items-center gap-x-4 bg-ochre-soft px-4 py-2 text-[1.9rem] leading-tight font-bold"
        >
          ▲ {said.say}
          {!heard && (
            <button
              type="button"
              className="quiet text-[1.1rem]"
              onClick={() => act([draft(acting, 'call heard', step.id, { clock: clock.id, which: call! })])}
            >
              Heard
            </button>
          )}
        </p>
      )}
      {isForgotten(clock, now) && (
        <p className="mt-2 text-ochre">
          ▲ This run was not stopped at {sayMinutes(clock.plan!)}. Stop it now, and note in the log when the
          iron came off.
        </p>
      )}
      <div className="mt-4 grid gap-3 sm:grid-cols-2">
        <button
          type="button"
          className="act min-h-[110px] flex-col text-[1.9rem]"
          onClick={() => act(ACTS.itMoves(acting, job, step, stage, clock))}
        >
          It moves
          <span className="text-[1rem] font-normal">ends the run</span>
        </button>
        <button
          type="button"
          className="quiet min-h-[110px] flex-col border-2 border-ochre text-[1.6rem] font-bold text-ochre"
          onClick={() => act(ACTS.stopRun(acting, job, step, clock, over ? 'time' : 'hand'))}
        >
          Stop the run
          <span className="text-[1rem] font-normal">let it cool; the next is a new run</span>
        </button>
      </div>
    </div>
  );
}
