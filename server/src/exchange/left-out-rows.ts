import { OWNERS_WORDS, type JobEventId } from '@upright-elder/core/jobs';
import {
  formatOf,
  FORMAT,
  type Column,
  type Row,
  type ShopHead,
  type TableId,
  type Tick,
} from '@upright-elder/exchange';
import { leftOut, type OwnerLeftOut } from '../papers/left-out.js';

type Held = Record<Tick, boolean>;

/** Stands where somebody’s words were left out: an event without them would be none. */
const LEFT_OUT = '…';
const ALL_OWNERS_WORDS: readonly string[] = [...new Set(Object.values(OWNERS_WORDS).flat())];

/** What notes within a value are called. */
const NOTES: readonly string[] = ['note', 'notes', 'words'];

/** Settings that mean something on this computer alone. */
const OF_THIS_COMPUTER: readonly string[] = ['backupFolder'];

/**
 * Takes out of a row what nobody ticked: columns that hold it, what stood in them before, the words of owners in events, and
 * names and amounts wherever somebody wrote them.
 */
export function leavingOut(
  holds: ShopHead['holds'],
  owners: readonly OwnerLeftOut[],
): (table: TableId, row: Row) => Row {
  const held: Held = holds;
  const cleans =
    owners.length > 0 && !held.owners ? owners.map((owner) => leftOut({ owner, prices: held.money })) : [];
  const prices = leftOut({ owner: null, prices: held.money });
  const all = held.owners && held.money && held.notes;
  const clean = (text: string): string =>
    cleans.length === 0 ? prices(text) : cleans.reduce((now, one) => one(now), text);
  const cleaned = (value: unknown): unknown => {
    if (typeof value === 'string') return clean(value);
    if (Array.isArray(value)) return value.map(cleaned);
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(
        Object.entries(value).map(([name, one]) => [
          name,
          !held.notes && NOTES.includes(name) && typeof one === 'string' ? '' : cleaned(one),
        ]),
      );
    return value;
  };
  const columnOf = (column: Column, value: unknown): unknown => {
    if (column.holds && !held[column.holds]) return emptyOf(column);
    return column.words || column.is === 'json' ? cleaned(value) : value;
  };
  return (table, row) => {
    if (table === 'shop')
      return { ...row, settings: without(row['settings'] as Record<string, unknown>, OF_THIS_COMPUTER) };
    if (all) return row;
    const { columns } = formatOf(table);
    const left = Object.fromEntries(
      Object.entries(columns).map(([name, column]) => [name, columnOf(column, row[name])]),
    );
    if (table === 'bench_event') return { ...left, body: bodyOf(row, held, cleaned) };
    if (table === 'edit') return { ...left, was: wasOf(row, held, cleaned) };
    return left;
  };
}

const emptyOf = ({ is, empty }: Column): unknown => (empty || is === 'json' ? null : is === 'text' ? '' : 0);

const without = (from: Record<string, unknown>, names: readonly string[]): Record<string, unknown> =>
  Object.fromEntries(Object.entries(from).filter(([name]) => !names.includes(name)));

/** What stood before, without the columns that are left out. */
function wasOf(row: Row, held: Held, cleaned: (value: unknown) => unknown): unknown {
  const was = row['was'] as Record<string, unknown> | null;
  if (was === null) return null;
  const columns: Readonly<Record<string, Column>> = Object.hasOwn(FORMAT, String(row['tableName']))
    ? formatOf(row['tableName'] as TableId).columns
    : {};
  return Object.fromEntries(
    Object.entries(was).flatMap(([name, value]) => {
      const tick = columns[name]?.holds;
      return tick && !held[tick] ? [] : [[name, cleaned(value)]];
    }),
  );
}

/** An event without what the owner said, where owners' data stay. */
function bodyOf(row: Row, held: Held, cleaned: (value: unknown) => unknown): unknown {
  const { kind, body } = row as { kind: string; body: Record<string, unknown> };
  const words: readonly string[] = held.owners ? [] : (OWNERS_WORDS[kind as JobEventId] ?? []);
  const notes = !held.notes && kind === 'note' ? ['say'] : [];
  const blanked = (of: Record<string, unknown>, names: readonly string[]) =>
    Object.fromEntries(
      Object.entries(of).map(([name, value]) => [
        name,
        names.includes(name) && typeof value === 'string' ? LEFT_OUT : cleaned(value),
      ]),
    );
  // what an owner sent back signed says names and prices, and goes with the papers
  const kept =
    kind === 'consent given' ? without({ ...body, ...(held.money ? {} : { upTo: null }) }, ['file']) : body;
  if (kind !== 'corrects' || held.owners) return blanked(kept, [...words, ...notes]);
  // of which event it puts something right it does not say: whatever an owner may have said goes
  return Object.fromEntries(
    Object.entries(kept).map(([name, value]) => [
      name,
      name === 'fields' || name === 'was'
        ? blanked((value ?? {}) as Record<string, unknown>, ALL_OWNERS_WORDS)
        : cleaned(value),
    ]),
  );
}
