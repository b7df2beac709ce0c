import type { RoomWood } from '@upright-elder/contract';
import { isoDate, sayDate, DAY_MS } from '@upright-elder/core/days';
import { ComposedChart, ErrorBar, Line, ResponsiveContainer, Scatter, Tooltip, XAxis, YAxis } from 'recharts';
import { LineKey } from './LineKey.js';
import { lineStyle } from './lineStyles.js';
import { TIME_AXIS } from './timeAxis.js';
import { axisOf } from './axis.js';

interface Row {
  time: number;
  meter?: number;
  error?: number;
  nickname?: string;
  [piece: string]: number | string | null | undefined;
}

/** About so many points a line. */
const POINTS = 400;

/** The moisture of each piece of wood through the months, by the room’s log, with what meters showed. */
export default function WoodCurve({ wood: { days, pieces, meters } }: { wood: RoomWood }) {
  const step = Math.max(1, Math.ceil(days.length / POINTS));
  const rows: Row[] = [
    ...days.flatMap((date, i): Row[] =>
      i % step === 0 || i === days.length - 1
        ? [
            {
              time: Date.parse(date),
              ...Object.fromEntries(pieces.map(({ piece, moisture }) => [piece, moisture[i]])),
            },
          ]
        : [],
    ),
    ...meters.map(({ date, moisture, sd, nickname }): Row => ({
      time: Date.parse(date),
      meter: moisture,
      error: sd,
      nickname,
    })),
  ].sort((a, b) => a.time - b.time);
  const heights = [
    ...pieces.flatMap(({ moisture }) => moisture.filter((one) => one !== null)),
    ...meters.map(({ moisture }) => moisture),
  ];
  const { low, high, ticks } = axisOf(heights, 1);
  return (
    <>
      <div className="h-[300px]" role="img" aria-label={`Moisture of the wood over ${days.length} days`}>
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart
            data={rows}
            margin={{ top: 10, right: 8, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis {...TIME_AXIS} />
            <YAxis
              domain={[low, high]}
              ticks={ticks}
              unit=" %MC"
              stroke="var(--faint)"
              tick={{ fill: 'var(--ink)', fontSize: 14 }}
              width={74}
            />
            {pieces.map(({ piece, name }, i) => (
              <Line
                key={piece}
                name={name}
                dataKey={piece}
                stroke={lineStyle(i).stroke}
                strokeDasharray={lineStyle(i).dash}
                strokeWidth={2}
                dot={false}
                connectNulls
                isAnimationActive={false}
              />
            ))}
            <Scatter dataKey="meter" name="meter" fill="var(--ink)" isAnimationActive={false}>
              <ErrorBar dataKey="error" width={5} strokeWidth={1.4} stroke="var(--ink)" direction="y" />
            </Scatter>
            <Tooltip
              content={({ active, payload }) => {
                const row = active ? (payload?.[0]?.payload as Row | undefined) : undefined;
                return row ? <RowWords row={row} pieces={pieces} /> : null;
              }}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <LineKey names={pieces.map(({ name }) => name)} />
      {meters.length > 0 && (
        <p className="text-[0.9rem] text-faint">Dots: what a meter showed, corrected, with its error.</p>
      )}
    </>
  );
}

function RowWords({ row, pieces }: { row: Row; pieces: RoomWood['pieces'] }) {
  return (
    <div className="sheet px-3 py-2 text-[0.9rem]">
      <p className="font-bold">{sayDate(isoDate(row.time / DAY_MS))}</p>
      {pieces.flatMap(({ piece, name }) => {
        const moisture = row[piece];
        return typeof moisture === 'number'
          ? [
              <p key={piece}>
                {name}: {moisture.toFixed(1)} %MC
              </p>,
            ]
          : [];
      })}
      {row.meter !== undefined && (
        <p>
          meter, {row.nickname}: {row.meter.toFixed(1)} %MC
        </p>
      )}
    </div>
  );
}
