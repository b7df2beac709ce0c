import { AirLog, type DailyAir } from './moisture.js';
import type { RoomAir } from './room.js';

/** Days before and after everything: a span that is open on one side is written with these, since it is kept as JSON. */
export const EVER_BEFORE = -1e8;
export const EVER_AFTER = 1e8;

/** A room and its air. */
export interface InRoom {
  /** null where nobody follows the air of the room */
  room: string | null;
  /** as it is called; empty where it has no name */
  name: string;
  air: RoomAir;
}

/** A stay in one room, from a whole day on until the next one. */
export interface Stay extends InRoom {
  from: number;
}

/** Where an instrument lay, the oldest first and never empty, and where it is at home now. */
export interface PathOfRooms {
  stays: readonly Stay[];
  home: InRoom;
}

/** In one room, always. */
export const alwaysIn = (air: RoomAir, room: string | null = null, name = ''): PathOfRooms => ({
  stays: [{ from: EVER_BEFORE, room, name, air }],
  home: { room, name, air },
});

/** Places are told apart by room; what nobody follows is one room. */
export const sameRoom = (a: InRoom, b: InRoom): boolean => a.room === b.room && a.air === b.air;

export const stayOn = ({ stays }: PathOfRooms, day: number): Stay =>
  stays.findLast(({ from }) => from <= day) ?? stays[0]!;

/** Every room once, its home among them. */
export function roomsOf({ stays, home }: PathOfRooms): InRoom[] {
  const all: InRoom[] = [...stays, home];
  return all.filter((one, i) => all.findIndex((other) => sameRoom(one, other)) === i);
}

/** Logged, or a case of which its packs tell. */
export const hasOwnAir = ({ air: { climate, packs } }: InRoom): boolean =>
  climate.years > 0 || packs !== null;

/** Every day's air of the room in which it lay. @param putRight what a room's sensor is put right by, %MC */
export function logOf(path: PathOfRooms, putRight: (room: InRoom) => number = () => 0): AirLog {
  const { stays } = path;
  if (stays.length === 1 && putRight(stays[0]!) === 0) return stays[0]!.air.log;
  return new AirLog(
    stays.flatMap((stay, i): DailyAir[] => {
      const until = stays[i + 1]?.from ?? EVER_AFTER;
      const by = putRight(stay);
      return stay.air.log
        .days()
        .filter(({ day }) => day >= stay.from && day < until)
        .map((air) => (by === 0 ? air : { ...air, putRight: (air.putRight ?? 0) + by }));
    }),
  );
}

/** Stays shorter than this are visits, and so long ago a turn was taken last, days. House figures. */
const TURN_DAYS = 60;
const LATELY_DAYS = 900;

/** Whether it goes from one room to another and back, and again, so that the coming year does so too. */
export function inTurn({ stays }: PathOfRooms): boolean {
  const long = stays.filter(({ from }, i) => (stays[i + 1]?.from ?? EVER_AFTER) - from > TURN_DAYS);
  const [away, back, before, last] = long.slice(-4);
  return (
    away !== undefined &&
    last !== undefined &&
    sameRoom(back!, last) &&
    sameRoom(away, before!) &&
    !sameRoom(before!, last) &&
    last.from - back!.from < LATELY_DAYS
  );
}
