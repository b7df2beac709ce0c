import type { RowState } from '@upright-elder/core/exchange';
import { formatOf, type ShopHead, type TableId } from '@upright-elder/exchange';

/** Whether a row is taken: where it is new, and of those that differ as it was chosen. */
export function isTaken(
  take: Readonly<Record<string, 'ours' | 'theirs'>>,
  state: RowState,
  table: TableId,
  key: string,
): boolean {
  if (state === 'added') return true;
  const chosen = take[`${table} ${key}`];
  if (state === 'newer') return chosen !== 'ours';
  return state === 'changed' && chosen === 'theirs';
}

/** Columns of a table that came with everything that they hold. */
export function wholeColumns(table: TableId, holds: ShopHead['holds']): string[] {
  if (holds.for === 'ourselves') return Object.keys(formatOf(table).columns);
  return Object.entries(formatOf(table).columns)
    .filter(
      ([, { holds: tick, words }]) =>
        (tick === undefined || holds[tick]) && (!words || (holds.owners && holds.money)),
    )
    .map(([name]) => name);
}
