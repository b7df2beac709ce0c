import type {
  IdentityPart,
  Instrument,
  InstrumentAmount,
  InstrumentInput,
  InstrumentLength,
} from '@upright-elder/contract';
import { INSTRUMENT_AMOUNTS, INSTRUMENT_LENGTHS } from '@upright-elder/contract/lists';
import { BUILD_PART_IDS, BUILD_PARTS, NOT_KNOWN, type BuildPart } from '@upright-elder/core/construction';
import { isBareNumber, type LengthUnit } from '@upright-elder/core/units';
import type { Difference } from '../../../app/MergeDialog.js';

/** The form of an instrument: its facts, and each length as typed. */
export type InstrumentForm = Omit<
  InstrumentInput,
  | 'by'
  | 'why'
  | InstrumentLength
  | InstrumentAmount
  | 'homeRoomId'
  | 'keptRoomId'
  | 'keptFrom'
  | 'keptTo'
  | 'designStringSet'
  | 'doubtful'
  | 'build'
  | 'bodyJoin'
  | 'playingStyle'
  | 'stringSet'
  | 'topSpecies'
> & {
  homeRoomId: string;
  keptRoomId: string;
  keptFrom: string;
  keptTo: string;
  /** none of these is guessed: they begin empty */
  bodyJoin: string;
  playingStyle: InstrumentInput['playingStyle'] | '';
  stringSet: string;
  topSpecies: InstrumentInput['topSpecies'] | '';
  /** empty where it is not known */
  build: Record<BuildPart, string>;
  designStringSet: string;
  doubtful: IdentityPart[];
  lengths: Record<InstrumentLength, string>;
  amounts: Record<InstrumentAmount, string>;
};

export const AMOUNT_NAMES: Record<InstrumentAmount, string> = {
  marketValue: 'Market value',
  worthToOwner: 'Worth to the owner',
  budget: 'Owner’s budget',
};

export const LENGTH_NAMES: Record<InstrumentLength, string> = {
  scale: 'Scale length',
  targetBass: 'Wanted action, bass',
  targetTreble: 'Wanted action, treble',
  heelDepth: 'Heel depth, board to cap',
  heelWidth: 'Heel width across the cheeks',
  extension: 'Extension, join to board end',
  bodyLength: 'Body length',
  bodyWidth: 'Lower bout width',
  archHeight: 'Arch over the rim',
  topThickness: 'Thickness of the top',
  domeRadius: 'Radius of the built dome',
  stringHeight: 'String height at the saddle',
  stringHeightBefore: 'String height 100 mm before',
  builtBridge: 'Thickness of the built bridge',
  nutWidth: 'Nut width',
  stringSpread: 'Outer strings at the saddle',
};

/** The unit that a bare number takes in each field. */
export const LENGTH_FIELD_UNITS: Record<InstrumentLength, LengthUnit> = {
  scale: 'mm',
  targetBass: 'mm',
  targetTreble: 'mm',
  heelDepth: 'mm',
  heelWidth: 'mm',
  extension: 'mm',
  bodyLength: 'mm',
  bodyWidth: 'mm',
  archHeight: 'mm',
  topThickness: 'mm',
  domeRadius: 'mm',
  stringHeight: 'mm',
  stringHeightBefore: 'mm',
  builtBridge: 'mm',
  nutWidth: 'mm',
  stringSpread: 'mm',
};

const NOTHING_BUILT = Object.fromEntries(BUILD_PART_IDS.map((part) => [part, ''])) as Record<
  BuildPart,
  string
>;

/** The scale that stands for one that nobody measured. House choice: a common one. */
const USUAL_SCALE = '645 mm';

/** An instrument of which no more is known than a name: a quick look needs no more. */
export const onlyNamed = (nickname: string, type: InstrumentForm['type']): InstrumentForm => ({
  ...emptyForm(),
  nickname,
  type,
  doubtful: ['scale length', 'body joint'],
  playingStyle: NOT_KNOWN,
  stringSet: NOT_KNOWN,
  topSpecies: NOT_KNOWN,
  bodyJoin: '14',
  lengths: { ...emptyForm().lengths, scale: USUAL_SCALE },
});

export function emptyForm(): InstrumentForm {
  return {
    version: 0,
    nickname: '',
    maker: '',
    identity: '',
    doubtful: [],
    owner: '',
    complaint: '',
    playingStyle: '',
    reliefSchool: 'moderate',
    homeRoomId: '',
    keptRoomId: '',
    keptFrom: '',
    keptTo: '',
    type: 'flat-top',
    bodyJoin: '',
    stringSet: '',
    designStringSet: '',
    tuning: 'standard',
    topSpecies: '',
    laminatedTop: false,
    construction: '',
    build: NOTHING_BUILT,
    rod: 'unknown',
    amounts: { marketValue: '', worthToOwner: '', budget: '' },
    lengths: Object.fromEntries(INSTRUMENT_LENGTHS.map((name) => [name, ''])) as Record<
      InstrumentLength,
      string
    >,
  };
}

/** What the form shows in its own way, or not at all. */
const NOT_AS_STORED = [
  ...INSTRUMENT_LENGTHS,
  ...INSTRUMENT_AMOUNTS,
  'id',
  'stringPull',
  'ownerId',
  'stringKind',
  'pairedStrings',
  'designPull',
  'updatedAt',
  'struck',
  'strikes',
  'homeRoomId',
  'keptRoomId',
  'keptFrom',
  'keptTo',
  'designStringSet',
  'build',
  'bodyJoin',
] as const satisfies (keyof Instrument)[];

function without<T extends object, K extends keyof T>(whole: T, keys: readonly K[]): Omit<T, K> {
  const left = new Set<PropertyKey>(keys);
  return Object.fromEntries(Object.entries(whole).filter(([key]) => !left.has(key))) as Omit<T, K>;
}

export function formOf(instrument: Instrument): InstrumentForm {
  const {
    homeRoomId,
    keptRoomId,
    keptFrom = '',
    keptTo = '',
    designStringSet,
    build = {},
    bodyJoin,
  } = instrument;
  const lengths = Object.fromEntries(
    INSTRUMENT_LENGTHS.map((name) => {
      const length = instrument[name];
      if (!length) return [name, ''];
      // a bare number typed under another unit keeps that unit when it is shown again
      const bare = isBareNumber(length.text) && length.unit !== LENGTH_FIELD_UNITS[name];
      return [name, bare ? `${length.text} ${length.unit}` : length.text];
    }),
  ) as Record<InstrumentLength, string>;
  const amounts = Object.fromEntries(
    INSTRUMENT_AMOUNTS.map((name) => [name, instrument[name]?.text ?? '']),
  ) as Record<InstrumentAmount, string>;
  return {
    ...without(instrument, NOT_AS_STORED),
    bodyJoin: String(bodyJoin),
    build: { ...NOTHING_BUILT, ...build },
    homeRoomId: homeRoomId ?? '',
    keptRoomId: keptRoomId ?? '',
    keptFrom,
    keptTo,
    designStringSet: designStringSet ?? '',
    lengths,
    amounts,
  };
}

export function inputOf(form: InstrumentForm, by: string): InstrumentInput {
  const {
    lengths,
    amounts,
    homeRoomId,
    keptRoomId,
    designStringSet,
    bodyJoin,
    build,
    playingStyle,
    stringSet,
    topSpecies,
    ...facts
  } = form;
  const typed = Object.fromEntries(
    INSTRUMENT_LENGTHS.map((name) => [
      name,
      lengths[name].trim() === '' ? null : { text: lengths[name], unit: LENGTH_FIELD_UNITS[name] },
    ]),
  ) as Pick<InstrumentInput, InstrumentLength>;
  const sums = Object.fromEntries(
    INSTRUMENT_AMOUNTS.map((name) => [name, amounts[name].trim() === '' ? null : { text: amounts[name] }]),
  ) as Pick<InstrumentInput, InstrumentAmount>;
  // an empty scale is sent as typed, so that the server says what is accepted
  const scale = typed.scale ?? { text: lengths.scale, unit: LENGTH_FIELD_UNITS.scale };
  return {
    ...facts,
    ...typed,
    ...sums,
    scale,
    // what was not chosen is sent so, and the server says what is accepted
    playingStyle: playingStyle as InstrumentInput['playingStyle'],
    stringSet,
    topSpecies: topSpecies as InstrumentInput['topSpecies'],
    bodyJoin: /^\s*\d+\s*$/u.test(bodyJoin) ? Number(bodyJoin) : NaN,
    build: Object.fromEntries(Object.entries(build).filter(([, way]) => way !== '')),
    homeRoomId: homeRoomId === '' ? null : homeRoomId,
    keptRoomId: keptRoomId === '' ? null : keptRoomId,
    designStringSet: designStringSet === '' ? null : designStringSet,
    by,
  };
}

const FORM_NAMES: Record<
  Exclude<keyof InstrumentForm, 'version' | 'lengths' | 'amounts' | 'build'>,
  string
> = {
  nickname: 'Name',
  maker: 'Maker',
  owner: 'Owner',
  identity: 'Serial, year, label',
  doubtful: 'Doubtful',
  type: 'Type',
  bodyJoin: 'Body joint at fret',
  rod: 'Truss rod',
  topSpecies: 'Top wood',
  laminatedTop: 'Laminated top',
  construction: 'Anything else about its build',
  playingStyle: 'Playing style',
  stringSet: 'Strings',
  designStringSet: 'Strings it was designed for',
  tuning: 'Tuning',
  homeRoomId: 'Room it is in now',
  keptRoomId: 'Room it will live in',
  keptFrom: 'Home humidity from',
  keptTo: 'Home humidity to',
  reliefSchool: 'Relief wanted',
  complaint: 'Owner’s complaint',
};
/** What each part of a stored instrument is called. */
export const COLUMN_NAMES: Partial<Record<string, string>> = {
  ...FORM_NAMES,
  ...LENGTH_NAMES,
  ...AMOUNT_NAMES,
  build: 'How it is built',
  ownerId: 'Owner',
};
/** A length or an amount as it was typed. */
const asTyped = (value: unknown): string => {
  const typed = value as { text: string; unit?: string } | null;
  return typed ? [typed.text, typed.unit].filter(Boolean).join(' ') : '';
};
export const COLUMN_WORDS: Partial<Record<string, (value: unknown) => string>> = Object.fromEntries(
  [...Object.keys(LENGTH_NAMES), ...Object.keys(AMOUNT_NAMES)].map((name) => [name, asTyped]),
);
const FORM_KEYS = Object.keys(FORM_NAMES) as (keyof typeof FORM_NAMES)[];

/** Where two copies of an instrument differ. */
export function formDifferences(theirs: InstrumentForm, yours: InstrumentForm): Difference[] {
  const facts = FORM_KEYS.map((key) => ({
    key,
    name: FORM_NAMES[key],
    theirs: String(theirs[key]),
    yours: String(yours[key]),
  }));
  const lengths = INSTRUMENT_LENGTHS.map((key) => ({
    key,
    name: LENGTH_NAMES[key],
    theirs: theirs.lengths[key],
    yours: yours.lengths[key],
  }));
  const build = BUILD_PART_IDS.map((key) => ({
    key: `build.${key}`,
    name: BUILD_PARTS[key].name,
    theirs: sayPart(key, theirs.build[key]),
    yours: sayPart(key, yours.build[key]),
  }));
  const amounts = INSTRUMENT_AMOUNTS.map((key) => ({
    key,
    name: AMOUNT_NAMES[key],
    theirs: theirs.amounts[key],
    yours: yours.amounts[key],
  }));
  return [...facts, ...build, ...lengths, ...amounts].filter(
    (difference) => difference.theirs !== difference.yours,
  );
}

/** Yours, with theirs where that was chosen, on top of their version. */
export function mergedForm(
  theirs: InstrumentForm,
  yours: InstrumentForm,
  chosen: ReadonlySet<string>,
): InstrumentForm {
  const pick = (key: string) => (chosen.has(key) ? theirs : yours);
  return {
    ...yours,
    ...Object.fromEntries(FORM_KEYS.map((key) => [key, pick(key)[key]])),
    lengths: Object.fromEntries(
      INSTRUMENT_LENGTHS.map((key) => [key, pick(key).lengths[key]]),
    ) as InstrumentForm['lengths'],
    amounts: Object.fromEntries(
      INSTRUMENT_AMOUNTS.map((key) => [key, pick(key).amounts[key]]),
    ) as InstrumentForm['amounts'],
    build: Object.fromEntries(
      BUILD_PART_IDS.map((key) => [key, pick(`build.${key}`).build[key]]),
    ) as InstrumentForm['build'],
    version: theirs.version,
  };
}

const sayPart = (part: BuildPart, way: string): string =>
  (BUILD_PARTS[part].ways as Record<string, string>)[way] ?? 'not known';
