import { amountOf } from '@upright-elder/contract/lists';
import type { LookedPoint, QuickAnswer as Answer } from '@upright-elder/core/repair-plans';
import type { PointId } from '@upright-elder/core/readings';
import { quickWords } from '@upright-elder/core/wording';
import { Fold } from '../../../fields/Fold.js';
import type { DraftPointFinding } from './draftFinding.js';

/** What a draft has at its points. */
export const lookedInDraft = (findings: Partial<Record<PointId, DraftPointFinding>>): LookedPoint[] =>
  (Object.entries(findings) as [PointId, DraftPointFinding][]).flatMap(
    ([point, { states, verdict, allowance }]) =>
      states.length === 0 && verdict === '' && allowance.trim() === ''
        ? []
        : [{ point, states, verdict: verdict === '' ? null : verdict, allowance: amountOf(allowance) }],
  );

const MARKS: Record<Answer['verdict'], string> = { sound: '✓', watch: '△', repair: '■', 'not told': '·' };

/** Sound, watch or repair; the sum against the price; buy, offer at most, or leave it. */
export function QuickAnswer({
  answer,
  currency,
  brief = false,
}: {
  answer: Answer;
  currency: string;
  brief?: boolean;
}) {
  const { state, first, lines, unseen } = quickWords(answer, currency);
  return (
    <div aria-live="polite">
      <p className={brief ? 'leading-snug' : 'said'}>
        <strong>
          <span aria-hidden="true">{MARKS[answer.verdict]} </span>
          {state}.
        </strong>{' '}
        {first}
      </p>
      {!brief && lines.length > 0 && (
        <ul className="mt-1 list-disc pl-5 text-[0.95rem]">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {!brief && unseen.length > 0 && (
        <Fold summary="What was not seen" summaryClass="text-[0.95rem]">
          {unseen.map((line) => (
            <p key={line} className="mb-1 text-[0.95rem]">
              {line}
            </p>
          ))}
        </Fold>
      )}
    </div>
  );
}
