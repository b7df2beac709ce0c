import type { SymmetricEntries } from './nodal.js';

/** Rows of a node stand together in one block. */
const B = 5;
const BLOCK = B * B;
/** Right sides that are taken together: four modes of a beam, three loads. */
const FOUR = 4;
const THREE = 3;

/** L⁻¹ of four sparse columns: only on the way from their own nodes to the root is it not zero. */
export interface Touched {
  /** places in the order of elimination, rising */
  path: Int32Array;
  /** of each place five rows, of each row four values */
  values: Float64Array;
}

/** A sparse column by the numbers of its rows. */
export interface SparseColumn {
  at: Int32Array;
  values: Float64Array;
}

/**
 * Cholesky's factor of a symmetric positive definite matrix of a mesh in the plane, nodes of up to five rows each, in
 * the order of nested dissection: a sparse right side is then solved by going up its own branch of the tree alone.
 *
 * Source: A. George, *Nested dissection of a regular finite element mesh*, 1973; elimination tree as in A. George and
 * J. W. Liu, *Computer Solution of Large Sparse Positive Definite Systems*, 1981.
 */
export class NestedFactor {
  readonly size: number;
  /** where a row stands: five times its node's place, and which of the five */
  private readonly slot: Int32Array;
  private readonly places: number;
  /** later places that a place's column reaches, rising, one list after the other */
  private readonly below: Int32Array;
  private readonly from: Int32Array;
  /** block of each place's diagonal, lower triangle, and of each entry of `below`, row by row */
  private readonly diagonal: Float64Array;
  private readonly blocks: Float64Array;
  private readonly scratch: Float64Array;

  /**
   * @param matrix not factorised; it is read only
   * @param nodeOf node of each row; at most five rows share one
   * @param at where each node lies in the plane
   * @throws RangeError where the matrix is not positive definite
   */
  constructor(matrix: SymmetricEntries, nodeOf: Int32Array, at: readonly (readonly [number, number])[]) {
    this.size = matrix.size;
    const rows = rowsOf(nodeOf, at.length);
    const neighbours = neighboursOf(matrix, nodeOf, at.length);
    const order = dissected(
      [...rows.keys()].filter((node) => rows[node]!.length > 0),
      neighbours,
      at,
    );
    this.places = order.length;
    const place = new Int32Array(at.length).fill(-1);
    order.forEach((node, i) => (place[node] = i));
    this.slot = Int32Array.from(nodeOf, (node, row) => B * place[node]! + rows[node]!.indexOf(row));
    const structure = structureOf(order, neighbours, place);
    this.from = new Int32Array(order.length + 1);
    structure.forEach((list, j) => (this.from[j + 1] = this.from[j]! + list.length));
    this.below = new Int32Array(this.from[order.length]!);
    structure.forEach((list, j) => this.below.set(list, this.from[j]));
    this.diagonal = new Float64Array(BLOCK * order.length);
    this.blocks = new Float64Array(BLOCK * this.below.length);
    this.scratch = new Float64Array(B * FOUR * order.length);
    this.fill(matrix, order, rows);
    this.factorise();
  }

  /** Values kept, of matrix and factor together. */
  get stored(): number {
    return this.diagonal.length + this.blocks.length;
  }

  private fill(matrix: SymmetricEntries, order: readonly number[], rows: readonly number[][]): void {
    // a node of fewer than five rows is filled up with rows that stand alone
    order.forEach((node, j) => {
      for (let k = rows[node]!.length; k < B; k++) this.diagonal[BLOCK * j + B * k + k] = 1;
    });
    const { slot, diagonal, blocks } = this;
    matrix.each((row, column, value) => {
      const [a, b] = [slot[row]!, slot[column]!];
      const [i, j] = a >= b ? [a, b] : [b, a];
      const [pi, pj] = [Math.trunc(i / B), Math.trunc(j / B)];
      const inside = B * (i % B) + (j % B);
      if (pi === pj) diagonal[BLOCK * pj + inside] = value;
      else blocks[BLOCK * this.entry(pj, pi) + inside] = value;
    });
  }

  /** Where a place stands in another's column. */
  private entry(column: number, place: number): number {
    let low = this.from[column]!;
    let high = this.from[column + 1]! - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.below[middle]! < place) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** Column by column; each, once done, is taken out of those that it reaches. */
  private factorise(): void {
    const { places, below, from, diagonal, blocks } = this;
    const position = new Int32Array(places);
    for (let j = 0; j < places; j++) {
      choleskyBlock(diagonal, BLOCK * j, j);
      const [begin, end] = [from[j]!, from[j + 1]!];
      for (let e = begin; e < end; e++) divideBlock(blocks, BLOCK * e, diagonal, BLOCK * j);
      for (let e = begin; e < end; e++) {
        const b = below[e]!;
        timesTransposed(diagonal, BLOCK * b, blocks, BLOCK * e, blocks, BLOCK * e);
        // what the column reaches beyond b, b's own column reaches too
        for (let k = from[b]!, stop = from[b + 1]!; k < stop; k++) position[below[k]!] = k;
        for (let f = e + 1; f < end; f++)
          timesTransposed(blocks, BLOCK * position[below[f]!]!, blocks, BLOCK * f, blocks, BLOCK * e);
      }
    }
  }

  /** L⁻¹ of four sparse columns. */
  touch(columns: readonly SparseColumn[]): Touched {
    const { below, from, diagonal, blocks, scratch, slot } = this;
    const path = this.pathOf(columns);
    columns.forEach(({ at, values }, q) =>
      at.forEach((row, i) => (scratch[FOUR * slot[row]! + q]! += values[i]!)),
    );
    const values = new Float64Array(B * FOUR * path.length);
    for (let n = 0; n < path.length; n++) {
      const j = path[n]!;
      const own = B * FOUR * j;
      for (let r = 0; r < B; r++) {
        const d = BLOCK * j + B * r;
        const at = own + FOUR * r;
        let [s0, s1, s2, s3] = [scratch[at]!, scratch[at + 1]!, scratch[at + 2]!, scratch[at + 3]!];
        for (let k = 0; k < r; k++) {
          const l = diagonal[d + k]!;
          const other = own + FOUR * k;
          s0 -= l * scratch[other]!;
          s1 -= l * scratch[other + 1]!;
          s2 -= l * scratch[other + 2]!;
          s3 -= l * scratch[other + 3]!;
        }
        const pivot = diagonal[d + r]!;
        scratch[at] = s0 / pivot;
        scratch[at + 1] = s1 / pivot;
        scratch[at + 2] = s2 / pivot;
        scratch[at + 3] = s3 / pivot;
      }
      takeFour(scratch, own, below, from[j]!, from[j + 1]!, blocks);
      for (let k = 0, to = B * FOUR * n; k < B * FOUR; k++) {
        values[to + k] = scratch[own + k]!;
        scratch[own + k] = 0;
      }
    }
    return { path, values };
  }

  /** Places from the columns' own nodes up to the root, rising. */
  private pathOf(columns: readonly SparseColumn[]): Int32Array {
    const on = new Set<number>();
    for (const { at } of columns)
      for (const row of at) {
        let j = Math.trunc(this.slot[row]! / B);
        while (!on.has(j)) {
          on.add(j);
          if (this.from[j] === this.from[j + 1]) break;
          j = this.below[this.from[j]!]!;
        }
      }
    return Int32Array.from(on).sort();
  }

  /** Products of four touched columns with four others, 4 × 4 by rows: over the places that both pass. */
  product(one: Touched, other: Touched): Float64Array {
    const block = new Float64Array(FOUR * FOUR);
    const [p, q] = [one.path, other.path];
    let a = 0;
    let b = 0;
    while (a < p.length && b < q.length) {
      const apart = p[a]! - q[b]!;
      if (apart < 0) a += 1;
      else if (apart > 0) b += 1;
      else {
        // ways that have met go on together, mostly
        let length = 1;
        while (a + length < p.length && b + length < q.length && p[a + length] === q[b + length]) length += 1;
        addProducts(block, one.values, B * FOUR * a, other.values, B * FOUR * b, B * length);
        a += length;
        b += length;
      }
    }
    return block;
  }

  /**
   * L⁻ᵀ of a sum of touched columns, for three sums at once.
   *
   * @param weights of each touched one's four columns, for each of the three
   * @returns the three, by rows of the matrix
   */
  risen(touched: readonly Touched[], weights: readonly Float64Array[]): Float64Array[] {
    const sum = new Float64Array(THREE * B * this.places);
    touched.forEach(({ path, values }, n) => {
      for (let q = 0; q < THREE; q++) {
        const w = weights[q]!;
        const [w0, w1, w2, w3] = [w[FOUR * n]!, w[FOUR * n + 1]!, w[FOUR * n + 2]!, w[FOUR * n + 3]!];
        for (let k = 0, v = 0; k < path.length; k++)
          for (let r = 0, at = THREE * B * path[k]! + q; r < B; r++, at += THREE, v += FOUR)
            sum[at]! += w0 * values[v]! + w1 * values[v + 1]! + w2 * values[v + 2]! + w3 * values[v + 3]!;
      }
    });
    this.backward(sum);
    return this.byRows(sum);
  }

  /** Solves A x = b for three right sides. */
  solve(rights: readonly Float64Array[]): Float64Array[] {
    const x = new Float64Array(THREE * B * this.places);
    rights.forEach((right, q) => right.forEach((value, row) => (x[THREE * this.slot[row]! + q] = value)));
    this.forward(x);
    this.backward(x);
    return this.byRows(x);
  }

  private byRows(x: Float64Array): Float64Array[] {
    const { slot, size } = this;
    return [0, 1, 2].map((q) => {
      const values = new Float64Array(size);
      for (let row = 0; row < size; row++) values[row] = x[THREE * slot[row]! + q]!;
      return values;
    });
  }

  private forward(x: Float64Array): void {
    const { places, below, from, diagonal, blocks } = this;
    for (let j = 0; j < places; j++) {
      const own = THREE * B * j;
      for (let r = 0; r < B; r++)
        for (let q = 0; q < THREE; q++) {
          let sum = x[own + THREE * r + q]!;
          for (let k = 0; k < r; k++) sum -= diagonal[BLOCK * j + B * r + k]! * x[own + THREE * k + q]!;
          x[own + THREE * r + q] = sum / diagonal[BLOCK * j + B * r + r]!;
        }
      for (let e = from[j]!, end = from[j + 1]!; e < end; e++) {
        const to = THREE * B * below[e]!;
        for (let r = 0; r < B; r++)
          for (let k = 0; k < B; k++) {
            const l = blocks[BLOCK * e + B * r + k]!;
            x[to + THREE * r]! -= l * x[own + THREE * k]!;
            x[to + THREE * r + 1]! -= l * x[own + THREE * k + 1]!;
            x[to + THREE * r + 2]! -= l * x[own + THREE * k + 2]!;
          }
      }
    }
  }

  private backward(x: Float64Array): void {
    const { places, below, from, diagonal, blocks } = this;
    for (let j = places - 1; j >= 0; j--) {
      const own = THREE * B * j;
      for (let e = from[j]!, end = from[j + 1]!; e < end; e++)
        takeThree(x, own, blocks, BLOCK * e, THREE * B * below[e]!);
      for (let r = B - 1; r >= 0; r--)
        for (let q = 0; q < THREE; q++) {
          let sum = x[own + THREE * r + q]!;
          for (let k = r + 1; k < B; k++) sum -= diagonal[BLOCK * j + B * k + r]! * x[own + THREE * k + q]!;
          x[own + THREE * r + q] = sum / diagonal[BLOCK * j + B * r + r]!;
        }
    }
  }
}

/** Takes a block, turned over, times three values a row out of a place's own. */
function takeThree(x: Float64Array, own: number, blocks: Float64Array, at: number, other: number): void {
  const a0 = x[other]!;
  const a1 = x[other + 1]!;
  const a2 = x[other + 2]!;
  const b0 = x[other + 3]!;
  const b1 = x[other + 4]!;
  const b2 = x[other + 5]!;
  const c0 = x[other + 6]!;
  const c1 = x[other + 7]!;
  const c2 = x[other + 8]!;
  const d0 = x[other + 9]!;
  const d1 = x[other + 10]!;
  const d2 = x[other + 11]!;
  const e0 = x[other + 12]!;
  const e1 = x[other + 13]!;
  const e2 = x[other + 14]!;
  for (let k = 0, to = own; k < B; k++, to += THREE) {
    const la = blocks[at + k]!;
    const lb = blocks[at + B + k]!;
    const lc = blocks[at + 2 * B + k]!;
    const ld = blocks[at + 3 * B + k]!;
    const le = blocks[at + 4 * B + k]!;
    x[to]! -= la * a0 + lb * b0 + lc * c0 + ld * d0 + le * e0;
    x[to + 1]! -= la * a1 + lb * b1 + lc * c1 + ld * d1 + le * e1;
    x[to + 2]! -= la * a2 + lb * b2 + lc * c2 + ld * d2 + le * e2;
  }
}

/** Rows of each node. */
function rowsOf(nodeOf: Int32Array, nodes: number): number[][] {
  const rows = Array.from({ length: nodes }, (): number[] => []);
  nodeOf.forEach((node, row) => rows[node]!.push(row));
  if (rows.some((list) => list.length > B)) throw new RangeError(`at most ${B} rows share a node`);
  return rows;
}

/** Nodes that share an entry of the matrix. */
function neighboursOf(matrix: SymmetricEntries, nodeOf: Int32Array, nodes: number): number[][] {
  const sets = Array.from({ length: nodes }, () => new Set<number>());
  matrix.each((row, column) => {
    const [a, b] = [nodeOf[row]!, nodeOf[column]!];
    if (a === b || sets[a]!.has(b)) return;
    sets[a]!.add(b);
    sets[b]!.add(a);
  });
  return sets.map((set) => [...set]);
}

/** A part so small is not cut further. */
const SMALLEST = 6;

/** Order of elimination: the plane is cut in two along its shorter way, again and again; the cut comes last. */
function dissected(
  nodes: readonly number[],
  neighbours: readonly number[][],
  at: readonly (readonly [number, number])[],
): number[] {
  if (nodes.length <= SMALLEST) return [...nodes];
  const span = (axis: 0 | 1) => {
    let low = Infinity;
    let high = -Infinity;
    for (const node of nodes) {
      low = Math.min(low, at[node]![axis]);
      high = Math.max(high, at[node]![axis]);
    }
    return high - low;
  };
  const axis = span(0) > span(1) ? 0 : 1;
  const sorted = [...nodes].sort((a, b) => at[a]![axis] - at[b]![axis]);
  const half = sorted.length >> 1;
  const upper = new Set(sorted.slice(half));
  const cut: number[] = [];
  const lower: number[] = [];
  for (const node of sorted.slice(0, half))
    (neighbours[node]!.some((other) => upper.has(other)) ? cut : lower).push(node);
  return [...dissected(lower, neighbours, at), ...dissected([...upper], neighbours, at), ...cut];
}

/** For each place the later ones that its column of the factor reaches, rising. */
function structureOf(
  order: readonly number[],
  neighbours: readonly number[][],
  place: Int32Array,
): Int32Array[] {
  const children = order.map((): number[] => []);
  const structure: Int32Array[] = [];
  order.forEach((node, j) => {
    const reached = new Set<number>();
    for (const other of neighbours[node]!) if (place[other]! > j) reached.add(place[other]!);
    for (const child of children[j]!)
      for (const other of structure[child]!) if (other > j) reached.add(other);
    const list = Int32Array.from(reached).sort();
    structure.push(list);
    if (list.length > 0) children[list[0]!]!.push(j);
  });
  return structure;
}

/** Cholesky's factor of a 5 × 5 block in place of its lower triangle. */
function choleskyBlock(values: Float64Array, at: number, place: number): void {
  for (let r = 0; r < B; r++)
    for (let c = 0; c <= r; c++) {
      const whole = values[at + B * r + c]!;
      let sum = whole;
      for (let k = 0; k < c; k++) sum -= values[at + B * r + k]! * values[at + B * c + k]!;
      if (c < r) values[at + B * r + c] = sum / values[at + B * c + c]!;
      else if (sum > 0) values[at + B * r + r] = Math.sqrt(sum);
      else throw new RangeError(`the matrix is not positive definite at place ${place}`);
    }
}

/** X ← X L⁻ᵀ for a block X and a diagonal block L. */
function divideBlock(x: Float64Array, at: number, lower: Float64Array, d: number): void {
  for (let r = at; r < at + BLOCK; r += B)
    for (let c = 0; c < B; c++) {
      let sum = x[r + c]!;
      for (let k = 0; k < c; k++) sum -= x[r + k]! * lower[d + B * c + k]!;
      x[r + c] = sum / lower[d + B * c + c]!;
    }
}

/** C ← C − A Bᵀ for blocks. */
function timesTransposed(
  c: Float64Array,
  to: number,
  a: Float64Array,
  one: number,
  b: Float64Array,
  other: number,
): void {
  for (let r = 0; r < BLOCK; r += B) {
    const a0 = a[one + r]!;
    const a1 = a[one + r + 1]!;
    const a2 = a[one + r + 2]!;
    const a3 = a[one + r + 3]!;
    const a4 = a[one + r + 4]!;
    for (let s = 0, k = other; s < B; s++, k += B)
      c[to + r + s]! -= a0 * b[k]! + a1 * b[k + 1]! + a2 * b[k + 2]! + a3 * b[k + 3]! + a4 * b[k + 4]!;
  }
}

/** Takes a column of blocks times a place's own four values a row out of all places that it reaches. */
function takeFour(
  x: Float64Array,
  own: number,
  below: Int32Array,
  begin: number,
  end: number,
  blocks: Float64Array,
): void {
  const a0 = x[own]!;
  const a1 = x[own + 1]!;
  const a2 = x[own + 2]!;
  const a3 = x[own + 3]!;
  const b0 = x[own + 4]!;
  const b1 = x[own + 5]!;
  const b2 = x[own + 6]!;
  const b3 = x[own + 7]!;
  const c0 = x[own + 8]!;
  const c1 = x[own + 9]!;
  const c2 = x[own + 10]!;
  const c3 = x[own + 11]!;
  const d0 = x[own + 12]!;
  const d1 = x[own + 13]!;
  const d2 = x[own + 14]!;
  const d3 = x[own + 15]!;
  const e0 = x[own + 16]!;
  const e1 = x[own + 17]!;
  const e2 = x[own + 18]!;
  const e3 = x[own + 19]!;
  for (let e = begin, at = BLOCK * begin; e < end; e++) {
    for (let r = 0, row = B * FOUR * below[e]!; r < B; r++, row += FOUR, at += B) {
      const la = blocks[at]!;
      const lb = blocks[at + 1]!;
      const lc = blocks[at + 2]!;
      const ld = blocks[at + 3]!;
      const le = blocks[at + 4]!;
      x[row]! -= la * a0 + lb * b0 + lc * c0 + ld * d0 + le * e0;
      x[row + 1]! -= la * a1 + lb * b1 + lc * c1 + ld * d1 + le * e1;
      x[row + 2]! -= la * a2 + lb * b2 + lc * c2 + ld * d2 + le * e2;
      x[row + 3]! -= la * a3 + lb * b3 + lc * c3 + ld * d3 + le * e3;
    }
  }
}

/** Adds the products of four columns with four others over so many rows. */
function addProducts(
  block: Float64Array,
  p: Float64Array,
  i: number,
  q: Float64Array,
  k: number,
  rows: number,
): void {
  let s00 = 0;
  let s01 = 0;
  let s02 = 0;
  let s03 = 0;
  let s10 = 0;
  let s11 = 0;
  let s12 = 0;
  let s13 = 0;
  let s20 = 0;
  let s21 = 0;
  let s22 = 0;
  let s23 = 0;
  let s30 = 0;
  let s31 = 0;
  let s32 = 0;
  let s33 = 0;
  for (let n = 0; n < rows; n++, i += FOUR, k += FOUR) {
    const p0 = p[i]!;
    const p1 = p[i + 1]!;
    const p2 = p[i + 2]!;
    const p3 = p[i + 3]!;
    const q0 = q[k]!;
    const q1 = q[k + 1]!;
    const q2 = q[k + 2]!;
    const q3 = q[k + 3]!;
    s00 += p0 * q0;
    s01 += p0 * q1;
    s02 += p0 * q2;
    s03 += p0 * q3;
    s10 += p1 * q0;
    s11 += p1 * q1;
    s12 += p1 * q2;
    s13 += p1 * q3;
    s20 += p2 * q0;
    s21 += p2 * q1;
    s22 += p2 * q2;
    s23 += p2 * q3;
    s30 += p3 * q0;
    s31 += p3 * q1;
    s32 += p3 * q2;
    s33 += p3 * q3;
  }
  [s00, s01, s02, s03, s10, s11, s12, s13, s20, s21, s22, s23, s30, s31, s32, s33].forEach(
    (value, n) => (block[n]! += value),
  );
}
