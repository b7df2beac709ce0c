import type { SeasonPoint, SeriesForecast } from '@upright-elder/contract';
import { format } from 'date-fns';
import {
  Area,
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

interface Props {
  series: SeriesForecast;
  season: SeasonPoint[];
  today: string;
  /** SI per unit, its name, and what stands between two lines */
  unit: { per: number; name: string; step: number };
  /** the same days as a scenario makes them; null where none is looked at */
  scenario: readonly { date: string; median: number; band80: [number, number] }[] | null;
  /** a reading was chosen, by its date */
  onOpen: (date: string) => void;
}

interface Row {
  time: number;
  moisture?: number;
  median?: number;
  band50?: [number, number];
  band80?: [number, number];
  band95?: [number, number];
  kept?: number;
  kept80?: [number, number];
  reading?: number;
  error?: number;
  date?: string;
}

/** History with the season behind it, and the forecast with its bands. */
export default function SeasonCurve({ series, season, today, unit, scenario, onOpen }: Props) {
  const inUnit = (value: number) => value / unit.per;
  const pair = ([low, high]: [number, number]): [number, number] => [inUnit(low), inUnit(high)];
  const rows: Row[] = [
    ...season.map(({ date, moisture }): Row => ({ time: Date.parse(date), moisture })),
    ...series.points.map(({ date, median, band50, band80, band95 }): Row => ({
      time: Date.parse(date),
      median: inUnit(median),
      band50: pair(band50),
      band80: pair(band80),
      band95: pair(band95),
    })),
    ...(scenario ?? []).map(({ date, median, band80 }): Row => ({
      time: Date.parse(date),
      kept: inUnit(median),
      kept80: pair(band80),
    })),
    ...series.history.map(({ date, value, sd }): Row => ({
      date,
      time: Date.parse(date),
      reading: inUnit(value),
      error: inUnit(1.96 * sd),
    })),
  ].sort((a, b) => a.time - b.time);
  const heights = rows.flatMap(({ band95, reading, error }) => [
    ...(band95 ?? []),
    ...(reading === undefined ? [] : [reading - error!, reading + error!]),
  ]);
  const wanted = series.window ? pair(series.window) : [];
  const step = stepOver(Math.max(...heights, ...wanted) - Math.min(...heights, ...wanted), unit.step);
  const low = Math.floor(Math.min(...heights, ...wanted) / step) * step;
  const high = Math.ceil(Math.max(...heights, ...wanted) / step) * step;
  const worked = series.history.filter(({ afterWork }) => afterWork);
  const ticks = Array.from({ length: Math.round((high - low) / step) + 1 }, (_, i) => low + i * step);
  const moistures = season.map(({ moisture }) => moisture);
  const months = monthStarts(rows[0]!.time, rows.at(-1)!.time);

  return (
    <div
      className="h-[360px]"
      role="img"
      aria-label={`${series.name} in ${unit.name}: ${series.history.length} readings and a forecast for twelve months${scenario ? ', and the same as it would be kept' : ''}`}
    >
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart
          data={rows}
          margin={{ top: 12, right: 8, bottom: 4, left: 0 }}
          accessibilityLayer={false}
        >
          <XAxis {...TIME_AXIS} ticks={months} />
          <YAxis
            yAxisId="height"
            domain={[low, high]}
            ticks={ticks}
            stroke="var(--faint)"
            tick={{ fill: 'var(--ink)', fontSize: 15 }}
            label={{
              value: unit.name,
              angle: -90,
              position: 'insideLeft',
              fill: 'var(--faint)',
              fontSize: 14,
              dy: 60,
            }}
            width={64}
          />
          <YAxis
            yAxisId="moisture"
            orientation="right"
            domain={[Math.min(...moistures) - 0.6, Math.max(...moistures) + 6]}
            hide
          />
          <Area
            yAxisId="moisture"
            dataKey="moisture"
            baseValue="dataMin"
            stroke="none"
            fill="var(--damp)"
            fillOpacity={0.28}
            connectNulls
            isAnimationActive={false}
            tooltipType="none"
            activeDot={false}
          />
          <Area
            yAxisId="height"
            dataKey="band95"
            stroke="none"
            fill="var(--ochre)"
            fillOpacity={0.14}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          <Area
            yAxisId="height"
            dataKey="band80"
            stroke="none"
            fill="var(--ochre)"
            fillOpacity={0.2}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          <Area
            yAxisId="height"
            dataKey="band50"
            stroke="none"
            fill="var(--ochre)"
            fillOpacity={0.3}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          <Line
            yAxisId="height"
            dataKey="median"
            stroke="var(--ink)"
            strokeWidth={2.5}
            dot={false}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          <Area
            yAxisId="height"
            dataKey="kept80"
            stroke="none"
            fill="var(--verdigris)"
            fillOpacity={0.26}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          <Line
            yAxisId="height"
            dataKey="kept"
            stroke="var(--verdigris)"
            strokeWidth={3}
            strokeDasharray="2 4"
            strokeLinecap="round"
            dot={false}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          {wanted.map((height) => (
            <ReferenceLine
              key={height}
              yAxisId="height"
              y={height}
              stroke="var(--verdigris)"
              strokeDasharray="8 5"
              strokeWidth={2}
            />
          ))}
          {worked.flatMap(({ date }) =>
            [-1, 1].map((beside) => (
              <ReferenceLine
                key={`${date} ${beside}`}
                yAxisId="height"
                x={Date.parse(date) + beside * 2.5 * 86400000}
                stroke="var(--faint)"
              />
            )),
          )}
          <ReferenceLine
            yAxisId="height"
            x={Date.parse(today)}
            stroke="var(--ink)"
            label={{ value: 'today', position: 'insideTopRight', fill: 'var(--ink)', fontSize: 14 }}
          />
          <Scatter
            yAxisId="height"
            dataKey="reading"
            fill="var(--ink)"
            isAnimationActive={false}
            cursor="pointer"
            onClick={(point) => {
              const { date } = (point as unknown as { payload: Row }).payload;
              if (date) onOpen(date);
            }}
          >
            <ErrorBar dataKey="error" width={6} strokeWidth={1.6} stroke="var(--ink)" direction="y" />
          </Scatter>
          <Tooltip
            content={({ active, payload }) =>
              active && payload?.[0] ? <RowWords row={payload[0].payload as Row} unit={unit.name} /> : null
            }
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

function RowWords({ row, unit }: { row: Row; unit: string }) {
  const say = (value: number) => value.toFixed(2).replace(/\.?0+$/u, '');
  return (
    <div className="sheet px-3 py-2 text-[0.9rem]">
      <p className="font-bold">{format(new Date(row.time), 'd MMM yyyy')}</p>
      {row.median !== undefined && row.band80 && (
        <p>
          expected {say(row.median)}, four fifths {say(row.band80[0])} to {say(row.band80[1])} {unit}
        </p>
      )}
      {row.kept !== undefined && row.kept80 && (
        <p>
          as kept {say(row.kept)}, four fifths {say(row.kept80[0])} to {say(row.kept80[1])} {unit}
        </p>
      )}
      {row.reading !== undefined && (
        <p>
          read {say(row.reading)} {unit}
        </p>
      )}
      {row.moisture !== undefined && <p>season’s wood {row.moisture.toFixed(1)} %MC</p>}
    </div>
  );
}

/** A step of the usual size, or as many times larger as keeps the lines apart. */
function stepOver(span: number, usual: number): number {
  let step = usual;
  for (let i = 0; span / step > 9; i++) step *= i % 2 === 0 ? 2 : 2.5;
  return step;
}

/** First days of every third month between two instants. */
function monthStarts(from: number, to: number): number[] {
  const starts: number[] = [];
  const first = new Date(from);
  for (let month = first.getUTCMonth() + 1; ; month++) {
    const time = Date.UTC(first.getUTCFullYear(), month, 1);
    if (time > to) return starts;
    if (month % 3 === 1 || to - from < 500 * 86400000) starts.push(time);
  }
}
