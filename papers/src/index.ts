export type { Photo } from './blocks.js';
export { paperOf } from './papers.js';
export type { JobOnPaper, PaperRecord, PlanOnPaper } from './record.js';
export { typeset } from './typeset.js';
