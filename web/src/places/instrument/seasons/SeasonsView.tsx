import type { Forecast, Said, SeriesForecast, Shop } from '@upright-elder/contract';
import { AS_IT_WAS, type Scenario } from '@upright-elder/core/air';
import type { SideFit } from '@upright-elder/core/forecast';
import { lazy, memo, Suspense, useDeferredValue, useMemo, useState } from 'react';
import { WeightMark } from '../../../fields/WeightMark.js';
import type { SeasonsTask } from '../../../workers/seasons.worker.js';
import { useUnchanged } from '../../../data/useUnchanged.js';
import { MonthStrip } from './MonthStrip.js';
import { NumbersTable } from './NumbersTable.js';
import { ReadingsOpened } from './ReadingsOpened.js';
import { ScenarioControls } from './ScenarioControls.js';
import { unitOf } from './unitOf.js';
import { useScenarioYear } from './useScenarioYear.js';

const SeasonCurve = lazy(() => import('../../../charts/SeasonCurve.js'));

interface Props {
  forecast: Forecast;
  series: SeriesForecast;
  shop: Shop;
  onChoose: (key: string) => void;
}

/** Sentences first, then the year as one chart, its months and its numbers. */
export function SeasonsView({ forecast, series, shop, onChoose }: Props) {
  const [scenario, setScenario] = useState<Scenario>(AS_IT_WAS);
  const [opened, setOpened] = useState<string | null>(null);
  const given = useMemo<SeasonsTask>(
    () => ({
      yearInput: forecast.yearInput,
      sides: forecast.sides.map(({ side, calibration, window }): SideFit => ({
        side: side!,
        calibration,
        window: window!,
      })),
      shown: series.calibration,
      sayIn: shop.sayIn,
    }),
    [forecast, series, shop],
  );
  const { year, trouble, again } = useScenarioYear(useUnchanged(given), scenario);
  // the chart follows the finger; words and tables come as soon as there is time
  const late = useDeferredValue(year);
  const unit = useMemo(() => unitOf(series, shop.sayIn), [series, shop.sayIn]);
  const side = series.side ?? 'bass';
  const months = (late?.months ?? forecast.months).find((one) => one.side === side)?.months;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 xl:grid-cols-[23rem_minmax(0,1fr)]">
      <Sentences
        forecast={forecast}
        series={series}
        year={year?.sentences ?? forecast.year}
        kept={year !== null}
      />
      <div className="sheet p-4">
        {trouble && (
          <p role="alert" className="mb-2 text-ochre">
            ▲ {trouble}{' '}
            <button type="button" className="quiet" onClick={again}>
              Try again
            </button>
          </p>
        )}
        <div className="flex flex-wrap items-center justify-between gap-2">
          <h2 className="text-[1.3rem]">{series.name}</h2>
          <label className="text-[0.9rem]">
            <span className="sr-only">Show</span>
            <select
              className="field w-72"
              value={series.key}
              aria-label="What is shown"
              onChange={(event) => onChoose(event.target.value)}
            >
              <optgroup label="Action">
                {forecast.sides.map(({ key, name, readings }) => (
                  <option key={key} value={key}>
                    {name} ({readings})
                  </option>
                ))}
              </optgroup>
              {forecast.others.length > 0 && (
                <optgroup label="Everything else that is followed">
                  {forecast.others.map(({ key, name, readings }) => (
                    <option key={key} value={key}>
                      {name} ({readings})
                    </option>
                  ))}
                </optgroup>
              )}
            </select>
          </label>
        </div>
        {forecast.solving && (
          <p role="status" className="text-[0.95rem] text-ochre">
            ▲ Its own plan is being solved; until then these figures stand on a usual top.
          </p>
        )}
        <Suspense fallback={<div className="h-[360px]" />}>
          <SeasonCurve
            series={series}
            season={forecast.season}
            today={forecast.made}
            unit={unit}
            scenario={year?.points ?? null}
            onOpen={setOpened}
          />
        </Suspense>
        <ScenarioControls
          homeRoomId={forecast.yearInput.homeRoomId}
          today={forecast.made}
          onScenario={setScenario}
        />
        {series.side && months && (
          <MonthStrip months={months} window={series.window} unit={unit} side={series.side} />
        )}
        <p className="mt-2 text-[0.9rem] text-faint">
          Dots: readings with the tool’s error. Bands: where it is expected to stand itself, half, four fifths
          and nineteen twentieths of the time. Behind: the wood’s moisture by season, higher is damper.
          {series.window && ' Between the green lines is what is wanted.'}
          {year && ' Dotted, with its green band: as it would be kept, four fifths of the time.'} A double
          line: something was done that begins a new count.
        </p>
        <NumbersTable name={series.name} points={series.points} scenario={late?.points ?? null} unit={unit} />
        <StandsOn forecast={forecast} series={series} shop={shop} />
        <ReadingsOpened series={series} unit={unit} opened={opened} onOpen={setOpened} />
      </div>
    </div>
  );
}

/** What is said of the shown side, and what asks for something on the other. */
const Sentences = memo(function Sentences({
  forecast,
  series,
  year,
  kept,
}: {
  forecast: Forecast;
  series: SeriesForecast;
  year: readonly Said[];
  kept: boolean;
}) {
  const side = series.side ?? 'bass';
  const ofSide = (sentences: readonly Said[]) =>
    sentences.filter((one) => !one.side || one.side === side || one.weight === 'act');
  const action = series.side !== null;
  return (
    <section aria-label="What it says">
      {series.sentences.length > 0 && <SentenceList of={series.sentences} />}
      {action && <SentenceList of={ofSide(forecast.sentences)} />}
      {action && (
        <>
          <h2 className="mt-3 mb-1 text-[1.1rem]">
            {kept ? 'The coming year, if it is kept so' : 'The coming year, if the air goes on as it was'}
          </h2>
          <div aria-live="polite">
            <SentenceList of={ofSide(year)} />
          </div>
        </>
      )}
    </section>
  );
});

function SentenceList({ of }: { of: readonly Said[] }) {
  return (
    <div className="sheet mb-2 divide-y divide-rule px-4">
      {of.map(({ text, weight, because }) => (
        <div key={text} className="py-2">
          <WeightMark weight={weight} />
          <p className="said text-[1.02rem] leading-snug">{text}</p>
          <details>
            <summary className="cursor-pointer text-[0.88rem] text-faint">why</summary>
            <p className="text-[0.95rem]">{because}</p>
          </details>
        </div>
      ))}
    </div>
  );
}

const StandsOn = memo(function StandsOn({
  forecast,
  series,
  shop,
}: {
  forecast: Forecast;
  series: SeriesForecast;
  shop: Shop;
}) {
  const unit = unitOf(series, shop.sayIn);
  const { of: fine, name: fineName } = unit.move;
  const { prior, priorSource, sensitivity, age } = series;
  return (
    <details>
      <summary className="min-h-[44px] cursor-pointer content-center font-bold">What it stands on</summary>
      <ul className="list-disc pl-6">
        <li>{series.readings === 1 ? 'One reading' : `${series.readings} readings`} at pitch.</li>
        <li>{forecast.climateBasis}</li>
        <li>
          Before measuring it was believed to move {fine(prior.mean)} ± {fine(prior.sd)} {fineName} per 1 %MC
          ({priorSource}); now {fine(sensitivity.mean)} ± {fine(sensitivity.sd)}.
        </li>
        <li>
          Apart from the season it moves {fine(age.mean)} ± {fine(age.sd)} {fineName} a year.
        </li>
        {series.window && (
          <li>
            Wanted: {unit.say(series.window[0])} to {unit.say(series.window[1])}.
          </li>
        )}
        {forecast.assumed.map((words) => (
          <li key={words}>{words[0]!.toUpperCase() + words.slice(1)}.</li>
        ))}
        {forecast.leftOut.map((words) => (
          <li key={words}>Left out: {words}.</li>
        ))}
      </ul>
    </details>
  );
});
