import { FORBIDDEN } from '../diagnosis/index.js';
import type { BreakWhy } from '../repair-plans/index.js';
import { SADDLE_STOP } from '../targets/index.js';
import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { sayFinding } from './findings.js';
import { NEVER_WORDS } from './never.js';
import type { Say } from './say.js';

const name = (id: TreatmentId): string => `“${TREATMENTS[id].name}”`;

/** What a plan made by hand breaks, in a sentence. */
export function sayBreak(why: BreakWhy, say: Say): string {
  const { fine, degrees } = say;
  switch (why.id) {
    case 'never':
      return NEVER_WORDS[why.never];
    case 'forbidden':
      return `${sayFinding(why.finding, say)} Until then, do not ${FORBIDDEN[why.does]}.`;
    case 'needs':
      return `It needs ${why.any.map(name).join(' or ')}.`;
    case 'shuts out':
      return `Not in one plan with ${name(why.other)}.`;
    case 'not to be strung':
      return `It may not be strung: ${sayFinding(why.finding, say)}`;
    case 'moisture':
      return `The wood is ${why.wood}. Glued now, it sets at the wrong size.`;
    case 'no rest':
      return 'An opened body moves once more at pitch. Let it settle before you cut saddle or neck.';
    case 'too little':
      return `${fine(why.by)} off the ${why.side} saddle is too little to measure or file.`;
    case 'below the stop':
      return `That leaves ${fine(why.left)} of saddle, ${why.side}; never go below ${fine(SADDLE_STOP)}.`;
    case 'break angle':
      return `Break angle would be only ${degrees(why.angle)}; below 10° it loses tone and buzzes.`;
    case 'heavier strings':
      return 'Heavier than the strings on it now. Check the builder’s set first.';
  }
}
