import type { Intervention, Room } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { StrikeOut, StruckWords } from '../../../app/StrikeOut.js';
import { Fetching } from '../../../app/Fetching.js';
import { useInterventions, usePath, useRooms, useShop } from '../../../data/hooks.js';
import { Fold } from '../../../fields/Fold.js';
import { AirAnswers } from './AirAnswers.js';
import { MoveForm } from './MoveForm.js';
import { sayMove, stayWords } from './sayMove.js';

/** Whose air it lived in: the path of rooms, every move of it to be struck, and more to be written down. */
export function WhereItLay({ id }: { id: string }) {
  const rooms = useRooms();
  const today = useShop().data?.today;
  return (
    <section id="where" aria-label="Where it was kept" className="sheet mt-4 max-w-[62rem] p-5">
      <h2 className="text-[1.3rem]">Where it was kept</h2>
      <p className="text-faint">
        Each year is worked out from the room it was in. Note weeks in the shop, too.
      </p>
      <Fetching of={usePath(id)}>
        {({ stays, answers }) => (
          <>
            <ol className="mt-1">
              {stays.map((stay, i) => (
                <li key={stay.from ?? 'first'} className="border-b border-rule py-1">
                  {stayWords(stay, stays[i + 1]?.from ?? null)}
                </li>
              ))}
            </ol>
            <AirAnswers answers={answers} />
          </>
        )}
      </Fetching>
      <Fetching of={rooms}>
        {(all) => (
          <>
            <Moves id={id} rooms={all} />
            {today && (
              <Fold summaryClass="font-bold" summary="It was somewhere else">
                <MoveForm instrumentId={id} rooms={all} today={today} />
              </Fold>
            )}
          </>
        )}
      </Fetching>
    </section>
  );
}

function Moves({ id, rooms }: { id: string; rooms: readonly Room[] }) {
  return (
    <Fetching of={useInterventions(id, true)}>
      {(all) => {
        const moves = all.filter(({ changes }) => changes.room);
        if (moves.length === 0) return null;
        return (
          <Fold summaryClass="font-bold" summary={`Moves that are written down (${moves.length})`}>
            <ul>
              {moves.map((one) => (
                <Move key={one.id} move={one} rooms={rooms} />
              ))}
            </ul>
          </Fold>
        );
      }}
    </Fetching>
  );
}

function Move({ move, rooms }: { move: Intervention; rooms: readonly Room[] }) {
  const words = sayMove(move, rooms);
  return (
    <li className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1">
      <span className={move.struck ? 'text-faint line-through' : ''}>
        {words}
        <span className="block text-[0.88rem] text-faint">
          {move.byName}, {sayDate(move.updatedAt.slice(0, 10))}
        </span>
      </span>
      <StruckWords strikes={move.strikes} />
      <StrikeOut
        kind="intervention"
        id={move.id}
        what={words}
        struck={move.struck}
        example="such as the day of another instrument"
      />
    </li>
  );
}
