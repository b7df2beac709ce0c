import { dequal } from 'dequal';
import { useState } from 'react';

/** The same object for as long as its content is the same. */
export function useUnchanged<T>(value: T): T {
  const [kept, setKept] = useState(value);
  if (kept !== value && !dequal(kept, value)) {
    setKept(value);
    return value;
  }
  return kept;
}
