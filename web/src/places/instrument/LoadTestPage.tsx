import type { Instrument, TopModel, LoadTest } from '@upright-elder/contract';
import { bodyPlanOf } from '@upright-elder/contract/lists';
import { sayDate } from '@upright-elder/core/days';
import { pathLength, stretchOf, type Path, type BodyPlan } from '@upright-elder/core/body-plan';
import { armsToLoad, loadSpots, type ArmSaid } from '@upright-elder/core/top';
import { PAGE_INKS, walkDrawing } from '@upright-elder/drawings';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { StrikeOut, StruckWords } from '../../app/StrikeOut.js';
import { useInstrument, useShop, useTop, useLoadTests } from '../../data/hooks.js';
import { useUnchanged } from '../../data/useUnchanged.js';
import { Drawn } from '../../drawings/Drawn.js';
import { factsOf } from './top/factsOf.js';
import { GlueTook } from './load-test/GlueTook.js';
import { useWalk } from './load-test/useWalk.js';
import { WalkForm } from './load-test/WalkForm.js';
import { WalkSaid } from './load-test/WalkSaid.js';

/** Walking weights: a known weight on marked spots tells where to look first, and whether a glue-up took. */
export default function LoadTestPage() {
  const { id } = useParams() as { id: string };
  const top = useTop(id);
  const loadTests = useLoadTests(id, true);
  const shop = useShop();
  return (
    <Fetching of={useInstrument(id)}>
      {(instrument) => (
        <Fetching of={top}>
          {(known) => (
            <Fetching of={loadTests}>
              {(walks) => (
                <Fetching of={shop}>
                  {({ today }) => <WeightsOf {...{ instrument, known, walks, today }} />}
                </Fetching>
              )}
            </Fetching>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}

interface Known {
  instrument: Instrument;
  known: TopModel;
  walks: readonly LoadTest[];
  today: string;
}

function WeightsOf({ instrument, known, walks, today }: Known) {
  const plan = useMemo(() => known.plan && bodyPlanOf(known.plan), [known.plan]);
  const spots = useMemo(() => (plan ? loadSpots(plan) : []), [plan]);
  if (!plan || spots.length === 0)
    return (
      <div className="sheet p-6">
        <p className="said">
          {plan
            ? 'Weights are walked over an X or over ladders; this bracing is neither.'
            : 'Its top has no drawing yet. The spots are found on the map’s plan.'}
        </p>
        <Link to={plan ? '../top' : '../map'} className="act mt-4">
          {plan ? 'Back to the top' : 'Draw its top'}
        </Link>
      </div>
    );
  return (
    <Walks {...{ instrument, known, plan, today, walks: walks.filter(({ kind }) => kind === 'walk') }} />
  );
}

function Walks({ instrument, known, plan, walks, today }: Known & { plan: BodyPlan }) {
  const spots = useMemo(() => loadSpots(plan), [plan]);
  const arms = useMemo(() => armsToLoad(plan), [plan]);
  const [current, setCurrent] = useState<string | null>(null);
  const [read, setRead] = useState<ReadonlySet<string>>(new Set());
  const standing = walks.filter(({ struck }) => !struck);
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = standing.find(({ id }) => id === chosen) ?? standing.at(-1) ?? null;
  const facts = useUnchanged(factsOf(known));
  const walk = useUnchanged(shown?.planChecked ? shown : null);
  const walked = useWalk(plan, facts, walk);
  const first =
    shown && walked.state === 'said' && walked.said.told && shown.planChecked ? walked.said.arms : [];
  const look = first.filter((one) => one.look === 'first').map((one) => pathOf(plan, one));
  const after = standing.findLast(({ moment }) => moment === 'after gluing');
  const before =
    after &&
    standing.findLast((one) => one !== after && one.moment !== 'after gluing' && one.date <= after.date);
  const walkedBefore = useWalk(plan, facts, useUnchanged(before && after ? before : null));
  const suspected =
    walkedBefore.state === 'said' && walkedBefore.said.told
      ? walkedBefore.said.arms.filter((one) => one.look === 'first').map(({ arm }) => arm.id)
      : [];
  const drawing = useMemo(
    () =>
      walkDrawing(
        {
          plan,
          spots: spots.map(({ id, name, point }) => ({
            name,
            point,
            state: id === current ? 'now' : read.has(id) ? 'read' : 'waits',
          })),
          look,
        },
        `The spots on ${instrument.nickname}, ${spots.length} of them`,
        PAGE_INKS,
      ),
    [plan, spots, current, read, look, instrument.nickname],
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[20rem_minmax(0,1fr)]">
      <div className="grid gap-4">
        <section className="sheet p-4" aria-label="The spots">
          <Link to="../top" className="text-[0.95rem] underline">
            Back to the top
          </Link>
          <Drawn of={drawing} className="mx-auto mt-2 w-full max-w-[19rem] text-ink" />
        </section>
      </div>
      <div className="grid gap-4">
        {shown && (
          <section className="sheet p-4" aria-label="What the walk says">
            <h2 className="text-[1.3rem]">The walk of {sayDate(shown.date)}</h2>
            <WalkSaid walked={walked} planChecked={shown.planChecked} />
          </section>
        )}
        {before && after && <GlueTook key={after.id} {...{ before, after, arms, spots, suspected }} />}
        <WalkForm
          instrumentId={instrument.id}
          today={today}
          spots={spots}
          onSpot={setCurrent}
          onRead={setRead}
        />
        {walks.length > 0 && (
          <section className="sheet p-4" aria-label="Walks">
            <h2 className="text-[1.2rem]">Walks</h2>
            <ul>
              {[...walks].reverse().map((one) => (
                <li
                  key={one.id}
                  className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1"
                >
                  <span className={one.struck ? 'text-faint line-through' : ''}>
                    {sayDate(one.date)}, {one.moment}, {one.weight} {/\p{L}/u.test(one.weight) ? '' : 'kg'},{' '}
                    {one.spots.length} spots · {one.byName}
                    {one.note && ` · ${one.note}`}
                  </span>
                  <span className="flex items-center gap-2">
                    {one.struck ? (
                      <StruckWords strikes={one.strikes} />
                    ) : (
                      one.id !== shown?.id && (
                        <button type="button" className="quiet" onClick={() => setChosen(one.id)}>
                          Show
                        </button>
                      )
                    )}
                    <StrikeOut
                      kind="weighing"
                      id={one.id}
                      what="this walk"
                      struck={one.struck}
                      example="dial on the edge"
                    />
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  );
}

/** The stretch that is looked at first. */
function pathOf(plan: BodyPlan, { arm, over }: ArmSaid): Path {
  const { path } = plan.braces.find(({ id }) => id === arm.brace)!;
  const length = pathLength(path);
  return arm.fromEnd ? stretchOf(path, length - over, length) : stretchOf(path, 0, over);
}
