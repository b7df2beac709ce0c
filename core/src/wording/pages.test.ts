import { describe, expect, it } from 'vitest';
import { DRAWN_DAY, drawInstrument } from '../../simulated/drawnInstruments.js';
import { HISTORY_DAY, historyOf } from '../../simulated/histories.js';
import { claimsOf, disagreements, pagesOf, type Pages } from '../../simulated/pages.js';
import type { Finding } from '../diagnosis/index.js';
import type { PlanStep } from '../repair-plans/index.js';
import { STRING_SIDES, type StringSide } from '../strings/index.js';

const known = new Map<number, Pages>();

/** Odd histories, and after them drawn instruments; worked out when they are asked for. */
function pagesAt(i: number): Pages {
  const drawn = () => {
    const { record, air } = drawInstrument(i - ODD);
    return pagesOf({ record, room: air }, DRAWN_DAY);
  };
  const pages = known.get(i) ?? (i < ODD ? pagesOf(historyOf(i), HISTORY_DAY) : drawn());
  known.set(i, pages);
  return pages;
}
const ODD = 60;
const DRAWN = 60;
/** Where something is looked for that is seldom. */
const AT_MOST = ODD + 900;

describe('pages of one instrument', () => {
  it('never disagree, by yardstick, side, day and verdict', () => {
    const found = Array.from({ length: ODD + DRAWN }, (_, i) =>
      disagreements(claimsOf(pagesAt(i))).map((text) => `${i}: ${text}`),
    );
    expect(found.flat()).toEqual([]);
  });

  it('disagree where Seasons and years ahead go by yardsticks of their own, as they once did', () => {
    const found = OWN_YARDSTICKS.flatMap((seed) =>
      disagreements(
        claimsOf(
          seed < 0
            ? pagesOf(historyOf(-seed), HISTORY_DAY, false)
            : pagesOf({ ...drawnHistory(seed) }, DRAWN_DAY, false),
        ),
      ),
    );
    const of = (kind: RegExp) => found.filter((text) => kind.test(text)).length;
    // twelve sides used up by one page and enough by another; where no creep is known years ahead says nothing any more
    expect(of(/says enough .* years ahead not enough/u)).toBeGreaterThanOrEqual(12);
    expect(of(/says enough .* Seasons not enough/u)).toBeGreaterThanOrEqual(1);
    expect(of(/says not enough .* Seasons enough/u)).toBeGreaterThanOrEqual(1);
    expect(of(/action today .* says right .* Seasons (high|low)/u)).toBeGreaterThanOrEqual(1);
    expect(found.length).toBeGreaterThanOrEqual(16);
  });

  it.each(planted())('are found out where they are made to: %s', (_name, plant) => {
    for (let i = 0; i < AT_MOST; i++) {
      const pages = plant(pagesAt(i));
      if (!pages) continue;
      expect(disagreements(claimsOf(pages)).length, `${i}`).toBeGreaterThan(0);
      return;
    }
    expect.fail('nothing to plant it in');
  });
});

const drawnHistory = (seed: number) => {
  const { record, air } = drawInstrument(seed);
  return { record, room: air };
};

/** Drawn instruments, and by minus odd histories, whose pages said two things of one while each had a yardstick of its own. */
const OWN_YARDSTICKS = [10, 12, 13, 29, 34, 49, 54, 67, 83, 85, 91, 99, 33, -49, -102, -142, -25];

type Plant = (pages: Pages) => Pages | null;

/** The pages with one finding made into another; null where there is none. */
const finding =
  <Rule extends Finding['rule']>(
    rule: Rule,
    change: (one: Extract<Finding, { rule: Rule }>, pages: Pages) => Finding[] | null,
  ): Plant =>
  (pages) => {
    const { findings } = pages.diagnosis;
    const one = findings.find((each): each is Extract<Finding, { rule: Rule }> => each.rule === rule);
    const made = one ? change(one, pages) : null;
    if (!one || !made) return null;
    const planted = findings.flatMap((each) => (each === one ? made : [each]));
    return { ...pages, diagnosis: { ...pages.diagnosis, findings: planted } };
  };

const step =
  (so: (step: PlanStep, pages: Pages) => boolean, change: (step: PlanStep) => PlanStep): Plant =>
  (pages) =>
    pages.order.some((each) => so(each, pages))
      ? { ...pages, order: pages.order.map((each) => (so(each, pages) ? change(each) : each)) }
      : null;

const other = (side: StringSide): StringSide => (side === 'bass' ? 'treble' : 'bass');
const made = (like: Finding, rule: Finding['rule'], args: unknown): Finding =>
  ({ ...like, rule, args }) as Finding;
const given = ({ amounts, withheld }: PlanStep): boolean => amounts.length > 0 && withheld.length === 0;
const saysOff = (pages: Pages, side: StringSide | null): boolean =>
  claimsOf(pages).some((one) => one.page === 'Seasons' && one.of === 'action today' && one.side === side);

/** What years ahead says of a saddle that is used up. */
const saddleAtItsFloor = (side: StringSide): Pages['ahead'][number] => ({
  ending: { of: 'saddle', side, floor: 3.2e-3, verdict: 'at its floor' },
  reached: { middle: null, from: null, to: null, never: 1, now: true },
  series: { key: `action12.${side}`, readings: 3, perYear: { value: 0, sd: 1e-4 } },
});

/** Years ahead says something of a saddle. */
const tellsSaddle = ({ ahead }: Pages): boolean => ahead.some(({ ending }) => ending.of === 'saddle');

function planted(): [string, Plant][] {
  return [
    [
      'high by the judgement, low by Seasons',
      finding('action-off', (one, pages) =>
        saysOff(pages, one.side)
          ? [{ ...one, args: { ...one.args, now: one.args.now === 'high' ? 'low' : 'high' } }]
          : null,
      ),
    ],
    [
      'off by Seasons, and no finding of it',
      finding('action-off', (one, pages) => (saysOff(pages, one.side) ? [] : null)),
    ],
    [
      'off for good, at another height than Seasons expects',
      finding('action-off', (one) => [{ ...one, args: { ...one.args, atKept: one.args.atKept + 0.3e-3 } }]),
    ],
    [
      'season by another height than Seasons expects',
      finding('season-low', (one) => [{ ...one, args: { ...one.args, atKept: one.args.atKept - 0.3e-3 } }]),
    ],
    [
      'season, and off for good',
      finding('season-high', (one) => [
        one,
        made(one, 'action-off', { ...one.args, there: 'high', why: { told: 'nothing' } }),
      ]),
    ],
    [
      'hidden by the season, and high',
      finding('season-hides', (one) => [one, made(one, 'season-untold', { now: 'high', level: 3e-3 })]),
    ],
    [
      'a saddle that is spent, and trimmed',
      finding('saddle-answers', (one, { order }) =>
        one.args.leaves && order.some((each) => each.id === 'saddle' && given(each))
          ? [made(one, 'saddle-spent', { floor: 3.2e-3, left: one.args.leaves, state: 'would be' })]
          : null,
      ),
    ],
    [
      'a height left that its step does not make',
      finding('saddle-answers', (one, { order }) =>
        one.args.leaves && order.some((each) => each.id === 'saddle' && given(each))
          ? [
              {
                ...one,
                args: {
                  ...one.args,
                  leaves: one.args.leaves.map((left) => ({ ...left, showing: left.showing + 0.4e-3 })),
                },
              },
            ]
          : null,
      ),
    ],
    [
      'a taller saddle than its step makes',
      finding('saddle-taller', (one, { order }) =>
        one.args.shows && order.some((each) => each.id === 'taller-saddle' && given(each))
          ? [
              {
                ...one,
                args: {
                  ...one.args,
                  shows: one.args.shows.map((shows) => ({ ...shows, showing: shows.showing + 0.4e-3 })),
                },
              },
            ]
          : null,
      ),
    ],
    [
      'an amount that its finding does not promise',
      (pages) =>
        pages.diagnosis.findings.some((one) => one.rule === 'saddle-answers' && one.args.leaves !== null)
          ? step(
              (each) => each.id === 'saddle' && given(each),
              (each) => ({
                ...each,
                amounts: each.amounts.map((one) => ({ ...one, value: one.value + 0.5e-3 })),
              }),
            )(pages)
          : null,
    ],
    [
      'a nut that is filed, and right',
      (pages) =>
        pages.order.some((each) => each.id === 'nut' && given(each))
          ? {
              ...pages,
              diagnosis: {
                ...pages.diagnosis,
                findings: pages.diagnosis.findings.filter(({ rule }) => rule !== 'nut-high'),
                sides: pages.diagnosis.sides.map((side) => ({
                  ...side,
                  mends: { ...side.mends, nut: null },
                })),
              },
            }
          : null,
    ],
    [
      'a nut that is filed, and low',
      finding('nut-high', (one, { order }) =>
        one.side && order.some((each) => each.id === 'nut' && given(each))
          ? [made(one, 'nut-low', { slot: { side: one.side }, gap: 0.2e-3 })]
          : null,
      ),
    ],
    [
      'a bow that is both',
      finding('relief-high', (one, { order }) =>
        order.some((each) => each.id === 'adjust-rod' && given(each))
          ? [made(one, 'relief-low', one.args)]
          : null,
      ),
    ],
    [
      'dry by the finding, damp by the step',
      finding('damp-room', (one, { order }) =>
        order.some(({ id }) => id === 'bring-down-damp') ? [made(one, 'dry-wood', { humidity: 30 })] : null,
      ),
    ],
    [
      'dried and damped in one order',
      (pages) => {
        const dry = pages.order.find(({ id }) => id === 'rehydrate');
        return dry ? { ...pages, order: [...pages.order, { ...dry, id: 'bring-down-damp' }] } : null;
      },
    ],
    [
      'damp all year, and a year without a damp week',
      finding('damp-room', (one, { year }) =>
        year.wood.damp === null ? [{ ...one, args: { state: 'through the year', humidity: 66 } }] : null,
      ),
    ],
    ['creeping, and steady', finding('creeps', () => [])],
    [
      'creeping by another rate',
      finding('creeps', (one) => [
        {
          ...one,
          args: { ...one.args, perYear: { ...one.args.perYear, value: 2 * one.args.perYear.value } },
        },
      ]),
    ],
    [
      'years ahead by another rate',
      (pages) =>
        pages.ahead.some(({ ending }) => ending.of === 'saddle')
          ? {
              ...pages,
              ahead: pages.ahead.map((one) => ({
                ...one,
                series: { ...one.series, perYear: { value: one.series.perYear.value + 1e-4, sd: 1e-5 } },
              })),
            }
          : null,
    ],
    [
      'enough today, and used up by the years ahead',
      (pages) =>
        pages.diagnosis.findings.some((one) => one.rule === 'saddle-answers' && one.args.leaves !== null)
          ? { ...pages, ahead: STRING_SIDES.map(saddleAtItsFloor) }
          : null,
    ],
    [
      'not enough today, and enough by the years ahead',
      (pages) =>
        tellsSaddle(pages) && pages.diagnosis.findings.some(({ rule }) => rule === 'saddle-spent')
          ? {
              ...pages,
              ahead: pages.ahead.map((one) =>
                one.ending.of === 'saddle' ? { ...one, ending: { ...one.ending, verdict: 'enough' } } : one,
              ),
            }
          : null,
    ],
    [
      'a neck that is set, and not told to be due',
      finding('neck-due', (one, pages) =>
        claimsOf(pages).some(({ page, of }) => page === 'steps' && of === 'neck')
          ? [made(one, 'neck-asked', null)]
          : null,
      ),
    ],
    [
      'due, and set back too far',
      finding('neck-due', (one) => [
        one,
        made(one, 'neck-overset', { showing: 8e-3, ceiling: 6e-3, state: 'is', told: true, thinned: false }),
      ]),
    ],
    [
      'the other cheek than the side it aims to',
      (pages) => {
        const angle = pages.order.find(({ much }) => much?.id === 'angle');
        const one = pages.diagnosis.findings.find(({ rule }) => rule === 'neck-due');
        if (angle?.much?.id !== 'angle' || !one) return null;
        const cheek = { side: other('bass'), off: 1e-3, by: null };
        return {
          ...pages,
          order: pages.order.map((each) =>
            each === angle ? { ...angle, much: { ...angle.much!, cheek } as PlanStep['much'] } : each,
          ),
          diagnosis: {
            ...pages.diagnosis,
            findings: [
              ...pages.diagnosis.findings,
              made(one, 'off-centre', { side: 'bass', by: 1e-3, withTheAngle: true }),
            ],
          },
        };
      },
    ],
    [
      'still moving, and cut',
      finding('saddle-answers', (one, pages) =>
        claimsOf(pages).some(({ page, of }) => page === 'steps' && of === 'rest')
          ? [one, made(one, 'still-settling', { days: 3, after: 'work' })]
          : null,
      ),
    ],
    ['a card that says what no page says', (pages) => ({ ...pages, card: 'All is lost.' })],
  ];
}

it('say enough that it can be held together', () => {
  const all = Array.from({ length: ODD + DRAWN }, (_, i) => claimsOf(pagesAt(i))).flat();
  for (const page of ['findings', 'steps', 'Seasons', 'years ahead'] as const)
    expect(all.filter((one) => one.page === page).length, page).toBeGreaterThan(40);
  expect(new Set(all.map(({ side }) => side))).toEqual(new Set([...STRING_SIDES, null]));
});
