import type { MarkCorrection, MarkState, Sighting } from '@upright-elder/contract';
import { fewestPoints, type Brace, sayDate } from '@upright-elder/core';
import { useState } from 'react';
import { inARow, sayExtent, withSighting, type DrawnMark } from './mapDocument.js';
import { MarkHistory } from './MarkHistory.js';
import { SightingFields } from './SightingFields.js';

interface Props {
  mark: DrawnMark;
  /** that a separation is of */
  brace: Brace | undefined;
  today: string;
  corrections: readonly MarkCorrection[];
  onChange: (mark: DrawnMark) => void;
  onSeenAgain: (state: MarkState) => void;
  onDrawOn: () => void;
  onStrike: () => void;
  onClose: () => void;
}

/** A mark as it was last seen. Today's sighting is open; what an earlier day saw is evidence and is only corrected with a reason. */
export function MarkForm(props: Props) {
  const { mark, brace, today, corrections, onChange, onSeenAgain, onClose } = props;
  const last = mark.sightings.at(-1)!;
  const [correcting, setCorrecting] = useState(false);
  const fromToday = last.date === today;
  const open = fromToday || correcting;
  const see = (part: Partial<Sighting>) => onChange(withSighting(mark, { ...last, ...part }));
  return (
    <section className="sheet p-4" aria-label="The mark">
      <div className="flex items-center justify-between">
        <h2 className="text-[1.2rem] first-letter:uppercase">
          {mark.kind === 'separation' ? `Loose: ${brace?.name ?? mark.brace}` : mark.kind}
        </h2>
        <button type="button" className="quiet" onClick={onClose}>
          Close
        </button>
      </div>
      <p className="said">
        {inARow(sayExtent(mark, last), last.state)} on {sayDate(last.date)}
      </p>
      <label className="block text-[0.9rem] font-bold">
        Name of the mark
        <input
          className="field font-normal"
          autoComplete="off"
          maxLength={80}
          value={mark.name}
          onChange={(event) => onChange({ ...mark, name: event.target.value })}
        />
      </label>
      {open ? (
        <>
          <SightingFields key={last.date} kind={mark.kind} sighting={last} onSighting={see} />
          {mark.kind !== 'separation' && fewestPoints(mark.kind) > 1 && (
            <button type="button" className="quiet mt-2" onClick={props.onDrawOn}>
              Draw it longer
            </button>
          )}
        </>
      ) : (
        <div className="mt-2 flex flex-wrap gap-2">
          <button type="button" className="act" onClick={() => onSeenAgain(last.state)}>
            Seen today
          </button>
          <button type="button" className="quiet" onClick={() => onSeenAgain('closed')}>
            Closed today
          </button>
          <button type="button" className="quiet" onClick={() => setCorrecting(true)}>
            Correct that day
          </button>
        </div>
      )}
      {correcting && !fromToday && (
        <label className="mt-2 block text-[0.9rem] font-bold">
          {`Why ${sayDate(last.date)} is corrected`}
          <input
            className="field font-normal"
            autoComplete="off"
            value={mark.why ?? ''}
            onChange={(event) => onChange({ ...mark, why: event.target.value })}
          />
        </label>
      )}
      <MarkHistory mark={mark} corrections={corrections} />
      <button type="button" className="quiet mt-3" onClick={props.onStrike}>
        Strike it out: marked by mistake
      </button>
    </section>
  );
}
