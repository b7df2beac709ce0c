// Judgement on 10,000 drawn instruments with known truth, no plate solved: budgets, causes, live findings, contradictions.
import { HISTORY_DAY, historyOf } from '../simulated/histories.js';
import { claimsOf, disagreements, pagesOf } from '../simulated/pages.js';
import { addedRepairs, judgedWrong, SOUND_POINTS, withSound } from '../simulated/judgedRight.js';
import type { TrueCause } from '../simulated/drawnInstruments.js';
import { DRAWN_DAY, drawInstrument } from '../simulated/drawnInstruments.js';
import { learnInstrument } from '../simulated/learnedInstruments.js';
import { leadingOf, termOf } from '../src/diagnosis/index.js';
import { groundToday, judgeInstrument } from '../src/instrument/index.js';
import { figure, figureUnder } from './figures.js';

const MANY = Number(process.argv[2] ?? 10000);
const CAUSES: TrueCause[] = ['season', 'nut', 'relief', 'belly', 'thickness', 'neck', 'saddle'];
const covered = Object.fromEntries(CAUSES.map((cause) => [cause, { inside: 0, of: 0 }])) as Record<
  TrueCause,
  { inside: number; of: number }
>;
const leading = { right: 0, of: 0 };
const wrong = new Map<string, number>();
const count = (text: string) => wrong.set(text, (wrong.get(text) ?? 0) + 1);
let [live, judging, judged] = [0, 0, 0];
const began = performance.now();
for (let seed = 0; seed < MANY; seed++) {
  const {
    learned,
    today,
    drawn: { truth },
  } = learnInstrument(seed);
  const from = performance.now();
  const judgement = judgeInstrument(groundToday(learned.evidence, today));
  judging += performance.now() - from;
  judged += 1;
  if (judgement.findings.some(({ severity }) => severity === 'live')) live += 1;
  judgedWrong(judgement).forEach(count);
  const point = SOUND_POINTS[seed % SOUND_POINTS.length]!;
  const sounder = withSound(learned.evidence, point);
  if (sounder)
    for (const id of addedRepairs(point, judgement, judgeInstrument(groundToday(sounder, today))))
      count(`${point} found sound, and ${id} added`);
  if (!truth) continue;
  for (const { side, budget } of judgement.sides) {
    if (!budget) continue;
    const own = truth[side];
    for (const cause of CAUSES) {
      const { value, sd } = termOf(budget, cause);
      covered[cause].of += 1;
      if (Math.abs(value - own[cause]) <= 1.96 * sd) covered[cause].inside += 1;
    }
    // the largest true cause in the direction of what is off
    const total = CAUSES.reduce((sum, cause) => sum + own[cause], 0);
    const same = CAUSES.filter((cause) => Math.sign(own[cause]) === Math.sign(total)).sort(
      (a, b) => Math.abs(own[b]) - Math.abs(own[a]),
    );
    const [first, second] = same;
    if (!first || Math.abs(own[first]) < 2 * Math.abs(second ? own[second] : 0)) continue;
    if (Math.abs(own[first]) < 2 * termOf(budget, first).sd || Math.abs(total) < 0.2e-3) continue;
    leading.of += 1;
    if (leadingOf(budget)?.term.cause === first) leading.right += 1;
  }
}
const seconds = (performance.now() - began) / 1000;
const HISTORIES = Math.min(MANY, 300);
const apart = Array.from({ length: HISTORIES }, (_, i) => {
  const { record, air } = drawInstrument(i);
  return [
    ...disagreements(claimsOf(pagesOf(historyOf(i), HISTORY_DAY))),
    ...disagreements(claimsOf(pagesOf({ record, room: air }, DRAWN_DAY))),
  ];
}).flat();
console.log(
  `${MANY} drawn instruments in ${seconds.toFixed(0)} s, a judgement once learned ${(judging / judged).toFixed(2)} ms; live damage on ${live}.`,
);
const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
for (const cause of CAUSES) {
  const { inside, of } = covered[cause];
  figure(
    `judgement: 95 % intervals of ${cause} hold`,
    '90 to 98 %',
    percent(inside / of),
    inside / of >= 0.9 && inside / of <= 0.98,
  );
}
figure(
  'judgement: the largest cause named first, where it is twice the next and twice its own error',
  'at least 85 %',
  `${percent(leading.right / leading.of)} of ${leading.of}`,
  leading.right >= 0.85 * leading.of,
);
for (const [text, times] of wrong) console.log(`  wrong ${times} times: ${text}`);
for (const text of apart) console.log(`  apart: ${text}`);
figure(
  `pages: disagreements of findings, steps, Seasons, years ahead and card in ${2 * HISTORIES} histories`,
  'none',
  String(apart.length),
  apart.length === 0,
);
figure(
  'judgement: contradictions, live not first, repairs of what is sound',
  'none',
  String([...wrong.values()].reduce((a, b) => a + b, 0)),
  wrong.size === 0,
);
figureUnder('judgement once forecast and top stand', judging / judged, 50);
figure(
  'judgement: drawn instruments',
  'under 20 minutes',
  `${(seconds / 60).toFixed(1)} minutes`,
  seconds < 1200,
);
