import { useEffect, useState } from 'react';
import { recall, remember } from '../data/remembered.js';

type Scheme = 'light' | 'dark';
const KEY = 'upright-elder.scheme';
const SYSTEM = '(prefers-color-scheme: dark)';

const chosen = (): Scheme | null => {
  const kept = recall(KEY);
  return kept === 'light' || kept === 'dark' ? kept : null;
};

/** Light by day, dark for the evening: as the system has it at the moment, until one is chosen here. */
export function useScheme(): [Scheme, () => void] {
  const [own, setOwn] = useState<Scheme | null>(chosen);
  const [system, setSystem] = useState<Scheme>(() => (matchMedia(SYSTEM).matches ? 'dark' : 'light'));
  useEffect(() => {
    const query = matchMedia(SYSTEM);
    const follow = () => setSystem(query.matches ? 'dark' : 'light');
    query.addEventListener('change', follow);
    return () => query.removeEventListener('change', follow);
  }, []);
  const scheme = own ?? system;
  useEffect(() => {
    document.documentElement.dataset.scheme = scheme;
  }, [scheme]);
  const turn = () => {
    const next = scheme === 'dark' ? 'light' : 'dark';
    // what the system has anyway is no choice of one's own: it is followed again
    remember(KEY, next === system ? '' : next);
    setOwn(next === system ? null : next);
  };
  return [scheme, turn];
}
