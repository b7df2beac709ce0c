import type { AirAnswer, AirAnswerSaid } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { StrikeOut, StruckWords } from '../../../app/StrikeOut.js';

const WORDS: Record<AirAnswerSaid, string> = {
  'log wrong': 'The log is not heard of these days',
  misread: 'The air read beside it is not heard',
  room: 'The room itself changed',
  newer: 'The sensor changed; its newer part is right',
  older: 'The sensor changed; its older part is right',
};

/** What was answered about the air, each to be taken back. */
export function AirAnswers({ answers }: { answers: readonly AirAnswer[] }) {
  if (answers.length === 0) return null;
  return (
    <ul aria-label="What was answered" className="mt-2">
      {answers.map(({ id, answer, from, to, byName, updatedAt, struck, strikes }) => {
        const words = `${WORDS[answer]}: ${to === null || to === from ? sayDate(from) : `${sayDate(from)} to ${sayDate(to)}`}`;
        return (
          <li
            key={id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1 text-[0.95rem]"
          >
            <span className={struck ? 'text-faint line-through' : ''}>
              {words}
              <span className="block text-[0.88rem] text-faint">
                {byName}, {sayDate(updatedAt.slice(0, 10))}
              </span>
            </span>
            <StruckWords strikes={strikes} />
            <StrikeOut kind="air answer" id={id} what={words} struck={struck} label="Take back" />
          </li>
        );
      })}
    </ul>
  );
}
