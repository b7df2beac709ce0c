import { useEffect } from 'react';

/** Every key of the program, listed on the sheet that `?` opens. */
export const KEYS: { where: string; keys: [string, string][] }[] = [
  {
    where: 'Everywhere outside a field',
    keys: [
      ['?', 'this sheet'],
      ['S', 'the shelf, with Shift'],
      ['B', 'the bench'],
      ['C', 'the calendar'],
      ['A', 'the air'],
      ['W', 'the shop'],
      ['/', 'find anything: name, owner, mark, note, page, setting, word'],
      ['Ctrl K', 'the same, from within a field'],
      ['n', 'add an instrument'],
    ],
  },
  {
    where: 'On an instrument, outside a field',
    keys: [
      ['1', 'stance'],
      ['2', 'examine'],
      ['3', 'map'],
      ['4', 'top'],
      ['5', 'seasons'],
      ['6', 'judgement'],
      ['7', 'work'],
      ['8', 'readings'],
      ['9', 'photographs'],
      ['0', 'papers'],
      ['u', 'heights in the next unit: 64ths, thousandths, mm'],
    ],
  },
  {
    where: 'On the calendar’s rows',
    keys: [
      ['arrows', 'from step to step, and from row to row'],
      ['Enter', 'pick a step up; again: put it there'],
      ['← →', 'a step that is picked up by a quarter of an hour, with Shift by a day'],
      ['↑ ↓', 'a step that is picked up to another person'],
      ['Esc', 'leave it where it was'],
    ],
  },
  {
    where: 'On the map’s drawing',
    keys: [
      ['arrows', 'cross-hair by 1 mm, with Shift by 10 mm'],
      ['Enter', 'set a point of the mark'],
      ['Ctrl Enter', 'the mark is done'],
      ['Backspace', 'take the last point back'],
      ['Ctrl Z, Ctrl Y', 'undo and redo'],
      ['Ctrl S', 'save the map'],
    ],
  },
  {
    where: 'While examining',
    keys: [
      ['Enter', 'next field'],
      ['Shift Enter', 'field before'],
      ['Page Down, Page Up', 'next stage of the protocol, or the one before; Ctrl ↓ ↑ too'],
      ['7/64 5/64', 'in a bass field: bass and treble at once'],
      ['=', 'in a treble field: the bass value stands for both'],
      ['; or ,', 'between repeats of a reading: 2.8; 2.9 or 2.8, 2.9'],
      ['1 … 9', 'choose or give up a state of a point'],
      ['m', 'mark it on the map, at a point that has a place there'],
      [
        'F2',
        'take what the gauge shows, once it is steady; again adds a repeat; in the air’s fields, the room’s log',
      ],
      ['← → or 1 2 3', 'choose among strings at pitch, slack, off'],
      ['Ctrl S', 'save the examination'],
      ['Esc', 'leave the field; nothing typed is lost'],
    ],
  },
];

const inField = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    /^(INPUT|TEXTAREA|SELECT)$/u.test(target.tagName) ||
    // letters choose in a list, open or shut
    target.closest('[role=listbox], [role=combobox], [role=grid]') !== null);

/** A digit within a form is for the form: it never leads away from what is being filled in. */
const digitInForm = ({ key, target }: KeyboardEvent) =>
  /^\d$/u.test(key) && target instanceof Element && target.closest('form') !== null;

/**
 * Single keys, outside fields and dialogs.
 *
 * @param bindings key (`n`, or `S` with Shift) to what it does
 */
export function useKeys(bindings: Record<string, () => void>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && inField(event.target)) (event.target as HTMLElement).blur();
      if (
        event.defaultPrevented ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        inField(event.target) ||
        digitInForm(event) ||
        document.querySelector('[role=dialog]')
      )
        return;
      const action = bindings[event.key];
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
