import type { Uncertain } from '../numeric/index.js';
import { STRING_SIDES } from '../strings/index.js';
import { dayOf, DAYS_PER_YEAR } from '../days/index.js';
import type { ReadItem } from '../diagnosis/index.js';
import { quantityBelief } from '../forecast/index.js';
import {
  BOTH,
  needsPitch,
  QUANTITIES,
  type Place,
  type QuantityId,
  type ReadingValue,
} from '../readings/index.js';
import { reliefOverNeck } from '../stance/index.js';
import type { ExaminationFacts, InstrumentFacts, InstrumentRecord, InterventionFacts } from './facts.js';
import type { InstrumentFit } from './fit.js';
import { neckOf } from './geometry.js';
import { beginsEpoch, LEVER_READINGS, type InterventionKind } from './interventions.js';
import { doneSince, timelineOf } from './timeline.js';
import { woodAt, type WoodSource } from './wood.js';

/** Whether something that was done ends what was read of a quantity before. */
function ends(quantity: QuantityId, kinds: readonly InterventionKind[]): boolean {
  const { endedBy } = QUANTITIES[quantity];
  if (endedBy !== 'settings') return kinds.some((kind) => endedBy.includes(kind));
  if (beginsEpoch(kinds)) return true;
  const moved = kinds.flatMap((kind) => LEVER_READINGS[kind] ?? []);
  // an end of the strings was moved: the action stands elsewhere, and what shows it is to be read again
  return (
    moved.includes(quantity) || (moved.length > 0 && (quantity === 'action12' || quantity === 'breakAngle'))
  );
}

interface Latest {
  reading: ReadingValue & { place: Place };
  examination: ExaminationFacts;
}

/**
 * The latest value of every quantity that the last work left standing, each carried to the day and the wood on which the
 * action was read last: by its own sensitivity, its error widened by what that leaves open.
 */
export function readItems(record: InstrumentRecord, fit: InstrumentFit, source: WoodSource): ReadItem[] {
  const latest = latestOf(record);
  const anchor = [...latest.values()]
    .filter(({ reading }) => reading.quantity === 'action12')
    .sort((a, b) => a.examination.date.localeCompare(b.examination.date))
    .at(-1)?.examination;
  return [...latest.values()].map(({ reading, examination }) => {
    const { quantity, place } = reading;
    const asRead = asOverNeck(reading, examination, record.instrument);
    const side = place === 'bass' || place === 'treble' ? place : null;
    const own = side && latest.get(`action12.${side}`)?.examination;
    const to = own ?? anchor;
    return {
      quantity,
      place,
      value: reading.value,
      sd: reading.sd,
      date: examination.date,
      examinationId: examination.id,
      strings: examination.strings,
      carried:
        !to || to.id === examination.id
          ? asRead
          : carried(asRead, quantity, examination, to, believed(quantity, place, fit), source),
    };
  });
}

function latestOf({ examinations, interventions }: InstrumentRecord): Map<string, Latest> {
  const latest = new Map<string, Latest>();
  const end = (done: readonly InterventionFacts[]) => {
    const kinds = done.flatMap((one) => one.kinds);
    if (kinds.length === 0) return;
    for (const [key, { reading }] of latest) if (ends(reading.quantity, kinds)) latest.delete(key);
  };
  for (const { examination, before } of timelineOf(examinations, interventions)) {
    end(before);
    for (const reading of examination.readings) {
      if (examination.strings !== 'pitch' && needsPitch(reading.quantity)) continue;
      for (const place of reading.place === BOTH ? STRING_SIDES : [reading.place])
        latest.set(`${reading.quantity}.${place}`, { reading: { ...reading, place }, examination });
    }
  }
  end(doneSince(examinations, interventions));
  return latest;
}

/** Relief as the depth of the bend between fret 1 and the join, whichever frets were held. */
function asOverNeck(
  { quantity, value, sd }: ReadingValue,
  { reliefFrets }: ExaminationFacts,
  instrument: InstrumentFacts,
): Uncertain {
  if (quantity !== 'relief') return { value, sd };
  const neck = neckOf(instrument, 'bass');
  const share = reliefOverNeck(neck, 1, reliefFrets);
  return { value: share * value, sd: share * sd };
}

function believed(
  quantity: QuantityId,
  place: Place,
  fit: InstrumentFit,
): { sensitivity: Uncertain; drift: number; scatter: number } {
  const belief = quantityBelief(quantity, fit.top);
  const learned =
    quantity === 'action12' && fit.sides.find(({ side }) => side === place)?.calibration.sensitivity;
  return learned ? { ...belief, sensitivity: learned } : belief;
}

function carried(
  { value, sd }: Uncertain,
  quantity: QuantityId,
  from: ExaminationFacts,
  to: ExaminationFacts,
  { sensitivity, drift, scatter }: { sensitivity: Uncertain; drift: number; scatter: number },
  source: WoodSource,
): Uncertain {
  if (QUANTITIES[quantity].breathing === 'none' && QUANTITIES[quantity].endedBy !== 'settings')
    return { value, sd };
  const [then, now] = [woodAt(from, source), woodAt(to, source)];
  const damper = now.moisture - then.moisture;
  const years = Math.abs(dayOf(to.date) - dayOf(from.date)) / DAYS_PER_YEAR;
  const size = Math.hypot(sensitivity.value, sensitivity.sd);
  return {
    value: value + sensitivity.value * damper,
    sd: Math.hypot(
      sd,
      sensitivity.sd * damper,
      size * Math.hypot(then.sd, now.sd),
      drift * years,
      from.date === to.date ? 0 : scatter,
    ),
  };
}
