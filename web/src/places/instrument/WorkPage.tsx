import type { Judgement, Step } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { CAUTIONS_DEFER, TREATMENTS } from '@upright-elder/core/treatments';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useHeights } from '../../data/heights.js';
import { useJudgement } from '../../data/hooks.js';
import { ChosenOnTop } from './work/ChosenOnTop.js';

/** Work: what the findings ask for, in the order of the bench. */
export function WorkPage() {
  const { id } = useParams() as { id: string };
  const { unit } = useHeights();
  return (
    <Fetching of={useJudgement(id, unit)}>{(judgement) => <WorkOf id={id} judgement={judgement} />}</Fetching>
  );
}

function WorkOf({ id, judgement }: { id: string; judgement: Judgement }) {
  const { first, unsound, order, questions, date, findings } = judgement;
  return (
    <div className="grid gap-4 xl:grid-cols-[24rem_minmax(0,1fr)]">
      <div>
        <section className="sheet p-4">
          <p className="said">{first}</p>
          {unsound && <p className="mt-1 font-bold text-wax">◆ Unsound: slack until it is put right.</p>}
          {date && (
            <p className="mt-1 text-[0.9rem] text-faint">
              Based on everything recorded up to {sayDate(date, 'long')}.
            </p>
          )}
          {questions[0] && (
            <p className="mt-2">
              <strong>Ask first:</strong> {questions[0].ask}{' '}
              <span className="whitespace-nowrap text-faint">({questions[0].minutes} min)</span>
            </p>
          )}
          <Link to="../judgement" className="mt-2 inline-block min-h-[44px] py-2 underline">
            {findings.length > 0 ? `All findings (${findings.length}) and questions` : 'Judgement'}
          </Link>
          {date === null && (
            <Link to="../examine" className="act mt-2">
              Examine it now
            </Link>
          )}
        </section>
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
  const { place, name, why, withheld, after, gate, hands, wait, undo, cautions } = step;
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
        {withheld && <p className="text-[0.95rem] text-ochre">▲ How much is not told yet: {withheld}.</p>}
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
