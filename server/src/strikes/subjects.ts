import type { StruckKind } from '@upright-elder/contract';

/** Where each kind says that it is struck; that it changed is noted by its table's own triggers. */
export const STRUCK_SUBJECTS: Record<StruckKind, { table: string; column: string; name: string }> = {
  instrument: { table: 'instrument', column: 'struck', name: 'instrument' },
  examination: { table: 'examination', column: 'struck', name: 'examination' },
  intervention: { table: 'intervention', column: 'struck', name: 'intervention' },
  mark: { table: 'mark', column: 'struck', name: 'mark' },
  photograph: { table: 'photograph', column: 'putAway', name: 'photograph' },
  weighing: { table: 'weighing', column: 'struck', name: 'load test' },
  prediction: { table: 'first_call', column: 'struck', name: 'prediction' },
  person: { table: 'person', column: 'struck', name: 'person' },
  room: { table: 'room', column: 'struck', name: 'room' },
  tool: { table: 'tool', column: 'retired', name: 'tool of your own' },
  'air answer': { table: 'air_answer', column: 'struck', name: 'answer' },
  import: { table: 'air_import', column: 'struck', name: 'import' },
};
