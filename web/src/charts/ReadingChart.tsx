import { DAY_MS, isoDate, sayDate } from '@upright-elder/core/days';
import { scaleLinear } from 'd3-scale';
import {
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { TIME_AXIS } from './timeAxis.js';

export interface ReadPoint {
  /** of its examination */
  id: string;
  date: string;
  /** SI, with its standard deviation */
  value: number;
  sd: number;
  /** it begins a new count: something was done before it */
  afterIntervention?: boolean;
  chosen?: boolean;
}

/** SI per unit, and its name. */
export interface ChartUnit {
  per: number;
  name: string;
}

interface Row {
  id: string;
  time: number;
  reading: number;
  error: number;
  chosen: boolean;
}

/** About so many lines lie across. */
const LINES = { small: 4, wide: 7 };
/** So much of the time, and never less than a month, is left free before and after, part and days. */
const BESIDE = { part: 0.04, least: 15 };

/** One reading over the years on axes of its own, each with the tool's error; what is joined was not touched between. */
export default function ReadingChart({
  points,
  unit,
  say,
  small = false,
  onOpen,
}: {
  points: readonly ReadPoint[];
  unit: ChartUnit;
  say: (value: number) => string;
  /** in the little sheet that opens over a number */
  small?: boolean;
  /** an examination was chosen */
  onOpen?: (id: string) => void;
}) {
  const rows = points.map(({ id, date, value, sd, chosen = false }): Row => ({
    id,
    time: Date.parse(date),
    reading: value / unit.per,
    error: (1.96 * sd) / unit.per,
    chosen,
  }));
  const axis = scaleLinear(
    [
      Math.min(...rows.map(({ reading, error }) => reading - error)),
      Math.max(...rows.map(({ reading, error }) => reading + error)),
    ],
    [0, 1],
  ).nice(small ? LINES.small : LINES.wide);
  const [first, last] = [rows[0]!.time, rows.at(-1)!.time];
  const beside = Math.max(BESIDE.least * DAY_MS, BESIDE.part * (last - first));
  const values = points.map(({ value }) => value);
  const words = `from ${say(Math.min(...values))} to ${say(Math.max(...values))} over ${points.length} examinations`;
  const size = small ? 12 : 14;
  return (
    <figure className="mt-3">
      <div className={small ? 'h-[170px]' : 'h-[300px]'} role="figure" aria-label={words}>
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart
            data={rows}
            margin={{ top: 8, right: 8, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis
              {...TIME_AXIS}
              domain={[first - beside, last + beside]}
              tick={{ fill: 'var(--faint)', fontSize: size }}
              minTickGap={small ? 24 : 48}
            />
            <YAxis
              domain={axis.domain()}
              ticks={axis.ticks(small ? LINES.small : LINES.wide)}
              stroke="var(--faint)"
              tick={{ fill: 'var(--ink)', fontSize: size }}
              width={small ? 44 : 64}
              label={
                small
                  ? undefined
                  : {
                      value: unit.name,
                      angle: -90,
                      position: 'insideLeft',
                      fill: 'var(--faint)',
                      fontSize: size,
                    }
              }
            />
            {points
              .filter(({ afterIntervention }) => afterIntervention)
              .map(({ id, date }) => (
                <ReferenceLine
                  key={id}
                  x={Date.parse(date) - 3 * DAY_MS}
                  stroke="var(--faint)"
                  strokeWidth={2}
                />
              ))}
            {runsOf(points, rows).map((run, i) => (
              <Line
                key={i}
                data={run}
                dataKey="reading"
                stroke="var(--damp)"
                strokeWidth={2}
                dot={false}
                activeDot={false}
                isAnimationActive={false}
                tooltipType="none"
              />
            ))}
            <Scatter
              dataKey="reading"
              isAnimationActive={false}
              cursor={onOpen ? 'pointer' : undefined}
              shape={(dot: unknown) => <Dot {...(dot as DotProps)} />}
              onClick={(point) => {
                onOpen?.((point as unknown as { payload: Row }).payload.id);
              }}
            >
              <ErrorBar dataKey="error" width={5} strokeWidth={1.5} stroke="var(--ink)" direction="y" />
            </Scatter>
            {!small && (
              <Tooltip
                content={({ active, payload }) => {
                  const row = active ? (payload?.[0]?.payload as Row | undefined) : undefined;
                  return row ? (
                    <div className="sheet px-3 py-2 text-[0.9rem]">
                      <p className="font-bold">{sayDate(isoDate(row.time / DAY_MS))}</p>
                      <p>
                        {say(row.reading * unit.per)} ± {say(row.error * unit.per)}
                      </p>
                    </div>
                  ) : null;
                }}
              />
            )}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-[0.9rem] text-faint">
        {words}; bars hold 95 of 100 readings of this tool{sinceWords(points)}
      </figcaption>
    </figure>
  );
}

interface DotProps {
  cx: number;
  cy: number;
  payload: Row;
}

const Dot = ({ cx, cy, payload: { chosen } }: DotProps) => (
  <circle cx={cx} cy={cy} r={chosen ? 6 : 4} fill={chosen ? 'var(--verdigris)' : 'var(--ink)'} />
);

/** Stretches between interventions: what was done between two readings is not drawn as if it had crept. */
function runsOf(points: readonly ReadPoint[], rows: readonly Row[]): Row[][] {
  const runs: Row[][] = [];
  points.forEach(({ afterIntervention }, i) => {
    if (i === 0 || afterIntervention) runs.push([]);
    runs.at(-1)!.push(rows[i]!);
  });
  return runs;
}

function sinceWords(points: readonly ReadPoint[]): string {
  const last = points.findLast(({ afterIntervention }) => afterIntervention);
  return last ? `; something was done before ${sayDate(last.date)}` : '';
}
