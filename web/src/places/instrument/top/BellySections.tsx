import type { TopModel } from '@upright-elder/contract';
import {
  ACROSS_BEHIND,
  builtDome,
  heightOf,
  type BellyFit,
  type Strung,
  type TopView,
} from '@upright-elder/core/top';
import { placeName } from '@upright-elder/core/readings';
import { Section } from '../../../drawings/top/Section.js';

/** Centre line and cross section against what was measured. */
export function BellySections({
  view,
  now,
  found,
  dampFound,
  known,
  fit,
  say,
}: {
  view: TopView;
  now: Strung;
  found: Strung;
  /** under 1 %MC more than when it was built, as it was found */
  dampFound: Strung;
  known: TopModel;
  fit: BellyFit | null | undefined;
  say: (metres: number) => string;
}) {
  const { bridge } = view.plan;
  // the set that the body has taken stays, glued or not; the rest follows
  const set = fit ? fit.set.value : 0;
  // damp that the air does not account for, or age that looks like it
  const unexplained = fit && known.belly ? fit.moisture.value - known.belly.moisture.value : 0;
  const profile = (sample: TopView['centre'][number], x: number, y: number) =>
    (fit?.dome.value ?? 1) * builtDome(view.plan, view.domeRadius, [x, y]) +
    heightOf(sample, now.whole.rise) +
    set * heightOf(sample, found.strung.rise) +
    unexplained * (heightOf(sample, dampFound.whole.rise) - heightOf(sample, dampFound.strung.rise));
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
          .map(({ y, height, sd, place }) => ({ at: y, height, sd, name: placeName(place) }))}
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
          .map(({ x, height, sd, place }) => ({ at: x + half, height, sd, name: placeName(place) }))}
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
