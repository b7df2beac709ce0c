import type { PaperGiven } from '@upright-elder/contract';
import { sayInstant } from '@upright-elder/core/days';
import { PAPERS } from '@upright-elder/core/papers';
import { useGivenPapers, useZone } from '../../../data/hooks.js';
import { Fold } from '../../../fields/Fold.js';
import { fileOf } from './GiveOut.js';

/** What went out of the shop, the latest first, each as the file that was given. */
export function GivenPapers({ id }: { id: string }) {
  const { data: papers } = useGivenPapers(id);
  if (!papers || papers.length === 0) return null;
  return (
    <Fold
      defaultOpen
      summary={<h2 className="text-[1.2rem]">Given out</h2>}
      className="sheet mt-4 px-4 py-1 print:hidden"
    >
      <ul className="pb-2">
        {papers.map((paper) => (
          <GivenPaper key={paper.id} paper={paper} />
        ))}
      </ul>
    </Fold>
  );
}

function GivenPaper({ paper }: { paper: PaperGiven }) {
  const zone = useZone();
  const { of, versions, to, at, byName, there } = paper;
  const names = of.map((one) => {
    const version = versions[one] ?? 1;
    return version > 1 ? `${PAPERS[one].name}, version ${version}` : PAPERS[one].name;
  });
  return (
    <li className="border-b border-rule py-2 last:border-b-0">
      {there ? (
        <a className="underline" href={fileOf(paper)} target="_blank" rel="noreferrer">
          {names.join('; ')}
        </a>
      ) : (
        <span>
          {names.join('; ')} <span className="text-ochre">▲ The file is gone: look in a backup.</span>
        </span>
      )}
      <span className="block text-[0.88rem] text-faint">
        {sayInstant(at, zone)}, for {to || `the ${paper.for}`}, by {byName}
      </span>
    </li>
  );
}
