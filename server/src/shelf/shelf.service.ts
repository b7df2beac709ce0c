import { Injectable } from '@nestjs/common';
import type { Card, CardPage } from '@upright-elder/contract';
import { dateIn, isoDate } from '@upright-elder/core/days';
import type { HeightUnit } from '@upright-elder/core/units';
import { BackgroundService } from '../analysis/background.service.js';
import type { WorkedOutCard } from '../analysis/worked-out-card.js';
import { Clock } from '../clock.js';
import { seasonTurned } from '../examinations/due.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService, type ShelfRow } from '../instruments/instruments.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import { ShopService } from '../shop/shop.service.js';

const PAGE = 100;

@Injectable()
export class ShelfService {
  constructor(
    private readonly instruments: InstrumentsService,
    private readonly background: BackgroundService,
    private readonly examinations: ExaminationsService,
    private readonly shop: ShopService,
    private readonly jobs: JobsService,
    private readonly clock: Clock,
  ) {}

  /**
   * A page of instruments by name, each with its most urgent sentence as it was worked out last; where that was for
   * another day, or something was recorded since, it is said of which day it is.
   *
   * @param archived those put away in the archive instead of those on the shelf
   * @param room those that live in it only; null for all
   */
  async page(page: number, search: string, archived: boolean, room: string | null = null): Promise<CardPage> {
    const found = await this.instruments.page({ search, archived, room }, (page - 1) * PAGE, PAGE);
    const { sayIn } = await this.shop.get();
    const ids = found.rows.map(({ id }) => id);
    const [kept, examined, jobs, handedOver] = await Promise.all([
      this.background.kept(ids),
      this.examinations.counts(ids),
      this.jobs.onShelf(ids),
      this.jobs.handedOver(ids),
    ]);
    return {
      cards: found.rows.map((row) => ({
        ...this.card(row, kept.get(row.id) ?? null, examined.get(row.id), sayIn, handedOver.get(row.id)),
        job: jobs.get(row.id) ?? null,
      })),
      total: found.total,
      page,
      search,
      archived: found.archived,
    };
  }

  private card(
    { scale, ...row }: ShelfRow,
    kept: { card: WorkedOutCard; day: number; fresh: boolean } | null,
    examined: { count: number; last: string } | undefined,
    unit: HeightUnit,
    handedOver: number | undefined,
  ): Omit<Card, 'job'> {
    const { card } = kept ?? { card: null };
    const last = examined?.last ?? null;
    const left =
      handedOver === undefined ? null : dateIn(new Date(handedOver).toISOString(), this.clock.zone);
    // as it leaves the shop it is measured, whatever was measured before the work
    const afterJob = left !== null && (last === null || last < left) ? left : null;
    const due = afterJob !== null || seasonTurned(last, this.clock.today());
    const first = card?.first?.[unit];
    const old = kept !== null && (!kept.fresh || kept.day !== this.clock.today());
    return {
      id: row.id,
      nickname: row.nickname,
      maker: row.maker,
      owner: row.owner,
      type: row.type,
      bodyJoin: row.bodyJoin,
      struck: row.struck,
      scale: scale.metres,
      stance: card?.stance ?? null,
      examinations: examined?.count ?? 0,
      lastExamined: last,
      due,
      handedOver: afterJob,
      sentence: first?.text ?? without(card),
      weight: first?.weight ?? 'unknown',
      place: first?.place ?? null,
      ask: card?.ask ?? null,
      pending: kept === null,
      asOf: old ? isoDate(kept.day) : null,
    };
  }
}

function without(card: WorkedOutCard | null): string {
  if (card === null) return 'Its forecast is being worked out.';
  if (card.refusal !== null) return 'Its forecast could not be worked out.';
  return 'Not measured at pitch yet: begin with an examination.';
}
