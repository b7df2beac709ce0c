import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NodalMatrix } from '../numeric/index.js';
import type { Point } from '../body-plan/index.js';
import { beamElement } from './beamElement.js';
import { isotropic } from '../../simulated/sheets.js';
import { layerOf, type Layer, type Sheet } from './laminate.js';
import { FREEDOMS, shellElement } from './shellElement.js';
import { addElement, shellSystem } from './shellSystem.js';

interface Sheeted {
  points: Point[];
  triangles: [number, number, number][];
}

/** A rectangle from 0 to its sides, cut into n × m squares of two triangles each, their diagonals by turns. */
function rectangle(wide: number, long: number, n: number, m = n): Sheeted {
  const points = Array.from({ length: (n + 1) * (m + 1) }, (_, k): Point => [
    ((k % (n + 1)) * wide) / n,
    (Math.floor(k / (n + 1)) * long) / m,
  ]);
  const triangles: [number, number, number][] = [];
  for (let row = 0; row < m; row++)
    for (let column = 0; column < n; column++) {
      const a = row * (n + 1) + column;
      const [b, c, d] = [a + 1, a + n + 2, a + n + 1];
      if ((row + column) % 2 === 0) triangles.push([a, b, c], [a, c, d]);
      else triangles.push([a, b, d], [b, c, d]);
    }
  return { points, triangles };
}

interface Shell extends Sheeted {
  free: Int32Array;
  stiffness: NodalMatrix;
  swelling: Float64Array;
}

function shellOf(
  mesh: Sheeted,
  layers: readonly Layer[],
  held: (point: Point, freedom: number) => boolean,
  height: (point: Point) => number = () => 0,
): Shell {
  const { points, triangles } = mesh;
  const { free, stiffness } = shellSystem(mesh, (node, k) => held(points[node]!, k));
  const swelling = new Float64Array(stiffness.size);
  for (const triangle of triangles) {
    const at = triangle.map((node) => points[node]!) as [Point, Point, Point];
    const element = shellElement(
      {
        x: at.map(([x]) => x) as [number, number, number],
        y: at.map(([, y]) => y) as [number, number, number],
        height: at.map(height) as [number, number, number],
      },
      layers,
    );
    addElement(stiffness, swelling, free, triangle, element);
  }
  return { ...mesh, free, stiffness, swelling };
}

/** Solves for a load given at freedoms of points. */
function solved(
  shell: Shell,
  load: (node: number, freedom: number) => number,
): (node: number, k: number) => number {
  const right = new Float64Array(shell.stiffness.size);
  shell.free.forEach((number, i) => {
    if (number >= 0) right[number]! += load(Math.floor(i / FREEDOMS), i % FREEDOMS);
  });
  return answered(shell, right);
}

function answered(shell: Shell, right: Float64Array): (node: number, k: number) => number {
  const factor = shell.stiffness.skyline();
  factor.factorise();
  const x = factor.solve(right);
  return (node, k) => {
    const number = shell.free[FREEDOMS * node + k]!;
    return number < 0 ? 0 : x[number]!;
  };
}

/** A pressure of 1 Pa as loads at the corners: a third of each triangle. */
function pressure({ points, triangles }: Sheeted): (node: number, freedom: number) => number {
  const load = new Float64Array(points.length);
  for (const [a, b, c] of triangles) {
    const [p, q, r] = [points[a]!, points[b]!, points[c]!];
    const area = ((q[0] - p[0]) * (r[1] - p[1]) - (r[0] - p[0]) * (q[1] - p[1])) / 2;
    for (const node of [a, b, c]) load[node]! += area / 3;
  }
  return (node, k) => (k === 2 ? load[node]! : 0);
}

const near = (mesh: Sheeted, [x, y]: Point): number =>
  mesh.points.reduce(
    (best, point, i) =>
      Math.hypot(point[0] - x, point[1] - y) <
      Math.hypot(mesh.points[best]![0] - x, mesh.points[best]![1] - y)
        ? i
        : best,
    0,
  );

const SIDE = 0.4;
const THICK = 0.003;
const STEELY = isotropic(1e10, 0.3, THICK);
const RIGIDITY = (1e10 * THICK ** 3) / (12 * (1 - 0.3 ** 2));
const border = ([x, y]: Point) => x < 1e-9 || y < 1e-9 || x > SIDE - 1e-9 || y > SIDE - 1e-9;
const plane = (k: number) => k < 2;
/** simply supported: held in height along the border; its turn along the side is held with it */
const supported = (point: Point, k: number) =>
  plane(k) ||
  (border(point) &&
    (k === 2 ||
      (k === 3 && (point[0] < 1e-9 || point[0] > SIDE - 1e-9)) ||
      (k === 4 && (point[1] < 1e-9 || point[1] > SIDE - 1e-9))));
const clamped = (point: Point, k: number) => plane(k) || border(point);

describe('square plates (Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, ν = 0.3)', () => {
  // w = coefficient × q a⁴/D under a uniform load, × P a²/D under a central one
  const cases = [
    ['simply supported, uniform', supported, 'uniform', 0.00406],
    ['clamped, uniform', clamped, 'uniform', 0.00126],
    ['simply supported, central', supported, 'central', 0.0116],
    ['clamped, central', clamped, 'central', 0.0056],
  ] as const;
  it.each(cases)(
    '%s: the middle sinks as the book says, and more nearly so the finer the mesh',
    (_, held, load, book) => {
      const off = [4, 8, 16, 24].map((n) => {
        const shell = shellOf(rectangle(SIDE, SIDE, n), [layerOf(STEELY, 0)], held);
        const middle = near(shell, [SIDE / 2, SIDE / 2]);
        const whole = pressure(shell);
        const at = solved(shell, (node, k) =>
          load === 'uniform' ? whole(node, k) : k === 2 && node === middle ? 1 : 0,
        );
        const unit = load === 'uniform' ? SIDE ** 4 / RIGIDITY : SIDE ** 2 / RIGIDITY;
        return Math.abs(at(middle, 2) / unit / book - 1);
      });
      // the book's coefficients are rounded to three figures
      expect(off.at(-1)).toBeLessThan(0.01);
      expect(off[3]).toBeLessThan(off[1]!);
      expect(off[1]).toBeLessThan(off[0]!);
    },
  );

  it('an orthotropic one under uniform load follows the Navier double series', () => {
    const sheet: Sheet = {
      thickness: THICK,
      grain: 'y',
      along: 11e9,
      across: 0.9e9,
      shear: 0.7e9,
      poisson: 0.37,
      swellAlong: 0,
      swellAcross: 0,
    };
    const [wide, long] = [0.3, 0.45];
    const mesh = rectangle(wide, long, 24, 36);
    const edge = ([x, y]: Point) => [x < 1e-9 || x > wide - 1e-9, y < 1e-9 || y > long - 1e-9] as const;
    const shell = shellOf(mesh, [layerOf(sheet, 0)], (point, k) => {
      const [sides, ends] = edge(point);
      return plane(k) || (k === 2 && (sides || ends)) || (k === 3 && sides) || (k === 4 && ends);
    });
    const at = solved(shell, pressure(shell))(near(shell, [wide / 2, long / 2]), 2);
    const [qx, qxy, qy, qs] = layerOf(sheet, 0).stiffness.map((one) => (one * THICK ** 3) / 12) as [
      number,
      number,
      number,
      number,
    ];
    let series = 0;
    for (let m = 1; m < 60; m += 2)
      for (let n = 1; n < 60; n += 2) {
        const [a, b] = [m / wide, n / long];
        const resists = qx * a ** 4 + 2 * (qxy + 2 * qs) * a ** 2 * b ** 2 + qy * b ** 4;
        const sign = (-1) ** ((m - 1) / 2 + (n - 1) / 2);
        series += (16 * sign) / (Math.PI ** 6 * m * n * resists);
      }
    expect(Math.abs(at / series - 1)).toBeLessThan(0.004);
  });
});

describe('the triangle', () => {
  const scattered: Sheeted = {
    points: [
      [0, 0],
      [0.1, 0],
      [0.1, 0.08],
      [0, 0.08],
      [0.03, 0.02],
      [0.08, 0.03],
      [0.07, 0.06],
      [0.02, 0.05],
    ],
    triangles: [
      [0, 1, 4],
      [1, 5, 4],
      [1, 2, 5],
      [2, 6, 5],
      [2, 3, 6],
      [3, 7, 6],
      [3, 0, 7],
      [0, 4, 7],
      [4, 5, 6],
      [4, 6, 7],
    ],
  };
  const outer = new Set([0, 1, 2, 3]);

  it('passes the patch tests: an even strain and an even curvature on the border are even inside, on any mesh', () => {
    const even = (point: Point, k: number): number => {
      const [x, y] = point;
      // u, v run straight; w is a quadric, whose slopes run straight
      const w = (3 * x * x + 2 * x * y - y * y) * 0.5;
      return [1e-3 * x + 2e-3 * y, -5e-4 * x + 1e-3 * y, w, x - y, -(3 * x + y)][k]!;
    };
    const { points } = scattered;
    const whole = shellOf(scattered, [layerOf(STEELY, 0)], () => false);
    const given = new Float64Array(whole.stiffness.size);
    whole.free.forEach((number, i) => {
      const node = Math.floor(i / FREEDOMS);
      if (outer.has(node)) given[number] = even(points[node]!, i % FREEDOMS);
    });
    const pulled = whole.stiffness.times(given);
    const inner = shellOf(scattered, [layerOf(STEELY, 0)], (point) => outer.has(points.indexOf(point)));
    const right = new Float64Array(inner.stiffness.size);
    inner.free.forEach((number, i) => {
      if (number >= 0) right[number] = -pulled[whole.free[i]!]!;
    });
    const at = answered(inner, right);
    for (const node of [4, 5, 6, 7])
      for (let k = 0; k < FREEDOMS; k++) {
        const size = Math.abs(even([0.1, 0.08], k)) + 1e-6;
        expect(Math.abs(at(node, k) - even(points[node]!, k)) / size).toBeLessThan(1e-9);
      }
  });

  it('moved or turned as a whole, dome and layers and all, feels no force', () => {
    const layers = [layerOf(STEELY, 0), layerOf(isotropic(8e9, 0.2, 0.002), 0.0025)];
    const height = ([x, y]: Point) => 0.004 - 0.3 * x * x - 0.2 * y * y + 0.1 * x * y;
    const shell = shellOf(scattered, layers, () => false, height);
    const motions: ((point: Point, k: number) => number)[] = [
      (_, k) => (k === 0 ? 1 : 0),
      (_, k) => (k === 1 ? 1 : 0),
      (_, k) => (k === 2 ? 1 : 0),
      // turned in its own plane
      ([x, y], k) => (k === 0 ? -y : k === 1 ? x : 0),
      // tipped over each axis: points above the plane go sideways
      (point, k) => [0, -height(point), point[1], 1, 0][k]!,
      (point, k) => [-height(point), 0, point[0], 0, -1][k]!,
    ];
    for (const motion of motions) {
      const x = new Float64Array(shell.stiffness.size);
      shell.free.forEach((number, i) => {
        x[number] = motion(shell.points[Math.floor(i / FREEDOMS)]!, i % FREEDOMS);
      });
      const force = shell.stiffness.times(x);
      const size = Math.max(...shell.stiffness.times(x.map((one, i) => one + (i % 7) * 0.1)).map(Math.abs));
      expect(Math.max(...force.map(Math.abs)) / size).toBeLessThan(1e-9);
    }
  });

  it('that swells alike everywhere and may move freely grows, and neither bends nor is stressed', () => {
    const swell = 0.002;
    const layers = [
      layerOf(isotropic(1e10, 0.3, THICK, swell), 0),
      layerOf(isotropic(7e9, 0.25, 0.002, swell), 0.0025),
    ];
    // three freedoms of the plane and three out of it are held, no more than a stand needs
    const shell = shellOf(scattered, layers, (point, k) => {
      const node = scattered.points.indexOf(point);
      return (
        (node === 0 && k !== 3 && k !== 4) || (node === 1 && (k === 1 || k === 2)) || (node === 3 && k === 2)
      );
    });
    const at = answered(shell, shell.swelling);
    shell.points.forEach(([x, y], node) => {
      expect(at(node, 0)).toBeCloseTo(swell * x, 12);
      expect(at(node, 1)).toBeCloseTo(swell * y, 12);
      expect(Math.abs(at(node, 2))).toBeLessThan(1e-12);
      expect(Math.abs(at(node, 3)) + Math.abs(at(node, 4))).toBeLessThan(1e-10);
    });
  });

  it('says that a triangle without an area is none', () => {
    expect(() => shellElement({ x: [0, 1, 2], y: [0, 0, 0], height: [0, 0, 0] }, [])).toThrow(/area/u);
  });
});

/** A strip along x, held like a plank that stands on its left end. */
const standing = ([x]: Point) => x < 1e-9;

describe('a strip', () => {
  const [long, wide] = [0.3, 0.02];
  const strip = rectangle(long, wide, 60, 4);

  it('of two woods that swell differently curls as Timoshenko’s bimetal does (1925)', () => {
    const [thick1, thick2, modulus1, modulus2, swell] = [0.003, 0.002, 1.1e10, 0.9e10, 0.0015];
    const layers = [
      layerOf(isotropic(modulus1, 0, thick1, 0), 0),
      layerOf(isotropic(modulus2, 0, thick2, swell), (thick1 + thick2) / 2),
    ];
    // free at every side but for standing still; Poisson's ratio 0 leaves a strip of beam
    const shell = shellOf(strip, layers, (point, k) => standing(point) && (k !== 1 || point[1] < 1e-9));
    const at = answered(shell, shell.swelling);
    const [m, n, h] = [thick1 / thick2, modulus1 / modulus2, thick1 + thick2];
    const curvature =
      (6 * swell * (1 + m) ** 2) / (h * (3 * (1 + m) ** 2 + (1 + m * n) * (m ** 2 + 1 / (m * n))));
    // its upper layer grows, so the free end sinks by κ l²/2; away from the held end, where y cannot follow
    const [end, half] = [near(shell, [long, wide / 2]), near(shell, [long / 2, wide / 2])];
    const measured = (at(end, 4) - at(half, 4)) / (long / 2);
    expect(Math.abs(measured) / curvature).toBeGreaterThan(0.99);
    expect(Math.abs(measured) / curvature).toBeLessThan(1.01);
    expect(at(end, 2)).toBeLessThan(0);
  });

  it('with a brace glued along it curls by the same formula, its two parts as wide as they are', () => {
    const [thick, high, swell, modulus, modulusBrace] = [0.003, 0.006, 0.0015, 1e9, 1.1e10];
    // narrow, so that the top follows its brace over the whole width
    const narrow = 0.008;
    const mesh = rectangle(long, narrow, 60, 2);
    const shell = shellOf(
      mesh,
      [layerOf(isotropic(modulus, 0, thick, swell), 0)],
      (point, k) => standing(point) && (k !== 1 || Math.abs(point[1] - narrow / 2) < 1e-9),
    );
    const brace = 0.008;
    for (let i = 0; i < 60; i++) {
      const [a, b] = [61 + i, 62 + i];
      const { modes } = beamElement({
        x: [mesh.points[a]![0], mesh.points[b]![0]],
        y: [mesh.points[a]![1], mesh.points[b]![1]],
        height: [0, 0],
        wide: brace,
        high,
        middle: -(thick + high) / 2,
        modulus: modulusBrace,
        shear: 1e9,
        swell: 0,
      });
      const numbers = [a, b].flatMap((node) => [0, 1, 2, 3, 4].map((k) => shell.free[FREEDOMS * node + k]!));
      for (const { row, stiffness } of modes)
        row.forEach((p, u) =>
          row.forEach((q, v) => {
            if (numbers[u]! >= 0 && numbers[v]! >= 0 && numbers[v]! <= numbers[u]!)
              shell.stiffness.add(numbers[u]!, numbers[v]!, stiffness * p * q);
          }),
        );
    }
    const at = answered(shell, shell.swelling);
    // the brace counts as a strip as wide as the top with its modulus in the measure of the widths
    const [m, n, h] = [high / thick, (modulusBrace * brace) / (modulus * narrow), thick + high];
    const curvature =
      (6 * swell * (1 + m) ** 2) / (h * (3 * (1 + m) ** 2 + (1 + m * n) * (m ** 2 + 1 / (m * n))));
    const [end, half] = [near(shell, [long, narrow / 2]), near(shell, [long / 2, narrow / 2])];
    const measured = Math.abs(at(end, 4) - at(half, 4)) / (long / 2);
    expect(measured / curvature).toBeGreaterThan(0.985);
    expect(measured / curvature).toBeLessThan(1.015);
  });

  it('as a beam on two supports sinks by 5 q l⁴/384 EI, and the braced one by its own EI', () => {
    const sheet = isotropic(1e10, 0, THICK);
    const ends = ([x]: Point) => x < 1e-9 || x > long - 1e-9;
    const shell = shellOf(strip, [layerOf(sheet, 0)], (point, k) => plane(k) || (k === 2 && ends(point)));
    const at = solved(shell, pressure(shell));
    const sinks = (5 * wide * long ** 4) / (384 * ((1e10 * wide * THICK ** 3) / 12));
    expect(at(near(shell, [long / 2, wide / 2]), 2) / sinks).toBeGreaterThan(0.998);
    expect(at(near(shell, [long / 2, wide / 2]), 2) / sinks).toBeLessThan(1.002);
  });
});

describe('a shallow shell', () => {
  it('square, doubly curved and simply supported, follows the Navier series of shallow-shell theory (Vlasov; Timoshenko and Woinowsky-Krieger, chapter 16)', () => {
    // w_mn = q_mn / [D (a²+b²)² + E t (a²/R_y + b²/R_x)² / (a²+b²)²], a = mπ/l, b = nπ/l
    const radius = 3;
    const height = ([x, y]: Point) => -((x - SIDE / 2) ** 2 + (y - SIDE / 2) ** 2) / (2 * radius);
    // diaphragms: no height and no shift along the border, free across it
    const held = (point: Point, k: number) => {
      const [sides, ends] = [
        point[0] < 1e-9 || point[0] > SIDE - 1e-9,
        point[1] < 1e-9 || point[1] > SIDE - 1e-9,
      ];
      return (
        (k === 2 && (sides || ends)) ||
        (k === 1 && sides) ||
        (k === 0 && ends) ||
        (k === 3 && sides) ||
        (k === 4 && ends)
      );
    };
    const at = [16, 32].map((n) => {
      const shell = shellOf(rectangle(SIDE, SIDE, n), [layerOf(STEELY, 0)], held, height);
      return solved(shell, pressure(shell))(near(shell, [SIDE / 2, SIDE / 2]), 2);
    });
    let series = 0;
    let flat = 0;
    for (let m = 1; m < 80; m += 2)
      for (let n = 1; n < 80; n += 2) {
        const [a, b] = [(m * Math.PI) / SIDE, (n * Math.PI) / SIDE];
        const load = (16 / (Math.PI ** 2 * m * n)) * (-1) ** ((m - 1) / 2 + (n - 1) / 2);
        const bending = RIGIDITY * (a * a + b * b) ** 2;
        const arch = (1e10 * THICK * ((a * a) / radius + (b * b) / radius) ** 2) / (a * a + b * b) ** 2;
        series += load / (bending + arch);
        flat += load / bending;
      }
    // the curvature carries most of it here, so this is a test of the shell and not of the plate
    expect(series / flat).toBeLessThan(0.5);
    expect(Math.abs(at[1]! / series - 1)).toBeLessThan(0.01);
    expect(Math.abs(at[1]! / series - 1)).toBeLessThan(Math.abs(at[0]! / series - 1));
  });
});

describe('the equations', () => {
  const mesh = rectangle(SIDE, SIDE, 6);
  const shell = shellOf(
    mesh,
    [layerOf(STEELY, 0)],
    (point, k) => border(point) && k < 3,
    ([x]) => -0.1 * x * x,
  );
  const factor = shell.stiffness.skyline();
  factor.factorise();
  const size = shell.stiffness.size;
  const index = fc.integer({ min: 0, max: size - 1 });
  const unit = (i: number) => {
    const load = new Float64Array(size);
    load[i] = 1;
    return load;
  };

  it('are reciprocal (Maxwell and Betti): what a load here does there, a load there does here', () => {
    fc.assert(
      fc.property(index, index, (i, k) => {
        const [a, b] = [factor.solve(unit(i))[k]!, factor.solve(unit(k))[i]!];
        return Math.abs(a - b) <= 1e-9 * (Math.abs(a) + Math.abs(b)) + 1e-18;
      }),
      { numRuns: 40 },
    );
  });

  it('superpose, and what is solved gives the load back', () => {
    fc.assert(
      fc.property(index, index, fc.double({ min: -5, max: 5, noNaN: true }), (i, k, weight) => {
        const both = unit(i);
        both[k]! += weight;
        const x = factor.solve(both);
        const [a, b] = [factor.solve(unit(i)), factor.solve(unit(k))];
        const largest = Math.max(...x.map(Math.abs));
        expect(Math.max(...x.map((one, n) => Math.abs(one - a[n]! - weight * b[n]!)))).toBeLessThan(
          1e-9 * largest + 1e-18,
        );
        const back = shell.stiffness.times(x);
        expect(Math.max(...back.map((one, n) => Math.abs(one - both[n]!)))).toBeLessThan(1e-6);
      }),
      { numRuns: 20 },
    );
  });

  it('of a plate that nothing holds are refused', () => {
    const loose = shellOf(rectangle(SIDE, SIDE, 3), [layerOf(STEELY, 0)], () => false);
    expect(() => loose.stiffness.skyline().factorise()).toThrow(/not positive definite/u);
  });
});
