import { sayDate } from '../../days/index.js';
import type { LiveArgs } from '../../diagnosis/index.js';
import { named, type WordsOf } from './wordsOf.js';

export const LIVE_WORDS: WordsOf<LiveArgs> = {
  'grain-crack': 'Crack across the top’s grain, which carries the load. Let the strings down today.',
  'crack-grew': ({ by, since, closed }, { length }, of) =>
    `${named(of)} has grown ${length(by)} since ${sayDate(since, 'month in full')}. ${closed ? 'It is closed today: slacken, then glue and cleat it.' : 'Slacken it.'}`,
  'crack-in-load': ({ at, moves }, _, of) =>
    moves
      ? `${named(of)} is in the load path, at the ${at}, and moves.`
      : `${named(of)} is in the load path, at the ${at}. Not pressed yet: see if it moves.`,
  'bridge-lifts': ({ depth, goesIn }, { length }) =>
    depth === null
      ? 'Bridge lifting. Slide paper under it and note how far it goes.'
      : goesIn
        ? `Bridge lifting: paper slides in ${length(depth)}.`
        : `Bridge starting to lift at the edge: paper slides in only ${length(depth)}.`,
  'x-loose-at-bridge': ({ length: over }, { length }, of) =>
    `${named(of)} is loose at the bridge${over === null ? '' : `, ${length(over)}`}.`,
  'plate-cracked': 'Bridge plate cracked: the ball ends are pulling on the top itself.',
  'block-split': 'Split block: the neck or tail is losing its hold.',
  'heel-opens': 'The heel opens at pitch: the joint has failed. Close it before you read the neck angle.',
  'headstock-cracked': 'Headstock cracked behind the nut. Never tune up to draw glue in: it can break off.',
  'anchor-fails': 'The string anchor is giving way: tailpiece, hinge or end pin.',
  'bar-fallen': 'A tone bar has come off: the arch is unsupported there.',
  'steel-on-nylon':
    'Steel strings on an instrument built for nylon or gut. Take them off; check bridge and top.',
  'finish-flakes': 'Finish flaking. Lay it down before you clean, tape or clamp anything.',
  'splinter-loose': 'Loose splinter. Glue it back before it gets lost.',
  'celluloid-rots':
    'Celluloid rotting. Take it off without heat and store it apart: its fumes eat metal and finish.',
  'pests-live': 'Live beetles. Bag the instrument and its case before it goes near another.',
  mould: 'Mould. Quarantine it, dry it slowly, brush it and air it.',
  'battery-leaks': 'Battery leaking. Take it out today, with gloves.',
};
