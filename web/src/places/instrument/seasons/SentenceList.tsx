import type { Said } from '@upright-elder/contract';
import { WeightMark } from '../../../fields/WeightMark.js';
import { Fold } from '../../../fields/Fold.js';

/** So many sentences are enough to begin with. */
export const FIRST = 3;

/** The most urgent three, the rest folded; where each comes from, a touch away. */
export function SentenceList({ of, rest = 'more' }: { of: readonly Said[]; rest?: string }) {
  if (of.length === 0) return null;
  const more = of.slice(FIRST);
  return (
    <div className="sheet mb-2 px-4">
      <Lines of={of.slice(0, FIRST)} first />
      {more.length > 0 && (
        <Fold
          className="border-t border-rule"
          summaryClass="font-bold"
          summary={
            <>
              {more.length} {rest}
            </>
          }
        >
          <Lines of={more} />
        </Fold>
      )}
    </div>
  );
}

function Lines({ of, first = false }: { of: readonly Said[]; first?: boolean }) {
  return (
    <ul className="divide-y divide-rule">
      {of.map((said, i) => (
        <li key={said.text} className="py-2" {...(first && i === 0 ? { 'data-answer': 'sentence' } : {})}>
          <SentenceLine said={said} />
        </li>
      ))}
    </ul>
  );
}

/** A sentence with its mark, and where it comes from. */
export function SentenceLine({ said: { text, weight, because } }: { said: Said }) {
  return (
    <>
      <WeightMark weight={weight} />
      <p className="said text-[1.02rem] leading-snug">{text}</p>
      <Fold summaryClass="text-[0.88rem] text-faint" summary="why">
        <p className="text-[0.95rem]">{because}</p>
      </Fold>
    </>
  );
}
