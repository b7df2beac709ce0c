import { jobNames, type RepairPlan } from '@upright-elder/core/repair-plans';
import type { Tree } from '@upright-elder/core/tree';
import { planName, sayTree } from '@upright-elder/core/wording';
import { useMemo, useState } from 'react';
import type { PlansTask } from '../../../compute/tasks/plans.js';
import { useWorker } from '../../../compute/useWorker.js';

/** What each plan may come to, in the order of the plans; null until it is worked out, beside the page. */
function useTrees(given: PlansTask | null, plans: readonly RepairPlan[]) {
  const [trees, setTrees] = useState<(Tree | null)[] | null>(null);
  const { trouble } = useWorker(
    'plans',
    useMemo(
      () =>
        given &&
        (async (task) => {
          await task.load(given);
          setTrees(await task.trees([...plans]));
        }),
      [given, plans],
    ),
  );
  return { trees, trouble };
}

/** A plan that mends structure, or waits for a reading, is a small tree: what is done first, then the ways on. */
export function WhatItMayComeTo({
  given,
  plans,
  currency,
}: {
  given: PlansTask | null;
  plans: readonly RepairPlan[];
  currency: string;
}) {
  const { trees, trouble } = useTrees(given, plans);
  if (trouble)
    return <p className="my-2 text-ochre">▲ What it may come to could not be worked out: {trouble}.</p>;
  const shown = (trees ?? []).flatMap((tree, i) => (tree && plans[i] ? [{ tree, plan: plans[i] }] : []));
  if (trees && shown.length === 0) return null;
  // what several ask is asked once
  const asked = shown
    .filter(({ tree }) => tree.says === 'ask')
    .flatMap(({ tree }) => sayTree(tree, currency).lines);
  const told = shown.find(({ tree }) => tree.says !== 'ask');
  return (
    <section className="sheet my-3 p-4" aria-label="What it may come to" aria-busy={trees === null}>
      <h3 className="text-[1.2rem]">What it may come to</h3>
      {trees === null && <p className="text-faint">Working out the ways on…</p>}
      {[...new Set(asked)].map((line) => (
        <p key={line} className="said">
          {line}
        </p>
      ))}
      <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
        {shown.map(({ tree, plan }) => (
          <OnePlan key={plan.kinds.join(' ')} {...{ tree, plan, currency }} />
        ))}
      </div>
      {told && (
        <p className="mt-2 text-[0.9rem] text-faint">
          What this program would say after the next reading, {told.tree.draws} times over: its own faults are
          in it.
        </p>
      )}
    </section>
  );
}

function OnePlan({ tree, plan, currency }: { tree: Tree; plan: RepairPlan; currency: string }) {
  const { first, lines, whole } = sayTree(tree, currency);
  const jobs = jobNames(plan.ids).slice(0, 2).join(' · ').toLowerCase();
  const branches = tree.says === 'ways';
  return (
    <div>
      <h4 className="font-serif text-[1.1rem] font-semibold">
        {planName(plan.kinds)}
        {jobs && <span className="font-sans text-[0.95rem] font-normal"> · {jobs}</span>}
      </h4>
      <p>{first}</p>
      {branches ? (
        <>
          <p>{lines[0]}</p>
          <ul className="ml-2 border-l-2 border-rule">
            {lines.slice(1).map((line, i) => (
              <li key={line} className="flex items-baseline gap-2">
                <span
                  aria-hidden="true"
                  className="inline-block h-[2px] bg-verdigris"
                  style={{ width: `${0.6 + 3.4 * (tree.ways[i]?.chance ?? tree.otherwise)}rem` }}
                />
                <span>{line}</span>
              </li>
            ))}
          </ul>
        </>
      ) : (
        tree.says === 'sure' && lines.map((line) => <p key={line}>{line}</p>)
      )}
      {whole && <p className="font-semibold">{whole}</p>}
    </div>
  );
}
