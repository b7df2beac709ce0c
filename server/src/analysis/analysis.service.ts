import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { Learned, Urgency } from '@upright-elder/core/instrument';
import { inflateRawSync } from 'node:zlib';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { unavailable } from '../http/problem.js';
import { COMPUTING, TookTooLong, WorkPool } from '../workers/pool.js';
import { PathsService } from '../paths/paths.service.js';
import type { PackedPath } from '../workers/packed-air.js';
import type * as tasks from '../workers/tasks.js';
import { ShownForecastEntity, WorkedOutEntity } from './worked-out.entity.js';
import { RecordsService, type Gathered } from './records.service.js';
import { StampsService } from './stamps.service.js';

/** An instrument that is worked on for longer is given up, ms: the longest history needs less than one second. */
const LIMIT_MS = 30000;
/** A top that is worked on for longer is given up, ms: the slowest machine needs a few seconds. */
const TOP_LIMIT_MS = 60000;
/** Instruments that are kept ready; a shop's bench and what is opened on its pages, not its whole archive. */
const READY = 200;

/** An instrument as everything that is shown of it stands on: what is recorded, and what was learned of it. */
export interface Analysis extends Gathered {
  id: string;
  stamp: string;
  /** as it is kept, and as it goes into the threads */
  packed: tasks.PackedFit;
  /** worked out just now, and not kept yet; null where it came from what is kept */
  fresh: tasks.WorkedOut | null;
}

type Tasks = typeof tasks;

/**
 * The worked-out state of instruments, always of everything that is recorded: from memory or from what is kept while
 * nothing was written that it stands on, else worked out in a thread beside. Nothing is written here, see
 * background.service.ts.
 */
@Injectable()
export class AnalysisService implements OnApplicationShutdown {
  private readonly pool = new WorkPool<Tasks>(import.meta.url, '../workers/tasks', COMPUTING);
  /** ready by instrument, the longest unused first */
  private readonly ready = new Map<string, { stamp: string; analysis: Promise<Analysis> }>();
  private readonly ended = new AbortController();

  constructor(
    private readonly database: Database,
    private readonly records: RecordsService,
    private readonly paths: PathsService,
    private readonly stamps: StampsService,
    private readonly clock: Clock,
  ) {}

  async onApplicationShutdown(): Promise<void> {
    this.ended.abort();
    await this.pool.end();
  }

  /** @throws ProblemError where there is no such instrument */
  async of(id: string, urgent = true): Promise<Analysis> {
    const stamp = await this.stamps.of(id);
    const known = this.ready.get(id);
    this.ready.delete(id);
    const analysis = known?.stamp === stamp ? known.analysis : this.analyse(id, stamp, urgent);
    this.ready.set(id, { stamp, analysis });
    for (const oldest of this.ready.keys()) {
      if (this.ready.size <= READY) break;
      this.ready.delete(oldest);
    }
    // what failed is tried again when it is asked for again
    analysis.catch(() => this.ready.get(id)?.analysis === analysis && this.ready.delete(id));
    return analysis;
  }

  /** What of instruments cannot wait, as far as it was worked out, by their ids. */
  async urgencies(ids: readonly string[]): Promise<Map<string, Urgency>> {
    const rows = await this.database.read.query<{ id: string; urgency: string }[]>(
      `SELECT "instrumentId" AS "id", json_extract("card", '$.urgency') AS "urgency" FROM "worked_out"
        WHERE "instrumentId" IN (SELECT value FROM json_each(?)) AND json_extract("card", '$.urgency') IS NOT NULL`,
      [JSON.stringify(ids)],
    );
    return new Map(
      rows.map(({ id, urgency }) => [id, { ends: null, ...(JSON.parse(urgency) as Omit<Urgency, 'ends'>) }]),
    );
  }

  /** Whose air an instrument lived in. */
  pathOf(id: string): Promise<PackedPath> {
    return this.paths.packed(id);
  }

  /** Runs a task beside for an open page, before what is worked out in the background. */
  ask<T extends keyof Tasks>(task: T, input: Parameters<Tasks[T]>[0]): Promise<ReturnType<Tasks[T]>> {
    return this.run(task, input, LIMIT_MS, true);
  }

  /** Runs a task beside when nothing else waits. */
  later<T extends keyof Tasks>(task: T, input: Parameters<Tasks[T]>[0]): Promise<ReturnType<Tasks[T]>> {
    return this.run(task, input, task === 'solveTop' ? TOP_LIMIT_MS : LIMIT_MS, false);
  }

  private async analyse(id: string, stamp: string, urgent: boolean): Promise<Analysis> {
    const gathered = await this.records.gather(id);
    const kept = await this.database.read.findOneBy(WorkedOutEntity, { instrumentId: id });
    if (kept?.fingerprint === gathered.fingerprint && kept.card.refusal === null)
      return { ...gathered, id, stamp, packed: kept.fit, fresh: null };
    const shown = await this.database.read.findBy(ShownForecastEntity, { instrumentId: id });
    const { record, path } = gathered;
    const input = { record, path, day: this.clock.today(), shown };
    const fresh = await (urgent ? this.ask('workOut', input) : this.later('workOut', input));
    return { ...gathered, id, stamp, packed: fresh.fit, fresh };
  }

  private run<T extends keyof Tasks>(
    name: T,
    input: Parameters<Tasks[T]>[0],
    limit: number,
    urgent: boolean,
  ): Promise<ReturnType<Tasks[T]>> {
    const { signal } = this.ended;
    const found = this.pool.run(name, input as never, { urgent, signal, limit }) as Promise<
      ReturnType<Tasks[T]>
    >;
    return found.catch((error: unknown) => {
      throw error instanceof TookTooLong
        ? unavailable('It is still being worked out', 'Ask for it again in a moment.')
        : error;
    });
  }
}

/** What was learned of an instrument, unpacked. */
export const fitOf = ({ packed }: Pick<Analysis, 'packed'>): Learned =>
  JSON.parse(inflateRawSync(packed).toString('utf8')) as Learned;
