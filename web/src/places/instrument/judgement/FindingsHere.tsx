import type { JudgedFinding } from '@upright-elder/contract';
import { Link } from 'react-router';
import { useHeights } from '../../../data/heights.js';
import { useJudgement } from '../../../data/hooks.js';
import { SeverityMark } from '../../../fields/SeverityMark.js';

/** What the judgement says of what this page shows, in the same words; nothing where it says nothing of it. */
export function FindingsHere({ id, of }: { id: string; of: (finding: JudgedFinding) => boolean }) {
  const { unit } = useHeights();
  const { data } = useJudgement(id, unit);
  const findings = data?.findings.filter(of) ?? [];
  if (findings.length === 0) return null;
  return (
    <section className="sheet mb-3 px-4 py-2" aria-label="What Judgement says about this">
      <ul>
        {findings.map(({ rule, side, severity, text }) => (
          <li key={`${rule} ${side ?? ''} ${text}`} className="flex flex-wrap items-baseline gap-x-3 py-0.5">
            <SeverityMark severity={severity} />
            <span className="font-serif text-[1.05rem] leading-snug">{text}</span>
          </li>
        ))}
      </ul>
      <Link
        to={`/instruments/${id}/judgement`}
        className="inline-block min-h-[44px] py-2 text-[0.95rem] underline"
      >
        Judgement
      </Link>
    </section>
  );
}
