import { PAPERS, type PaperId } from '@upright-elder/core/papers';

/** What a file of papers is called. */
export const paperName = (nickname: string, papers: readonly PaperId[]): string =>
  `${nickname}, ${papers.map((one) => PAPERS[one].name).join(', ')}`;
