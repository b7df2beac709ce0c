import type { CrackCloses, HiddenPoint, StructureArgs } from '../../diagnosis/index.js';
import { named, type WordsOf } from './wordsOf.js';

export const STRUCTURE_WORDS: WordsOf<StructureArgs> = {
  'brace-loose': (args, { length }, of) =>
    args.marked
      ? `${named(of)} is loose${args.length === null ? '' : ` over ${length(args.length)}`}.`
      : args.cracked
        ? 'A brace of the top is cracked; which one, and where, is not marked yet.'
        : 'A brace of the top is loose at its end; which one, from where to where, is not marked yet.',
  'brace-rattles':
    'A rap over the braces buzzes: many rattles are a string end or a nut, some are a loose brace.',
  'bar-loose': ({ cracked }) =>
    cracked
      ? 'A bar under the arch is cracked.'
      : 'A bar under the arch is loose; the arch sinks where it lets go.',
  'back-brace-loose': 'A back brace is loose; their ends let go most often.',
  'lining-loose': 'A lining is loose: the rim does not hold the plates there.',
  'post-fallen': 'The sound post has fallen: ease the strings until it stands again or is taken out.',
  'crack-moves': (args, _, of) => {
    switch (args.state) {
      case 'small':
        return `${named(of)} is short and lies beside the fingerboard: common and minor, watch it.`;
      case 'moving':
        return `${named(of)} moves along the grain: humidity first, then close, glue and cleat it${closes(args.closing)}.`;
      case 'not tried':
        return `${named(of)} runs along the grain, and nobody has pressed on it yet.`;
      case 'not marked':
        return 'A crack moves or stands open; where it lies is not marked yet. Along the grain humidity comes first; across it the strings come down.';
    }
  },
  'crack-breathes': ({ closing }, _, of) =>
    `${named(of)} opens in the dry season and closes in the damp one: humidify, and glue it while it stands closed${closes(closing)}.`,
  'crack-quiet': ({ marked, at }, _, of) =>
    marked
      ? `${named(of)} is quiet${at ? `, though it lies at the ${at}` : ''}: measure it again when the season has turned.`
      : 'A quiet hairline is noted: mark it, and measure it again when the season has turned.',
  'tail-cracked': ({ state }) => TAIL[state],
  'plate-worn': 'The holes of the bridge plate are worn: the ball ends pull into the top.',
  'plate-replaced': 'The bridge plate was replaced. The top under it may be full of filler.',
  'not-seen': ({ points }) =>
    `Not to be seen: ${points.map((point) => NOT_SEEN[point]).join(', ')}. What cannot be seen is not sound for that.`,
  'bridge-thinned': ({ thickness, byEye }, { fine }) =>
    byEye
      ? `The bridge looks planed thin, and measures ${fine(thickness!)}: measure it again in its middle.`
      : `The bridge was planed thin${thickness === null ? '' : `, ${fine(thickness)}`}: it hides a neck that needed setting, and the lost break angle is put back with its thickness.`,
  'bridge-split': 'The bridge is cracked through its pin holes.',
  'bridge-screwed':
    'Screws or bolts hold the bridge: find out whether the maker or a repairer put them in; those that were built in stay.',
  'tailpiece-added': 'A tailpiece was added, often to spare a lifting bridge: look at bridge and plate.',
  'hole-sunk':
    'The top is sunk at the sound hole: transverse brace and neck block are probed before the neck angle is judged.',
  'heel-hairline': 'A hairline stands at the heel: try paper there, slack and at pitch.',
  'headstock-hairline':
    'A hairline shows behind the nut, in the finish only as far as it was seen: flex the headstock by hand before it is tuned up.',
  'joint-fixed':
    'Somebody put a screw, bolt or dowel through the neck joint: it is found and marked before any heat or force.',
};

const TAIL: Record<StructureArgs['tail-cracked']['state'], string> = {
  side: 'A side is cracked.',
  'block sound': 'A crack runs round the tail; the end block is sound.',
  'block not seen':
    'A crack runs round the tail: the end block may be split. Do not tune it up before that was looked at.',
};

const NOT_SEEN: Record<HiddenPoint, string> = {
  grainCrack: 'the spruce under the plate',
  bridgePlate: 'the bridge plate',
  topBraces: 'the braces',
  linings: 'the blocks',
};

/** At which moisture a crack closes, at the end of a sentence. */
function closes(at: CrackCloses): string {
  if (!at) return '';
  const number = (x: number) => x.toFixed(0);
  if (at.to <= 10) return `; it closes at about ${number(at.from)} to ${number(at.to)} %MC`;
  if (at.from > 12) return '; humidity will not close it: splint or fill';
  return '; at which moisture it closes is not sure yet';
}
