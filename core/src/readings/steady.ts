/** A value that a gauge showed, in the SI unit of what it reads, and when, in seconds of any one clock. */
export interface GaugeSample {
  value: number;
  at: number;
}

/** A gauge counts as steady when it has stood still for so long, s. House default. */
export const STEADY_SECONDS = 0.6;
const FEWEST_SAMPLES = 3;

/**
 * Whether a gauge stands still: over the last `STEADY_SECONDS` every sample lies within two steps of its scale, the
 * window is filled, and the newest sample is not older than that window.
 *
 * @param samples oldest first
 * @param resolution step of the gauge’s scale, SI
 * @param now s, on the samples' clock
 * @returns the mean of the window, or null while it moves
 */
export function steadyValue(samples: readonly GaugeSample[], resolution: number, now: number): number | null {
  const newest = samples.at(-1);
  const oldest = samples[0];
  if (!newest || !oldest || now - newest.at > STEADY_SECONDS) return null;
  const from = newest.at - STEADY_SECONDS;
  if (oldest.at > from + 1e-9) return null;
  const window = samples.filter(({ at }) => at >= from - 1e-9).map(({ value }) => value);
  if (window.length < FEWEST_SAMPLES) return null;
  const spread = Math.max(...window) - Math.min(...window);
  if (spread > 2 * resolution + 1e-12) return null;
  return window.reduce((sum, value) => sum + value, 0) / window.length;
}
