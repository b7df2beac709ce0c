import type { ForecastCheck, ScorecardSum, Shop } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { METRES_PER, moveIn } from '@upright-elder/core/units';
import { Fetching } from '../../../app/Fetching.js';
import { useScorecard } from '../../../data/hooks.js';
import { PromisedHeld } from '../../../charts/PromisedHeld.js';
import { trimmed } from './unitOf.js';

const SHOWN = 6;

/** What was promised and what came of it: here, and over the shop. */
export function ScorecardOf({ id, sayIn }: { id: string; sayIn: Shop['sayIn'] }) {
  return (
    <section aria-label="Scorecard" className="sheet mt-4 p-4">
      <h2 className="text-[1.3rem]">Forecast against measured</h2>
      <Fetching of={useScorecard(id)}>
        {({ checks, instrument, shop }) =>
          checks.length === 0 && shop.count === 0 ? (
            <p className="said">
              Nothing to compare yet: the next action measured at pitch is compared with today’s forecast.
            </p>
          ) : (
            <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
              <div>
                <p className="said">{sumSaid(instrument, 'this instrument', sayIn)}</p>
                <ul>
                  {checks.slice(0, SHOWN).map((one) => (
                    <CheckLine key={`${one.key} ${one.date}`} one={one} sayIn={sayIn} />
                  ))}
                </ul>
                {checks.length > SHOWN && (
                  <p className="text-[0.9rem] text-faint">and {checks.length - SHOWN} earlier ones</p>
                )}
              </div>
              <div>
                <PromisedHeld sum={shop} />
                <p className="text-[0.92rem] text-faint">{sumSaid(shop, 'the whole shop', sayIn)}</p>
              </div>
            </div>
          )
        }
      </Fetching>
    </section>
  );
}

function CheckLine({ one, sayIn }: { one: ForecastCheck; sayIn: Shop['sayIn'] }) {
  const say = (value: number) =>
    trimmed(value / METRES_PER[sayIn], sayIn === 'thou' ? 0 : sayIn === 'mm' ? 2 : 1);
  const { name, date, median, band80, read, in80, in95, shownOn, basis } = one;
  const [sign, words] = in80 ? ['✓', 'inside'] : in95 ? ['△', 'close'] : ['✕', 'outside'];
  return (
    <li className="flex flex-wrap gap-x-3 border-b border-rule py-1.5">
      <span className={`w-24 ${in80 ? 'text-verdigris' : 'text-ochre'}`}>
        <span aria-hidden="true">{sign} </span>
        {words}
      </span>
      <span className="w-28">{sayDate(date)}</span>
      <span className="grow tabular-nums">
        {name.replace('Action at fret 12, ', '')}: measured <strong>{say(read)}</strong>, forecast{' '}
        {say(median)} ({say(band80[0])} to {say(band80[1])})
      </span>
      <span className="basis-full text-[0.88rem] text-faint sm:pl-27">
        {shownOn
          ? `shown on ${sayDate(shownOn)}`
          : `worked out afterwards from what was known on ${sayDate(basis)}`}
      </span>
    </li>
  );
}

function sumSaid({ count, bands, medianError }: ScorecardSum, of: string, sayIn: Shop['sayIn']): string {
  if (count === 0) return `No forecast for ${of} has been checked by a reading yet.`;
  const { held, promised } = bands.find((band) => band.promised === 0.8)!;
  const inside = `For ${of}, ${Math.round(held * count)} of ${count} readings fell inside the band that should hold four in five (${Math.round(promised * count)}).`;
  const { of: amount, name } = moveIn(sayIn);
  return `${inside} Half of them were off by less than ${amount(medianError!)} ${name}.`;
}
