import type { Uncertain } from '../numeric/index.js';
import { fretPosition } from '../stance/frets.js';
import { RELIEF_TO_PLANE, stringLength, type NeckGeometry } from '../stance/stance.js';

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
  moved: Uncertain;
  byBelly: Uncertain;
  byRelief: Uncertain;
  /** by saddle and nut, where they were read on both days and had been moved */
  byEnds: Uncertain;
  /** what they leave: the neck joint */
  rest: Uncertain;
}

/** The belly is read behind the saddle, not under it: its rise there stands for that at the saddle line within so much. House default. */
const ELSEWHERE = 0.3;

/**
 * Whether belly and relief explain a change of the action between two days without work in between: half of the belly's
 * rise (the lever of the strings at fret 12), and of the relief its dip and the turn of the fret plane that comes with it.
 *
 * @param byEnds what saddle and nut moved the action by between the two days, m
 */
export function bodyShare(
  earlier: BodyReadings,
  later: BodyReadings,
  neck: NeckGeometry,
  byEnds: Uncertain = { value: 0, sd: 0 },
): BodyShare {
  const change = (what: keyof BodyReadings): Uncertain => ({
    value: later[what].value - earlier[what].value,
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
    value: lever * belly.value,
    sd: lever * Math.hypot(belly.sd, ELSEWHERE * belly.value),
  };
  const byRelief = { value: bend * relief.value, sd: bend * relief.sd };
  return {
    moved,
    byBelly,
    byRelief,
    byEnds,
    rest: {
      value: moved.value - byBelly.value - byRelief.value - byEnds.value,
      sd: Math.hypot(moved.sd, byBelly.sd, byRelief.sd, byEnds.sd),
    },
  };
}

/**
 * What belly, relief and ends say of a change of the action: nothing where it did not move, that they explain it, or
 * that they leave more than their errors.
 */
export function bodyTells({ moved, rest }: BodyShare): 'did not move' | 'explained' | 'not explained' {
  if (Math.abs(rest.value) > 1.96 * rest.sd) return 'not explained';
  return Math.abs(moved.value) <= 1.96 * moved.sd ? 'did not move' : 'explained';
}
