import type { Spot } from '@upright-elder/contract';
import { isoDate } from '@upright-elder/core/days';
import type { RoomTruth } from './air.js';
import { bridgePicture, frontPicture, type Condition } from './pictures.js';
import type { InventedInstrument } from './truth.js';

interface Taken {
  spot: Spot;
  takenOn: string;
  note: string;
  bytes: Buffer;
  /** the first mark of the instrument is on it */
  ofMark: boolean;
}

/** The front on the first and the last visit, the bridge from the side at the first, one in between and the last. */
export async function photographsOf(
  instrument: InventedInstrument,
  room: RoomTruth,
  today: number,
): Promise<Taken[]> {
  const { visits, look } = instrument;
  const shots: [Spot, number][] = [
    ['front', 0],
    ['bridge from the side', 0],
    ['bridge from the side', Math.floor(visits.length / 2)],
    ['front', visits.length - 1],
    ['bridge from the side', visits.length - 1],
  ];
  return Promise.all(
    shots.map(async ([spot, i]) => {
      const { daysAgo } = visits[i]!;
      const condition = conditionOn(instrument, room, today, daysAgo, i);
      const bytes = await (spot === 'front' ? frontPicture : bridgePicture)(look, condition);
      const gap = spot !== 'front' && condition.gap > 0 ? `gap ${condition.gap.toFixed(1)} mm` : '';
      const note = i === 0 ? 'before anything was touched' : gap;
      const ofMark =
        spot === 'front' ? instrument.crack !== undefined : instrument.truth.lifting !== undefined;
      return { spot, takenOn: isoDate(today - daysAgo), note, bytes, ofMark };
    }),
  );
}

function conditionOn(
  { truth, crack }: InventedInstrument,
  room: RoomTruth,
  today: number,
  daysAgo: number,
  i: number,
): Condition {
  const years = -daysAgo / 365.25;
  const dry = truth.at - room.woodOn(today - daysAgo);
  const grown = (of: { perYear: number; perDry: number } | undefined, now: number) =>
    of ? Math.max(0, now + of.perYear * years + of.perDry * dry) : 0;
  return {
    lean: truth.tilt + truth.lean * years,
    gap: grown(truth.lifting, truth.lifting?.gap ?? 0),
    crack: 2 * grown(crack, crack?.length ?? 0),
    light: (i % 5) / 5,
  };
}
