import type { SideOutlook } from '../forecast/outlook.js';
import type { StorageClimate } from '../instrument/storage.js';
import { humid, type Saying } from './sentence.js';

const KEPT_FROM: Record<StorageClimate['from'], string> = {
  band: 'the middle of its owner’s band',
  room: 'the mean of the room it will live in',
  assumed: 'the shop’s wanted humidity, assumed',
};

/** What a statement of where the action stands is based on. */
export function standsBecause(
  { stands, window }: SideOutlook,
  kept: StorageClimate,
  { span }: Saying,
): string {
  const { atKept } = stands;
  return `Wanted ${span(...window)}. Figures are for ${humid(kept.humidity)}: ${KEPT_FROM[kept.from]}. There, expect ${span(atKept.value - atKept.sd, atKept.value + atKept.sd)}.`;
}
