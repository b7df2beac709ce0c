import type { Forecast, Said, SeriesForecast, Shop } from '@upright-elder/contract';
import { sortByWeight } from '@upright-elder/core/wording';
import { AS_IT_WAS, type Scenario } from '@upright-elder/core/air';
import type { SideFit } from '@upright-elder/core/forecast';
import { lazy, memo, Suspense, useCallback, useDeferredValue, useMemo, useState } from 'react';
import type { SeasonsTask } from '../../../compute/tasks/seasons.js';
import { useUnchanged } from '../../../data/useUnchanged.js';
import { AirDoubtAsked } from '../air/AirDoubtAsked.js';
import { StorageHumidity } from './StorageHumidity.js';
import { MonthStrip } from './MonthStrip.js';
import { NumbersTable } from './NumbersTable.js';
import { LAST, ReadingsOpened } from './ReadingsOpened.js';
import { ScenarioControls } from './ScenarioControls.js';
import { SentenceList } from './SentenceList.js';
import { YearsAheadList } from './YearsAheadList.js';
import { unitOf } from './unitOf.js';
import { useScenarioYear } from './useScenarioYear.js';
import { Fold } from '../../../fields/Fold.js';
import { ListField } from '../../../fields/ListField.js';
import { PartFold } from '../../../fields/PartFold.js';

const SeasonCurve = lazy(() => import('../../../charts/SeasonCurve.js'));

interface Props {
  id: string;
  forecast: Forecast;
  series: SeriesForecast;
  shop: Shop;
  /** the reading that is open, by its date; `last` is the latest */
  opened: string | null;
  /** another series, with one of its readings open or none */
  onChoose: (key: string, reading?: string) => void;
}

/** Sentences first, then the year as one chart, its months and its numbers. */
export function SeasonsView({ id, forecast, series, shop, opened, onChoose }: Props) {
  const [scenario, setScenario] = useState<Scenario>(AS_IT_WAS);
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
  const open = useCallback(
    (date: string | null) => onChoose(series.key, date ?? undefined),
    [onChoose, series],
  );
  const months = (late?.months ?? forecast.months).find((one) => one.side === side)?.months;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 xl:grid-cols-[23rem_minmax(0,1fr)]">
      <section aria-label="What it says">
        <AirDoubtAsked id={id} />
        <Sentences
          forecast={forecast}
          series={series}
          year={year?.sentences ?? forecast.year}
          kept={year !== null}
        />
        <StorageHumidity id={id} kept={forecast.kept} />
        {forecast.yearsAhead.length > 0 && (
          <PartFold name="Years ahead, at today’s creep">
            <YearsAheadList all={forecast.yearsAhead} onReadings={(key) => onChoose(key, LAST)} />
          </PartFold>
        )}
      </section>
      <div className="sheet px-4 py-2">
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
          <ListField
            label="What is shown"
            hideLabel
            className="w-72"
            value={series.key}
            options={[
              { group: 'Action', options: forecast.sides.map(seriesOption) },
              ...(forecast.others.length > 0
                ? [
                    {
                      group: 'Everything else that is measured again and again',
                      options: forecast.others.map(seriesOption),
                    },
                  ]
                : []),
            ]}
            onPick={(key) => onChoose(key)}
          />
        </div>
        {forecast.solving && (
          <p role="status" className="text-[0.95rem] text-ochre">
            ▲ Working out this top; until then a usual top is assumed.
          </p>
        )}
        <Suspense fallback={<div className="h-[360px]" />}>
          <div data-answer="curve">
            <SeasonCurve
              series={series}
              season={forecast.season}
              wood={forecast.wood}
              stays={forecast.stays}
              today={forecast.made}
              unit={unit}
              scenario={year?.points ?? null}
              onOpen={open}
            />
          </div>
        </Suspense>
        {series.side && months && (
          <div data-answer="months">
            <MonthStrip months={months} window={series.window} unit={unit} side={series.side} />
          </div>
        )}
        <ScenarioControls
          homeRoomId={forecast.yearInput.homeRoomId}
          kept={forecast.kept}
          today={forecast.made}
          onScenario={setScenario}
        />
        <p className="mt-2 text-[0.9rem] text-faint">
          Dots: readings, with tool error
          {series.history.some(({ lay }) => lay.away > 0.5) && '; hollow, where it was elsewhere'}. Bands:
          half the time, 4 in 5, 19 in 20. Behind: moisture of the wood.
          {series.window && ' Green lines: range wanted.'}
          {year && ' Dotted: at its home humidity, 4 in 5.'} Double line: work done, a new count begins.
        </p>
        <NumbersTable name={series.name} points={series.points} scenario={late?.points ?? null} unit={unit} />
        <StandsOn forecast={forecast} series={series} shop={shop} />
        <ReadingsOpened series={series} unit={unit} opened={opened} onOpen={open} />
      </div>
    </div>
  );
}

/** What is said of the shown side, and what asks for something on the other: the most urgent first, each finding once. */
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
  if (series.side === null) return <SentenceList of={series.sentences} />;
  const ofSide = (sentences: readonly Said[]) =>
    sentences.filter((one) => !one.side || one.side === series.side || one.weight === 'act');
  // what the air would do is asked for by itself
  if (!kept)
    return (
      <SentenceList
        of={sortByWeight([...ofSide(forecast.sentences), ...ofSide(year)])}
        rest="more findings"
      />
    );
  return (
    <>
      <h2 className="mb-1 text-[1.1rem]">The coming year, if it is kept so</h2>
      <div aria-live="polite">
        <SentenceList of={ofSide(year)} />
      </div>
      <SentenceList of={ofSide(forecast.sentences)} />
    </>
  );
});

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
  const { withError, name: fineName } = unit.move;
  const { prior, priorSource, sensitivity, age } = series;
  return (
    <Fold summaryClass="font-bold" summary="How it was worked out">
      <ul className="list-disc pl-6">
        <li>{series.readings === 1 ? 'One reading' : `${series.readings} readings`} at pitch.</li>
        <li>{forecast.climateBasis}</li>
        <li>
          Assumed before measuring: {withError(prior.value, prior.sd)} {fineName} per 1 %MC ({priorSource}).
          Now {withError(sensitivity.value, sensitivity.sd)}.
        </li>
        <li>
          Season aside, it moves {withError(age.value, age.sd)} {fineName} a year.
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
    </Fold>
  );
});

const seriesOption = ({ key, name, readings }: { key: string; name: string; readings: number }) => ({
  value: key,
  label: `${name} (${readings})`,
});
