import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  FieldError,
  Intervention,
  InterventionBefore,
  InterventionChanges,
  InterventionInput,
} from '@upright-elder/contract';
import { dateIn, dayOf, isDay, parseRoughDay, timeIn } from '@upright-elder/core/days';
import { staysOf, type InterventionFacts, type InterventionKind } from '@upright-elder/core/instrument';
import { parseHours } from '@upright-elder/core/units';
import type { EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { everyWord, type FoundText } from '../store/words.js';
import { VersionedStore, type NotedEdit } from '../store/versioned.js';
import { writtenBy } from '../store/written.js';
import { badFields, notFound } from '../http/problem.js';
import { PeopleService } from '../people/people.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { InterventionEntity } from './intervention.entity.js';

/** What a finished step of a job did. */
export interface FinishedStep extends Pick<
  InterventionEntity,
  'instrumentId' | 'kinds' | 'treatments' | 'hours' | 'note' | 'by'
> {
  /** when, ISO */
  instant: string;
}

/** What was done to instruments, when and by whom. */
@Injectable()
export class InterventionsService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
    private readonly store: VersionedStore,
  ) {}

  /** A move for good that is struck takes its home back with it, and one that is brought back goes there again. */
  onModuleInit(): void {
    this.strikes.alsoWrite('intervention', async (manager, id, struck) => {
      await refuseOfJob(manager, id);
      const row = await manager.findOneBy(InterventionEntity, { id });
      const room = row?.changes.room;
      if (!row || !room?.entered || room.until !== undefined) return;
      const { instrumentId, date } = row;
      const [to, from] = struck ? [room.from, room.to] : [room.to, room.from];
      await comeHome(manager, { instrumentId, date, id, to, from });
    });
  }

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

  /** Instruments that were carried into a room or out of it. */
  async movedThrough(roomId: string, most: number): Promise<string[]> {
    const rows = await this.database.read.query<{ id: string }[]>(
      `SELECT DISTINCT "instrumentId" AS "id" FROM "intervention" WHERE NOT "struck"
        AND (json_extract("changes", '$.room.to') = ? OR json_extract("changes", '$.room.from') = ?) ORDER BY 1 LIMIT ?`,
      [roomId, roomId, most],
    );
    return rows.map(({ id }) => id);
  }

  /** What the computation needs of them. */
  async facts(instrumentId: string): Promise<InterventionFacts[]> {
    const rows = await this.rows(instrumentId, false);
    return rows.map(({ id, date, roughly, follows, kinds, treatments, hours, changes }) => {
      const took = parseHours(hours);
      return {
        id,
        date,
        ...(roughly === '' ? {} : { roughly: true }),
        follows,
        kinds,
        ...(treatments.length > 0 ? { treatments } : {}),
        ...(took.ok && took.value !== null ? { hours: took.value } : {}),
        ...(changes.room ? { moved: changes.room } : {}),
      };
    });
  }

  async get(id: string): Promise<Intervention> {
    const row = await this.database.read.findOneBy(InterventionEntity, { id });
    if (!row) throw notFound('intervention');
    return (await this.complete([row]))[0]!;
  }

  save(id: string, input: InterventionInput): Promise<Intervention> {
    const errors: FieldError[] = [];
    const day = this.dayOf(input.date, errors);
    const took = parseHours(input.hours ?? '');
    if (!took.ok)
      errors.push({ field: 'hours', typed: input.hours ?? '', reason: took.reason, accepted: took.accepted });
    errors.push(...movedFaults(input, day.date));
    if (errors.length > 0) throw badFields(errors);
    const { instrumentId, by, kinds, treatments, note, hours = '' } = input;
    return this.store.save(InterventionEntity, id, {
      input,
      row: async (before, manager) => {
        await refuseOfJob(manager, id);
        const follows = input.follows ?? null;
        // one that stood after an examination whose day was put right since goes on standing after it
        if (follows !== before?.follows || day.date !== before.date)
          await refuseUnknown(manager, { follows, date: day.date, instrumentId });
        return {
          ...day,
          time: input.time ?? null,
          follows,
          kinds,
          treatments,
          note,
          hours: hours.trim(),
          instrumentId,
          by,
          changes: await changesOf(manager, input, day.date, before),
          corrections: before?.corrections ?? [],
          updatedAt: this.clock.now(),
        };
      },
      // a note that goes on where it ended takes nothing away
      asks: (before, after) =>
        EVIDENCE.filter((column) => column !== 'note' || !after.note.startsWith(before.note)),
      also: async (manager, _, { date, changes: { room } }) => {
        if (room?.entered && room.until === undefined)
          await comeHome(manager, { instrumentId, date, id, to: room.to });
      },
      get: () => this.get(id),
    });
  }

  /** A day of the calendar, or roughly when: then it stands where it most likely was. */
  private dayOf(typed: string, errors: FieldError[]): { date: string; roughly: string } {
    const today = this.clock.date();
    const refuse = (reason: string, accepted: string) => {
      errors.push({ field: 'date', typed, reason, accepted });
      return { date: today, roughly: '' };
    };
    if (isDay(typed) && typed >= '1950')
      return typed <= today
        ? { date: typed, roughly: '' }
        : refuse('it would have been done in the future', `a day up to ${today}`);
    const rough = parseRoughDay(typed, today);
    return rough.ok
      ? { date: rough.value.date, roughly: rough.value.said }
      : refuse(rough.reason, rough.accepted);
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
      roughly: '',
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

  /** What a finished step of a job did, under the id of its event. */
  async writeFinished(manager: EntityManager, id: string, { instant, ...of }: FinishedStep): Promise<void> {
    const date = dateIn(instant, this.clock.zone);
    await manager.insert(InterventionEntity, {
      ...of,
      id,
      version: 1,
      date,
      roughly: '',
      time: timeIn(instant, this.clock.zone),
      follows: await lastOfDay(manager, of.instrumentId, date),
      changes: {},
      updatedAt: this.clock.now(),
      struck: false,
      corrections: [],
      fingerprint: '',
    });
  }

  /** Of the ids those that are there, and whether they were taken back. */
  async there(manager: EntityManager, ids: readonly string[]): Promise<Map<string, boolean>> {
    const rows = await manager.query<{ id: string; struck: number }[]>(
      'SELECT "id", "struck" FROM "intervention" WHERE "id" IN (SELECT value FROM json_each(?))',
      [JSON.stringify(ids)],
    );
    return new Map(rows.map(({ id, struck }) => [id, struck === 1]));
  }

  /** Takes back what a step wrote, or brings it back, within the same transaction. */
  async strikeFinished(manager: EntityManager, id: string, struck: boolean, by: string): Promise<void> {
    await manager.update(InterventionEntity, { id }, { struck });
    const why = struck ? 'its step was opened again, or its finish crossed out' : '';
    await this.strikes.keep(manager, { kind: 'intervention', subjectId: id, struck, why, by });
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
    const edits = await this.store.editsOfMany(
      'intervention',
      rows.map(({ id }) => id),
    );
    return rows.map(({ fingerprint: _fingerprint, corrections, ...row }) => {
      const known = edits.get(row.id) ?? [];
      return {
        ...row,
        byName: nameOf(row.by),
        strikes: strikes.get(row.id) ?? [],
        corrections: [...corrections, ...correctionsOf(row, known)].map(({ by, ...one }) => ({
          ...one,
          byName: nameOf(by),
        })),
        noteWritten: writtenBy('note', row.note, row.by, known).map(({ by, ...piece }) => ({
          ...piece,
          byName: nameOf(by),
        })),
      };
    });
  }
}

/** What is written down of it: columns whose change is a correction. */
const EVIDENCE = [
  'date',
  'roughly',
  'time',
  'follows',
  'kinds',
  'treatments',
  'note',
  'hours',
  'changes',
] as const;

const asItWas = ({
  date,
  roughly = '',
  time,
  follows,
  kinds,
  treatments,
  note,
  hours = '',
  changes = {},
}: InterventionBefore): InterventionBefore => ({
  date,
  roughly,
  time,
  follows,
  kinds,
  treatments,
  note,
  hours,
  changes,
});

/** How it stood before each save that took something away, oldest first. */
function correctionsOf(row: InterventionBefore, edits: readonly NotedEdit[]): Corrected[] {
  let after = asItWas(row);
  const found: Corrected[] = [];
  for (const { at, by, why, was } of edits.toReversed()) {
    if (was === null) continue;
    const before = asItWas({ ...after, ...(was as Partial<InterventionBefore>) });
    const changed = EVIDENCE.filter((column) => column in was);
    const added = changed.every((column) => column === 'note') && after.note.startsWith(before.note);
    if (changed.length > 0 && !added) found.push({ at, by, why, was: before });
    after = before;
  }
  return found.toReversed();
}

interface Corrected {
  at: string;
  by: string | null;
  why: string;
  was: InterventionBefore;
}

/** What is wrong with a move as it was written down. */
function movedFaults({ kinds, moved }: InterventionInput, date: string): FieldError[] {
  if (!moved) return [];
  const refuse = (reason: string, accepted: string): FieldError[] => [
    { field: 'moved.until', typed: moved.until ?? '', reason, accepted },
  ];
  if (!kinds.includes('room'))
    return refuse('it was not moved to another room', 'a move, with “another room” among what was done');
  if (typeof moved.until === 'string') {
    if (!isDay(moved.until) || moved.until <= date)
      return refuse('it was not back before it went', `a day after ${date}`);
    if (moved.yearly && dayOf(moved.until) - dayOf(date) > 360)
      return refuse('what happens every year ends within one', `a day within a year of ${date}`);
  } else if (moved.yearly) return refuse('every year it comes back', 'the day on which it comes back');
  return [];
}

/** What of the instrument's facts it changed: as it was noted, and where it was taken by hand. */
async function changesOf(
  manager: EntityManager,
  { instrumentId, moved }: InterventionInput,
  date: string,
  before: InterventionEntity | null,
): Promise<InterventionChanges> {
  const noted = before?.changes ?? {};
  // a program that does not know of moves leaves them as they are
  if (moved === undefined) return noted;
  const { room, ...others } = noted;
  if (moved === null) return room?.entered ? others : noted;
  const { to, until, yearly } = moved;
  const [known] = await manager.query<unknown[]>('SELECT 1 FROM "room" WHERE "id" = ?', [to]);
  if (to !== null && !known)
    throw badFields([
      {
        field: 'moved.to',
        typed: to,
        reason: 'there is no such room',
        accepted: 'a room of the shop, or none',
      },
    ]);
  const [home] = await manager.query<{ homeRoomId: string | null }[]>(
    'SELECT "homeRoomId" FROM "instrument" WHERE "id" = ?',
    [instrumentId],
  );
  if (!home) throw notFound('instrument');
  const rows = await manager.query<{ id: string; date: string; changes: string }[]>(
    `SELECT "id", "date", "changes" FROM "intervention" WHERE "instrumentId" = ? AND NOT "struck" AND "changes" LIKE '%"room"%' ORDER BY "date", ifnull("time", ''), "id"`,
    [instrumentId],
  );
  const moves = rows
    .filter((row) => row.id !== before?.id)
    .map((row) => ({ date: row.date, moved: (JSON.parse(row.changes) as InterventionChanges).room }));
  const from = room?.from ?? staysOf(moves, home.homeRoomId, dayOf(date)).at(-1)!.room;
  return {
    ...others,
    room: {
      from,
      to,
      ...(until === undefined ? {} : { until }),
      ...(yearly ? { yearly } : {}),
      entered: true,
    },
  };
}

/**
 * A move for good that no other followed says where the instrument is at home.
 *
 * @param from only where it is at home there now; left out: wherever
 */
async function comeHome(
  manager: EntityManager,
  {
    instrumentId,
    date,
    id,
    to,
    from,
  }: { instrumentId: string; date: string; id: string; to: string | null; from?: string | null },
): Promise<void> {
  const [later] = await manager.query<unknown[]>(
    `SELECT 1 FROM "intervention" WHERE "instrumentId" = ? AND "id" <> ? AND NOT "struck" AND "date" > ?
      AND json_extract("changes", '$.room') IS NOT NULL AND json_type("changes", '$.room.until') IS NULL LIMIT 1`,
    [instrumentId, id, date],
  );
  if (later) return;
  await manager.query(
    `UPDATE "instrument" SET "homeRoomId" = ?, "version" = "version" + 1
      WHERE "id" = ? AND "homeRoomId" IS NOT ? AND ("homeRoomId" IS ? OR ?)`,
    [to, instrumentId, to, from ?? null, from === undefined ? 1 : 0],
  );
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

/** @throws ProblemError where a finished step of a job wrote it: it has the id of that event */
async function refuseOfJob(manager: EntityManager, id: string): Promise<void> {
  const [found] = await manager.query<unknown[]>('SELECT 1 FROM "bench_event" WHERE "id" = ?', [id]);
  if (found)
    throw badFields([
      {
        field: 'id',
        typed: id,
        reason: 'a finished step of a job wrote it',
        accepted: 'a correction in the job: open its step again, or cross out its finish',
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
