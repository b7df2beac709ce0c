import type { Instrument, TopModel } from '@upright-elder/contract';
import type { Plan } from '@upright-elder/core/map';
import {
  ACROSS_BEHIND,
  builtDome,
  heightOf,
  heights,
  shapeFigures,
  softened,
  type Anchor,
  type BellyFit,
  type Load,
  type LooseStretch,
  type Responses,
  type TopFacts,
  type TopView,
} from '@upright-elder/core/top';
import { finer, sayHeight } from '@upright-elder/core/units';
import { GLUED_AT } from '@upright-elder/core/wood';
import { contourStep } from '@upright-elder/drawings';
import type { Remote } from 'comlink';
import { useMemo, useState } from 'react';
import { Section } from '../../../drawings/top/Section.js';
import { extremes, TopRelief } from '../../../drawings/top/TopRelief.js';
import { tensionOf, useShopStrings } from '../../../data/strings.js';
import { useHeights } from '../../../data/heights.js';
import { sayTurn } from './sayTurn.js';
import type { TopApi } from '../../../workers/top.worker.js';
import { loosePath } from '../map/mapDocument.js';
import { BellySaid } from './BellySaid.js';
import { Figures } from './Figures.js';
import { GlueOrder } from './GlueOrder.js';
import { LoadControls } from './LoadControls.js';
import { LooseList } from './LooseList.js';
import { togglesOf, type Toggle } from './stretches.js';
import { useAnswer } from './useAnswer.js';
import { useUnchanged } from '../../../data/useUnchanged.js';
import { useTopWorker } from './useTopWorker.js';
import { knownSet, useTrial, type Trial } from './useTrial.js';
import { WeightTest } from './WeightTest.js';

interface Props {
  instrument: Instrument;
  known: TopModel;
  plan: Plan;
}

const stretchesOf = (known: TopModel): LooseStretch[] =>
  known.loose.map(({ brace, from, to }) => ({ brace, from, to }));

/** The virtual top: solved once beside the page, then asked at every touch. */
export function VirtualTop({ instrument, known, plan }: Props) {
  const [anchor, setAnchor] = useState<Anchor>(known.anchor ?? 'bridge');
  const toggles = useMemo(() => togglesOf(plan.braces, known.loose), [plan, known.loose]);
  const trial = useTrial(instrument, known, toggles);
  const facts: TopFacts = {
    anchor,
    species: known.species,
    laminated: known.laminated,
    thickness: known.thickness ?? undefined,
    domeRadius: known.domeRadius ?? undefined,
    stringKind: instrument.stringKind,
    stringHeight: known.stringHeight ?? undefined,
    slope: known.stringSlope ?? undefined,
    bridgeThickness: known.bridgeThickness ?? undefined,
    plateThickness: known.plateThickness ?? undefined,
  };
  // asked for anew, the same plan is not solved twice
  const task = useUnchanged({ plan, facts, recorded: stretchesOf(known) });
  const { top, stop, start } = useTopWorker(task);
  if (top.state === 'solving')
    return (
      <section className="sheet p-6" aria-label="Solving">
        <p className="said" aria-live="polite">
          Working out how this top moves: {top.words}.
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
      {...{ instrument, known, toggles, trial, view: top.view, api: top.api }}
      anchor={anchor}
      onAnchor={setAnchor}
    />
  );
}

function SolvedView({
  instrument,
  known,
  toggles,
  trial,
  view,
  api,
  anchor,
  onAnchor,
}: {
  instrument: Instrument;
  known: TopModel;
  toggles: readonly Toggle[];
  trial: Trial;
  view: TopView;
  api: Remote<TopApi>;
  anchor: Anchor;
  onAnchor: (anchor: Anchor) => void;
}) {
  const unit = finer(useHeights().unit);
  const { loose, toggle, strung, setStrung, moisture, setMoisture, softness, setSoftness } = trial;
  const shop = useShopStrings();
  // its own pull until what the shop has on its shelves has come
  const pull = tensionOf(shop, strung, instrument.scale.metres)?.total ?? known.pull;
  const load: Load = { pull, moisture };
  const ownPull = softness * known.pull;
  const recorded = useUnchanged(stretchesOf(known));
  const belly = useUnchanged(known.belly);
  const tried = useMemo(
    () => toggles.filter(({ id }) => loose.has(id)).map(({ stretch }) => stretch),
    [toggles, loose],
  );
  const answeredAsFound = useAnswer(() => api.responses(recorded), [api, recorded]);
  const answeredNow = useAnswer(() => api.responses(tried), [api, tried]);
  const [solvedAsFound, solvedNow] = [answeredAsFound.value, answeredNow.value];
  const asFound = useMemo(
    () => solvedAsFound && softened(solvedAsFound, softness),
    [solvedAsFound, softness],
  );
  const now = useMemo(() => solvedNow && softened(solvedNow, softness), [solvedNow, softness]);
  const ranked = useAnswer(
    () => (recorded.length > 0 ? api.ranking(recorded, { pull: ownPull, moisture: 0 }) : null),
    [api, recorded, ownPull],
  );
  const fitted = useAnswer(
    () =>
      belly
        ? api.fit(
            recorded,
            belly.stations.map(({ x, y, height, sd }) => ({ point: [x, y] as const, height, sd })),
            {
              pull: ownPull,
              moisture: { value: belly.moisture.mean, sd: belly.moisture.sd },
            },
          )
        : null,
    [api, recorded, belly, ownPull],
  );
  const [ranking, fit] = [ranked.value, fitted.value];
  const troubles = [
    ...new Set([answeredAsFound, answeredNow, ranked, fitted].map(({ trouble }) => trouble)),
  ].filter((words): words is string => words !== null);
  const trouble = troubles.map((words) => (
    <p key={words} role="alert" className="text-ochre">
      ▲ The model could not answer: {words}. Reload the page to try again; what is saved is untouched.
    </p>
  ));
  if (!now || !asFound)
    return trouble.length > 0 ? (
      <div className="sheet p-4">{trouble}</div>
    ) : (
      <p className="said p-6">Reading the solved top…</p>
    );
  const rises = heights(now, load);
  const found = shapeFigures(view, asFound, { pull: known.pull, moisture });
  // what rounds to nothing has no sign
  const say = (metres: number) => sayHeight(Math.abs(metres) < 5e-6 ? 0 : metres, unit);
  const [low, high] = extremes(rises);
  const figures = shapeFigures(view, now, load);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_19rem] xl:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="grid gap-4">
        {trouble}
        <section className="sheet p-4" aria-label="How it moves">
          <Figures now={figures} found={found} />
          <div className="mt-2 grid gap-4 sm:grid-cols-[minmax(0,13rem)_minmax(0,1fr)] xl:grid-cols-[minmax(0,15rem)_minmax(0,1fr)]">
            <div>
              <div className="mx-auto max-w-[15rem]">
                <TopRelief
                  view={view}
                  rises={rises}
                  braces={toggles.map(({ id, stretch: { brace, from, to } }) => {
                    const drawn = view.plan.braces.find((one) => one.id === brace)!;
                    return { id, brace: drawn, path: loosePath(drawn, from, to), loose: loose.has(id) };
                  })}
                  label={`The top from outside: it moves between ${say(low)} and ${say(high)}; the bridge turns ${sayTurn(figures.turn)} towards the neck`}
                  onBrace={toggle}
                />
              </div>
              <p className="mt-1 text-[0.85rem] leading-snug text-faint">
                A line every {say(contourStep(low, high))}, dashed below where it stood without strings; from{' '}
                {say(low)} to {say(high)}. Touch a brace to glue it or let it go.
              </p>
            </div>
            <Sections view={view} now={now} found={asFound} load={load} known={known} fit={fit} say={say} />
          </div>
        </section>
        <BellySaid fit={fit} known={known} say={say} />
      </div>
      <aside className="grid gap-4">
        <LoadControls
          shop={shop}
          strung={strung}
          own={{ set: knownSet(instrument), tuning: instrument.tuning }}
          pull={pull}
          moisture={GLUED_AT.mean + moisture}
          anchor={anchor}
          onAnchor={onAnchor}
          onStrung={setStrung}
          onMoisture={(wood) => setMoisture(wood - GLUED_AT.mean)}
        />
        {ranking && <GlueOrder ranking={ranking} loose={known.loose} />}
        <LooseList toggles={toggles} loose={loose} onToggle={toggle} />
        {solvedAsFound && <WeightTest responses={solvedAsFound} onSoftness={setSoftness} />}
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

/** Centre line and cross section against what was measured. */
function Sections({
  view,
  now,
  found,
  load,
  known,
  fit,
  say,
}: {
  view: TopView;
  now: Responses;
  found: Responses;
  load: Load;
  known: TopModel;
  fit: BellyFit | null | undefined;
  say: (metres: number) => string;
}) {
  const { bridge } = view.plan;
  const rises = heights(now, load);
  // the set that the body has taken stays, glued or not; the rest follows
  const set = fit ? known.pull * fit.set.value : 0;
  // damp that the air does not account for, or age that looks like it
  const unexplained = fit && known.belly ? fit.moisture.value - known.belly.moisture.mean : 0;
  const profile = (sample: TopView['centre'][number], x: number, y: number) =>
    (fit?.dome.value ?? 1) * builtDome(view.plan, view.domeRadius, [x, y]) +
    heightOf(sample, rises) +
    set * heightOf(sample, found.pull.rise) +
    unexplained * heightOf(sample, found.moisture.rise);
  const across = bridge.saddleAt - ACROSS_BEHIND;
  const half = view.across[0] ? -firstX(view) : 0;
  const stations = known.belly?.stations ?? [];
  return (
    <div className="grid content-start gap-2">
      <Section
        title="Along the centre line"
        ends={['tail', 'neck']}
        say={say}
        marks={[{ at: bridge.saddleAt, name: 'saddle' }]}
        lines={[
          {
            name: 'as it was built',
            kind: 'built',
            points: view.centre.map(({ at }) => ({
              at,
              height: builtDome(view.plan, view.domeRadius, [0, at]),
            })),
          },
          {
            name: 'now',
            kind: 'now',
            points: view.centre.map((sample) => ({ at: sample.at, height: profile(sample, 0, sample.at) })),
          },
        ]}
        stations={stations
          .filter(({ x }) => x === 0)
          .map(({ y, height, sd, place }) => ({ at: y, height, sd, name: place }))}
      />
      <Section
        title="Across, 40 mm behind the saddle"
        ends={['bass', 'treble']}
        say={say}
        lines={[
          {
            name: 'as it was built',
            kind: 'built',
            points: view.across.map(({ at }) => ({
              at,
              height: builtDome(view.plan, view.domeRadius, [at - half, across]),
            })),
          },
          {
            name: 'now',
            kind: 'now',
            points: view.across.map((sample) => ({
              at: sample.at,
              height: profile(sample, sample.at - half, across),
            })),
          },
        ]}
        stations={stations
          .filter(({ x, place }) => x !== 0 || place === 'behind40')
          .map(({ x, height, sd, place }) => ({ at: x + half, height, sd, name: place }))}
      />
      <p className="text-[0.85rem] text-faint">
        Line: now, under what is set beside. Dashed: as it was built.{' '}
        {stations.length > 0 && 'Rings: measured, with twice the error of the tool.'}
      </p>
    </div>
  );
}

/** Where the cross section begins, m from the centre line. */
function firstX({ across, points }: TopView): number {
  const [first] = across;
  return first!.nodes.reduce((sum, node, i) => sum + first!.weights[i]! * points[node]![0], 0) - first!.at;
}
