import type { PointFinding } from '@upright-elder/contract';
import {
  POINTS,
  stateName,
  verdictOf,
  type PointId,
  type StateId,
  type Verdict,
} from '@upright-elder/core/readings';

/** What was looked at, on its way; a point that was not looked at has none. */
export interface DraftPointFinding {
  states: StateId[];
  verdict: Verdict | '';
  words: string;
  frets: string;
  allowance: string;
}

export const NO_FINDING: DraftPointFinding = { states: [], verdict: '', words: '', frets: '', allowance: '' };

export const pointFindingOf = ({
  states,
  verdict,
  words,
  frets,
  allowance,
}: PointFinding): DraftPointFinding => ({
  states,
  verdict,
  words,
  frets: frets ?? '',
  allowance: allowance ?? '',
});

/** Something was said of the point. */
export const isGiven = ({ states, verdict, words, frets, allowance }: DraftPointFinding): boolean =>
  states.length > 0 || verdict !== '' || [words, frets, allowance].some((text) => text.trim() !== '');

/** Sound states that say one thing of several: only their opposite is given up with them. */
const OPPOSITES: Partial<Record<StateId, StateId>> = {
  'full-thickness': 'planed-thin',
  original: 'replaced',
};

/** Good and pitted are never both: what is found gives up that it is sound, and the other way round. */
function opposed(point: PointId, one: StateId, other: StateId): boolean {
  if (OPPOSITES[one] || OPPOSITES[other]) return OPPOSITES[one] === other || OPPOSITES[other] === one;
  const sound = (state: StateId) =>
    POINTS[point].states.some(({ id, verdict }) => id === state && verdict === 'sound');
  return sound(one) !== sound(other);
}

/** Chooses or gives up a state; the verdict follows the gravest. */
export function withState(point: PointId, finding: DraftPointFinding, state: StateId): DraftPointFinding {
  const states = finding.states.includes(state)
    ? finding.states.filter((one) => one !== state)
    : [...finding.states.filter((one) => !opposed(point, one, state)), state];
  return { ...finding, states, verdict: verdictOf(point, states) ?? '' };
}

export const VERDICT_WORDS: Record<Verdict, string> = {
  sound: 'Sound',
  watch: 'Watch',
  repair: 'Repair',
  unseen: 'Cannot be seen',
};

/** A finding in one line, as it stands in a list. */
export function sayPointFinding({ point, states, verdict, words, frets }: PointFinding): string {
  const where = frets ? `frets ${frets}` : '';
  return [
    VERDICT_WORDS[verdict].toLowerCase(),
    ...states.map((state) => stateName(point, state)),
    where,
    words,
  ]
    .filter(Boolean)
    .join(', ');
}
