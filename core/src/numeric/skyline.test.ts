import fc from 'fast-check';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { reverseCuthillMcKee, Skyline } from './skyline.js';

/** A symmetric matrix with a random skyline, made positive definite by its diagonal. */
const system = fc
  .integer({ min: 1, max: 40 })
  .chain((size) =>
    fc.record({
      first: fc.tuple(...Array.from({ length: size }, (_, i) => fc.integer({ min: 0, max: i }))),
      seed: fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 60, maxLength: 60 }),
    }),
  )
  .map(({ first, seed }) => {
    const size = first.length;
    const skyline = new Skyline(Int32Array.from(first));
    const dense = Matrix.zeros(size, size);
    for (let i = 0; i < size; i++)
      for (let j = first[i]!; j <= i; j++) {
        const value = i === j ? 2 * size : seed[(7 * i + 13 * j) % seed.length]!;
        // either triangle may be given
        if ((i + j) % 2) skyline.add(i, j, value);
        else skyline.add(j, i, value);
        dense.set(i, j, value);
        dense.set(j, i, value);
      }
    return { skyline, dense, right: Float64Array.from({ length: size }, (_, i) => seed[i % seed.length]!) };
  });

const apart = (a: ArrayLike<number>, b: ArrayLike<number>) =>
  Array.from(a).reduce((most, one, i) => Math.max(most, Math.abs(one - b[i]!)), 0);

describe('a skyline matrix', () => {
  it('solves what ml-matrix’s dense Cholesky solves, and its answer times itself is the right side', () => {
    fc.assert(
      fc.property(system, ({ skyline, dense, right }) => {
        const factor = skyline.copy();
        factor.factorise();
        const x = factor.solve(right);
        const reference = new CholeskyDecomposition(dense).solve(Matrix.columnVector(right));
        expect(apart(x, reference.to1DArray())).toBeLessThan(1e-12);
        expect(apart(skyline.times(x), right)).toBeLessThan(1e-11);
      }),
      { numRuns: 80 },
    );
  });

  it('refuses to factorise what is not positive definite, and names the row', () => {
    const matrix = new Skyline(Int32Array.of(0, 0));
    matrix.add(0, 0, 1);
    matrix.add(1, 0, 2);
    matrix.add(1, 1, 4);
    expect(() => matrix.factorise()).toThrow(/not positive definite at row 1/u);
  });
});

describe('reverse Cuthill–McKee', () => {
  /** A grid of columns × rows, its nodes numbered by chance. */
  const shuffledGrid = (columns: number, rows: number) => {
    const size = columns * rows;
    const number = Array.from({ length: size }, (_, i) => (i * 7919) % size);
    const neighbours: number[][] = Array.from({ length: size }, () => []);
    for (let i = 0; i < size; i++) {
      const link = (k: number) => {
        neighbours[number[i]!]!.push(number[k]!);
        neighbours[number[k]!]!.push(number[i]!);
      };
      if (i % columns < columns - 1) link(i + 1);
      if (i + columns < size) link(i + columns);
    }
    return neighbours;
  };
  const bandwidth = (neighbours: readonly (readonly number[])[], order: readonly number[]) => {
    const place = new Map(order.map((node, i) => [node, i]));
    return Math.max(
      ...neighbours.flatMap((list, i) => list.map((k) => Math.abs(place.get(i)! - place.get(k)!))),
    );
  };

  it('orders every node once and keeps neighbours of a long grid about its width apart', () => {
    const neighbours = shuffledGrid(6, 50);
    const order = reverseCuthillMcKee(neighbours);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: 300 }, (_, i) => i));
    expect(bandwidth(neighbours, order)).toBeLessThanOrEqual(8);
    expect(bandwidth(neighbours, [...order.keys()])).toBeGreaterThan(100);
  });

  it('puts the end that is asked for last, and takes separate pieces one after another', () => {
    const line = Array.from({ length: 9 }, (_, i) => [i - 1, i + 1].filter((k) => k >= 0 && k < 9));
    expect(reverseCuthillMcKee(line, (node) => node).at(-1)).toBe(0);
    expect(reverseCuthillMcKee(line, (node) => -node).at(-1)).toBe(8);
    expect(reverseCuthillMcKee([[], [2], [1]]).sort()).toEqual([0, 1, 2]);
  });
});
