import type { Intervention, Room, StayIn } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';

/** What nobody follows. */
const ELSEWHERE = 'a place without a log';

/** A stay in a line: `in the loft from 1 Sep 2025`. */
export function stayWords({ from, roomId, roomName }: StayIn, until: string | null): string {
  const where = roomId === null ? ELSEWHERE : roomName;
  const to = until === null ? (from === null ? '' : ' on') : ` until ${sayDate(until)}`;
  return `${where}${from === null ? '' : ` from ${sayDate(from)}`}${to}`;
}

/** A move in a line: `To the loft on 1 Sep 2025`, `In the shop from 3 Mar to 2 Apr 2026, every year`. */
export function sayMove(
  { date, roughly, changes }: Pick<Intervention, 'date' | 'roughly' | 'changes'>,
  rooms: readonly Pick<Room, 'id' | 'name'>[],
): string {
  const room = changes.room!;
  const to = room.to === null ? ELSEWHERE : (rooms.find(({ id }) => id === room.to)?.name ?? 'a room');
  const day = roughly || sayDate(date);
  if (room.until === undefined) return `To ${to}, ${day}`;
  if (room.until === null) return `In ${to} from ${day}, not back yet`;
  return `In ${to} from ${day} to ${sayDate(room.until)}${room.yearly ? ', every year since' : ''}`;
}
