/** What can be taken back: struck with a reason, shown struck, and brought back. Nothing is erased. */

export const STRUCK_KINDS = [
  'instrument',
  'examination',
  'intervention',
  'mark',
  'photograph',
  'weighing',
  'prediction',
  'person',
  'room',
  'tool',
  'import',
  'air answer',
] as const;
export type StruckKind = (typeof STRUCK_KINDS)[number];
