import { parseLength, printLength, type LengthUnit } from '../units/length.js';
import { GAUGE_LIMITS, type StringSpec } from './spec.js';
import type { CoreMaterial, PlainMaterial, WindingMaterial, WindingShape } from './materials.js';

/** A string as somebody writes it. What belongs to a winding does not count while the string is plain. */
export interface TypedString {
  gauge: string;
  wound: boolean;
  /** of a plain string */
  material: PlainMaterial;
  winding: WindingMaterial;
  shape: WindingShape;
  coreMaterial: CoreMaterial;
  /** empty where nobody measured it */
  core: string;
  octave: boolean;
}

/** What of a string cannot be read, or cannot be. */
export interface StringFault {
  field: 'gauge' | 'core';
  reason: string;
  accepted: string;
}

const ACCEPTED_GAUGES = 'from 6 to 118 thou (0.15 to 3 mm), such as 12, .012 or 0.30 mm';

/**
 * @param unit that a bare number takes
 * @returns the string, lengths m, or everything that is wrong with it
 */
export function readString(
  typed: TypedString,
  unit: LengthUnit,
): { ok: true; value: StringSpec } | { ok: false; faults: StringFault[] } {
  const faults: StringFault[] = [];
  const length = (field: StringFault['field']): number => {
    const result = parseLength(typed[field], unit);
    if (!result.ok) {
      faults.push({ field, reason: result.reason, accepted: ACCEPTED_GAUGES });
      return NaN;
    }
    if (result.value < GAUGE_LIMITS.from || result.value > GAUGE_LIMITS.to)
      faults.push({
        field,
        reason: `${printLength(result.value, 'mm', 4)} is no gauge of a guitar’s string`,
        accepted: ACCEPTED_GAUGES,
      });
    return result.value;
  };
  const gauge = length('gauge');
  const octave = typed.octave ? { octave: true } : {};
  if (!typed.wound) {
    if (faults.length > 0) return { ok: false, faults };
    return { ok: true, value: { gauge, wound: false, material: typed.material, ...octave } };
  }
  const core = typed.core.trim() === '' ? null : length('core');
  if (core !== null && core >= gauge)
    faults.push({
      field: 'core',
      reason: 'the core is not thinner than the string',
      accepted: 'a core thinner than the gauge, or nothing where it is not known',
    });
  if (faults.length > 0) return { ok: false, faults };
  const { winding, shape, coreMaterial } = typed;
  return { ok: true, value: { gauge, wound: true, winding, shape, coreMaterial, core, ...octave } };
}
