import type { PaperGiven, Shop } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { consentsOf, draft, overSums, type Bench, type Consent, type Folded } from '@upright-elder/core/jobs';
import { parseMoney } from '@upright-elder/core/units';
import { sayMoney, sayMoneySpan, WAY_OF_CONSENT, WAY_WORDS } from '@upright-elder/core/wording';
import { useState } from 'react';
import { useGivenPapers } from '../../../data/hooks.js';
import { useActing } from '../../bench/useActing.js';
import { NoteConsent } from './NoteConsent.js';
import { treatmentName } from './treatmentName.js';

/** What the owner said yes to, and in which way; a yes of which the work comes to more is asked for again. */
export function Consents({ job, bench, shop }: { job: Folded; bench: Bench; shop: Shop }) {
  const { data: papers = [] } = useGivenPapers(job.instrument ?? '');
  const [noting, setNoting] = useState(false);
  const all = consentsOf(job);
  const rate = parseMoney(shop.rate ?? '');
  const over = rate.ok && shop.rate ? overSums(job, bench, rate.value) : [];
  const asked = lastAsked(papers);
  return (
    <section className="mt-3 border-t border-rule py-2" aria-label="The owner’s yes">
      <h4 className="text-[1.1rem]">The owner’s yes</h4>
      {all.length === 0 && <p className="text-faint">Nothing is noted yet.</p>}
      <ul>
        {all.map((consent) => (
          <ConsentOf
            key={consent.id}
            consent={consent}
            job={job}
            bench={bench}
            currency={shop.currency}
            comesTo={over.find((one) => one.consent.id === consent.id)?.comesTo ?? null}
          />
        ))}
      </ul>
      {!job.handedOver &&
        (noting ? (
          <NoteConsent job={job} bench={bench} shop={shop} paper={asked} onDone={() => setNoting(false)} />
        ) : (
          <button type="button" className="quiet print:hidden" onClick={() => setNoting(true)}>
            Note a yes
          </button>
        ))}
    </section>
  );
}

/** The latest paper in which an owner is asked. */
const lastAsked = (papers: readonly PaperGiven[]): PaperGiven | null =>
  papers.find(({ of }) => of.includes('consent')) ?? papers.find(({ of }) => of.includes('estimate')) ?? null;

function ConsentOf({
  consent,
  job,
  bench,
  currency,
  comesTo,
}: {
  consent: Consent;
  job: Folded;
  bench: Bench;
  currency: string;
  comesTo: [number, number] | null;
}) {
  const { acting, act } = useActing(job.id);
  const { id, key, treatments, upTo, way, date, file } = consent;
  const what = key !== null && isWay(key) ? `if the next reading asks for it: ${WAY_WORDS[key]}` : '';
  return (
    <li className="border-b border-rule py-2 last:border-b-0">
      <p>
        ✓ Agreed {WAY_OF_CONSENT[way]}, {sayDate(date, 'long')}
        {what !== '' && `, ${what}`}
        {upTo !== null && `, up to ${sayMoney(upTo, currency)}`}.
        {file !== null && (
          <>
            {' '}
            <a className="underline" href={`/api/papers/answers/${file}`}>
              The answer
            </a>
          </>
        )}
      </p>
      <p className="text-[0.92rem] text-faint">
        {treatments.map((one) => treatmentName(one, bench)).join('; ')}
      </p>
      {comesTo && (
        <p className="text-ochre">
          ▲ It may come to {sayMoneySpan(comesTo, currency)} by now. Ask before going on.
        </p>
      )}
      {!job.handedOver && (
        <button
          type="button"
          className="quiet mt-1 print:hidden"
          onClick={() => act([draft(acting(), 'consent withdrawn', null, { consent: id })], 'Taken back.')}
        >
          The owner takes it back
        </button>
      )}
    </li>
  );
}

const isWay = (key: string): key is keyof typeof WAY_WORDS => Object.hasOwn(WAY_WORDS, key);
