import { useEffect, useRef, type RefObject } from 'react';
import { startAt } from './goOn.js';

/**
 * Where the hand stands: in the first field once the page is open, or at the point from which it left for the map.
 *
 * @param drawn what decides which lines there are: the point may come with the draft only
 */
export function useHandPlace(
  form: RefObject<HTMLFormElement | null>,
  body: RefObject<HTMLDivElement | null>,
  leftAt: string | null,
  drawn: unknown,
): void {
  useEffect(() => {
    // under a finger the keyboard would come up over the page
    if (!leftAt && body.current && !matchMedia('(pointer: coarse)').matches) startAt(body.current);
  }, [body, leftAt]);
  const cameBack = useRef(false);
  useEffect(() => {
    // the draft is read after the first drawing: its protocol may bring the line only then
    if (!leftAt || cameBack.current) return;
    const left = form.current?.querySelector<HTMLElement>(`[data-point=${CSS.escape(leftAt)}]`);
    left?.scrollIntoView({ block: 'center' });
    left?.querySelector<HTMLElement>('[data-step] button')?.focus();
    cameBack.current = left != null;
  }, [form, leftAt, drawn]);
}

/** Ctrl S saves from anywhere. */
export function useSaveKey(form: RefObject<HTMLFormElement | null>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 's') {
        event.preventDefault();
        form.current?.requestSubmit();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [form]);
}
