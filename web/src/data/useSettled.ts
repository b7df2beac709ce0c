import { useEffect, useState } from 'react';

/** A value once it has stood still for a moment, so that not every key asks the server. */
export function useSettled<T>(value: T, milliseconds = 250): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}
