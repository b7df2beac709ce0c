import type { InstrumentOfSeason, SeasonPage } from '@upright-elder/contract';
import { roundsByRoom } from '@upright-elder/core/season';
import { sayIn, sayRoundItem } from '@upright-elder/core/wording';
import { Link } from 'react-router';
import { useShopBench } from '../../data/bench/jobs.js';
import { useHeights } from '../../data/heights.js';

/** A day at a collection as one list, room by room: what to look at, small work, what to measure. */
export function Rounds({ page }: { page: SeasonPage }) {
  const { unit } = useHeights();
  const bench = useShopBench();
  const say = sayIn(unit);
  const edits = bench?.edits ?? {};
  const rooms = roundsByRoom(page.instruments);
  if (rooms.length === 0) return <p className="sheet said p-4">There is nothing to look at on a round.</p>;
  return (
    <div className="grid gap-4">
      {rooms.map(({ room, of }) => (
        <section key={room} className="sheet px-4 py-3" aria-label={room || 'No room written down'}>
          <h2 className="text-[1.3rem]">{room || 'No room written down'}</h2>
          <ul>
            {of.map((one: InstrumentOfSeason) => (
              <li key={one.id} className="border-t border-rule py-1.5 first:border-t-0">
                <Link to={`/instruments/${one.id}/judgement`} className="font-bold underline">
                  {one.nickname}
                </Link>
                <ul>
                  {one.round.map((item, i) => (
                    <li key={i} className="grid grid-cols-[1.6rem_minmax(0,1fr)]">
                      <span aria-hidden="true">☐</span>
                      <span>{sayRoundItem(item, say, edits)}</span>
                    </li>
                  ))}
                </ul>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
