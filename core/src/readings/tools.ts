import { mm, degree } from '../units/index.js';
/**
 * What readings are taken with. Resolution is the step of the scale, repeatability the standard deviation of the
 * hand that uses it; both in the SI unit of what it reads (m, rad, or cents). All figures are common practice.
 */
export const TOOL_IDS = [
  'rule',
  'feelers',
  'caliper',
  'height-gauge',
  'depth-gauge',
  'hook-gauge',
  'dial',
  'straightedge',
  'level',
  'protractor',
  'radius-gauges',
  'tuner',
] as const;
export type ToolId = (typeof TOOL_IDS)[number];

/** What a quantity is a measure of; a tool reads one of them. */
export const DIMENSIONS = ['length', 'angle', 'cents'] as const;
export type Dimension = (typeof DIMENSIONS)[number];

/** Resolution of the scale and repeatability of the hand, in the quantity's SI unit. */
export interface ToolError {
  resolution: number;
  repeatability: number;
}

export interface HouseTool extends ToolError {
  id: ToolId;
  name: string;
  dimension: Dimension;
}

const tool = (
  id: ToolId,
  name: string,
  dimension: Dimension,
  resolution: number,
  repeatability: number,
): HouseTool => ({ id, name, dimension, resolution, repeatability });

/** Lines of a rule stand so far apart, though the eye halves them, m. */
const RULE_LINES = 0.0254 / 64;

/**
 * One division of a tool's scale, in the SI unit of what it reads: the step between two of its lines. The house's rule
 * is read between its lines, so its division is wider than its resolution.
 */
export const divisionOf = (toolId: string, { resolution }: Pick<ToolError, 'resolution'>): number =>
  toolId === 'rule' ? Math.max(resolution, RULE_LINES) : resolution;

/** The tools a shop begins with; it changes them and adds its own. */
export const HOUSE_TOOLS: Record<ToolId, HouseTool> = {
  rule: tool('rule', '1/64 in rule', 'length', 0.25 * mm, 0.08 * mm),
  feelers: tool('feelers', 'feelers', 'length', 0.02 * mm, 0.015 * mm),
  caliper: tool('caliper', 'caliper', 'length', 0.05 * mm, 0.04 * mm),
  'height-gauge': tool('height-gauge', 'height gauge', 'length', 0.01 * mm, 0.02 * mm),
  'depth-gauge': tool('depth-gauge', 'depth gauge', 'length', 0.02 * mm, 0.03 * mm),
  'hook-gauge': tool('hook-gauge', 'hook gauge', 'length', 0.1 * mm, 0.1 * mm),
  dial: tool('dial', 'straightedge and dial', 'length', 0.02 * mm, 0.06 * mm),
  straightedge: tool('straightedge', 'straightedge and feelers', 'length', 0.05 * mm, 0.04 * mm),
  level: tool('level', 'small digital level', 'angle', 0.1 * degree, 0.08 * degree),
  protractor: tool('protractor', 'protractor', 'angle', 1 * degree, 0.5 * degree),
  'radius-gauges': tool('radius-gauges', 'radius gauges', 'length', 50 * mm, 15 * mm),
  tuner: tool('tuner', 'tuner', 'cents', 1, 0.8),
};
