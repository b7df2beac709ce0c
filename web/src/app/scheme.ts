import { useEffect, useState } from 'react';
import { recall, remember } from '../data/remembered.js';

type Scheme = 'light' | 'dark';
const KEY = 'upright-elder.scheme';

/** Light by day, dark for the evening: the system's choice until one is made here. */
export function useScheme(): [Scheme, () => void] {
  const [scheme, setScheme] = useState<Scheme>(() => {
    const kept = recall(KEY);
    if (kept === 'light' || kept === 'dark') return kept;
    return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  });
  useEffect(() => {
    document.documentElement.dataset.scheme = scheme;
  }, [scheme]);
  const turn = () => {
    const next = scheme === 'dark' ? 'light' : 'dark';
    remember(KEY, next);
    setScheme(next);
  };
  return [scheme, turn];
}
