import {
  believedMoisture,
  climateOfExaminations,
  seasonMoisture,
  woodMoisture,
  type AirLog,
  type Climate,
  type DailyAir,
  type RoomAir,
  type WoodMoisture,
} from '../air/index.js';
import { dayOf } from '../days/index.js';
import { meterMoisture, SPECIES, type SpeciesId } from '../wood/index.js';
import type { ExaminationFacts } from './facts.js';

/** What the wood's moisture of an instrument's days is known from. */
export interface WoodSource {
  species: SpeciesId;
  log: AirLog;
  climate: Climate;
}

/** The air read at an examination, where both halves of it were. */
export function airOf({
  date,
  humidity,
  celsius,
}: Pick<ExaminationFacts, 'date' | 'humidity' | 'celsius'>): DailyAir[] {
  return humidity === null || celsius === null ? [] : [{ day: dayOf(date), humidity, celsius }];
}

/** What a meter showed at an examination, corrected, with its error, %MC. */
export function meterOf(
  { meter, celsius }: ExaminationFacts,
  species: SpeciesId,
): { moisture: number; sd: number } | undefined {
  if (!meter) return undefined;
  const setting = meter.setting.trim().toLowerCase();
  const settingFits = setting !== '' && SPECIES[species].name.toLowerCase().includes(setting);
  return meterMoisture({ shown: meter.shown, kind: meter.kind, celsius, settingFits });
}

/** The wood's moisture at an examination, by log, air and meter; the season's where nothing was read. */
export function woodAt(examination: ExaminationFacts, { log, climate, species }: WoodSource): WoodMoisture {
  const day = dayOf(examination.date);
  const [air] = airOf(examination);
  return woodMoisture(day, log, air, meterOf(examination, species)) ?? woodOfSeason(day, climate);
}

/** What a day's wood is known from where nothing was read on it. */
export function woodOn(day: number, { log, climate }: Pick<WoodSource, 'log' | 'climate'>): WoodMoisture {
  const logged = log.rememberedAt(day);
  return logged ? { ...logged, from: 'room log' } : woodOfSeason(day, climate);
}

const woodOfSeason = (day: number, climate: Climate): WoodMoisture => ({
  moisture: seasonMoisture(climate, day),
  sd: climate.spread,
  from: 'climate',
});

/** The room's climate where it was logged long enough or is a case with packs, else what the examinations' own air makes of the preset. */
export function climateFor(
  examinations: readonly ExaminationFacts[],
  { climate, packs }: Pick<RoomAir, 'climate' | 'packs'>,
): Climate {
  return climate.years > 0 || packs !== null ? climate : climateOfExaminations(examinations.flatMap(airOf));
}

/** An examination's own air still tells today's wood for this long. */
const FRESH_DAYS = 14;

/** The wood on a day: by the log, else by the air of an examination that was lately; null where neither tells it. */
export function moistureOn(
  day: number,
  log: AirLog,
  latest: { day: number; moisture: number } | null,
): { day: number; moisture: number } | null {
  const logged = log.moistureAt(day);
  if (logged !== null) return { day, moisture: logged };
  return latest && latest.day <= day && day - latest.day <= FRESH_DAYS ? latest : null;
}

/**
 * The wood on the day of the last examination, by what was read there and believed of it as the fit believes it: what is
 * expected on the day of a reading then agrees with the reading; null where nothing was read.
 */
export function latestMoisture(
  examinations: readonly ExaminationFacts[],
  source: WoodSource,
): { day: number; moisture: number } | null {
  const last = examinations.at(-1);
  if (!last) return null;
  const wood = woodAt(last, source);
  if (wood.from === 'climate') return null;
  const day = dayOf(last.date);
  const { climate } = source;
  return { day, moisture: believedMoisture(seasonMoisture(climate, day), climate.spread, wood).moisture };
}
