import { Injectable } from '@nestjs/common';
import {
  hoursOf,
  interventionKindsOf,
  stepName,
  type Bench,
  type Job,
  type Step,
} from '@upright-elder/core/jobs';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import type { EntityManager } from 'typeorm';
import { InterventionsService, type FinishedStep } from '../interventions/interventions.service.js';

/** As of which instant a job is worked out. */
export interface AsOf {
  /** ms */
  now: number;
  /** the last closing of the shop, ms */
  closedSince: number;
}

/** What finished steps did to the instrument, as the measuring half hears of it. */
@Injectable()
export class FinishedSteps {
  constructor(private readonly interventions: InterventionsService) {}

  /** Writes what is not there yet, and takes back what was reopened or struck since: each has the id of its finish. */
  async write(manager: EntityManager, job: Job, bench: Bench, asOf: AsOf): Promise<void> {
    const finishes = job.log.filter(({ kind }) => kind === 'finished');
    if (finishes.length === 0) return;
    const there = await this.interventions.there(
      manager,
      finishes.map(({ id }) => id),
    );
    for (const { id, struck, by } of finishes) {
      const step = [...job.steps.values()].find((one) => one.finishes.some(({ event }) => event === id));
      const stands = !struck && step !== undefined && isLast(step, id);
      const known = there.get(id);
      if (known === undefined) {
        const did = stands ? didOf(job, step, bench, asOf) : null;
        if (did) await this.interventions.writeFinished(manager, id, did);
      } else if (known === stands) await this.interventions.strikeFinished(manager, id, !stands, by);
    }
  }
}

/** Null where readings do not feel it. */
function didOf(job: Job, step: Step, bench: Bench, { now, closedSince }: AsOf): FinishedStep | null {
  const kinds = interventionKindsOf(step);
  if (kinds.length === 0) return null;
  const { at, by } = step.finishes.at(-1)!;
  const { hours } = hoursOf(step, now, closedSince);
  return {
    instrumentId: job.instrument!,
    instant: new Date(at).toISOString(),
    kinds,
    treatments: (TREATMENT_IDS as string[]).includes(step.treatment) ? [step.treatment as TreatmentId] : [],
    // to the minute; less than half of one is a slip of the thumb
    hours: hours > 0.008 ? `${Math.round(hours * 100) / 100}` : '',
    note: stepName(step, bench),
    by,
  };
}

/** Whether a finish is the one that stands: the last of a step that was not opened again since. */
const isLast = (step: Step, finish: string): boolean =>
  step.finishes.at(-1)?.event === finish && step.standing !== 'open';
