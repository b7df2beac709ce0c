/** A small matrix row by row in one flat array. @param rows all of one length */
export function flatOf(rows: readonly (readonly number[])[]): Float64Array {
  const width = rows[0]?.length ?? 0;
  const flat = new Float64Array(rows.length * width);
  rows.forEach((row, i) => flat.set(row, i * width));
  return flat;
}

/**
 * Cholesky's factor of a small dense matrix.
 *
 * @param matrix symmetric, n × n row by row; only its lower half is read
 * @returns L with A = LLᵀ, n × n row by row, or null where the matrix is not positive definite
 */
export function choleskyOf(matrix: Float64Array, n: number): Float64Array | null {
  const lower = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * n + j]!;
      for (let k = 0; k < j; k++) sum -= lower[i * n + k]! * lower[j * n + k]!;
      if (j < i) lower[i * n + j] = sum / lower[j * n + j]!;
      else if (sum > 0) lower[i * n + i] = Math.sqrt(sum);
      else return null;
    }
  }
  return lower;
}

/** The inverse of a lower triangle, n × n row by row. */
export function invertLower(lower: Float64Array, n: number): Float64Array {
  const inverse = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    inverse[j * n + j] = 1 / lower[j * n + j]!;
    for (let i = j + 1; i < n; i++) {
      let sum = 0;
      for (let k = j; k < i; k++) sum += lower[i * n + k]! * inverse[k * n + j]!;
      inverse[i * n + j] = -sum / lower[i * n + i]!;
    }
  }
  return inverse;
}

/** Solves LLᵀ x = b. @param lower by `choleskyOf`, n × n row by row */
export function solveCholesky(lower: Float64Array, n: number, b: Float64Array): Float64Array {
  const x = Float64Array.from(b);
  for (let i = 0; i < n; i++) {
    let sum = x[i]!;
    for (let k = 0; k < i; k++) sum -= lower[n * i + k]! * x[k]!;
    x[i] = sum / lower[n * i + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = x[i]!;
    for (let k = i + 1; k < n; k++) sum -= lower[n * k + i]! * x[k]!;
    x[i] = sum / lower[n * i + i]!;
  }
  return x;
}

/**
 * The inverse of a small positive definite matrix, by its Cholesky factor.
 *
 * @param matrix symmetric, n × n row by row; only its lower half is read
 * @throws RangeError where it is not positive definite
 */
export function inverseOf(matrix: Float64Array, n: number): Float64Array {
  const lower = choleskyOf(matrix, n);
  if (!lower) throw new RangeError('the matrix is not positive definite');
  const half = invertLower(lower, n);
  const inverse = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      for (let k = i; k < n; k++) sum += half[k * n + i]! * half[k * n + j]!;
      inverse[i * n + j] = inverse[j * n + i] = sum;
    }
  return inverse;
}

/** A matrix, n × n row by row, times a vector. */
export const timesVector = (matrix: Float64Array, vector: ArrayLike<number>): Float64Array =>
  Float64Array.from(vector, (_, i) => {
    let sum = 0;
    for (let k = 0; k < vector.length; k++) sum += matrix[i * vector.length + k]! * vector[k]!;
    return sum;
  });

/** A square matrix with this diagonal and nothing beside it, row by row. */
export function diagonalOf(diagonal: readonly number[]): Float64Array {
  const matrix = new Float64Array(diagonal.length ** 2);
  diagonal.forEach((value, i) => (matrix[i * diagonal.length + i] = value));
  return matrix;
}

/** Row by row as lists. */
export const rowsOf = (matrix: Float64Array, n: number): number[][] =>
  Array.from({ length: n }, (_, i) => [...matrix.subarray(i * n, (i + 1) * n)]);
