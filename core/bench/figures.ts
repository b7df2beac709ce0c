/**
 * Says a figure for the table at the end of `npm run bench`: whether it held, what it is, what is wanted of it and what
 * was measured, one line with tabs, as scripts/bench.mjs reads it.
 */
export function figure(name: string, wanted: string, measured: string, held: boolean): void {
  console.log([held ? 'held' : 'short', name, wanted, measured].join('\t'));
}

/** A figure that shall stay under a limit, in milliseconds. */
export function figureUnder(name: string, ms: number, limit: number): void {
  figure(name, `under ${limit} ms`, `${ms.toFixed(ms < 10 ? 1 : 0)} ms`, ms < limit);
}
