import { Injectable } from '@nestjs/common';
import type {
  FieldError,
  Intervention,
  InterventionBefore,
  InterventionChanges,
  InterventionInput,
} from '@upright-elder/contract';
import type { InterventionFacts, InterventionKind } from '@upright-elder/core/instrument';
import { parseHours } from '@upright-elder/core/units';
import type { EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { everyWord, type FoundText } from '../store/words.js';
import { saveVersioned } from '../store/versioned.js';
import { badFields, notFound, STAYS, withBothCopies } from '../http/problem.js';
import { PeopleService } from '../people/people.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { InterventionEntity } from './intervention.entity.js';

/** What was done to instruments, when and by whom. */
@Injectable()
export class InterventionsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
  ) {}

  /** Notes of work done in which every word stands, the newest first. */
  async find(words: readonly string[], limit: number): Promise<FoundText[]> {
    const { sql, parameters } = everyWord('"note"', words);
    return this.database.read.query<FoundText[]>(
      `SELECT "id", "instrumentId", "note" AS "text", "date" FROM "intervention"
       WHERE NOT "struck" AND ${sql} ORDER BY "date" DESC, "id" LIMIT ?`,
      [...parameters, limit],
    );
  }

  /** All of an instrument in the order in which they were done; those taken back only where they are asked for. */
  async ofInstrument(instrumentId: string, withStruck = false): Promise<Intervention[]> {
    return this.complete(await this.rows(instrumentId, withStruck));
  }

  /** What the computation needs of them. */
  async facts(instrumentId: string): Promise<InterventionFacts[]> {
    const rows = await this.rows(instrumentId, false);
    return rows.map(({ id, date, follows, kinds, treatments, hours }) => {
      const took = parseHours(hours);
      return {
        id,
        date,
        follows,
        kinds,
        ...(treatments.length > 0 ? { treatments } : {}),
        ...(took.ok && took.value !== null ? { hours: took.value } : {}),
      };
    });
  }

  async get(id: string): Promise<Intervention> {
    const row = await this.database.read.findOneBy(InterventionEntity, { id });
    if (!row) throw notFound('intervention');
    return (await this.complete([row]))[0]!;
  }

  async save(id: string, input: InterventionInput): Promise<Intervention> {
    const errors: FieldError[] = [];
    const today = this.clock.date();
    if (input.date > today)
      errors.push({
        field: 'date',
        typed: input.date,
        reason: 'it would have been done in the future',
        accepted: `a day up to ${today}`,
      });
    const took = parseHours(input.hours ?? '');
    if (!took.ok)
      errors.push({ field: 'hours', typed: input.hours ?? '', reason: took.reason, accepted: took.accepted });
    if (errors.length > 0) throw badFields(errors);
    const { instrumentId, by, date, kinds, treatments, note, hours = '' } = input;
    const facts = {
      date,
      time: input.time ?? null,
      follows: input.follows ?? null,
      kinds,
      treatments,
      note,
      hours: hours.trim(),
    };
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const before = await manager.findOneBy(InterventionEntity, { id });
          if (before && before.instrumentId !== instrumentId)
            throw badFields([{ field: 'instrumentId', typed: instrumentId, ...STAYS }]);
          await refuseUnknown(manager, { ...facts, instrumentId });
          const why = input.why?.trim() ?? '';
          const changed = before !== null && before.version === input.version && differs(before, facts);
          if (changed && why === '') throw badFields([UNEXPLAINED]);
          return saveVersioned(manager, InterventionEntity, id, input.version, input, {
            ...facts,
            instrumentId,
            by: before?.by ?? by,
            changes: before?.changes ?? {},
            corrections: [
              ...(before?.corrections ?? []),
              ...(changed ? [{ at: this.clock.now(), by, why, was: asItWas(before) }] : []),
            ],
            updatedAt: this.clock.now(),
          });
        }),
      () => this.get(id),
      input,
    );
    return this.get(id);
  }

  /**
   * Notes what a save of the instrument changed of strings, tuning or room, as done today after what was examined
   * today. Where only a slip of the pen was put right, it is struck with that reason.
   */
  async noteChanges(
    manager: EntityManager,
    instrumentId: string,
    by: string,
    changes: InterventionChanges,
  ): Promise<void> {
    const kinds = Object.keys(changes) as (keyof InterventionChanges & InterventionKind)[];
    if (kinds.length === 0) return;
    await manager.insert(InterventionEntity, {
      id: uuid(),
      version: 1,
      instrumentId,
      date: this.clock.date(),
      time: null,
      follows: await lastOfDay(manager, instrumentId, this.clock.date()),
      kinds,
      treatments: [],
      hours: '',
      changes,
      note: '',
      by,
      updatedAt: this.clock.now(),
      struck: false,
      corrections: [],
      fingerprint: '',
    });
  }

  private rows(instrumentId: string, withStruck: boolean): Promise<InterventionEntity[]> {
    return this.database.read
      .createQueryBuilder(InterventionEntity, 'i')
      .where('i.instrumentId = :instrumentId', { instrumentId })
      .andWhere(withStruck ? '1' : 'NOT i.struck')
      .orderBy('i.date')
      .addOrderBy(`ifnull(i.time, '')`)
      .addOrderBy('i.id')
      .getMany();
  }

  private async complete(rows: InterventionEntity[]): Promise<Intervention[]> {
    const nameOf = await this.people.names();
    const strikes = await this.strikes.ofMany(
      'intervention',
      rows.map(({ id }) => id),
    );
    return rows.map(({ fingerprint: _fingerprint, corrections, ...row }) => ({
      ...row,
      byName: nameOf(row.by),
      strikes: strikes.get(row.id) ?? [],
      corrections: corrections.map(({ by, ...one }) => ({ ...one, byName: nameOf(by) })),
    }));
  }
}

const UNEXPLAINED: FieldError = {
  field: 'why',
  typed: '',
  reason: 'what was written down is changed, and nobody could tell later why',
  accepted: 'a word on why, such as “it was the week before”',
};

function asItWas({ date, time, follows, kinds, treatments, note }: InterventionBefore): InterventionBefore {
  return { date, time, follows, kinds, treatments, note };
}

/** Whether a save takes something away; a note that goes on where it ended does not. */
function differs(before: InterventionBefore, after: InterventionBefore): boolean {
  const told = (one: InterventionBefore) => JSON.stringify({ ...asItWas(one), note: '' });
  return told(before) !== told(after) || !after.note.startsWith(before.note);
}

/** @throws ProblemError where the instrument is not there, or the examination it followed is none of its that day */
async function refuseUnknown(
  manager: EntityManager,
  { instrumentId, follows, date }: { instrumentId: string; follows: string | null; date: string },
): Promise<void> {
  const [found] = await manager.query<{ instruments: number; examinations: number }[]>(
    `SELECT (SELECT count(*) FROM "instrument" WHERE "id" = ?) AS "instruments",
      (SELECT count(*) FROM "examination" WHERE "id" = ? AND "instrumentId" = ? AND "date" = ?) AS "examinations"`,
    [instrumentId, follows, instrumentId, date],
  );
  if (found!.instruments === 0) throw notFound('instrument');
  if (follows !== null && found!.examinations === 0)
    throw badFields([
      {
        field: 'follows',
        typed: follows,
        reason: 'this instrument has no such examination on that day',
        accepted: 'an examination of the same day, or none',
      },
    ]);
}

/** The last examination of a day, which what is done now follows; null where there is none. */
async function lastOfDay(manager: EntityManager, instrumentId: string, date: string): Promise<string | null> {
  const [row] = await manager.query<{ id: string }[]>(
    'SELECT "id" FROM "examination" WHERE "instrumentId" = ? AND "date" = ? AND NOT "struck" ORDER BY "id" DESC LIMIT 1',
    [instrumentId, date],
  );
  return row?.id ?? null;
}
