import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  INSTRUMENT_AMOUNTS,
  INSTRUMENT_LENGTH_LIMITS,
  INSTRUMENT_LENGTHS,
  sameName,
  type FieldError,
  type Instrument,
  type InstrumentAmount,
  type InstrumentInput,
  type InstrumentLength,
  type InterventionChanges,
  type Length,
  type Money,
  type Strike,
} from '@upright-elder/contract';
import { knownOr, NOT_KNOWN, USUAL_FACTS, type Build } from '@upright-elder/core/construction';
import type { InstrumentFacts } from '@upright-elder/core/instrument';
import { parseLength, parseMoney } from '@upright-elder/core/units';
import type { SpeciesId } from '@upright-elder/core/wood';
import { In, type EntityManager } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { OwnersService, type Erased } from '../owners/owners.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import type { KnownStrings } from '../strings/known-strings.js';
import { StringsService } from '../strings/strings.service.js';
import { lookFor } from './look-for.js';
import { factsOf } from './facts.js';
import { storageBandOf, storageFaults } from './storage.js';
import { InstrumentEntity } from './instrument.entity.js';

/** What a card of the shelf shows of an instrument's own. */
export type ShelfRow = Pick<
  InstrumentEntity,
  'id' | 'nickname' | 'maker' | 'type' | 'scale' | 'bodyJoin' | 'struck'
> & { owner: string };

@Injectable()
export class InstrumentsService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly interventions: InterventionsService,
    private readonly strikes: StrikesService,
    private readonly strings: StringsService,
    private readonly owners: OwnersService,
  ) {}

  onModuleInit(): void {
    this.owners.alsoErase((manager, erased) => this.forgetOwner(manager, erased));
  }

  /** What an owner said, and what it is worth to them: of the instruments, and of the history of those that were theirs. */
  private async forgetOwner(manager: EntityManager, { id, name, instruments }: Erased): Promise<void> {
    const isTheirs = (was: Record<string, unknown>) =>
      was.ownerId === id || (typeof was.owner === 'string' && sameName(was.owner) === sameName(name));
    const once = await manager.query<{ rowId: string; was: string }[]>(
      `SELECT "rowId", "was" FROM "edit" WHERE "tableName" = 'instrument'
        AND (json_extract("was", '$.ownerId') IS NOT NULL OR json_extract("was", '$.owner') IS NOT NULL)`,
    );
    const former = once
      .filter(({ was }) => isTheirs(JSON.parse(was) as Record<string, unknown>))
      .map(({ rowId }) => rowId);
    await manager.query(
      `UPDATE "instrument" SET "complaint" = '', "worthToOwner" = NULL, "budget" = NULL, "version" = "version" + 1
        WHERE "id" IN (SELECT value FROM json_each(?))`,
      [JSON.stringify(instruments)],
    );
    await this.store.forget(manager, 'instrument', [...instruments, ...former], (was) => {
      const { complaint: _complaint, worthToOwner: _worth, budget: _budget, ...left } = was;
      if (typeof left.owner === 'string' && isTheirs(left)) delete left.owner;
      return left;
    });
  }

  async get(id: string): Promise<Instrument> {
    const row = await this.row(id);
    return toInstrument(
      row,
      (await this.owners.names([row.ownerId])).get(row.ownerId ?? '') ?? '',
      row.struck ? await this.strikes.of('instrument', id) : [],
      await this.strings.known(),
    );
  }

  /** What of an instrument the computation needs, the room that it lives in, and where it will be kept. */
  async facts(id: string): Promise<{
    instrument: InstrumentFacts;
    homeRoomId: string | null;
    keptRoomId: string | null;
    keptBand: { from: number; to: number } | null;
  }> {
    const row = await this.row(id);
    const known = await this.strings.known();
    const { homeRoomId, keptRoomId } = row;
    return { instrument: factsOf(row, known.of(row)), homeRoomId, keptRoomId, keptBand: storageBandOf(row) };
  }

  /**
   * A page of instruments by name.
   *
   * @param archived those put away in the archive instead of those on the shelf
   * @param room those that live in it only; null for all
   * @param offset so many are passed over
   */
  async page(
    { search, archived, room }: { search: string; archived: boolean; room: string | null },
    offset: number,
    limit: number,
  ): Promise<{ rows: ShelfRow[]; total: number; archived: number }> {
    const strings = await this.strings.known();
    const query = (struck: boolean) => {
      const found = this.database.read
        .createQueryBuilder(InstrumentEntity, 'i')
        .where('i.struck = :struck', { struck });
      if (room !== null) found.andWhere('i.homeRoomId = :room', { room });
      lookFor(search, (word) => strings.named(word)).forEach(({ sql, parameters }) =>
        found.andWhere(sql, parameters),
      );
      return found;
    };
    const total = await query(archived).getCount();
    const found = await query(archived)
      .select('i.id', 'id')
      .orderBy('i.nickname', 'ASC')
      .addOrderBy('i.id', 'ASC')
      .offset(offset)
      .limit(limit)
      .getRawMany<{ id: string }>();
    const ids = found.map(({ id }) => id);
    const rows = await this.database.read.findBy(InstrumentEntity, { id: In(ids) });
    const owners = await this.owners.names(rows.map(({ ownerId }) => ownerId));
    const byId = new Map(rows.map((row) => [row.id, { ...row, owner: owners.get(row.ownerId ?? '') ?? '' }]));
    return {
      rows: ids.flatMap((id) => byId.get(id) ?? []),
      total,
      archived: archived ? total : await query(true).getCount(),
    };
  }

  /** What those that are not put away are called, by their id. */
  async names(ids: readonly string[]): Promise<Map<string, string>> {
    const rows = await this.database.read.find(InstrumentEntity, {
      where: { id: In([...new Set(ids)]), struck: false },
      select: { id: true, nickname: true },
    });
    return new Map(rows.map(({ id, nickname }) => [id, nickname]));
  }

  /** A collection: those of an owner, of a room or all, that are not put away, by name; so many at most. */
  async collection(
    { owner, room }: { owner: string | null; room: string | null },
    most: number,
  ): Promise<{ id: string; nickname: string; homeRoomId: string | null }[]> {
    return this.database.read.find(InstrumentEntity, {
      where: { struck: false, ...(owner ? { ownerId: owner } : {}), ...(room ? { homeRoomId: room } : {}) },
      order: { nickname: 'ASC', id: 'ASC' },
      take: most,
      select: { id: true, nickname: true, homeRoomId: true },
    });
  }

  /** Those that live in a room and are not put away, by name. */
  async inRoom(roomId: string): Promise<{ id: string; nickname: string; topSpecies: SpeciesId }[]> {
    const rows = await this.database.read.find(InstrumentEntity, {
      where: { homeRoomId: roomId, struck: false },
      order: { nickname: 'ASC' },
      select: { id: true, nickname: true, topSpecies: true },
    });
    return rows.map(({ id, nickname, topSpecies }) => ({
      id,
      nickname,
      topSpecies: knownOr(topSpecies, USUAL_FACTS.topSpecies),
    }));
  }

  /** What a job found out of its build, or takes back: within its transaction. */
  async writeBuild(
    manager: EntityManager,
    id: string,
    { build, by, why }: { build: (now: Build) => Build; by: string; why: string },
  ): Promise<void> {
    await this.store.amend(manager, InstrumentEntity, id, {
      change: (row) => ({ build: build(row.build), updatedBy: by, updatedAt: this.clock.now() }),
      by,
      why,
    });
  }

  /** At which fret the neck meets the body; null where there is no such instrument. */
  async bodyJoin(manager: EntityManager, id: string): Promise<number | null> {
    return (await manager.findOneBy(InstrumentEntity, { id }))?.bodyJoin ?? null;
  }

  async exists(manager: EntityManager, id: string): Promise<boolean> {
    return (await manager.countBy(InstrumentEntity, { id })) > 0;
  }

  private async row(id: string): Promise<InstrumentEntity> {
    const row = await this.database.read.findOneBy(InstrumentEntity, { id });
    if (!row) throw notFound('instrument');
    return row;
  }

  async save(id: string, input: InstrumentInput): Promise<Instrument> {
    const known = await this.strings.known();
    const errors: FieldError[] = known.faults({ ...input, designStringSet: input.designStringSet ?? null });
    const lengths = parseLengths(input, errors);
    const amounts = parseAmounts(input, errors);
    errors.push(...storageFaults(input));
    if (errors.length > 0) throw badFields(errors);
    const { version: _version, by, why: _why, owner, ...facts } = input;
    return this.store.save(InstrumentEntity, id, {
      input,
      row: async (before, manager) => ({
        ...facts,
        ownerId: await this.owners.idOf(manager, owner, { now: before?.ownerId ?? null, by }),
        ...asTyped(lengths, before),
        ...amounts,
        build: facts.build ?? before?.build ?? {},
        designStringSet: facts.designStringSet ?? null,
        homeRoomId: facts.homeRoomId ?? null,
        // a program that does not know them leaves them as they are
        keptRoomId: facts.keptRoomId === undefined ? (before?.keptRoomId ?? null) : facts.keptRoomId,
        keptFrom: facts.keptFrom ?? before?.keptFrom ?? '',
        keptTo: facts.keptTo ?? before?.keptTo ?? '',
        updatedBy: by,
        updatedAt: this.clock.now(),
      }),
      asks: readsAnew,
      also: async (manager, before) => {
        if (before) await this.interventions.noteChanges(manager, id, by, changesOf(before, facts));
      },
      get: () => this.get(id),
    });
  }
}

/** Facts that every reading of the past is read by: they are changed with a word on why, unless they were doubtful. */
function readsAnew({ doubtful }: InstrumentEntity): ('scale' | 'bodyJoin' | 'type')[] {
  return doubtful.includes('scale length') ? ['bodyJoin', 'type'] : ['scale', 'bodyJoin', 'type'];
}

/** What of an instrument's facts a save changes that was done with hands: strings, tuning, another room. */
function changesOf(
  before: InstrumentEntity,
  after: Pick<InstrumentInput, 'stringSet' | 'tuning' | 'homeRoomId'>,
): InterventionChanges {
  const room = after.homeRoomId ?? null;
  return {
    // what was not known before was not changed by hand
    ...(before.stringSet !== after.stringSet &&
      before.stringSet !== NOT_KNOWN &&
      after.stringSet !== NOT_KNOWN && {
        strings: { from: before.stringSet, to: after.stringSet },
      }),
    ...(before.tuning !== after.tuning && { tuning: { from: before.tuning, to: after.tuning } }),
    ...(before.homeRoomId !== room && { room: { from: before.homeRoomId, to: room } }),
  };
}

function parseAmounts(input: InstrumentInput, errors: FieldError[]): Record<InstrumentAmount, Money | null> {
  const amounts = INSTRUMENT_AMOUNTS.map((field): [InstrumentAmount, Money | null] => {
    const typed = input[field];
    if (!typed || typed.text.trim() === '') return [field, null];
    const result = parseMoney(typed.text);
    if (result.ok) return [field, { text: typed.text, amount: result.value }];
    errors.push({ field, typed: typed.text, reason: result.reason, accepted: result.accepted });
    return [field, null];
  });
  return Object.fromEntries(amounts) as Record<InstrumentAmount, Money | null>;
}

/** Every length that cannot be read or cannot be is named among the errors. */
function parseLengths(
  input: InstrumentInput,
  errors: FieldError[],
): Record<Exclude<InstrumentLength, 'scale'>, Length | null> & { scale: Length } {
  const lengths: Partial<Record<InstrumentLength, Length | null>> = {};
  for (const field of INSTRUMENT_LENGTHS) {
    const typed = input[field];
    if (!typed) {
      lengths[field] = null;
      continue;
    }
    const result = parseLength(typed.text, typed.unit);
    const { from, to, range } = INSTRUMENT_LENGTH_LIMITS[field];
    if (!result.ok) {
      errors.push({ field, typed: typed.text, reason: result.reason, accepted: result.accepted });
    } else if (result.value < from || result.value > to) {
      errors.push({
        field,
        typed: typed.text,
        reason: `“${typed.text}” is outside what this length can be`,
        accepted: range,
      });
    } else {
      lengths[field] = { text: typed.text, unit: typed.unit, metres: result.value };
    }
  }
  return lengths as ReturnType<typeof parseLengths>;
}

/** A length that stands as it was typed keeps its meaning, however a newer program would read the same text. */
function asTyped<L extends Partial<Record<InstrumentLength, Length | null>>>(
  lengths: L,
  before: InstrumentEntity | null,
): L {
  return Object.fromEntries(
    Object.entries(lengths).map(([field, length]) => {
      const old = before?.[field as InstrumentLength];
      return [field, old && old.text === length?.text && old.unit === length.unit ? old : length];
    }),
  ) as L;
}

function toInstrument(
  row: InstrumentEntity,
  owner: string,
  strikes: Strike[],
  strings: KnownStrings,
): Instrument {
  const { fingerprint: _fingerprint, updatedBy: _updatedBy, ...known } = row;
  const { outerPull: _outer, ...strung } = strings.of(row);
  return {
    ...known,
    owner,
    strikes,
    ...strung,
    designPull: strings.pull(row.designStringSet, row),
  };
}
