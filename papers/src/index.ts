export type { Photo } from './blocks.js';
export { paperOf, waySaidOf } from './papers.js';
export type { JobOnPaper, PaperRecord, PlanOnPaper, QuickOnPaper } from './record.js';
export { seasonPaperOf, type SeasonOnPaper } from './season.js';
export { typeset } from './typeset.js';
