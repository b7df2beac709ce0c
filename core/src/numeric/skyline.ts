/**
 * Symmetric positive definite systems whose rows are short: each row is stored from its first entry to its diagonal
 * (a skyline, or envelope). Cholesky's factor fills nothing outside the envelope.
 *
 * Source: A. George and J. W. Liu, *Computer Solution of Large Sparse Positive Definite Systems*, 1981, chapter 4.
 */
export class Skyline {
  /** first column of each row */
  readonly first: Int32Array;
  /** where a row's column 0 would lie in `values` */
  private readonly offset: Int32Array;
  readonly values: Float64Array;

  /**
   * @param first column of the first entry of each row, at most the row itself
   */
  constructor(first: Int32Array) {
    const size = first.length;
    this.first = first;
    this.offset = new Int32Array(size);
    let length = 0;
    for (let i = 0; i < size; i++) {
      this.offset[i] = length - first[i]!;
      length += i - first[i]! + 1;
    }
    this.values = new Float64Array(length);
  }

  get size(): number {
    return this.first.length;
  }

  /** Adds to an entry; of the two triangles only the lower one is kept. */
  add(row: number, column: number, value: number): void {
    const [i, j] = row >= column ? [row, column] : [column, row];
    this.values[this.offset[i]! + j]! += value;
  }

  /** Sees every entry of the lower triangle that is not zero. */
  each(see: (row: number, column: number, value: number) => void): void {
    for (let i = 0; i < this.size; i++) {
      const offset = this.offset[i]!;
      for (let j = this.first[i]!; j <= i; j++) {
        const value = this.values[offset + j]!;
        if (value !== 0) see(i, j, value);
      }
    }
  }

  copy(): Skyline {
    const same = new Skyline(this.first);
    same.values.set(this.values);
    return same;
  }

  /** A x, for a matrix that is not factorised. */
  times(x: Float64Array): Float64Array {
    const result = new Float64Array(this.size);
    for (let i = 0; i < this.size; i++) {
      const offset = this.offset[i]!;
      let sum = 0;
      const xi = x[i]!;
      for (let j = this.first[i]!; j < i; j++) {
        const value = this.values[offset + j]!;
        sum += value * x[j]!;
        result[j]! += value * xi;
      }
      result[i]! += sum + this.values[offset + i]! * xi;
    }
    return result;
  }

  /**
   * Puts Cholesky's factor L (A = L Lᵀ) in the place of A.
   *
   * @throws RangeError with the row at which the matrix is not positive definite
   */
  factorise(): void {
    const { first, offset, values, size } = this;
    for (let i = 0; i < size; i++) {
      const oi = offset[i]!;
      const fi = first[i]!;
      const whole = values[oi + i]!;
      let j = fi;
      // four columns at a time read the row once
      while (j + 3 < i) {
        if (first[j + 1]! > j || first[j + 2]! > j || first[j + 3]! > j) {
          this.entry(i, j);
          j += 1;
        } else {
          this.fourEntries(i, j);
          j += 4;
        }
      }
      for (; j < i; j++) this.entry(i, j);
      const diagonal = whole - dot(values, oi + fi, values, oi + fi, i - fi);
      // what is left of a pivot after cancellation is noise below this share of it
      if (!(diagonal > 1e-13 * whole))
        throw new RangeError(`the matrix is not positive definite at row ${i}`);
      values[oi + i] = Math.sqrt(diagonal);
    }
  }

  /** L of a row at a column, once everything before both is known. */
  private entry(i: number, j: number): void {
    const { first, offset, values } = this;
    const [oi, oj] = [offset[i]!, offset[j]!];
    const start = Math.max(first[i]!, first[j]!);
    const sum = dot(values, oi + start, values, oj + start, j - start);
    values[oi + j] = (values[oi + j]! - sum) / values[oj + j]!;
  }

  /** L of a row at four columns in a row, each of which reaches back to the first of them. */
  private fourEntries(i: number, j: number): void {
    const { first, offset, values } = this;
    const oi = offset[i]!;
    const fi = first[i]!;
    const o0 = offset[j]!;
    const o1 = offset[j + 1]!;
    const o2 = offset[j + 2]!;
    const o3 = offset[j + 3]!;
    const f0 = Math.max(fi, first[j]!);
    const f1 = Math.max(fi, first[j + 1]!);
    const f2 = Math.max(fi, first[j + 2]!);
    const f3 = Math.max(fi, first[j + 3]!);
    const start = Math.max(f0, f1, f2, f3);
    let s0 = f0 < start ? dot(values, oi + f0, values, o0 + f0, start - f0) : 0;
    let s1 = f1 < start ? dot(values, oi + f1, values, o1 + f1, start - f1) : 0;
    let s2 = f2 < start ? dot(values, oi + f2, values, o2 + f2, start - f2) : 0;
    let s3 = f3 < start ? dot(values, oi + f3, values, o3 + f3, start - f3) : 0;
    for (let k = start; k < j; k++) {
      const value = values[oi + k]!;
      s0 += value * values[o0 + k]!;
      s1 += value * values[o1 + k]!;
      s2 += value * values[o2 + k]!;
      s3 += value * values[o3 + k]!;
    }
    const v0 = (values[oi + j]! - s0) / values[o0 + j]!;
    s1 += v0 * values[o1 + j]!;
    const v1 = (values[oi + j + 1]! - s1) / values[o1 + j + 1]!;
    s2 += v0 * values[o2 + j]! + v1 * values[o2 + j + 1]!;
    const v2 = (values[oi + j + 2]! - s2) / values[o2 + j + 2]!;
    s3 += v0 * values[o3 + j]! + v1 * values[o3 + j + 1]! + v2 * values[o3 + j + 2]!;
    const v3 = (values[oi + j + 3]! - s3) / values[o3 + j + 3]!;
    values[oi + j] = v0;
    values[oi + j + 1] = v1;
    values[oi + j + 2] = v2;
    values[oi + j + 3] = v3;
  }

  /** Solves L y = b in place, for a matrix that is factorised; what lies before `from` in b is zero. */
  forward(b: Float64Array, from = 0): Float64Array {
    const { first, offset, values, size } = this;
    for (let i = from; i < size; i++) {
      const oi = offset[i]!;
      const start = Math.max(first[i]!, from);
      b[i] = (b[i]! - dot(values, oi + start, b, start, i - start)) / values[oi + i]!;
    }
    return b;
  }

  /** Solves Lᵀ x = y in place, for a matrix that is factorised. */
  backward(y: Float64Array): Float64Array {
    const { first, offset, values, size } = this;
    for (let i = size - 1; i >= 0; i--) {
      const oi = offset[i]!;
      const value = y[i]! / values[oi + i]!;
      y[i] = value;
      for (let j = first[i]!; j < i; j++) y[j]! -= values[oi + j]! * value;
    }
    return y;
  }

  /** Solves A x = b, for a matrix that is factorised. */
  solve(b: Float64Array): Float64Array {
    return this.backward(this.forward(Float64Array.from(b)));
  }
}

/** Sum of products of two stretches; four sums at a time, which the processor does side by side. */
function dot(one: Float64Array, a: number, other: Float64Array, b: number, length: number): number {
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  const whole = length & ~3;
  for (let k = 0; k < whole; k += 4) {
    s0 += one[a + k]! * other[b + k]!;
    s1 += one[a + k + 1]! * other[b + k + 1]!;
    s2 += one[a + k + 2]! * other[b + k + 2]!;
    s3 += one[a + k + 3]! * other[b + k + 3]!;
  }
  for (let k = whole; k < length; k++) s0 += one[a + k]! * other[b + k]!;
  return s0 + s1 + s2 + s3;
}

/**
 * An order of the nodes of a graph in which neighbours stand close together: reverse Cuthill–McKee, begun at the far
 * end of the longest way that is found.
 *
 * Source: E. Cuthill and J. McKee, 1969, reversed as in George and Liu, chapter 4.
 *
 * @param neighbours of each node, by number
 * @param late of the two ends, the one with the lower value comes last; what stands late costs least to change
 * @returns the nodes in their new order
 */
export function reverseCuthillMcKee(
  neighbours: readonly (readonly number[])[],
  late: (node: number) => number = () => 0,
): number[] {
  const size = neighbours.length;
  const seen = new Uint8Array(size);
  const order: number[] = [];
  const degree = (node: number) => neighbours[node]!.length;
  const levels = (from: number): { last: number; depth: number } => {
    const depth = new Map([[from, 0]]);
    const queue = [from];
    for (const node of queue)
      for (const next of neighbours[node]!)
        if (!depth.has(next)) {
          depth.set(next, depth.get(node)! + 1);
          queue.push(next);
        }
    const deepest = depth.get(queue.at(-1)!)!;
    // of the farthest nodes the one with the fewest neighbours
    const last = queue
      .filter((node) => depth.get(node) === deepest)
      .sort((a, b) => degree(a) - degree(b))[0]!;
    return { last, depth: deepest };
  };
  for (let root = 0; root < size; root++) {
    if (seen[root]) continue;
    let from = root;
    let { last, depth } = levels(from);
    for (let next = levels(last); next.depth > depth; next = levels(last)) {
      from = last;
      ({ last, depth } = next);
    }
    const end = late(last) < late(from) ? last : from;
    const queue = [end];
    seen[end] = 1;
    for (const node of queue) {
      order.push(node);
      for (const next of [...neighbours[node]!].sort((a, b) => degree(a) - degree(b)))
        if (!seen[next]) {
          seen[next] = 1;
          queue.push(next);
        }
    }
  }
  return order.reverse();
}
