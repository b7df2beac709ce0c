import type { Examination, Instrument } from '@upright-elder/contract';
import {
  dayOf,
  meterMoisture,
  readingOn,
  seasonMoisture,
  SPECIES,
  woodMoisture,
  type AirLog,
  type Climate,
  type DailyAir,
  type Place,
  type QuantityId,
  type Visit,
  type WoodMoisture,
} from '@upright-elder/core';

/** A strung reading with the examination it came from. */
export interface StrungVisit extends Visit {
  examinationId: string | null;
  date: string;
  moistureFrom: WoodMoisture['from'];
}

/** What the wood of an instrument's days is known from. */
export interface WoodSource {
  instrument: Pick<Instrument, 'topSpecies'>;
  log: AirLog;
  climate: Climate;
  /** by what factor the top breathes differently since the work noted on a day */
  breathes?: Readonly<Record<string, number>>;
}

/** The air read at an examination, where both halves of it were. */
export function airOf({
  date,
  conditions: { humidityPercent, temperatureCelsius },
}: Examination): DailyAir[] {
  if (humidityPercent === null || temperatureCelsius === null) return [];
  return [{ day: dayOf(date), humidity: humidityPercent, celsius: temperatureCelsius }];
}

/** What a meter showed at an examination, corrected, with its error. */
function meterOf(
  { conditions }: Examination,
  { topSpecies }: Pick<Instrument, 'topSpecies'>,
): { moisture: number; sd: number } | undefined {
  const { woodMoisturePercent: shown, meter, meterSetting, temperatureCelsius } = conditions;
  if (shown === null) return undefined;
  const setting = (meterSetting ?? '').trim().toLowerCase();
  const settingFits = setting !== '' && SPECIES[topSpecies].name.toLowerCase().includes(setting);
  return meterMoisture({ shown, kind: meter ?? null, celsius: temperatureCelsius, settingFits });
}

/** What was worked out for an examination, while its room's air is the same: every series asks for it. */
const woods = new WeakMap<Examination, { log: AirLog; climate: Climate; wood: WoodMoisture }>();

/** The wood's moisture at an examination, by log, air and meter; the season's where nothing was read. */
export function woodAt(examination: Examination, source: WoodSource): WoodMoisture {
  const { log, climate, instrument } = source;
  const known = woods.get(examination);
  if (known?.log === log && known.climate === climate) return known.wood;
  const day = dayOf(examination.date);
  const [air] = airOf(examination);
  const wood = woodMoisture(day, log, air, meterOf(examination, instrument)) ?? woodOfSeason(day, climate);
  woods.set(examination, { log, climate, wood });
  return wood;
}

export function woodOfSeason(day: number, climate: Climate): WoodMoisture {
  return { moisture: seasonMoisture(climate, day), sd: climate.spread, from: 'climate' };
}

/** Strung readings of one quantity at one place, oldest first. Like is compared with like: only at pitch. */
export function visitsOf(
  examinations: readonly Examination[],
  quantity: QuantityId,
  place: Place,
  source: WoodSource,
): StrungVisit[] {
  const visits: StrungVisit[] = [];
  let worked = false;
  let breathesBy = 1;
  for (const examination of examinations) {
    const { conditions } = examination;
    // work noted at a slack examination begins the epoch of the next strung one
    worked ||= conditions.afterWork;
    if (conditions.afterWork) breathesBy *= source.breathes?.[examination.date] ?? 1;
    const reading = readingOn(examination.readings, quantity, place);
    if (conditions.strings !== 'pitch' || !reading) continue;
    const wood = woodAt(examination, source);
    visits.push({
      examinationId: examination.id,
      date: examination.date,
      day: dayOf(examination.date),
      value: reading.value,
      sd: reading.sd,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      moistureByLag: wood.byLag,
      moistureFrom: wood.from,
      daysAtPitch: conditions.daysAtPitch ?? undefined,
      afterIntervention: worked,
      breathesBy,
    });
    worked = false;
    breathesBy = 1;
  }
  return visits;
}
