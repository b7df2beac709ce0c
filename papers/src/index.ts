export type { Photo } from './blocks.js';
export { paperOf, waySaidOf } from './papers.js';
export type { JobOnPaper, PaperRecord, PlanOnPaper, QuickOnPaper } from './record.js';
export { typeset } from './typeset.js';
