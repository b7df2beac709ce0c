import type { Judged } from '../forecast/outlook.js';
import { serves } from './reserve.js';
import type { Diagnosis } from './judge.js';
import type { SideStance, Stand } from './sideStance.js';

const AGAINST: Record<Stand, 'above' | 'inside' | 'below'> = { high: 'above', right: 'inside', low: 'below' };

/** What is judged of each side, for the pages that say it besides. */
export const judgedOf = ({
  sides,
  findings,
  verdict,
}: Pick<Diagnosis, 'sides' | 'findings' | 'verdict'>): Judged =>
  Object.fromEntries(
    sides.map((stance) => [
      stance.side,
      {
        now: AGAINST[stance.now],
        reserve: reserveSaid(stance, verdict.spent.includes(stance)),
        trims: !findings.some(
          ({ never, side }) => never.includes('trim') && (side === null || side === stance.side),
        ),
      },
    ]),
  );

/** @param spent it shows less than its floor as it is, however right the action stands on it */
const reserveSaid = (
  { saddle, kept, rest }: SideStance,
  spent: boolean,
): NonNullable<Judged['bass']>['reserve'] =>
  saddle && rest
    ? { verdict: spent && serves(saddle) ? 'at its floor' : saddle.verdict, taken: kept.value - rest.value }
    : null;
