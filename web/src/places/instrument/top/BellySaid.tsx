import { sayDate } from '@upright-elder/core/days';
import type { TopModel } from '@upright-elder/contract';
import type { BellyFit, Uncertain } from '@upright-elder/core/top';

const VERDICTS: Record<BellyFit['verdict'], { words: string; mark: string }> = {
  'sound dome': { words: 'A sound dome. Leave it alone.', mark: '✓' },
  folding: { words: 'It folds: hump and hollow are large against the dome.', mark: '◆' },
  'cannot tell': { words: 'Dome or fold cannot be told from these readings.', mark: '▲' },
};

/** What the measured belly says: dome, set, moisture, and the fold index, each with its error. */
export function BellySaid({
  fit,
  known,
  say,
}: {
  fit: BellyFit | null | undefined;
  known: TopModel;
  say: (metres: number) => string;
}) {
  if (fit === undefined) return null;
  if (!fit || !known.belly)
    return (
      <section className="sheet p-4" aria-label="Dome or fold">
        <h2 className="text-[1.2rem]">Dome or fold</h2>
        <p>
          Four heights of the belly over the rim or more, read in one examination at pitch, tell a dome from a
          fold: along the centre line and across behind the bridge.
        </p>
      </section>
    );
  const { words, mark } = VERDICTS[fit.verdict];
  const within = ({ value, sd }: Uncertain, digits: number) =>
    `${value.toFixed(digits)} ± ${(1.28 * sd).toFixed(digits)}`;
  const worst = fit.stations.reduce((a, b) =>
    Math.abs(b.height - b.modelled) > Math.abs(a.height - a.modelled) ? b : a,
  );
  return (
    <section className="sheet p-4" aria-label="Dome or fold">
      <h2 className="text-[1.2rem]">Dome or fold</h2>
      <p className={`said ${fit.verdict === 'folding' ? 'text-wax' : ''}`}>
        {mark} {words}
      </p>
      <dl className="mt-1 grid gap-x-6 gap-y-1 text-[0.95rem] sm:grid-cols-2">
        <Row
          name="Fold index"
          value={within(fit.foldIndex, 2)}
          note="near 0 sound, above 0.3 folding (house default)"
        />
        <Row name="Dome left" value={within(fit.dome, 2)} note="1 is as it was built, on a 9 m sphere" />
        <Row name="Permanent set" value={within(fit.set, 2)} note="of what the strings do to it at once" />
        <Row
          name="Wood since building"
          value={`${within(fit.moisture, 1)} %MC`}
          note="with what the air says"
        />
      </dl>
      <p className="mt-1 text-[0.88rem] text-faint">
        From {fit.stations.length} heights of {sayDate(known.belly.date)}; ± holds 8 in 10 times. The farthest
        lies {say(Math.abs(worst.height - worst.modelled))} off
        {fit.misfit > 2 ? ', more than tools miss: another dome than 9 m, or another cause' : ''}. The
        threshold depends on plate and bridge: look at the shapes, not only at the number.
      </p>
    </section>
  );
}

function Row({ name, value, note }: { name: string; value: string; note: string }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-2">
      <dt>{name}</dt>
      <dd className="font-bold tabular-nums">{value}</dd>
      <dd className="text-[0.85rem] text-faint">{note}</dd>
    </div>
  );
}
