import { Skyline } from './skyline.js';

/** Rows of a node stand together in blocks of so many. */
const B = 5;
const BLOCK = B * B;

/** Whatever tells its size and every entry of one triangle. */
export interface SymmetricEntries {
  readonly size: number;
  /** sees every entry of the lower triangle that is not zero, in any order */
  each(see: (row: number, column: number, value: number) => void): void;
}

/**
 * A symmetric matrix of a mesh while it is put together: a block of five by five for every node and for every pair of
 * neighbours, and nothing elsewhere.
 */
export class NodalMatrix implements SymmetricEntries {
  readonly size: number;
  readonly values: Float64Array;
  /** five times its node, and which of the five */
  private readonly slot: Int32Array;
  /** row of each slot, −1 where the node has fewer rows */
  private readonly rowAt: Int32Array;
  /** where a node's blocks begin; each with the number of the other node, never above its own */
  private readonly from: Int32Array;
  private readonly other: Int32Array;

  /**
   * @param rows of each node, at most five
   * @param neighbours of each node, both ways
   */
  constructor(rows: readonly (readonly number[])[], neighbours: readonly Iterable<number>[]) {
    const nodes = rows.length;
    this.size = rows.reduce((sum, own) => sum + own.length, 0);
    this.slot = new Int32Array(this.size);
    this.rowAt = new Int32Array(B * nodes).fill(-1);
    this.from = new Int32Array(nodes + 1);
    const other: number[] = [];
    rows.forEach((own, node) => {
      own.forEach((row, k) => {
        this.slot[row] = B * node + k;
        this.rowAt[B * node + k] = row;
      });
      for (const one of neighbours[node]!) if (one < node) other.push(one);
      other.push(node);
      this.from[node + 1] = other.length;
    });
    this.other = Int32Array.from(other);
    this.values = new Float64Array(BLOCK * other.length);
  }

  /** Adds to an entry; of the two triangles only one is kept. @throws RangeError where two rows are of no neighbours */
  add(row: number, column: number, value: number): void {
    let [one, two] = [this.slot[row]!, this.slot[column]!];
    if (one < two) [one, two] = [two, one];
    const [node, other] = [Math.trunc(one / B), Math.trunc(two / B)];
    let block = this.from[node]!;
    const end = this.from[node + 1]!;
    while (block < end && this.other[block] !== other) block += 1;
    if (block === end) throw new RangeError(`rows ${row} and ${column} are of no neighbours`);
    this.values[BLOCK * block + B * (one - B * node) + two - B * other]! += value;
  }

  each(see: (row: number, column: number, value: number) => void): void {
    const { from, other, rowAt, values } = this;
    for (let node = 0; node + 1 < from.length; node++)
      for (let block = from[node]!; block < from[node + 1]!; block++)
        for (let p = 0; p < B; p++) {
          const row = rowAt[B * node + p]!;
          for (let q = 0; q < B; q++) {
            const value = values[BLOCK * block + B * p + q]!;
            if (value !== 0) see(row, rowAt[B * other[block]! + q]!, value);
          }
        }
  }

  /** A x. */
  times(x: Float64Array): Float64Array {
    const result = new Float64Array(this.size);
    this.each((row, column, value) => {
      result[row]! += value * x[column]!;
      if (row !== column) result[column]! += value * x[row]!;
    });
    return result;
  }

  /** The same row by row, to be factorised as it stands. */
  skyline(): Skyline {
    const first = Int32Array.from({ length: this.size }, (_, i) => i);
    this.each((a, b) => {
      const [row, column] = a >= b ? [a, b] : [b, a];
      if (column < first[row]!) first[row] = column;
    });
    const same = new Skyline(first);
    this.each((row, column, value) => same.add(row, column, value));
    return same;
  }
}
