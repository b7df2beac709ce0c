import type { StringSide } from '../strings/index.js';
import { AS_IT_WAS, scenarioWood, type Scenario } from '../air/index.js';
import { DAYS_PER_YEAR } from '../days/index.js';
import { diagnose, type Evidence, type SideStance, type Today } from '../diagnosis/index.js';
import {
  DAYS_AHEAD,
  STEP_DAYS,
  underAir,
  type PreparedSide,
  type PreparedYear,
  type Weather,
} from '../forecast/index.js';
import { normals, seededChance, type Uncertain } from '../numeric/index.js';
import { ACTION_TOLERANCE } from '../targets/index.js';
import type { TreatmentEdits } from '../treatments/index.js';
import type { Context } from './context.js';
import { HOUSE_EFFECTS, type LearnedEffects } from './learned.js';

/** How the air is kept that a plan is run through: as it was, or held where it will be kept, or at another humidity, percent. */
export type Air = 'as it was' | 'held' | number;

/** Lowest and highest action of each simulated year, m. */
export interface Swing {
  lows: Float64Array;
  highs: Float64Array;
}

/** One side of the strings, on every path. */
export interface GroundSide {
  side: StringSide;
  stance: SideStance | null;
  calibration: PreparedSide['calibration'];
  /** wanted action, and its window, m */
  target: number;
  window: [number, number];
  /** share of a rise at the saddle that stands in the action at 12 */
  lever: number;
  /** at the humidity it will be kept at, on the first day, m, path by path */
  levels: Float64Array;
  /** what of the action is moisture: m per %MC, path by path */
  sensitivities: Float64Array;
  /** creep a year as it is, and as nothing is known of it, m */
  ages: Record<'as it creeps' | 'unknown', Float64Array>;
  values: (air: Air) => Float64Array;
  swing: (air: Air, creep: Creep) => Swing;
}
export type Creep = keyof GroundSide['ages'];

/**
 * What all plans of an instrument are made on: the same simulated weather, the same ways in which it may go on, and the
 * same draws of everything that a treatment does not do to the hair. Common random numbers: plans differ by what they
 * do, not by their luck (A. M. Law, *Simulation Modeling and Analysis*, chapter 11).
 */
export interface Ground extends Context {
  sides: GroundSide[];
  paths: number;
  weather: Weather;
  /** steps of the weather that make the coming year */
  steps: number;
  /** where the action stands on the day */
  today: Today;
  /** first day */
  from: number;
  effects: LearnedEffects;
  /** what the shop changed of the catalogue */
  edits: TreatmentEdits;
  /** standard normal numbers, path by path, by what they stand for; of mean 0 and spread 1 exactly */
  draws: (of: string) => Float64Array;
}

/** Half of the band that a room is held in, percent RH. House figure. */
const HELD_WITHIN = 5;

/**
 * Diagnoses an instrument and makes what all its plans are made on.
 *
 * @param today where the action stands on the day
 * @param prepared the coming year of its sides, see forecast
 */
export function groundOf(
  evidence: Evidence,
  today: Today,
  prepared: PreparedYear | null,
  effects: LearnedEffects = HOUSE_EFFECTS,
  edits: TreatmentEdits = {},
): Ground {
  const diagnosis = diagnose(evidence, today);
  const paths = prepared?.weather.paths ?? 0;
  const steps = DAYS_AHEAD / STEP_DAYS + 1;
  const scenario = (air: Air): Scenario => {
    if (air === 'as it was') return AS_IT_WAS;
    const humidity = air === 'held' ? evidence.air.kept.humidity : air;
    return { kind: 'held in a band', from: humidity - HELD_WITHIN, to: humidity + HELD_WITHIN };
  };
  const drawn = new Map<string, Float64Array>();
  const draws = (name: string) => kept(drawn, name, () => standardNormals(paths, name));
  return {
    evidence,
    diagnosis,
    today,
    paths,
    steps,
    weather: prepared?.weather ?? NO_WEATHER,
    from: prepared?.input.from ?? 0,
    effects,
    edits,
    draws,
    sides: (prepared?.sides ?? []).map((one) =>
      sideOf(one, prepared!, {
        stance: diagnosis.sides.find(({ side }) => side === one.side) ?? null,
        target: evidence.instrument.target[one.side],
        kept: evidence.air.kept.moisture,
        scenario,
        unknown: draws(`creep ${one.side}`),
      }),
    ),
  };
}

/** The same weather and the same draws under other evidence: what is known, or what is wanted, has changed. */
export function regrounded(ground: Ground, evidence: Evidence, today: Today = ground.today): Ground {
  const diagnosis = diagnose(evidence, today);
  return {
    ...ground,
    evidence,
    diagnosis,
    today,
    sides: ground.sides.map((one) => {
      const target = evidence.instrument.target[one.side];
      return {
        ...one,
        stance: diagnosis.sides.find(({ side }) => side === one.side) ?? null,
        target,
        window: [target - ACTION_TOLERANCE, target + ACTION_TOLERANCE],
      };
    }),
  };
}

/** The same ground of fewer paths, on which it is quicker to choose; of what gives way nobody knows how it creeps on. */
export function thinned(ground: Ground, paths: number, creepEnded: boolean): Ground {
  const { paths: all, steps } = ground;
  if (all === 0) return ground;
  const count = Math.min(paths, all);
  const few = (values: Float64Array) => values.slice(0, count);
  const names = new Map<string, Float64Array>();
  return {
    ...ground,
    paths: count,
    draws: (name) => kept(names, name, () => standardNormals(count, name)),
    sides: ground.sides.map((side) => {
      const as = few(creepEnded ? side.ages.unknown : side.ages['as it creeps']);
      const more = Float64Array.from(as, (age, path) => age - side.ages['as it creeps'][path]!);
      const through = new Map<Air, Float64Array>();
      const values = (air: Air) =>
        kept(through, air, () => {
          const whole = side.values(air);
          const out = new Float64Array(count * steps);
          for (let i = 0; i < steps; i++) {
            const gone = (i * STEP_DAYS) / DAYS_PER_YEAR;
            for (let path = 0; path < count; path++)
              out[i * count + path] = whole[i * all + path]! + more[path]! * gone;
          }
          return out;
        });
      const ages = { 'as it creeps': as, unknown: few(side.ages.unknown) };
      return ofPaths(
        { ...side, levels: few(side.levels), sensitivities: few(side.sensitivities), ages, values },
        count,
        steps,
      );
    }),
  };
}

/**
 * The same weather for an instrument as it stands after work and a reading.
 *
 * @param levels of each side where it will be kept, m, and how well they are known
 */
export function standingAt(
  ground: Ground,
  evidence: Evidence,
  levels: Partial<Record<StringSide, Uncertain>>,
): Ground {
  const moved = regrounded(ground, evidence, {});
  return {
    ...moved,
    sides: moved.sides.map((side) => {
      const level = levels[side.side];
      if (!level) return side;
      const read = ground.draws(`read again ${side.side}`);
      const by = side.levels.map((was, path) => level.value + level.sd * read[path]! - was);
      const through = new Map<Air, Float64Array>();
      const swings = new Map<string, Swing>();
      return {
        ...side,
        levels: side.levels.map((was, path) => was + by[path]!),
        values: (air) => kept(through, air, () => shifted(side.values(air), by)),
        // what is lifted as a whole swings as it did
        swing: (air, creep) =>
          kept(swings, `${air} ${creep}`, () => {
            const { lows, highs } = side.swing(air, creep);
            return { lows: shifted(lows, by), highs: shifted(highs, by) };
          }),
      };
    }),
  };
}

/** Values path by path, one step after the other, each path lifted by its own. */
function shifted(values: Float64Array, by: Float64Array): Float64Array {
  const out = new Float64Array(values.length);
  const paths = by.length;
  for (let at = 0; at < values.length; at += paths)
    for (let path = 0; path < paths; path++) out[at + path] = values[at + path]! + by[path]!;
  return out;
}

/** The side with the swings of its own values. */
function ofPaths(side: GroundSide, paths: number, steps: number): GroundSide {
  const swings = new Map<string, Swing>();
  const { unknown, 'as it creeps': as } = side.ages;
  return {
    ...side,
    swing: (air, creep) =>
      kept(swings, `${air} ${creep}`, () =>
        swingOf(
          side.values(air),
          paths,
          steps,
          creep === 'unknown' ? unknown.map((a, path) => a - as[path]!) : null,
        ),
      ),
  };
}

const NO_WEATHER: Weather = { days: [], seasons: [], slopes: [], paths: 0, deviations: new Float64Array(0) };

function sideOf(
  { side, calibration, paths: own }: PreparedSide,
  { weather, input }: PreparedYear,
  of: {
    stance: SideStance | null;
    target: number;
    kept: number;
    scenario: (air: Air) => Scenario;
    unknown: Float64Array;
  },
): GroundSide {
  const { paths } = weather;
  const steps = DAYS_AHEAD / STEP_DAYS + 1;
  const { sensitivities, referenceMoisture, ages } = own;
  const levels = Float64Array.from(
    sensitivities,
    (each, path) => own.levels[path]! + each * (of.kept - referenceMoisture),
  );
  const unknown = of.unknown.map((z) => calibration.ageBefore.value + z * calibration.ageBefore.sd);
  const through = new Map<Air, Float64Array>();
  const values = (air: Air) =>
    kept(through, air, () => underAir(own, weather, scenarioWood(of.scenario(air), input.climate)));
  const swings = new Map<string, Swing>();
  const swing = (air: Air, creep: Creep) =>
    kept(swings, `${air} ${creep}`, () =>
      swingOf(values(air), paths, steps, creep === 'unknown' ? unknown.map((a, p) => a - ages[p]!) : null),
    );
  return {
    side,
    stance: of.stance,
    calibration,
    target: of.target,
    window: [of.target - ACTION_TOLERANCE, of.target + ACTION_TOLERANCE],
    lever: 1 / input.lever[side],
    levels,
    sensitivities,
    ages: { 'as it creeps': ages, unknown },
    values,
    swing,
  };
}

/** @param creeps more than it did, m a year, path by path; null where not */
function swingOf(values: Float64Array, paths: number, steps: number, creeps: Float64Array | null): Swing {
  const lows = new Float64Array(paths).fill(Infinity);
  const highs = new Float64Array(paths).fill(-Infinity);
  for (let i = 0; i < steps; i++) {
    const gone = (i * STEP_DAYS) / DAYS_PER_YEAR;
    for (let path = 0; path < paths; path++) {
      const value = values[i * paths + path]! + (creeps ? creeps[path]! * gone : 0);
      if (value < lows[path]!) lows[path] = value;
      if (value > highs[path]!) highs[path] = value;
    }
  }
  return { lows, highs };
}

function kept<K, V>(map: Map<K, V>, key: K, make: () => V): V {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  map.set(key, made);
  return made;
}

/** Standard normal numbers of mean 0 and spread 1 exactly, the same for the same name. */
function standardNormals(count: number, name: string): Float64Array {
  let seed = 2166136261;
  for (const letter of name) seed = Math.imul(seed ^ letter.charCodeAt(0), 16777619);
  const gauss = normals(seededChance(seed >>> 0));
  const drawn = Float64Array.from({ length: count }, () => gauss());
  const { value, sd } = momentsOf(drawn);
  return drawn.map((z) => (z - value) / (sd || 1));
}

/** Mean and spread over the paths. */
export function momentsOf(values: Float64Array): { value: number; sd: number } {
  let sum = 0;
  for (const value of values) sum += value;
  const mean = sum / (values.length || 1);
  let squares = 0;
  for (const value of values) squares += (value - mean) ** 2;
  return { value: mean, sd: Math.sqrt(squares / (values.length || 1)) };
}
