import type { ForWhom, RowState } from '@upright-elder/core/exchange';

export const OUT_STATES = ['writing', 'ready', 'stopped', 'failed'] as const;
export type OutState = (typeof OUT_STATES)[number];

export const IN_STATES = ['looking', 'looked', 'taking', 'taken', 'refused', 'stopped'] as const;
export type InState = (typeof IN_STATES)[number];

/** What a file would bring, before anything of it is written. */
export interface Looked {
  shop: { id: string; name: string };
  holds: { for: ForWhom; owners: boolean; money: boolean; notes: boolean };
  /** it is this shop’s own */
  isOurs: boolean;
  /** nothing is in this shop yet: it becomes the one that comes in */
  isFresh: boolean;
  tables: { table: string; says: string; states: Partial<Record<RowState, number>>; refused: number }[];
  instruments: { id: string; nickname: string; state: RowState; examinations: number }[];
  instrumentsInAll: number;
  people: { id: string; name: string; ours: string | null; likely: string | null }[];
  differs: {
    table: string;
    key: string;
    name: string;
    state: 'newer' | 'changed';
    columns: { column: string; ours: string; theirs: string }[];
    take: 'ours' | 'theirs';
  }[];
  differsInAll: number;
  refused: { table: string; n: number; column: string; typed: string; accepted: string }[];
  refusedInAll: number;
  files: { pictures: number; papers: number; missing: number };
}

/** What another shop wrote of an instrument: how many records of each table. */
export interface FromShop {
  shop: string;
  records: { table: string; count: number }[];
}

/** A file that comes in: how far it is, and what it would bring. */
export interface Incoming {
  id: string;
  state: InState;
  /** rows that were looked at */
  done: number;
  /** why it was refused; empty where it was not */
  why: string;
  /** rows that were written */
  rows: number;
  looked: Looked | null;
}
