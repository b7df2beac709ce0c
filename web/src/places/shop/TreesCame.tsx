import type { TreeCame, TreesLearned } from '@upright-elder/contract';
import { capital, WAY_WORDS } from '@upright-elder/core/wording';
import { Fetching } from '../../app/Fetching.js';
import { useTreesLearned } from '../../data/hooks.js';

/** What owners were told that a plan may come to, held against what came. */
export function TreesCame() {
  return (
    <section className="sheet p-5" aria-label="What you told owners, and what came">
      <h2 className="text-[1.3rem]">What you told owners, and what came</h2>
      <Fetching of={useTreesLearned()}>{(learned) => <Came learned={learned} />}</Fetching>
    </section>
  );
}

function Came({ learned: { read, open, void: gone, overruled, bands, ways } }: { learned: TreesLearned }) {
  return (
    <>
      <p className="text-[0.95rem]">
        {read === 0
          ? 'None yet: it begins with an estimate that is given out, and the reading after its first part.'
          : `${read} measured`}
        {read > 0 && overruled > 0 && `, ${overruled} of them worked another way`}
        {open > 0 && `${read > 0 ? '; ' : ' '}${open} not measured yet`}
        {gone > 0 && `; ${gone} left out, since the work or the wish changed`}
        {read > 0 && '.'}
      </p>
      {read > 0 && bands.length === 0 && (
        <p className="text-[0.92rem] text-faint">It takes 20 cases before anything can be said.</p>
      )}
      {bands.length > 0 && (
        <ul className="mt-2">
          {bands.map((band) => (
            <Line
              key={band.from}
              name={`Said ${Math.round(100 * band.from)}–${Math.round(100 * band.to)} of 100`}
              of={band}
            />
          ))}
          {ways.map((way) => (
            <Line key={way.key} name={capital(WAY_WORDS[way.key])} of={way} />
          ))}
        </ul>
      )}
    </>
  );
}

function Line({ name, of: { cases, said, came } }: { name: string; of: TreeCame }) {
  return (
    <li className="border-b border-rule py-1.5 last:border-b-0">
      <span className="font-bold">{name}</span>: said {Math.round(100 * said)}, came {Math.round(100 * came)}{' '}
      of 100, in {cases} cases
    </li>
  );
}
