import type { Told } from '../event.js';
import type { Job, Oddity } from '../job.js';
import type { Shape } from '../shape.js';

/** A kind of event: what its body holds, and what it does to the job. */
export interface JobEventKind<B extends object = object> {
  body: Shape<B>;
  /** goes into the prose that the next luthier reads */
  told: boolean;
  /** whether a correction may change it; struck it may always be */
  corrects: boolean;
  fold: (job: Job, event: Told<B>) => void;
}

export const kind = <B extends object>(
  body: Shape<B>,
  fold: (job: Job, event: Told<B>) => void,
  { told = true, corrects = true }: { told?: boolean; corrects?: boolean } = {},
): JobEventKind<B> => ({ body, told, corrects, fold });

export const odd = (job: Job, what: Oddity['kind'], event: Told, other: string | null = null): void => {
  job.oddities.push({ kind: what, event: event.id, other });
};
