import { describe, expect, it } from 'vitest';
import { HISTORY_DAY as TODAY, historyOf, type History } from '../../simulated/histories.js';
import { tooLong, unlikeALuthier } from '../../simulated/limits.js';
import { STRING_SIDES } from '../strings/index.js';
import { forecastOf, groundToday, judgeInstrument, learn, otherForecast } from '../instrument/index.js';
import { HEIGHT_UNITS, type HeightUnit } from '../units/index.js';
import {
  findingSentences,
  firstOf,
  firstSentence,
  sayFindings,
  sayFirst,
  sayIn,
  sayingIn,
  sayYear,
  seriesSentences,
  yearsAheadSentence,
  type Sentence,
} from './index.js';

/** Random histories through the whole path: no two sentences of one instrument may say opposite things. */
const HISTORIES = 300;

interface SaidOfOne {
  /** of the page of seasons */
  page: Sentence[];
  ahead: Sentence[];
  others: Sentence[];
  first: Sentence | null;
  /** what the judgement opens on, and all that it finds */
  verdict: string;
  findings: string[];
  steps: string[];
  asked: string;
  /** the last examination is so new that it speaks of today */
  fresh: boolean;
}

/** What is worked out of a history once, whatever unit it is said in. */
function workedOut({ record, room }: History) {
  const fit = learn(record, room);
  const found = forecastOf(record, fit, room, TODAY);
  return { record, room, fit, found, judged: judgeInstrument(groundToday(fit.evidence, found.today)) };
}

function everythingSaid(
  { record, room, fit, found, judged }: ReturnType<typeof workedOut>,
  unit: HeightUnit,
): SaidOfOne {
  const saying = sayingIn(unit);
  const say = sayIn(unit);
  const others = found.others.flatMap(({ key }) => {
    const series = otherForecast(record, fit, room, TODAY, key)!;
    return seriesSentences(series.subject, series.finding, TODAY, saying);
  });
  const last = record.examinations.findLast(({ strings }) => strings === 'pitch');
  return {
    page:
      found.sides.length === 0
        ? []
        : [
            ...findingSentences(judged, fit, found.today, unit),
            ...sayYear(found.today.year, TODAY, saying, found.yearInput.judged),
          ],
    ahead: found.yearsAhead.map((one) => yearsAheadSentence(one, TODAY, saying)),
    others,
    first: firstSentence(judged, fit, found.today)?.[unit] ?? null,
    verdict: sayFirst(judged, say),
    findings: sayFindings(judged.findings, say).map(({ text }) => text),
    steps: judged.order.map(({ id }) => id),
    asked: judged.questions.map(({ ask }) => ask).join(' '),
    fresh: last !== undefined && TODAY - Date.parse(last.date) / 864e5 < 14,
  };
}

/** Sentences that must not stand beside each other; of one side, or of the whole instrument. */
const APART: [name: string, one: RegExp, other: RegExp][] = [
  [
    'in range all year, and out of it',
    /stays? in range all year/u,
    /action (?:is|are) (high|low)\b|action (may|will|comes|stays? (above|below))/u,
  ],
  [
    'one saddle works, and it leaves the range',
    /^Today’s .* saddles? works? all year/u,
    /action (will|comes? back|stays? (above|below))/u,
  ],
  [
    'one saddle works, and not enough of it',
    /^Today’s .* saddles? works? all year/u,
    /Not enough .* saddle|^No .* saddle|saddle .* would work/u,
  ],
  [
    'season, and not season',
    /That is (mostly )?season|The wood is dry: humidify/u,
    /action (?:is|are) (?:high|low), about/u,
  ],
  [
    'steady, and creeping',
    /action (?:is|are) steady year to year/u,
    /action (?:is|are) (probably )?creeping|action: creep not (known|clear) yet/u,
  ],
  ['up, and down', /creeping up/u, /creeping down/u],
  ['belly explains it, and does not', /need not have moved/u, /Look at the neck joint/u],
  [
    'season without a reset, and look at the neck',
    /no neck reset/iu,
    /Look at the neck joint|action (?:is|are) (?:high|low), about/u,
  ],
  ['high, and low', /action (?:is|are) high\b/u, /action (?:is|are) low\b/u],
  ['clean, and buzzing', /stays? clean all year/u, /buzzes now|starts? to buzz|may buzz/u],
  ['closes, and does not', /The crack closes by/u, /Humidity will not close/u],
];

/** What the order of the work must not say over what the page of seasons says. */
const AGAINST_WORK: [name: string, page: RegExp, work: RegExp][] = [
  ['season without a reset, and the neck due', /no neck reset/iu, /Neck reset due|neck-off/u],
  ['the belly explains it, and the neck due', /need not have moved/u, /Neck reset due|neck-off/u],
  ['off, and nothing wrong', /action (?:is|are) (?:high|low), about/u, /^Nothing wrong found/u],
];

const sideOf = (said: Sentence, side: string) => !said.side || said.side === side;

describe('random histories', () => {
  const histories = Array.from({ length: HISTORIES }, (_, seed) => workedOut(historyOf(seed)));
  const all = histories.map((history) => everythingSaid(history, 'mm'));

  it.each(APART)('never say both: %s', (_name, one, other) => {
    const found = all.flatMap(({ page }, seed) =>
      STRING_SIDES.flatMap((side) => {
        const texts = page.filter((said) => sideOf(said, side)).map(({ text }) => text);
        const [a, b] = [texts.find((text) => one.test(text)), texts.find((text) => other.test(text))];
        return a && b ? [`${seed} ${side}: ${a} — ${b}`] : [];
      }),
    );
    expect(found).toEqual([]);
  });

  it.each(AGAINST_WORK)(
    'never say one thing of the seasons and another of the work: %s',
    (_name, page, work) => {
      const found = all.flatMap((said, seed) => {
        const a = said.page.find(({ text }) => page.test(text))?.text;
        const b = [said.verdict, ...said.findings, ...said.steps].find((text) => work.test(text));
        return a && b ? [`${seed}: ${a} — ${b}`] : [];
      });
      expect(found).toEqual([]);
    },
  );

  it('never calls an action right that is said to be off today', () => {
    const found = all.flatMap(({ page, verdict, fresh }, seed) => {
      const off = page.find(({ text }) => /action (?:is|are) (?:high|low), about/u.test(text))?.text;
      return fresh && off && /^Nothing wrong found/u.test(verdict) ? [`${seed}: ${off} — ${verdict}`] : [];
    });
    expect(found).toEqual([]);
  });

  it('say a thing once, and first on the shelf what is first on the page', () => {
    for (const [seed, { page, ahead, first, findings: said }] of all.entries()) {
      const texts = [...page, ...ahead].map(({ text }) => text);
      expect(new Set(texts).size, `${seed}`).toBe(texts.length);
      if (first) expect([...texts, ...said].map(firstOf), `${seed}`).toContain(first.text);
    }
  });

  it('are said as a luthier says them, in each of three units: one in a sentence, and none finer than the tool', () => {
    const wrong = HEIGHT_UNITS.flatMap((unit) =>
      histories.flatMap((history, seed) => {
        const { page, ahead, others, verdict, findings } = everythingSaid(history, unit);
        return [
          ...[...page, ...ahead, ...others].flatMap(({ text, because }) => [
            ...unlikeALuthier(text),
            ...unlikeALuthier(because),
          ]),
          ...[verdict, ...findings].flatMap((text) => [...unlikeALuthier(text), ...tooLong(text)]),
        ].map((what) => `${unit} ${seed}: ${what}`);
      }),
    );
    expect(wrong.slice(0, 20)).toEqual([]);
  });

  it('never have a digit finer than the error, in any unit', () => {
    for (const [seed, history] of histories.entries())
      for (const unit of seed % 10 === 0 ? HEIGHT_UNITS : (['mm'] as const)) {
        const { page, ahead, others } = seed % 10 === 0 ? everythingSaid(history, unit) : all[seed]!;
        for (const { text, because } of [...page, ...ahead, ...others])
          for (const [, value, error] of `${text} ${because}`.matchAll(
            /(\d+(?:\.\d+)?)\u00a0±\u00a0(\d+(?:\.\d+)?)/gu,
          )) {
            const decimals = (number: string) => number.split('.')[1]?.length ?? 0;
            expect(decimals(value!), `${seed}: ${text}`).toBe(decimals(error!));
            // the error's first digit is its last
            expect(
              error!.replace(/^[0.]+/u, '').replace(/0+$/u, '').length,
              `${seed}: ${value} ± ${error} in ${text} ${because}`,
            ).toBeLessThanOrEqual(1);
          }
      }
  });

  it('are whole sentences, and Well is said of a state only', () => {
    for (const { page, ahead, others } of all)
      for (const { text, because, weight } of [...page, ...ahead, ...others]) {
        expect(text).toMatch(/^[A-Z].*[.?]$/u);
        expect(because).toMatch(/^[A-Z].*\.$/u);
        expect(text + because).not.toMatch(
          /NaN|undefined|null|Infinity|simulated years in|−0(\.0+)?[\u00a0 ]/u,
        );
        // no statistics on the surface
        expect(text).not.toMatch(/\d\u00a0?%(?![\u00a0 ]?(RH|MC))|chance/u);
        if (weight === 'well') expect(text).toMatch(/steady|stays?\b|works?\b|no danger|is closed/u);
      }
  });

  it('say every kind of thing somewhere, or the rules above check nothing', () => {
    const texts = all.flatMap(({ page, ahead, others, verdict, findings }) => [
      ...[...page, ...ahead, ...others].map(({ text }) => text),
      verdict,
      ...findings,
    ]);
    for (const kind of [
      /is creeping up/u,
      /is creeping down/u,
      /is probably creeping/u,
      /is steady year to year/u,
      /creep not known yet/u,
      /that is season\. No neck reset/u,
      /in range only because the wood is (dry|damp)/u,
      /stays? in range all year/u,
      / and (will|may).* fall below/u,
      /comes back/u,
      /need not have moved/u,
      /Look at the neck joint/u,
      /does not fit the other readings/u,
      /than season and age explain/u,
      /^Today’s .* saddle works all year/u,
      /Not enough .* saddle/u,
      /^At \d+ to .* action stays in range/u,
      /^At .* it will dry to/u,
      /old cracks/u,
      /weeks of the coming year are damper/u,
      /damper than .* nearly all year/u,
      /for the next 20 years/u,
      /\(20\d\d to 20\d\d\)/u,
      /reaches the (bridge|rim|sound hole)/u,
      /Neck reset due/u,
    ])
      expect(
        texts.some((text) => kind.test(text)),
        String(kind),
      ).toBe(true);
  });
});
