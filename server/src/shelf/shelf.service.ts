import { Injectable } from '@nestjs/common';
import type { Slip, SlipPage } from '@upright-elder/contract';
import { dayOf } from '@upright-elder/core';
import { In } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { ReforecastService } from '../forecasts/reforecast.service.js';
import type { Summary } from '../forecasts/summary.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { lookFor } from './look-for.js';

const PAGE = 100;
/** After this many days a season has turned. */
const DUE_DAYS = 150;
/** What is not worked out yet is worked out for so long before the page is answered; the rest follows in the background, ms. */
const PATIENCE_MS = 80;

@Injectable()
export class ShelfService {
  constructor(
    private readonly database: Database,
    private readonly reforecast: ReforecastService,
    private readonly clock: Clock,
  ) {}

  /**
   * A page of instruments by name, each with its most urgent sentence as far as it is worked out.
   *
   * @param archived those put away in the archive instead of those on the shelf
   */
  async page(page: number, search: string, archived: boolean): Promise<SlipPage> {
    const query = (struck: boolean) => {
      const found = this.database.read
        .createQueryBuilder(InstrumentEntity, 'i')
        .where('i.struck = :struck', { struck });
      lookFor(search).forEach(({ sql, parameters }) => found.andWhere(sql, parameters));
      return found;
    };
    const total = await query(archived).getCount();
    const found = await query(archived)
      .select('i.id', 'id')
      .orderBy('i.nickname', 'ASC')
      .addOrderBy('i.id', 'ASC')
      .offset((page - 1) * PAGE)
      .limit(PAGE)
      .getRawMany<{ id: string }>();
    const ids = found.map(({ id }) => id);
    const [rows, stamps] = await Promise.all([
      this.database.read.findBy(InstrumentEntity, { id: In(ids) }),
      this.reforecast.stamps(ids),
    ]);
    const until = performance.now() + PATIENCE_MS;
    const slips: Slip[] = [];
    for (const id of ids) {
      const row = rows.find((one) => one.id === id);
      const stamp = stamps.find((one) => one.id === id);
      if (!row || !stamp) continue;
      const worked = this.reforecast.of(id, stamp.key);
      const patient = performance.now() < until;
      slips.push(this.slip(row, worked ?? (patient ? await this.reforecast.now(id, stamp.key) : null)));
    }
    return { slips, total, page, search, archived: archived ? total : await query(true).getCount() };
  }

  private slip(row: InstrumentEntity, summary: Summary | null): Slip {
    const last = summary?.lastExamined ?? null;
    const due = summary !== null && (last === null || this.clock.today() - dayOf(last) > DUE_DAYS);
    const nothing = summary
      ? 'Not measured at pitch yet: begin with an examination.'
      : 'Its forecast is being worked out.';
    return {
      id: row.id,
      nickname: row.nickname,
      maker: row.maker,
      owner: row.owner,
      type: row.type,
      scale: row.scale.metres,
      bodyJoin: row.bodyJoin,
      stance: summary?.stance ?? null,
      examinations: summary?.examinations ?? 0,
      lastExamined: last,
      due,
      sentence: summary?.first?.text ?? nothing,
      weight: summary?.first?.weight ?? 'unknown',
      struck: row.struck,
      pending: summary === null,
    };
  }
}
