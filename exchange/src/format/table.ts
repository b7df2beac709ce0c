/** What a column is: `json` is a value with parts of its own, or a list. */
export type Is = 'text' | 'integer' | 'number' | 'yes or no' | 'json';

/** What leaves only where a person ticks it. */
export const TICKS = ['owners', 'money', 'notes'] as const;
export type Tick = (typeof TICKS)[number];

export interface Column {
  is: Is;
  says: string;
  /** it may be null */
  empty?: true;
  /** the table whose row it names, by its key */
  names?: string;
  /** what a text looks like */
  like?: 'id' | 'day' | 'moment' | 'hash';
  /** JSON Schema of a value with parts, as far as everybody may rely on it */
  shape?: object;
  /** where it is left out it is empty */
  holds?: Tick;
  /** typed by a person in their own words: a name or an amount can hide in it */
  words?: true;
}

/** How rows belong to the instruments that were chosen. */
export type Belongs =
  /** it is the instrument, or its column names a row of another table that belongs */
  | { how: 'column'; to: string; by: string }
  /** it goes along where a row that goes names it */
  | { how: 'who names it' }
  /** it goes along with the row that it tells of: its table (or the one of its kind) and its id */
  | { how: 'tells of'; table: string; id: string }
  /** it is the shop's, and goes with the whole shop alone */
  | { how: 'the shop' };

export interface TableFormat {
  says: string;
  /** columns that no two rows share; empty: rows are told apart by all that they hold */
  key: readonly string[];
  belongs: Belongs;
  /** it goes along only where all of these are ticked */
  holds?: readonly Tick[];
  /** where a table has no key, or says less to some: columns by which a row is known again */
  knownBy?: readonly string[];
  /** rows of it are written with the row that this column names, and change with it */
  partOf?: string;
  columns: Readonly<Record<string, Column>>;
}
