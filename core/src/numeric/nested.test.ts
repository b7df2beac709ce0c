import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NestedFactor, seededChance, Skyline } from './index.js';

/** A net of nodes in the plane, a few rows each, its neighbours coupled; positive definite by its diagonal. */
function net(wide: number, high: number, seed: number) {
  const chance = seededChance(seed);
  const at: [number, number][] = [];
  const nodeOf: number[] = [];
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      at.push([x + 0.3 * chance(), y + 0.3 * chance()]);
      const rows = Math.floor(6 * chance());
      for (let k = 0; k < rows; k++) nodeOf.push(at.length - 1);
    }
  if (nodeOf.length === 0) nodeOf.push(0);
  const size = nodeOf.length;
  const matrix = new Skyline(new Int32Array(size));
  const dense = Array.from({ length: size }, () => new Float64Array(size));
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < i; j++) {
      const [a, b] = [at[nodeOf[i]!]!, at[nodeOf[j]!]!];
      if (Math.hypot(a[0] - b[0], a[1] - b[1]) > 1.6) continue;
      const value = chance() - 0.5;
      matrix.add(i, j, value);
      dense[i]![j] = dense[j]![i] = value;
    }
  }
  for (let i = 0; i < size; i++) {
    const value = 1 + dense[i]!.reduce((sum, one) => sum + Math.abs(one), 0);
    matrix.add(i, i, value);
    dense[i]![i] = value;
  }
  return { matrix, nodeOf: Int32Array.from(nodeOf), at, dense, size, chance };
}

const times = (dense: Float64Array[], x: Float64Array) =>
  Float64Array.from(dense, (row) => row.reduce((sum, value, i) => sum + value * x[i]!, 0));
const far = (a: Float64Array, b: Float64Array) =>
  Math.max(0, ...a.map((value, i) => Math.abs(value - b[i]!)));

describe('a factor by nested dissection', () => {
  it('solves what it was made of, for nodes of no to five rows, any net', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 1e6 }),
        (wide, high, seed) => {
          const { matrix, nodeOf, at, dense, size, chance } = net(wide, high, seed);
          const rights = [0, 1, 2].map(() => Float64Array.from({ length: size }, chance));
          const solutions = new NestedFactor(matrix, nodeOf, at).solve(rights);
          return solutions.every((x, q) => far(times(dense, x), rights[q]!) < 1e-10);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is the skyline’s answer, in fewer values', () => {
    const { matrix, nodeOf, at, size, chance } = net(16, 24, 5);
    const right = Float64Array.from({ length: size }, chance);
    const factor = new NestedFactor(matrix, nodeOf, at);
    const skyline = matrix.copy();
    skyline.factorise();
    expect(far(factor.solve([right])[0]!, skyline.solve(right))).toBeLessThan(1e-12);
    expect(factor.stored).toBeLessThan(matrix.values.length);
  });

  it('of sparse columns gives gᵀ A⁻¹ h by their touched ways, and A⁻¹ of their sums', () => {
    const { matrix, nodeOf, at, size, chance } = net(8, 10, 11);
    const factor = new NestedFactor(matrix, nodeOf, at);
    const column = () => ({
      at: Int32Array.from(new Set([0, 1, 2].map(() => Math.floor(size * chance())))),
      values: Float64Array.from({ length: 3 }, chance),
    });
    const whole = ({ at: rows, values }: ReturnType<typeof column>) => {
      const right = new Float64Array(size);
      rows.forEach((row, i) => (right[row]! += values[i]!));
      return right;
    };
    const [g, h] = [0, 1].map(() => Array.from({ length: 4 }, column)) as [
      ReturnType<typeof column>[],
      ReturnType<typeof column>[],
    ];
    const [one, other] = [factor.touch(g), factor.touch(h)];
    const products = factor.product(one, other);
    g.forEach((a, i) =>
      h.forEach((b, k) => {
        const [x] = factor.solve([whole(b)]);
        const expected = whole(a).reduce((sum, value, n) => sum + value * x![n]!, 0);
        expect(products[4 * i + k]).toBeCloseTo(expected, 10);
      }),
    );
    const weights = [0, 1, 2].map(() => Float64Array.from({ length: 8 }, chance));
    factor.risen([one, other], weights).forEach((x, q) => {
      const sum = new Float64Array(size);
      [...g, ...h].forEach((one_, n) =>
        whole(one_).forEach((value, i) => (sum[i]! += weights[q]![n]! * value)),
      );
      expect(far(x, factor.solve([sum])[0]!)).toBeLessThan(1e-10);
    });
  });

  it('says where a matrix hangs on nothing, and refuses more than five rows to a node', () => {
    const matrix = new Skyline(new Int32Array(2));
    matrix.add(0, 0, 1);
    matrix.add(1, 1, -1);
    expect(() => new NestedFactor(matrix, new Int32Array(2), [[0, 0]])).toThrow(/positive definite/u);
    const six = new Skyline(new Int32Array(6));
    for (let i = 0; i < 6; i++) six.add(i, i, 1);
    expect(() => new NestedFactor(six, new Int32Array(6), [[0, 0]])).toThrow(/at most 5/u);
  });
});
