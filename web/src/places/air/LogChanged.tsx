import type { LogChangeSaid, Room } from '@upright-elder/contract';
import { useRoomAnswers } from '../../data/hooks.js';
import { AirAnswers } from '../instrument/air/AirAnswers.js';
import { useAnswerAir } from '../instrument/air/useAnswer.js';

/** A log that went over to other ways: what is asked about it, and what was answered. */
export function LogChanged({ room, change }: { room: Room; change: LogChangeSaid | null }) {
  const answers = useRoomAnswers(room.id).data ?? [];
  const answer = useAnswerAir();
  const say = (said: 'room' | 'newer' | 'older') => () =>
    void answer({ roomId: room.id, answer: said, from: change!.date });
  return (
    <>
      {change?.open && (
        <section aria-label="What changed?" className="my-3 border-l-4 border-ochre pl-3">
          <p className="said">▲ {change.text}</p>
          <p className="text-[0.95rem] text-faint">
            The coming year follows the log as it is now. Instruments without air readings show no creep until
            you answer.
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="act" onClick={say('room')}>
              The room changed
            </button>
            <button type="button" className="quiet" onClick={say('newer')}>
              {change.line ? 'The sensor: it is right now' : 'Another sensor: the newer is right'}
            </button>
            <button type="button" className="quiet" onClick={say('older')}>
              {change.line ? 'The sensor: it was right at first' : 'Another sensor: the older was right'}
            </button>
          </div>
        </section>
      )}
      <AirAnswers answers={answers} />
    </>
  );
}
