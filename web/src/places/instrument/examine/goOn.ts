import type { KeyboardEvent } from 'react';

/** What Enter steps through: fields, the chosen one of a few, the states of a point; not what stands aside. */
const STEPS =
  'input:not(:disabled):not([tabindex="-1"]):not([data-aside]), textarea, [role=radio][aria-checked=true], [data-step][tabindex="0"], button[type=submit]';

/** Enter goes to the next field, Shift Enter to the one before. */
export function goOn(event: KeyboardEvent<HTMLFormElement>): void {
  const target = event.target as HTMLElement;
  if (
    event.key !== 'Enter' ||
    event.ctrlKey ||
    target.tagName === 'TEXTAREA' ||
    target.getAttribute('type') === 'submit'
  )
    return;
  const form = event.currentTarget;
  const steps = [...form.querySelectorAll<HTMLElement>(STEPS)].filter(
    (element) => element.getAttribute('aria-hidden') !== 'true',
  );
  event.preventDefault();
  const at = steps.indexOf(target);
  if (at >= 0) return steps[at + (event.shiftKey ? -1 : 1)]?.focus();
  // from something that stands aside, on to what follows it
  const isAfter = (element: HTMLElement) =>
    Boolean(target.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_FOLLOWING);
  const next = event.shiftKey ? steps.filter((element) => !isAfter(element)).at(-1) : steps.find(isAfter);
  next?.focus();
}
