import type { Mark, Sighting } from '@upright-elder/contract';
import type { MarkState } from '@upright-elder/core/body-plan';
import { isDay, sayDate } from '@upright-elder/core/days';
import { fewestPoints, type Brace } from '@upright-elder/core/body-plan';
import { useState } from 'react';
import {
  inARow,
  movedTo,
  sayExtent,
  withoutSighting,
  withSighting,
  withSightingBack,
  type DrawnMark,
} from './mapDocument.js';
import { WhatStoodBefore } from '../../../app/WhatStoodBefore.js';
import { MarkHistory } from './MarkHistory.js';
import { SightingFields } from './SightingFields.js';
import { DayField } from '../../../fields/DayField.js';
import { useFieldUnit } from '../../../fields/LengthField.js';

interface Props {
  mark: DrawnMark;
  /** that a separation is of */
  brace: Brace | undefined;
  today: string;
  /** as it is stored; none while it was never saved */
  stored: Mark | undefined;
  onChange: (mark: DrawnMark) => void;
  onSeenAgain: (state: MarkState) => void;
  onDrawOn: () => void;
  onStrike: () => void;
  onClose: () => void;
}

/**
 * A mark as a day saw it, the last one unless another is opened. What is stored of an earlier day is evidence and is
 * only corrected with a reason; a day out of old papers is added like any other.
 */
export function MarkForm(props: Props) {
  const { mark, brace, today, stored, onChange, onSeenAgain, onClose } = props;
  const [day, setDay] = useState<string | null>(null);
  const unit = useFieldUnit('mm');
  const [correcting, setCorrecting] = useState(false);
  const last = mark.sightings.at(-1)!;
  const shown = mark.sightings.find(({ date }) => date === day) ?? last;
  const kept = stored?.sightings.some(({ date, struck }) => date === shown.date && !struck) ?? false;
  const earlier = kept && shown.date < today;
  const open = !earlier || correcting;
  const see = (part: Partial<Sighting>) => onChange(withSighting(mark, { ...shown, ...part }));
  const openDay = (date: string | null) => {
    setDay(date);
    setCorrecting(false);
  };
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
        {inARow(sayExtent(mark, shown, unit), shown.state)} on {sayDate(shown.date)}
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
          <MarkDay
            key={shown.date}
            label="Seen on"
            day={shown.date}
            today={today}
            onDay={(date) => {
              const next = movedTo(mark, shown.date, date);
              if (!next) return 'It was seen on that day already.';
              setDay(date);
              onChange(next);
              return null;
            }}
          />
          <SightingFields
            key={`fields of ${shown.date}`}
            kind={mark.kind}
            sighting={shown}
            onSighting={see}
          />
          {mark.kind !== 'separation' && fewestPoints(mark.kind) > 1 && shown === last && (
            <button type="button" className="quiet mt-2" onClick={props.onDrawOn}>
              Draw it longer
            </button>
          )}
        </>
      ) : (
        <div className="mt-2 flex flex-wrap gap-2">
          <button
            type="button"
            className="act"
            onClick={() => {
              openDay(null);
              onSeenAgain(last.state);
            }}
          >
            Seen today
          </button>
          <button
            type="button"
            className="quiet"
            onClick={() => {
              openDay(null);
              onSeenAgain('closed');
            }}
          >
            Closed today
          </button>
          <button type="button" className="quiet" onClick={() => setCorrecting(true)}>
            Correct that day
          </button>
        </div>
      )}
      {whyOf(mark, stored, correcting && earlier ? shown.date : null) && (
        <label className="mt-2 block text-[0.9rem] font-bold">
          {whyOf(mark, stored, correcting && earlier ? shown.date : null)}
          <input
            className="field font-normal"
            autoComplete="off"
            value={mark.why ?? ''}
            onChange={(event) => onChange({ ...mark, why: event.target.value })}
          />
        </label>
      )}
      <MarkHistory
        mark={mark}
        corrections={stored?.corrections ?? []}
        shown={shown.date}
        onOpen={openDay}
        onStrike={(date, why) => {
          onChange(withoutSighting(mark, date, why));
          openDay(null);
        }}
        onBack={(sighting) => {
          const next = withSightingBack(mark, sighting);
          if (next) onChange(next);
        }}
      />
      {stored && (
        <WhatStoodBefore
          table="mark"
          id={stored.id}
          names={{ face: 'Where', kind: 'What it is', brace: 'Brace', name: 'Name', sightings: 'Seen' }}
          say={{ sightings: (days) => (days as Sighting[]).map(({ date }) => sayDate(date)).join(', ') }}
        />
      )}
      <OtherDay
        mark={mark}
        today={today}
        onAdd={(date) => {
          const before = mark.sightings.findLast((one) => one.date < date) ?? mark.sightings[0]!;
          onChange(withSighting(mark, { ...before, date, note: '', examinationId: null }));
          openDay(date);
        }}
      />
      <button type="button" className="quiet mt-3" onClick={props.onStrike}>
        Cross it out: marked by mistake
      </button>
    </section>
  );
}

/** What is asked where something that is stored would be changed; null where nothing is. */
function whyOf(mark: DrawnMark, stored: Mark | undefined, corrected: string | null): string | null {
  if (corrected !== null) return `Why ${sayDate(corrected)} is corrected`;
  if (!stored) return null;
  const days = stored.sightings.map(({ date }) => date);
  const last = days.reduce((latest, date) => (date > latest ? date : latest), '');
  const early = mark.sightings.find(({ date }) => date < last && !days.includes(date));
  if (early) return `Where the sighting of ${sayDate(early.date)} comes from`;
  return mark.name === stored.name ? null : 'Why it is called something else';
}

/** A day that a mark was seen on, such as one out of old papers. */
function OtherDay({ mark, today, onAdd }: { mark: DrawnMark; today: string; onAdd: (date: string) => void }) {
  const [adding, setAdding] = useState(false);
  if (!adding)
    return (
      <button type="button" className="quiet mt-2" onClick={() => setAdding(true)}>
        It was seen on another day
      </button>
    );
  return (
    <MarkDay
      label="It was seen on"
      day=""
      today={today}
      onDay={(date) => {
        if (mark.sightings.some((one) => one.date === date)) return 'It was seen on that day already.';
        setAdding(false);
        onAdd(date);
        return null;
      }}
    />
  );
}

/** A day up to today; taken once it is whole. */
function MarkDay({
  label,
  day,
  today,
  onDay,
}: {
  label: string;
  day: string;
  today: string;
  /** @returns why it cannot be that day */
  onDay: (date: string) => string | null;
}) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const take = (date: string) => {
    if (date === '' || date === day) return;
    setRefusal(
      !isDay(date) || date < '1950' || date > today ? `A day from 1950 to ${sayDate(today)}.` : onDay(date),
    );
  };
  return (
    <div className="mt-2">
      <DayField
        late
        label={label}
        max={today}
        min="1950-01-01"
        value={day}
        refusal={refusal ?? undefined}
        onChange={take}
      />
    </div>
  );
}
