import { walkedPlan, walkedTop } from '../simulated/walkedTops.js';
import { GENERIC_PLAN, looseLegs } from '../simulated/genericTop.js';
import {
  DrawnTops,
  drawTop,
  KEPT,
  pathLength,
  seededChance,
  shapeFigures,
  SolvedTop,
  SPREAD_FIGURES,
  strungOf,
  topSpec,
  viewOf,
  WalkingLoad,
  type LooseStretch,
  type TopFacts,
} from '../src/index.js';
import { figure } from './figures.js';

/** Whether what is said of a top holds on simulated ones: where to look first, what stands before what, and every range. */
const facts: TopFacts = { species: 'sitka-spruce', laminated: false };
const load = { pull: 735, moisture: 0 };
const share = (part: number, of: number) => `${part} of ${of}, ${((100 * part) / of).toFixed(0)} %`;
const TOPS = Number(process.argv[2] ?? 200);

console.log('\nWhat is said of a top.');

// walking weights
for (const bracing of ['x', 'ladder'] as const) {
  const plan = walkedPlan(bracing);
  const walk = new WalkingLoad(plan, facts, 0.016);
  const chance = seededChance(161);
  const tally = { sound: 0, alarmed: 0, said: 0, right: 0, open: 0, found: 0, then: 0, touching: 0, seen: 0 };
  const bins = [0, 0.2, 0.5, 0.8, 0.95].map((from) => ({ from, tops: 0, loose: 0 }));
  for (let i = 0; i < TOPS; i++) {
    const top = walkedTop(plan, chance, i % 5 < 2 ? 'sound' : i % 5 < 4 ? 'open' : 'any');
    const said = walk.said(top.dips, top.weight);
    if (!said.told) continue;
    const isLoose = (arm: { id: string }, open: boolean) => {
      const number = walk.arms.findIndex(({ id }) => id === arm.id);
      return top.loose.some((one) => one.arm === number && one.open === open);
    };
    const first = said.arms.filter(({ look }) => look === 'first');
    if (top.loose.length === 0) {
      tally.sound += 1;
      if (first.length > 0) tally.alarmed += 1;
    }
    tally.said += first.length;
    tally.right += first.filter(({ arm }) => isLoose(arm, true) || isLoose(arm, false)).length;
    for (const one of said.arms) {
      bins.findLast(({ from }) => one.open >= from)!.tops += 1;
      if (isLoose(one.arm, true)) {
        bins.findLast(({ from }) => one.open >= from)!.loose += 1;
        tally.open += 1;
        if (one.look === 'first') tally.found += 1;
        if (one.look === 'then') tally.then += 1;
      }
      if (isLoose(one.arm, false)) {
        tally.touching += 1;
        if (one.look) tally.seen += 1;
      }
    }
  }
  const name = bracing === 'x' ? 'an X' : 'ladders';
  console.log(
    `  Walking weights over ${name}, ${TOPS} simulated tops: look here first was right ${share(tally.right, tally.said)}; of arms that swing free first ${share(tally.found, tally.open)}, then ${tally.then}; of touching ones ${share(tally.seen, Math.max(1, tally.touching))}; sound tops alarmed ${share(tally.alarmed, tally.sound)}.`,
  );
  console.log(
    `    calibration: ${bins.map(({ from, tops, loose }) => `from ${from}: ${loose}/${tops}`).join('; ')}`,
  );
  const found = tally.found / Math.max(1, tally.open);
  if (bracing === 'x')
    figure(
      'walking weights, X: open legs said first',
      'at least 80 %',
      `${(100 * found).toFixed(0)} %`,
      found >= 0.8,
    );
  else console.log(`    ladders: open ends said first ${(100 * found).toFixed(0)} %`);
  const alarmed = tally.alarmed / tally.sound;
  figure(
    `walking weights, ${name}: sound tops alarmed`,
    'at most one in 80',
    share(tally.alarmed, tally.sound),
    alarmed <= 1 / 79.9,
  );
}

// order of gluing
const plan = GENERIC_PLAN;
const whole = (kind: string, count: number) =>
  plan.braces
    .filter((one) => one.kind === kind)
    .slice(0, count)
    .map(({ id, path }): LooseStretch => ({ brace: id, from: 0, to: pathLength(path) }));
const loose = [...looseLegs(plan), ...whole('tone bar', 2), ...whole('finger brace', 1)];
/** By kind: 0 the legs of the X, 1 the tone bars, 2 the finger brace. */
const KINDS = [0, 0, 1, 1, 2];
for (const anchor of ['bridge', 'tailpiece'] as const) {
  const draws = Math.max(30, TOPS / 2);
  const drawn = (seed: number) => {
    const tops = new DrawnTops(plan, { ...facts, anchor }, loose, load, seededChance(seed));
    for (let i = 0; i < draws; i++) tops.rank();
    return tops;
  };
  const [groups, others] = [drawn(21).groups(), drawn(22).ordersDrawn];
  let from = 0;
  const holds = groups.map(({ stretches }) => {
    const ahead = new Set(
      groups
        .slice(0, groups.findIndex((one) => one.stretches === stretches) + 1)
        .flatMap((one) => one.stretches),
    );
    from += stretches.length;
    return (
      others.filter((order) => order.slice(0, from).every((one) => ahead.has(one))).length / others.length
    );
  });
  const byKind = others.filter((order) => order.every((one, i) => KINDS[one] === KINDS[i])).length;
  console.log(
    `  Order of gluing, strings at the ${anchor}: groups ${JSON.stringify(groups.map(({ stretches }) => stretches))}; with new draws they hold in ${holds.map((one) => (100 * one).toFixed(0)).join(', ')} %; the X before tone bars before finger braces in ${share(byKind, others.length)}.`,
  );
  const least = Math.min(...holds);
  figure(
    `order of gluing at the ${anchor}: groups hold with new draws`,
    'at least 90 %',
    `${(100 * least).toFixed(0)} %`,
    least >= 0.9,
  );
  // with a tailpiece a lower finger brace may be worth more than a tone bar
  if (anchor === 'bridge')
    figure(
      'order of gluing at the bridge: the X before tone bars before finger braces',
      'every draw',
      share(byKind, others.length),
      byKind === others.length,
    );
}

// ranges: a truth of another mesh than the draws', about what the page knows
const legs = looseLegs(plan);
const measured: TopFacts = {
  ...facts,
  thickness: 0.0027,
  domeRadius: 9,
  stringHeight: 0.0135,
  slope: 0.01,
  bridgeThickness: 0.0088,
  plateThickness: 0.0026,
};
for (const [name, of] of [
  ['nothing measured', facts],
  ['all measured that can be', measured],
] as const) {
  const tops = new DrawnTops(plan, of, legs, load, seededChance(16));
  for (let i = 0; i < KEPT; i++) tops.draw();
  const shown = new SolvedTop(topSpec(plan, of), { recorded: legs });
  const chance = seededChance(77);
  const truths = Array.from({ length: TOPS }, () => {
    const drawn = drawTop(plan, of, legs, chance);
    return { loose: drawn.loose, top: new SolvedTop(drawn.spec, { spacing: 0.015, recorded: drawn.loose }) };
  });
  for (const [state, asked] of [
    ['as found', legs],
    ['all glued', []],
  ] as const) {
    const middle = shapeFigures(viewOf(shown), strungOf(shown, asked, load));
    const spread = tops.spread(asked, load)!;
    const holds = SPREAD_FIGURES.map((one) => {
      const within = truths.filter(({ top, loose: own }) => {
        const is = shapeFigures(viewOf(top), strungOf(top, asked.length > 0 ? own : [], load))[one];
        return is >= middle[one] + spread[one].from && is <= middle[one] + spread[one].to;
      });
      return { one, part: within.length / truths.length };
    });
    const [least, most] = [
      Math.min(...holds.map(({ part }) => part)),
      Math.max(...holds.map(({ part }) => part)),
    ];
    console.log(
      `  Ranges, ${name}, ${state}: ${holds.map(({ one, part }) => `${one} ${(100 * part).toFixed(0)} %`).join(', ')} of ${TOPS} tops lie in them.`,
    );
    figure(
      `ranges of the top, ${name}, ${state}`,
      '74 to 90 %',
      `${(100 * least).toFixed(0)} to ${(100 * most).toFixed(0)} %`,
      least >= 0.74 && most <= 0.9,
    );
  }
}
