import { endOf, saddleOfYear, yearAgainst, type Judged, type YearUnder } from '../src/forecast/index.js';
import { type Diagnosis, type Finding, type SideStance } from '../src/diagnosis/index.js';
import {
  forecastOf,
  groundToday,
  judgeInstrument,
  learn,
  standOn,
  type InstrumentToday,
  type YearsAhead,
} from '../src/instrument/index.js';
import type { PlanStep } from '../src/repair-plans/index.js';
import { STRING_SIDES, type StringSide } from '../src/strings/index.js';
import { hasRole, type TreatmentId } from '../src/treatments/index.js';
import {
  findingSentences,
  firstOf,
  firstSentence,
  sayFindings,
  sayIn,
  sayingIn,
  sayYear,
  yearsAheadSentence,
} from '../src/wording/index.js';
import type { History } from './histories.js';

/** What the pages of one instrument show on a day, before it is put in words; and the card with what it may say. */
export interface Pages {
  day: number;
  diagnosis: Diagnosis;
  order: PlanStep[];
  sides: InstrumentToday['sides'];
  year: YearUnder;
  judged: Judged;
  ahead: YearsAhead[];
  card: string | null;
  sentences: string[];
}

/** @param judgedSaid whether Seasons, years ahead and card are told what is judged; false is how they went by yardsticks of their own */
export function pagesOf({ record, room }: History, day: number, judgedSaid = true): Pages {
  const learned = learn(record, room);
  const fit = judgedSaid ? learned : { ...learned, evidence: undefined };
  const { today, yearsAhead, yearInput } = forecastOf(record, fit, room, day);
  const ground = groundToday(learned.evidence, standOn(learned, room, day));
  const { diagnosis } = ground;
  const judged = yearInput.judged ?? {};
  const saying = sayingIn('mm');
  return {
    day,
    diagnosis,
    order: judgeInstrument(ground).order,
    sides: today.sides,
    year: today.year,
    judged,
    ahead: yearsAhead,
    card: firstSentence(diagnosis, learned, today)?.mm.text ?? null,
    sentences: [
      ...findingSentences(diagnosis, learned, today, 'mm'),
      ...sayYear(today.year, day, saying, judged),
      ...yearsAhead.map((one) => yearsAheadSentence(one, day, saying)),
    ]
      .map(({ text }) => text)
      .concat(sayFindings(diagnosis.findings, sayIn('mm')).map(({ text }) => text)),
  };
}

/** What can be said of an instrument on several pages. */
export type Yardstick =
  | 'action today'
  | 'action where it is kept'
  | 'season'
  | 'saddle'
  | 'wheels'
  | 'saddle showing'
  | 'nut'
  | 'relief'
  | 'air'
  | 'damp year'
  | 'creep'
  | 'creep a year'
  | 'neck'
  | 'side it aims to'
  | 'rest'
  | 'card';

/** What one page says of one thing. */
export interface Claim {
  page: 'findings' | 'steps' | 'Seasons' | 'years ahead' | 'card';
  of: Yardstick;
  side: StringSide | null;
  says: string;
  /** m, or m a year, where it is a number; within so much two are the same */
  value?: number;
  same?: number;
  /** rule, step or ending with what it is of */
  from: string;
}

/** A saddle is not touched for less, m. */
const SEEN = 0.2e-3;

/** Claims of the same thing and side that do not go together; empty where all pages say alike. */
export function disagreements(claims: readonly Claim[]): string[] {
  return claims.flatMap((one, i) =>
    claims
      .slice(i + 1)
      .filter((other) => other.of === one.of && other.side === one.side && !alike(one, other))
      .map(
        (other) =>
          `${one.of}${one.side ? ` ${one.side}` : ''}: ${one.page} says ${one.says} (${one.from}), ${other.page} ${other.says} (${other.from})`,
      ),
  );
}

const alike = (one: Claim, other: Claim): boolean =>
  one.value !== undefined && other.value !== undefined
    ? Math.abs(one.value - other.value) <= Math.max(one.same ?? 0, other.same ?? 0)
    : one.says === other.says;

/** Everything that the pages say of what can be said on several. */
export const claimsOf = (pages: Pages): Claim[] => [
  ...ofFindings(pages),
  ...ofSteps(pages),
  ...ofSeasons(pages),
  ...ofYearsAhead(pages),
  ...ofCard(pages),
];

type Of<Rule extends Finding['rule']> = Extract<Finding, { rule: Rule }>;

function ofFindings({ diagnosis }: Pages): Claim[] {
  const { findings, sides } = diagnosis;
  const claim = (
    { rule }: Pick<Finding, 'rule'>,
    of: Yardstick,
    side: StringSide | null,
    says: string,
    number: Pick<Claim, 'value' | 'same'> = {},
  ): Claim => ({ page: 'findings', of, side, says, from: rule, ...number });
  const of = <Rule extends Finding['rule']>(rule: Rule) =>
    findings.filter((one): one is Of<Rule> => one.rule === rule);
  const kept = (finding: Finding, side: StringSide | null, atKept: number) =>
    claim(finding, 'season', side, `${(1e3 * atKept).toFixed(2)} mm`, { value: atKept, same: 0.05e-3 });
  const said: Claim[] = [
    ...of('action-off').flatMap((one) => [
      claim(one, 'action today', one.side, one.args.now),
      claim(one, 'action where it is kept', one.side, one.args.there),
      kept(one, one.side, one.args.atKept),
    ]),
    ...[...of('season-high'), ...of('season-low')].flatMap((one) => [
      claim(one, 'action today', one.side, one.args.now),
      claim(one, 'action where it is kept', one.side, 'right'),
      kept(one, one.side, one.args.atKept),
    ]),
    ...of('season-untold').map((one) => claim(one, 'action today', one.side, one.args.now)),
    ...of('season-hides').flatMap((one) => [
      claim(one, 'action today', one.side, 'right'),
      claim(one, 'action where it is kept', one.side, one.args.there),
      kept(one, one.side, one.args.atKept),
    ]),
    ...of('saddle-answers').flatMap((one) =>
      diagnosis.verdict.changes
        .filter(({ saddle }) => saddle!.trim.value > 0)
        .map(({ side }) => claim(one, 'saddle', side, 'enough')),
    ),
    ...of('saddle-answers').flatMap((one) =>
      (one.args.leaves ?? []).flatMap(({ side, showing }) => [
        claim(one, 'saddle showing', side, `${(1e3 * showing).toFixed(1)} mm`, {
          value: showing,
          same: SEEN,
        }),
      ]),
    ),
    ...of('saddle-taller').flatMap((one) =>
      (one.args.shows ?? []).map(({ side, showing }) =>
        claim(one, 'saddle showing', side, `${(1e3 * showing).toFixed(1)} mm`, {
          value: showing,
          same: SEEN,
        }),
      ),
    ),
    ...of('saddle-spent').flatMap((one) =>
      one.args.left.map(({ side }) => claim(one, 'saddle', side, 'not enough')),
    ),
    ...of('target-low').flatMap((one) =>
      one.args.atFloor.map(({ side }) => claim(one, 'saddle', side, 'not enough')),
    ),
    ...[...of('nut-high'), ...of('nut-low')].flatMap((one) =>
      one.side ? [claim(one, 'nut', one.side, one.rule === 'nut-high' ? 'high' : 'low')] : [],
    ),
    ...of('relief-high').map((one) => claim(one, 'relief', null, 'high')),
    ...[...of('relief-low'), ...of('back-bow')].map((one) => claim(one, 'relief', null, 'low')),
    ...of('dry-wood').map((one) => claim(one, 'air', null, 'dry')),
    ...of('damp-room').flatMap((one) => [
      ...(one.args.state === 'as it was read' ? [claim(one, 'air', null, 'damp')] : []),
      ...(one.args.state === 'through the year' ? [claim(one, 'damp year', null, 'damp')] : []),
    ]),
    ...of('creeps').flatMap((one) => [
      claim(one, 'creep', one.side, one.args.creep),
      claim(one, 'creep a year', one.side, `${(1e3 * one.args.perYear.value).toFixed(3)} mm`, {
        value: one.args.perYear.value,
        same: 1e-6,
      }),
    ]),
    ...of('neck-due').map((one) => claim(one, 'neck', null, 'too low')),
    ...of('neck-asked').map((one) => claim(one, 'neck', null, 'not told')),
    ...of('neck-overset').flatMap((one) =>
      one.args.state === 'a little'
        ? []
        : [claim(one, 'neck', null, one.args.told ? 'set back too far' : 'not told')],
    ),
    ...of('off-centre').map((one) => claim(one, 'side it aims to', null, one.args.side)),
    ...of('still-settling').map((one) => claim(one, 'rest', null, 'may still move')),
  ];
  // of what nothing is said, it is right
  const silent = sides.filter(
    ({ side }) =>
      !said.some((one) => one.of === 'action today' && one.side === side) &&
      of('slack-for-pitch').length === 0,
  );
  const creepless = STRING_SIDES.filter((side) => !of('creeps').some((one) => one.side === side));
  const none = { page: 'findings', from: 'no finding' } as const;
  return [
    ...said,
    ...silent.map(({ side }): Claim => ({ ...none, of: 'action today', side, says: 'right' })),
    ...creepless.map((side): Claim => ({ ...none, of: 'creep', side, says: 'none' })),
    ...sides
      .filter(({ budget, mends }) => budget !== null && mends.nut === null)
      .map(({ side }): Claim => ({ ...none, of: 'nut', side, says: 'right' })),
    ...(of('still-settling').length === 0
      ? [{ ...none, of: 'rest' as const, side: null, says: 'rested' }]
      : []),
  ];
}

const NUT: Partial<Record<TreatmentId, string>> = { nut: 'high', 'shim-nut': 'low' };
/** Work that is done for its own finding of the neck, not for its angle alone. */
const OPENS: readonly Finding['rule'][] = ['heel-opens', 'hole-sunk', 'block-split', 'block-risen'];

function ofSteps({ diagnosis, order }: Pages): Claim[] {
  const moved = order.some(({ id }) => hasRole(id, 'sets the plane'));
  return order.flatMap(({ id, amounts, withheld, answers, much }): Claim[] => {
    const claim = (
      of: Yardstick,
      side: StringSide | null,
      says: string,
      number: Partial<Pick<Claim, 'value' | 'same'>> = {},
    ): Claim => ({
      page: 'steps',
      of,
      side,
      says,
      from: id,
      ...number,
    });
    const given =
      withheld.length === 0 ? amounts.filter((one) => one.of === 'bass' || one.of === 'treble') : [];
    const saddle = id === 'saddle' || id === 'taller-saddle';
    const showing = (side: StringSide) =>
      diagnosis.sides.find((one) => one.side === side)?.measured?.saddleShowing;
    return [
      ...given.flatMap(({ of, value }) => {
        const side = of as StringSide;
        if (NUT[id] && Math.abs(value) > 0) return [claim('nut', side, NUT[id])];
        const stood = showing(side);
        if (!saddle || moved || answers.length === 0 || !stood) return [];
        const then = stood.value + (id === 'saddle' ? -value : value);
        return [
          claim('saddle showing', side, `${(1e3 * then).toFixed(1)} mm`, { value: then, same: SEEN }),
          ...(id === 'saddle' && value > 0 ? [claim('saddle', side, 'enough')] : []),
        ];
      }),
      ...(id === 'press-neck' && answers.includes('relief-high') ? [claim('relief', null, 'high')] : []),
      ...(id === 'adjust-rod' && amounts.length > 0 && answers.some((rule) => rule.startsWith('relief'))
        ? [claim('relief', null, amounts[0]!.value > 0 ? 'high' : 'low')]
        : []),
      ...(id === 'rehydrate' ? [claim('air', null, 'dry')] : []),
      ...(id === 'bring-down-damp' ? [claim('air', null, 'damp')] : []),
      ...(hasRole(id, 'sets the plane') &&
      id !== 'overset' &&
      !answers.some((rule) => OPENS.includes(rule)) &&
      answers.includes('neck-due')
        ? [claim('neck', null, 'too low')]
        : []),
      ...(id === 'overset' ? [claim('neck', null, 'set back too far')] : []),
      ...(much?.id === 'angle' && much.cheek ? [claim('side it aims to', null, much.cheek.side)] : []),
      ...(saddle && given.length > 0 && !order.some((one) => hasRole(one.id, 'read anew'))
        ? [claim('rest', null, 'rested')]
        : []),
    ];
  });
}

function ofSeasons({ year, judged, sides }: Pages): Claim[] {
  const claim = (
    of: Yardstick,
    side: StringSide | null,
    says: string,
    from: string,
    number: Partial<Pick<Claim, 'value' | 'same'>> = {},
  ): Claim => ({ page: 'Seasons', of, side, says, from, ...number });
  return [
    ...year.sides.flatMap(({ side, year: ahead, answers }): Claim[] => {
      const against = yearAgainst(ahead, judged[side] ?? null);
      const saddle = saddleOfYear(answers, judged[side] ?? null);
      const lower =
        (saddle.kind === 'one' && saddle.change < 0) || (saddle.kind === 'two' && saddle.damp.change < 0);
      return [
        ...(against.kind === 'inside all year'
          ? [claim('action today', side, 'right', 'inside all year')]
          : []),
        ...(against.kind === 'leaves'
          ? [
              ...(off(against.above)
                ? [claim('action today', side, 'high', `above: ${against.above!.kind}`)]
                : []),
              ...(off(against.below)
                ? [claim('action today', side, 'low', `below: ${against.below!.kind}`)]
                : []),
            ]
          : []),
        ...(saddle.kind === 'not enough' ? [claim('saddle', side, 'not enough', 'saddle of the year')] : []),
        ...(lower ? [claim('saddle', side, 'enough', `saddle of the year: ${saddle.kind}`)] : []),
      ];
    }),
    ...sides.flatMap(({ side, attribution, calibration, stands }): Claim[] => [
      claim('season', side, `${(1e3 * stands.atKept.value).toFixed(2)} mm`, 'stands', {
        value: stands.atKept.value,
        same: 0.05e-3,
      }),
      ...(attribution.known
        ? [
            claim(
              'creep',
              side,
              attribution.creep.endsWith('creeping') ? attribution.creep : 'none',
              'attribution',
            ),
          ]
        : [claim('creep', side, 'none', 'attribution')]),
      claim('creep a year', side, `${(1e3 * calibration.age.value).toFixed(3)} mm`, 'calibration', {
        value: calibration.age.value,
        same: 1e-6,
      }),
    ]),
    claim('damp year', null, (year.wood.damp?.weeks ?? 0) > 0 ? 'damp' : 'not damp', 'wood of the year'),
  ];
}

const off = (crossing: { kind: string } | null): boolean =>
  crossing?.kind === 'stays' || crossing?.kind === 'comes back';

const ofYearsAhead = ({ ahead, day, diagnosis }: Pages): Claim[] =>
  ahead.flatMap(({ ending, reached, series }): Claim[] => {
    if (ending.of === 'crack') return [];
    const ends = endOf(reached, 'verdict' in ending ? ending.verdict : null, day);
    const { side } = ending;
    const claim = (
      of: Yardstick,
      says: string,
      number: Partial<Pick<Claim, 'value' | 'same'>> = {},
    ): Claim => ({
      page: 'years ahead',
      of,
      side,
      says,
      from: `${ending.of}: ${ends.kind}`,
      ...number,
    });
    const asked = (stance?: SideStance) =>
      stance?.saddle && (stance.saddle.trim.value > 0 || ends.kind === 'already');
    const of = ending.of === 'wheels' ? 'wheels' : 'saddle';
    return [
      claim('creep a year', `${(1e3 * series.perYear.value).toFixed(3)} mm`, {
        value: series.perYear.value,
        same: 1e-6,
      }),
      ...(ending.of !== 'action' && asked(diagnosis.sides.find((one) => one.side === side))
        ? [claim(of, ends.kind === 'already' ? 'not enough' : 'enough')]
        : []),
    ];
  });

/** The card says what one of the pages says. */
const ofCard = ({ card, sentences }: Pages): Claim[] =>
  card === null || sentences.some((one) => firstOf(one) === card)
    ? []
    : [
        { page: 'card', of: 'card', side: null, says: card, from: 'first' },
        { page: 'findings', of: 'card', side: null, says: 'nothing like it', from: 'all pages' },
      ];
