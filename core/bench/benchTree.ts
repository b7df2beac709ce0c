// What 500 drawn provisional plans were said to come to, beside what they came to once the work was done, in four worlds.
import { groundToday, learn, standOn } from '../src/instrument/index.js';
import { seededChance, normals } from '../src/numeric/index.js';
import {
  HOUSE_EFFECTS,
  learnEffects,
  plannedBy,
  repairPlansOf,
  type HoursTaken,
  type LearnedEffects,
  NO_MONEY,
} from '../src/repair-plans/index.js';
import { asWorked, TREATMENT_IDS, type TreatmentId } from '../src/treatments/index.js';
import { treeOf, TREE_DRAWS, wayOf, type Tree, type WayKey } from '../src/tree/index.js';
import {
  AFTERWARDS_DAY,
  drawProvisional,
  PROVISIONAL_DAY,
  type World,
} from '../simulated/provisionalPlans.js';
import { figure, figureUnder } from './figures.js';

const MANY = Number(process.argv[2] ?? 500);
const BANDS = [0.05, 0.15, 0.3, 0.5, 0.7, 0.9, 1.01];

interface Case {
  seed: number;
  tree: Tree;
  came: WayKey;
  effects: LearnedEffects;
}

/** Provisional plans of drawn instruments, with what came of them. */
function cases(many: number, world: World, effects: LearnedEffects, draws: number): Case[] {
  const all: Case[] = [];
  for (let seed = 0; all.length < many; seed++) {
    const drawn = drawProvisional(seed, world);
    const learned = learn(drawn.record, drawn.air);
    const ground = groundToday(learned.evidence, standOn(learned, drawn.air, PROVISIONAL_DAY), effects);
    const plan = repairPlansOf(ground, NO_MONEY).find(({ kinds }) => kinds.includes('sound'));
    if (!plan?.ids.includes('measure-first')) continue;
    const tree = treeOf(ground, plan, { rate: 1 }, draws);
    if (!tree) continue;
    all.push({ seed, tree, came: cameOf(seed, tree, world, effects), effects });
  }
  return all;
}

/** The way that the reading after the first part really asks for. */
function cameOf(seed: number, { first }: Tree, world: World, effects: LearnedEffects): WayKey {
  const drawn = drawProvisional(seed, world);
  const after = learn(drawn.after(first), drawn.airAfter);
  const then = groundToday(after.evidence, standOn(after, drawn.airAfter, AFTERWARDS_DAY), effects);
  return wayOf(plannedBy('sound', then), then);
}

/** In each band of what was said, what came. */
function inBands(name: string, all: readonly Case[], within: number): void {
  for (let i = 0; i + 1 < BANDS.length; i++) {
    const [from, to] = [BANDS[i]!, BANDS[i + 1]!];
    const own = all.flatMap(({ tree, came }) =>
      tree.ways
        .filter(({ chance }) => chance >= from && chance < to)
        .map(({ key, chance }) => ({ chance, came: key === came })),
    );
    if (own.length < 40) {
      console.log(`${name}, said ${from} to ${to}: ${own.length} cases, too few`);
      continue;
    }
    const said = own.reduce((sum, { chance }) => sum + chance, 0) / own.length;
    const came = own.filter((one) => one.came).length / own.length;
    const allowed = Math.max(within, 2 * Math.sqrt((said * (1 - said)) / own.length));
    figure(
      `tree, ${name}: ways said at ${Math.round(100 * from)} to ${Math.min(100, Math.round(100 * to))} %`,
      `within ${(100 * allowed).toFixed(0)} points of what came`,
      `said ${(100 * said).toFixed(0)}, came ${(100 * came).toFixed(0)} of 100, ${own.length} ways`,
      Math.abs(said - came) <= allowed,
    );
  }
}

/** Hours of each treatment as a shop works that takes so much longer than the catalogue has it. */
function hoursOf(ids: readonly TreatmentId[], longer: number, gauss: () => number): HoursTaken[] {
  return ids.map((treatment) => {
    const [from, to] = asWorked(treatment, {}).hands;
    return { treatment, hours: ((from + to) / 2) * longer * Math.exp(0.35 * gauss()) };
  });
}

function hoursHeld(name: string, all: readonly Case[], longer: number, [from, to]: [number, number]): void {
  let held = 0;
  for (const { seed, tree } of all) {
    const gauss = normals(seededChance(seed * 31 + 7));
    const worked = hoursOf(tree.first, longer, gauss).reduce((sum, { hours }) => sum + hours, 0);
    const [low, , high] = tree.firstSpent.hours;
    if (worked >= low && worked <= high) held += 1;
  }
  const share = held / all.length;
  figure(
    `tree: hours inside the said 80 %, ${name}`,
    `${from} to ${to} of 100`,
    `${(100 * share).toFixed(0)} of 100`,
    share >= from / 100 && share <= to / 100,
  );
}

const began = performance.now();
const usual = cases(MANY, {}, HOUSE_EFFECTS, TREE_DRAWS.told);
console.log(`${usual.length} provisional plans in ${((performance.now() - began) / 1000).toFixed(0)} s`);
inBands('as believed', usual, 0.08);
// where the question is asked no way is said
const told = usual.filter(({ tree }) => tree.says !== 'ask');
const likeliest = told.filter(({ tree, came }) => tree.ways[0]?.key === came).length / told.length;
figure(
  'tree: the likeliest way comes, where ways are said',
  '70 of 100 or more',
  `${(100 * likeliest).toFixed(0)} of 100, of ${told.length}`,
  likeliest >= 0.7,
);
const undecided = usual.filter(({ came }) => came === 'not decided').length / usual.length;
figure(
  'tree: the reading decides nothing',
  'under 8 of 100',
  `${(100 * undecided).toFixed(0)} of 100`,
  undecided < 0.08,
);
// what was said was said before the work, whatever world it is done in
for (const [name, world] of [
  ['the box rises 0.3 mm', { rise: 0.3e-3 }],
  ['the box rises 0.6 mm', { rise: 0.6e-3 }],
  ['gluing takes 0.3 of the fold', { glued: 0.3 }],
  ['gluing takes nothing', { glued: 0 }],
] as const)
  inBands(
    name,
    usual.map((one) => ({ ...one, came: cameOf(one.seed, one.tree, world, HOUSE_EFFECTS) })),
    0.12,
  );

hoursHeld('as believed', usual, 1, [74, 86]);
// twenty jobs of the shop ran a quarter longer, and taught it so
const gauss = normals(seededChance(5));
const jobs = Array.from({ length: 20 }, () =>
  hoursOf(
    TREATMENT_IDS.filter((id) => asWorked(id, {}).hands[1] > 0),
    1.25,
    gauss,
  ),
).flat();
hoursHeld(
  'after twenty jobs a quarter longer',
  cases(Math.round(MANY / 2.5), {}, learnEffects([], jobs), TREE_DRAWS.quick),
  1.25,
  [70, 90],
);

// two runs of the same plan by other draws; and how long somebody waits
const apart: number[] = [];
const took: number[] = [];
for (const { seed, tree } of usual.slice(0, 40)) {
  const drawn = drawProvisional(seed);
  const learned = learn(drawn.record, drawn.air);
  const ground = groundToday(learned.evidence, standOn(learned, drawn.air, PROVISIONAL_DAY));
  const plan = repairPlansOf(ground, NO_MONEY).find(({ kinds }) => kinds.includes('sound'))!;
  const other = treeOf(ground, plan, { rate: 1 }, TREE_DRAWS.told, 4711)!;
  const from = performance.now();
  treeOf(ground, plan, { rate: 1 }, TREE_DRAWS.quick);
  took.push(performance.now() - from);
  for (const { key, chance } of tree.ways)
    apart.push(Math.abs(chance - (other.ways.find((one) => one.key === key)?.chance ?? 0)));
}
apart.sort((a, b) => a - b);
const most = apart[Math.floor(0.95 * apart.length)]!;
figure(
  'tree: two runs of 200 draws, 95 of 100 ways',
  'within 5 points',
  `${(100 * most).toFixed(1)} points`,
  most <= 0.05,
);
took.sort((a, b) => a - b);
figureUnder('tree: 64 draws, 95 of 100', took[Math.floor(0.95 * took.length)]!, 1500);
