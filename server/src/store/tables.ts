import { FORMAT, type TableFormat, type TableId } from '@upright-elder/exchange';
import { Entity, type EntityOptions } from 'typeorm';

/** What a table holds, who changes it, and whether it leaves the shop in its papers and files. */
export interface TableFacts {
  /** *evidence* is never rewritten without a trace; *worked out* follows from the rest and can be made anew */
  holds: 'evidence' | 'setting' | 'worked out' | 'secret';
  /** `person`: by forms, under an edit version; `record`: only added to; `program`: as it works */
  changedBy: 'person' | 'record' | 'program';
  /** in the exchange format, which says of each column to whom (exchange/src/format/tables.ts) */
  leaves: boolean;
  /** column that says that a row was taken back: then it is read-only */
  withdrawn?: 'struck' | 'putAway';
}

const evidence = { holds: 'evidence', changedBy: 'person', leaves: true } as const;
const struck = { ...evidence, withdrawn: 'struck' } as const;
const setting = { holds: 'setting', changedBy: 'person', leaves: true } as const;
const added = { holds: 'evidence', changedBy: 'record', leaves: true } as const;
const workedOut = { holds: 'worked out', changedBy: 'program', leaves: false } as const;

/** Every table of the data file. One that is not here cannot be declared (`Table`), nor be there (tables.test.ts). */
export const TABLES = {
  instrument: struck,
  examination: struck,
  intervention: struck,
  mark: struck,
  photograph: { ...evidence, withdrawn: 'putAway' },
  weighing: struck,
  plan: evidence,
  repair_plan: evidence,
  trial: evidence,
  first_call: struck,
  person: struck,
  owner: evidence,
  room: struck,
  tool: evidence,
  string_set: evidence,
  tuning: evidence,
  protocol: setting,
  treatment_edit: setting,
  shop: setting,
  calendar_pin: setting,
  calendar_plan: setting,
  // written with the examination that they belong to
  reading: added,
  finding: added,
  correction: added,
  strike: added,
  edit: added,
  from_shop: added,
  air_answer: struck,
  air_reading: added,
  air_import: added,
  identity: { holds: 'setting', changedBy: 'program', leaves: false },
  air_set_aside: added,
  log_file: { holds: 'setting', changedBy: 'program', leaves: false },
  bench_event: added,
  paper_given: added,
  tree_said: added,
  tree_fell: workedOut,
  job: workedOut,
  air_day: workedOut,
  air_zone: workedOut,
  change: workedOut,
  solved_top: workedOut,
  worked_out: workedOut,
  // it was shown: it is held against what came
  kept_forecast: { ...workedOut, leaves: true },
} as const satisfies Record<string, TableFacts>;

export type TableName = keyof typeof TABLES;

export type LeavingTable = {
  [T in TableName]: (typeof TABLES)[T]['leaves'] extends true ? T : never;
}[TableName];

// a table that leaves has its format, and nothing else has one: forgotten, it does not compile
FORMAT satisfies Record<LeavingTable, TableFormat> & {
  [T in TableId]: T extends LeavingTable ? TableFormat : never;
};

/** Tables that a person changes by forms. */
export type EditedTable = {
  [T in TableName]: (typeof TABLES)[T]['changedBy'] extends 'person' ? T : never;
}[TableName];

export const EDITED_TABLES = (Object.keys(TABLES) as TableName[]).filter(
  (name): name is EditedTable => TABLES[name].changedBy === 'person',
);

/** A class of rows: as TypeORM's own, of a table that stands in the list. */
export const Table = (name: TableName, options: EntityOptions = {}): ClassDecorator => Entity(name, options);
