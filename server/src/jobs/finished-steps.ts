import { Injectable } from '@nestjs/common';
import { dateIn, timeIn } from '@upright-elder/core/days';
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
import { Clock } from '../clock.js';
import { InterventionEntity } from '../interventions/intervention.entity.js';

/** What finished steps did to the instrument, as the measuring half hears of it. */
@Injectable()
export class FinishedSteps {
  constructor(private readonly clock: Clock) {}

  /** Writes what is not there yet, and takes back what was reopened or struck since: each has the id of its finish. */
  async write(
    manager: EntityManager,
    job: Job,
    bench: Bench,
    now: number,
    closedSince: number,
  ): Promise<void> {
    const finishes = job.log.filter(({ kind }) => kind === 'finished');
    if (finishes.length === 0) return;
    const there = new Map(
      (
        await manager.query<{ id: string; struck: number }[]>(
          'SELECT "id", "struck" FROM "intervention" WHERE "id" IN (SELECT value FROM json_each(?))',
          [JSON.stringify(finishes.map(({ id }) => id))],
        )
      ).map(({ id, struck }) => [id, struck === 1]),
    );
    for (const finish of finishes) {
      const step = [...job.steps.values()].find((one) =>
        one.finishes.some(({ event }) => event === finish.id),
      );
      const stands = !finish.struck && step !== undefined && isLast(step, finish.id);
      const known = there.get(finish.id);
      if (known === undefined) {
        if (stands) await this.insert(manager, job, step, finish.id, bench, now, closedSince);
      } else if (known === stands) await this.strike(manager, finish.id, !stands, finish.by);
    }
  }

  private async insert(
    manager: EntityManager,
    job: Job,
    step: Step,
    id: string,
    bench: Bench,
    now: number,
    closedSince: number,
  ): Promise<void> {
    const kinds = interventionKindsOf(step);
    if (kinds.length === 0) return;
    const { at, by } = step.finishes.at(-1)!;
    const instant = new Date(at).toISOString();
    const date = dateIn(instant, this.clock.zone);
    const { hours } = hoursOf(step, now, closedSince);
    const [last] = await manager.query<{ id: string }[]>(
      'SELECT "id" FROM "examination" WHERE "instrumentId" = ? AND "date" = ? AND NOT "struck" ORDER BY "id" DESC LIMIT 1',
      [job.instrument, date],
    );
    await manager.insert(InterventionEntity, {
      id,
      version: 1,
      instrumentId: job.instrument!,
      date,
      roughly: '',
      time: timeIn(instant, this.clock.zone),
      follows: last?.id ?? null,
      kinds,
      treatments: (TREATMENT_IDS as string[]).includes(step.treatment) ? [step.treatment as TreatmentId] : [],
      hours: hours > 0.004 ? `${Math.round(hours * 100) / 100}` : '',
      changes: {},
      note: stepName(step, bench),
      by,
      updatedAt: this.clock.now(),
      struck: false,
      corrections: [],
      fingerprint: '',
    });
  }

  private async strike(manager: EntityManager, id: string, struck: boolean, by: string): Promise<void> {
    await manager.update(InterventionEntity, { id }, { struck });
    await manager.query(
      'INSERT INTO "strike" ("kind", "subjectId", "struck", "why", "by", "at") VALUES (?, ?, ?, ?, ?, ?)',
      [
        'intervention',
        id,
        struck ? 1 : 0,
        struck ? 'its step was opened again, or its finish crossed out' : '',
        by,
        this.clock.now(),
      ],
    );
  }
}

/** Whether a finish is the one that stands: the last of a step that was not opened again since. */
const isLast = (step: Step, finish: string): boolean =>
  step.finishes.at(-1)?.event === finish && step.standing !== 'open';
