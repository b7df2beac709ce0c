import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { ForecastProgress, ShopInput } from '@upright-elder/contract';
import { PinoLogger } from 'nestjs-pino';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { ShopService } from '../shop/shop.service.js';
import { Forecaster } from './forecaster.js';
import { ForecastsService } from './forecasts.service.js';
import { ScorecardsService } from './scorecards.service.js';
import { summaryOf, unknownSummary, type Summary } from './summary.js';

const LOOK_MS = 3000;

/** What an instrument's forecast stands on: its own revision, its room's air, its solved top, the day. */
interface Stamp {
  id: string;
  key: string;
}

/**
 * Keeps the forecasts of the whole shop worked out, in a thread beside, whenever an instrument, an examination, a
 * room's air, a solved top or the day has changed.
 */
@Injectable()
export class ReforecastService implements OnApplicationBootstrap, OnApplicationShutdown {
  /** what is worked out, with the key it was worked out from */
  private readonly summaries = new Map<string, Summary & { key: string }>();
  private lastLook: { of: string; stamps: Stamp[] } = { of: '', stamps: [] };
  private timer: NodeJS.Timeout | null = null;
  private working: Promise<void> | null = null;
  private ended = false;

  constructor(
    private readonly database: Database,
    private readonly forecasts: ForecastsService,
    private readonly forecaster: Forecaster,
    private readonly scorecards: ScorecardsService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
    private readonly log: PinoLogger,
  ) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => this.wake(), LOOK_MS);
    this.timer.unref();
    this.wake();
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true;
    if (this.timer) clearInterval(this.timer);
    await this.forecaster.end();
    await this.working;
    // what was still being gathered may have started another thread
    await this.forecaster.end();
  }

  wake(): void {
    if (this.ended) return;
    this.working ??= this.work().finally(() => {
      this.working = null;
    });
  }

  async progress(): Promise<ForecastProgress> {
    const stamps = await this.allStamps();
    const done = stamps.filter(({ id, key }) => this.summaries.get(id)?.key === key).length;
    return { done, total: stamps.length };
  }

  /** What is worked out for an instrument as it is now; null where that is still to come. */
  of(id: string, key: string): Summary | null {
    const known = this.summaries.get(id);
    return known?.key === key ? known : null;
  }

  /** Works an instrument out at once, for whoever cannot wait. */
  async now(id: string, key: string): Promise<Summary> {
    const { sayIn } = await this.shop.get();
    const summary = await this.forecasts
      .caseOf(id)
      .then((worked) => summaryOf(worked, sayIn))
      .catch((error: unknown) => this.refused(id, error instanceof Error ? error.message : String(error)));
    this.summaries.set(id, { ...summary, key });
    return summary;
  }

  /** What the forecasts of these instruments stand on. */
  async stamps(ids: readonly string[]): Promise<Stamp[]> {
    const { sayIn } = await this.shop.get();
    return this.look(sayIn, ids);
  }

  /** The same of all instruments; looked up anew only where anything was written since. */
  private async allStamps(): Promise<Stamp[]> {
    const { sayIn } = await this.shop.get();
    const [written] = await this.database.read.query<{ data_version: number }[]>('PRAGMA data_version');
    const of = `${written!.data_version} ${this.clock.today()} ${sayIn}`;
    if (this.lastLook.of !== of) this.lastLook = { of, stamps: await this.look(sayIn) };
    return this.lastLook.stamps;
  }

  private async look(sayIn: ShopInput['sayIn'], ids?: readonly string[]): Promise<Stamp[]> {
    const only = ids ? `WHERE i."id" IN (${ids.map(() => '?').join(', ')})` : '';
    const rows = await this.database.read.query<Stamp[]>(
      `SELECT i."id" AS id, i."revision" || ' ' || ifnull(i."homeRoomId", '') || ' ' || ifnull(r."airRevision", 0) || ' ' || ifnull(s."from", '') AS key
       FROM "instrument" i LEFT JOIN "room" r ON r."id" = i."homeRoomId" LEFT JOIN "solved_top" s ON s."id" = i."id" ${only}`,
      ids ? [...ids] : [],
    );
    const today = this.clock.today();
    return rows.map(({ id, key }) => ({ id, key: `${key} ${today} ${sayIn}` }));
  }

  private async work(): Promise<void> {
    try {
      const { sayIn } = await this.shop.get();
      const stamps = await this.allStamps();
      this.forgetAllBut(new Set(stamps.map(({ id }) => id)));
      for (const { id, key } of stamps) {
        if (this.of(id, key)) continue;
        const found = await this.forecaster.find(id, sayIn);
        if (this.ended) return;
        if ('refusal' in found) {
          this.summaries.set(id, { ...this.refused(id, found.refusal), key });
          continue;
        }
        this.summaries.set(id, { ...found.summary, key });
        this.scorecards.know(id, found.kept);
      }
    } catch (error) {
      this.log.error(error, 'forecasts could not be worked out');
    }
  }

  /** One instrument that cannot be worked out is said so, and never keeps the others from it. */
  private refused(id: string, because: string): Summary {
    this.log.error(`the forecast of ${id} could not be worked out: ${because}`);
    return unknownSummary(because);
  }

  private forgetAllBut(ids: Set<string>): void {
    for (const id of this.summaries.keys()) {
      if (ids.has(id)) continue;
      this.summaries.delete(id);
      this.scorecards.forget(id);
    }
  }
}
