import { NOT_KNOWN, type NotKnown } from './build.js';

/** What stands for a fact that nobody knows: the commonest. House choice, and it is said wherever it counts. */
export const USUAL_FACTS = {
  topSpecies: 'sitka-spruce',
  playingStyle: 'medium',
  stringSet: 'light',
} as const;

/** A fact, or the usual one where it is not known. */
export const knownOr = <T extends string>(fact: T | NotKnown, usual: T): T =>
  fact === NOT_KNOWN ? usual : fact;
