import type { StringSetAnswer, StringTyped, TuningAnswer } from '@upright-elder/contract';
import {
  kindOfStrings,
  sayNotes,
  STRING_SET_IDS,
  STRING_SETS,
  TUNING_IDS,
  TUNINGS,
  type StringSpec,
} from '@upright-elder/core/strings';
import { METRES_PER } from '@upright-elder/core/units';

const NYLON_UNIT = 'mm';

/** A string as somebody would type it: gauges of nylon in mm, of steel in thousandths of an inch. */
function asTyped(string: StringSpec, unit: 'mm' | 'thou'): StringTyped {
  const said = (metres: number) => String(Number((metres / METRES_PER[unit]).toFixed(3)));
  return {
    gauge: said(string.gauge),
    octave: string.octave ?? false,
    wound: string.wound,
    material: string.wound ? (string.coreMaterial === 'floss' ? 'nylon' : 'steel') : string.material,
    winding: string.wound ? string.winding : 'phosphor-bronze',
    shape: string.wound ? string.shape : 'round',
    coreMaterial: string.wound ? string.coreMaterial : string.material === 'steel' ? 'steel' : 'floss',
    core: string.wound && string.core !== null ? said(string.core) : '',
  };
}

/** The house's sets, which every shop begins with. */
export const HOUSE_SETS: readonly StringSetAnswer[] = STRING_SET_IDS.map((id) => {
  const { name, strings, paired } = STRING_SETS[id];
  const kind = kindOfStrings(strings);
  const unit = kind === 'nylon' ? NYLON_UNIT : 'thou';
  return {
    id,
    version: 0,
    name,
    unit,
    paired,
    kind,
    strings: [...strings],
    typed: strings.map((one) => asTyped(one, unit)),
    retired: false,
    house: true,
  };
});

/** The house's tunings. */
export const HOUSE_TUNINGS: readonly TuningAnswer[] = TUNING_IDS.map((id) => ({
  id,
  version: 0,
  name: TUNINGS[id].name,
  notes: [...TUNINGS[id].notes],
  typed: sayNotes(TUNINGS[id].notes),
  retired: false,
  house: true,
}));
