import type { ClosureWords } from '@upright-elder/core/stance';

/** What the closure check says of one side, with its questions. */
export function ClosureNote({ words }: { words: ClosureWords }) {
  const { closes, statement, questions } = words;
  return (
    <div className={`mt-2 border-l-4 pl-3 ${closes ? 'border-verdigris' : 'border-ochre'}`}>
      <p className="text-[0.95rem]">
        <span aria-hidden="true">{closes ? '✓ ' : '▲ '}</span>
        {statement}
      </p>
      {questions.map((question) => (
        <p key={question} className="said mt-1">
          {question}
        </p>
      ))}
    </div>
  );
}
