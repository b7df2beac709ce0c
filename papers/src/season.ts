import { dateIn, sayDate } from '@upright-elder/core/days';
import type { RankReason } from '@upright-elder/core/schedule';
import {
  roundsByRoom,
  seasonLines,
  SURE_CHOICE,
  type RoundItem,
  type SeasonChoice,
  type SeasonChoices,
  type SeasonLine,
  type Sureness,
} from '@upright-elder/core/season';
import type { TreatmentEdits } from '@upright-elder/core/treatments';
import { sayBenchHours, type HeightUnit } from '@upright-elder/core/units';
import {
  planName,
  sayBrings,
  sayIn,
  sayMoney,
  sayRoundItem,
  saySeasonRest,
  saySeasonSum,
  saySure,
  sayWaitsAYear,
} from '@upright-elder/core/wording';
import type { Block, Paper } from './blocks.js';
import { CAUTION, heading, small, text } from './parts.js';

/** An instrument of a season, as it stands on paper. */
export interface InstrumentOnSeasonPaper {
  nickname: string;
  /** where it lives; empty where nobody said */
  room: string;
  because: readonly RankReason[];
  job: string | null;
  choices: SeasonChoices | null;
  round: readonly RoundItem[];
  /** ms; null where it is not chosen */
  when: { from: number; to: number } | null;
}

/** Everything that a season's paper is made of. SI, ids and what people typed. */
export interface SeasonOnPaper {
  shop: { name: string; foot: string };
  day: string;
  zone: string;
  currency: string;
  heights: HeightUnit;
  /** hours of hands; money, null: no limit */
  hours: number;
  money: number | null;
  /** null: the shop has none, and no plan has a price */
  rate: number | null;
  instruments: readonly InstrumentOnSeasonPaper[];
  choice: SeasonChoice;
  sureness: Sureness;
  edits: TreatmentEdits;
  /** names by id */
  people: Readonly<Record<string, string>>;
}

type Chosen = SeasonLine<InstrumentOnSeasonPaper> & { plan: number };

/** A season's plan for a collection, and its rounds, ready to be set. */
export function seasonPaperOf(season: SeasonOnPaper): Paper {
  const { shop, day, instruments, choice, sureness, rate, heights, edits, people } = season;
  const lines = seasonLines(instruments, choice, sureness);
  const say = sayIn(heights);
  const names = { person: (id: string) => people[id] ?? '', height: say.fine };
  const rest = saySeasonRest(lines, ({ nickname }) => nickname);
  return {
    title: 'A season’s plan',
    about: [sayDate(day, 'long'), shop.name].filter((one) => one.trim() !== '').join(' · '),
    shop: shop.name,
    day,
    blocks: [
      text(saySeasonSum(season, lines)),
      heading('Chosen'),
      ...(lines.chosen.length === 0
        ? [text('Nothing fits into these hours.')]
        : [
            chosenTable(lines.chosen, season),
            small(
              `How sure a choice is: what each repair is worth was drawn ${sureness.draws} times, and all chosen again.`,
            ),
          ]),
      ...(lines.left.length === 0
        ? []
        : [
            heading('Left out'),
            {
              kind: 'list' as const,
              items: lines.left.map(
                ({ one, share }) =>
                  `${one.nickname}: ${sayWaitsAYear(one.because, names)}.${
                    share < SURE_CHOICE ? ` To leave it out is ${saySure(share)}.` : ''
                  }`,
              ),
            },
          ]),
      ...(rest === '' ? [] : [text(rest)]),
      ...roundsByRoom(instruments).flatMap(({ room, of }): Block[] => [
        heading(`Round: ${room || 'no room written down'}`),
        ...of.flatMap(({ nickname, round }): Block[] => [
          { kind: 'text', text: nickname, strong: true },
          { kind: 'list', ticks: true, items: round.map((item) => sayRoundItem(item, say, edits)) },
        ]),
      ]),
      small(`${rate === null ? '' : 'Costs are estimates without tax. '}${CAUTION}`),
      ...(shop.foot === '' ? [] : [small(shop.foot)]),
    ],
  };
}

function chosenTable(chosen: readonly Chosen[], { rate, currency, zone }: SeasonOnPaper): Block {
  const said = (ms: number) => sayDate(dateIn(new Date(ms).toISOString(), zone));
  const priced = rate !== null;
  const ordered = [...chosen].sort((a, b) => (a.one.when?.from ?? 0) - (b.one.when?.from ?? 0));
  return {
    kind: 'table',
    name: 'Chosen',
    head: [
      'Instrument',
      'What is done',
      'When',
      'At the bench',
      ...(priced ? ['Cost, about'] : []),
      'How sure',
    ],
    rows: ordered.map(({ one: { nickname, choices, when }, plan, share }) => {
      const offered = choices.offered[plan]!;
      const { hours, money } = choices.instrument.plans[plan]!;
      return [
        nickname,
        `${planName(offered.kinds)}: ${sayBrings(offered)}`,
        when === null ? '' : `${said(when.from)} to ${said(when.to)}`,
        sayBenchHours([hours, hours]),
        ...(priced ? [sayMoney(money, currency)] : []),
        saySure(share),
      ];
    }),
    widths: priced ? [0.17, 0.31, 0.17, 0.11, 0.11, 0.13] : [0.19, 0.36, 0.18, 0.13, 0.14],
  };
}
