import { Injectable } from '@nestjs/common';
import type { RepairPlan, RepairPlanInput } from '@upright-elder/contract';
import { Not } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { PeopleService } from '../people/people.service.js';
import { RepairPlanEntity } from './repair-plan.entity.js';

/** Plans of repair that are kept; one of an instrument may be chosen, and is what Work shows. */
@Injectable()
export class PlansService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
  ) {}

  /** Those of an instrument that are not put away, the chosen one first, then the latest. */
  async ofInstrument(instrumentId: string): Promise<RepairPlan[]> {
    await this.instruments.get(instrumentId);
    const rows = await this.database.read.find(RepairPlanEntity, {
      where: { instrumentId, putAway: false },
      order: { chosen: 'DESC', updatedAt: 'DESC', id: 'DESC' },
    });
    return this.complete(rows);
  }

  /** What Work shows; null where nobody chose. */
  async chosen(instrumentId: string): Promise<RepairPlan | null> {
    const row = await this.database.read.findOneBy(RepairPlanEntity, {
      instrumentId,
      chosen: true,
      putAway: false,
    });
    return row && (await this.complete([row]))[0]!;
  }

  async get(id: string): Promise<RepairPlan> {
    const row = await this.database.read.findOneBy(RepairPlanEntity, { id });
    if (!row) throw notFound('plan');
    return (await this.complete([row]))[0]!;
  }

  /** Where it is chosen, another one that was is not any more, in the same write. */
  async save(id: string, input: RepairPlanInput): Promise<RepairPlan> {
    const { version: _version, instrumentId, name, ...facts } = input;
    await this.instruments.get(instrumentId);
    const chosen = input.chosen && !input.putAway;
    return this.store.save(RepairPlanEntity, id, {
      input,
      row: async (before, manager) => {
        const [last] = await manager.query<{ date: string }[]>(
          'SELECT max("date") AS "date" FROM "examination" WHERE "instrumentId" = ? AND NOT "struck"',
          [instrumentId],
        );
        return {
          ...facts,
          own: input.own ?? [],
          instrumentId,
          name: name.trim(),
          chosen,
          basedOn: before?.basedOn ?? last?.date ?? null,
          updatedAt: this.clock.now(),
        };
      },
      also: async (manager) => {
        if (chosen)
          await manager.update(
            RepairPlanEntity,
            { instrumentId, id: Not(id), chosen: true },
            { chosen: false },
          );
      },
      get: () => this.get(id),
    });
  }

  private async complete(rows: RepairPlanEntity[]): Promise<RepairPlan[]> {
    const nameOf = await this.people.names();
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({ ...row, byName: nameOf(row.by) }));
  }
}
