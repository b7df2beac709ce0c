import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';

/** A line through the section, m. */
export interface SectionLine {
  name: string;
  points: readonly { at: number; height: number }[];
  kind: 'now' | 'built';
}

/** A measured height with its error, m. */
export interface SectionStation {
  at: number;
  height: number;
  sd: number;
  name: string;
}

interface Props {
  title: string;
  lines: readonly SectionLine[];
  stations: readonly SectionStation[];
  /** words at its two ends */
  ends: [string, string];
  /** a height in the person's unit */
  say: (metres: number) => string;
  /** m along it that are marked, with a word */
  marks?: readonly { at: number; name: string }[];
}

const WIDTH = 420;
const HEIGHT = 130;
const PAD = { left: 8, right: 8, top: 14, bottom: 20 };

/** A section through the belly, its heights drawn larger by a stated factor; measured stations with their error. */
export function SectionDrawing({ title, lines, stations, ends, say, marks = [] }: Props) {
  const all = lines.flatMap(({ points }) => points);
  const [from, to] = [Math.min(...all.map(({ at }) => at)), Math.max(...all.map(({ at }) => at))];
  const heights = [
    ...all.map(({ height }) => height),
    ...stations.flatMap(({ height, sd }) => [height - 2 * sd, height + 2 * sd]),
    0,
  ];
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const x = scaleLinear([from, to], [PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear([low, Math.max(high, low + 0.0005)], [HEIGHT - PAD.bottom, PAD.top]);
  const drawn = line<{ at: number; height: number }>(
    ({ at }) => x(at),
    ({ height }) => y(height),
  ).defined(({ height }) => Number.isFinite(height));
  const larger = Math.round((y(low) - y(low + 0.001)) / (x(from + 0.001) - x(from)));
  return (
    <figure className="min-w-0">
      <figcaption className="text-[0.95rem]">
        <span className="font-bold">{title}</span>, heights × {larger}
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full text-ink" role="img" aria-label={title}>
        <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(0)} y2={y(0)} stroke="var(--rule)" />
        {marks.map(({ at, name }) => (
          <g key={name}>
            <line
              x1={x(at)}
              x2={x(at)}
              y1={PAD.top}
              y2={HEIGHT - PAD.bottom}
              stroke="var(--rule)"
              strokeDasharray="2 3"
            />
            <text x={x(at)} y={10} fontSize="10" textAnchor="middle" className="fill-faint font-sans">
              {name}
            </text>
          </g>
        ))}
        {lines.map(({ name, points, kind }) => (
          <path
            key={name}
            d={drawn(gaps(points)) ?? undefined}
            fill="none"
            stroke={kind === 'now' ? 'var(--verdigris)' : 'var(--faint)'}
            strokeWidth={kind === 'now' ? 2.4 : 1.4}
            strokeDasharray={kind === 'now' ? undefined : '5 4'}
          >
            <title>{name}</title>
          </path>
        ))}
        {stations.map(({ at, height, sd, name }) => (
          <g key={name} stroke="currentColor" strokeWidth="1.4">
            <title>{`${name}: ${say(height)} ± ${say(2 * sd)}`}</title>
            <line x1={x(at)} x2={x(at)} y1={y(height - 2 * sd)} y2={y(height + 2 * sd)} />
            <circle cx={x(at)} cy={y(height)} r="3.4" fill="var(--sheet)" />
          </g>
        ))}
        {ends.map((word, i) => (
          <text
            key={word}
            x={i === 0 ? PAD.left : WIDTH - PAD.right}
            y={HEIGHT - 5}
            fontSize="11"
            textAnchor={i === 0 ? 'start' : 'end'}
            className="fill-faint font-sans"
          >
            {word}
          </text>
        ))}
      </svg>
    </figure>
  );
}

/** Where the line leaves the wood, over the hole, it is not drawn. */
function gaps(points: SectionLine['points']): { at: number; height: number }[] {
  return points.flatMap((point, i) =>
    i > 0 && point.at - points[i - 1]!.at > 0.012 ? [{ at: point.at, height: NaN }, point] : [point],
  );
}
