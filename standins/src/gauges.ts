/** What the stand-in's gauges show: by themselves a hand that lays them on and lifts them off, or what they are told. */
export const GAUGES = ['height', 'depth', 'level', 'moisture'] as const;
export type Gauge = (typeof GAUGES)[number];

interface Hand {
  unit: string;
  decimals: number;
  /** what is measured, one after another */
  targets: readonly number[];
}

const HANDS: Record<Gauge, Hand> = {
  height: { unit: 'mm', decimals: 2, targets: [2.78, 2.24, 2.91, 2.05] },
  depth: { unit: 'mm', decimals: 2, targets: [0.48, 0.52, 0.94, 1.06] },
  level: { unit: 'deg', decimals: 1, targets: [0.6, 0.9, 2.7] },
  moisture: { unit: '%', decimals: 1, targets: [8.5, 9, 8.8] },
};

/** A measurement by the hand: laid on and settling, standing still, lifted off; seconds. */
const SETTLING = 1.5;
const STANDING = 8;
const LIFTED = 3;
const CYCLE = SETTLING + STANDING + LIFTED;

/**
 * What a gauge shows after so many seconds: it settles onto its target, stands, and is lifted off.
 *
 * @returns the value in the gauge's own unit, or null while it is lifted off
 */
export function shownBy(gauge: Gauge, seconds: number): number | null {
  const { targets } = HANDS[gauge];
  // the four hands do not move in step
  const time = seconds + GAUGES.indexOf(gauge) * 2.7;
  const within = time % CYCLE;
  const target = targets[Math.floor(time / CYCLE) % targets.length]!;
  if (within >= SETTLING + STANDING) return null;
  if (within >= SETTLING) return target;
  const left = 1 - within / SETTLING;
  return target * (1 + 0.4 * left * left * Math.cos(9 * within));
}

/** A line of the box's protocol. */
export function lineOf(gauge: Gauge, value: number | null): string {
  const { unit, decimals } = HANDS[gauge];
  return value === null ? `${gauge} -` : `${gauge} ${value.toFixed(decimals)} ${unit}`;
}

/** A line that tells the stand-in what to show: `set height 2.78`, `set height -`, `free height`. */
export function parseOrder(line: string): { gauge: Gauge; value: number | null | undefined } | null {
  const match = /^(set|free)\s+(\w+)(?:\s+(-|[-+]?\d+(?:\.\d+)?))?$/u.exec(line.trim());
  const gauge = GAUGES.find((one) => one === match?.[2]);
  if (!match || !gauge) return null;
  if (match[1] === 'free') return { gauge, value: undefined };
  if (match[3] === undefined) return null;
  return { gauge, value: match[3] === '-' ? null : Number(match[3]) };
}
