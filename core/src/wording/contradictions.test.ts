import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { describe, expect, it } from 'vitest';
import { FLAT_TOP } from '../../simulated/flatTop.js';
import { roomAir, type RoomAir } from '../air/index.js';
import { isoDate } from '../days/index.js';
import {
  learn,
  forecastOf,
  groundToday,
  judgeInstrument,
  otherForecast,
  type ExaminationFacts,
  type InstrumentFacts,
  type InstrumentRecord,
  type InterventionFacts,
  type StorageFacts,
  type MarkFacts,
} from '../instrument/index.js';
import { bodyPlanFrom, usualOutline } from '../body-plan/index.js';
import { normals, seededChance } from '../numeric/index.js';
import { type ReadingValue } from '../readings/index.js';
import { HEIGHT_UNITS, type HeightUnit, mm } from '../units/index.js';
import {
  findingSentences,
  firstSentence,
  sayFinding,
  sayFirst,
  sayIn,
  sayingIn,
  sayYear,
  seriesSentences,
  yearsAheadSentence,
  type Sentence,
} from './index.js';

/** Random histories through the whole path: no two sentences of one instrument may say opposite things. */
const TODAY = 20800;
const HISTORIES = 150;

/** Rooms: usual, dry, damp; logged for three years, half a year, or not at all. */
function airOf(kind: 'usual' | 'dry' | 'damp', days: number): RoomAir {
  const mean = { usual: 47, dry: 28, damp: 72 }[kind];
  return roomAir(
    Array.from({ length: days }, (_, i) => {
      const day = TODAY - days + 1 + i;
      const season = Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
      return { day, humidity: mean + 11 * season + 3 * Math.sin(day * 1.7), celsius: 20 };
    }),
    null,
  );
}
const ROOMS = (['usual', 'dry', 'damp'] as const).flatMap((kind) =>
  [0, 180, 1100].map((days) => airOf(kind, days)),
);

const INSTRUMENT: InstrumentFacts = {
  ...FLAT_TOP,
  rod: 'adjustable',
  heelDepth: 0.095,
  extension: 0.118,
};

interface History {
  record: InstrumentRecord;
  room: RoomAir;
}

/** One instrument: how it breathes, creeps, slips, is worked on and measured is drawn, most of it odd. */
function historyOf(seed: number): History {
  const chance = seededChance(seed * 7907 + 3);
  const gauss = normals(chance);
  const oneOf = <T>(...choices: T[]): T => choices[Math.floor(chance() * choices.length)]!;
  const room = oneOf(...ROOMS);
  const archtop = chance() < 0.15;
  const instrument: InstrumentFacts = {
    ...INSTRUMENT,
    ...(archtop && { type: 'archtop' as const }),
    ...(chance() < 0.1 && { stringKind: 'nylon' as const }),
    laminatedTop: chance() < 0.1,
    rod: oneOf('adjustable', 'none', 'unknown'),
    targetBass: chance() < 0.2 ? oneOf(1.9, 2.4, 3.2) * mm : null,
    heelDepth: chance() < 0.5 ? 0.095 : null,
  };
  const kept = oneOf<StorageFacts>(
    { at: 'assumed' },
    { at: 'band', from: 42, to: 52 },
    { at: 'band', from: 58, to: 66 },
    { at: 'room', moisture: room.climate.coefficients[0]! },
  );
  const drift = oneOf(0, 0, 0.05, 0.3, -0.3, 0.8) * mm;
  const beta = oneOf(0.02, 0.12, 0.2, 0.35) * mm;
  const count = 1 + Math.floor(chance() * 10);
  const step = oneOf(25, 60, 95, 182, 365);
  const lastSeen = oneOf(0, 5, 40, 160);
  const base = oneOf(-1.2, -0.4, 0, 0, 0.3, 0.9, 1.6) * mm;
  const straight = oneOf(-3, -1, 0.5, 0.5, 2) * mm;
  const odd = oneOf(1.4, 3, 4, 5, 7) * mm;
  // of most the saddle stands as high as the line of the strings asks, so that the readings close
  const closes = seededChance(seed * 31 + 7)() < 0.7;
  const showingOf = (side: StringSide) =>
    closes && !archtop ? straight + (side === 'bass' ? 5.2 : 3.5) * mm : odd;
  const neckMoves = chance() < 0.15 ? 0.5 * mm : 0;
  const worked = chance() < 0.2 ? Math.floor(chance() * count) : -1;
  const slipAt = chance() < 0.2 ? Math.floor(chance() * count) : -1;
  const readsBelly = chance() < 0.6;
  const interventions: InterventionFacts[] = [];
  const examinations = Array.from({ length: count }, (_, i): ExaminationFacts => {
    const day = TODAY - lastSeen - step * (count - 1 - i);
    const date = isoDate(day);
    const moisture = (room.log.moistureAt(day) ?? room.climate.coefficients[0]!) + 0.3 * gauss();
    const years = (day - TODAY) / 365.2425;
    const rise = beta * (moisture - 8.6) + drift * years + (i === worked ? 0.4 * mm : 0);
    if (i === worked)
      interventions.push({
        id: `i${i}`,
        date,
        follows: null,
        kinds: [oneOf('structure', 'saddle', 'rod', 'strings')],
      });
    const neck = i === count - 1 ? neckMoves : 0;
    const slip = i === slipAt ? oneOf(-0.8, 0.8) * mm : 0;
    const sides = chance() < 0.85 ? STRING_SIDES : [oneOf(...STRING_SIDES)];
    const full = chance() < 0.75;
    const readings: ReadingValue[] = sides.flatMap((side) => {
      const target = side === 'bass' ? 2.78 * mm : 1.98 * mm;
      const read = (quantity: ReadingValue['quantity'], value: number, sd: number): ReadingValue => ({
        quantity,
        place: side,
        value: value + sd * gauss(),
        sd,
      });
      return [
        read('action12', target + base + rise + neck + slip, 0.08 * mm),
        ...(full
          ? [
              read('relief', 0.2 * mm, 0.02 * mm),
              read('firstFretGap', 0.48 * mm, 0.02 * mm),
              read('straightedge', straight - 2 * (base + rise + neck), 0.1 * mm),
              read(archtop ? 'wheelHeight' : 'saddleShowing', showingOf(side), 0.05 * mm),
              ...(archtop ? [read('saddleShowing', 20 * mm, 0.05 * mm)] : []),
            ]
          : []),
      ];
    });
    if (readsBelly && full)
      readings.push({
        quantity: 'bellyBehindBridge',
        place: 'centre',
        value: 2 * mm + 2 * rise + 0.05 * mm * gauss(),
        sd: 0.05 * mm,
      });
    if (chance() < 0.7)
      readings.push({ quantity: 'bridgeTilt', place: 'centre', value: oneOf(0.005, 0.01, 0.04), sd: 0.002 });
    return {
      id: `e${i}`,
      date,
      strings: chance() < 0.93 ? 'pitch' : 'slack',
      daysAtPitch: chance() < 0.15 ? 5 + 20 * i : null,
      humidity: chance() < 0.7 ? 47 : null,
      celsius: 20,
      meter: null,
      reliefFrets: [1, 14],
      readings,
      findings: [{ point: 'topBraces', states: ['tight'], frets: [] }],
    };
  });
  const crack: MarkFacts = {
    id: 'c',
    kind: 'crack',
    face: 'top',
    name: '',
    brace: null,
    sightings: examinations.slice(0, 4).map(({ date }, i) => ({
      date,
      path: [
        [0.05, 0.1],
        [0.05, 0.13 + 0.004 * i * oneOf(0, 1, 3)],
      ],
      ruled: null,
      width: chance() < 0.7 ? 0.1 * mm * (1 + gauss() ** 2) : null,
      letIn: null,
      depth: null,
      stretch: null,
      state: 'moving',
    })),
  };
  const plan = chance() < 0.4 ? bodyPlanFrom(usualOutline('auditorium'), 'x') : null;
  return {
    room,
    record: { instrument, examinations, interventions, marks: plan ? [crack] : [], plan, top: null, kept },
  };
}

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

function everythingSaid({ record, room }: History, unit: HeightUnit): SaidOfOne {
  const fit = learn(record, room);
  const found = forecastOf(record, fit, room, TODAY);
  const saying = sayingIn(unit);
  const judged = judgeInstrument(groundToday(fit.evidence, found.today));
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
        : [...findingSentences(judged, fit, found.today, unit), ...sayYear(found.today.year, TODAY, saying)],
    ahead: found.yearsAhead.map((one) => yearsAheadSentence(one, TODAY, saying)),
    others,
    first: firstSentence(judged, fit, found.today)?.[unit] ?? null,
    verdict: sayFirst(judged, say),
    findings: judged.findings.map((one) => sayFinding(one, say)),
    steps: judged.order.map(({ id }) => id),
    asked: judged.questions.map(({ ask }) => ask).join(' '),
    fresh: last !== undefined && TODAY - Date.parse(last.date) / 864e5 < 14,
  };
}

/** Sentences that must not stand beside each other; of one side, or of the whole instrument. */
const APART: [name: string, one: RegExp, other: RegExp][] = [
  [
    'in range all year, and out of it',
    /stays in the wanted range all year/u,
    /action is (high|low)\b|action (may|will|comes|stays (above|below))/u,
  ],
  [
    'one saddle serves, and it leaves the range',
    /^Today’s .* saddle serves all year/u,
    /action (will|comes back|stays (above|below))/u,
  ],
  [
    'one saddle serves, and not enough of it',
    /^Today’s .* saddle serves all year/u,
    /Not enough .* saddle|No one saddle|saddle .* would serve/u,
  ],
  ['season, and not season', /That is season|is season\./u, /it would still be/u],
  [
    'steady, and creeping',
    /is steady from year to year/u,
    /is (probably )?creeping|cannot be told yet: measure it|is not clear yet/u,
  ],
  ['up, and down', /creeping up/u, /creeping down/u],
  ['belly explains it, and does not', /need not have moved/u, /look at the neck joint/u],
  [
    'season without a reset, and look at the neck',
    /no neck reset/u,
    /look at the neck joint|it would still be/u,
  ],
  ['high, and low', /action is high\b/u, /action is low\b/u],
  ['clean, and buzzing', /stays clean all year/u, /buzzes now|begins to buzz|may buzz/u],
  ['closes, and does not', /The crack closes by/u, /Humidity will not close/u],
];

/** What the order of the work must not say over what the page of seasons says. */
const AGAINST_WORK: [name: string, page: RegExp, work: RegExp][] = [
  ['season without a reset, and the neck due', /no neck reset/u, /neck angle is due|neck-off/u],
  ['the belly explains it, and the neck due', /need not have moved/u, /neck angle is due|neck-off/u],
  ['on its own season, and nothing the matter', /it would still be/u, /^Nothing is the matter/u],
];

const sideOf = (said: Sentence, side: string) => !said.side || said.side === side;

describe('300 random histories', () => {
  const histories = Array.from({ length: HISTORIES }, (_, seed) => historyOf(seed));
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
      const off = page.find(({ text }) => /it would still be/u.test(text))?.text;
      return fresh && off && /^Nothing is the matter/u.test(verdict) ? [`${seed}: ${off} — ${verdict}`] : [];
    });
    expect(found).toEqual([]);
  });

  it('say a thing once, and first on the shelf what is first on the page', () => {
    for (const [seed, { page, ahead, first, findings: said }] of all.entries()) {
      const texts = [...page, ...ahead].map(({ text }) => text);
      expect(new Set(texts).size, `${seed}`).toBe(texts.length);
      if (first) expect([...texts, ...said], `${seed}`).toContain(first.text);
    }
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
        if (weight === 'well') expect(text).toMatch(/steady|stays|serves|no danger|stands closed/u);
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
      /is steady from year to year/u,
      /cannot be told yet/u,
      /That is season: no neck reset/u,
      /it would still be/u,
      /in range only because the wood is (dry|damp)/u,
      /stays in the wanted range all year/u,
      / and (will|may).* fall below/u,
      /comes back/u,
      /need not have moved/u,
      /look at the neck joint/u,
      /stands apart from all other readings/u,
      /than season and years explain/u,
      /^Today’s .* saddle serves all year/u,
      /Not enough .* saddle/u,
      /Kept between/u,
      /Kept at .* it dries to/u,
      /old cracks/u,
      /weeks of the coming year are damper/u,
      /damper than .* nearly all year/u,
      /for the next 20 years/u,
      /\(20\d\d to 20\d\d\)/u,
      /reaches the (bridge|rim|sound hole)/u,
      /neck angle is due/u,
    ])
      expect(
        texts.some((text) => kind.test(text)),
        String(kind),
      ).toBe(true);
  });
});
