import type { AirDay } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { HUMIDITY_WINDOW } from '@upright-elder/core/targets';
import { ComposedChart, Line, ReferenceArea, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { TIME_AXIS } from './timeAxis.js';

/** Humidity of a room day by day, and the moisture that thin wood takes in it. */
export default function AirCurve({ days }: { days: AirDay[] }) {
  // a curve of three years needs no more points than the screen has
  const step = Math.max(1, Math.floor(days.length / 500));
  const rows = days.filter((_, i) => i % step === 0).map((day) => ({ ...day, time: Date.parse(day.date) }));
  return (
    <>
      <div
        className="h-[330px]"
        role="img"
        aria-label={`Humidity and wood moisture over ${days.length} days`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart
            data={rows}
            margin={{ top: 10, right: 0, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis {...TIME_AXIS} />
            <YAxis
              yAxisId="humidity"
              domain={[10, 90]}
              unit=" %"
              stroke="var(--faint)"
              tick={{ fill: 'var(--ink)', fontSize: 14 }}
              width={58}
            />
            <YAxis
              yAxisId="moisture"
              orientation="right"
              domain={[4, 16]}
              unit=" %MC"
              stroke="var(--faint)"
              tick={{ fill: 'var(--ink)', fontSize: 14 }}
              width={74}
            />
            <ReferenceArea
              yAxisId="humidity"
              y1={HUMIDITY_WINDOW.from}
              y2={HUMIDITY_WINDOW.to}
              fill="var(--verdigris)"
              fillOpacity={0.12}
            />
            <Line
              yAxisId="humidity"
              dataKey="humidity"
              stroke="var(--damp)"
              dot={false}
              strokeWidth={1.2}
              isAnimationActive={false}
            />
            <Line
              yAxisId="moisture"
              dataKey="moisture"
              stroke="var(--ink)"
              dot={false}
              strokeWidth={2.4}
              isAnimationActive={false}
            />
            <Tooltip
              content={({ active, payload }) => {
                const day = active ? (payload?.[0]?.payload as AirDay | undefined) : undefined;
                return day ? (
                  <div className="sheet px-3 py-2 text-[0.9rem]">
                    <p className="font-bold">{sayDate(day.date)}</p>
                    <p>
                      {day.humidity.toFixed(0)} % RH, {day.temperature.toFixed(1)} °C
                    </p>
                    {day.moisture !== null && <p>wood {day.moisture.toFixed(1)} %MC</p>}
                  </div>
                ) : null;
              }}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <p className="text-[0.9rem] text-faint">
        Thin line: humidity, left. Thick line: wood, right. Shaded: 40 to 55 % RH.
      </p>
    </>
  );
}
