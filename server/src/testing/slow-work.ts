/** Holds its thread for so long, ms. */
export function hold({ ms }: { ms: number }): number {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
  return ms;
}
