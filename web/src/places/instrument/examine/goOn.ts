import type { KeyboardEvent } from 'react';

/** What Enter steps through: fields, the chosen one of a few, the states of a point; not what stands aside. */
const STEPS =
  'input:not(:disabled):not([tabindex="-1"]):not([data-aside]), textarea, [role=radio][aria-checked=true], [data-step], button[type=submit]';

/** Enter goes to the next field, Shift Enter to the one before; Ctrl and an arrow to the next stage or the one before. */
export function goOn(event: KeyboardEvent<HTMLFormElement>): void {
  const target = event.target as HTMLElement;
  if (event.ctrlKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
    event.preventDefault();
    return toStage(event.currentTarget, target, event.key === 'ArrowDown');
  }
  if (
    event.key !== 'Enter' ||
    event.ctrlKey ||
    target.tagName === 'TEXTAREA' ||
    target.getAttribute('type') === 'submit'
  )
    return;
  const form = event.currentTarget;
  // the states of a point are one step, whichever of them has the focus
  const here = target.closest<HTMLElement>('[data-step]') ?? target;
  const isStep = here.matches('input, select, [role=radio], [data-step]');
  // a dialog's events come by here too, and any other button does what it says
  if (!form.contains(target) || !isStep) return;
  const steps = [...form.querySelectorAll<HTMLElement>(STEPS)].filter(
    (element) => element.getAttribute('aria-hidden') !== 'true' && element.checkVisibility(),
  );
  event.preventDefault();
  const at = steps.indexOf(here);
  if (at >= 0) return steps[at + (event.shiftKey ? -1 : 1)]?.focus();
  // from something that stands aside, on to what follows it
  const isAfter = (element: HTMLElement) =>
    Boolean(here.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_FOLLOWING);
  const next = event.shiftKey ? steps.filter((element) => !isAfter(element)).at(-1) : steps.find(isAfter);
  next?.focus();
}

function toStage(form: HTMLFormElement, from: HTMLElement, forward: boolean): void {
  const stages = [...form.querySelectorAll<HTMLElement>('section[id^="stage-"]')];
  const at = stages.findIndex((stage) => stage.contains(from));
  const next = stages[at < 0 ? (forward ? 0 : stages.length - 1) : at + (forward ? 1 : -1)];
  next?.querySelector<HTMLElement>(STEPS)?.focus();
  next?.scrollIntoView({ block: 'start' });
}
