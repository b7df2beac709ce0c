import { oneOrOther } from '@upright-elder/core/wording';
import type { Evidence, JudgedFinding } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { placeName, POINTS, QUANTITIES } from '@upright-elder/core/readings';
import { Link } from 'react-router';
import { SeverityMark } from '../../../fields/SeverityMark.js';
import { Fold } from '../../../fields/Fold.js';

const CERTAINTY = { certain: '', probable: 'probably', suspected: 'suspected' } as const;

/** What is the matter, gravest first; what each finding stands on is one touch away. */
export function FindingList({ findings }: { findings: JudgedFinding[] }) {
  return (
    <ul className="sheet">
      {findings.map((finding) => (
        <li
          key={`${finding.rule} ${finding.side ?? ''} ${finding.text}`}
          className={`border-b border-rule px-4 py-2 last:border-b-0 ${finding.severity === 'live' ? 'border-l-[6px] border-l-wax' : ''}`}
        >
          <FindingOf finding={finding} />
        </li>
      ))}
    </ul>
  );
}

function FindingOf({ finding }: { finding: JudgedFinding }) {
  const { severity, certainty, text, more, evidence, never, schools } = finding;
  return (
    <Fold
      summary={
        <span className="grid grid-cols-[7rem_minmax(0,1fr)] gap-x-3 py-1 max-sm:grid-cols-1">
          <span className="flex flex-col pt-0.5">
            <SeverityMark severity={severity} />
            {CERTAINTY[certainty] && (
              <span className="text-[0.85rem] text-faint">{CERTAINTY[certainty]}</span>
            )}
          </span>
          <span className="font-serif text-[1.12rem] leading-snug">{text}</span>
        </span>
      }
    >
      <div className="pb-2 text-[0.95rem] sm:pl-[7.75rem]">
        {more.map((one) => (
          <p key={one}>{one}</p>
        ))}
        {never.length > 0 && (
          <p>
            <strong>Until then, do not</strong> {oneOrOther(never)}.
          </p>
        )}
        {schools.map((school) => (
          <p key={school}>{school}</p>
        ))}
        {evidence.length > 0 && (
          <p>
            Based on:{' '}
            {evidence.map((one, i) => (
              <span key={i}>
                {i > 0 && ' · '}
                <EvidenceLink of={one} />
              </span>
            ))}
          </p>
        )}
      </div>
    </Fold>
  );
}

/** A piece of evidence, opened where it was recorded. */
function EvidenceLink({ of }: { of: Evidence }) {
  const on = of.date ? `, ${sayDate(of.date)}` : '';
  const link = (to: string, text: string) => (
    <Link to={to} className="inline-flex min-h-[44px] items-center underline">
      {text}
    </Link>
  );
  switch (of.of) {
    case 'reading': {
      const place = of.place ? placeName(of.place) : '';
      return link(
        '../readings',
        `${QUANTITIES[of.quantity!].name.toLowerCase()}${place ? ` ${place}` : ''}${on}`,
      );
    }
    case 'point':
      return link(
        `../examine?examination=${of.examinationId!}`,
        `${POINTS[of.point!].name.toLowerCase()}${on}`,
      );
    case 'mark':
      return link('../map', `${of.name!} on the map${on}`);
    case 'build':
      return link('../details', 'how it is built');
    case 'air':
      return link('../seasons', `the air${on}`);
    case 'history':
      return link('../readings', `its history${on}`);
    case 'top':
      return link('../top', 'the model of its top');
  }
}
