import { allowancesOf, lookedSaved, quickAnswerOf } from '@upright-elder/contract/lists';
import { sayBench } from '@upright-elder/core/units';
import type { Instrument, JudgedFinding, Judgement } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import type { HeightUnit } from '@upright-elder/core/units';
import { firstOf } from '@upright-elder/core/wording';
import { useState } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useHeights } from '../../data/heights.js';
import {
  useExaminations,
  useInstrument,
  useJudgement,
  usePlanning,
  useProtocols,
  useShop,
} from '../../data/hooks.js';
import { QuickAnswer } from './examine/QuickAnswer.js';
import { PredictFirst } from './predictions/PredictFirst.js';
import { BudgetSheet } from './judgement/BudgetSheet.js';
import { FindingList } from './judgement/FindingList.js';
import { LookedList } from './judgement/LookedList.js';
import { PlansSheet, usePlansOf } from './plans/PlansSheet.js';
import { QuestionList } from './plans/QuestionList.js';
import { WhereItHurts } from './judgement/WhereItHurts.js';
import { WhyTheAction } from './judgement/WhyTheAction.js';
import { Ways } from './judgement/Ways.js';
import { StartJob } from './work/StartJob.js';
import { SheetFold } from '../../fields/SheetFold.js';
import { SeverityMark } from '../../fields/SeverityMark.js';

/** Judgement: what is wrong, what to do today, the next look, where it hurts, why the action is off, the ways; the rest behind folds. */
export default function JudgementPage() {
  const { id } = useParams() as { id: string };
  const { unit } = useHeights();
  const instrument = useInstrument(id);
  return (
    <Fetching of={useJudgement(id, unit)}>
      {(judgement) => (
        <Fetching of={instrument}>
          {(known) => <JudgementOf judgement={judgement} instrument={known} unit={unit} />}
        </Fetching>
      )}
    </Fetching>
  );
}

function JudgementOf({
  judgement,
  instrument,
  unit,
}: {
  judgement: Judgement;
  instrument: Instrument;
  unit: HeightUnit;
}) {
  const { unsound, budgets, findings, questions, looked, date } = judgement;
  const { data: planning } = usePlanning(instrument.id);
  const { data: shop } = useShop();
  const made = usePlansOf(planning);
  const { hash } = useLocation();
  const [comparing, setComparing] = useState(hash === '#plans');
  const archtop = instrument.type === 'archtop';
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <PredictFirst instrumentId={instrument.id} unsound={unsound}>
        <InShort judgement={judgement} instrumentId={instrument.id} />
        <div className="grid grid-cols-[minmax(0,1fr)] items-stretch gap-3 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <section className="sheet px-4 py-2" aria-label="Where it hurts" data-answer="where">
            <WhereItHurts instrument={instrument} findings={findings} unit={unit} />
          </section>
          <section className="sheet px-4 py-2" aria-label="Why the action is high or low" data-answer="why">
            {budgets.length > 0 ? (
              <WhyTheAction budgets={budgets} archtop={archtop} unit={unit} />
            ) : (
              <p>
                Measure action, relief, straightedge and saddle at pitch to see why the action is what it is.
              </p>
            )}
            <Others findings={findings} />
          </section>
        </div>
        {date !== null && (
          <section className="sheet px-4 py-2" aria-label="Ways" data-answer="ways">
            <h2 className="sr-only">Ways</h2>
            <Ways made={made} planning={planning} allowances={shop ? allowancesOf(shop) : {}} unit={unit} />
          </section>
        )}
        {findings.length > 0 && (
          <SheetFold name={`What is wrong, all ${findings.length}, with what it is based on`}>
            <section aria-label="What is wrong">
              <FindingList findings={findings} />
            </section>
          </SheetFold>
        )}
        <SheetFold name={`Find out first${questions.length > 0 ? `: ${questions.length}` : ''}`}>
          <section aria-label="Find out first">
            <QuestionList questions={questions} />
          </section>
        </SheetFold>
        {date !== null && planning && shop && (
          <SheetFold
            name="Compare the ways month by month, with steps; make your own"
            open={comparing}
            onOpenChange={setComparing}
          >
            <PlansSheet
              instrument={instrument}
              planning={planning}
              unit={unit}
              today={shop.today}
              made={made}
            />
          </SheetFold>
        )}
        {budgets.length > 0 && (
          <SheetFold name="All causes with their errors, at the saddle line and at fret 12">
            <BudgetSheet
              budgets={budgets}
              scale={instrument.scale.metres}
              bodyJoin={instrument.bodyJoin}
              archtop={archtop}
              unit={unit}
            />
          </SheetFold>
        )}
        {date !== null && <LookedList looked={looked} />}
        <QuickLookOf instrument={instrument} />
      </PredictFirst>
    </div>
  );
}

/** What is wrong, what to do today, the next look, and the job: the answer in five seconds. */
function InShort({ judgement, instrumentId }: { judgement: Judgement; instrumentId: string }) {
  const { first, unsound, date, questions, order, plan } = judgement;
  const [next] = questions;
  const [today] = order;
  return (
    <section
      className={`sheet flex flex-wrap items-start gap-x-6 gap-y-2 px-4 py-2 ${unsound ? 'border-l-[6px] border-l-wax' : ''}`}
      aria-label="In short"
    >
      <div className="min-w-[16rem] flex-1">
        <p className="font-serif text-[1.5rem] leading-snug" data-answer="wrong">
          {first}
        </p>
        <p className={unsound ? 'font-bold text-wax' : ''} data-answer="today">
          {unsound
            ? '◆ Unsound: slacken it today. Do not tune it up until this is fixed, not even to measure.'
            : today
              ? `Today: ${today.name}, ${sayBench(today.hands)}.`
              : date && 'Nothing to do today.'}
        </p>
        <p data-answer="next">
          {next ? (
            <>
              <strong>Find out first:</strong> {next.ask}{' '}
              <span className="whitespace-nowrap">({next.minutes} min)</span>
            </>
          ) : (
            date && 'No open question.'
          )}
        </p>
        <p className="text-[0.9rem] text-faint">
          {date ? `Based on everything recorded up to ${sayDate(date, 'long')}.` : 'Nothing is recorded yet.'}
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-2" data-answer="start">
        {date === null ? (
          <Link to="../examine" className="act">
            Examine it now
          </Link>
        ) : (
          order.length > 0 && (
            <StartJob
              instrumentId={instrumentId}
              start={{
                name: plan?.name ?? 'What was found',
                from: 'plan',
                treatments: order.map((one) => one.id),
              }}
            />
          )
        )}
        {date !== null && (
          <Link to="../work" className="quiet">
            Work, in order
          </Link>
        )}
      </div>
    </section>
  );
}

/** What else is wrong, a line each; the rest is counted. */
function Others({ findings }: { findings: readonly JudgedFinding[] }) {
  const [, ...others] = findings;
  if (others.length === 0) return null;
  const shown = others.slice(0, OTHERS);
  return (
    <ul className="mt-2 border-t border-rule pt-1 text-[0.92rem]" aria-label="Also">
      {shown.map(({ severity, text }) => (
        <li key={text} className="flex gap-2">
          <SeverityMark severity={severity} />
          <span className="truncate" title={text}>
            {firstOf(text)}
          </span>
        </li>
      ))}
      {others.length > shown.length && (
        <li className="text-faint">and {others.length - shown.length} more below</li>
      )}
    </ul>
  );
}

const OTHERS = 3;

/** What the last quick look came to, while nothing fuller was examined since. */
function QuickLookOf({ instrument }: { instrument: Instrument }) {
  const { data: examinations } = useExaminations(instrument.id);
  const { data: protocols } = useProtocols();
  const { data: shop } = useShop();
  const last = examinations?.at(-1);
  const protocol = protocols?.find(({ id }) => id === last?.protocol);
  if (!last || !shop || !protocol?.priced) return null;
  const answer = quickAnswerOf(
    lookedSaved(last.findings),
    last.askingPrice?.text ?? '',
    protocol,
    instrument,
    shop,
  );
  return (
    <section className="sheet p-4" aria-label="The quick look">
      <h2 className="text-[1.3rem]">The quick look of {sayDate(last.date, 'long')}</h2>
      <QuickAnswer answer={answer} currency={shop.currency} />
      <Link
        to={`../examine?examination=${last.id}`}
        className="mt-1 inline-block min-h-[44px] py-2 underline"
      >
        Open it{last.askingPrice ? '' : ' and put in a price'}
      </Link>
    </section>
  );
}
