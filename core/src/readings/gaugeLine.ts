import { parseAngle, parseLength, parsePercent } from '../units/index.js';

/** What a gauge box can hold. */
export const GAUGES = ['height', 'depth', 'level', 'moisture'] as const;
export type Gauge = (typeof GAUGES)[number];

/** What one line of a gauge box says. */
export type GaugeLine =
  | { says: 'box'; name: string }
  /** m, rad or %MC; null: lifted off */
  | { says: 'gauge'; gauge: Gauge; value: number | null };

/** Step of a gauge's scale, SI; a house default where the box does not say. */
export const GAUGE_RESOLUTION: Record<Gauge, number> = {
  height: 1e-5,
  depth: 2e-5,
  level: (0.1 * Math.PI) / 180,
  moisture: 0.1,
};

const LONGEST_LINE = 200;

/**
 * One line of the gauge box's protocol (docs/gauge-box.md): `box NAME`, or `GAUGE VALUE UNIT`, or `GAUGE -` while the
 * gauge is lifted off.
 *
 * @returns null for a line that says nothing that is understood; such lines are passed over
 */
export function parseGaugeLine(line: string): GaugeLine | null {
  const text = line.trim();
  if (text.length > LONGEST_LINE) return null;
  const match = /^(\S+)\s+(.+)$/u.exec(text);
  if (!match) return null;
  const [, word, rest] = match as unknown as [string, string, string];
  if (word === 'box') return { says: 'box', name: rest.slice(0, 60) };
  const gauge = GAUGES.find((one) => one === word);
  if (!gauge) return null;
  if (rest === '-') return { says: 'gauge', gauge, value: null };
  const result =
    gauge === 'level'
      ? parseAngle(rest, '°')
      : gauge === 'moisture'
        ? parsePercent(rest)
        : parseLength(rest, 'mm');
  return result.ok ? { says: 'gauge', gauge, value: result.value } : null;
}
