import type { ForWhom, RowState } from '../exchange/index.js';
import { list } from './words.js';

/** Records of the exchange format as they are called, one and many; what is not here goes by the name of its table. */
const RECORDS: Record<string, readonly [one: string, many: string]> = {
  person: ['person', 'people'],
  owner: ['owner', 'owners'],
  room: ['room', 'rooms'],
  air_reading: ['reading of air', 'readings of air'],
  tool: ['tool', 'tools'],
  string_set: ['set of strings', 'sets of strings'],
  tuning: ['tuning', 'tunings'],
  instrument: ['instrument', 'instruments'],
  examination: ['examination', 'examinations'],
  reading: ['reading', 'readings'],
  finding: ['finding', 'findings'],
  plan: ['body plan', 'body plans'],
  mark: ['mark', 'marks'],
  photograph: ['photograph', 'photographs'],
  weighing: ['load test', 'load tests'],
  intervention: ['piece of work', 'pieces of work'],
  repair_plan: ['repair plan', 'repair plans'],
  trial: ['trial', 'trials'],
  first_call: ['prediction', 'predictions'],
  kept_forecast: ['forecast', 'forecasts'],
  bench_event: ['event at the bench', 'events at the bench'],
  paper_given: ['paper', 'papers'],
};

/** `78 examinations`, of records of a table; empty where nobody thinks of it as a thing. */
export function sayRecords(table: string, count: number): string {
  const [one, many] = RECORDS[table] ?? [];
  return one === undefined ? '' : `${count} ${count === 1 ? one : many}`;
}

/** What a row is called that is refused or differs. */
export const recordName = (table: string): string => RECORDS[table]?.[0] ?? table.replaceAll('_', ' ');

export const FOR_WHOM_WORDS: Readonly<Record<ForWhom, string>> = {
  ourselves: 'Ourselves',
  'next shop': 'The next shop',
  owner: 'The owner',
};

/** What a file would bring, as sentences: what is new, what is there already, what stays. */
export function sayBringing(
  tables: readonly { table: string; states: Partial<Record<RowState, number>> }[],
): string[] {
  const of = (states: readonly RowState[]) =>
    tables.flatMap(({ table, states: counts }) => {
      const count = states.reduce((sum, state) => sum + (counts[state] ?? 0), 0);
      const said = count === 0 ? '' : sayRecords(table, count);
      return said === '' ? [] : [said];
    });
  const sentence = (states: readonly RowState[], words: (said: string) => string) => {
    const said = of(states);
    return said.length === 0 ? [] : [words(list(said))];
  };
  return [
    ...sentence(['added'], (said) => `New: ${said}.`),
    ...sentence(['same'], (said) => `There already: ${said}.`),
    ...sentence(['older', 'ours'], (said) => `Ours went further and stay: ${said}.`),
    ...(tables.some(({ states }) => states['theirs alone'])
      ? ['The other shop’s own settings stay out.']
      : []),
  ];
}
