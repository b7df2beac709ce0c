import { Injectable } from '@nestjs/common';
import type { QuantityId } from '@upright-elder/core/readings';
import type { EntityManager } from 'typeorm';
import { Database } from '../store/database.js';
import { ReadingEntity } from './reading.entity.js';

/** A reading as it stands in its table. */
export type StoredReading = ReadingEntity;
/** A reading before it is said of which examination it is, and who read it. */
export type NewReading = Omit<ReadingEntity, 'examinationId' | 'by'> & { tool: string };

/** The table of readings: asked by examinations for theirs, by tools for the repeats that teach their error. */
@Injectable()
export class ReadingsService {
  constructor(private readonly database: Database) {}

  async ofExaminations(ids: readonly string[], manager = this.database.read): Promise<StoredReading[]> {
    return manager
      .createQueryBuilder(ReadingEntity, 'one')
      .where('one.examinationId IN (SELECT value FROM json_each(:ids))', { ids: JSON.stringify(ids) })
      .getMany();
  }

  /** Writes the readings of an examination anew. */
  async replace(
    manager: EntityManager,
    examinationId: string,
    readings: (NewReading & { by: string })[],
  ): Promise<void> {
    await manager.delete(ReadingEntity, { examinationId });
    if (readings.length > 0)
      await manager.insert(
        ReadingEntity,
        readings.map((one) => ({ ...one, examinationId })),
      );
  }

  /** Readings with more than one repeat, of examinations that stand. */
  async repeated(): Promise<{ tool: string | null; quantity: QuantityId; readings: number[] }[]> {
    return this.database.read
      .createQueryBuilder(ReadingEntity, 'r')
      .where(`r.readings LIKE '%,%'`)
      .andWhere('NOT EXISTS (SELECT 1 FROM examination e WHERE e.id = r.examinationId AND e.struck)')
      .getMany();
  }

  /** How many were taken with a tool. */
  async takenWith(manager: EntityManager, tool: string): Promise<number> {
    return manager.countBy(ReadingEntity, { tool });
  }
}
