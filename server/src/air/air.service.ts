import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  AirBatch,
  AirImport,
  AirTaken,
  FieldError,
  Room,
  RoomAir,
  RoomInput,
} from '@upright-elder/contract';
import {
  corrected,
  lastDewPoint,
  NO_ROOM,
  dayOfChange,
  isLogAnswer,
  roomAir,
  woodOfRoom,
  type DailyAir,
  type HygrometerCorrection,
  type LogAnswered,
  type RoomAir as KnownAir,
} from '@upright-elder/core/air';
import { dayIn, dayOf, isoDate } from '@upright-elder/core/days';
import {
  aboutPiece,
  climateBasis,
  FULL_YEAR,
  hygrometerSentence,
  logChangeSentence,
  pieceSentence,
} from '@upright-elder/core/wording';
import { parsePercent, parseTemperature } from '@upright-elder/core/units';
import { PIECES } from '@upright-elder/core/wood';
import { createHash } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { v5 as named, v7 as uuid } from 'uuid';
import { Clock, MACHINE_ZONE } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import type { PackedRoom } from '../workers/packed-air.js';
import { badFields, notFound } from '../http/problem.js';
import { correctionOf, packsOf, understandHumidities } from './hygrometer.js';
import { ShopService } from '../shop/shop.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { AirAnswersService } from './air-answers.service.js';
import { countedZone, recountDays } from './air-days.js';
import { takeImport, type ImportNamed } from './air-imports.js';
import { AirDayEntity, AirImportEntity, AirReadingEntity, RoomEntity } from './room.entity.js';

/** No room was logged before. */
const EARLIEST = '1980-01-01T00:00:00.000Z';

/** More than this at a time are a logger's. */
const MOST_BY_HAND = 10;
/** So many imports of a room are listed. */
const MOST_IMPORTS = 200;
/** Whatever changes how a room's readings are corrected. */
const LINE = ['saltLow', 'saltHigh', 'packs', 'besideRoomId', 'besideShown', 'besideOther'] as const;

/** Rooms whose air is kept ready. */
const KEPT_ROOMS = 40;

@Injectable()
export class AirService implements OnModuleInit {
  /** by room, the longest unused first */
  private readonly airs = new Map<string, { revision: number; air: KnownAir; packed: PackedRoom }>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly shop: ShopService,
    private readonly strikes: StrikesService,
    private readonly answers: AirAnswersService,
  ) {}

  /** The shop's days: by the zone it chose, else by the one that its air was counted in first, else by the machine's. */
  async onModuleInit(): Promise<void> {
    this.strikes.alsoWrite('import', (manager, id, struck) =>
      takeImport(manager, id, struck, this.clock.zone),
    );
    const counted = await countedZone(this.database.read);
    const zone = (await this.shop.chosenZone()) ?? (counted || MACHINE_ZONE);
    this.clock.zone = zone;
    if (zone !== counted && !this.database.unwritable)
      await this.database.write((manager) => recountDays(manager, zone));
    this.shop.followZone(async (moved) => {
      await this.database.write((manager) => recountDays(manager, moved));
      this.clock.zone = moved;
    });
  }

  async rooms(): Promise<Room[]> {
    const rows = await this.database.read.find(RoomEntity, { order: { name: 'ASC' } });
    return Promise.all(rows.map((row) => this.withCount(row)));
  }

  private async withCount(row: RoomEntity): Promise<Room> {
    const { id, version, name, notes, logger, kind, saltLow, saltHigh, packs, struck } = row;
    const { besideRoomId, besideShown, besideOther } = row;
    const last = await this.database.read.findOne(AirReadingEntity, {
      where: { roomId: id },
      order: { at: 'DESC' },
    });
    return {
      id,
      version,
      name,
      notes,
      logger,
      kind,
      saltLow,
      saltHigh,
      packs,
      besideRoomId,
      besideShown,
      besideOther,
      struck,
      readings: await readingsOf(this.database.read, id),
      lastReading: last?.at ?? null,
    };
  }

  /** Names of all rooms, by id. */
  async names(): Promise<ReadonlyMap<string, string>> {
    const rows = await this.database.read.find(RoomEntity, { select: { id: true, name: true } });
    return new Map(rows.map(({ id, name }) => [id, name]));
  }

  async room(id: string): Promise<Room> {
    const found = (await this.rooms()).find((room) => room.id === id);
    if (!found) throw notFound('room');
    return found;
  }

  async saveRoom(id: string, input: RoomInput): Promise<Room> {
    const { name, notes, logger } = input;
    await this.refuseTakenLogger(id, logger.trim());
    const [saltLow, saltHigh, packs] = [input.saltLow ?? '', input.saltHigh ?? '', input.packs ?? ''];
    const { besideRoomId = null, besideShown = '', besideOther = '' } = input;
    const beside = await this.besideRoom(id, besideRoomId);
    const typed = { saltLow, saltHigh, packs, besideShown, besideOther };
    understandHumidities(typed, beside);
    const sameLine = (before: RoomEntity | null): before is RoomEntity =>
      before !== null && LINE.every((field) => before[field] === { ...typed, besideRoomId }[field]);
    return this.store.save(RoomEntity, id, {
      input,
      row: (before) => {
        const kind = input.kind ?? before?.kind ?? 'home';
        const same = sameLine(before) && before.kind === kind;
        const airRevision = (before?.airRevision ?? 0) + (before && !same ? 1 : 0);
        return { name, notes, logger: logger.trim(), kind, ...typed, besideRoomId, airRevision };
      },
      also: async (manager, before) => {
        // what was laid beside it is corrected by it
        if (!sameLine(before)) await manager.increment(RoomEntity, { besideRoomId: id }, 'airRevision', 1);
      },
      get: () => this.room(id),
    });
  }

  /** How a room's hygrometer is corrected. */
  private async lineOf(
    row: Pick<RoomEntity, 'saltLow' | 'saltHigh' | 'besideRoomId' | 'besideShown' | 'besideOther'> | null,
  ): Promise<HygrometerCorrection> {
    const other = row?.besideRoomId
      ? await this.database.read.findOneBy(RoomEntity, { id: row.besideRoomId })
      : null;
    return correctionOf(row, other);
  }

  /** @throws ProblemError where it is no other room */
  private async besideRoom(id: string, besideRoomId: string | null): Promise<RoomEntity | null> {
    if (besideRoomId === null) return null;
    const other = await this.database.read.findOneBy(RoomEntity, { id: besideRoomId });
    if (other && other.id !== id) return other;
    throw badFields([
      {
        field: 'besideRoomId',
        typed: besideRoomId,
        reason: 'it is no other room',
        accepted: 'another room of the shop, or none',
      },
    ]);
  }

  /** @throws ProblemError where another room's logger is called so: nobody could tell whose file it is */
  private async refuseTakenLogger(id: string, logger: string): Promise<void> {
    const rooms = await this.database.read.find(RoomEntity);
    const other = rooms.find(
      (room) => room.id !== id && logger !== '' && room.logger.toLowerCase() === logger.toLowerCase(),
    );
    if (!other) return;
    throw badFields([
      {
        field: 'logger',
        typed: logger,
        reason: `the logger of ${other.name} is called so`,
        accepted: 'a beginning of file names that no other room has',
      },
    ]);
  }

  /** Takes readings in as one piece: all of them, or none where one cannot be read. Known instants stay. */
  async take(roomId: string, batch: AirBatch): Promise<AirTaken> {
    const errors: FieldError[] = [];
    const latest = new Date(Date.parse(this.clock.now()) + 86400000).toISOString();
    const rows = batch.readings.map((reading, i) => {
      const humidity = parsePercent(reading.humidity);
      const temperature = parseTemperature(reading.temperature, batch.unit);
      if (!humidity.ok)
        errors.push({
          field: `readings.${i}.humidity`,
          typed: reading.humidity,
          reason: humidity.reason,
          accepted: humidity.accepted,
        });
      if (!temperature.ok)
        errors.push({
          field: `readings.${i}.temperature`,
          typed: reading.temperature,
          reason: temperature.reason,
          accepted: temperature.accepted,
        });
      const at = new Date(reading.at).toISOString();
      if (at < EARLIEST || at > latest) {
        errors.push({
          field: `readings.${i}.at`,
          typed: reading.at,
          reason: 'the air was not logged on that day',
          accepted: `an instant from ${EARLIEST.slice(0, 10)} to now`,
        });
      }
      return {
        at,
        day: Number.isNaN(Date.parse(at)) ? 0 : dayIn(at, this.clock.zone),
        humidity: humidity.ok ? humidity.value : 0,
        temperature: temperature.ok ? temperature.value : 0,
      };
    });
    if (errors.length > 0) throw badFields(errors.slice(0, 50));
    // a hand's reading lasts at once; a logger's file can be read again should a power cut take its last pieces back
    const byHand = rows.length <= MOST_BY_HAND;
    const from = { id: batch.importId ?? uuid(), name: batch.name?.trim() ?? '', at: this.clock.now() };
    return byHand
      ? this.database.write((manager) => keepAir(manager, roomId, rows, from))
      : this.takePiece(roomId, rows, from);
  }

  /** A piece of a logger's file, which can be read again should it be lost; what is known by its instant stays. */
  takePiece(roomId: string, rows: NewAir[], from: ImportNamed & { at: string }): Promise<AirTaken> {
    return this.database.writeUnsynced((manager) => keepAir(manager, roomId, rows, from));
  }

  /** What brought a room's air, the newest first; struck ones too. */
  async imports(roomId: string): Promise<AirImport[]> {
    const rows = await this.database.read.query<
      {
        id: string;
        name: string;
        at: string;
        struck: number;
        readings: number;
        first: string;
        last: string;
      }[]
    >(
      `SELECT i."id", i."name", i."at", i."struck", COUNT(r."at") AS "readings", MIN(r."at") AS "first", MAX(r."at") AS "last"
       FROM "air_import" i JOIN (
         SELECT "importId", "at" FROM "air_reading" WHERE "importId" IS NOT NULL
         UNION ALL SELECT "importId", "at" FROM "air_set_aside"
       ) r ON r."importId" = i."id"
       WHERE i."roomId" = ? GROUP BY i."id" ORDER BY i."at" DESC, i."id" DESC LIMIT ?`,
      [roomId, MOST_IMPORTS],
    );
    const strikes = await this.strikes.ofMany(
      'import',
      rows.map(({ id }) => id),
    );
    return rows.map((row) => ({ ...row, struck: row.struck === 1, strikes: strikes.get(row.id) ?? [] }));
  }

  /** The import that a logger's file of this name stands for, and whether it was taken back. */
  async importOf(roomId: string, name: string): Promise<ImportNamed & { at: string; struck: boolean }> {
    const id = named(name, roomId);
    const row = await this.database.read.findOneBy(AirImportEntity, { id });
    return row ?? { id, name, at: this.clock.now(), struck: false };
  }

  /** A room's air as everything that is worked out takes it; nothing is known where there is no home. */
  async airIn(roomId: string | null): Promise<KnownAir> {
    return roomId === null ? NO_ROOM : (await this.known(roomId)).air;
  }

  /** The air of a room that there is, on its way into a thread. @throws ProblemError where there is none */
  async packedOf(roomId: string): Promise<PackedRoom> {
    await this.room(roomId);
    return this.packed(roomId);
  }

  /** The same on its way into a thread; its key changes with every change of it. */
  async packed(roomId: string | null): Promise<PackedRoom> {
    return roomId === null ? NO_ROOM_PACKED : (await this.known(roomId)).packed;
  }

  /** Kept until the room's air, or how it is corrected, changes. */
  private async known(roomId: string): Promise<{ air: KnownAir; packed: PackedRoom }> {
    const row = await this.database.read.findOneBy(RoomEntity, { id: roomId });
    const revision = row?.airRevision ?? 0;
    const known = this.airs.get(roomId);
    if (known?.revision === revision) return known;
    const sums = await this.database.read.find(AirDayEntity, { where: { roomId }, order: { day: 'ASC' } });
    const line = await this.lineOf(row);
    const days = sums.map(({ day, readings, humidity, temperature }) => ({
      day,
      humidity: corrected(humidity / readings, line),
      celsius: temperature / readings,
    }));
    const packs = row?.kind === 'case' ? packsOf(row) : null;
    const answered = (await this.answers.standing({ roomId })).flatMap(({ answer, from }) =>
      isLogAnswer(answer) ? [{ day: dayOf(from), answer }] : [],
    );
    const one = { revision, air: roomAir(days, packs, answered), packed: pack(days, packs, answered) };
    this.airs.delete(roomId);
    this.airs.set(roomId, one);
    for (const oldest of this.airs.keys()) {
      if (this.airs.size <= KEPT_ROOMS) break;
      this.airs.delete(oldest);
    }
    return one;
  }

  async airOf(roomId: string): Promise<RoomAir> {
    const room = await this.room(roomId);
    const air = await this.airIn(roomId);
    const { log, climate, packs, change } = air;
    const wood = woodOfRoom(air, this.clock.today());
    return {
      days: log.days().map(({ day, humidity, celsius }) => ({
        date: isoDate(day),
        humidity,
        temperature: celsius,
        moisture: log.moistureAt(day),
      })),
      basis: climateBasis(climate, packs),
      blended: climate.years < FULL_YEAR,
      climate,
      wood: wood.map((one) => ({
        piece: one.piece,
        name: PIECES[one.piece].name,
        about: aboutPiece(one.piece),
        now: one.now,
        fortnight: one.fortnight,
        twoMonths: one.twoMonths,
        ...pieceSentence(one),
      })),
      dewPoint: lastDewPoint(log),
      hygrometer: hygrometerSentence(await this.lineOf(room)),
      change: change && {
        date: isoDate(dayOfChange(change)),
        text: logChangeSentence(change),
        line: change.kind === 'line',
        open: change.open,
      },
    };
  }
}

function pack(days: readonly DailyAir[], packs: number | null, answered: LogAnswered[] = []): PackedRoom {
  const packed = new Float64Array(3 * days.length);
  days.forEach(({ day, humidity, celsius }, i) => packed.set([day, humidity, celsius], 3 * i));
  const key = createHash('sha256')
    .update(packed)
    .update(JSON.stringify([packs, answered]))
    .digest('base64url');
  return { key, days: packed, packs, answered };
}

const NO_ROOM_PACKED = pack([], null);

type NewAir = Omit<AirReadingEntity, 'roomId' | 'importId'>;

/** Readings that are known already by their instant stay as they are. */
async function keepAir(
  manager: EntityManager,
  roomId: string,
  rows: NewAir[],
  from: ImportNamed & { at: string },
): Promise<AirTaken> {
  if ((await manager.countBy(RoomEntity, { id: roomId })) === 0) throw notFound('room');
  const known = await manager.findOneBy(AirImportEntity, { id: from.id });
  if (known && known.roomId !== roomId)
    throw badFields([
      {
        field: 'importId',
        typed: from.id,
        reason: 'it is another room’s',
        accepted: 'an id of its own for each file',
      },
    ]);
  if (known?.struck)
    throw badFields([
      {
        field: 'importId',
        typed: from.id,
        reason: 'it was taken back',
        accepted: 'bring it back first, or send it as a new file',
      },
    ]);
  if (!known) await manager.insert(AirImportEntity, { id: from.id, name: from.name, at: from.at, roomId });
  const before = await readingsOf(manager, roomId);
  for (let i = 0; i < rows.length; i += ROWS_A_STATEMENT)
    await insertKnownOnce(manager, roomId, rows.slice(i, i + ROWS_A_STATEMENT), from.id);
  const added = (await readingsOf(manager, roomId)) - before;
  // one that brought nothing new is none
  if (added === 0 && !known) await manager.delete(AirImportEntity, { id: from.id });
  if (added > 0) await manager.increment(RoomEntity, { id: roomId }, 'airRevision', 1);
  return { added, known: rows.length - added };
}

/** Rows of one statement: SQLite takes 32,766 values in one, six to a row. */
const ROWS_A_STATEMENT = 500;

/** Plain SQL, since a logger's file has a hundred thousand of them; an instant that is known already stays as it is. */
async function insertKnownOnce(
  manager: EntityManager,
  roomId: string,
  rows: readonly NewAir[],
  importId: string,
): Promise<void> {
  const values = rows.map(() => '(?, ?, ?, ?, ?, ?)').join(', ');
  await manager.query(
    `INSERT OR IGNORE INTO "air_reading" ("roomId", "at", "day", "humidity", "temperature", "importId") VALUES ${values}`,
    rows.flatMap(({ at, day, humidity, temperature }) => [roomId, at, day, humidity, temperature, importId]),
  );
}

/** How many readings a room's log holds. */
async function readingsOf(manager: EntityManager, roomId: string): Promise<number> {
  return (await manager.sum(AirDayEntity, 'readings', { roomId })) ?? 0;
}
