import { createHash } from 'node:crypto';
import { createReadStream, mkdirSync } from 'node:fs';
import { lstat, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnApplicationShutdown,
} from '@nestjs/common';
import type { LogFileReport, LogFolder, LogLine } from '@upright-elder/contract';
import { LogCutter, readLogRows, type LogRow } from '@upright-elder/core/air';
import { clockOf, dayIn } from '@upright-elder/core/days';
import { Clock } from '../clock.js';
import { because } from '../store/folder.js';
import { Database } from '../store/database.js';
import type { ImportNamed } from './air-imports.js';
import { AirService } from './air.service.js';
import { LogFileEntity } from './log-file.entity.js';
import { RoomEntity } from './room.entity.js';

export const LOG_FOLDER = Symbol('folder that loggers write into');

/** The folder is looked at so often; a file is read once it has not changed between two looks. */
const LOOK_MS = 2000;
const LARGEST_FILE = 25e6;
const KEPT_LINES = 200;
/** Readings written at a time: short enough that nobody waits for it. */
const PIECE = 300;
const NAMES = /\.(?:csv|tsv|txt)$/iu;

const NOTHING_TAKEN: Omit<LogFileEntity, 'takenAt' | 'name' | 'remarks'> = {
  hash: '',
  roomId: null,
  state: 'refused',
  readings: 0,
  added: 0,
  skipped: 0,
  lines: [],
};

/** Something in the folder that is no logger's file, in words. */
class OddFile extends Error {}

/** Takes in what room loggers write into the shop's folder: each file once, in pieces, and again when it has grown. */
@Injectable()
export class LogFolderService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('loggers');
  private readonly seen = new Map<string, string>();
  /** files that stand as they were when they were last gone through */
  private readonly settled = new Map<string, string>();
  /** what was said of a file that could not be read */
  private readonly told = new Map<string, string>();
  private readonly underWay = new Map<string, LogFileReport>();
  private timer: NodeJS.Timeout | null = null;
  private looking: Promise<void> = Promise.resolve();
  private ended = false;
  /** why the folder cannot be gone through; null where it can */
  private trouble: string | null = null;
  /** what lies there and is no table by its name */
  private strangers: string[] = [];

  constructor(
    @Inject(LOG_FOLDER) private readonly folder: string,
    private readonly database: Database,
    private readonly air: AirService,
    private readonly clock: Clock,
  ) {}

  onApplicationBootstrap(): void {
    try {
      mkdirSync(this.folder, { recursive: true });
    } catch (error) {
      this.trouble = because(error);
    }
    this.timer = setInterval(() => {
      this.looking = this.looking.then(() => this.lookInPeace());
    }, LOOK_MS);
    this.timer.unref();
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true;
    if (this.timer) clearInterval(this.timer);
    await this.looking;
  }

  /** What became of every file, the newest first. */
  async report(): Promise<LogFolder> {
    const rooms = new Map((await this.database.read.find(RoomEntity)).map(({ id, name }) => [id, name]));
    const rows = await this.database.read.find(LogFileEntity, { order: { takenAt: 'DESC' }, take: 100 });
    const done = rows
      .filter(({ name }) => !this.underWay.has(name))
      .map(({ hash: _hash, roomId, ...row }) => ({
        ...row,
        roomName: roomId && (rooms.get(roomId) ?? null),
        done: row.readings,
      }));
    return {
      folder: this.folder,
      trouble: this.trouble,
      strangers: this.strangers.slice(0, 20),
      files: [...this.underWay.values(), ...done],
    };
  }

  /** A look that fails is said and tried again: it never ends the program, nor the looks after it. */
  private async lookInPeace(): Promise<void> {
    try {
      await this.look();
      this.trouble = null;
    } catch (error) {
      const words = because(error);
      if (words !== this.trouble) this.logger.warn(`the loggers’ folder could not be gone through: ${words}`);
      this.trouble = words;
    }
  }

  /** One look at the folder. A file that cannot be read is reported, and never stops the others. */
  async look(): Promise<void> {
    if (this.database.unwritable) return;
    const all = (await readdir(this.folder)).filter((name) => !name.startsWith('.')).sort();
    const names = all.filter((name) => NAMES.test(name));
    this.strangers = all.filter((name) => !NAMES.test(name));
    const rooms = await this.database.read.find(RoomEntity);
    for (const name of names) {
      if (this.ended) return;
      try {
        const file = await lstat(join(this.folder, name));
        if (!file.isFile()) {
          throw new OddFile('it is no plain file: links and folders are not followed');
        }
        const state = `${file.size} ${file.mtimeMs}`;
        const still = this.seen.get(name) === state;
        this.seen.set(name, state);
        const room = roomFor(name, rooms);
        // a room that is given the logger's name later takes the file then
        const settled = `${state} ${room?.id ?? ''}`;
        if (!still || this.settled.get(name) === settled) continue;
        await this.take(name, file.size, room);
        this.settled.set(name, settled);
      } catch (error) {
        await this.unreadable(name, error);
      } finally {
        this.underWay.delete(name);
      }
    }
  }

  /** A file that cannot be read is said once, and tried again when it or its rights have changed. */
  private async unreadable(name: string, error: unknown): Promise<void> {
    const { code = '' } = error as { code?: string };
    const ofTheFile = error instanceof OddFile || (/^E[A-Z]+$/u.test(code) && code !== 'ENOSPC');
    const words = because(error);
    if (this.told.get(name) === words) return;
    this.told.set(name, words);
    this.logger.warn(`${name}: ${words}`);
    if (ofTheFile) await this.keep({ ...NOTHING_TAKEN, name, remarks: [`it cannot be read: ${words}`] });
  }

  private async take(name: string, size: number, room: RoomEntity | undefined): Promise<void> {
    const path = join(this.folder, name);
    const refused = (remark: string, hash = '', roomId: string | null = null) =>
      this.keep({
        ...NOTHING_TAKEN,
        name,
        hash,
        roomId,
        remarks: [remark],
      });
    if (size > LARGEST_FILE) return refused('larger than 25 MB: a logger’s table of times is not');
    const hash = await hashOf(path);
    const known = await this.database.read.findOneBy(LogFileEntity, { name });
    if (known?.hash === hash && (known.state === 'taken' || known.roomId === (room?.id ?? null))) return;
    if (!room)
      return refused(
        'no room’s logger has this name: write the beginning of its files’ names into the room, then it is taken in',
        hash,
      );
    const from = await this.air.importOf(room.id, name);
    if (from.struck)
      return refused(
        'it was crossed out: bring it back on the room’s page, then it is taken in again',
        '',
        room.id,
      );
    const report: LogFileReport = {
      name,
      state: 'reading',
      roomName: room.name,
      takenAt: null,
      readings: 0,
      done: 0,
      added: 0,
      skipped: 0,
      lines: [],
      remarks: [],
    };
    this.underWay.set(name, report);
    try {
      const rows = await rowsOf(path);
      const remarks = await this.takeRows(room.id, rows, report, from);
      const { readings, added, skipped, lines } = report;
      await this.keep({
        name,
        hash,
        roomId: room.id,
        state: 'taken',
        readings,
        added,
        skipped,
        lines,
        remarks,
      });
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      await refused(error.message, hash, room.id);
    }
  }

  private async takeRows(
    roomId: string,
    rows: LogRow[],
    report: LogFileReport,
    from: ImportNamed & { at: string },
  ): Promise<string[]> {
    const pieces = readLogRows(rows, clockOf(this.clock.zone));
    const latest = new Date(Date.parse(this.clock.now()) + 86400000).toISOString();
    report.readings = rows.length;
    for (;;) {
      const { done, value } = pieces.next();
      if (done) {
        report.readings = report.done;
        return value;
      }
      const { readings, skipped } = value;
      const future = readings.filter(({ at }) => at > latest);
      this.note(report, skipped);
      this.note(
        report,
        future.map(({ at }) => ({ line: 0, text: at, reason: 'the instant is in the future' })),
      );
      const past = readings.filter(({ at }) => at <= latest);
      for (let i = 0; i < past.length; i += PIECE) {
        const piece = past.slice(i, i + PIECE).map(({ at, humidity, celsius }) => ({
          at,
          day: dayIn(at, this.clock.zone),
          humidity,
          temperature: celsius,
        }));
        report.added += (await this.air.takePiece(roomId, piece, from)).added;
        report.done += piece.length;
        await setImmediate();
      }
      await setImmediate();
    }
  }

  private note(report: LogFileReport, skipped: LogLine[]): void {
    report.skipped += skipped.length;
    report.lines.push(...skipped.slice(0, KEPT_LINES - report.lines.length));
  }

  private async keep(row: Omit<LogFileEntity, 'takenAt'>): Promise<void> {
    const takenAt = this.clock.now();
    await this.database.write((manager) => manager.save(LogFileEntity, { ...row, takenAt }));
  }
}

/** The room whose logger's files begin like this one; the longest beginning wins. */
export function roomFor<R extends { logger: string }>(name: string, rooms: readonly R[]): R | undefined {
  const lower = name.toLowerCase();
  return rooms
    .filter(({ logger }) => logger !== '' && lower.startsWith(logger.toLowerCase()))
    .sort((a, b) => b.logger.length - a.logger.length)[0];
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of createReadStream(path) as AsyncIterable<Buffer>) hash.update(piece);
  return hash.digest('hex');
}

/** Rows of the file, cut as it streams in. */
async function rowsOf(path: string): Promise<LogRow[]> {
  const rows: LogRow[] = [];
  const cutter = new LogCutter();
  for await (const text of createReadStream(path, { encoding: 'utf8' }) as AsyncIterable<string>) {
    rows.push(...cutter.push(text));
    await setImmediate();
  }
  rows.push(...cutter.end());
  return rows;
}
