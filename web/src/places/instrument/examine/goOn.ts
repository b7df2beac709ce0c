import type { KeyboardEvent } from 'react';

/** What Enter steps through: fields, the chosen one of a few, the states of a point; not what stands aside. */
const STEPS =
  'input:not(:disabled):not([tabindex="-1"]):not([data-aside]), textarea, [role=radio][aria-checked=true], [data-step], button[type=submit]';
/** A stage that lies closed. */
const SHUT = 'section[id^="stage-"] [data-fold][aria-expanded=false]';

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
  const steps = [...form.querySelectorAll<HTMLElement>(`${STEPS}, ${SHUT}`)].filter(
    (element) => element.getAttribute('aria-hidden') !== 'true' && element.checkVisibility(),
  );
  event.preventDefault();
  const at = steps.indexOf(here);
  // a field that filled the next one too is followed by the one after it
  const far = event.shiftKey ? -1 : here.dataset.filled ? 2 : 1;
  delete here.dataset.filled;
  if (at >= 0) return enter(steps[at + far]);
  // from something that stands aside, on to what follows it
  const isAfter = (element: HTMLElement) =>
    Boolean(here.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_FOLLOWING);
  const next = event.shiftKey ? steps.filter((element) => !isAfter(element)).at(-1) : steps.find(isAfter);
  enter(next);
}

/** Into a field, or into the first one of a stage that was closed. */
function enter(step: HTMLElement | undefined): void {
  if (step?.matches('[data-fold]')) openStage(step.closest<HTMLElement>('section')!);
  else step?.focus();
}

/** The first field that was refused, in whatever stage it lies. */
export function goToRefused(form: HTMLElement | null): void {
  const field = form?.querySelector<HTMLElement>('[aria-invalid=true]');
  if (!field) return;
  field.closest('section')?.querySelector<HTMLElement>('[data-fold][aria-expanded=false]')?.click();
  setTimeout(() => {
    field.focus({ preventScroll: true });
    field.scrollIntoView({ block: 'center' });
  });
}

function toStage(form: HTMLFormElement, from: HTMLElement, forward: boolean): void {
  const stages = [...form.querySelectorAll<HTMLElement>('section[id^="stage-"]')];
  const at = stages.findIndex((stage) => stage.contains(from));
  const next = stages[at < 0 ? (forward ? 0 : stages.length - 1) : at + (forward ? 1 : -1)];
  if (!next) return forward ? form.querySelector('textarea')?.focus() : undefined;
  openStage(next);
}

function openStage(stage: HTMLElement): void {
  stage.querySelector<HTMLElement>('[data-fold][aria-expanded=false]')?.click();
  // a part that was shut has its fields once it is drawn; a window behind another has no frames
  setTimeout(() => {
    stage.querySelector<HTMLElement>(STEPS)?.focus();
    stage.scrollIntoView({ block: 'start' });
  });
}
