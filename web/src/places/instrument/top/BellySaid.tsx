import type { Uncertain } from '@upright-elder/core/numeric';
import { sayDate } from '@upright-elder/core/days';
import type { TopModel } from '@upright-elder/contract';
import type { BellyFit } from '@upright-elder/core/top';
import { moveIn } from '@upright-elder/core/units';
import { useHeights } from '../../../data/heights.js';
import { EIGHT_IN_TEN } from './words.js';

/** A misfit that a right model has once in a hundred times. */
const MISFITS = 1.6;
/** A hump or hollow smaller than this is not seen, m. */
const SEEN = 0.15e-3;

/** Dome or fold, in one sentence, as far as the measured belly tells. */
export function BellyVerdict({ fit, known }: { fit: BellyFit | null | undefined; known: TopModel }) {
  if (fit === undefined) return <p className="said text-faint">Reading the belly…</p>;
  if (!fit || !known.belly)
    return (
      <p className="said" data-answer="verdict">
        Dome or fold: not known yet. Measure four heights of the belly at pitch.
      </p>
    );
  const { mark, words } = verdictWords(fit, known.loose.length);
  return (
    <p className={`said ${fit.verdict === 'folding' ? 'text-wax' : ''}`} data-answer="verdict">
      {mark} {words}
    </p>
  );
}

/** What the measured belly says: dome or fold, and what it is made of, each with its error. */
export function BellySaid({ fit, known }: { fit: BellyFit | null | undefined; known: TopModel }) {
  const heights = moveIn(useHeights().unit);
  if (fit === undefined) return null;
  if (!fit || !known.belly)
    return (
      <section className="sheet p-4" aria-label="Dome or fold">
        <h2 className="text-[1.2rem]">Dome or fold</h2>
        <p>
          Four heights of the belly over the rim or more, measured in one examination at pitch, tell a dome
          from a fold: along the centre line and across behind the bridge.
        </p>
      </section>
    );
  const within = ({ value, sd }: Uncertain, digits: number) =>
    `${value.toFixed(digits).replace('-', '−')} ± ${(EIGHT_IN_TEN * sd).toFixed(digits)}`;
  const height = ({ value, sd }: Uncertain) =>
    `${heights.withError(value, EIGHT_IN_TEN * sd)} ${heights.name}`;
  const worst = fit.stations.reduce((a, b) =>
    Math.abs(b.height - b.modelled) > Math.abs(a.height - a.modelled) ? b : a,
  );
  return (
    <section className="sheet p-4" aria-label="Dome or fold">
      <h2 className="text-[1.2rem]">Dome or fold, in figures</h2>
      {fit.lookInside && (
        <p className="mt-1">
          ▲ It sits as if the wood were {fit.moisture.value.toFixed(1)} %MC damper than when built; the air
          says {known.belly.moisture.value.toFixed(1)}. {known.loose.length > 0 ? 'Another' : 'A'} loose brace
          does that: look inside.
        </p>
      )}
      <dl className="mt-1 grid gap-x-6 gap-y-1 text-[0.95rem] sm:grid-cols-2">
        <Row
          name="Pushed up behind the bridge"
          value={height(fit.hump)}
          note="against the glued top with no set"
        />
        <Row name="Pressed in, in front of it" value={height(fit.hollow)} note="against the same" />
        <Row
          name="Both against the dome"
          value={within(fit.foldIndex, 1)}
          note="near 0 sound, above 0.3 folding: usual figures"
        />
        <Row name="Dome left" value={within(fit.dome, 1)} note="1 is as it was built" />
        <Row name="Permanent set" value={within(fit.set, 1)} note="" />
        <Row
          name="Damper than when built"
          value={`${within(fit.moisture, 1)} %MC`}
          note="with what the air says"
        />
      </dl>
      <p className="mt-1 text-[0.88rem] text-faint">
        From {fit.stations.length} heights of {sayDate(known.belly.date)}; ± holds 8 in 10. The farthest is{' '}
        {heights.near(Math.abs(worst.height - worst.modelled), worst.sd)} {heights.name} off
        {fit.misfit > MISFITS
          ? ', more than tools miss: the dome, the thickness or the plan is another than was entered'
          : ''}
        . The threshold depends on plate and bridge: look at the shapes, not only at the number.
      </p>
    </section>
  );
}

/** The verdict in words that follow the shapes. */
function verdictWords({ verdict, hump, hollow }: BellyFit, loose: number): { mark: string; words: string } {
  if (verdict === 'sound dome') return { mark: '✓', words: 'A sound dome. Leave it alone.' };
  if (verdict === 'cannot tell')
    return {
      mark: '▲',
      words:
        loose > 0
          ? 'Hardly folding, but braces are loose: glue them first.'
          : 'Dome or fold: not known from these readings.',
    };
  const shapes = [
    ...(hump.value > SEEN ? ['a hump behind the bridge'] : []),
    ...(hollow.value > SEEN ? ['a hollow in front of it'] : []),
  ];
  return {
    mark: '◆',
    words: `Folding: ${shapes.join(' and ') || 'its shape'} large for this dome.${loose > 0 ? ' Glue the loose braces before you judge the set.' : ''}`,
  };
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
