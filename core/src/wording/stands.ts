import type { SideOutlook } from '../forecast/outlook.js';
import type { StorageClimate } from '../instrument/storage.js';
import { humid, type Saying } from './sentence.js';

const KEPT_FROM: Record<StorageClimate['from'], string> = {
  band: 'the middle of the band that its owner will keep',
  room: 'the mean of the room that it will be kept in',
  assumed: 'the shop’s wanted humidity, since nobody said where it will be kept',
};

/** What a statement of where the action stands is based on. */
export function standsBecause(
  { stands, window }: SideOutlook,
  kept: StorageClimate,
  { span }: Saying,
): string {
  const { atKept } = stands;
  return `Wanted ${span(...window)}. Season is counted from ${humid(kept.humidity)}: ${KEPT_FROM[kept.from]}. There it is expected at ${span(atKept.value - atKept.sd, atKept.value + atKept.sd)}.`;
}
