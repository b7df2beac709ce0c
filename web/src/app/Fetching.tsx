import type { ReactNode } from 'react';
import { ProblemError } from '../data/api.js';

interface Fetched<T> {
  data?: T;
  error?: Error;
  mutate?: () => Promise<unknown>;
}

/** Waits for server data, and says plainly when it does not come, or when what is shown may be old. */
export function Fetching<T>({ of, children }: { of: Fetched<T>; children: (data: T) => ReactNode }) {
  const { data, error, mutate } = of;
  const trouble = error && (
    <p role="alert" className={data === undefined ? 'said text-ochre' : 'mb-2 text-ochre'}>
      ▲ {error.message}
      {data !== undefined && ' This may be out of date.'}
      {mutate && !isNotThere(error) && (
        <>
          {' '}
          <button type="button" className="quiet" onClick={() => void mutate()}>
            Try again
          </button>
        </>
      )}
    </p>
  );
  if (data !== undefined)
    return (
      <>
        {trouble}
        {children(data)}
      </>
    );
  return trouble ?? <p className="said text-faint">Fetching…</p>;
}

/** Asked again, what is not there is still not there. */
const isNotThere = (error: Error): boolean => error instanceof ProblemError && error.problem.status === 404;
