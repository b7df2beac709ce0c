import type { PlannedStep, Way } from './calendar.js';

/** A link of what an end waits for: a step, and what put it off. */
export interface EndLink {
  step: PlannedStep;
  /** the step that it waits for, of this job or of another; null where it waits for none */
  after: PlannedStep | null;
}

/** A chain is said so far: longer ones nobody reads. */
const LINKS = 12;

/** Why a job is done when it is, from its end backwards: each link is what the one before waits for. */
export function linksOf({ steps }: Pick<Way, 'steps'>, job: string): EndLink[] {
  const byId = new Map(steps.map((one) => [one.step, one]));
  const links: EndLink[] = [];
  const seen = new Set<string>();
  let step = steps
    .filter((one) => one.job === job)
    .reduce<PlannedStep | null>((last, one) => (last && last.ready >= one.ready ? last : one), null);
  while (step && !seen.has(step.step) && links.length < LINKS) {
    seen.add(step.step);
    const { because } = step;
    const after: PlannedStep | null = 'step' in because ? (byId.get(because.step) ?? null) : null;
    links.push({ step, after });
    step = after;
  }
  return links;
}
