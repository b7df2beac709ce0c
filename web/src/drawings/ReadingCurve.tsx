import { sayDate } from '@upright-elder/core/days';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';

interface Point {
  date: string;
  value: number;
  sd: number;
  chosen: boolean;
}

/** Room for the curve: in a slip that opens over a number, or across a page; units of the drawing. */
const SIZES = { small: [320, 120], wide: [760, 190] } as const;

/** One reading over the years, with the tool's error; the examination looked at stands out. */
export function ReadingCurve({
  points,
  say,
  size = 'small',
}: {
  points: Point[];
  say: (value: number) => string;
  size?: keyof typeof SIZES;
}) {
  const [width, height] = SIZES[size];
  const times = points.map(({ date }) => Date.parse(date));
  const [first, last] = [points[0]!.date, points.at(-1)!.date];
  // two ends within one month are told apart by their days
  const shape = first.slice(0, 7) === last.slice(0, 7) ? 'short' : 'month';
  const low = Math.min(...points.map(({ value, sd }) => value - 2 * sd));
  const high = Math.max(...points.map(({ value, sd }) => value + 2 * sd));
  const x = scaleLinear([times[0]!, times.at(-1)!], [8, width - 8]);
  const y = scaleLinear([low, high], [height - 22, 18]);
  const path = line<Point>()
    .x(({ date }) => x(Date.parse(date)))
    .y(({ value }) => y(value));
  const values = points.map(({ value }) => value);
  const words = `from ${say(Math.min(...values))} to ${say(Math.max(...values))} over ${points.length} examinations`;
  return (
    <figure className="mt-3">
      <svg viewBox={`0 0 ${width} ${height}`} className="w-full text-ink" role="img" aria-label={words}>
        <path d={path(points)!} fill="none" stroke="var(--damp)" strokeWidth="2" />
        {points.map((point) => (
          <g key={point.date}>
            <path
              d={`M${x(Date.parse(point.date))},${y(point.value - 1.96 * point.sd)}V${y(point.value + 1.96 * point.sd)}`}
              stroke="currentColor"
            />
            <circle
              cx={x(Date.parse(point.date))}
              cy={y(point.value)}
              r={point.chosen ? 6 : 3.5}
              fill={point.chosen ? 'var(--verdigris)' : 'currentColor'}
            />
          </g>
        ))}
        <text x="8" y={height - 4} fontSize="13" fill="var(--faint)">
          {sayDate(first, shape)}
        </text>
        <text x={width - 8} y={height - 4} fontSize="13" fill="var(--faint)" textAnchor="end">
          {sayDate(last, shape)}
        </text>
      </svg>
      <figcaption className="text-[0.9rem] text-faint">{words}</figcaption>
    </figure>
  );
}
