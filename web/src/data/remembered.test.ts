import { afterEach, expect, it, vi } from 'vitest';
import { recall, remember } from './remembered.js';

afterEach(() => vi.unstubAllGlobals());

it('what is remembered is kept by the browser', () => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
  });
  expect(recall('scheme')).toBeNull();
  remember('scheme', 'dark');
  expect(recall('scheme')).toBe('dark');
  expect(kept.get('scheme')).toBe('dark');
});

it('a browser that may keep nothing, or is full, remembers until the page is left', () => {
  const refuse = () => {
    throw new DOMException('denied', 'SecurityError');
  };
  vi.stubGlobal('localStorage', { getItem: refuse, setItem: refuse });
  expect(recall('person')).toBeNull();
  remember('person', 'one');
  expect(recall('person')).toBe('one');
});
