import {
  alwaysIn,
  EVER_BEFORE,
  NO_ROOM,
  roomAir,
  type InRoom,
  type PathOfRooms,
  type RoomAir,
} from '../src/air/index.js';
import { BUILD_PARTS, isWay } from '../src/construction/index.js';
import { dayOf } from '../src/days/index.js';
import type { InstrumentFacts, InstrumentRecord, InterventionKind } from '../src/instrument/index.js';
import { INTERVENTION_KINDS } from '../src/instrument/index.js';
import {
  allBraces,
  BODY_SHAPES,
  BRACING_IDS,
  FACES,
  MARK_KINDS,
  bodyPlanFrom,
  usualOutline,
  type BodyShapeId,
  type BracingId,
  type Face,
  type MarkKind,
  type MarkState,
  type BodyPlan,
} from '../src/body-plan/index.js';
import {
  BOTH,
  divisionOf,
  HOUSE_TOOLS,
  isSided,
  parseFrets,
  parseReading,
  PLACES,
  POINTS,
  QUANTITIES,
  repeatsMean,
  type PointId,
  type QuantityId,
  type ReadingValue,
  type ReadPlace,
  type StateId,
} from '../src/readings/index.js';
import { RELIEF_SCHOOLS, type PlayingStyle, type ReliefSchool } from '../src/targets/index.js';
import { parseLength } from '../src/units/index.js';
import { SPECIES, type SpeciesId } from '../src/wood/index.js';
import { BadCase, type CaseAir, type CaseExamination, type CaseFile, type CaseMark } from './caseFile.js';

/** What a light steel set and a normal nylon set pull in standard tuning, N: whole set, and its outer strings. */
const PULL = {
  steel: { stringPull: 700, outerPull: { bass: 113, treble: 104 } },
  twelve: { stringPull: 1000, outerPull: { bass: 180, treble: 170 } },
  nylon: { stringPull: 400, outerPull: { bass: 70, treble: 70 } },
};

const known = <T extends string>(at: string, word: string, words: readonly T[]): T => {
  if (!(words as readonly string[]).includes(word))
    throw new BadCase(`at ${at}: “${word}” is not known; one of ${words.join(', ')}`);
  return word as T;
};

function metres(at: string, typed: string | number): number {
  const read = parseLength(String(typed), 'mm');
  if (!read.ok) throw new BadCase(`at ${at}: “${typed}”: ${read.reason}; ${read.accepted}`);
  return read.value;
}

const maybe = (at: string, typed: string | number | undefined): number | null =>
  typed === undefined ? null : metres(at, typed);

/** Everything that a case records, as the program would hand it to the computation. @throws BadCase */
export function recordOf(file: CaseFile): { record: InstrumentRecord; air: PathOfRooms } {
  const plan = file.map ? planOf(file.map) : null;
  const record: InstrumentRecord = {
    instrument: instrumentOf(file),
    examinations: file.examinations
      .map((one, i) => examinationOf(one, `/examinations/${i}`, file.instrument.bodyJoin ?? 14))
      .sort((a, b) => a.date.localeCompare(b.date)),
    interventions: (file.interventions ?? []).map(({ date, kinds }, i) => ({
      id: `work ${i + 1}`,
      date,
      follows: null,
      kinds: kinds.map((kind) =>
        known<InterventionKind>(`/interventions/${i}/kinds`, kind, INTERVENTION_KINDS),
      ),
    })),
    marks: (file.map?.marks ?? []).map((mark, i) => markOf(mark, plan!, i)),
    plan,
    top: topOf(file),
    kept: file.kept ? { at: 'band', ...file.kept } : { at: 'assumed' },
  };
  return { record, air: pathOf(file) };
}

function instrumentOf({ instrument: of }: CaseFile): InstrumentFacts {
  const nylon = of.strings === 'nylon';
  const pull = nylon ? PULL.nylon : of.twelve ? PULL.twelve : PULL.steel;
  const school = known<ReliefSchool>(
    '/instrument/relief',
    of.relief ?? 'moderate',
    Object.keys(RELIEF_SCHOOLS) as ReliefSchool[],
  );
  for (const [part, way] of Object.entries(of.build ?? {}))
    if (!isWay(part, way))
      throw new BadCase(
        `at /instrument/build/${part}: “${way}” is not known; ${part in BUILD_PARTS ? Object.keys(BUILD_PARTS[part as keyof typeof BUILD_PARTS].ways).join(', ') : `parts are ${Object.keys(BUILD_PARTS).join(', ')}`}`,
      );
  return {
    type: of.type ?? 'flat-top',
    scale: metres('/instrument/scale', of.scale ?? 645),
    bodyJoin: of.bodyJoin ?? 14,
    topSpecies: known<SpeciesId>(
      '/instrument/topSpecies',
      of.topSpecies ?? 'sitka-spruce',
      Object.keys(SPECIES) as SpeciesId[],
    ),
    laminatedTop: of.laminatedTop ?? false,
    playingStyle: (of.playing ?? 'medium') as PlayingStyle,
    reliefTarget: RELIEF_SCHOOLS[school].relief[nylon ? 'nylon' : 'steel'],
    targetBass: maybe('/instrument/target/bass', of.target?.bass),
    targetTreble: maybe('/instrument/target/treble', of.target?.treble),
    rod: of.rod ?? 'adjustable',
    heelDepth: maybe('/instrument/heelDepth', of.heelDepth),
    heelWidth: maybe('/instrument/heelWidth', of.heelWidth),
    extension: maybe('/instrument/extension', of.extension),
    bodyLength: null,
    bodyWidth: null,
    archHeight: maybe('/instrument/archHeight', of.archHeight),
    ...pull,
    stringKind: of.strings ?? 'steel',
    pairedStrings: of.twelve ?? false,
    build: of.build ?? {},
    topThickness: null,
    domeRadius: maybe('/instrument/domeRadius', of.domeRadius),
    stringHeight: null,
    stringHeightBefore: null,
    assumed: of.stringSetKnown === false ? ['stringSet'] : [],
  };
}

function examinationOf(of: CaseExamination, at: string, bodyJoin: number) {
  return {
    id: `examination of ${of.date}`,
    date: of.date,
    strings: of.strings ?? 'pitch',
    heldUnsound: of.heldUnsound ?? false,
    daysAtPitch: of.daysAtPitch ?? null,
    pitchAfter: of.pitchAfter ?? null,
    humidity: of.humidity ?? null,
    celsius: of.celsius ?? (of.humidity === undefined ? null : 20),
    meter: null,
    reliefFrets: of.reliefFrets ?? ([1, bodyJoin] as [number, number]),
    readings: Object.entries(of.readings ?? {}).map(([key, typed]) =>
      readingOf(key, typed, `${at}/readings/${key}`),
    ),
    findings: Object.entries(of.points ?? {}).map(([point, states]) => {
      const id = known<PointId>(`${at}/points`, point, Object.keys(POINTS) as PointId[]);
      const frets = of.frets?.[point] ? parseFrets(of.frets[point]) : null;
      if (frets && !frets.ok)
        throw new BadCase(`at ${at}/frets/${point}: ${frets.reason}; ${frets.accepted}`);
      return {
        point: id,
        states: states.map((state) =>
          known<StateId>(
            `${at}/points/${point}`,
            state,
            POINTS[id].states.map((one) => one.id),
          ),
        ),
        frets: frets?.ok ? frets.value : [],
      };
    }),
  };
}

function readingOf(key: string, typed: string | number, at: string): ReadingValue {
  const [name = '', where] = key.split('.');
  const quantity = known<QuantityId>(at, name, Object.keys(QUANTITIES) as QuantityId[]);
  const place = known<ReadPlace>(at, where ?? (isSided(quantity) ? BOTH : QUANTITIES[quantity].places[0]!), [
    ...PLACES,
    BOTH,
  ]);
  const read = parseReading(
    quantity,
    String(typed),
    QUANTITIES[quantity].dimension === 'length' ? 'mm' : QUANTITIES[quantity].unit,
  );
  if (!read.ok) throw new BadCase(`at ${at}: “${typed}”: ${read.reason}; ${read.accepted}`);
  const tool = HOUSE_TOOLS[QUANTITIES[quantity].tool];
  return { quantity, place, ...repeatsMean(read.value, tool), division: divisionOf(tool.id, tool) };
}

function planOf({ body, bracing }: NonNullable<CaseFile['map']>): BodyPlan {
  return bodyPlanFrom(
    usualOutline(known<BodyShapeId>('/map/body', body, Object.keys(BODY_SHAPES) as BodyShapeId[])),
    known<BracingId>('/map/bracing', bracing, BRACING_IDS),
  );
}

function markOf(of: CaseMark, plan: BodyPlan, i: number) {
  const at = `/map/marks/${i}`;
  const brace = of.brace === undefined ? null : allBraces(plan).find(({ name }) => name === of.brace);
  if (brace === undefined)
    throw new BadCase(
      `at ${at}/brace: there is no “${of.brace}”; the plan has ${allBraces(plan)
        .map(({ name }) => name)
        .join(', ')}`,
    );
  return {
    id: `mark ${i + 1}`,
    kind: known<MarkKind>(`${at}/kind`, of.kind, MARK_KINDS),
    face: known<Face>(`${at}/face`, of.face ?? (brace ? 'top inside' : 'top'), FACES),
    name: of.name ?? '',
    brace: brace?.id ?? null,
    sightings: of.sightings.map((one, k) => {
      const from = maybe(`${at}/sightings/${k}/from`, one.from);
      const to = maybe(`${at}/sightings/${k}/to`, one.to);
      return {
        date: one.date,
        path: (one.path ?? []).map(([x, y]): [number, number] => [x / 1000, y / 1000]),
        ruled: null,
        width: maybe(`${at}/sightings/${k}/width`, one.width),
        letIn: null,
        depth: maybe(`${at}/sightings/${k}/depth`, one.depth),
        stretch: from === null || to === null ? null : { from, to },
        state: one.state as MarkState,
      };
    }),
  };
}

/** What the plate model found, as a case says it. */
function topOf({ map, today }: CaseFile): InstrumentRecord['top'] {
  if (!map?.solved) return null;
  const { rise, turn, belly, lookInside = false } = map.solved;
  return {
    rise: null,
    restraint: null,
    breathes: {},
    strung: {
      rise: rise / 1000,
      turn: (turn * Math.PI) / 180,
      belly: belly ? { verdict: belly, foldIndex: { value: 0, sd: 1 }, lookInside, date: today } : null,
    },
  };
}

/** Where it lay: in one room, or in those that are named in their turn. */
function pathOf({ air, rooms = {}, stays }: CaseFile): PathOfRooms {
  if (!stays) return alwaysIn(air ? airOf(air) : NO_ROOM);
  const known = new Map(Object.entries(rooms).map(([name, room]) => [name, airOf(room)]));
  const inRoom = (room: string | null, i: number): InRoom => {
    const found = room === null ? NO_ROOM : known.get(room);
    if (!found)
      throw new BadCase(
        `at /stays/${i}/room: “${room}” is none of the rooms; they are ${[...known.keys()].join(', ')}`,
      );
    return { room, name: room ?? '', air: found };
  };
  return {
    stays: stays.map(({ room, from }, i) => ({
      ...inRoom(room, i),
      from: from === undefined ? EVER_BEFORE : dayOf(from),
    })),
    home: inRoom(stays.at(-1)!.room, stays.length - 1),
  };
}

/** A room that swings through the year, dampest in mid-August. */
function airOf({ from, to, mean, swing, celsius = 20, then }: CaseAir): RoomAir {
  const [first, last] = [dayOf(from), dayOf(to)];
  return roomAir(
    Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
      const day = first + i;
      const year = then && day >= dayOf(then.from) ? then : { mean, swing };
      const humidity = year.mean + year.swing * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
      return { day, humidity: Math.min(98, Math.max(2, humidity)), celsius };
    }),
    null,
  );
}
