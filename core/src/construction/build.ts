import type { ConstructionKind } from '../readings/quantities.js';

/** What nobody has found out yet; every part of a build begins as this. */
export const NOT_KNOWN = 'not-known';
export type NotKnown = typeof NOT_KNOWN;

/**
 * How an instrument is built, part by part: what a luthier looks for before a repair is chosen. Every part is one of a
 * few ways, by id, or not known. Ways and their words are common practice.
 */
export const BUILD_PARTS = {
  neckJoint: {
    name: 'Neck joint',
    ways: {
      dovetail: 'dovetail',
      'mortise-glued': 'mortise and tenon, glued',
      'mortise-bolted': 'mortise and tenon, bolted',
      dowelled: 'dowelled',
      'bolted-flat': 'bolted flat against the body',
      through: 'neck goes through the block',
      'spanish-heel': 'one with the body (Spanish heel)',
      screwed: 'screwed by a repairer',
    },
  },
  bracing: {
    name: 'Bracing of the top',
    ways: { x: 'X', ladder: 'ladder', fan: 'fan', parallel: 'parallel bars', other: 'another' },
  },
  back: { name: 'Back', ways: { solid: 'solid', laminated: 'laminated' } },
  sides: { name: 'Sides', ways: { solid: 'solid', laminated: 'laminated' } },
  bridge: {
    name: 'Bridge',
    ways: { pinned: 'pinned', tied: 'tied', floating: 'floating, with a tailpiece' },
  },
  bridgeFixing: {
    name: 'Bridge held besides glue',
    ways: { none: 'by nothing', screws: 'by screws', bolts: 'by bolts' },
    only: 'flat-top',
  },
  anchor: {
    name: 'Strings end at',
    ways: { bridge: 'the bridge', tailpiece: 'a tailpiece' },
  },
  plate: {
    name: 'Bridge plate',
    ways: { original: 'original', replaced: 'replaced', none: 'there is none' },
    only: 'flat-top',
  },
  plateWood: {
    name: 'Wood of the plate',
    ways: { maple: 'maple', rosewood: 'rosewood', spruce: 'spruce', plywood: 'plywood', other: 'another' },
    only: 'flat-top',
  },
  plateGrain: {
    name: 'Grain of the plate',
    ways: { across: 'across the body', along: 'along the body', diagonal: 'diagonal' },
    only: 'flat-top',
  },
  saddle: {
    name: 'Saddle',
    ways: { 'drop-in': 'drop-in', through: 'through', adjustable: 'adjustable' },
    only: 'flat-top',
  },
  saddleFixed: {
    name: 'Saddle in its slot',
    ways: { glued: 'glued', loose: 'not glued' },
    only: 'flat-top',
  },
  finish: {
    name: 'Finish',
    ways: {
      shellac: 'shellac',
      nitrocellulose: 'nitrocellulose',
      'oil-varnish': 'oil varnish',
      'hard-synthetic': 'hard synthetic',
    },
  },
  binding: {
    name: 'Binding',
    ways: { celluloid: 'celluloid', 'not-celluloid': 'not celluloid', none: 'there is none' },
  },
  pickguard: {
    name: 'Pickguard',
    ways: { celluloid: 'celluloid', 'not-celluloid': 'not celluloid', none: 'there is none' },
  },
  oldGlue: {
    name: 'Old glue',
    ways: {
      'hot-hide': 'hot hide glue',
      fish: 'fish glue',
      aliphatic: 'aliphatic glue',
      epoxy: 'epoxy',
      cyanoacrylate: 'cyanoacrylate',
      contact: 'contact cement',
    },
  },
  oldGlueSeen: {
    name: 'How the glue was found out',
    ways: {
      water: 'warm water softened it',
      look: 'by its look',
      records: 'by records',
      opened: 'when a joint was opened',
    },
  },
  rodKind: {
    name: 'Kind of rod',
    ways: {
      single: 'single action',
      double: 'double action',
      fixed: 'fixed bar or tube',
      none: 'there is none',
    },
  },
  rodAccess: {
    name: 'Rod is reached',
    ways: { head: 'at the head', hole: 'through the sound hole', board: 'only with the board off' },
  },
  rodTurns: {
    name: 'Turns left on the rod',
    ways: { none: 'none', half: 'half a turn or less', one: 'about one', more: 'more than one' },
  },
  strings: {
    name: 'Number of strings',
    ways: {
      four: 'four',
      five: 'five',
      six: 'six',
      seven: 'seven',
      eight: 'eight',
      nine: 'nine',
      ten: 'ten',
      twelve: 'twelve',
    },
  },
} as const satisfies Record<string, { name: string; ways: Record<string, string>; only?: ConstructionKind }>;

export type BuildPart = keyof typeof BUILD_PARTS;
export const BUILD_PART_IDS = Object.keys(BUILD_PARTS) as BuildPart[];
export type WayOf<P extends BuildPart> = keyof (typeof BUILD_PARTS)[P]['ways'] & string;

/** How an instrument is built, as far as it was found out; what is left out is not known. */
export type Build = { [P in BuildPart]?: WayOf<P> };

/** Whether a value names a way of a part. */
export function isWay(part: string, way: unknown): boolean {
  const known = (BUILD_PARTS as Record<string, { ways: Record<string, string> } | undefined>)[part];
  return known !== undefined && typeof way === 'string' && Object.hasOwn(known.ways, way);
}

/** The parts that an instrument of a kind has. */
export const buildPartsOf = (kind: ConstructionKind): BuildPart[] =>
  BUILD_PART_IDS.filter((part) => {
    const { only } = BUILD_PARTS[part] as { only?: ConstructionKind };
    return (only ?? kind) === kind;
  });

/** Where the strings end: as it was entered, else as the bridge tells; null while neither is known. */
export function anchorOf({ anchor, bridge }: Build): 'bridge' | 'tailpiece' | null {
  if (anchor) return anchor;
  if (!bridge) return null;
  return bridge === 'floating' ? 'tailpiece' : 'bridge';
}
