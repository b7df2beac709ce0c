import type { Uncertain } from '../numeric/index.js';
import { bodyTells } from '../forecast/bodyShare.js';
import type { SideOutlook } from '../forecast/outlook.js';
import type { BodyMoved } from '../instrument/body.js';
import { sayDate } from '../days/day.js';
import { ofSide, type Saying, type Sentence } from './sentence.js';

/**
 * Whether belly and relief account for what the action did; where nothing is known of it, only if it is asked.
 *
 * @param neckDue the neck is set too low, whatever moved since: that it need not have moved is not said beside it
 */
export function bodySentences(
  { side, told }: BodyMoved,
  { attribution, unexplained }: Pick<SideOutlook, 'attribution' | 'unexplained'>,
  { move }: Saying,
  neckDue: boolean,
): Sentence[] {
  const said = (text: string, weight: Sentence['weight'], because: string) =>
    ofSide(side, [{ text, weight, because }]);
  if (!told) {
    const creeps =
      attribution.known && (attribution.creep === 'creeping' || attribution.creep === 'probably creeping');
    if (!creeps && !unexplained?.odd) return [];
    return said(
      `Neck joint, ${side}: not known yet whether it gives. Measure relief and the belly behind the bridge at every visit.`,
      'unknown',
      'Three examinations at pitch over eleven months, with action, relief and the belly behind the bridge, will tell.',
    );
  }
  const { share, from, to } = told;
  const { moved, byBelly, byRelief, byEnds, rest } = share;
  const by = ({ value: mean, sd }: Uncertain) => move.signed(mean, sd);
  const because =
    `From ${sayDate(from)} to ${sayDate(to)} the action moved ${by(moved)} ${move.name}: belly ${by(byBelly)} (half its rise), relief ${by(byRelief)} ` +
    `(dip and the turn of the fret plane)${byEnds.value === 0 ? '' : `, saddle and nut ${by(byEnds)}`}, left ${by(rest)}.`;
  switch (bodyTells(share)) {
    case 'did not move':
      return [];
    case 'not explained':
      return said(
        `Belly and relief do not explain the ${side} action. Look at the neck joint.`,
        'watch',
        because,
      );
    case 'explained':
      if (neckDue) return [];
      return said(
        `Belly and relief explain the ${side} action: the neck joint need not have moved.`,
        'fact',
        because,
      );
  }
}
