import type { StringSetAnswer, TuningAnswer } from '@upright-elder/contract';
import { NOT_KNOWN } from '@upright-elder/core/construction';
import { notesOf, setTension, type SetTension } from '@upright-elder/core/strings';
import useSWR from 'swr';
import { get } from './api.js';

export const useStringSets = () => useSWR<StringSetAnswer[]>('string-sets', get);
export const useTunings = () => useSWR<TuningAnswer[]>('tunings', get);

/** Every set and tuning of the shop, as far as they have come, to be asked by id. */
export interface ShopStrings {
  sets: StringSetAnswer[];
  tunings: TuningAnswer[];
}

export function useShopStrings(): ShopStrings {
  const { data: sets = [] } = useStringSets();
  const { data: tunings = [] } = useTunings();
  return { sets, tunings };
}

/** Name of a set or tuning; empty while it has not come. */
export const nameIn = (all: readonly { id: string; name: string }[], id: string): string =>
  id === NOT_KNOWN ? 'strings not known' : (all.find((one) => one.id === id)?.name ?? '');

/** Those that are offered: what is hidden only where it is chosen already. */
export const offered = <T extends { id: string; retired: boolean }>(all: readonly T[], chosen: string): T[] =>
  all.filter(({ id, retired }) => !retired || id === chosen);

/** Tunings of as many notes as a set has strings or pairs; all of them while the set is not known. */
export function tuningsFor({ sets, tunings }: ShopStrings, set: string): TuningAnswer[] {
  const known = sets.find(({ id }) => id === set);
  return known ? tunings.filter((tuning) => notesOf(known, tuning) !== null) : tunings;
}

/** The pull of every string; null where the set or tuning is not known, or they are not for each other. */
export function tensionOf(
  { sets, tunings }: ShopStrings,
  strung: { set: string; tuning: string },
  scale: number,
): SetTension | null {
  const set = sets.find(({ id }) => id === strung.set);
  const tuning = tunings.find(({ id }) => id === strung.tuning);
  return set && tuning ? setTension(set, tuning, scale) : null;
}
