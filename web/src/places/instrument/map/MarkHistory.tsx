import type { MarkCorrection, Sighting } from '@upright-elder/contract';
import { dayOf, sayDate, sayInstant } from '@upright-elder/core/days';
import { crackLength, growthOf } from '@upright-elder/core/body-plan';
import { printLength, type LengthUnit } from '@upright-elder/core/units';
import { useState } from 'react';
import { useZone } from '../../../data/hooks.js';
import { useFieldUnit } from '../../../fields/LengthField.js';
import { sayLength } from '@upright-elder/core/wording';
import { extentOfSighting, inARow, sayExtent, type DrawnMark } from './mapDocument.js';

interface Props {
  mark: DrawnMark;
  corrections: readonly MarkCorrection[];
  /** the day that is open */
  shown: string;
  onOpen: (day: string) => void;
  onStrike: (day: string, why: string) => void;
  onBack: (sighting: Sighting) => void;
}

/** Everything that was seen of a mark, its growth with its error, what was taken back and what was corrected. */
export function MarkHistory({ mark, corrections, shown, onOpen, onStrike, onBack }: Props) {
  const { sightings, taken = [] } = mark;
  const zone = useZone();
  const unit = useFieldUnit('mm');
  const [striking, setStriking] = useState<string | null>(null);
  return (
    <>
      {sightings.length + taken.length > 1 && (
        <>
          <h3 className="mt-3 text-[1.05rem]">As it was seen</h3>
          {sightings.length > 1 && <p className="text-[0.95rem]">{overAll(sightings, unit)}</p>}
          <ol className="mt-1 text-[0.95rem]">
            {sightings.map((one, i) => (
              <li key={one.date} className="border-b border-rule py-1">
                <span className="flex flex-wrap items-center gap-x-3">
                  <button
                    type="button"
                    className={`min-h-[44px] w-[6.6rem] text-left whitespace-nowrap underline ${one.date === shown ? 'font-bold' : ''}`}
                    onClick={() => onOpen(one.date)}
                  >
                    {sayDate(one.date)}
                  </button>
                  <span className="font-bold">{sayExtent(mark, one, unit)}</span>
                  <span>{growthWords(sightings[i - 1], one, unit)}</span>
                  {sightings.length > 1 && (
                    <button
                      type="button"
                      className="ml-auto min-h-[44px] px-2 text-[0.88rem] text-faint underline print:hidden"
                      aria-label={`Cross out the sighting of ${sayDate(one.date)}`}
                      onClick={() => setStriking(one.date)}
                    >
                      Strike
                    </button>
                  )}
                </span>
                <span className="block text-[0.88rem] text-faint">{detailsOf(mark, one)}</span>
                {striking === one.date && (
                  <WhyStruck
                    onWhy={(why) => {
                      setStriking(null);
                      onStrike(one.date, why);
                    }}
                    onLeave={() => setStriking(null)}
                  />
                )}
              </li>
            ))}
            {taken.map((one, i) => (
              <li key={`taken ${i}`} className="flex items-center gap-3 border-b border-rule py-1 text-faint">
                <span className="line-through">
                  {sayDate(one.date)}, {inARow(sayExtent(mark, one, unit), one.state)}
                </span>
                <button type="button" className="quiet ml-auto" onClick={() => onBack(one)}>
                  Bring back
                </button>
              </li>
            ))}
          </ol>
        </>
      )}
      {corrections.length > 0 && (
        <>
          <h3 className="mt-3 text-[1.05rem]">Corrected</h3>
          <ul className="text-[0.9rem]">
            {corrections.map(({ at, byName, why, was }, i) => (
              <li key={i}>
                {sayDate(was.date)} had{' '}
                {inARow(sayExtent(mark, was, unit), was.ruler && `ruler ${was.ruler}`, was.state)}; corrected{' '}
                {sayInstant(at, zone)} by {byName}: {why}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function WhyStruck({ onWhy, onLeave }: { onWhy: (why: string) => void; onLeave: () => void }) {
  const [why, setWhy] = useState('');
  return (
    <span className="mt-1 flex flex-wrap items-end gap-2">
      <label className="text-[0.9rem] font-bold">
        Why cross it out
        <input
          className="field font-normal"
          autoFocus
          autoComplete="off"
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      </label>
      <button type="button" className="act" disabled={why.trim() === ''} onClick={() => onWhy(why.trim())}>
        Cross it out
      </button>
      <button type="button" className="quiet" onClick={onLeave}>
        Leave it
      </button>
    </span>
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

function growthWords(earlier: Sighting | undefined, later: Sighting, unit: LengthUnit): string {
  if (!earlier) return '';
  const { by, sd, real } = growthOf(lengthOn(earlier), lengthOn(later));
  const say = (metres: number) => sayLength(Math.abs(metres), unit);
  return real ? `${by > 0 ? '+' : '−'}${say(by)} ± ${say(1.96 * sd)}` : 'the same';
}

/** The growth from the first day to the last. */
function overAll(sightings: readonly Sighting[], unit: LengthUnit): string {
  const say = (metres: number) => sayLength(Math.abs(metres), unit);
  const { by, sd, perYear, real } = growthOf(lengthOn(sightings[0]!), lengthOn(sightings.at(-1)!));
  const since = `since ${sayDate(sightings[0]!.date)}`;
  if (!real) return `No change ${since} that a ruler can see (± ${say(1.96 * sd)}).`;
  const rate =
    perYear === null
      ? ''
      : `, ${unit === 'in' ? say(perYear) : printLength(Math.abs(perYear), 'mm', 1)} a year`;
  return `${by > 0 ? 'Longer' : 'Shorter'} by ${say(by)} ± ${say(1.96 * sd)} ${since}${rate}.`;
}
