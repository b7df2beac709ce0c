import type { Instrument, Judgement } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import type { HeightUnit } from '@upright-elder/core/units';
import { Link, useParams } from 'react-router';
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
import { answerOf, lookedSaved, QuickAnswer } from './examine/QuickAnswer.js';
import { PredictFirst } from './predictions/PredictFirst.js';
import { BudgetSheet } from './judgement/BudgetSheet.js';
import { FindingList } from './judgement/FindingList.js';
import { LookedList } from './judgement/LookedList.js';
import { PlansSheet, usePlansOf } from './plans/PlansSheet.js';
import { QuestionList } from './plans/QuestionList.js';

/** Judgement: one sentence, what makes the action stand so, what is the matter, what to find out. */
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
  const { first, unsound, budgets, findings, questions, looked, date } = judgement;
  const { data: planning } = usePlanning(instrument.id);
  const { data: shop } = useShop();
  const made = usePlansOf(planning);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <PredictFirst instrumentId={instrument.id} unsound={unsound}>
        <section
          className={`sheet p-4 ${unsound ? 'border-l-[6px] border-l-wax' : ''}`}
          aria-label="In short"
        >
          <p className="font-serif text-[1.65rem] leading-snug">{first}</p>
          {unsound && (
            <p className="mt-1 font-bold text-wax">
              ◆ Unsound: slacken it today. Do not tune it up until this is fixed, not even to measure.
            </p>
          )}
          <p className="mt-1 text-[0.9rem] text-faint">
            {date
              ? `Based on everything recorded up to ${sayDate(date, 'long')}.`
              : 'Nothing is recorded yet.'}
          </p>
          {date === null && (
            <Link to="../examine" className="act mt-3">
              Examine it now
            </Link>
          )}
        </section>
        <QuickLookOf instrument={instrument} />
        <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 xl:grid-cols-2">
          <section aria-label="What is wrong">
            <h2 className="mb-2 text-[1.4rem]">What is wrong</h2>
            {findings.length > 0 ? (
              <FindingList findings={findings} />
            ) : (
              <p className="sheet said p-4">Nothing wrong found.</p>
            )}
            {date !== null && (
              <div className="mt-3">
                <LookedList looked={looked} />
              </div>
            )}
          </section>
          <div className="grid min-w-0 gap-4">
            {budgets.length > 0 && (
              <BudgetSheet
                budgets={budgets}
                scale={instrument.scale.metres}
                bodyJoin={instrument.bodyJoin}
                archtop={instrument.type === 'archtop'}
                unit={unit}
              />
            )}
            <section aria-label="Find out first">
              <h2 className="mb-2 text-[1.4rem]">Find out first</h2>
              <QuestionList questions={questions} />
              <Link to="../work" className="act mt-3">
                Work, in order
              </Link>
            </section>
          </div>
        </div>
        {date !== null && planning && shop && (
          <PlansSheet
            instrument={instrument}
            planning={planning}
            unit={unit}
            today={shop.today}
            made={made}
          />
        )}
      </PredictFirst>
    </div>
  );
}

/** What the last quick look came to, while nothing fuller was examined since. */
function QuickLookOf({ instrument }: { instrument: Instrument }) {
  const { data: examinations } = useExaminations(instrument.id);
  const { data: protocols } = useProtocols();
  const { data: shop } = useShop();
  const last = examinations?.at(-1);
  const protocol = protocols?.find(({ id }) => id === last?.protocol);
  if (!last || !shop || !protocol?.priced) return null;
  const answer = answerOf(
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
