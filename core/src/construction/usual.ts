import type { HouseSetId } from '../strings/sets.js';
import { NOT_KNOWN, type Build, type NotKnown } from './build.js';

/** What stands for a fact that nobody knows: the commonest. House choice, and it is said wherever it counts. */
export const USUAL_FACTS = {
  topSpecies: 'sitka-spruce',
  playingStyle: 'medium',
} as const;

/** A fact, or the usual one where it is not known. */
export const knownOr = <T extends string>(fact: T | NotKnown, usual: T): T =>
  fact === NOT_KNOWN ? usual : fact;

/** The set that stands for one that nobody knows, by what is known of the build. House choice. */
export function usualSet({ bridge, strings }: Build): HouseSetId {
  if (bridge === 'tied') return 'nylon';
  return strings === 'twelve' ? 'twelve-light' : 'light';
}
