import type { JudgedQuestion } from '@upright-elder/contract';
import type { Worth } from '@upright-elder/core/plans';

/** Open questions: what each decides, the minutes it takes, and how likely it is that the plan becomes another. */
export function QuestionList({
  questions,
  worth,
}: {
  questions: readonly JudgedQuestion[];
  worth: readonly Worth[] | null;
}) {
  if (questions.length === 0) return <p className="sheet said p-4">No question is open.</p>;
  // by what they are worth a minute, once that is told
  const order = worth?.map(({ id }) => id) ?? [];
  const sorted = [...questions].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  return (
    <ol className="sheet">
      {sorted.map(({ id, ask, decides, minutes }) => (
        <li key={id} className="border-b border-rule px-4 py-2 last:border-b-0">
          <p className="font-serif text-[1.08rem] leading-snug">{ask}</p>
          <p className="text-[0.9rem] text-faint">
            Decides {decides} · {minutes} min
            <WorthOf worth={worth?.find((one) => one.id === id)} />
          </p>
        </li>
      ))}
    </ol>
  );
}

function WorthOf({ worth }: { worth: Worth | undefined }) {
  if (!worth || worth.changes === null) return null;
  const of = Math.round(worth.changes * 100);
  return (
    <>
      {' · '}
      <span className={of >= 10 ? 'font-bold text-ink' : ''}>
        {of < 1 ? 'by itself it changes no plan' : `changes the plan in ${of} of 100 cases`}
      </span>
    </>
  );
}
