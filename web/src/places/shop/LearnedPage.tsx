import type { PredictionScore, Learning } from '@upright-elder/contract';
import { PLAN_WORDS } from '@upright-elder/core/wording';
import type { LearnedKind } from '@upright-elder/core/repair-plans';
import { TREATMENTS } from '@upright-elder/core/treatments';
import { sayHeight, type HeightUnit } from '@upright-elder/core/units';
import { Link } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useLearning } from '../../data/hooks.js';
import { useHeights } from '../../data/heights.js';
import { TreesCame } from './TreesCame.js';

const KINDS: Record<LearnedKind, { name: string; of: 'share' | 'height' }> = {
  flattening: { name: 'Share of a fold that warm flattening takes', of: 'share' },
  'rise when opened': { name: 'Rise under tension after the body was opened', of: 'height' },
  'rise when glued': { name: 'Rise under tension after a brace, crack or bridge was glued', of: 'height' },
  'top against model': { name: 'A top’s breathing against what is solved for it', of: 'share' },
};

const say = (kind: LearnedKind, value: number, unit: HeightUnit): string =>
  KINDS[kind].of === 'share'
    ? `${Math.round(100 * value)} %`
    : sayHeight(value, unit === '64ths' ? 'thou' : unit, 1);

/** What the shop's own work showed: of treatments, and of who predicted what. */
export default function LearnedPage() {
  return <Fetching of={useLearning()}>{(learning) => <LearnedOf learning={learning} />}</Fetching>;
}

function LearnedOf({ learning: { effects, hours, scores, predictions } }: { learning: Learning }) {
  const { unit } = useHeights();
  return (
    <div className="grid items-start gap-4 lg:grid-cols-2">
      <section className="sheet p-5" aria-label="What treatments did">
        <h2 className="text-[1.3rem]">What treatments did here</h2>
        <p className="text-[0.92rem] text-faint">
          Plans use our figures until your own before and after say otherwise. Band: 4 of the next 5 cases.
        </p>
        <ul className="mt-2">
          {effects.map(({ kind, value, sd, prior, cases }) => (
            <li key={kind} className="border-b border-rule py-2 last:border-b-0">
              <span className="block font-bold">{KINDS[kind].name}</span>
              <span className="text-[1.15rem]">
                {say(kind, value, unit)}{' '}
                <span className="text-[0.95rem] text-faint">
                  ({say(kind, value - 1.28 * sd, unit)} to {say(kind, value + 1.28 * sd, unit)})
                </span>
              </span>
              <span className="block text-[0.92rem] text-faint">
                {cases === 0
                  ? 'our figure; no case of your own yet'
                  : `from ${cases} ${cases === 1 ? 'case' : 'cases'} of the shop’s own; the house says ${say(kind, prior, unit)}`}
              </span>
            </li>
          ))}
        </ul>
        <h3 className="mt-3 text-[1.15rem]">Hours</h3>
        {hours.length === 0 ? (
          <p className="text-[0.95rem]">
            None yet: write the hours down where work of one treatment is noted on an instrument.
          </p>
        ) : (
          <ul className="text-[0.95rem]">
            {hours.map(({ treatment, factor, cases }) => (
              <li key={treatment}>
                {TREATMENTS[treatment].name}: {Math.round(100 * factor)} % of the catalogue’s hours, from{' '}
                {cases} {cases === 1 ? 'job' : 'jobs'}
              </li>
            ))}
          </ul>
        )}
      </section>
      <TreesCame />
      <section className="sheet p-5" aria-label="Predictions">
        <h2 className="text-[1.3rem]">Who predicted what</h2>
        {scores.length === 0 ? (
          <p className="text-[0.95rem]">
            No prediction yet. On <em>Judgement</em> a person may be asked for cause and plan before the
            program shows its own.
          </p>
        ) : (
          <ul>
            {scores.map((score) => (
              <ScoreOf key={score.name ?? ''} score={score} />
            ))}
          </ul>
        )}
        {predictions.length > 0 && (
          <>
            <h3 className="mt-3 text-[1.15rem]">Predictions, the latest first</h3>
            <ul className="text-[0.95rem]">
              {predictions.slice(0, 50).map((prediction) => (
                <li key={prediction.id} className="border-b border-rule py-1.5 last:border-b-0">
                  <Link to={`/instruments/${prediction.instrumentId}/judgement`} className="underline">
                    {prediction.nickname}
                  </Link>{' '}
                  · {prediction.byName}: {prediction.cause}, {PLAN_WORDS[prediction.plan].name.toLowerCase()};
                  {prediction.programCause !== null && prediction.programPlan !== null
                    ? `the program: ${prediction.programCause}, ${PLAN_WORDS[prediction.programPlan].name.toLowerCase()}; `
                    : 'the program did not say its own; '}
                  {prediction.shown ? `it was ${prediction.shown}` : 'the work has not shown it yet'}
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
    </div>
  );
}

function ScoreOf({ score: { name, right, of, open, where } }: { score: PredictionScore }) {
  return (
    <li className="border-b border-rule py-2 last:border-b-0">
      <span className="block font-bold">{name ?? 'The program'}</span>
      {of === 0 ? 'Nothing has been shown by the work yet' : `Right ${right} times of ${of}`}
      {open > 0 && `, ${open} still open`}.
      {where.length > 0 && (
        <span className="block text-[0.92rem] text-faint">
          {where.map((one) => `${one.cause} ${one.right} of ${one.of}`).join(' · ')}
        </span>
      )}
    </li>
  );
}
