import { DAY_MS, sayDate, isoDate } from '@upright-elder/core/days';
import type { SeasonPoint, SeriesForecast, StayShown, WoodPoint } from '@upright-elder/contract';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { memo, useEffect, useRef, useState } from 'react';
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
import { axisOf } from './axis.js';
import type { ChartUnit } from './ReadingChart.js';

import { PathStrip } from './PathStrip.js';
import { TIME_AXIS } from './timeAxis.js';

/** With what usually stands between two lines. */
type CurveUnit = ChartUnit & { step: number };

interface Props {
  series: SeriesForecast;
  season: SeasonPoint[];
  /** the wood as it was, and where it lay */
  wood: WoodPoint[];
  stays: StayShown[];
  today: string;
  /** SI per unit, its name, and what stands between two lines */
  unit: CurveUnit;
  /** the same days as a scenario makes them; null where none is looked at */
  scenario: readonly KeptPoint[] | null;
  /** a reading was chosen, by its date */
  onOpen: (date: string) => void;
}

interface KeptPoint {
  date: string;
  median: number;
  band80: [number, number];
}

interface Row {
  time: number;
  moisture?: number;
  wood?: number;
  woodBand?: [number, number];
  median?: number;
  band50?: [number, number];
  band80?: [number, number];
  band95?: [number, number];
  reading?: number;
  error?: number;
  date?: string;
  /** it lay elsewhere than today */
  away?: boolean;
}

/** Where the plot lies in the picture, so that what is laid over it fits. */
const PLOT = { top: 12, right: 8, bottom: 4, left: 64, axis: 30 };

/** History with the season behind it, and the forecast with its bands; over it, what a scenario makes of it. */
export default function SeasonCurve({ series, season, wood, stays, today, unit, scenario, onOpen }: Props) {
  const { low, high, ticks } = heightsOf(series, scenario, unit);
  const from = Math.min(...[...season, ...series.history].map(({ date }) => Date.parse(date)));
  const to = Math.max(...[...season, ...series.points].map(({ date }) => Date.parse(date)));
  return (
    <>
      <div className="relative">
        <BaseCurve {...{ series, season, wood, today, unit, onOpen, low, high, ticks, from, to }} />
        {scenario && <KeptCurve {...{ scenario, unit, low, high, from, to }} />}
      </div>
      <PathStrip stays={stays} from={from} to={to} left={PLOT.left} right={PLOT.right} />
    </>
  );
}

/** The chart's axis of heights, in the unit. */
function heightsOf(
  { points, history, window }: SeriesForecast,
  scenario: readonly KeptPoint[] | null,
  unit: CurveUnit,
): ReturnType<typeof axisOf> {
  const heights = [
    ...points.flatMap(({ band95 }) => band95),
    ...history.flatMap(({ value, sd }) => [value - 1.96 * sd, value + 1.96 * sd]),
    ...(scenario ?? []).flatMap(({ band80 }) => band80),
    ...(window ?? []),
  ].map((value) => value / unit.per);
  return axisOf(heights, unit.step);
}

interface Frame {
  low: number;
  high: number;
  from: number;
  to: number;
}

/** The year as it would be kept, laid over the chart: it alone is drawn anew while a finger moves. */
function KeptCurve({
  scenario,
  unit,
  low,
  high,
  from,
  to,
}: Frame & { scenario: readonly KeptPoint[]; unit: CurveUnit }) {
  const { ref, width, height } = useSize();
  const x = scaleLinear([from, to], [PLOT.left, width - PLOT.right]);
  const y = scaleLinear([low, high], [height - PLOT.bottom - PLOT.axis, PLOT.top]);
  const at = ({ date }: KeptPoint) => x(Date.parse(date));
  const up = (value: number) => y(value / unit.per);
  const band = area<KeptPoint>()
    .x(at)
    .y0(({ band80 }) => up(band80[0]))
    .y1(({ band80 }) => up(band80[1]));
  const middle = line<KeptPoint>()
    .x(at)
    .y(({ median }) => up(median));
  const points = [...scenario];
  return (
    <svg ref={ref} aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
      {width > 0 && (
        <>
          <path d={band(points) ?? ''} fill="var(--verdigris)" fillOpacity={0.26} />
          <path
            d={middle(points) ?? ''}
            fill="none"
            stroke="var(--verdigris)"
            strokeWidth={3}
            strokeDasharray="2 4"
            strokeLinecap="round"
          />
        </>
      )}
    </svg>
  );
}

/** How large an element is, and stays so when it changes. */
function useSize() {
  const ref = useRef<SVGSVGElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const element = ref.current!;
    const observer = new ResizeObserver(() => {
      const { width, height } = element.getBoundingClientRect();
      setSize({ width, height });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, ...size };
}

const BaseCurve = memo(function BaseCurve({
  series,
  season,
  wood,
  today,
  unit,
  onOpen,
  low,
  high,
  ticks,
  from,
  to,
}: Omit<Props, 'scenario' | 'stays'> & Frame & { ticks: number[] }) {
  const inUnit = (value: number) => value / unit.per;
  const pair = ([a, b]: [number, number]): [number, number] => [inUnit(a), inUnit(b)];
  const rows: Row[] = [
    ...season.map(({ date, moisture }): Row => ({ time: Date.parse(date), moisture })),
    ...wood.map(({ date, moisture, band80 }): Row => ({
      time: Date.parse(date),
      wood: moisture,
      woodBand: band80,
    })),
    ...series.points.map(({ date, median, band50, band80, band95 }): Row => ({
      time: Date.parse(date),
      median: inUnit(median),
      band50: pair(band50),
      band80: pair(band80),
      band95: pair(band95),
    })),
    ...series.history.map(({ date, value, sd, lay }): Row => ({
      date,
      away: lay.away > 0.5,
      time: Date.parse(date),
      reading: inUnit(value),
      error: inUnit(1.96 * sd),
    })),
  ].sort((a, b) => a.time - b.time);
  const wanted = series.window ? pair(series.window) : [];
  const worked = series.history.filter(({ afterIntervention }) => afterIntervention);
  const moistures = [...season.map(({ moisture }) => moisture), ...wood.flatMap(({ band80 }) => band80)];
  const months = monthStarts(from, to);

  return (
    <div
      className="h-[360px]"
      role="figure"
      aria-label={`${series.name} in ${unit.name}: ${series.history.length} readings and a forecast for twelve months`}
    >
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart
          data={rows}
          margin={{ top: PLOT.top, right: PLOT.right, bottom: PLOT.bottom, left: 0 }}
          accessibilityLayer={false}
        >
          <XAxis {...TIME_AXIS} domain={[from, to]} height={PLOT.axis} ticks={months} />
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
            width={PLOT.left}
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
            yAxisId="moisture"
            dataKey="woodBand"
            stroke="none"
            fill="var(--damp)"
            fillOpacity={0.35}
            isAnimationActive={false}
            connectNulls
            activeDot={false}
          />
          <Line
            yAxisId="moisture"
            dataKey="wood"
            stroke="var(--damp-line)"
            strokeWidth={1.4}
            dot={false}
            isAnimationActive={false}
            connectNulls
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
                x={Date.parse(date) + beside * 2.5 * DAY_MS}
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
            shape={(point: unknown) => <ReadingDot {...(point as DotProps)} />}
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
});

interface DotProps {
  cx?: number;
  cy?: number;
  payload?: Row;
}

/** A reading; hollow where it lay elsewhere than today. */
function ReadingDot({ cx, cy, payload }: DotProps) {
  // every day of the chart has a place here, and most of them no reading
  if (payload?.reading === undefined || cx === undefined || cy === undefined) return null;
  return (
    <circle
      cx={cx}
      cy={cy}
      r={payload.away ? 5 : 4.5}
      fill={payload.away ? 'var(--sheet)' : 'var(--ink)'}
      stroke="var(--ink)"
      strokeWidth={1.8}
    />
  );
}

function RowWords({ row, unit }: { row: Row; unit: string }) {
  const say = (value: number) => value.toFixed(2).replace(/\.?0+$/u, '');
  return (
    <div className="sheet px-3 py-2 text-[0.9rem]">
      <p className="font-bold">{sayDate(isoDate(row.time / DAY_MS))}</p>
      {row.median !== undefined && row.band80 && (
        <p>
          expected {say(row.median)}, four fifths {say(row.band80[0])} to {say(row.band80[1])} {unit}
        </p>
      )}
      {row.reading !== undefined && (
        <p>
          read {say(row.reading)} {unit}
        </p>
      )}
      {row.wood !== undefined && <p>wood about {row.wood.toFixed(1)} %MC</p>}
      {row.moisture !== undefined && <p>season’s wood {row.moisture.toFixed(1)} %MC</p>}
    </div>
  );
}

/** First days of every third month between two instants. */
function monthStarts(from: number, to: number): number[] {
  const starts: number[] = [];
  const first = new Date(from);
  for (let month = first.getUTCMonth() + 1; ; month++) {
    const time = Date.UTC(first.getUTCFullYear(), month, 1);
    if (time > to) return starts;
    if (month % 3 === 1 || to - from < 500 * DAY_MS) starts.push(time);
  }
}
