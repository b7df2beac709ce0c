import type { LoadTest } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { glueTook, type Arm, type Took, type LoadSpot } from '@upright-elder/core/top';
import { useState } from 'react';
import { dipsOf } from './useWalk.js';
import { Tick } from '../../../fields/Tick.js';

const WORDS: Record<Took['says'], string> = {
  took: '✓ the glue-up took',
  'did not': '◆ it did not take: look again before it is strung',
  'cannot tell': '▲ not clear: walk it once more',
};

/** The same spots before and after a glue-up: a leg that was glued dips about half as far as it did. */
export function GlueTook({
  before,
  after,
  arms,
  spots,
  suspected,
}: {
  before: LoadTest;
  after: LoadTest;
  arms: readonly Arm[];
  spots: readonly LoadSpot[];
  /** arms that the walk before had looked at first: likely what was glued */
  suspected: readonly string[];
}) {
  const [chosen, setGlued] = useState<ReadonlySet<string> | null>(null);
  const glued = chosen ?? new Set(suspected);
  const took = glueTook(
    spots,
    dipsOf(before),
    dipsOf(after),
    { before: before.newtons, after: after.newtons },
    [...glued],
  );
  const nameOf = (spot: string) => spots.find(({ id }) => id === spot)?.name ?? spot;
  return (
    <section className="sheet p-4" aria-label="Did the glue-up take">
      <h2 className="text-[1.3rem]">Did the glue-up take?</h2>
      <p className="text-[0.9rem] text-faint">
        {sayDate(before.date)} before, {sayDate(after.date)} after. What was glued in between:
      </p>
      <div className="mt-1 grid gap-x-4 sm:grid-cols-2">
        {arms.map(({ id, name }) => (
          <Tick
            key={id}
            label={<>{name}</>}
            checked={glued.has(id)}
            onChange={() =>
              setGlued(() => {
                const next = new Set(glued);
                if (!next.delete(id)) next.add(id);
                return next;
              })
            }
          />
        ))}
      </div>
      {took.length > 0 && (
        <ul className="mt-1">
          {took.map(({ spot, ratio, sd, says }) => (
            <li key={spot} className="border-b border-rule py-1.5">
              <span className="font-bold">{nameOf(spot)}</span>: it dips {said(ratio, sd)} of what it did.{' '}
              {WORDS[says]}.
            </li>
          ))}
        </ul>
      )}
      {glued.size > 0 && took.length === 0 && (
        <p className="text-ochre">▲ No spot was measured both times with a zero that returned.</p>
      )}
      <p className="mt-1 text-[0.9rem] text-faint">
        What the damp did to all spots in between is taken out by those that were not glued.
      </p>
    </section>
  );
}

/** A ratio to the tenth that is known of it. */
const said = (ratio: number, sd: number): string =>
  ratio * sd > 0.15
    ? `about ${ratio.toFixed(1)}`
    : `${ratio.toFixed(1)} ± ${Math.max(0.1, 1.28 * ratio * sd).toFixed(1)}`;
