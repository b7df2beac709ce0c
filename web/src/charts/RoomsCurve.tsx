import type { AirDay } from '@upright-elder/contract';
import { isoDate, sayDate, DAY_MS } from '@upright-elder/core/days';
import { HUMIDITY_WINDOW } from '@upright-elder/core/targets';
import { Line, LineChart, ReferenceArea, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { LineKey } from './LineKey.js';
import { lineStyle } from './lineStyles.js';
import { TIME_AXIS } from './timeAxis.js';

interface RoomLine {
  id: string;
  name: string;
  days: readonly AirDay[];
}

const WEEK = 7 * DAY_MS;

/** Humidity of several rooms side by side, a week’s mean a point. */
export default function RoomsCurve({ rooms }: { rooms: readonly RoomLine[] }) {
  const rows = weeksOf(rooms);
  return (
    <>
      <div
        className="h-[330px]"
        role="img"
        aria-label={`Humidity of ${rooms.map(({ name }) => name).join(', ')}, week by week`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            data={rows}
            margin={{ top: 10, right: 8, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis {...TIME_AXIS} />
            <YAxis
              domain={[10, 90]}
              unit=" %"
              stroke="var(--faint)"
              tick={{ fill: 'var(--ink)', fontSize: 14 }}
              width={58}
            />
            <ReferenceArea
              y1={HUMIDITY_WINDOW.from}
              y2={HUMIDITY_WINDOW.to}
              fill="var(--verdigris)"
              fillOpacity={0.12}
            />
            {rooms.map(({ id, name }, i) => (
              <Line
                key={id}
                name={name}
                dataKey={id}
                stroke={lineStyle(i).stroke}
                strokeDasharray={lineStyle(i).dash}
                strokeWidth={2.4}
                dot={false}
                isAnimationActive={false}
              />
            ))}
            <Tooltip
              content={({ active, payload, label }) =>
                active && payload?.length ? (
                  <div className="sheet px-3 py-2 text-[0.9rem]">
                    <p className="font-bold">week of {sayDate(isoDate(Number(label) / DAY_MS))}</p>
                    {payload.map(({ name, value }) => (
                      <p key={String(name)}>
                        {name}: {Number(value).toFixed(0)} % RH
                      </p>
                    ))}
                  </div>
                ) : null
              }
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <LineKey names={rooms.map(({ name }) => name)} />
      <p className="text-[0.9rem] text-faint">
        Weekly means. Shaded: {HUMIDITY_WINDOW.from} to {HUMIDITY_WINDOW.to} % RH.
      </p>
    </>
  );
}

/** A row a week, with the mean humidity of every room that was logged in it. */
function weeksOf(rooms: readonly RoomLine[]): Record<string, number>[] {
  const weeks = new Map<number, Record<string, number>>();
  for (const { id, days } of rooms) {
    const sums = new Map<number, { sum: number; count: number }>();
    for (const { date, humidity } of days) {
      const week = Math.floor(Date.parse(date) / WEEK) * WEEK;
      const one = sums.get(week) ?? { sum: 0, count: 0 };
      sums.set(week, { sum: one.sum + humidity, count: one.count + 1 });
    }
    for (const [time, { sum, count }] of sums)
      weeks.set(time, { ...(weeks.get(time) ?? { time }), [id]: sum / count });
  }
  return [...weeks.values()].sort((a, b) => a.time! - b.time!);
}
