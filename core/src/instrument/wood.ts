import {
  believedMoisture,
  livedIn,
  seasonOn,
  woodBelieved,
  LAGS,
  USUAL_LAG,
  type BelievedWood,
  type DailyAir,
  type LivedAir,
  type PathOfRooms,
  type ReadBeside,
  type ToldAir,
} from '../air/index.js';
import { dayOf } from '../days/index.js';
import { meterMoisture, SPECIES, type SpeciesId } from '../wood/index.js';
import type { ExaminationFacts } from './facts.js';

/** What the wood's moisture of an instrument's days is known from. */
export interface WoodSource {
  species: SpeciesId;
  air: LivedAir;
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

/** What an examination read of the air beside the instrument, and of its wood. */
function readBeside(examination: ExaminationFacts, species: SpeciesId): ReadBeside {
  const [air] = examination.airMisread ? [] : airOf(examination);
  return { day: dayOf(examination.date), air, meter: meterOf(examination, species) };
}

/** The air that an instrument lived in, by its path and by what its examinations read. */
export const airLivedIn = (
  examinations: readonly ExaminationFacts[],
  species: SpeciesId,
  path: PathOfRooms,
): LivedAir =>
  livedIn(
    path,
    examinations.map((one) => readBeside(one, species)),
  );

/** Every series asks for the wood of the same examinations: worked out once for each. */
const once = new WeakMap<LivedAir, WeakMap<ExaminationFacts, BelievedWood | null>>();

/** The wood's moisture at an examination, by log, air and meter; null where nothing was read. */
export function woodRead(examination: ExaminationFacts, { air, species }: WoodSource): BelievedWood | null {
  const known = once.get(air) ?? new WeakMap<ExaminationFacts, BelievedWood | null>();
  once.set(air, known);
  const found = known.get(examination);
  if (found !== undefined) return found;
  const wood = woodBelieved(air, readBeside(examination, species));
  known.set(examination, wood);
  return wood;
}

/** The same; the season's where nothing was read. */
export const woodAt = (examination: ExaminationFacts, source: WoodSource): BelievedWood =>
  woodRead(examination, source) ?? woodOfSeason(dayOf(examination.date), source.air);

/** What a day's wood is known from where nothing was read on it. */
export const woodOn = (day: number, { air }: Pick<WoodSource, 'air'>): BelievedWood =>
  woodBelieved(air, { day }) ?? woodOfSeason(day, air);

function woodOfSeason(day: number, air: Pick<ToldAir, 'seasons'>): BelievedWood {
  const { moisture, spread } = seasonOn(air, day);
  const believed = LAGS.map((lag) => {
    const season = seasonOn(air, day - (lag - LAGS[USUAL_LAG]));
    return believedMoisture(season.moisture, season.spread, { moisture: season.moisture, sd: spread });
  });
  return { moisture, sd: spread, from: 'climate', believed };
}

/** An examination's own air still tells today's wood for this long. */
const FRESH_DAYS = 14;

/** The wood on a day: by the log, else by the air of an examination that was lately; null where neither tells it. */
export function moistureOn(
  day: number,
  air: LivedAir,
  latest: { day: number; moisture: number } | null,
): { day: number; moisture: number } | null {
  const known = woodBelieved(air, { day });
  if (known) return { day, moisture: known.moisture };
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
  return wood.from === 'climate'
    ? null
    : { day: dayOf(last.date), moisture: wood.believed[USUAL_LAG]!.moisture };
}
