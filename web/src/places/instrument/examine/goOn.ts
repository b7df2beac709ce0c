import type { KeyboardEvent } from 'react';

/** What Enter steps through: fields, the chosen one of a few, the states of a point; not what stands aside. */
const STEPS =
  'input:not(:disabled):not([tabindex="-1"]):not([data-aside]), textarea, [role=radio][aria-checked=true], [data-step], button[type=submit]';

/** The first field of a part of the form, ready to be typed into. */
export function startAt(part: HTMLElement): void {
  const first = [...part.querySelectorAll<HTMLElement>(STEPS)].find((element) => element.checkVisibility());
  first?.focus({ preventScroll: true });
}

/** Enter goes to the next field, Shift Enter to the one before; Page Down, or Ctrl and an arrow, to the next stage, and at last to the notes. */
export function goOn(event: KeyboardEvent<HTMLFormElement>): void {
  const target = event.target as HTMLElement;
  const forward = event.key === 'PageDown' || (event.ctrlKey && event.key === 'ArrowDown');
  const back = event.key === 'PageUp' || (event.ctrlKey && event.key === 'ArrowUp');
  if (forward || back) {
    event.preventDefault();
    // a group of states would take it for its last one
    event.stopPropagation();
    return toStage(event.currentTarget, target, forward);
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
  // a field that filled the next one too is followed by the one after it
  const far = event.shiftKey ? -1 : here.dataset.filled ? 2 : 1;
  delete here.dataset.filled;
  if (at >= 0) return steps[at + far]?.focus();
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
  if (!next) return forward ? form.querySelector('textarea')?.focus() : undefined;
  const shut = next.querySelector<HTMLElement>('[data-fold][aria-expanded=false]');
  shut?.click();
  // a part that was shut has its fields once it is drawn; a window behind another has no frames
  setTimeout(() => {
    next.querySelector<HTMLElement>(STEPS)?.focus();
    next.scrollIntoView({ block: 'start' });
  });
}
