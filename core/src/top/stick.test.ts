import { mm, degree } from '../units/index.js';
import { fcnnlsVector } from 'ml-fcnnls';
import { Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { leastNonNegative, normals, seededChance, Skyline } from '../numeric/index.js';
import { armsOf, GENERIC_PLAN, GENERIC_TOP, looseLegs } from '../../simulated/genericTop.js';
import { pathLength } from '../body-plan/index.js';
import {
  DRAWN_SPACING,
  SolvedTop,
  viewOf,
  shapeFigures,
  strungOf,
  type Load,
  type LooseStretch,
} from './index.js';

const PULL = 735;
const [bass, treble] = armsOf(GENERIC_PLAN) as [
  ReturnType<typeof armsOf>[number],
  ReturnType<typeof armsOf>[number],
];
const stretch = ({ id: brace }: typeof bass, from: number, to: number, more: Partial<LooseStretch> = {}) => ({
  brace,
  from,
  to,
  ...more,
});
const outer = (arm: typeof bass, share: number) => stretch(arm, 0, share * arm.lower);
const upperHalf = (arm: typeof bass, more: Partial<LooseStretch> = {}) =>
  stretch(arm, (arm.lower + arm.whole) / 2, arm.whole, more);

const CASES = {
  gap: [bass, treble].map((arm) => stretch(arm, 77 * mm, 129 * mm)),
  legs: looseLegs(GENERIC_PLAN),
  oneOf60: [outer(bass, 0.6)],
  oneOf40: [outer(bass, 0.4)],
  of80: [outer(bass, 0.8), outer(treble, 0.8)],
  upper: [upperHalf(bass), upperHalf(treble)],
  upperHeld: [upperHalf(bass, { letIn: true }), upperHalf(treble, { letIn: true })],
};

describe.each([12, 9])(
  'loose stretches of the generic top, against an independent solution (%i mm)',
  (spacing) => {
    const top = new SolvedTop(GENERIC_TOP, { spacing: spacing * mm, recorded: Object.values(CASES).flat() });
    const view = viewOf(top);
    const of = (loose: readonly LooseStretch[]) => {
      const { turn, hump } = shapeFigures(view, strungOf(top, loose, { pull: PULL, moisture: 0 }));
      return { turn: turn / degree, hump: hump / mm };
    };
    const glued = of([]);

    it('a stretch between two glued ends is bridged: it hardly turns further', () => {
      expect(Math.abs(of(CASES.gap).turn - glued.turn)).toBeLessThan(0.02);
    });

    it('both lower legs loose over two thirds press on the plate and hold part of it', () => {
      const { turn, hump } = of(CASES.legs);
      expect(turn).toBeGreaterThan(0.93);
      expect(turn).toBeLessThan(0.99);
      expect(hump).toBeGreaterThan(0.7);
      expect(hump).toBeLessThan(0.85);
    });

    it.each([
      ['one leg over 60 %', CASES.oneOf60, 0.85, 0.89],
      ['one leg over 40 %', CASES.oneOf40, 0.84, 0.87],
      ['both legs over 80 %, past the bridge plate', CASES.of80, 1.9, 2.05],
      ['the outer half of the upper legs, free', CASES.upper, 0.98, 1.04],
      ['the outer half of the upper legs, let into the lining', CASES.upperHeld, 0.87, 0.91],
    ])('%s', (_, loose, from, to) => {
      const { turn } = of(loose);
      expect(turn).toBeGreaterThan(from);
      expect(turn).toBeLessThan(to);
    });

    it('a gap wide open gives what the open sticks give, to 1e-9', () => {
      const wide = CASES.legs.map((one) => ({ ...one, gap: 1 }));
      const state = top.state(wide, { pull: PULL, moisture: 1 });
      const { pull, moisture } = top.open(CASES.legs);
      const largest = Math.max(...state.rise.map(Math.abs));
      state.rise.forEach((rise, node) => {
        expect(Math.abs(rise - PULL * pull.rise[node]! - moisture.rise[node]!)).toBeLessThan(1e-9 * largest);
      });
    });
  },
);

/** A cantilever's flexibility: how far it gives at x under a newton at a. Euler and Bernoulli; from memory. */
const gives = (stiffness: number, x: number, a: number): number => {
  const [near, far] = [Math.min(x, a), Math.max(x, a)];
  return (near ** 2 * (3 * far - near)) / (6 * stiffness);
};

describe('contact by least squares without tension', () => {
  it('a cantilever pressed on a spring bed lies as a beam on an elastic foundation does (M. Hetényi, 1946)', () => {
    // EI y'''' + k y = q, built in at 0, free at L: evenly pressed down all of it touches
    const [length, stiffness, bed, load] = [0.2, 8, 5e5, 300];
    const count = 200;
    const step = length / count;
    const at = Array.from({ length: count }, (_, i) => (i + 0.5) * step);
    const compliance = Float64Array.from(
      at.flatMap((x, i) => at.map((a, k) => gives(stiffness, x, a) + (i === k ? 1 / (bed * step) : 0))),
    );
    const pressed = Float64Array.from(
      at,
      (x) => (load * x ** 2 * (6 * length ** 2 - 4 * length * x + x ** 2)) / (24 * stiffness),
    );
    const forces = leastNonNegative(compliance, pressed);
    // the general solution with what the ends ask for, solved on its own
    const beta = (bed / (4 * stiffness)) ** 0.25;
    const [s, c] = [Math.sin(beta * length), Math.cos(beta * length)];
    const [sh, ch] = [Math.sinh(beta * length), Math.cosh(beta * length)];
    // y = q/k + A ch·c + B ch·s + C sh·c + D sh·s
    const ends = new Matrix([
      [1, 0, 0, 0],
      [0, 1, 1, 0],
      [-sh * s, sh * c, -ch * s, ch * c],
      [-(ch * s + sh * c), ch * c - sh * s, -(sh * s + ch * c), sh * c - ch * s],
    ]);
    const [A, B, C, D] = solveSquare(ends, [-load / bed, 0, 0, 0]) as [number, number, number, number];
    at.forEach((x, i) => {
      const [sx, cx] = [Math.sin(beta * x), Math.cos(beta * x)];
      const [shx, chx] = [Math.sinh(beta * x), Math.cosh(beta * x)];
      const y = load / bed + A * chx * cx + B * chx * sx + C * shx * cx + D * shx * sx;
      expect(Math.abs(forces[i]! / (bed * step) - y)).toBeLessThan((2e-3 * load) / bed);
    });
  });

  it('a plate on one-sided supports lifts off some: every set of supports tried by hand has the same answer', () => {
    // Navier's series for a square plate held at its edge (S. Timoshenko, Theory of Plates and Shells, article 34)
    const side = 0.3;
    const rigidity = 20;
    const supports = [
      [0.1, 0.1],
      [0.2, 0.1],
      [0.1, 0.2],
      [0.2, 0.2],
      [0.15, 0.15],
      [0.08, 0.22],
    ] as const;
    const sink = ([x, y]: readonly [number, number], [a, b]: readonly [number, number]) => {
      let sum = 0;
      for (let m = 1; m <= 25; m++)
        for (let n = 1; n <= 25; n++) {
          const wave = (at: number, k: number) => Math.sin((k * Math.PI * at) / side);
          sum += (wave(x, m) * wave(a, m) * wave(y, n) * wave(b, n)) / (m * m + n * n) ** 2;
        }
      return ((4 * side ** 2) / (Math.PI ** 4 * rigidity)) * sum;
    };
    const compliance = Float64Array.from(supports.flatMap((p) => supports.map((q) => sink(p, q))));
    // pressed down at one spot and drawn up at another
    const pressed = Float64Array.from(supports, (p) => 40 * sink(p, [0.12, 0.1]) - 25 * sink(p, [0.2, 0.2]));
    const found = leastNonNegative(compliance, pressed);
    const n = supports.length;
    const right: Float64Array[] = [];
    for (let set = 0; set < 2 ** n; set++) {
      const members = supports.map((_, i) => i).filter((i) => set & (1 << i));
      const part = new Matrix(members.length, members.length);
      members.forEach((i, p) => members.forEach((k, q) => part.set(p, q, compliance[n * i + k]!)));
      const held = members.length
        ? solveSquare(
            part,
            members.map((i) => pressed[i]!),
          )
        : [];
      const forces = new Float64Array(n);
      members.forEach((i, p) => (forces[i] = held[p]!));
      const off = supports.map((_, i) =>
        forces.reduce((sum, f, k) => sum + compliance[n * i + k]! * f, -pressed[i]!),
      );
      if (forces.every((f) => f >= 0) && off.every((gap) => gap > -1e-15)) right.push(forces);
    }
    expect(right).toHaveLength(1);
    expect([...found].filter((f) => f > 0).length).toBeGreaterThan(0);
    expect([...found].filter((f) => f === 0).length).toBeGreaterThan(0);
    found.forEach((force, i) => expect(force).toBeCloseTo(right[0]![i]!, 8));
  });

  it('is what a general library finds, over 300 random cases', () => {
    const gauss = normals(seededChance(5));
    for (let round = 0; round < 300; round++) {
      const n = 1 + (round % 12);
      const factor = Matrix.from1DArray(n + 2, n, Array.from({ length: n * (n + 2) }, gauss));
      const target = Array.from({ length: n + 2 }, gauss);
      const gram = factor.transpose().mmul(factor);
      const right = factor.transpose().mmul(Matrix.columnVector(target)).to1DArray();
      const found = leastNonNegative(Float64Array.from(gram.to1DArray()), Float64Array.from(right));
      const known = fcnnlsVector(factor, target, {
        gradientTolerance: 1e-12,
        maxIterations: 1000,
      }).K.to1DArray();
      found.forEach((value, i) => expect(value).toBeCloseTo(known[i]!, 6));
    }
  });

  it('refuses what is not positive definite, and answers nothing with nothing', () => {
    expect(() => leastNonNegative(Float64Array.of(-1), Float64Array.of(1))).toThrow(/positive definite/u);
    expect([...leastNonNegative(Float64Array.of(1), Float64Array.of(0))]).toEqual([0]);
    expect([...leastNonNegative(new Float64Array(), new Float64Array())]).toEqual([]);
  });
});

const solveSquare = (matrix: Matrix, right: readonly number[]): number[] =>
  solve(matrix, Matrix.columnVector([...right])).to1DArray();

describe('a loose stick in the whole top', () => {
  const top = new SolvedTop(GENERIC_TOP, { spacing: 25 * mm, recorded: Object.values(CASES).flat() });

  it('never pulls and is never entered, over 500 random states', () => {
    const chance = seededChance(11);
    const { braces } = GENERIC_PLAN;
    let touching = 0;
    for (let round = 0; round < 500; round++) {
      const loose = Array.from({ length: 1 + Math.floor(3 * chance()) }, (): LooseStretch => {
        const { id, path } = braces[Math.floor(braces.length * chance())]!;
        const length = pathLength(path);
        const [a, b] = [chance() * length, chance() * length];
        const ends =
          chance() < 0.6 ? { from: 0, to: Math.max(a, b) } : { from: Math.min(a, b), to: Math.max(a, b) };
        return { brace: id, ...ends, gap: chance() < 0.5 ? 0 : 0.4 * mm * chance(), letIn: chance() < 0.3 };
      });
      const load: Load = {
        pull: chance() < 0.5 ? 0 : 1000 * chance(),
        moisture: 8 * (chance() - 0.5),
        felt: 2 * (chance() - 0.5),
        weight: chance() < 0.5 ? 0 : 40 * chance(),
      };
      const contacts = top.touching(loose, load);
      const most = Math.max(1e-9, ...contacts.map(({ force }) => force));
      for (const { force, off } of contacts) {
        expect(force).toBeGreaterThanOrEqual(0);
        expect(off).toBeGreaterThan(-1e-11);
        // one of the two is nothing
        expect(Math.min(force / most, off / mm)).toBeLessThan(1e-7);
        if (force > 0) touching += 1;
      }
    }
    expect(touching).toBeGreaterThan(300);
  });

  it.each([
    ['pressing with a free end', CASES.legs, { pull: PULL, moisture: 0 }],
    ['bridging a gap, in the damp', CASES.gap, { pull: PULL, moisture: 3 }],
    ['its tip in the lining', CASES.upperHeld, { pull: PULL, moisture: -2, weight: 10 }],
    [
      'felt open by 0.1 mm',
      CASES.legs.map((one) => ({ ...one, gap: 0.1 * mm })),
      { pull: 0, moisture: 4, felt: 0 },
    ],
  ])(
    '%s stands as the plate and the sticks assembled side by side do, under the forces it names',
    (_, loose, load: Load) => {
      const { free, beams, loads, stiffness, mesh } = top.system;
      const runs = top.runsOf(loose);
      const contacts = top.touching(loose, load);
      // the sticks have points of their own, bound to the plate where they are glued
      const ALONG = 4;
      const points = runs.map(({ beams: own, ends }) =>
        Array.from({ length: own.length + 1 }, (_, k) =>
          (k === 0 && ends[0] === 'glued') || (k === own.length && ends[1] === 'glued') ? null : k,
        ),
      );
      let size = free.reduce((most, one) => Math.max(most, one), -1) + 1;
      const plate = size;
      const numbers = points.map((own) =>
        own.map((point) => {
          if (point === null) return null;
          size += ALONG;
          return size - ALONG;
        }),
      );
      const whole = new Skyline(new Int32Array(size));
      stiffness.each((i, k, value) => whole.add(i, k, value));
      const right = new Float64Array(size);
      for (let i = 0; i < plate; i++)
        right[i] =
          load.pull * loads.pull[i]! +
          load.moisture * loads.moisture[i]! +
          (load.weight ?? 0) * loads.weight[i]!;
      const heightOf = (run: number, k: number): (readonly [number, number])[] => {
        const own = numbers[run]![k]!;
        if (own !== null) return [[own + 1, 1]];
        return [];
      };
      let contact = 0;
      runs.forEach(({ beams: own, ends }, run) => {
        const tips = [0, own.length];
        own.forEach((number, e) => {
          const { modes, swelling, element } = beams[number]!;
          const { length, middle, incline } = element;
          const local = [
            [
              [-1, -incline, -middle, 0],
              [1, incline, middle, 0],
            ],
            [
              [0, 0, -1, 0],
              [0, 0, 1, 0],
            ],
            [
              [0, -2 / length, 1, 0],
              [0, 2 / length, 1, 0],
            ],
            [
              [0, 0, 0, -1],
              [0, 0, 0, 1],
            ],
          ] as const;
          modes.forEach(({ row, stiffness: k }, m) => {
            // what was glued is taken away
            row.at.forEach((i, p) =>
              row.at.forEach((j, q) => {
                if (j <= i) whole.add(i, j, -k * row.values[p]! * row.values[q]!);
              }),
            );
            // and put back with what the stick moves against the plate
            const entries: [number, number][] = [...row.at].map((i, p): [number, number] => [
              i,
              row.values[p]!,
            ]);
            [e, e + 1].forEach((point, side) => {
              const at = numbers[run]![point]!;
              if (at !== null)
                local[m]![side]!.forEach((value, d) => value !== 0 && entries.push([at + d, value]));
            });
            for (const [i, a] of entries)
              for (const [j, b] of entries) if (j <= i) whole.add(i, j, k * a * b);
            if (m === 0)
              for (const [i, a] of entries) if (i >= plate) right[i]! += load.moisture * swelling * a;
          });
        });
        // a tip in the lining keeps its height against the plate: a spring that does not give
        ends.forEach((end, side) => {
          if (end === 'let in') for (const [i] of heightOf(run, tips[side]!)) whole.add(i, i, 1e13);
        });
        for (let k = 0; k <= own.length; k++) {
          const end = k === 0 ? ends[0] : k === own.length ? ends[1] : 'free';
          if (end !== 'free') continue;
          // it presses the stick down, and the plate up: against each other
          for (const [i] of heightOf(run, k)) right[i]! -= contacts[contact]!.force;
          contact += 1;
        }
      });
      expect(contact).toBe(contacts.length);
      // what hangs free along itself is held as softly as makes no odds
      for (let i = plate; i < size; i++) whole.add(i, i, 1e-6);
      whole.factorise();
      const x = whole.solve(right);
      const state = top.state(loose, load);
      const largest = Math.max(...state.rise.map(Math.abs));
      mesh.points.forEach((_, node) => {
        const number = free[5 * node + 2]!;
        expect(Math.abs(state.rise[node]! - (number < 0 ? 0 : x[number]!))).toBeLessThan(1e-6 * largest);
      });
      // and the sticks stand off as far as is said, where the damp of the feeling is that of the load
      if (load.felt === undefined) {
        contact = 0;
        runs.forEach(({ beams: own, ends }, run) => {
          for (let k = 0; k <= own.length; k++) {
            const end = k === 0 ? ends[0] : k === own.length ? ends[1] : 'free';
            if (end !== 'free') continue;
            const [at] = heightOf(run, k);
            const { off } = contacts[contact]!;
            contact += 1;
            if (load.moisture === 0) expect(-x[at![0]]!).toBeCloseTo(off, 8);
          }
        });
      }
    },
  );
});

describe('the coarse mesh that drawn tops stand on', () => {
  const turnAt = (share: number, spacing: number) => {
    const loose = [outer(bass, share), outer(treble, share)];
    const top = new SolvedTop(GENERIC_TOP, { spacing, recorded: loose });
    return shapeFigures(viewOf(top), strungOf(top, loose, { pull: PULL, moisture: 0 })).turn / degree;
  };
  it.each([0.6, 0.67, 0.69, 0.7, 0.71, 0.72, 0.74, 0.76, 0.8])(
    'holds within 5 %% of the fine one where both lower legs are loose over %d of their length, about the plate’s edge',
    (share) => {
      const fine = turnAt(share, 9 * mm);
      expect(Math.abs(turnAt(share, DRAWN_SPACING) / fine - 1)).toBeLessThan(0.05);
    },
  );
});
