import type { MarkCorrection, Sighting } from '@upright-elder/contract';
import { crackLength, dayOf, growthOf, printLength, sayDate } from '@upright-elder/core';
import { extentOfSighting, inARow, sayExtent, type DrawnMark } from './mapDocument.js';

const day = (date: string) => sayDate(date);

/** Everything that was seen of a mark, its growth with its error, and what was corrected. */
export function MarkHistory({
  mark,
  corrections,
}: {
  mark: DrawnMark;
  corrections: readonly MarkCorrection[];
}) {
  const { sightings } = mark;
  return (
    <>
      {sightings.length > 1 && (
        <>
          <h3 className="mt-3 text-[1.05rem]">As it was seen</h3>
          <p className="text-[0.95rem]">{overAll(sightings)}</p>
          <ol className="mt-1 text-[0.95rem]">
            {sightings.map((one, i) => (
              <li key={one.date} className="border-b border-rule py-1">
                <span className="flex gap-3">
                  <span className="w-[6.6rem] whitespace-nowrap">{day(one.date)}</span>
                  <span className="font-bold">{sayExtent(mark, one)}</span>
                  <span>{growthWords(sightings[i - 1], one)}</span>
                </span>
                <span className="block text-[0.88rem] text-faint">{detailsOf(mark, one)}</span>
              </li>
            ))}
          </ol>
        </>
      )}
      {corrections.length > 0 && (
        <>
          <h3 className="mt-3 text-[1.05rem]">Corrected</h3>
          <ul className="text-[0.9rem]">
            {corrections.map(({ at, byName, why, was }) => (
              <li key={`${at} ${was.date}`}>
                {day(was.date)} had{' '}
                {inARow(sayExtent(mark, was), was.ruler && `ruler ${was.ruler}`, was.state)}; corrected{' '}
                {day(at)} by {byName}: {why}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** What else a day saw: widths and depths as they were typed. */
function detailsOf({ kind }: DrawnMark, { state, width, depth, through, cleated, note }: Sighting): string {
  const gap = kind === 'bridge gap';
  return inARow(
    state,
    width && (gap ? `runs ${inMm(width)} under` : `${inMm(width)} wide`),
    depth && (gap ? `a feeler of ${inMm(depth)} goes in` : `a feeler goes in ${inMm(depth)}`),
    through === null ? null : through ? 'light through' : 'finish only',
    cleated ? 'cleated' : null,
    note,
  );
}

/** A bare number is millimetres here. */
const inMm = (text: string) => (/^[\d.,]+$/u.test(text) ? `${text} mm` : text);

const lengthOn = (one: Sighting) => ({
  value: extentOfSighting(one),
  sd: crackLength(one.path).sd,
  day: dayOf(one.date),
});
const say = (metres: number) => printLength(Math.abs(metres), 'mm', 0);

function growthWords(earlier: Sighting | undefined, later: Sighting): string {
  if (!earlier) return '';
  const { by, sd, real } = growthOf(lengthOn(earlier), lengthOn(later));
  return real ? `${by > 0 ? '+' : '−'}${say(by)} ± ${say(1.96 * sd)}` : 'the same';
}

/** The growth from the first day to the last. */
function overAll(sightings: readonly Sighting[]): string {
  const { by, sd, perYear, real } = growthOf(lengthOn(sightings[0]!), lengthOn(sightings.at(-1)!));
  const since = `since ${day(sightings[0]!.date)}`;
  if (!real) return `No change ${since} that a ruler can see (± ${say(1.96 * sd)}).`;
  const rate = perYear === null ? '' : `, ${printLength(Math.abs(perYear), 'mm', 1)} a year`;
  return `${by > 0 ? 'Longer' : 'Shorter'} by ${say(by)} ± ${say(1.96 * sd)} ${since}${rate}.`;
}
