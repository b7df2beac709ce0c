import { dateIn, dayOf, isoDate, sayDate } from '@upright-elder/core/days';
import { recheckDays, type Folded } from '@upright-elder/core/jobs';
import { placeName, QUANTITIES, type QuantityId } from '@upright-elder/core/readings';
import { isBareNumber } from '@upright-elder/core/units';
import type { Examination } from '@upright-elder/contract';
import { Link } from 'react-router';
import { useExaminations } from '../../../data/hooks.js';

/** The other season is so long, days to either side of its middle. House figure. */
const SEASON_DAYS = 60;

/** What a repair is judged by. */
const JUDGED: readonly QuantityId[] = [
  'action12',
  'relief',
  'straightedge',
  'saddleShowing',
  'bellyBehindBridge',
];

/** What was handed over comes back in the other season: only then is it known whether it grew or only breathed. */
export function ComeBack({
  job,
  handedOver: { at, who },
  zone,
}: {
  job: Folded;
  handedOver: NonNullable<Folded['handedOver']>;
  zone: string;
}) {
  const { now, otherSeason } = recheckDays(at, zone);
  const { data: all = [] } = useExaminations(job.instrument!);
  const since = all.filter(({ date }) => date >= now);
  const left = since.find(({ date }) => dayOf(date) <= dayOf(now) + SEASON_DAYS);
  const again = since.findLast(({ date }) => Math.abs(dayOf(date) - dayOf(otherSeason)) <= SEASON_DAYS);
  const before = all.findLast(
    ({ date }) => job.opened !== null && date <= dateIn(new Date(job.opened.at).toISOString(), zone),
  );
  const due = dayOf(otherSeason) - SEASON_DAYS <= dayOf(isoDate(Math.floor(Date.now() / 86400000)));
  return (
    <section className="sheet mt-3 p-4" aria-label="Measure it again">
      <p className="said">
        ✓ Handed over to {who} on {sayDate(now, 'long')}.
      </p>
      {again ? (
        <p>✓ Measured in the other season, on {sayDate(again.date, 'long')}.</p>
      ) : (
        <p>
          <strong>Measure it again about {sayDate(otherSeason, 'long')}</strong>, in the other season: only
          then is it known whether the repair holds.
        </p>
      )}
      {(left || again) && (
        <table className="mt-2 text-left">
          <caption className="sr-only">Before and after</caption>
          <thead>
            <tr className="border-b border-rule">
              <th className="pr-6 font-normal text-faint">Measured</th>
              {before && <th className="pr-6">before, {sayDate(before.date)}</th>}
              {left && <th className="pr-6">as it left, {sayDate(left.date)}</th>}
              {again && <th>other season, {sayDate(again.date)}</th>}
            </tr>
          </thead>
          <tbody>
            {JUDGED.filter((quantity) =>
              [left, again].some((one) => one?.readings.some((reading) => reading.quantity === quantity)),
            ).map((quantity) => (
              <tr key={quantity} className="border-b border-rule last:border-b-0">
                <td className="pr-6">{QUANTITIES[quantity].name}</td>
                {before && <td className="pr-6">{sayRead(before, quantity)}</td>}
                {left && <td className="pr-6">{sayRead(left, quantity)}</td>}
                {again && <td>{sayRead(again, quantity)}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {job.promises.length > 0 && (left || again) && (
        <>
          <p className="mt-2 font-bold">The plan promised</p>
          <ul className="list-disc pl-5">
            {job.promises.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </>
      )}
      {(!left || (due && !again)) && (
        <Link to="../examine" className="act mt-2">
          {left ? 'Measure it again' : 'Measure it as it leaves'}
        </Link>
      )}
    </section>
  );
}

/** As it was typed. */
function sayRead({ readings }: Examination, quantity: QuantityId): string {
  const read = readings.filter((one) => one.quantity === quantity);
  if (read.length === 0) return '–';
  return read
    .map(({ place, text, unit }) =>
      [placeName(place), text, isBareNumber(text) ? unit : ''].filter(Boolean).join(' '),
    )
    .join(', ');
}
