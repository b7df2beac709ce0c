/** A word of the trade or of the program, in one sentence. */
export interface GlossaryWord {
  word: string;
  says: string;
}

interface Entry {
  says: string;
  /** how it is found in a text, as the source of a pattern; left out, the word as it is and its plural */
  find?: string;
  /** only in the letters that it is written with here: a capital is another word */
  exact?: true;
  /** as a label by itself: in a sentence the same letters may mean something else */
  alone?: string;
}

/** Words that need no asking again, by subject; each is said by one sentence. */
const SUBJECTS: Record<string, Record<string, Entry>> = {
  'What is wrong': {
    live: {
      says: 'Damage that gets worse while you wait, so it is dealt with today, whatever the action is.',
      find: '(?<!(?:will|to|where it|where) )live(?! (?:at|in|with))',
    },
    structural: {
      says: 'Something that carries string load has let go or moved, and set-up work waits for it.',
    },
    playing: { says: 'It plays badly, but nothing is in danger.', alone: 'Playing' },
    looks: { says: 'Cosmetic only: nothing to play or hold.', alone: 'Looks' },
    watch: { says: 'Nothing to do now; measure it again and see whether it changes.', alone: 'Watch' },
    sound: {
      says: 'Looked at or probed, and holding; not looked at is never called sound.',
      exact: true,
      find: 'sound(?! (?:hole|post|port|board)| and lasting)',
      alone: 'Sound',
    },
    unsound: { says: 'Not safe to tune up, not even to take a reading.' },
    quiet: { says: 'A crack that did not move when pressed and has not grown since it was marked.' },
    'load path': {
      says: 'The parts the string pull runs through: bridge, plate, X braces, blocks, heel, headstock.',
    },
    'let go': {
      says: 'A glue joint that has opened, whether or not it shows.',
      find: 'lets? go(?! of)',
    },
  },
  'The stance': {
    stance: { says: 'The side view of strings, neck, bridge and top, with every height that was measured.' },
    action: {
      says: 'The gap from the bottom of the open string to the top of a fret, usually fret 12.',
      find: 'action',
    },
    relief: {
      says: 'The slight forward bow of the neck, measured as the gap under a string held down at two frets.',
      find: 'relief',
    },
    'back-bow': { says: 'A neck bent the other way, so that the middle of the string touches first.' },
    'at pitch': { says: 'Tuned up with the strings it normally carries.', find: 'at (?:full )?pitch' },
    slack: { says: 'Strings let down so far that they hardly pull.', find: 'slack(?:en|ened)?' },
    straightedge: {
      says: 'Where a straight bar laid on the frets meets the bridge: above its top is plus, into it is minus.',
    },
    'fret plane': { says: 'The flat surface the fret tops make, carried on to the bridge.' },
    'rim plane': {
      says: 'The flat surface through the edge of the body, from which belly heights are measured.',
    },
    'saddle line': {
      says: 'The line across the body where the strings cross the saddle, and where all height sums are made.',
    },
    'saddle showing': {
      says: 'How much of the saddle is above the bridge; what may still be filed off is less.',
    },
    'break angle': {
      says: 'How steeply the string bends down behind the saddle; too little, and tone goes and the saddle buzzes.',
    },
    'scale length': {
      says: 'Twice the distance from the nut to fret 12: the length of the string before compensation.',
    },
    compensation: {
      says: 'The extra string length at the saddle that brings fretted notes into tune.',
      find: 'compensation',
    },
    'neck reset': { says: 'Taking the neck off and refitting it at another angle.' },
    overset: {
      says: 'A neck fitted at too much angle, so that the straightedge passes high over the bridge.',
    },
    'integral neck': { says: 'A neck built as one with the body, with no joint to open.' },
    heel: {
      says: 'The foot of the neck at the body, with the small plate under it, the heel cap, and the cheeks that touch the sides.',
      find: 'heel(?: cap)?s?|cheeks?',
    },
    extension: { says: 'The part of the fingerboard over the top, beyond the body joint.' },
    'body joint': { says: 'The fret where neck and body meet.' },
    'fall-away': {
      says: 'The slight drop of the last frets over the body that keeps them out of the string’s way.',
    },
  },
  'The top': {
    belly: { says: 'The rise of the top around and behind the bridge under string pull.', find: 'belly' },
    dome: { says: 'The even curve the top was built with.' },
    fold: {
      says: 'A top sunk in front of the bridge and humped behind it, because something underneath has let go.',
      find: 'folds?|folding|folded',
    },
    'bridge tilt': { says: 'How far the bridge leans towards the neck.', find: '(?:bridge )?tilts?' },
    set: {
      says: 'The part of a bend that the wood keeps when the load is gone.',
      find: '(?:permanent|the|no) set(?= (?:in|of|that|has|and|is)\\b|[.,;:)]|$)',
    },
    'bridge plate': {
      says: 'The hardwood piece inside, under the bridge, that the ball ends pull against.',
    },
    leg: { says: 'One arm of an X brace, from the crossing to the rim.' },
    'tone bar': {
      says: 'A long brace: two under an archtop’s arch, or slanting ones behind the bridge of a flat top.',
      find: '(?:tone|bass|treble) bars?',
    },
    'walking weight': {
      says: 'Setting the same weight on spots of the top and reading the dips, to find a loose brace.',
    },
  },
  'Years and air': {
    season: {
      says: 'The part of a change that the moisture of the wood explains, and that comes back.',
    },
    creep: {
      says: 'A slow change that goes on from year to year and does not come back with the season.',
      find: 'creep(?:s|ing)?',
    },
    'home humidity': {
      says: 'The humidity the instrument will live at; amounts to cut are worked out for it.',
      find: 'home humidity',
    },
    '% RH': { says: 'How damp the air is.', find: '%[\\s\\u00a0]RH' },
    '%MC': { says: 'How much water is in the wood, as a share of its dry weight.', find: '%[\\s\\u00a0]?MC' },
    EMC: { says: 'The moisture wood settles at if the air stays as it is.', find: 'EMC', exact: true },
    'working moisture': {
      says: 'The moisture at which wood is judged, glued and cut: the middle of what it will live at.',
      find: 'working moisture',
    },
    band: {
      says: 'The range in which a forecast expects the reading 4 times in 5.',
      exact: true,
      find: 'bands?(?! of)',
    },
  },
  'The work': {
    caul: { says: 'A shaped block between clamp and wood that spreads the pressure.' },
    cleat: {
      says: 'A thin patch of wood glued across the inside of a closed crack.',
      find: 'cleat(?:s|ed)?',
    },
    splint: { says: 'A sliver of wood let into a crack that will not close.' },
    wick: { says: 'To let thin glue draw itself into a narrow joint.', find: 'wick(?:s|ed)?' },
    shim: { says: 'A thin piece that fills a gap or raises a part.' },
    graft: {
      says: 'New wood glued in where the old is gone, its grain along the old.',
      find: 'graft(?:s|ed)?',
    },
    ramp: { says: 'A small slope filed from a pin hole to the saddle for a steeper break angle.' },
    'spot repair': { says: 'Mending or replacing single frets instead of all.' },
    settle: {
      says: 'Left strung at pitch after a repair until the readings stop changing.',
      find: 'settl(?:e|es|ed|ing)(?! at \\d)',
    },
    gate: { says: 'A check that has to pass before the next step starts.' },
    school: {
      says: 'One of several sound ways luthiers do the same job; the shop picks its own.',
    },
    protocol: { says: 'The list of things looked at and measured in one visit, in order.' },
  },
};

const ENTRIES = Object.values(SUBJECTS).flatMap((words) => Object.entries(words));

/** Every word with its sentence, by subject. */
export const GLOSSARY: Record<string, GlossaryWord[]> = Object.fromEntries(
  Object.entries(SUBJECTS).map(([subject, words]) => [
    subject,
    Object.entries(words).map(([word, { says }]) => ({ word, says })),
  ]),
);

const ALONE = new Map(ENTRIES.flatMap(([word, { alone }]) => (alone ? [[alone, word] as const] : [])));
const SAYS = new Map(ENTRIES.map(([word, { says }]) => [word, says]));

/** The sentence of a word. */
export const sayWord = (word: string): string => SAYS.get(word)!;

/** Longer words first: a heel cap is no heel with something behind it. */
const FOUND = ENTRIES.filter(([, { find, alone }]) => find !== undefined || alone === undefined).sort(
  ([a], [b]) => b.length - a.length,
);
const ANY = new RegExp(
  FOUND.map(([word, { find }]) => {
    const source = find ?? `${word}s?`;
    // a sign has no edge of a word before it
    return source.startsWith('%') ? `(${source})\\b` : `\\b(${source})\\b`;
  }).join('|'),
  'giu',
);

/** A word of the glossary where it stands in a text: from one letter to before another. */
export interface WordFound {
  word: string;
  from: number;
  to: number;
}

/** Every word of the glossary that stands in a text. @param text one run of it, as it is read */
export function wordsIn(text: string): WordFound[] {
  const alone = ALONE.get(text.trim());
  if (alone) {
    const from = text.indexOf(text.trim());
    return [{ word: alone, from, to: from + text.trim().length }];
  }
  return [...text.matchAll(ANY)].flatMap((match) => {
    const [word, { exact }] = FOUND[match.slice(1).findIndex((group) => group !== undefined)]!;
    if (exact && !match[0].startsWith(word[0]!)) return [];
    return [{ word, from: match.index, to: match.index + match[0].length }];
  });
}
