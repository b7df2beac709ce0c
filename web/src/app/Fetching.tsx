import type { ReactNode } from 'react';

interface Fetched<T> {
  data?: T;
  error?: Error;
}

/** Waits for server data and says plainly when it does not come. */
export function Fetching<T>({ of, children }: { of: Fetched<T>; children: (data: T) => ReactNode }) {
  if (of.data !== undefined) return <>{children(of.data)}</>;
  if (of.error) {
    return (
      <p role="alert" className="said text-ochre">
        {of.error.message}
      </p>
    );
  }
  return <p className="said text-faint">Fetching…</p>;
}
