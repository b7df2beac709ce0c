import type { CardStance, Urgency } from '@upright-elder/core/instrument';
import type { Sentence } from '@upright-elder/core/wording';
import type { HeightUnit } from '@upright-elder/core/units';

/** What the shelf shows of an instrument; `refusal` where it could not be worked out. */
export interface WorkedOutCard {
  stance: CardStance | null;
  first: Record<HeightUnit, Sentence> | null;
  /** what to find out first */
  ask: { ask: string; minutes: number } | null;
  refusal: string | null;
  /** what of it cannot wait; not there in cards of before the calendar was */
  urgency?: Omit<Urgency, 'ends'> & { ends?: Urgency['ends'] };
  /** where it lay, as it was worked out by; not there in cards of before paths were kept */
  path?: string;
  /** what it said first before it was read by another path; until somebody has seen that */
  carried?: { was: Record<HeightUnit, Sentence> | null };
}
