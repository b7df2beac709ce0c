import { SURE_CHOICE, type OfferedPlan, type RoundItem } from '../season/index.js';
import { TREATMENTS, type TreatmentEdits } from '../treatments/index.js';
import { asWorked } from '../treatments/index.js';
import { sayFinding } from './findings.js';
import type { Say } from './say.js';
import { list } from './words.js';

/** What a plan brings an instrument, in a few words. */
export function sayBrings({ answers, inside }: Pick<OfferedPlan, 'answers' | 'inside'>): string {
  const parts = [
    answers.live > 0 ? `ends live damage${answers.live > 1 ? ` in ${answers.live} places` : ''}` : '',
    answers.grows > 0 ? 'puts its structure right' : '',
    inside && inside[1] - inside[0] >= 0.1
      ? `keeps the action in its window all year in ${Math.round(10 * inside[1])} of 10, now ${Math.round(10 * inside[0])} of 10`
      : answers.plays > 0
        ? 'plays better'
        : '',
  ].filter(Boolean);
  return parts.length === 0 ? 'brings little' : list(parts);
}

/** How sure a choice is, of the share of draws in which it is made. */
export const saySure = (share: number): string =>
  share >= SURE_CHOICE
    ? 'sure'
    : share >= 0.65
      ? `likely, ${Math.round(10 * share)} of 10`
      : `a coin’s toss, ${Math.round(10 * share)} of 10`;

/** One thing of a round, as a line of its list. */
export function sayRoundItem(item: RoundItem, say: Say, edits: TreatmentEdits): string {
  switch (item.kind) {
    case 'look':
      return `Look: ${sayFinding(item.finding, say)}`;
    case 'do': {
      const name = Object.hasOwn(TREATMENTS, item.treatment)
        ? asWorked(item.treatment, edits).name
        : item.treatment;
      return `${name}, ${item.minutes} min${item.waits === 'strings' ? ', with the next change of strings' : ''}`;
    }
    case 'measure':
      return `Measure it, ${item.minutes} min: a season has turned`;
    case 'ask':
      return `${item.question.ask}, ${item.question.minutes} min: it decides ${item.question.decides}`;
  }
}
