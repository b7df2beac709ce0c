import { Injectable } from '@nestjs/common';
import { reasonIn, type Strike, type StrikeInput, type StruckKind } from '@upright-elder/contract';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { badFields, notFound } from '../http/problem.js';
import { refuseAnotherShops } from '../store/another-shops.js';
import { PeopleService } from '../people/people.service.js';
import { STRUCK_SUBJECTS } from './subjects.js';

/** As its row holds it. */
interface Stored {
  struck: number;
  by: string;
}

/** What else is written where something is taken back or brought back, within the same transaction. */
type Within = (manager: EntityManager, id: string, struck: boolean) => Promise<void>;

/** Takes things back and brings them back; every time is kept, with who and why. */
@Injectable()
export class StrikesService {
  private readonly within = new Map<StruckKind, Within>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly people: PeopleService,
  ) {}

  /** Called by the subject whose taking back changes more than its own row. */
  alsoWrite(kind: StruckKind, work: Within): void {
    this.within.set(kind, work);
  }

  /** All that happened to something, oldest first. */
  async of(kind: StruckKind, subjectId: string): Promise<Strike[]> {
    return (await this.ofMany(kind, [subjectId])).get(subjectId) ?? [];
  }

  /** The same of many, by id. */
  async ofMany(kind: StruckKind, ids: readonly string[]): Promise<Map<string, Strike[]>> {
    const found = new Map<string, Strike[]>();
    if (ids.length === 0) return found;
    const rows = await this.database.read.query<(Omit<Strike, 'struck' | 'byName'> & Stored)[]>(
      `SELECT "kind", "subjectId", "struck", "why", "by", "at" FROM "strike"
       WHERE "kind" = ? AND "subjectId" IN (SELECT value FROM json_each(?)) ORDER BY "id"`,
      [kind, JSON.stringify(ids)],
    );
    if (rows.length === 0) return found;
    const nameOf = await this.people.names();
    for (const { by, struck, ...row } of rows)
      found.set(row.subjectId, [
        ...(found.get(row.subjectId) ?? []),
        { ...row, struck: struck === 1, byName: nameOf(by) },
      ]);
    return found;
  }

  /** @throws ProblemError where there is no such thing, or nobody could tell later why it was struck */
  async save(kind: StruckKind, id: string, input: StrikeInput): Promise<Strike[]> {
    const { struck, by } = input;
    const why = reasonIn(input.why);
    if (struck && why === '')
      throw badFields([
        {
          field: 'why',
          typed: '',
          reason: 'crossed out, with no reason given',
          accepted: 'a word on why, such as “entered for the wrong instrument”',
        },
      ]);
    await this.database.write(async (manager) => {
      const { table, column, name } = STRUCK_SUBJECTS[kind];
      await refuseAnotherShops(manager, table, id);
      const [row] = await manager.query<{ struck: number }[]>(
        `SELECT "${column}" AS "struck" FROM "${table}" WHERE "id" = ?`,
        [id],
      );
      if (!row) throw notFound(name);
      // asked a second time, it is as the first time
      if ((row.struck === 1) === struck) return;
      await this.within.get(kind)?.(manager, id, struck);
      await manager.query(`UPDATE "${table}" SET "${column}" = ? WHERE "id" = ?`, [struck ? 1 : 0, id]);
      await this.keep(manager, { kind, subjectId: id, struck, why, by });
    });
    return this.of(kind, id);
  }

  /** Keeps a strike that is part of another save. */
  async keep(
    manager: EntityManager,
    { kind, subjectId, struck, why, by }: { kind: StruckKind; subjectId: string } & StrikeInput,
  ): Promise<void> {
    await manager.query(
      'INSERT INTO "strike" ("kind", "subjectId", "struck", "why", "by", "at") VALUES (?, ?, ?, ?, ?, ?)',
      [kind, subjectId, struck ? 1 : 0, why, by, this.clock.now()],
    );
  }
}
