import type { BodyShare } from '../forecast/bodyShare.js';
import type { Belief } from '../forecast/prior.js';
import type { StringSide } from '../readings/side.js';
import { moveIn, type MoveUnit } from '../units/height.js';
import type { Sentence } from './sentence.js';

/** Points to the neck joint where belly and relief leave more than their errors; null where the action did not move. */
export function bodySentence(
  side: StringSide,
  share: BodyShare,
  dates: { from: string; to: string },
  move: MoveUnit = moveIn('mm'),
): Sentence | null {
  const { moved, byBelly, byRelief, byEnds, rest } = share;
  if (Math.abs(moved.mean) <= 1.96 * moved.sd) return null;
  const by = ({ mean }: Belief) => `${mean < 0 ? '−' : '+'}${move.of(Math.abs(mean))} ${move.name}`;
  const because =
    `From ${dates.from} to ${dates.to} the action moved ${by(moved)}: belly ${by(byBelly)} (half its rise), relief ${by(byRelief)} ` +
    `(dip and the turn of the fret plane)${byEnds.mean === 0 ? '' : `, saddle and nut ${by(byEnds)}`}, left ${by(rest)} with a standard error of ${move.of(rest.sd)}.`;
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
