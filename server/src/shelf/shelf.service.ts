import { setImmediate } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import type { Slip, SlipPage, SlipStance } from '@upright-elder/contract';
import { dayOf, outlookSentences, sideMeasured, stanceOf } from '@upright-elder/core';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { ForecastsService, type Case } from '../forecasts/forecasts.service.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { neckOf } from '../judgement/judgement.service.js';
import { ShopService } from '../shop/shop.service.js';

const PAGE = 100;
/** After this many days a season has turned. */
const DUE_DAYS = 150;

@Injectable()
export class ShelfService {
  constructor(
    private readonly database: Database,
    private readonly forecasts: ForecastsService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
  ) {}

  /** A page of instruments by name, each with its most urgent sentence. */
  async page(page: number, search: string): Promise<SlipPage> {
    const query = this.database.read.createQueryBuilder(InstrumentEntity, 'i').select('i.id', 'id');
    if (search.trim() !== '') {
      const like = `%${search.trim().replace(/[\\%_]/gu, (sign) => `\\${sign}`)}%`;
      query.where(
        `i.nickname LIKE :like ESCAPE '\\' OR i.maker LIKE :like ESCAPE '\\' OR i.owner LIKE :like ESCAPE '\\'`,
        { like },
      );
    }
    const total = await query.getCount();
    const ids = await query
      .orderBy('i.nickname', 'ASC')
      .addOrderBy('i.id', 'ASC')
      .offset((page - 1) * PAGE)
      .limit(PAGE)
      .getRawMany<{ id: string }>();
    const say = await this.shop.sayer();
    const slips: Slip[] = [];
    for (const { id } of ids) {
      slips.push(this.slip(await this.forecasts.caseOf(id), say));
      // a page that is worked out for the first time must not keep other requests waiting
      await setImmediate();
    }
    return { slips, total, page };
  }

  private slip(worked: Case, say: (metres: number) => string): Slip {
    const { instrument, examinations, outlook } = worked;
    const last = examinations.at(-1);
    const due = !last || this.clock.today() - dayOf(last.date) > DUE_DAYS;
    const [first] = outlookSentences(outlook.sides, say);
    return {
      id: instrument.id,
      nickname: instrument.nickname,
      maker: instrument.maker,
      owner: instrument.owner,
      type: instrument.type,
      scale: instrument.scale.metres,
      bodyJoin: instrument.bodyJoin,
      stance: slipStance(worked),
      examinations: examinations.length,
      lastExamined: last?.date ?? null,
      due,
      sentence: first?.text ?? 'Not measured at pitch yet: begin with an examination.',
      weight: first?.weight ?? 'unknown',
    };
  }
}

function slipStance({ instrument, examinations }: Case): SlipStance | null {
  for (const examination of [...examinations].reverse()) {
    const { measured } = sideMeasured(examination.readings, 'bass');
    if (!measured || examination.conditions.strings !== 'pitch') continue;
    const stance = stanceOf(
      neckOf(instrument, 'bass'),
      {
        firstFretGap: measured.firstFretGap.value,
        relief: measured.relief.value,
        straightedge: measured.straightedge.value,
        saddleShowing: measured.saddleShowing.value,
      },
      { reliefFrets: [examination.conditions.reliefFrom, examination.conditions.reliefTo] },
    );
    return {
      saddleHeight: stance.saddleHeight,
      nutHeight: stance.nutHeight,
      relief: stance.reliefToJoin,
      saddleShowing: measured.saddleShowing.value,
    };
  }
  return null;
}
