import type { AirDay, Room } from '@upright-elder/contract';
import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useRoomAir, useRooms, useRoomWood } from '../../data/hooks.js';

const AirCurve = lazy(() => import('../../charts/AirCurve.js'));
const RoomsCurve = lazy(() => import('../../charts/RoomsCurve.js'));
const WoodCurve = lazy(() => import('../../charts/WoodCurve.js'));

/** A fortnight at least makes a curve. */
const ENOUGH_DAYS = 14;
/** So many rooms can be told apart beside one. */
const MOST_BESIDE = 3;
const HOLD = <div className="h-[330px]" />;

/** A room’s air, alone or beside other rooms, and what its wood did. */
export function RoomCurves({ room, days }: { room: Room; days: readonly AirDay[] }) {
  const { data: rooms = [] } = useRooms();
  const [params, setParams] = useSearchParams();
  const others = rooms.filter(({ id, readings }) => id !== room.id && readings >= ENOUGH_DAYS);
  const chosen = (params.get('beside') ?? '')
    .split(',')
    .filter((id) => others.some((one) => one.id === id))
    .slice(0, MOST_BESIDE);
  const toggle = (id: string) => {
    const next = chosen.includes(id)
      ? chosen.filter((one) => one !== id)
      : [...chosen, id].slice(-MOST_BESIDE);
    setParams({ room: room.id, ...(next.length > 0 && { beside: next.join(',') }) }, { replace: true });
  };
  if (days.length < ENOUGH_DAYS) return null;
  return (
    <section aria-label="Its air and wood, day by day" className="mt-4">
      {others.length > 0 && (
        <div className="mb-2 flex flex-wrap items-center gap-2" role="group" aria-label="Compare with">
          <span className="text-[0.95rem]">Compare with</span>
          {others.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              aria-pressed={chosen.includes(id)}
              className={chosen.includes(id) ? 'act' : 'quiet'}
              onClick={() => toggle(id)}
            >
              {name}
            </button>
          ))}
        </div>
      )}
      <Suspense fallback={HOLD}>
        {chosen.length === 0 ? (
          <AirCurve days={[...days]} />
        ) : (
          <Beside
            room={{ id: room.id, name: room.name, days }}
            others={others.filter(({ id }) => chosen.includes(id))}
          />
        )}
      </Suspense>
      <WoodOf roomId={room.id} />
    </section>
  );
}

function WoodOf({ roomId }: { roomId: string }) {
  return (
    <>
      <h3 className="mt-4 text-[1.15rem]">Moisture of the wood</h3>
      <Fetching of={useRoomWood(roomId)}>
        {(wood) => (
          <Suspense fallback={HOLD}>
            <WoodCurve wood={wood} />
          </Suspense>
        )}
      </Fetching>
    </>
  );
}

function Beside({
  room,
  others,
}: {
  room: { id: string; name: string; days: readonly AirDay[] };
  others: readonly Room[];
}) {
  // as many hooks as there can be rooms
  const [one, two, three] = [useRoomAir(others[0]?.id), useRoomAir(others[1]?.id), useRoomAir(others[2]?.id)];
  const airs = [one, two, three];
  const lines = others.flatMap(({ id, name }, i) => {
    const found = airs[i]?.data;
    return found ? [{ id, name, days: found.days }] : [];
  });
  return lines.length < others.length ? HOLD : <RoomsCurve rooms={[room, ...lines]} />;
}
