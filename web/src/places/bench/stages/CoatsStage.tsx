import { ACTS, clockAt, coatsOf } from '@upright-elder/core/jobs';
import { sayLeft } from '@upright-elder/core/wording';
import { useState } from 'react';
import { useFigures } from '../../../data/bench/figures.js';
import { ListField } from '../../../fields/ListField.js';
import { sayWhen } from '../sayTime.js';
import type { AtStage } from '../useActing.js';

const FINISHES = [
  { value: 'latest coat shellac', label: 'shellac' },
  { value: 'latest coat lacquer', label: 'lacquer' },
] as const;

/** Coats, one after the other: each not before its time, and not after its latest, where the shop knows one. */
export function CoatsStage({ job, step, stage, acting, act, now, zone }: AtStage) {
  const figures = useFigures();
  const [finish, setFinish] = useState<(typeof FINISHES)[number]['value']>('latest coat shellac');
  const latest = figures.of(finish);
  const { number, hours } = stage.coats!;
  const coats = coatsOf(job, step, stage);
  const last = coats.findLast(({ stopped }) => !stopped);
  const next = coats.length + 1;
  const earliest = last ? hours[0] * 3600 - clockAt(last, now).elapsed : 0;
  const late = last && latest !== null && clockAt(last, now).elapsed > latest * 3600;
  return (
    <div>
      <p className="text-[1.4rem] leading-snug">{stage.say}</p>
      <p className="mt-2 text-[2.2rem] font-bold">
        Coat {Math.min(next, number)} of {number}
      </p>
      {last && earliest > 0 && (
        <p className="text-[1.3rem]">
          Not before {sayWhen(last.from + hours[0] * 3600000, now, zone)}: another {sayLeft(earliest)}.
        </p>
      )}
      {late && (
        <p className="text-[1.2rem] text-ochre">
          ▲ Later than the shop’s {latest} h. Scuff it, and put the next coat on the next day.
        </p>
      )}
      {latest === null && (
        <p className="text-faint">
          The shop has no latest time for the next coat yet. Set it under Shop, Figures.
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-end gap-3">
        <button
          type="button"
          className={
            last && earliest > 0
              ? 'quiet min-h-[88px] px-6 text-[1.2rem]'
              : 'act min-h-[88px] grow px-8 text-[1.6rem]'
          }
          onClick={() => act(ACTS.coatOn(acting, job, step, stage, { latest }), `Coat ${next} is on.`)}
        >
          Coat {next} is on{last && earliest > 0 ? ', early' : ''}
        </button>
        <ListField label="Finish" value={finish} options={FINISHES} onPick={setFinish} className="w-44" />
      </div>
    </div>
  );
}
