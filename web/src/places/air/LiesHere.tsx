import { sayDate } from '@upright-elder/core/days';
import { Link } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useInRoom, useRoomStays } from '../../data/hooks.js';
import { WeightMark } from '../../fields/WeightMark.js';

/** What lives in a room, each with its most urgent sentence. */
export function LiesHere({ roomId }: { roomId: string }) {
  return (
    <section aria-label="What is in this room" className="mt-4">
      <h3 className="text-[1.15rem]">What is in this room</h3>
      <Fetching of={useInRoom(roomId)}>
        {({ cards, total }) =>
          cards.length === 0 ? (
            <p className="text-[0.95rem] text-faint">
              No instrument has this as its home room. It is chosen on the instrument’s page of details.
            </p>
          ) : (
            <>
              <ul className="divide-y divide-rule">
                {cards.map(({ id, nickname, sentence, weight }) => (
                  <li key={id} className="grid gap-x-4 py-2 sm:grid-cols-[11rem_minmax(0,1fr)]">
                    <Link
                      className="min-h-[44px] content-center font-bold underline"
                      to={`/instruments/${id}/seasons`}
                    >
                      {nickname}
                    </Link>
                    <span className="content-center">
                      <WeightMark weight={weight} /> <span className="block text-[0.97rem]">{sentence}</span>
                    </span>
                  </li>
                ))}
              </ul>
              {total > cards.length && (
                <p className="text-[0.9rem] text-faint">and {total - cards.length} more</p>
              )}
            </>
          )
        }
      </Fetching>
      <CarriedThrough roomId={roomId} />
    </section>
  );
}

/** What was carried in or out, and when it lay here; put right where it is written down. */
function CarriedThrough({ roomId }: { roomId: string }) {
  const stays = useRoomStays(roomId).data ?? [];
  if (stays.length === 0) return null;
  return (
    <>
      <h3 className="mt-3 text-[1.15rem]">Carried in or out</h3>
      <ul className="text-[0.97rem]">
        {stays.map(({ instrumentId, nickname, from, to }) => (
          <li key={`${instrumentId} ${from}`} className="border-b border-rule">
            <Link
              className="inline-block min-h-[44px] content-center underline"
              to={`/instruments/${instrumentId}/details#where`}
            >
              {nickname}
            </Link>{' '}
            {from === null ? '' : `from ${sayDate(from)}`} {to === null ? 'on' : `until ${sayDate(to)}`}
          </li>
        ))}
      </ul>
    </>
  );
}
