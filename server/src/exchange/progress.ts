/** How far a file is: what is done, what there is to do, and whether it shall stop; numbers that two threads see. */
export const PROGRESS = { done: 0, total: 1, stop: 2 } as const;

/** Somebody stopped it: nothing is left of it. */
export class Stopped extends Error {}
