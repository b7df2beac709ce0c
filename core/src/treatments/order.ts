import type { StringSide } from '../strings/index.js';
import { TREATMENTS, type TreatmentId } from './catalogue/index.js';
import { becauseOf } from './edges.js';
import { WORK_STAGES } from './treatment.js';

/** An amount that a step takes, adds or turns: of a side of the strings, the bridge, the fret crowns. SI, with its error. */
export interface Amount {
  of: StringSide | 'bridge' | 'crowns';
  value: number;
  sd: number;
}

/** A treatment that is chosen, before it has its place. */
interface Chosen {
  id: TreatmentId;
}

/** A treatment in its place, with the arrows that put it there. */
export type Ordered<T extends Chosen> = T & {
  place: number;
  after: { id: TreatmentId; because: string }[];
};

const CATALOGUE = Object.keys(TREATMENTS) as TreatmentId[];
const RANKS = new Map(CATALOGUE.map((id, i) => [id, WORK_STAGES.indexOf(TREATMENTS[id].stage) * 1000 + i]));
const rank = ({ id }: Chosen): number => RANKS.get(id)!;

/**
 * Puts treatments in the order of the bench, each with the arrows that put it there: a topological order of the edges
 * (A. B. Kahn, 1962), the earliest stage first among those that nothing holds back. Each id once.
 *
 * @param openJoint the neck joint has let go, see {@link becauseOf}
 */
export function orderTreatments<T extends Chosen>(chosen: readonly T[], openJoint = false): Ordered<T>[] {
  const left = [...chosen].sort((a, b) => rank(a) - rank(b));
  const done: Ordered<T>[] = [];
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
