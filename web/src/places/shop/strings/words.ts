import {
  CORE_MATERIALS,
  PLAIN_MATERIALS,
  WINDING_MATERIALS,
  WINDING_SHAPES,
  type TypedString,
} from '@upright-elder/core/strings';

/** A string in words: `42, round wound, phosphor bronze, steel core of 17`. */
export function sayString(one: TypedString): string {
  const octave = one.octave ? ', an octave above its course' : '';
  if (!one.wound) return `${one.gauge}, plain, ${PLAIN_MATERIALS[one.material].name}${octave}`;
  const core = one.core.trim() === '' ? 'not measured' : `of ${one.core}`;
  return `${one.gauge}, ${WINDING_SHAPES[one.shape].name}, ${WINDING_MATERIALS[one.winding].name}, ${CORE_MATERIALS[one.coreMaterial].name} core ${core}${octave}`;
}

export const GAUGE_UNIT_NAMES = {
  thou: 'thousandths of an inch',
  mm: 'millimetres',
  in: 'inches',
} as const;
