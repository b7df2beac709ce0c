import type { Instrument } from '@upright-elder/contract';
import { archRise, downForce, wheelTurns } from '@upright-elder/core/archtop';
import { knownOr, USUAL_FACTS } from '@upright-elder/core/build';
import { sayDate } from '@upright-elder/core/days';
import { readingOn, STRING_SIDES, type QuantityId } from '@upright-elder/core/readings';
import { ACTION_LEVER } from '@upright-elder/core/top';
import { sayHeight } from '@upright-elder/core/units';
import { useState } from 'react';
import { useHeights } from '../../../data/heights.js';
import { useExaminations } from '../../../data/hooks.js';
import { LengthField } from '../../../fields/LengthField.js';
import { metresOf } from '../map/mapDocument.js';

/** A carved top: its arch, what presses on it, and the wheels that answer for it. */
export function ArchedTop({ instrument }: { instrument: Instrument }) {
  const { data: examinations = [] } = useExaminations(instrument.id);
  const [pitch, setPitch] = useState('0.8');
  const [change, setChange] = useState('');
  const last = (quantity: QuantityId, place: 'bass' | 'treble' | 'centre') =>
    [...examinations].reverse().flatMap(({ date, readings }) => {
      const reading = readingOn(readings, quantity, place);
      return reading ? [{ date, value: reading.value }] : [];
    });
  const { unit } = useHeights();
  const say = (metres: number) => sayHeight(metres, unit);
  const rise = archRise({
    species: knownOr(instrument.topSpecies, USUAL_FACTS.topSpecies),
    length: instrument.bodyLength?.metres ?? 0.51,
    width: instrument.bodyWidth?.metres ?? 0.42,
    height: instrument.archHeight?.metres ?? 0.017,
  });
  const sunk = STRING_SIDES.flatMap((side) => {
    const heights = last('archHeight', side);
    const [latest, first] = [heights[0], heights.at(-1)];
    return latest && first && latest !== first
      ? [{ side, by: latest.value - first.value, since: first.date }]
      : [];
  });
  // read as the angle between the string before and behind the crown: half of it to each side
  const angle = last('breakAngle', 'bass')[0]?.value;
  const [wanted, thread] = [metresOf(change), metresOf(pitch)];
  return (
    <div className="grid items-start gap-4 md:grid-cols-2">
      <section className="sheet p-4" aria-label="The arch">
        <h2 className="text-[1.3rem]">The arch</h2>
        <p className="said">
          {sunk.length === 0
            ? 'The height of the arch has not been read twice yet, so nothing can be said of its sinking.'
            : sunk
                .map(
                  ({ side, by, since }) =>
                    `The ${side} foot stands ${say(Math.abs(by))} ${by < 0 ? 'lower' : 'higher'} than on ${sayDate(since)}.`,
                )
                .join(' ')}
        </p>
        <p className="mt-2">
          It moves about <span className="font-bold">{say(rise)}</span> with each percent of moisture in its
          wood: a shallow vault whose rim gives by three tenths (house default, 0.1 to 0.6).
        </p>
        {angle !== undefined && (
          <p className="mt-2">
            The strings press it with{' '}
            <span className="font-bold">
              {Math.round(downForce(instrument.stringPull, angle / 2, angle / 2))} N
            </span>{' '}
            through the bridge, of {Math.round(instrument.stringPull)} N that they pull.
          </p>
        )}
        <p className="mt-2 text-[0.88rem] text-faint">
          The plate model with braces is for flat tops; a carved arch is judged by its height over the years.
        </p>
      </section>
      <section className="sheet p-4" aria-label="Thumb wheels">
        <h2 className="text-[1.3rem]">Thumb wheels</h2>
        <div className="grid grid-cols-2 gap-x-3">
          <LengthField
            label="Change of the action at 12"
            unit="mm"
            value={change}
            hint="down is minus"
            onChange={setChange}
          />
          <LengthField
            label="A turn lifts it"
            unit="mm"
            value={pitch}
            hint="pitch of the thread"
            onChange={setPitch}
          />
        </div>
        {wanted !== null && thread !== null && thread > 0 && (
          <p className="said">
            {Math.abs(wheelTurns(wanted, ACTION_LEVER, thread)).toFixed(2)} turns {wanted < 0 ? 'down' : 'up'}{' '}
            at both wheels.
          </p>
        )}
      </section>
    </div>
  );
}
