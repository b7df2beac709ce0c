export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The reason that somebody gave; empty where there is nothing in it that could be read. */
export const reasonIn = (typed: string | null | undefined): string => {
  const reason = (typed ?? '').replace(/^[\p{Z}\p{C}\p{M}]+|[\p{Z}\p{C}]+$/gu, '');
  return /[\p{L}\p{N}]/u.test(reason) ? reason : '';
};
