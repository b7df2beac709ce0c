import type { ExaminationFacts } from '@upright-elder/core/instrument';
import { divisionOf, parseFrets, repeatsMean, type QuantityId } from '@upright-elder/core/readings';
import type { StoredReading } from '../readings/readings.service.js';
import type { KnownTool } from '../tools/tools.service.js';
import type { ExaminationEntity, PointFindingEntity } from './examination.entity.js';

/** What the shop reads with: errors of its tools, and which one a quantity usually is read with. */
export interface ShopTools {
  tools: Map<string, KnownTool>;
  usual: (quantity: QuantityId) => string;
}

/** What of a stored examination the computation needs. */
export function factsOf(
  { id, date, conditions }: Pick<ExaminationEntity, 'id' | 'date' | 'conditions'>,
  readings: readonly StoredReading[],
  findings: readonly PointFindingEntity[],
  { tools, usual }: ShopTools,
): ExaminationFacts {
  const { woodMoisturePercent: shown, meter, meterSetting } = conditions;
  return {
    id,
    date,
    strings: conditions.strings,
    heldUnsound: conditions.heldUnsound ?? false,
    daysAtPitch: conditions.daysAtPitch,
    pitchAfter: conditions.pitchAfter ?? null,
    humidity: conditions.humidityPercent,
    celsius: conditions.temperatureCelsius,
    meter: shown === null ? null : { shown, kind: meter ?? null, setting: meterSetting ?? '' },
    reliefFrets: [conditions.reliefFrom, conditions.reliefTo],
    readings: readings.map((one) => {
      const tool = one.tool ?? usual(one.quantity);
      const held = tools.get(tool)!;
      return {
        quantity: one.quantity,
        place: one.place,
        ...repeatsMean(one.readings, held),
        division: divisionOf(tool, held),
      };
    }),
    findings: findings.map(({ point, states, frets }) => {
      const understood = frets === null ? null : parseFrets(frets);
      return { point, states, frets: understood?.ok ? understood.value : [] };
    }),
  };
}
