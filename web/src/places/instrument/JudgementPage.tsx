import type { Instrument, Judgement } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import type { HeightUnit } from '@upright-elder/core/units';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useHeights } from '../../data/heights.js';
import { useInstrument, useJudgement } from '../../data/hooks.js';
import { BudgetSheet } from './judgement/BudgetSheet.js';
import { FindingList } from './judgement/FindingList.js';
import { LookedList } from './judgement/LookedList.js';

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
  return (
    <div className="grid gap-4">
      <section
        className={`sheet p-4 ${unsound ? 'border-l-[6px] border-l-wax' : ''}`}
        aria-label="In one sentence"
      >
        <p className="font-serif text-[1.65rem] leading-snug">{first}</p>
        {unsound && (
          <p className="mt-1 font-bold text-wax">
            ◆ Unsound: slacken it today. It is not strung to pitch before this is put right, not for a reading
            either.
          </p>
        )}
        <p className="mt-1 text-[0.9rem] text-faint">
          {date ? `Based on everything recorded up to ${sayDate(date, 'long')}.` : 'Nothing is recorded yet.'}
        </p>
        {date === null && (
          <Link to="../examine" className="act mt-3">
            Examine it now
          </Link>
        )}
      </section>
      <div className="grid items-start gap-4 xl:grid-cols-2">
        <section aria-label="What is the matter">
          <h2 className="mb-2 text-[1.4rem]">What is the matter</h2>
          {findings.length > 0 ? (
            <FindingList findings={findings} />
          ) : (
            <p className="sheet said p-4">Nothing was found wrong.</p>
          )}
          {date !== null && (
            <div className="mt-3">
              <LookedList looked={looked} />
            </div>
          )}
        </section>
        <div className="grid gap-4">
          {budgets.length > 0 && (
            <BudgetSheet
              budgets={budgets}
              scale={instrument.scale.metres}
              bodyJoin={instrument.bodyJoin}
              archtop={instrument.type === 'archtop'}
              unit={unit}
            />
          )}
          <section aria-label="Ask first">
            <h2 className="mb-2 text-[1.4rem]">Ask first</h2>
            {questions.length > 0 ? (
              <ol className="sheet">
                {questions.map(({ id, ask, decides, minutes }) => (
                  <li key={id} className="border-b border-rule px-4 py-2 last:border-b-0">
                    <p className="font-serif text-[1.08rem] leading-snug">{ask}</p>
                    <p className="text-[0.9rem] text-faint">
                      Decides {decides} · {minutes} min
                    </p>
                  </li>
                ))}
              </ol>
            ) : (
              <p className="sheet said p-4">No question is open.</p>
            )}
            <Link to="../work" className="act mt-3">
              What to do, in order
            </Link>
          </section>
        </div>
      </div>
    </div>
  );
}
