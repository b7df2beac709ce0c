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
      return `${sayFinding(why.finding, say)} Meanwhile do not ${FORBIDDEN[why.does]}.`;
    case 'needs':
      return `It needs ${why.any.map(name).join(' or ')}.`;
    case 'shuts out':
      return `Not in one plan with ${name(why.other)}.`;
    case 'not to be strung':
      return `It may not be strung: ${sayFinding(why.finding, say)}`;
    case 'moisture':
      return `The wood is ${why.wood}: glued now, it is glued at the wrong size.`;
    case 'no rest':
      return 'What was opened moves once more under tension: it rests before saddle or neck is cut.';
    case 'too little':
      return `${fine(why.by)} of the ${why.side} saddle is less than a caliper and a file tell.`;
    case 'below the stop':
      return `${fine(why.left)} of saddle would be left on the ${why.side} side; nobody goes below ${fine(SADDLE_STOP)}.`;
    case 'break angle':
      return `The strings would bend only ${degrees(why.angle)} behind the saddle; below 10° it loses tone and buzzes.`;
    case 'heavier strings':
      return 'Heavier than it is strung now: the builder’s set is asked first.';
  }
}
