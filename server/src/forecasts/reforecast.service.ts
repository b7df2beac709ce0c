import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { ForecastProgress, SlipStance } from '@upright-elder/contract';
import { outlookSentences, readingOn, type Sentence } from '@upright-elder/core';
import { PinoLogger } from 'nestjs-pino';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { Visitors } from '../http/visitors.js';
import { ShopService } from '../shop/shop.service.js';
import { ForecastsService, type Case } from './forecasts.service.js';
import { stanceAt } from './played.js';
import { ScorecardsService } from './scorecards.service.js';

/** What the shelf shows of an instrument. */
export interface Summary {
  /** most urgent sentence; null where nothing was read at pitch */
  first: Sentence | null;
  stance: SlipStance | null;
  examinations: number;
  lastExamined: string | null;
  /** what it was worked out from */
  key: string;
}

const LOOK_MS = 3000;

interface Stamp {
  id: string;
  key: string;
}

/**
 * Works out the forecasts of the whole shop in the background, one instrument after the other with a pause for everybody
 * else in between, whenever an instrument, an examination, a room's air, a solved top or the day has changed.
 */
@Injectable()
export class ReforecastService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly summaries = new Map<string, Summary>();
  private timer: NodeJS.Timeout | null = null;
  private working: Promise<void> | null = null;
  private ended = false;

  constructor(
    private readonly database: Database,
    private readonly forecasts: ForecastsService,
    private readonly scorecards: ScorecardsService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
    private readonly visitors: Visitors,
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
    await this.working;
  }

  wake(): void {
    if (this.ended) return;
    this.working ??= this.work().finally(() => {
      this.working = null;
    });
  }

  async progress(): Promise<ForecastProgress> {
    const stamps = await this.stamps();
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
    const summary = { ...(await this.worked(id)), key };
    this.summaries.set(id, summary);
    return summary;
  }

  /** One instrument that cannot be worked out is said so, and never keeps the others from it. */
  private async worked(id: string): Promise<Omit<Summary, 'key'>> {
    try {
      const worked = await this.forecasts.caseOf(id);
      const { outlook, examinations } = worked;
      const [first = null] = outlookSentences(outlook.sides, await this.shop.sayer());
      return {
        first,
        stance: slipStance(worked),
        examinations: examinations.length,
        lastExamined: examinations.at(-1)?.date ?? null,
      };
    } catch (error) {
      this.log.error(error, `the forecast of ${id} could not be worked out`);
      const because = error instanceof Error ? error.message : String(error);
      const first: Sentence = { text: 'Its forecast could not be worked out.', weight: 'unknown', because };
      return { first, stance: null, examinations: 0, lastExamined: null };
    }
  }

  /** What each instrument's forecast stands on, in one look; all of them, or those asked for. */
  async stamps(ids?: readonly string[]): Promise<Stamp[]> {
    const only = ids ? `WHERE i."id" IN (${ids.map(() => '?').join(', ')})` : '';
    const { sayIn } = await this.shop.get();
    const rows = await this.database.read.query<{ id: string; key: string }[]>(
      `SELECT i."id" AS id, i."revision" || ' ' || ifnull(i."homeRoomId", '') || ' ' || ifnull(r."airRevision", 0) || ' ' || ifnull(s."from", '') AS key
       FROM "instrument" i LEFT JOIN "room" r ON r."id" = i."homeRoomId" LEFT JOIN "solved_top" s ON s."id" = i."id" ${only}`,
      ids ? [...ids] : [],
    );
    const today = this.clock.today();
    return rows.map(({ id, key }) => ({ id, key: `${key} ${today} ${sayIn}` }));
  }

  private async work(): Promise<void> {
    try {
      const stamps = await this.stamps();
      this.forgetAllBut(new Set(stamps.map(({ id }) => id)));
      for (const { id, key } of stamps) {
        if (this.ended) return;
        if (this.of(id, key)) continue;
        // whoever asks for a page is served first
        await this.visitors.gone();
        const { first } = await this.now(id, key);
        await this.visitors.gone();
        if (first)
          await this.scorecards
            .workOut(id, () => this.visitors.gone())
            .catch((error: unknown) =>
              this.log.error(error, `the scorecard of ${id} could not be worked out`),
            );
      }
    } catch (error) {
      this.log.error(error, 'forecasts could not be worked out');
    }
  }

  private forgetAllBut(ids: Set<string>): void {
    for (const id of this.summaries.keys()) {
      if (ids.has(id)) continue;
      this.summaries.delete(id);
      this.scorecards.forget(id);
    }
  }
}

/** The little stance on the slip: the bass side as it was last read in full. */
function slipStance({ instrument, examinations }: Case): SlipStance | null {
  for (const examination of [...examinations].reverse()) {
    const stance = stanceAt(examination, instrument, 'bass');
    if (!stance) continue;
    return {
      saddleHeight: stance.saddleHeight,
      nutHeight: stance.nutHeight,
      relief: stance.reliefToJoin,
      saddleShowing: readingOn(examination.readings, 'saddleShowing', 'bass')!.value,
    };
  }
  return null;
}
