import { Injectable } from '@nestjs/common';
import type { SeasonPage } from '@upright-elder/contract';
import { isoDate } from '@upright-elder/core/days';
import { paperText, type PaperSize } from '@upright-elder/core/papers';
import { rankOf } from '@upright-elder/core/schedule';
import type { SeasonChoices, SeasonInstrument } from '@upright-elder/core/season';
import type { HeightUnit } from '@upright-elder/core/units';
import { AirService } from '../air/air.service.js';
import { AnalysisService } from '../analysis/analysis.service.js';
import { CalendarService } from '../calendar/calendar.service.js';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { Clock } from '../clock.js';
import { seasonTurned } from '../examinations/due.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { badFields } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import { PeopleService } from '../people/people.service.js';
import { PlanningService } from '../plans/planning.service.js';
import { ShopService } from '../shop/shop.service.js';

/** So many instruments are planned together at most. */
const MOST = 120;
/** More hours than this nobody has in a season. */
const MOST_HOURS = 2000;

/** What is asked of a season, as it came. */
export interface SeasonAsked {
  owner: string | null;
  room: string | null;
  hours: string;
  money: string;
}

interface Worked {
  stamp: string;
  made: Promise<{ choices: SeasonChoices; round: SeasonPage['instruments'][number]['round'] }>;
}

/** For hours and money given: which plan of which instrument of a collection. */
@Injectable()
export class SeasonService {
  /** what was worked out of instruments, by what it was made of */
  private readonly kept = new Map<string, Worked>();

  constructor(
    private readonly air: AirService,
    private readonly analysis: AnalysisService,
    private readonly calendar: CalendarService,
    private readonly catalogue: CatalogueService,
    private readonly clock: Clock,
    private readonly examinations: ExaminationsService,
    private readonly instruments: InstrumentsService,
    private readonly jobs: JobsService,
    private readonly people: PeopleService,
    private readonly planning: PlanningService,
    private readonly shop: ShopService,
  ) {}

  /** @throws ProblemError where hours or money cannot be read, or the collection is too large */
  async page(asked: SeasonAsked): Promise<SeasonPage> {
    const budget = readBudget(asked);
    const found = await this.instruments.collection(asked, MOST + 1);
    if (found.length > MOST)
      throw badFields([
        {
          field: 'owner',
          typed: asked.owner ?? asked.room ?? 'all',
          reason: `that is more than ${MOST} instruments`,
          accepted: 'the instruments of one owner, or of one room',
        },
      ]);
    const ids = found.map(({ id }) => id);
    const [shop, rooms, urgencies, examined, jobs] = await Promise.all([
      this.shop.get(),
      this.air.rooms(),
      this.analysis.urgencies(ids),
      this.examinations.counts(ids),
      this.jobs.onShelf(ids),
    ]);
    const today = isoDate(this.clock.today());
    const all = await Promise.all(
      found.map(async ({ id, nickname, homeRoomId }) => {
        const last = examined.get(id)?.last ?? null;
        const due = seasonTurned(last, this.clock.today());
        const urgency = urgencies.get(id) ?? null;
        const job = jobs.get(id)?.id ?? null;
        const worked = await this.worked(id, { urgency, due }).catch(() => null);
        const { because } = rankOf({ urgency, promised: null, needed: null, byHand: null, today });
        return {
          ...{ id, nickname, because, job, choices: worked?.choices ?? null, round: worked?.round ?? [] },
          room: rooms.find((room) => room.id === homeRoomId)?.name ?? '',
        };
      }),
    );
    const open = all.filter(({ choices, job }) => choices && job === null);
    const instruments = open.map(({ id, choices }): SeasonInstrument => ({ id, ...choices!.instrument }));
    const { choice, sureness } = await this.analysis.ask('chosenFor', { instruments, budget });
    const chosen = open.flatMap(({ id, choices }, i) => {
      const plan = choice.chosen[i];
      return plan == null ? [] : [{ instrument: id, ids: choices!.offered[plan]!.ids }];
    });
    const when = chosen.length > 0 ? await this.calendar.alsoPlanned(chosen) : new Map<string, never>();
    const rate = await this.planning.rate();
    return {
      ...{ zone: shop.zone, currency: shop.currency, ...budget, rate, choice, sureness },
      instruments: all.map((one) => ({ ...one, when: when.get(one.id) ?? null })),
    };
  }

  /** The same as a paper. @throws ProblemError as the page does */
  async paper(
    asked: SeasonAsked,
    { size, heights }: { size: PaperSize; heights: HeightUnit | null },
  ): Promise<Uint8Array> {
    const [page, shop, people, { edits }] = await Promise.all([
      this.page(asked),
      this.shop.get(),
      this.people.list(),
      this.catalogue.ofShop(),
    ]);
    return this.analysis.ask('setSeason', {
      size,
      season: {
        ...page,
        shop: { name: shop.name, foot: paperText(shop.paperTexts ?? {}, 'owner') },
        day: shop.today,
        heights: heights ?? shop.sayIn,
        edits,
        people: Object.fromEntries(people.map(({ id, name }) => [id, name])),
      },
    });
  }

  /** Once for everything that it is made of. */
  private async worked(
    id: string,
    asked: { urgency: Parameters<typeof rankOf>[0]['urgency']; due: boolean },
  ): Promise<Awaited<Worked['made']>> {
    const planning = await this.planning.of(id);
    const stamp = JSON.stringify([planning, asked]);
    const known = this.kept.get(id);
    if (known?.stamp === stamp) return known.made;
    const { evidence, today, yearInput, sides, money, effects, edits } = planning;
    const made = this.analysis.ask('choicesFor', {
      ...{ evidence, today, yearInput, sides, money, effects, edits, ...asked },
      day: this.clock.today(),
    });
    this.kept.set(id, { stamp, made });
    made.catch(() => this.kept.delete(id));
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= MOST) break;
      this.kept.delete(oldest);
    }
    return made;
  }
}

function readBudget({ hours, money }: SeasonAsked): { hours: number; money: number | null } {
  const [h, m] = [Number(hours.replace(',', '.')), Number(money.replace(',', '.'))];
  if (hours.trim() === '' || !(h >= 0 && h <= MOST_HOURS))
    throw badFields([
      {
        field: 'hours',
        typed: hours,
        reason: 'these are no hours',
        accepted: `0 to ${MOST_HOURS} hours, such as 80`,
      },
    ]);
  if (money.trim() !== '' && !(m >= 0 && m <= 1e9))
    throw badFields([
      {
        field: 'money',
        typed: money,
        reason: 'that is no amount',
        accepted: 'an amount such as 2500, or nothing',
      },
    ]);
  return { hours: Math.floor(h), money: money.trim() === '' ? null : m };
}
