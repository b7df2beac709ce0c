import type { Budget, Judgement, Step } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import type { BudgetCause } from '@upright-elder/core/diagnosis';
import { QUANTITIES } from '@upright-elder/core/readings';
import { CAUTIONS_DEFER, TREATMENTS } from '@upright-elder/core/treatments';
import { finer, sayHeight, type HeightUnit } from '@upright-elder/core/units';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useHeights } from '../../data/heights.js';
import { useJudgement } from '../../data/hooks.js';
import { BudgetBars } from '../../charts/BudgetBars.js';
import { ChosenOnTop } from './work/ChosenOnTop.js';

const CAUSE_NAMES: Record<BudgetCause, string> = {
  season: 'Season',
  nut: 'Nut',
  relief: 'Relief and its effect on the neck angle',
  plane: 'Neck angle and bridge height',
  saddle: 'Saddle',
  unexplained: 'Not explained',
};

/** Work: the action budget and the first repair order it leads to. */
export function WorkPage() {
  const { id } = useParams() as { id: string };
  const { unit } = useHeights();
  return (
    <Fetching of={useJudgement(id, unit)}>
      {(judgement) => <WorkOf id={id} judgement={judgement} unit={unit} />}
    </Fetching>
  );
}

function WorkOf({ id, judgement, unit }: { id: string; judgement: Judgement; unit: HeightUnit }) {
  const { verdict, budgets, order, questions, date } = judgement;
  return (
    <div className="grid gap-4 xl:grid-cols-[27rem_minmax(0,1fr)]">
      <div>
        <section className="sheet p-4">
          <p className="said">{verdict}</p>
          {date && (
            <p className="mt-1 text-[0.9rem] text-faint">
              Based on the examination of {sayDate(date, 'long')}.
            </p>
          )}
          {questions.length > 0 && (
            <>
              <h3 className="mt-3 text-[1.1rem]">Find out first</h3>
              <ul className="list-disc pl-5">
                {questions.map((question) => (
                  <li key={question}>{question}</li>
                ))}
              </ul>
            </>
          )}
          {budgets.length === 0 && (
            <Link to="../examine" className="act mt-4">
              Examine it now
            </Link>
          )}
        </section>
        {budgets.map((budget) => (
          <BudgetOf key={budget.side} budget={budget} unit={unit} />
        ))}
      </div>
      <section aria-label="Repair order">
        <h2 className="mb-2 text-[1.4rem]">Repair order</h2>
        <ChosenOnTop id={id} />
        {order.length === 0 ? (
          <p className="sheet said p-4">Nothing to be done now.</p>
        ) : (
          <ol className="sheet">
            {order.map((step) => (
              <StepOf key={step.id} step={step} />
            ))}
          </ol>
        )}
        {order.some(({ cautions }) => cautions.length > 0) && (
          <p className="mt-2 text-[0.9rem] text-faint">{CAUTIONS_DEFER}</p>
        )}
      </section>
    </div>
  );
}

/** Nearer than this no rule tells it from its target, m. */
const ON_TARGET = 0.00002;

function BudgetOf({ budget, unit }: { budget: Budget; unit: HeightUnit }) {
  const { side, actual, target, total, parts } = budget;
  const say = (metres: number) => sayHeight(metres, unit);
  const sayPart = (metres: number) => sayHeight(metres, finer(unit));
  const off = Math.abs(total);
  // in the unit of the parts too, so that they can be added up by eye
  const asParts = sayPart(off) === say(off) ? '' : ` (${sayPart(off)})`;
  return (
    <section className="sheet mt-3 p-4" aria-label={`Action budget, ${side}`}>
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="text-[1.2rem]">{side === 'bass' ? 'Bass' : 'Treble'}</h3>
        <p>
          <span className="text-[1.65rem] font-bold">{say(actual)}</span>{' '}
          <span className="text-faint">wanted {say(target)}</span>
        </p>
      </div>
      <p className="text-[0.95rem]">
        {off < ON_TARGET
          ? 'On its target.'
          : `${say(off)}${asParts} too ${total > 0 ? 'high' : 'low'}. What causes it:`}
      </p>
      <BudgetBars
        say={sayPart}
        parts={parts.map(({ cause, value, sd, evidence }) => ({
          name: CAUSE_NAMES[cause],
          value,
          sd,
          title: `Based on: ${evidence.map((quantity) => QUANTITIES[quantity].name.toLowerCase()).join(', ')}`,
        }))}
      />
    </section>
  );
}

const range = ([from, to]: [number, number]) => (from === to ? `${from}` : `${from}–${to}`);
const hours = (span: [number, number]) =>
  span[1] >= 48 ? `${range([Math.round(span[0] / 24), Math.round(span[1] / 24)])} d` : `${range(span)} h`;
const UNDO = [
  '',
  'fully reversible',
  'easily reversed',
  'reversible with work',
  'hardly reversible',
  'permanent',
];

function StepOf({ step }: { step: Step }) {
  const { place, name, why, after, gate, hands, wait, undo, cautions } = step;
  return (
    <li className="grid grid-cols-[2.6rem_minmax(0,1fr)] gap-x-2 border-b border-rule px-4 py-3 last:border-b-0">
      <span className="font-serif text-[1.65rem] leading-none font-semibold text-verdigris">{place}</span>
      <div>
        <div className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h3 className="text-[1.15rem]">{name}</h3>
          <span className="text-[0.9rem] text-faint">
            bench time {hours(hands)}
            {wait[1] > 0 && `, then wait ${hours(wait)}`} ·{' '}
            {undo[0] === undo[1] ? UNDO[undo[0]] : `${UNDO[undo[0]]} to ${UNDO[undo[1]]}`}
          </span>
        </div>
        <p>{why}</p>
        {gate && (
          <p className="text-[0.95rem]">
            <strong>Before it starts:</strong> {gate}
          </p>
        )}
        {(after.length > 0 || cautions.length > 0) && (
          <details>
            <summary className="cursor-pointer text-[0.9rem] text-faint">
              why here{cautions.length > 0 && ' · cautions'}
            </summary>
            <ul className="list-disc pl-5 text-[0.95rem]">
              {after.map((arrow) => (
                <li key={arrow.id}>
                  After “{TREATMENTS[arrow.id].name}”: {arrow.because}.
                </li>
              ))}
              {cautions.map((caution) => (
                <li key={caution}>▲ {caution}</li>
              ))}
            </ul>
          </details>
        )}
      </div>
    </li>
  );
}
