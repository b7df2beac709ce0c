import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { planOf } from '@upright-elder/contract';
import { dayOf, isoDate } from '@upright-elder/core';
import { PinoLogger } from 'nestjs-pino';
import type { Worker } from 'node:worker_threads';
import { Database } from '../database/database.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { ExaminationEntity } from '../examinations/examination.entity.js';
import { MarkEntity } from '../map/mark.entity.js';
import { PlanEntity } from '../map/plan.entity.js';
import { startThread } from '../threads/start-thread.js';
import { looseOf } from './loose.js';
import { SolvedTopEntity } from './solved-top.entity.js';
import type { TopFinding, TopQuestion } from './solve-top.js';

/** A top that takes longer is given up, ms: the slowest machine needs a few seconds. */
const LIMIT_MS = 60000;

/**
 * Solves the tops of all plans, one at a time, in a thread beside: after a plan, a mark, an examination or an instrument was saved, and at the
 * start for those that are not solved yet. What is found is kept with the versions it was found from.
 */
@Injectable()
export class TopSolverService implements OnApplicationBootstrap, OnApplicationShutdown {
  private working: Promise<void> | null = null;
  private again = false;
  private ended = false;
  private worker: Worker | null = null;

  constructor(
    private readonly database: Database,
    private readonly log: PinoLogger,
  ) {}

  onApplicationBootstrap(): void {
    this.wake();
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true;
    await this.worker?.terminate();
    await this.working;
  }

  /** Something was saved: whatever is not solved, or was solved from other versions, is solved now. */
  wake(): void {
    // what is found could not be kept
    if (this.database.unwritable) return;
    this.again = true;
    this.working ??= this.work().finally(() => {
      this.working = null;
      if (this.again && !this.ended) this.wake();
    });
  }

  /** What was found for an instrument; null while it is being solved, or has no plan. */
  async of(id: string): Promise<SolvedTopEntity | null> {
    return this.database.read.findOneBy(SolvedTopEntity, { id });
  }

  private async work(): Promise<void> {
    this.again = false;
    try {
      for (let next = await this.next(); next && !this.ended; next = await this.next()) {
        const { id, from, question } = next;
        const finding = await this.ask(question);
        if (this.ended) return;
        const found =
          'rise' in finding
            ? { ...finding, refusal: '' }
            : { ...finding, rise: null, restraint: null, breathes: {} };
        await this.database.write((manager) => manager.save(SolvedTopEntity, { id, from, ...found }));
      }
    } catch (error) {
      this.log.error(error, 'tops could not be solved');
    }
  }

  /** A flat top whose plan, wood, loose braces or days of work are not those that were solved. */
  private async next(): Promise<{ id: string; from: string; question: TopQuestion } | null> {
    const from = `plan.version || ' ' || instrument.version
      || ' ' || (SELECT ifnull(sum(version), 0) FROM mark WHERE "instrumentId" = plan.id AND kind = 'separation')
      || ' ' || (SELECT ifnull(group_concat(date), '') FROM examination
                 WHERE "instrumentId" = plan.id AND NOT struck AND json_extract(conditions, '$.afterWork'))
      || ' ' || (SELECT count(*) FROM mark WHERE "instrumentId" = plan.id AND kind = 'separation' AND struck)`;
    const [row] = await this.database.read.query<{ id: string; from: string }[]>(
      `SELECT plan.id AS id, ${from} AS "from"
       FROM plan JOIN instrument ON instrument.id = plan.id
       LEFT JOIN solved_top ON solved_top.id = plan.id
       WHERE instrument.type = 'flat-top' AND (solved_top.id IS NULL OR solved_top."from" <> ${from})
       LIMIT 1`,
    );
    if (!row) return null;
    const { id } = row;
    const [plan, instrument, marks, examinations] = await Promise.all([
      this.database.read.findOneByOrFail(PlanEntity, { id }),
      this.database.read.findOneByOrFail(InstrumentEntity, { id }),
      this.database.read.findBy(MarkEntity, { instrumentId: id, kind: 'separation', struck: false }),
      this.database.read.findBy(ExaminationEntity, { instrumentId: id, struck: false }),
    ]);
    const drawn = planOf(plan.drawn);
    const work = examinations
      .filter(({ conditions }) => conditions.afterWork)
      .map(({ date }) => ({
        date,
        before: looseOf(drawn, marks, isoDate(dayOf(date) - 1)),
        after: looseOf(drawn, marks, date),
      }));
    return { id, from: row.from, question: { plan: drawn, species: instrument.topSpecies, work } };
  }

  private ask(question: TopQuestion): Promise<TopFinding> {
    const worker = startThread(import.meta.url, 'solve-top', question);
    this.worker = worker;
    return new Promise((done) => {
      const finish = (finding: TopFinding) => {
        clearTimeout(limit);
        this.worker = null;
        void worker.terminate();
        done(finding);
      };
      const limit = setTimeout(() => finish({ refusal: 'it took too long to solve' }), LIMIT_MS);
      worker.once('message', finish);
      worker.once('error', (error) => finish({ refusal: error.message }));
      worker.once('exit', () => finish({ refusal: 'the thread ended before it answered' }));
    });
  }
}
