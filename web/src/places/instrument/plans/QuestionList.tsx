import type { JudgedQuestion } from '@upright-elder/contract';

/** Open questions, the likeliest to change the plan for its minutes first: what each decides, and how likely that is. */
export function QuestionList({ questions }: { questions: readonly JudgedQuestion[] }) {
  if (questions.length === 0) return <p className="sheet said p-4">No question is open.</p>;
  return (
    <ol className="sheet">
      {questions.map(({ id, ask, decides, minutes, changes }) => (
        <li key={id} className="border-b border-rule px-4 py-2 last:border-b-0">
          <p className="font-serif text-[1.08rem] leading-snug">{ask}</p>
          <p className="text-[0.9rem] text-faint">
            Decides {decides} · {minutes} min
            {changes !== null && (
              <>
                {' · '}
                <span className={changes >= 0.1 ? 'font-bold text-ink' : ''}>
                  {changes < 0.005
                    ? 'good to know; changes no plan'
                    : `${Math.round(100 * changes)} % chance this changes the plan`}
                </span>
              </>
            )}
          </p>
        </li>
      ))}
    </ol>
  );
}
