import type { AirDoubtSaid } from '@upright-elder/contract';
import { dayOf, isoDate } from '@upright-elder/core/days';
import { useState } from 'react';
import { Link } from 'react-router';
import { send } from '../../../data/api.js';
import { usePath, useRefresh, useRooms, useShop } from '../../../data/hooks.js';
import { MoveForm } from './MoveForm.js';
import { useAnswerAir } from './useAnswer.js';

/** Asks in whose air it lay where log and hand part, with the three answers; nothing where they agree. */
export function AirDoubtAsked({ id }: { id: string }) {
  const path = usePath(id).data;
  return (
    <>
      {path?.saidBefore && <ReadAnew id={id} was={path.saidBefore} />}
      {path?.doubt && <Asked id={id} doubt={path.doubt} />}
    </>
  );
}

/** Says once what a move changed. */
function ReadAnew({ id, was }: { id: string; was: string }) {
  const refresh = useRefresh();
  return (
    <section aria-label="Work out again" className="sheet mb-3 border-l-4 border-verdigris p-3">
      <p>Each year is now worked out from the room it was in. Before that, first: “{was}”</p>
      <button
        type="button"
        className="quiet"
        onClick={() => void send('POST', `instruments/${id}/path/seen`, {}).then(refresh)}
      >
        Seen
      </button>
    </section>
  );
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
      {kind === 'changed' ? (
        <Link to="/air" className="act mt-2">
          Say so on Air
        </Link>
      ) : (
        <div className="mt-2 flex flex-wrap gap-2">
          <button
            type="button"
            className="act"
            aria-expanded={elsewhere}
            onClick={() => setElsewhere(!elsewhere)}
          >
            It was elsewhere
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
            The log is wrong
          </button>
          <button
            type="button"
            className="quiet"
            onClick={() => void answer({ instrumentId: id, answer: 'misread', from: date })}
          >
            That reading is wrong
          </button>
        </div>
      )}
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

const dayAfter = (date: string): string => isoDate(dayOf(date) + 1);
