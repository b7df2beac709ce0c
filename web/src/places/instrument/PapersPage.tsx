import {
  AUDIENCES,
  isFor,
  PAPER_IDS,
  PAPER_SIZES,
  PAPERS,
  showsOf,
  type Audience,
  type PaperId,
  type PaperSize,
  type Shows,
} from '@upright-elder/core/papers';
import type { PapersAsked } from '@upright-elder/contract';
import { lazy, Suspense, useState } from 'react';
import { useParams } from 'react-router';
import { paperSize, rememberPaperSize } from '../../data/paperSize.js';
import { useHeights } from '../../data/heights.js';
import { useParam } from '../../data/useParam.js';
import { Choice } from '../../fields/Choice.js';
import { Tick } from '../../fields/Tick.js';
import { GiveOut } from './papers/GiveOut.js';
import { GivenPapers } from './papers/GivenPapers.js';

const Preview = lazy(() => import('./papers/Preview.js'));

const FOR_WORDS: Record<Audience, string> = {
  owner: 'The owner',
  'next luthier': 'The next luthier',
  buyer: 'A buyer',
  museum: 'A museum',
};
const SHOW_WORDS: Record<keyof Shows, string> = {
  ownerName: 'The owner’s name',
  prices: 'Prices and values',
  shopNotes: 'The shop’s own notes',
};

/** Papers of an instrument: for whom, which, and what stands on them; shown as they will be printed. */
export function PapersPage() {
  const { id } = useParams() as { id: string };
  const [asked, setAudience] = useParam('for', 'owner');
  const audience = AUDIENCES.find((one) => one === asked) ?? 'owner';
  // what is ticked is of this audience: another one begins as it is offered
  return <PapersFor key={audience} {...{ id, audience, setAudience }} />;
}

function PapersFor({
  id,
  audience,
  setAudience,
}: {
  id: string;
  audience: Audience;
  setAudience: (audience: string) => void;
}) {
  const { unit } = useHeights();
  const [papers, setPapers] = useState<PaperId[]>(['condition']);
  // what nobody touched is as it is offered for these papers
  const [touched, touch] = useState<Partial<Shows>>({});
  const [size, setSize] = useState<PaperSize>(paperSize);
  const offered = PAPER_IDS.filter((one) => isFor(one, audience));
  const chosen = offered.filter((one) => papers.includes(one));
  const shows: Shows = { ...showsOf(chosen, audience), ...touched };
  const wanted: PapersAsked = { of: chosen, for: audience, size, ...shows, heights: unit };
  const yes = (one: boolean) => (one ? 'yes' : 'no');
  const query = new URLSearchParams({
    of: chosen.join(','),
    for: audience,
    size,
    ownerName: yes(shows.ownerName),
    prices: yes(shows.prices),
    shopNotes: yes(shows.shopNotes),
    heights: unit,
  });
  const url = `/api/instruments/${id}/papers?${query.toString()}`;
  const names = chosen.map((one) => PAPERS[one].name).join(', ');
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[21rem_minmax(0,1fr)]">
      <div>
        <form
          className="sheet p-4 print:hidden"
          aria-label="Which paper"
          onSubmit={(event) => event.preventDefault()}
        >
          <h2 className="text-[1.2rem]">For whom</h2>
          <Choice
            label="For whom"
            value={audience}
            options={AUDIENCES.map((value) => ({ value, label: FOR_WORDS[value] }))}
            onChange={setAudience}
          />
          <h2 className="mt-3 text-[1.2rem]">Which</h2>
          <ul>
            {offered.map((one) => (
              <li key={one}>
                <Tick
                  label={
                    <span>
                      {PAPERS[one].name}
                      <span className="block text-[0.88rem] leading-snug text-faint">{PAPERS[one].says}</span>
                    </span>
                  }
                  checked={chosen.includes(one)}
                  onChange={(to) =>
                    setPapers(to ? [...papers, one] : papers.filter((other) => other !== one))
                  }
                />
              </li>
            ))}
          </ul>
          <h2 className="mt-3 text-[1.2rem]">What to print</h2>
          {(Object.keys(SHOW_WORDS) as (keyof Shows)[]).map((one) => (
            <Tick
              key={one}
              label={SHOW_WORDS[one]}
              checked={shows[one]}
              onChange={(to) => touch({ ...touched, [one]: to })}
            />
          ))}
          <h2 className="mt-3 text-[1.2rem]">Paper</h2>
          <Choice
            label="Paper"
            value={size}
            options={PAPER_SIZES.map((value) => ({ value, label: value }))}
            onChange={(to) => {
              setSize(to);
              rememberPaperSize(to);
            }}
          />
          {chosen.length === 0 && <p className="mt-4 text-faint">Tick a paper first.</p>}
        </form>
        <GivenPapers id={id} />
      </div>
      <p className="hidden print:block">
        These papers are printed as they are: “Print a draft” opens {names || 'them'} as a file of its own.
      </p>
      {chosen.length > 0 && (
        <Suspense fallback={<p className="text-faint">The paper is being set…</p>}>
          <Preview url={url} name={names} acts={<GiveOut id={id} asked={wanted} draft={url} />} />
        </Suspense>
      )}
    </div>
  );
}
