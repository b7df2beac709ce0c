/**
 * Where on the instrument a quantity is read. Strings are numbered from the thinnest; a twelve-string is read by
 * courses. Stations along the centre line are distances from the saddle line, stations across lie 40 mm behind it.
 */
const NAMES = {
  bass: 'bass',
  treble: 'treble',
  centre: '',
  string6: 'string 6',
  string5: 'string 5',
  string4: 'string 4',
  string3: 'string 3',
  string2: 'string 2',
  string1: 'string 1',
  fret1: 'fret 1',
  fret3: 'fret 3',
  fret5: 'fret 5',
  fret7: 'fret 7',
  fret9: 'fret 9',
  fret11: 'fret 11',
  fret12: 'fret 12',
  boardEnd: 'end of the board',
  lowest: 'lowest fret',
  highest: 'highest fret',
  bassWing: 'bass wing',
  middle: 'middle',
  trebleWing: 'treble wing',
  behind120: '120 mm behind',
  behind80: '80 mm behind',
  behind40: '40 mm behind',
  before25: '25 mm in front',
  before60: '60 mm in front',
  holeEdge: 'edge of the hole',
  bass120: '120 mm bass',
  bass60: '60 mm bass',
  treble60: '60 mm treble',
  treble120: '120 mm treble',
  along: 'along',
  across: 'across',
  bassCheek: 'bass cheek',
  trebleCheek: 'treble cheek',
  heelCap: 'heel cap',
} as const;

export type Place = keyof typeof NAMES;
export const PLACES = Object.keys(NAMES) as Place[];

/** One value that stands for bass and treble alike. */
export const BOTH = 'both';
export type ReadPlace = Place | typeof BOTH;
export const READ_PLACES: readonly ReadPlace[] = [...PLACES, BOTH];

/** In words; nothing for the only place of a quantity. */
export const placeName = (place: ReadPlace): string => (place === BOTH ? 'both sides' : NAMES[place]);

export const CENTRE = ['centre'] as const satisfies readonly Place[];
export const STRINGS_BY_NUMBER = [
  'string6',
  'string5',
  'string4',
  'string3',
  'string2',
  'string1',
] as const satisfies readonly Place[];
export const INNER_STRINGS = ['string5', 'string4', 'string3', 'string2'] as const satisfies readonly Place[];
export type InnerString = (typeof INNER_STRINGS)[number];
export const WINGS = ['bassWing', 'middle', 'trebleWing'] as const satisfies readonly Place[];
