import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import type { Build } from '../construction/index.js';
import type { MarkKind, MarkState } from '../body-plan/index.js';
import type {
  Place,
  PointId,
  QuantityId,
  ReadPlace,
  StateId,
  StrungAfter,
  Verdict,
} from '../readings/index.js';
import type { Closure, NeckGeometry } from '../stance/index.js';
import type { StringKind } from '../strings/index.js';
import type { Schools } from './schools.js';

/** How a thing was looked at, if at all. */
export const LOOKED = [
  'found so',
  'found sound',
  'cannot be seen',
  'not looked at',
  'not taken: unsound',
] as const;
export type Looked = (typeof LOOKED)[number];

/** Where a piece of evidence can be opened. */
export type Source =
  | { of: 'reading'; quantity: QuantityId; place: ReadPlace; examinationId: string; date: string }
  | { of: 'point'; point: PointId; examinationId: string; date: string }
  | { of: 'mark'; mark: string; name: string; date: string }
  | { of: 'build' | 'air' | 'history' | 'top'; date: string | null };

/** A quantity's latest value since the last work that ended it, SI. */
export interface ReadItem extends Uncertain {
  quantity: QuantityId;
  place: Place;
  /** as it was read */
  date: string;
  examinationId: string;
  /** strings while it was read */
  strings: 'pitch' | 'slack' | 'off';
  /** carried to the day and the wood of the last reading of the action, its error widened by that */
  carried: Uncertain;
}

/** What was found at a point when it was last looked at. */
export interface PointItem {
  point: PointId;
  states: StateId[];
  verdict: Verdict | null;
  frets: number[];
  date: string;
  examinationId: string;
}

/** What carries the load of the strings and may not give way. */
export const LOAD_PARTS = ['bridge', 'plate', 'X brace', 'block', 'heel', 'headstock'] as const;
export type LoadPart = (typeof LOAD_PARTS)[number];

/** A mark of the map as it was last seen, with its growth. Lengths m. */
export interface MarkItem {
  id: string;
  kind: MarkKind;
  /** in words, such as `crack on the top, bass side` */
  name: string;
  state: MarkState;
  date: string;
  /** where it lies */
  face: 'top' | 'back' | 'side' | 'neck' | 'other';
  /** it stood closed on one day and open on another */
  opens: boolean;
  /** a crack runs across the grain of the top */
  across: boolean;
  length: number | null;
  width: number | null;
  depth: number | null;
  /** since it was first seen, more than the marking can miss; null where it did not grow, or was seen once */
  grew: { by: number; sd: number; since: string } | null;
  /** what of the way of the load it lies at; null where at none */
  load: LoadPart | null;
  /** beside the fingerboard extension */
  besideBoard: boolean;
  /** the brace that is loose, by its kind, and whether that is the X at the bridge */
  brace: { kind: string; atBridge: boolean } | null;
  /** of a crack: how moisture closes it, where its widths tell; %MC */
  closing: { from: number; to: number } | null;
}

/** One side's action through the years, where it is followed. */
export interface SideHistory {
  /** what of it creeps from year to year */
  creep: 'creeping' | 'probably creeping' | 'cannot tell' | 'steady' | 'not told';
  /** m a year, up positive */
  perYear: Uncertain;
  /** readings at pitch since the last work, and the driest wood at any of them, %MC */
  visits: number;
  driest: number;
  /** m per %MC */
  sensitivity: Uncertain;
  /** what of the action is season against where it will be kept, on the day of the last reading, m */
  season: Uncertain;
  /** belly and relief do not account for what it did: something else asks to look at the neck */
  bodyLeaves: boolean;
  /** the last reading against what the others expect: taken for a slip with this chance */
  slip: number;
}

/** What belly, plane and bridge did between an earlier examination and the last one; m at the saddle line. */
export interface PlaneMoved {
  since: string;
  side: StringSide;
  /** of the straightedge, down positive: what came closer */
  fell: Uncertain;
  /** what damper wood made of what was measured, m: less than nothing where drier wood hides some of it */
  season: number;
  belly: Uncertain;
  thickness: Uncertain;
  /** what the two leave: minus the sum of the three changes */
  neck: Uncertain;
}

/** Where one side's action stands on a day by its calibrated series, and would stand where it will be kept. */
export interface StandsToday {
  now: 'above' | 'inside' | 'below';
  kept: 'above' | 'inside' | 'below';
  why: 'inside' | 'season' | 'lasting' | 'hidden' | 'not told';
  /** m */
  level: number;
  atKept: Uncertain;
  /** of the reading that it stands on, m */
  error: number;
}
export type Today = Partial<Record<StringSide, StandsToday>>;

/** What is known of the wood and the air. %MC and percent. */
export interface AirItem {
  /** of the room at the last examination */
  humidity: number | null;
  celsius: number | null;
  /** of the wood on the day of the last reading of the action, with its error */
  moisture: Uncertain | null;
  /** where it will be kept */
  kept: { moisture: number; humidity: number; said: boolean };
  /** of the room through the year: mean, and how far the season swings either way */
  year: { mean: number; swing: number } | null;
  /** the room was logged, or its air read at examinations */
  logged: boolean;
  /** what is likeliest to be wrong with the air that it is said to have lived in; null where that is right */
  doubt: AirDoubt | null;
}

/** What is doubtful of an instrument's air. */
export interface AirDoubt {
  /**
   * it lay elsewhere: always, until a day, or since one; one reading is wrong; the log runs off from what is read; or it
   * went over to other ways, and nothing was read beside that could tell why
   */
  kind: 'always' | 'until' | 'since' | 'misread' | 'sensor' | 'changed';
  /** name of the room whose log it is; empty where it has none */
  room: string;
  /** of the examination that differs most, or the day on which the log changed */
  date: string;
  /** read beside it, and what the log has of that day, percent; null where nothing was read */
  read: number | null;
  logged: number | null;
  /** of the examinations of which it is said, the first and the last; dates */
  first: string;
  last: string;
  /** so doubtful that it is asked; else nothing is called that hangs on it */
  asked: boolean;
}

/** What the plate model found of this top, glued and unset, and how its belly stands against that. */
export interface TopItem {
  /** rise of the saddle line through the strings alone, m */
  strings: Uncertain;
  /** turn of the bridge through the strings alone, rad */
  turn: Uncertain;
  /** how the belly stands against the glued, unset top; null where it was not read at enough places */
  belly: { verdict: 'sound dome' | 'folding' | 'cannot tell'; lookInside: boolean; date: string } | null;
}

/** What an instrument is, as far as a judgement asks. Lengths m. */
export interface JudgedInstrument {
  type: 'flat-top' | 'archtop';
  necks: Record<StringSide, NeckGeometry>;
  stringKind: StringKind;
  pairedStrings: boolean;
  laminatedTop: boolean;
  rod: 'adjustable' | 'none' | 'unknown';
  build: Build;
  /** wanted action at fret 12, and whether that is the owner's own figure */
  target: Record<StringSide, number>;
  ownTarget: boolean;
  reliefTarget: number;
  heelDepth: number | null;
  heelWidth: number | null;
  extension: number | null;
  /** a plan of its top is drawn, so that a weight can be walked over it */
  planDrawn: boolean;
  domeRadius: number | null;
  /** of the top over the rim plane at the saddle line, as built */
  builtDome: Uncertain;
  /** what nobody knows, and a usual one stands for */
  assumed: string[];
}

/**
 * Everything recorded of an instrument, in one bundle: what was found, found sound, cannot be seen, or was not looked
 * at. A later examination adds to the earlier ones, and takes nothing away; work ends what it changed.
 */
export interface Evidence {
  instrument: JudgedInstrument;
  schools: Schools;
  /** of the last examination, and of the last one at pitch */
  date: string | null;
  pitchDate: string | null;
  examinationId: string | null;
  /** the last examination left out what needs pitch, because the instrument is unsound */
  heldUnsound: boolean;
  reads: ReadItem[];
  points: PointItem[];
  marks: MarkItem[];
  history: Partial<Record<StringSide, SideHistory>>;
  moved: PlaneMoved[];
  /** per side, and whether an earlier examination of this epoch did not close either */
  closure: Partial<
    Record<StringSide, Pick<Closure, 'closes' | 'residual' | 'sd' | 'slips'> & { again: boolean }>
  >;
  air: AirItem;
  top: TopItem | null;
  /** straightedge of an archtop as it was first read, m: what it is held against where its wheels were not read */
  firstPlane: Partial<Record<StringSide, number>>;
  /** an arch that sank since it was first read, m, down negative; null where it did not, or is not known */
  arch: { by: number; sd: number; since: string } | null;
  /** it was strung up lately and may still move; null where it stands still, or long enough */
  resting: { days: number; after: StrungAfter | null } | null;
  /** when something of it was glued, opened or replaced last; what was found before is looked at again */
  workedOn: string | null;
}
