import { sayBench, sayWait } from '@upright-elder/core/units';
import type { Judgement, Step } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { ORIGINALS_WORDS, UNDO_WORDS } from '@upright-elder/core/wording';
import { aimedNeck, PAGE_INKS } from '@upright-elder/drawings';
import { CAUTIONS_DEFER, TREATMENTS, type Treatment, type WorkStep } from '@upright-elder/core/treatments';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { Drawn } from '../../drawings/Drawn.js';
import { useHeights } from '../../data/heights.js';
import { useJudgement } from '../../data/hooks.js';
import { ChosenOnTop } from './work/ChosenOnTop.js';
import { JobsHere } from './work/JobsHere.js';
import { StartJob } from './work/StartJob.js';
import { Fold } from '../../fields/Fold.js';

/** Work: what the findings ask for, in the order of the bench. */
export function WorkPage() {
  const { id } = useParams() as { id: string };
  return (
    <JobsHere id={id}>
      <PlannedWork id={id} />
    </JobsHere>
  );
}

function PlannedWork({ id }: { id: string }) {
  const { unit } = useHeights();
  return (
    <Fetching of={useJudgement(id, unit)}>{(judgement) => <WorkOf id={id} judgement={judgement} />}</Fetching>
  );
}

function WorkOf({ id, judgement }: { id: string; judgement: Judgement }) {
  const { first, unsound, order, questions, date, findings, plan } = judgement;
  return (
    <div className="grid gap-4 xl:grid-cols-[24rem_minmax(0,1fr)]">
      <div>
        <section className="sheet p-4">
          <p className="said">{first}</p>
          {unsound && <p className="mt-1 font-bold text-wax">◆ Unsound: leave it slack until it is fixed.</p>}
          {date && (
            <p className="mt-1 text-[0.9rem] text-faint">
              Based on everything recorded up to {sayDate(date, 'long')}.
            </p>
          )}
          {questions[0] && (
            <p className="mt-2">
              <strong>Find out first:</strong> {questions[0].ask}{' '}
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
        <p className="mb-2">
          {plan ? (
            <>
              <strong>By the plan “{plan.name}”</strong>, chosen by {plan.byName}.{' '}
            </>
          ) : order.length > 0 ? (
            <>No plan chosen. This fixes everything found, your shop’s way. </>
          ) : null}
          {order.length > 0 && (
            <StartJob
              instrumentId={id}
              start={{
                name: plan?.name ?? 'What was found',
                from: 'plan',
                treatments: order.map((one) => one.id),
              }}
            />
          )}{' '}
          {(plan || order.length > 0) && (
            <Link to="../judgement#plans" className="inline-block min-h-[44px] py-2 underline">
              Compare plans
            </Link>
          )}
        </p>
        <ChosenOnTop id={id} />
        {order.length === 0 ? (
          <p className="sheet said p-4">Nothing to do now.</p>
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

const STEP_NAMES: Record<WorkStep['kind'], string> = {
  prepare: 'Prepare',
  do: 'Do',
  hold: 'Go on only if',
  look: 'Second look',
  wait: 'Wait',
  check: 'Check',
};

/** A treatment as it is worked: its steps, where it may go another way, what it takes, and the usual cautions. */
function HowItIsWorked({ step: { id, cautions } }: { step: Step }) {
  const known = (TREATMENTS as Record<string, Treatment | undefined>)[id];
  if (!known) return <p className="pb-2 text-[0.95rem]">Your own repair: work it your way.</p>;
  const { steps, materials, uses, originals, consent, photos } = known;
  return (
    <div className="pb-2 text-[0.95rem]">
      {cautions.length > 0 && (
        <ul className="mb-2 border-l-4 border-ochre pl-3">
          {cautions.map((caution) => (
            <li key={caution}>▲ {caution}</li>
          ))}
          <li className="text-faint">{CAUTIONS_DEFER}</li>
        </ul>
      )}
      <ol className="list-decimal pl-5">
        {steps.map(({ kind, say, branches }, i) => (
          <li key={i} className="py-0.5">
            <strong>{STEP_NAMES[kind]}:</strong> {say}
            {branches && (
              <ul className="list-[circle] pl-5">
                {branches.map((branch) => (
                  <li key={branch.if}>
                    If {branch.if}: {branch.then}
                  </li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ol>
      <p className="mt-1 text-faint">
        {sentence([
          materials.length > 0 && `Takes ${materials.join(', ')}`,
          uses.length > 0 && `in use: ${uses.join(', ')}`,
          photos.length > 0 && `photographs ${photos.join(', ')}`,
          ORIGINALS_WORDS[originals],
          consent && 'only with the owner’s written consent',
        ])}
      </p>
    </div>
  );
}

/** What there is to say, as one sentence. */
function sentence(parts: (string | false | undefined)[]): string {
  const said = parts.filter(Boolean).join('; ');
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
}

function StepOf({ step }: { step: Step }) {
  const { place, name, why, withheld, aimed, after, gate, hands, wait, undo, cautions } = step;
  return (
    <li className="grid grid-cols-[2.6rem_minmax(0,1fr)] gap-x-2 border-b border-rule px-4 py-3 last:border-b-0">
      <span className="font-serif text-[1.65rem] leading-none font-semibold text-verdigris">{place}</span>
      <div>
        <div className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h3 className="text-[1.15rem]">{name}</h3>
          <span className="text-[0.9rem] text-faint">
            at the bench {sayBench(hands)}
            {wait[1] > 0 && `, then wait ${sayWait(wait)}`} ·{' '}
            {undo[0] === undo[1] ? UNDO_WORDS[undo[0]] : `${UNDO_WORDS[undo[0]]} to ${UNDO_WORDS[undo[1]]}`}
          </span>
        </div>
        <p>{why}</p>
        {aimed && <Drawn of={aimedNeck(aimed, PAGE_INKS)} className="my-2 h-auto w-full max-w-[34rem]" />}
        {withheld && <p className="text-[0.95rem] text-ochre">▲ How much is not known yet: {withheld}.</p>}
        {gate && (
          <p className="text-[0.95rem]">
            <strong>Before it starts:</strong> {gate}
          </p>
        )}
        <Fold
          summaryClass="text-[0.95rem]"
          summary={<>How it is worked{cautions.length > 0 && ', with its cautions'}</>}
        >
          <HowItIsWorked step={step} />
        </Fold>
        {after.length > 0 && (
          <Fold summaryClass="text-[0.95rem]" summary="Why now">
            <ul className="list-disc pl-5 text-[0.95rem]">
              {after.map((arrow) => (
                <li key={arrow.id}>
                  After “{TREATMENTS[arrow.id].name}”: {arrow.because}.
                </li>
              ))}
            </ul>
          </Fold>
        )}
      </div>
    </li>
  );
}
