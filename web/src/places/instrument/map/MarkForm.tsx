import { MARK_STATES, type MarkState, type Sighting } from '@upright-elder/contract';
import { crackLength, dayOf, growthOf, lengthsAgree, pathLength, printLength } from '@upright-elder/core';
import { format } from 'date-fns';
import { LengthField } from '../../../fields/LengthField.js';
import { extentOfSighting, metresOf, sayExtent, withSighting, type DrawnMark } from './mapDocument.js';

interface Props {
  mark: DrawnMark;
  today: string;
  onChange: (mark: DrawnMark) => void;
  onSeenAgain: (state: MarkState) => void;
  onClose: () => void;
}

/** A mark as it was last seen, and everything that was seen of it before. */
export function MarkForm({ mark, today, onChange, onSeenAgain, onClose }: Props) {
  const last = mark.sightings.at(-1)!;
  const see = (part: Partial<Sighting>) => onChange(withSighting(mark, { ...last, ...part }));
  const crack = mark.kind === 'crack';
  const ruler = last.ruler ? metresOf(last.ruler) : null;
  const agreed = crack && ruler !== null ? lengthsAgree(pathLength(last.path), ruler) : null;
  return (
    <section className="sheet p-4" aria-label="The mark">
      <div className="flex items-center justify-between">
        <h2 className="text-[1.2rem]">
          {mark.kind === 'separation'
            ? `Loose: ${mark.brace}`
            : mark.kind[0]!.toUpperCase() + mark.kind.slice(1)}
        </h2>
        <button type="button" className="quiet" onClick={onClose}>
          Close
        </button>
      </div>
      <p className="said">
        {sayExtent(last)} on {format(new Date(last.date), 'd MMM yyyy')}
      </p>
      <label className="block text-[0.9rem] font-bold">
        Name of the mark
        <input
          className="field font-normal"
          autoComplete="off"
          value={mark.name}
          onChange={(event) => onChange({ ...mark, name: event.target.value })}
        />
      </label>
      <div className="mt-1 grid grid-cols-2 gap-x-3">
        {crack && (
          <>
            <LengthField
              label="By the ruler"
              unit="mm"
              value={last.ruler ?? ''}
              onChange={(text) => see({ ruler: text || null })}
            />
            <LengthField
              label="Widest"
              unit="mm"
              value={last.width ?? ''}
              onChange={(text) => see({ width: text || null })}
            />
          </>
        )}
        {!crack && (
          <LengthField
            label="Feeler goes in"
            unit="mm"
            value={last.depth ?? ''}
            onChange={(text) => see({ depth: text || null })}
          />
        )}
        <label className="text-[0.9rem] font-bold">
          It is
          <select
            className="field font-normal"
            value={last.state}
            onChange={(event) => see({ state: event.target.value as MarkState })}
          >
            {MARK_STATES.map((state) => (
              <option key={state}>{state}</option>
            ))}
          </select>
        </label>
      </div>
      {agreed && !agreed.ok && (
        <p className="text-ochre">
          ▲ {agreed.reason}. {agreed.accepted}; or say in the note why.
        </p>
      )}
      {crack && (
        <div className="flex flex-wrap gap-x-6">
          <label className="flex min-h-[44px] items-center gap-2">
            <input
              type="checkbox"
              className="h-6 w-6 accent-verdigris"
              checked={last.through === true}
              onChange={(event) => see({ through: event.target.checked })}
            />
            Light shows through
          </label>
          <label className="flex min-h-[44px] items-center gap-2">
            <input
              type="checkbox"
              className="h-6 w-6 accent-verdigris"
              checked={last.cleated}
              onChange={(event) => see({ cleated: event.target.checked })}
            />
            Cleated
          </label>
        </div>
      )}
      <label className="block text-[0.9rem] font-bold">
        Note on this day
        <input
          className="field font-normal"
          autoComplete="off"
          value={last.note}
          onChange={(event) => see({ note: event.target.value })}
        />
      </label>
      {last.date !== today && (
        <div className="mt-2 flex flex-wrap gap-2">
          <button type="button" className="quiet" onClick={() => onSeenAgain(last.state)}>
            Seen again today, the same
          </button>
          <button type="button" className="quiet" onClick={() => onSeenAgain('closed')}>
            Closed today
          </button>
        </div>
      )}
      {mark.sightings.length > 1 && (
        <>
          <h3 className="mt-3 text-[1.05rem]">As it was seen</h3>
          <table className="w-full text-left text-[0.95rem]">
            <tbody>
              {mark.sightings.map((one, i) => (
                <tr key={one.date} className="border-b border-rule">
                  <td className="py-1 pr-3">{format(new Date(one.date), 'd MMM yyyy')}</td>
                  <td className="pr-3 font-bold">{sayExtent(one)}</td>
                  <td className="pr-3">{growthWords(mark.sightings[i - 1], one)}</td>
                  <td>{one.state}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}

function growthWords(earlier: Sighting | undefined, later: Sighting): string {
  if (!earlier) return '';
  const at = (one: Sighting) => ({
    value: extentOfSighting(one),
    sd: crackLength(one.path).sd,
    day: dayOf(one.date),
  });
  const { by, real } = growthOf(at(earlier), at(later));
  return real ? `${by > 0 ? '+' : '−'}${printLength(Math.abs(by), 'mm', 0)}` : 'the same';
}
