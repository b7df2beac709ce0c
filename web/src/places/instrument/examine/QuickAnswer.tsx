import type { PointFinding, Instrument, Shop } from '@upright-elder/contract';
import {
  JOB_IDS,
  quickAnswer,
  type JobId,
  type LookedPoint,
  type QuickAnswer as Answer,
} from '@upright-elder/core/repair-plans';
import { isPoint, linesFor, type PointId, type Protocol } from '@upright-elder/core/readings';
import { quickWords } from '@upright-elder/core/wording';
import { parseMoney } from '@upright-elder/core/units';
import { Fold } from '../../../fields/Fold.js';
import type { DraftPointFinding } from './draftFinding.js';

const amountOf = (text: string): number | null => {
  const read = parseMoney(text);
  return read.ok ? read.value : null;
};

/** What a draft has at its points. */
export const lookedInDraft = (findings: Partial<Record<PointId, DraftPointFinding>>): LookedPoint[] =>
  (Object.entries(findings) as [PointId, DraftPointFinding][]).flatMap(
    ([point, { states, verdict, allowance }]) =>
      states.length === 0 && verdict === '' && allowance.trim() === ''
        ? []
        : [{ point, states, verdict: verdict === '' ? null : verdict, allowance: amountOf(allowance) }],
  );

/** What a saved examination has at its points. */
export const lookedSaved = (findings: readonly PointFinding[]): LookedPoint[] =>
  findings.map(({ point, states, verdict, allowanceAmount }) => ({
    point,
    states,
    verdict,
    allowance: allowanceAmount,
  }));

/** The shop's own amounts for jobs, where it has any. */
export const allowancesOf = (shop: Shop): Partial<Record<JobId, number>> =>
  Object.fromEntries(
    JOB_IDS.flatMap((job): [JobId, number][] => {
      const amount = amountOf(shop.allowances?.[job] ?? '');
      return amount === null ? [] : [[job, amount]];
    }),
  );

/** What a quick look comes to, with the shop's rate and allowances. */
export function answerOf(
  points: readonly LookedPoint[],
  askingPrice: string,
  protocol: Pick<Protocol, 'stages'>,
  instrument: Instrument,
  shop: Shop,
): Answer {
  const archtop = instrument.type === 'archtop';
  return quickAnswer({
    points,
    protocol: protocol.stages.flatMap((stage) => linesFor(stage, instrument.type)).filter(isPoint),
    archtop,
    rate: amountOf(shop.rate ?? ''),
    allowances: allowancesOf(shop),
    asking: amountOf(askingPrice),
    worth: instrument.marketValue?.amount ?? null,
  });
}

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
