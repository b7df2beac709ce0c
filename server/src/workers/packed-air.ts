import {
  AirLog,
  roomAir,
  type InRoom,
  type LogAnswered,
  type PathOfRooms,
  type RoomAir,
} from '@upright-elder/core/air';

/** The air of a room on its way into a thread: day, humidity and °C one after the other. */
export interface PackedRoom {
  /** changes with every change of it */
  key: string;
  days: Float64Array;
  /** what the packs of a case hold, percent; null elsewhere */
  packs: number | null;
  /** why its log went over to other ways, as far as somebody said */
  answered: LogAnswered[];
}

interface PackedPlace {
  room: string | null;
  name: string;
  packed: PackedRoom;
}

export interface PackedStay extends PackedPlace {
  from: number;
  /** its log was said to be wrong of these days: it is not heard */
  unlogged: boolean;
}

/** Whose air an instrument lived in, on its way into a thread. */
export interface PackedPath {
  /** changes with every change of it */
  key: string;
  stays: PackedStay[];
  home: PackedPlace;
}

/** Rooms and paths that a thread keeps ready. */
const KEPT = 40;
const rooms = new Map<string, RoomAir>();
const paths = new Map<string, PathOfRooms>();

function keptIn<T>(kept: Map<string, T>, key: string, make: () => T): T {
  const known = kept.get(key);
  if (known) return known;
  const made = make();
  kept.set(key, made);
  for (const oldest of kept.keys()) {
    if (kept.size <= KEPT) break;
    kept.delete(oldest);
  }
  return made;
}

export const roomOf = ({ key, days, packs, answered }: PackedRoom): RoomAir =>
  keptIn(rooms, key, () =>
    roomAir(
      Array.from({ length: days.length / 3 }, (_, i) => ({
        day: days[3 * i]!,
        humidity: days[3 * i + 1]!,
        celsius: days[3 * i + 2]!,
      })),
      packs,
      answered,
    ),
  );

export const pathOf = (path: PackedPath): PathOfRooms =>
  keptIn(paths, path.key, () => {
    const place = ({ room, name, packed }: PackedPlace): InRoom => ({ room, name, air: roomOf(packed) });
    const unheard = new Map<RoomAir, RoomAir>();
    return {
      home: place(path.home),
      stays: path.stays.map(({ from, unlogged, ...packed }) => {
        const stay = place(packed);
        if (!unlogged) return { from, ...stay };
        const air = unheard.get(stay.air) ?? { ...stay.air, log: new AirLog([]), change: null };
        unheard.set(stay.air, air);
        return { from, ...stay, air };
      }),
    };
  });
