import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import {
  assembleTop,
  meshOf,
  NestedFactor,
  pathLength,
  bodyPlanFrom,
  SolvedTop,
  topSpec,
  usualOutline,
} from '../src/index.js';
import { bellyFits } from '../simulated/bellies.js';
import { GENERIC_PLAN, looseLegs } from '../simulated/genericTop.js';
import type { BellyFit } from '../src/top/index.js';
import { figure, figureUnder } from './figures.js';

/** How fast a top is solved, against a dense Cholesky of ml-matrix on the same matrix in the same run. */
const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
const spec = topSpec(plan, { species: 'sitka-spruce', laminated: false });
const took = <T>(work: () => T): [T, number] => {
  const began = performance.now();
  const result = work();
  return [result, performance.now() - began];
};
const median = (times: number[]) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;

console.log('\nThe virtual top.');
// a mesh that the dense reference can still take
const coarse = assembleTop(spec, meshOf(plan, 0.024));
const size = coarse.stiffness.size;
const dense = Matrix.zeros(size, size);
const unit = new Float64Array(size);
for (let i = 0; i < size; i++) {
  unit.fill(0);
  unit[i] = 1;
  coarse.stiffness.times(unit).forEach((value, k) => dense.set(k, i, value));
}
const right = Matrix.columnVector(coarse.loads.pull);
const [x, reference] = took(() => new CholeskyDecomposition(dense).solve(right));
const nodes = new Int32Array(size);
coarse.free.forEach((number, i) => {
  if (number >= 0) nodes[number] = Math.trunc(i / 5);
});
const solved = () =>
  new NestedFactor(coarse.stiffness, nodes, coarse.mesh.points).solve([coarse.loads.pull])[0]!;
const sparse = median(Array.from({ length: 5 }, () => took(solved)[1]));
const y = solved();
const largest = Math.max(...y.map(Math.abs));
const apart = Math.max(...y.map((value, i) => Math.abs(value - x.get(i, 0)))) / largest;
console.log(
  `  Reference: ${size} unknowns by ml-matrix's dense Cholesky, ${reference.toFixed(0)} ms. By nested dissection ${sparse.toFixed(1)} ms, ${(reference / sparse).toFixed(0)} times as fast; answers ${apart.toExponential(1)} apart.`,
);

const show = (name: string, ms: number, limit: number) => {
  figureUnder(`virtual top: ${name}`, ms, limit);
  console.log(`  ${name}: ${ms.toFixed(0)} ms, ${(ms / reference).toFixed(3)} × the reference`);
};
/** 300 ms on a quiet machine, whose reference takes 3.4 s. */
const QUIET = 0.088;
const [top, first] = took(() => new SolvedTop(spec));
const { points } = top.system.mesh;
show(
  `first solve, cold, ${points.length} nodes, ${top.system.stiffness.size} unknowns, three loads`,
  first,
  QUIET * reference,
);
const warm = median(Array.from({ length: 3 }, () => took(() => new SolvedTop(spec))[1]));
show('first solve, warm', warm, QUIET * reference);
const memory = (8 * (top.system.stiffness.values.length + top.stored)) / 2 ** 20;
console.log(
  `  memory: ${memory.toFixed(1)} MB for matrix and factor, 0.02 MB more for each edge of brace touched`,
);
/** What the page lets go at a touch: an arm of an X brace, from the rim to the crossing, or a straight brace. */
const arm = (i: number) => {
  const { id, path } = plan.braces[i]!;
  return [{ brace: id, from: 0, to: pathLength(path.slice(0, 2)) }];
};
const pulled = { pull: 735, moisture: 0 };
const touches = [
  ['the lower arm of an X brace', arm(1)],
  ['a tone bar', arm(2)],
  [
    'both outer two thirds of the lower X arms',
    [0, 1].map((k) => ({ ...arm(k)[0]!, to: (2 / 3) * arm(k)[0]!.to })),
  ],
  ['a whole X brace', [{ ...arm(1)[0]!, to: 1 }]],
] as const;
for (const [name, loose] of touches) {
  const fresh = new SolvedTop(spec);
  // the page has asked for another variant before: the program is warm
  fresh.state(arm(8), pulled);
  show(`${name} loose, first touched`, took(() => fresh.state(loose, pulled))[1], 100);
  show(
    `${name} loose, again`,
    median(
      Array.from(
        { length: 15 },
        (_, i) => took(() => fresh.state(loose, { ...pulled, moisture: i / 15 }))[1],
      ),
    ),
    20,
  );
}
const ready = new SolvedTop(spec);
const [, preparing] = took(() => [...ready.prepare()]);
const beams = ready.system.beams.length;
console.log(`  readying every brace between questions: ${preparing.toFixed(0)} ms in ${beams} steps`);
for (const [name, loose] of touches)
  show(
    `${name} loose, first touched once readied, contact included`,
    took(() => ready.state(loose, pulled))[1],
    30,
  );

// bellies of tops whose truth is known, a twentieth of which is tried by every `npm test`
const fits = bellyFits();
const legs = looseLegs(GENERIC_PLAN);
const share = (all: readonly BellyFit[], of: (fit: BellyFit) => boolean) =>
  all.filter(of).length / all.length;
const percent = (of: number) => `${(100 * of).toFixed(1)} %`;
const [soundTops, missed, recorded] = [fits(1200, [], []), fits(1200, legs, []), fits(1200, legs, legs)];
const [asked, askedMissed] = [soundTops, missed].map((all) => share(all, ({ lookInside }) => lookInside));
figure('sound tops asked to look inside', 'under 5 %', percent(asked!), asked! < 0.05);
figure(
  'tops with unrecorded loose legs asked to look inside',
  'more often than sound ones',
  percent(askedMissed!),
  askedMissed! > asked!,
);
const folding = share(soundTops, ({ verdict }) => verdict === 'folding');
figure('sound tops called folding', 'none', percent(folding), folding === 0);
const calledSound = share(recorded, ({ verdict }) => verdict === 'sound dome');
figure('tops with recorded loose legs called sound', 'none', percent(calledSound), calledSound === 0);
