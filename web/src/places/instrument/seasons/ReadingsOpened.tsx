import { sayDate } from '@upright-elder/core/days';
import type { HistoryPoint, SeriesForecast } from '@upright-elder/contract';
import { memo, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { Fold } from '../../../fields/Fold.js';
import type { SeriesUnit } from './unitOf.js';

/** Stands for the latest reading, whichever that is. */
export const LAST = 'last';

interface Props {
  series: SeriesForecast;
  unit: SeriesUnit;
  /** the reading that is open, by its date; `last` is the latest */
  opened: string | null;
  onOpen: (date: string | null) => void;
}

/** Every reading of the series; opened, it says where its number comes from and what the fit makes of it. */
export const ReadingsOpened = memo(function ReadingsOpened({ series, unit, opened, onOpen }: Props) {
  const { history } = series;
  const section = useRef<HTMLElement>(null);
  const asked = opened === LAST;
  const [unfolded, setUnfolded] = useState(false);
  const shown = asked ? history.at(-1)?.date : opened;
  useEffect(() => {
    if (asked) section.current?.scrollIntoView({ block: 'nearest' });
  }, [asked, series.key]);
  return (
    <section ref={section} aria-label="Based on these readings" className="mt-3">
      <Fold
        summaryClass="font-bold"
        summary="Based on these readings"
        open={unfolded || opened !== null}
        onOpenChange={(next) => {
          setUnfolded(next);
          if (!next && opened !== null) onOpen(null);
        }}
      >
        <ul>
          {[...history].reverse().map((point) => (
            <li key={point.date} className="border-b border-rule">
              <ReadingHead point={point} unit={unit} open={shown === point.date} onOpen={onOpen} />
              {shown === point.date && <ReadingSources point={point} series={series} unit={unit} />}
            </li>
          ))}
        </ul>
      </Fold>
    </section>
  );
});

function ReadingHead({
  point,
  unit,
  open,
  onOpen,
}: {
  point: HistoryPoint;
  unit: SeriesUnit;
  open: boolean;
  onOpen: (date: string | null) => void;
}) {
  const button = useRef<HTMLButtonElement>(null);
  const odd = point.misfit !== null && Math.abs(point.misfit) > 3;
  return (
    <button
      ref={button}
      type="button"
      aria-expanded={open}
      className="flex min-h-[44px] w-full flex-wrap items-center gap-x-4 text-left"
      onClick={() => onOpen(open ? null : point.date)}
    >
      <span className="w-32">{sayDate(point.date)}</span>
      <span className="w-40 tabular-nums">
        <strong>{unit.say(point.value)}</strong> ± {unit.move.of(point.sd)} {unit.move.name}
      </span>
      <span className="w-28 tabular-nums">{point.moisture.toFixed(1)} %MC</span>
      <span className={odd ? 'font-bold text-ochre' : 'text-faint'}>
        {point.misfit === null
          ? 'before the last work'
          : odd
            ? `▲ does not fit: read right?`
            : point.afterIntervention
              ? 'first after work'
              : ''}
      </span>
    </button>
  );
}

const FROM: Record<string, string> = {
  'room log': 'the room’s log, followed through the thickness of a finished top',
  'examination air': 'the air read at the examination, since no log reaches there',
  climate: 'what is usual for the season; nothing measured',
  meter: 'the meter alone; no log, no air reading',
};

/** Down to formula and source. */
function ReadingSources({
  point,
  series,
  unit,
}: {
  point: HistoryPoint;
  series: SeriesForecast;
  unit: SeriesUnit;
}) {
  const { value, standing, sd, moisture, moistureSd, moistureFrom, lay, misfit, slip, atKept } = point;
  const { sensitivity, age, calibration } = series;
  const { of, name } = unit.move;
  const visit = calibration.visits.find(({ day }) => day === Date.parse(point.date) / 86400000);
  return (
    <dl className="mb-3 grid gap-x-4 gap-y-1 border-l-4 border-verdigris pl-3 text-[0.95rem] sm:grid-cols-[12rem_1fr]">
      <dt className="text-faint">Read</dt>
      <dd>
        {unit.say(value)} with a standard error of {of(sd)} {name}, from the tool’s resolution /√12 and its
        repeatability.
        {standing !== value &&
          ` With saddle and nut as they are set today it would read ${unit.say(standing)}: what they were moved by since is taken out.`}
      </dd>
      <dt className="text-faint">Wood that day</dt>
      <dd>
        {lay.room !== '' && `In ${lay.room}. `}
        {lay.away > 0.5 && lay.away < 1 && 'Its air says it was probably elsewhere. '}
        {moisture.toFixed(2)} ± {moistureSd.toFixed(2)} %MC by {FROM[moistureFrom] ?? moistureFrom};
        equilibrium by Hailwood and Horrobin (Wood Handbook, chapter 4). What a meter showed has pulled it,
        both errors weighed.
      </dd>
      {visit && (
        <>
          <dt className="text-faint">In the fit</dt>
          <dd>
            y = level + β (M − {calibration.referenceMoisture.toFixed(2)}) + age · years + settling · ln(1 +
            τ/τ₀) + walk, with M drawn towards its season to {visit.shrunkMoisture.toFixed(2)} %MC; level{' '}
            {unit.say(calibration.level.value)}, β {of(sensitivity.value)} ± {of(sensitivity.sd)} {name} per
            %MC, age {of(age.value)} ± {of(age.sd)} {name} a year.
          </dd>
          <dt className="text-faint">Against all others</dt>
          <dd>
            {misfit! > 0 ? '+' : '−'}
            {Math.abs(misfit!).toFixed(1)} of its own errors; a slip with a chance of{' '}
            {Math.round(100 * (slip ?? 0))} %.
          </dd>
          <dt className="text-faint">Where it will live</dt>
          <dd>{unit.say(atKept!)} at its home humidity, so that readings of different seasons compare.</dd>
        </>
      )}
      {point.examinationId && (
        <dd className="sm:col-start-2">
          <Link className="underline" to={`../examine?examination=${point.examinationId}`}>
            Open the examination
          </Link>
        </dd>
      )}
    </dl>
  );
}
