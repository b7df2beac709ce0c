import { TREATMENTS, type TreatmentId } from './catalogue/index.js';
import { becauseOf } from './edges.js';
import { WORK_STAGES } from './treatment.js';

/** An amount that a step takes, adds or turns. SI, with its error. */
export interface Amount {
  of: string;
  value: number;
  sd: number;
}

/** A chosen treatment before it has its place. */
export interface Chosen {
  id: TreatmentId;
  /** why it is in the plan */
  why: string;
  /** findings that it answers */
  answers: string[];
  amounts: Amount[];
  /** why its amounts are not given yet; null where they are, or it has none */
  withheld: string | null;
}

/** A treatment in its place, with the arrows that put it there. */
export interface Ordered extends Chosen {
  place: number;
  after: { id: TreatmentId; because: string }[];
}

const CATALOGUE = Object.keys(TREATMENTS) as TreatmentId[];
const RANKS = new Map(CATALOGUE.map((id, i) => [id, WORK_STAGES.indexOf(TREATMENTS[id].stage) * 1000 + i]));
const rank = ({ id }: Pick<Chosen, 'id'>): number => RANKS.get(id)!;

/**
 * Puts treatments in the order of the bench, each with the arrows that put it there: a topological order of the edges
 * (A. B. Kahn, 1962), the earliest stage first among those that nothing holds back. Each id once.
 *
 * @param openJoint the neck joint has let go, see {@link becauseOf}
 */
export function orderTreatments(chosen: readonly Chosen[], openJoint = false): Ordered[] {
  const left = [...chosen].sort((a, b) => rank(a) - rank(b));
  const done: Ordered[] = [];
  while (left.length > 0) {
    const free = left.findIndex(({ id }) =>
      left.every((other) => becauseOf(other.id, id, openJoint) === null),
    );
    // a circle would be a mistake of the edges, which a test looks for; nothing is lost over it
    const [one] = left.splice(Math.max(0, free), 1);
    done.push({
      ...one!,
      place: done.length + 1,
      after: done.flatMap(({ id }) => {
        const because = becauseOf(id, one!.id, openJoint);
        return because ? [{ id, because }] : [];
      }),
    });
  }
  return done;
}
