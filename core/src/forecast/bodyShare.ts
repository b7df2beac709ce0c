import { moveIn, type MoveUnit } from '../units/height.js';
import type { StringSide } from '../readings/side.js';
import { fretPosition } from '../stance/frets.js';
import { RELIEF_TO_PLANE, stringLength, type NeckGeometry } from '../stance/stance.js';
import type { Belief } from './prior.js';
import type { Sentence } from './sentences.js';

/** A reading with its standard error, m. */
interface Read {
  value: number;
  sd: number;
}

/** What must have been read on both days to tell whether the body explains what the action did. */
export interface BodyReadings {
  action: Read;
  relief: Read;
  /** top above the rim plane behind the bridge */
  belly: Read;
}

/** A change of the action, and what belly and relief account for of it; m, signed. */
export interface BodyShare {
  moved: Belief;
  byBelly: Belief;
  byRelief: Belief;
  /** what they leave: the neck joint, or the saddle itself */
  rest: Belief;
}

/** The belly is read behind the saddle, not under it: its rise there stands for that at the saddle line within so much. House default. */
const ELSEWHERE = 0.3;

/**
 * Whether belly and relief explain a change of the action between two days without work in between: half of the belly's
 * rise (the lever of the strings at fret 12), and of the relief its dip and the turn of the fret plane that comes with it.
 */
export function bodyShare(earlier: BodyReadings, later: BodyReadings, neck: NeckGeometry): BodyShare {
  const change = (what: keyof BodyReadings): Belief => ({
    mean: later[what].value - earlier[what].value,
    sd: Math.hypot(later[what].sd, earlier[what].sd),
  });
  const X = stringLength(neck);
  const x12 = fretPosition(neck.scale, 12);
  const x1 = fretPosition(neck.scale, 1);
  const xB = fretPosition(neck.scale, neck.bodyJoin);
  const lever = x12 / X;
  const dip = Math.max(0, (4 * (x12 - x1) * (xB - x12)) / (xB - x1) ** 2);
  const bend = dip + (lever * RELIEF_TO_PLANE * (X - xB)) / (xB - x1);
  const moved = change('action');
  const belly = change('belly');
  const relief = change('relief');
  const byBelly = {
    mean: lever * belly.mean,
    sd: lever * Math.hypot(belly.sd, ELSEWHERE * belly.mean),
  };
  const byRelief = { mean: bend * relief.mean, sd: bend * relief.sd };
  return {
    moved,
    byBelly,
    byRelief,
    rest: {
      mean: moved.mean - byBelly.mean - byRelief.mean,
      sd: Math.hypot(moved.sd, byBelly.sd, byRelief.sd),
    },
  };
}

/** Points to the neck joint where belly and relief leave more than their errors; null where the action did not move. */
export function bodySentence(
  side: StringSide,
  share: BodyShare,
  dates: { from: string; to: string },
  move: MoveUnit = moveIn('mm'),
): Sentence | null {
  const { moved, byBelly, byRelief, rest } = share;
  if (Math.abs(moved.mean) <= 1.96 * moved.sd) return null;
  const by = ({ mean }: Belief) => `${mean < 0 ? '−' : '+'}${move.of(Math.abs(mean))} ${move.name}`;
  const because =
    `From ${dates.from} to ${dates.to} the action moved ${by(moved)}: belly ${by(byBelly)} (half its rise), relief ${by(byRelief)} ` +
    `(dip and the turn of the fret plane), left ${by(rest)} with a standard error of ${move.of(rest.sd)}.`;
  if (Math.abs(rest.mean) > 1.96 * rest.sd)
    return {
      text: `Belly and relief do not explain what the ${side} action did: look at the neck joint.`,
      weight: 'watch',
      because,
      side,
    };
  return {
    text: `Belly and relief explain what the ${side} action did: the neck joint need not have moved.`,
    weight: 'well',
    because,
    side,
  };
}
