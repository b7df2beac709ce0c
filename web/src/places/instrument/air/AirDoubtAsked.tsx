import type { AirDoubtSaid } from '@upright-elder/contract';
import { useState } from 'react';
import { usePath, useRooms, useShop } from '../../../data/hooks.js';
import { MoveForm } from './MoveForm.js';
import { useAnswerAir } from './useAnswer.js';

/** Asks in whose air it lay where log and hand part, with the three answers; nothing where they agree. */
export function AirDoubtAsked({ id }: { id: string }) {
  const doubt = usePath(id).data?.doubt;
  return doubt ? <Asked id={id} doubt={doubt} /> : null;
}

function Asked({ id, doubt }: { id: string; doubt: AirDoubtSaid }) {
  const rooms = useRooms().data ?? [];
  const today = useShop().data?.today;
  const [elsewhere, setElsewhere] = useState(false);
  const answer = useAnswerAir();
  const { kind, text, date, first, last } = doubt;
  return (
    <section aria-label="Whose air was it?" className="sheet mb-3 border-l-4 border-ochre p-3">
      <p className="said">▲ {text}</p>
      <p className="text-[0.95rem] text-faint">
        Until that is answered no creep is named: what looks like age may be the air of another room.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="act"
          aria-expanded={elsewhere}
          onClick={() => setElsewhere(!elsewhere)}
        >
          Yes, it lay elsewhere
        </button>
        <button
          type="button"
          className="quiet"
          onClick={() =>
            void answer({
              instrumentId: id,
              answer: 'log wrong',
              from: kind === 'misread' ? date : first,
              to: last,
            })
          }
        >
          No, the log is wrong
        </button>
        <button
          type="button"
          className="quiet"
          onClick={() => void answer({ instrumentId: id, answer: 'misread', from: date })}
        >
          No, that reading is wrong
        </button>
      </div>
      {elsewhere && today && (
        <MoveForm
          instrumentId={id}
          rooms={rooms}
          today={today}
          start={{
            from: first,
            ...(kind === 'until' || kind === 'misread' ? { until: dayAfter(last) } : {}),
          }}
          onSaved={() => setElsewhere(false)}
        />
      )}
    </section>
  );
}

const dayAfter = (date: string): string => new Date(Date.parse(date) + 86400000).toISOString().slice(0, 10);
