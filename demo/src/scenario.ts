import type { InventedRoom } from './air.js';
import type { InventedInstrument } from './truth.js';

/**
 * The invented scenario: the workshop Lantern Yard in the harbour town of Skerrow Sound, and instruments of the
 * Skerrow Sound Ferry Band, kept for decades in a ferry terminal's loft. Nobody and nothing here is real.
 */
export const PEOPLE = [
  { name: 'Isbel Crane', role: 'owner' },
  { name: 'Tobin Marsh', role: 'apprentice' },
] as const;

export const SHOP = {
  name: 'Lantern Yard, Skerrow Sound',
  units: {},
  temperatureUnit: '°C',
  sayIn: '64ths',
} as const;

export const ROOMS: (InventedRoom & { key: 'loft' | 'workshop' | 'kitchen' })[] = [
  {
    key: 'loft',
    id: '',
    name: 'Ferry terminal loft',
    notes: 'Stove in winter, fog in late summer.',
    mean: 51,
    swing: 14,
    weather: 5,
    celsius: 18,
    seed: 11,
    logged: 3.2,
  },
  {
    key: 'workshop',
    id: '',
    name: 'Lantern Yard workshop',
    notes: 'Humidified.',
    mean: 46,
    swing: 5,
    weather: 3,
    celsius: 20,
    seed: 12,
    logged: 3.2,
  },
  {
    key: 'kitchen',
    id: '',
    name: 'Halyard’s home, kitchen wall',
    notes: 'No logger.',
    mean: 44,
    swing: 15,
    weather: 6,
    celsius: 21,
    seed: 13,
    logged: 0,
  },
];

const BAND = 'the Ferry Band Trust';
const quarterly = [960, 870, 775, 690, 600, 505, 415, 330, 240, 150, 70, 8].map((daysAgo, i) => ({
  daysAgo,
  by: i % 3 === 2 ? (1 as const) : (0 as const),
}));

const flatTop = {
  identity: '',
  type: 'flat-top',
  bodyJoin: 14,
  stringSet: 'light',
  tuning: 'standard',
  topSpecies: 'sitka-spruce',
  laminatedTop: false,
  playingStyle: 'medium',
  reliefSchool: 'moderate',
  rod: 'adjustable',
  scale: { text: '25.4 in', unit: 'mm' },
  targetBass: null,
  targetTreble: null,
  heelDepth: { text: '95', unit: 'mm' },
  extension: { text: '118', unit: 'mm' },
  bodyLength: null,
  bodyWidth: null,
  archHeight: null,
} as const;

export const INSTRUMENTS: (InventedInstrument & { home: 'loft' | 'workshop' | 'kitchen' })[] = [
  {
    home: 'loft',
    seed: 101,
    input: {
      ...flatTop,
      nickname: 'the Purser',
      maker: 'Corvane',
      owner: BAND,
      identity: 'About 1947; label rubbed, serial doubtful.',
      complaint: 'Three people have said it needs a neck reset. High and stiff every August.',
      construction: 'X-braced, dovetail, rosewood back and sides.',
    },
    truth: {
      gap: 0.48,
      relief: 0.2,
      straightedge: [0.55, 0.5],
      saddle: [5.5, 3.6],
      tilt: 0.6,
      belly: 2.4,
      breathing: 0.52,
      age: 0,
      lean: 0,
      at: 9.2,
    },
    visits: quarterly.map((visit, i) =>
      i === 11
        ? { ...visit, notes: 'Even dome, level at the sound hole, nothing rattles. Leave it alone.' }
        : visit,
    ),
  },
  {
    home: 'loft',
    seed: 102,
    input: {
      ...flatTop,
      nickname: 'Night Boat',
      maker: 'Tolliver & Snape',
      owner: BAND,
      identity: '1939 by the number on the block.',
      complaint: 'Saddle filed down to nothing, still high. Chokes above the seventh fret.',
      construction: 'X-braced, dovetail, mahogany back and sides.',
      rod: 'none',
      playingStyle: 'hard',
    },
    truth: {
      gap: 0.5,
      relief: 0.26,
      straightedge: [-3.1, -3],
      saddle: [3.5, 3.1],
      tilt: 0.9,
      belly: 2.6,
      breathing: 0.3,
      age: 0.55,
      lean: 0.02,
      at: 9.2,
    },
    visits: quarterly.map((visit, i) =>
      i === 0 ? { ...visit, notes: 'Bridge full thickness, plate original and sound.' } : visit,
    ),
  },
  {
    home: 'loft',
    seed: 103,
    input: {
      ...flatTop,
      nickname: 'the Stowaway',
      maker: 'unlabelled',
      owner: BAND,
      identity: 'Found behind the life jackets.',
      complaint: 'None. Goes everywhere.',
      construction: 'Laminated top, ladder-braced.',
      laminatedTop: true,
      rod: 'unknown',
      heelDepth: null,
      extension: null,
    },
    truth: {
      gap: 0.5,
      relief: 0.22,
      straightedge: [0.5, 0.4],
      saddle: [5.6, 3.9],
      tilt: 0.2,
      belly: 1.1,
      breathing: 0.05,
      age: 0,
      lean: 0,
      at: 9.2,
    },
    visits: quarterly.filter((_, i) => i % 2 === 1),
  },
  {
    home: 'workshop',
    seed: 104,
    input: {
      ...flatTop,
      nickname: 'Fog Signal',
      maker: 'Osk & Daughter',
      owner: BAND,
      identity: '1936, signed inside the treble bar.',
      complaint: 'The wheels are turned up as far as they go.',
      type: 'archtop',
      stringSet: 'archtop-medium',
      construction: 'Carved top, parallel bars, floating bridge, tailpiece.',
      rod: 'adjustable',
      playingStyle: 'hard',
      bodyLength: { text: '20 1/4 in', unit: 'mm' },
      bodyWidth: { text: '16 1/2 in', unit: 'mm' },
      archHeight: { text: '17', unit: 'mm' },
    },
    truth: {
      gap: 0.5,
      relief: 0.2,
      straightedge: [19.5, 19.3],
      saddle: [23.6, 22.6],
      tilt: 0.3,
      belly: 16.4,
      breathing: 0.18,
      age: -0.5,
      lean: 0,
      at: 8.6,
    },
    visits: quarterly.filter((_, i) => i !== 3),
  },
  {
    home: 'loft',
    seed: 105,
    input: {
      ...flatTop,
      nickname: 'Little Anchor',
      maker: 'Brightling',
      owner: BAND,
      identity: '1951, small body, twelve frets.',
      complaint: 'Buzzes when knocked, action creeping up, bridge leans.',
      bodyJoin: 12,
      scale: { text: '24.9 in', unit: 'mm' },
      topSpecies: 'red-spruce',
      construction: 'X-braced, both lower legs of the X suspected loose.',
      rod: 'none',
      extension: { text: '142', unit: 'mm' },
    },
    truth: {
      gap: 0.52,
      relief: 0.24,
      straightedge: [-2.4, -2.2],
      saddle: [4.1, 3.1],
      tilt: 2.7,
      belly: 5.2,
      breathing: 0.45,
      age: 0.4,
      lean: 0.45,
      at: 9.2,
    },
    visits: quarterly
      .slice(2)
      .map((visit, i) =>
        i === 9
          ? { ...visit, notes: 'Hollow before the bridge, hump behind. Rattle over the lower bass leg.' }
          : visit,
      ),
  },
  {
    home: 'kitchen',
    seed: 106,
    input: {
      ...flatTop,
      nickname: 'Halyard',
      maker: 'Corvane',
      owner: 'a walk-in player',
      identity: '1962.',
      complaint: 'Neck reset this summer; resting under tension before the saddle gets its last height.',
      construction: 'X-braced, dovetail, maple back and sides.',
      playingStyle: 'gentle',
      scale: { text: '25½ in', unit: 'mm' },
    },
    truth: {
      gap: 0.48,
      relief: 0.2,
      straightedge: [1.4, 1.4],
      saddle: [6.2, 4.6],
      tilt: 0.5,
      belly: 2.2,
      breathing: 0.3,
      age: 0,
      lean: 0,
      at: 8.6,
      settling: { amount: 0.28, strungDaysAgo: 40 },
    },
    visits: [
      { daysAgo: 330 },
      { daysAgo: 39, afterWork: true, notes: 'Strung up after the reset.' },
      { daysAgo: 36, by: 1 },
      { daysAgo: 31 },
      { daysAgo: 22, by: 1 },
      { daysAgo: 9 },
    ],
  },
];
