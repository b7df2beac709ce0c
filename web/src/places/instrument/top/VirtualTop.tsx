import type { Instrument, TopModel } from '@upright-elder/contract';
import type { BodyPlan } from '@upright-elder/core/body-plan';
import {
  builtDome,
  shapeFigures,
  softened,
  STRUNG_SD,
  loadSpots,
  type Load,
  type LooseStretch,
  type TopFacts,
  type TopView,
} from '@upright-elder/core/top';
import { finer, sayHeight } from '@upright-elder/core/units';
import { GLUED_AT } from '@upright-elder/core/wood';
import { contourStep } from '@upright-elder/drawings';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useHeights, useLengths } from '../../../data/heights.js';
import { tensionOf, useShopStrings } from '../../../data/strings.js';
import { useUnchanged } from '../../../data/useUnchanged.js';
import { extremes, TopRelief } from '../../../drawings/top/TopRelief.js';
import type { TopTask } from '../../../compute/tasks/top.js';
import { loosePath } from '@upright-elder/core/body-plan';

import { BellySaid, BellyVerdict } from './BellySaid.js';
import { BellySections } from './BellySections.js';
import { factsOf } from './factsOf.js';
import { Figures } from './Figures.js';
import { GlueOrder } from './GlueOrder.js';
import { Lean } from './Lean.js';
import { LoadControls } from './LoadControls.js';
import { LooseList } from './LooseList.js';
import { sayTurn } from './sayTurn.js';
import { togglesOf, type Toggle } from './stretches.js';
import { Trials } from './Trials.js';
import { useAnswer } from './useAnswer.js';
import { useDraws } from './useDraws.js';
import { useTopWorker, type TopApi } from './useTopWorker.js';
import { knownSet, moistureFound, useTrial, type Trial } from './useTrial.js';
import { BridgeLoadTest } from './BridgeLoadTest.js';
import { SheetFold } from '../../../fields/SheetFold.js';

interface Props {
  instrument: Instrument;
  known: TopModel;
  plan: BodyPlan;
}

const stretchesOf = (known: TopModel): LooseStretch[] =>
  known.loose.map(({ brace, from, to, gap, letIn }) => ({ brace, from, to, gap, letIn }));

/** The virtual top: solved once beside the page, then asked at every touch. */
export function VirtualTop({ instrument, known, plan }: Props) {
  const unit = useLengths();
  const toggles = useMemo(() => togglesOf(plan.braces, known.loose, unit), [plan, known.loose, unit]);
  const trial = useTrial(instrument, known, toggles);
  const [trying, setTrying] = useState(false);
  const facts: TopFacts = {
    ...factsOf(known),
    anchor: trial.anchor,
    stringKind: instrument.stringKind,
    plateCracked: trial.plateCracked,
  };
  // asked for anew, the same plan is not solved twice
  const task = useUnchanged<TopTask>({ plan, facts, recorded: stretchesOf(known) });
  const { top, stop, start } = useTopWorker(task);
  if (top.state === 'solving')
    return (
      <section className="sheet p-6" aria-label="Solving">
        <p className="said" aria-live="polite">
          Working out how the top moves: {top.words}…
        </p>
        <progress className="mt-2 h-4 w-full" value={top.part} max={1} aria-label="How far it has come" />
        <button type="button" className="quiet mt-3" onClick={stop}>
          Stop
        </button>
      </section>
    );
  if (top.state === 'stopped')
    return (
      <section className="sheet p-6" aria-label="Not solved">
        <p className="said">{top.words}</p>
        <button type="button" className="act mt-3" onClick={start}>
          Work it out again
        </button>
      </section>
    );
  return (
    <SolvedView
      {...{ instrument, known, toggles, trial, task, view: top.view, api: top.api, trying, setTrying }}
    />
  );
}

function SolvedView({
  instrument,
  known,
  toggles,
  trial,
  task,
  view,
  api,
  trying,
  setTrying,
}: {
  instrument: Instrument;
  known: TopModel;
  toggles: readonly Toggle[];
  trial: Trial;
  task: TopTask;
  view: TopView;
  api: TopApi;
  /** the drawer of what can be tried stands open */
  trying: boolean;
  setTrying: (open: boolean) => void;
}) {
  const unit = finer(useHeights().unit);
  const { loose, toggle, strung, setStrung, moisture, setMoisture, softness, setSoftness } = trial;
  const shop = useShopStrings();
  const itsOwn = strung.set === knownSet(instrument) && strung.tuning === instrument.tuning;
  // its own pull, also until what the shop has on its shelves has come
  const other = itsOwn ? null : tensionOf(shop, strung, instrument.scale.metres);
  const pull = other?.total ?? known.pull;
  const felt = moistureFound(known);
  const load = useUnchanged<Load>(softened({ pull, moisture, felt }, softness));
  const own = useUnchanged<Load>(softened({ pull: known.pull, moisture: felt, felt }, softness));
  // what gluing gives back is what the strings do; the damp stays
  const dry = useUnchanged<Load>({ pull: own.pull, moisture: 0, felt: 0 });
  const recorded = task.recorded;
  const belly = useUnchanged(known.belly);
  const tried = useMemo(
    () => toggles.filter(({ id }) => loose.has(id)).map(({ stretch }) => stretch),
    [toggles, loose],
  );
  const asFound = useAnswer(() => api.state(recorded, own), [api, recorded, own]);
  const asTried = useAnswer(() => api.state(tried, load), [api, tried, load]);
  const damper = useAnswer(
    () => api.state(recorded, { pull: own.pull, moisture: 1, felt: 0 }),
    [api, recorded, own],
  );
  const ranked = useAnswer(
    () => (recorded.length > 0 ? api.ranking(recorded, dry) : null),
    [api, recorded, dry],
  );
  const lengths = useAnswer(
    () => (recorded.length > 0 ? api.lengths(recorded, own) : []),
    [api, recorded, own],
  );
  const touching = useAnswer(() => api.touching(tried, load), [api, tried, load]);
  const strungSd = known.thickness === null ? STRUNG_SD.notMeasured : STRUNG_SD.measured;
  const fitted = useAnswer(
    () =>
      belly
        ? api.fit(
            recorded,
            belly.stations.map(({ x, y, height, sd }) => ({ point: [x, y] as const, height, sd })),
            {
              pull: own.pull,
              moisture: { value: belly.moisture.value, sd: belly.moisture.sd },
              strungSd,
            },
          )
        : null,
    [api, recorded, belly, own, strungSd],
  );
  const { drawn, api: draws } = useDraws(
    task,
    dry,
    asFound.value !== undefined && ranked.value !== undefined,
  );
  const count = drawn?.kept ?? 0;
  const spread = useAnswer(
    () => (draws && count > 0 ? draws.spread(tried, load) : null),
    [draws, tried, load, count],
  );
  const spreadFound = useAnswer(
    () => (draws && count > 0 ? draws.spread(recorded, own) : null),
    [draws, recorded, own, count],
  );
  const [found, now, dampFound] = [asFound.value, asTried.value, damper.value];
  const [ranking, fit] = [ranked.value, fitted.value];
  const troubles = [
    ...new Set([asFound, asTried, damper, ranked, lengths, touching, fitted].map(({ trouble }) => trouble)),
  ].filter((words): words is string => words !== null);
  const trouble = troubles.map((words) => (
    <p key={words} role="alert" className="text-ochre">
      ▲ The model could not answer: {words}. Reload the page to try again; what is saved is untouched.
    </p>
  ));
  if (!now || !found || !dampFound)
    return trouble.length > 0 ? (
      <div className="sheet p-4">{trouble}</div>
    ) : (
      <p className="said p-6">Reading the solved top…</p>
    );
  const rises = now.whole.rise;
  const foundFigures = shapeFigures(view, found);
  // what rounds to nothing has no sign
  const say = (metres: number) => sayHeight(Math.abs(metres) < 5e-6 ? 0 : metres, unit);
  const [low, high] = extremes(rises);
  const figures = shapeFigures(view, now);
  const { bridge } = view.plan;
  const built = builtDome(view.plan, view.domeRadius, [0, bridge.saddleAt]);
  const rough = Math.max(figures.hump, figures.hollow) > built / 2;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_19rem] xl:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="grid gap-4">
        {trouble}
        <section className="sheet px-4 py-2" aria-label="How it moves">
          <BellyVerdict fit={fit} known={known} />
          <Figures now={figures} found={foundFigures} spread={spread.value ?? null} />
          {rough && (
            <p className="mt-1 text-ochre">
              ▲ Shapes over half the dome’s height are rough: the plate stiffens as it bends.
            </p>
          )}
          <div className="mt-2 grid gap-4 sm:grid-cols-[minmax(0,13rem)_minmax(0,1fr)] xl:grid-cols-[minmax(0,15rem)_minmax(0,1fr)]">
            <div>
              <div className="mx-auto max-w-[15rem]" data-answer="drawing">
                <TopRelief
                  view={view}
                  rises={rises}
                  braces={toggles.map(({ id, stretch: { brace, from, to } }) => {
                    const braceDrawn = view.plan.braces.find((one) => one.id === brace)!;
                    return {
                      id,
                      brace: braceDrawn,
                      path: loosePath(braceDrawn, from, to),
                      loose: loose.has(id),
                    };
                  })}
                  label={`The top from outside: it moves between ${say(low)} and ${say(high)}; the bridge tilts ${sayTurn(figures.turn)} towards the neck`}
                  onBrace={toggle}
                />
              </div>
              <p className="mt-1 text-[0.85rem] leading-snug text-faint">
                A line every {say(contourStep(low, high))}, dashed below without strings. Touch a brace to
                glue it or let it go.
              </p>
            </div>
            <BellySections {...{ view, now, found, dampFound, known, fit, say }} />
          </div>
        </section>
        <BellySaid fit={fit} known={known} />
        {known.tilt && (
          <Lean
            tilt={known.tilt}
            reckoned={found.strung.saddle.turn}
            perMoisture={dampFound.whole.saddle.turn - dampFound.strung.saddle.turn}
            spread={spreadFound.value?.turn ?? null}
            fit={fit}
          />
        )}
      </div>
      <aside className="grid gap-4">
        {ranking && (
          <GlueOrder
            ranking={ranking}
            loose={known.loose}
            lengths={lengths.value ?? []}
            middle={spreadFound.value?.turn.middle ?? 0}
            drawn={drawn}
          />
        )}
        <SheetFold
          name="Try something: strings, damp, braces, weights"
          open={trying}
          onOpenChange={setTrying}
        >
          <div className="grid gap-4">
            <LoadControls
              shop={shop}
              trial={trial}
              own={{ set: knownSet(instrument), tuning: instrument.tuning }}
              pull={pull}
              moisture={GLUED_AT.value + moisture}
              hasPlate={view.plan.plate !== null}
              onStrung={setStrung}
              onMoisture={(wood) => setMoisture(wood - GLUED_AT.value)}
              strung={strung}
            />
            <LooseList
              toggles={toggles}
              loose={loose}
              onToggle={toggle}
              touches={(touching.value ?? []).some(({ force }) => force > 0)}
            />
            <BridgeLoadTest
              instrumentId={instrument.id}
              api={api}
              loose={recorded}
              onSoftness={setSoftness}
            />
            <Trials instrument={instrument} toggles={toggles} trying={trial} />
            {loadSpots(view.plan).length > 0 && (
              <section className="sheet p-4" aria-label="Walking weights">
                <h2 className="text-[1.2rem]">Walking weights</h2>
                <p className="text-[0.9rem] text-faint">
                  Four minutes with a dial tell which leg to look at first, and whether a glue-up took.
                </p>
                <Link to="load-test" className="quiet mt-2 inline-flex">
                  Walk the weight
                </Link>
              </section>
            )}
          </div>
        </SheetFold>
        <p className="px-1 text-[0.85rem] text-faint">{PRIOR_WORDS[known.prior]}</p>
      </aside>
    </div>
  );
}

const PRIOR_WORDS: Record<TopModel['prior'], string> = {
  solved: 'The forecasts begin with six tenths of what is worked out here, and learn from the readings.',
  solving: 'The forecasts use a usual top until this one is worked out.',
  refused: 'The forecasts use a usual top: this plan could not be worked out.',
  'no plan': 'The forecasts use a usual top: there is no plan of this one.',
  archtop: '',
};
