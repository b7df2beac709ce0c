import type { CrackCloses, HiddenPoint, StructureArgs } from '../../diagnosis/index.js';
import { named, type MoreOf, type WordsOf } from './wordsOf.js';

export const STRUCTURE_WORDS: WordsOf<StructureArgs> = {
  'brace-loose': (args, { length }, of) =>
    args.marked
      ? `${named(of)} is loose${args.length === null ? '' : `, ${length(args.length)} of it`}.`
      : args.cracked
        ? 'A top brace is cracked. Mark which one, and where.'
        : 'A top brace is loose at its end. Mark which one, from where to where.',
  'brace-rattles':
    'Rapping over the braces makes a buzz. Often a string end or a nut; sometimes a loose brace.',
  'bar-loose': ({ cracked }) =>
    cracked ? 'Tone bar cracked, under the arch.' : 'Tone bar loose. The arch sinks where a bar lets go.',
  'back-brace-loose': 'Back brace loose. The ends usually let go first.',
  'lining-loose': 'Lining loose: the rim is not holding top or back there.',
  'post-fallen': 'Sound post down. Ease the strings until it is set again or taken out.',
  'crack-moves': (args, _, of) => {
    switch (args.state) {
      case 'small':
        return `${named(of)} is short and beside the fingerboard: common and minor. Watch it.`;
      case 'moving':
        return `${named(of)} moves, along the grain. Humidify it; then close, glue and cleat.`;
      case 'not tried':
        return `${named(of)} runs along the grain. Not pressed yet: see if it moves.`;
      case 'not marked':
        return 'A crack moves or is open; mark it. Along the grain: humidify first. Across the grain: strings down.';
    }
  },
  'crack-breathes': (_args, _, of) =>
    `${named(of)} opens in the dry and closes in the damp. Humidify it, and glue it closed.`,
  'crack-quiet': ({ marked, at }, _, of) =>
    marked
      ? `${named(of)} is quiet${at ? `, though it is at the ${at}` : ''}. Measure it again next season.`
      : 'Quiet hairline. Mark it, and measure it again next season.',
  'tail-cracked': ({ state }) => TAIL[state],
  'plate-worn': 'Pin holes worn in the bridge plate: the ball ends are pulling into the top.',
  'plate-replaced': 'Bridge plate replaced. The top under it may be full of filler.',
  'not-seen': ({ points }) =>
    `Could not be seen: ${points.map((point) => NOT_SEEN[point]).join(', ')}. Unseen does not mean sound.`,
  'bridge-thinned': ({ thickness, byEye }, { fine }) =>
    byEye
      ? `The bridge looks planed thin, but measures ${fine(thickness!)}. Measure it again in the middle.`
      : `Bridge planed thin${thickness === null ? '' : `, ${fine(thickness)}`}: it hides a neck that needed a reset. Building it up again restores the break angle.`,
  'bridge-split': 'Bridge cracked through the pin holes.',
  'bridge-screwed': 'Screws or bolts in the bridge. Find out who put them in; leave the maker’s.',
  'tailpiece-added': 'Tailpiece added later, often to spare a lifting bridge. Check bridge and plate.',
  'hole-sunk':
    'Top sunk at the sound hole. Probe the transverse brace and neck block before you judge the neck angle.',
  'heel-hairline': 'Hairline at the heel. Try paper in it, slack and at pitch.',
  'headstock-hairline':
    'Hairline behind the nut, in the finish only as far as seen. Flex the headstock by hand before tuning up.',
  'joint-fixed': 'Screw, bolt or dowel through the neck joint. Find and mark it before any heat or force.',
};

const TAIL: Record<StructureArgs['tail-cracked']['state'], string> = {
  side: 'A side is cracked.',
  'block sound': 'Crack around the tail; the end block is sound.',
  'block not seen': 'Crack around the tail: the end block may be split. Look before you tune it up.',
};

const NOT_SEEN: Record<HiddenPoint, string> = {
  grainCrack: 'spruce under the plate',
  bridgePlate: 'bridge plate',
  topBraces: 'braces',
  linings: 'blocks',
};

export const STRUCTURE_MORE: MoreOf<StructureArgs> = {
  'crack-moves': (args) => (args.state === 'moving' ? closes(args.closing) : []),
  'crack-breathes': ({ closing }) => closes(closing),
};

/** At which moisture a crack closes. */
function closes(at: CrackCloses): string[] {
  if (!at) return [];
  const number = (x: number) => x.toFixed(0);
  if (at.to <= 10) return [`It closes at about ${number(at.from)} to ${number(at.to)} %MC.`];
  if (at.from > 12) return ['Humidity will not close it: splint or fill it.'];
  return ['At what moisture it closes is not known yet.'];
}
