import { sayDate } from '../../days/index.js';
import type { LiveArgs } from '../../diagnosis/index.js';
import { named, type WordsOf } from './wordsOf.js';

export const LIVE_WORDS: WordsOf<LiveArgs> = {
  'grain-crack':
    'The top is cracked across the grain: its strength runs along the grain, so the strings come down today.',
  'crack-grew': ({ by, since, closed }, { length }, of) =>
    `${named(of)} grew by ${length(by)} since ${sayDate(since, 'long')}${closed ? ', though it stands closed today' : ''}: slacken it, then humidify, close, glue and cleat.`,
  'crack-in-load': ({ at, moves }, _, of) =>
    moves
      ? `${named(of)} lies in the way of the load, at the ${at}, and moves.`
      : `${named(of)} lies in the way of the load, at the ${at}, and nobody has pressed on it yet.`,
  'bridge-lifts': ({ depth, goesIn }, { length }) =>
    depth === null
      ? 'The bridge lifts; how far paper goes in was not read.'
      : goesIn
        ? `The bridge lifts: paper goes ${length(depth)} under it.`
        : `The bridge begins to lift at its edge; paper goes only ${length(depth)} in.`,
  'x-loose-at-bridge': ({ length: over }, { length }, of) =>
    `${named(of)} is loose at the bridge${over === null ? '' : `, over ${length(over)}`}.`,
  'plate-cracked': 'The bridge plate is cracked: the ball ends pull on the top itself.',
  'block-split': 'A block is split: what holds neck or tail gives way.',
  'heel-opens':
    'The heel opens under tension: the joint has let go, and its angle is read only once it is closed.',
  'headstock-cracked':
    'The headstock is cracked behind the nut: never tune it up to draw glue in, it can break off.',
  'anchor-fails': 'What the strings hang on gives way: tailpiece, hinge or end pin.',
  'bar-fallen': 'A bar has fallen: the arch stands without it.',
  'steel-on-nylon':
    'Steel strings are on an instrument built for nylon or gut: take them off and look at bridge and top.',
  'finish-flakes': 'The finish flakes: it is laid down before anything is cleaned, taped or clamped.',
  'splinter-loose': 'A splinter is loose: it is glued back before it is lost.',
  'celluloid-rots':
    'Celluloid rots: it comes off without heat, and is kept apart; its fumes eat metal and finish.',
  'pests-live': 'Beetles are at work: bag it and its case before it stands beside another instrument.',
  mould: 'Mould grows on it: quarantine, dry it slowly, brush and air it.',
  'battery-leaks': 'The battery leaks: take it out today, with gloves.',
};
