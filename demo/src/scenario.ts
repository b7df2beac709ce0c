import type { IdentityPart, RoomKind } from '@upright-elder/contract';
import type { Skill } from '@upright-elder/core/treatments';
import type { InventedRoom } from './air.js';
import type { InventedInstrument } from './truth.js';

/**
 * The invented scenario: the workshop Lantern Yard in the harbour town of Skerrow Sound, and instruments of the
 * Skerrow Sound Ferry Band, kept for decades in a ferry terminal's loft. Nobody and nothing here is real.
 */
export const PEOPLE = [
  { name: 'Isbel Crane', role: 'master' },
  { name: 'Tobin Marsh', role: 'apprentice' },
] as const;

/** Who is away when, days from today, and what they may do where that is not everything. */
export const ABSENCES: readonly {
  name: (typeof PEOPLE)[number]['name'];
  offInDays: readonly number[];
  skills?: Skill[];
}[] = [
  { name: 'Isbel Crane', offInDays: [5, 6, 7, 8] },
  { name: 'Tobin Marsh', offInDays: [], skills: ['measuring', 'gluing', 'fretting', 'finish', 'set-up'] },
];

export const SHOP = {
  name: 'Lantern Yard, Skerrow Sound',
  units: {},
  tools: {},
  currency: '£',
  rate: '55',
  temperatureUnit: '°C',
  sayIn: '64ths',
  openingHours: [...Array.from({ length: 5 }, () => '9:00–18:00'), '10:00–14:00', ''],
  lunch: '13:00–13:30',
} as const;

export const ROOMS: (InventedRoom & {
  key: 'loft' | 'workshop' | 'kitchen';
  logger: string;
  kind: RoomKind;
  /** what its hygrometer shows over the two salts */
  salts?: [low: string, high: string];
})[] = [
  {
    key: 'loft',
    kind: 'store',
    logger: 'loft',
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
    kind: 'workshop',
    salts: ['33.6', '76'],
    logger: 'workshop',
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
    kind: 'home',
    logger: '',
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
  // gone through in full on the first day and once a year
  full: i % 4 === 0 || i === 11,
}));

const flatTop = {
  identity: '',
  doubtful: [] as IdentityPart[],
  designStringSet: null,
  marketValue: null,
  worthToOwner: null,
  budget: null,
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

const NATURAL = { top: '#d9a95f', burst: false, archtop: false, strings: 6 } as const;

export const INSTRUMENTS: (InventedInstrument & { home: 'loft' | 'workshop' | 'kitchen' })[] = [
  {
    home: 'loft',
    seed: 101,
    look: { ...NATURAL, top: '#cf9a4e' },
    input: {
      ...flatTop,
      nickname: 'the Purser',
      maker: 'Corvane',
      owner: BAND,
      identity: 'About 1947; label rubbed.',
      doubtful: ['serial', 'label'],
      designStringSet: 'light',
      marketValue: { text: '2400' },
      worthToOwner: { text: '6000' },
      budget: { text: '500' },
      complaint: 'Three people have said it needs a neck reset. High and stiff every August.',
      construction: 'X-braced, dovetail, rosewood back and sides.',
      build: {
        neckJoint: 'dovetail',
        bracing: 'x',
        back: 'solid',
        sides: 'solid',
        bridge: 'pinned',
        bridgeFixing: 'none',
        plate: 'original',
        plateWood: 'maple',
        saddle: 'through',
        saddleFixed: 'glued',
        finish: 'nitrocellulose',
        binding: 'celluloid',
        pickguard: 'celluloid',
        oldGlue: 'hot-hide',
        oldGlueSeen: 'look',
        strings: 'six',
      },
      topThickness: { text: '2.9', unit: 'mm' },
    },
    truth: {
      gap: 0.48,
      relief: 0.2,
      straightedge: [0.55, 0.5],
      saddle: [5.5, 3.6],
      tilt: 0.6,
      dome: 1.05,
      set: 0.05,
      breathing: 0.52,
      age: 0,
      lean: 0,
      at: 9.2,
    },
    visits: quarterly.map((visit, i) =>
      i === 11
        ? {
            ...visit,
            notes: 'Even dome, level at the sound hole, nothing rattles. Leave it alone.',
            findings: [
              { point: 'topShape', states: ['even-dome'] },
              { point: 'braceRap', states: ['quiet'] },
              { point: 'bridge', states: ['full-thickness'] },
              { point: 'bridgePlate', states: ['original'] },
              { point: 'serial', states: ['doubtful'], verdict: 'watch', words: 'stamped over' },
              {
                point: 'cracks',
                states: ['quiet-hairline'],
                verdict: 'watch',
                words: 'beside the board, treble, 40 mm',
              },
            ],
          }
        : visit,
    ),
  },
  {
    home: 'loft',
    seed: 102,
    look: { ...NATURAL, top: '#7a4426', burst: true },
    input: {
      ...flatTop,
      nickname: 'Night Boat',
      maker: 'Tolliver & Snape',
      owner: BAND,
      identity: '1939 by the number on the block.',
      stringSet: 'medium',
      designStringSet: 'light',
      marketValue: { text: '3100' },
      worthToOwner: { text: '3100' },
      budget: { text: '1200' },
      complaint: 'Saddle filed down to nothing, still high. Chokes above the seventh fret.',
      construction: 'X-braced, dovetail, mahogany back and sides.',
      build: {
        neckJoint: 'dovetail',
        bracing: 'x',
        back: 'solid',
        sides: 'solid',
        bridge: 'pinned',
        plate: 'original',
        saddle: 'drop-in',
        strings: 'six',
      },
      rod: 'none',
      playingStyle: 'hard',
    },
    truth: {
      gap: 0.5,
      relief: 0.26,
      straightedge: [-3.1, -3],
      saddle: [3.5, 3.1],
      tilt: 0.9,
      dome: 0.9,
      set: 0.35,
      breathing: 0.3,
      age: 0,
      neckGives: 0.55,
      lean: 0.02,
      at: 9.2,
    },
    visits: quarterly.map((visit, i) =>
      i === 0 || i === 11
        ? {
            ...visit,
            notes: 'Bridge full thickness, plate original and sound.',
            findings: [
              { point: 'bridge', states: ['full-thickness'] },
              { point: 'bridgePlate', states: ['original'] },
              { point: 'saddleLook', states: ['hardly-any'], verdict: 'repair' },
              { point: 'neckJoint', states: ['hairline-at-the-heel'], verdict: 'watch' },
              {
                point: 'fretPits',
                states: ['shallow'],
                verdict: 'watch',
                frets: '1-3',
                words: 'under the plain strings',
              },
            ],
          }
        : visit,
    ),
  },
  {
    home: 'loft',
    seed: 103,
    look: { ...NATURAL, top: '#e0bd7c' },
    input: {
      ...flatTop,
      nickname: 'the Stowaway',
      maker: 'unlabelled',
      owner: BAND,
      identity: 'Found behind the life jackets.',
      complaint: 'None. Goes everywhere.',
      construction: 'Laminated top, ladder-braced.',
      build: {
        bracing: 'ladder',
        back: 'laminated',
        sides: 'laminated',
        bridge: 'pinned',
        bridgeFixing: 'bolts',
        strings: 'six',
      },
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
      dome: 0.95,
      set: 0.05,
      breathing: 0.05,
      age: 0,
      lean: 0,
      at: 9.2,
    },
    // it lay in the workshop until it was found a place in the loft
    cameFrom: { room: 'workshop', daysAgo: 415 },
    visits: quarterly.filter((_, i) => i % 2 === 1),
  },
  {
    home: 'workshop',
    seed: 104,
    look: { ...NATURAL, top: '#8a4d22', burst: true, archtop: true },
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
      build: {
        bracing: 'parallel',
        back: 'solid',
        sides: 'laminated',
        bridge: 'floating',
        anchor: 'tailpiece',
        finish: 'nitrocellulose',
        strings: 'six',
      },
      rod: 'adjustable',
      playingStyle: 'hard',
      // he strikes it as a drum, and wants it higher than archtops are set up
      targetBass: { text: '7/64', unit: 'mm' },
      targetTreble: { text: '6/64', unit: 'mm' },
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
    look: { ...NATURAL, top: '#d2a460' },
    input: {
      ...flatTop,
      nickname: 'Little Anchor',
      maker: 'Marlsden',
      owner: BAND,
      identity: '1951, small body, twelve frets.',
      doubtful: ['bridge plate'],
      marketValue: { text: '1900' },
      worthToOwner: { text: '2600' },
      budget: { text: '900' },
      complaint: 'Buzzes when knocked, action creeping up, bridge leans.',
      bodyJoin: 12,
      scale: { text: '24.9 in', unit: 'mm' },
      topSpecies: 'red-spruce',
      construction: 'X-braced, both lower legs of the X suspected loose.',
      build: { bracing: 'x', bridge: 'pinned', strings: 'six' },
      rod: 'none',
      extension: { text: '142', unit: 'mm' },
    },
    truth: {
      gap: 0.52,
      relief: 0.24,
      straightedge: [-2.4, -2.2],
      saddle: [4.1, 3.1],
      tilt: 2.7,
      dome: 0.7,
      set: 1.3,
      breathing: 0.18,
      age: 0.4,
      lean: 0.45,
      at: 9.2,
    },
    visits: quarterly.slice(2).map((visit, i) =>
      i === 9
        ? {
            ...visit,
            notes: 'Hollow before the bridge, hump behind. Rattle over the lower bass leg.',
            findings: [
              { point: 'topShape', states: ['hollow-and-hump'], verdict: 'repair' },
              { point: 'braceRap', states: ['buzzes'], verdict: 'repair', words: 'lower bass leg of the X' },
              {
                point: 'topBraces',
                states: ['loose-end'],
                verdict: 'repair',
                words: 'both lower legs, outer two thirds',
              },
              {
                point: 'bridgePlate',
                states: ['unseen'],
                verdict: 'unseen',
                words: 'looks replaced, edge filled',
              },
            ],
          }
        : visit,
    ),
  },
  {
    home: 'kitchen',
    seed: 106,
    look: { ...NATURAL, top: '#e3c07f' },
    input: {
      ...flatTop,
      nickname: 'Halyard',
      maker: 'Corvane',
      owner: 'a walk-in player',
      identity: '1962.',
      complaint: 'Neck reset this summer; resting under tension before the saddle gets its last height.',
      construction: 'X-braced, dovetail, maple back and sides.',
      build: {
        neckJoint: 'dovetail',
        bracing: 'x',
        back: 'solid',
        sides: 'solid',
        bridge: 'pinned',
        oldGlue: 'hot-hide',
        oldGlueSeen: 'opened',
        strings: 'six',
      },
      playingStyle: 'gentle',
      scale: { text: '25½ in', unit: 'mm' },
    },
    truth: {
      gap: 0.48,
      relief: 0.2,
      straightedge: [1.4, 1.4],
      saddle: [6.2, 4.6],
      tilt: 0.5,
      dome: 1.0,
      set: 0.15,
      breathing: 0.3,
      age: 0,
      lean: 0,
      at: 8.6,
      settling: { amount: 0.28, strungDaysAgo: 40 },
    },
    visits: [
      { daysAgo: 330 },
      { daysAgo: 39, notes: 'Strung up after the reset.' },
      { daysAgo: 36, by: 1 },
      { daysAgo: 31 },
      { daysAgo: 22, by: 1 },
      { daysAgo: 9 },
    ],
    walks: [
      { daysAgo: 55, by: 1, moment: 'before gluing', arm: 'treble lower leg of the X', share: 0.55 },
      { daysAgo: 52, by: 1, moment: 'after gluing', arm: 'treble lower leg of the X', share: 0 },
    ],
    // the rest was written by the steps of its job
    done: [
      {
        daysAgo: 40,
        by: 0,
        kinds: ['strings'],
        treatments: [],
        note: 'New strings.',
      },
    ],
  },
  {
    home: 'loft',
    seed: 107,
    look: { ...NATURAL, top: '#c98f47' },
    input: {
      ...flatTop,
      nickname: 'Second Engineer',
      maker: 'Marlsden',
      owner: BAND,
      identity: '1948, pencilled date on the back brace.',
      designStringSet: 'light',
      marketValue: { text: '1600' },
      worthToOwner: { text: '2000' },
      budget: { text: '400' },
      complaint: 'A crack below the bridge that is there in February and gone in August.',
      construction: 'X-braced, dovetail, mahogany back and sides.',
      reliefSchool: 'nearly-straight',
    },
    truth: {
      gap: 0.49,
      relief: 0.16,
      straightedge: [0.3, 0.3],
      saddle: [5.2, 3.8],
      tilt: 0.7,
      dome: 1.0,
      set: 0.1,
      breathing: 0.4,
      age: 0.05,
      lean: 0.02,
      at: 9.2,
    },
    crack: { length: 62, perYear: 14, perDry: 3 },
    visits: quarterly.map((visit, i) => ({
      ...visit,
      findings:
        i % 4 === 2 || i === 11
          ? [
              {
                point: 'cracks' as const,
                states: ['moves'],
                verdict: 'repair' as const,
                words: 'below the bridge, treble side; longer again, light shows',
              },
            ]
          : [
              {
                point: 'cracks' as const,
                states: ['quiet-hairline'],
                verdict: 'watch' as const,
                words: 'below the bridge, closed',
              },
            ],
    })),
  },
  {
    home: 'loft',
    seed: 108,
    look: { ...NATURAL, top: '#b97838', strings: 12 },
    input: {
      ...flatTop,
      nickname: 'Breakwater',
      maker: 'Osk & Daughter',
      owner: BAND,
      identity: '1961, twelve strings.',
      doubtful: ['bridge'],
      stringSet: 'twelve-light',
      designStringSet: 'twelve-light',
      marketValue: { text: '1300' },
      worthToOwner: { text: '1300' },
      budget: { text: '700' },
      complaint: 'The bridge is coming up at the back. Tuned down to save it.',
      construction: 'Ladder-braced, dovetail, maple back and sides.',
      build: {
        neckJoint: 'dovetail',
        bracing: 'ladder',
        bridge: 'pinned',
        bridgeFixing: 'screws',
        strings: 'twelve',
      },
      rod: 'none',
    },
    truth: {
      gap: 0.52,
      relief: 0.28,
      straightedge: [-0.9, -0.8],
      saddle: [4.4, 3.3],
      tilt: 1.9,
      dome: 0.95,
      set: 0.4,
      breathing: 0.5,
      age: 0.3,
      lean: 0.3,
      at: 9.2,
      lifting: { gap: 0.85, perYear: 0.22, perDry: 0.03 },
    },
    visits: quarterly.slice(3).map((visit, i) =>
      i === 0 || i === 8
        ? {
            ...visit,
            findings: [
              {
                point: 'bridge' as const,
                states: ['lifting', 'screws-or-bolts'],
                verdict: 'repair' as const,
                words: 'two screws through the wings',
              },
              { point: 'bridgePlate' as const, states: ['worn-holes'], verdict: 'watch' as const },
            ],
          }
        : visit,
    ),
  },
];
