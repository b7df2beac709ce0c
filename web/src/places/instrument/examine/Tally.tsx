/** Strokes in a bundle, the last across the others. */
const BUNDLE = 5;
const GAP = 4;
const HEIGHT = 14;

/** What is filled, as it is counted at a bench: pencil strokes, every fifth across; pale dots for what is left. */
export function Tally({ filled, fields }: { filled: number; fields: number }) {
  const bundles = Math.floor(filled / BUNDLE);
  const loose = filled % BUNDLE;
  const wide = (BUNDLE - 1) * GAP + 5;
  const x = (i: number) => Math.floor(i / BUNDLE) * wide + (i % BUNDLE) * GAP + 2;
  const strokes = Array.from({ length: filled }, (_, i) => i).filter((i) => !crosses(i, filled));
  const dots = Array.from({ length: Math.min(fields - filled, MOST_DOTS) }, (_, i) => i);
  const from = bundles * wide + loose * GAP + (loose > 0 ? 3 : 1);
  const width = from + dots.length * GAP + 3;
  return (
    <svg
      width={width}
      height={HEIGHT}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      role="img"
      aria-label={`${filled} of ${fields} filled`}
      className="shrink-0"
    >
      {strokes.map((i) => (
        <path key={i} d={`M${x(i)} 1v12`} stroke="var(--ink)" strokeWidth="1.5" />
      ))}
      {Array.from({ length: bundles }, (_, b) => (
        <path
          key={b}
          d={`M${b * wide} 11L${b * wide + (BUNDLE - 1) * GAP} 3`}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ))}
      {dots.map((i) => (
        <circle key={i} cx={from + i * GAP} cy="11.5" r="1" fill="var(--faint)" />
      ))}
    </svg>
  );
}

/** The fifth of a bundle lies across the other four. */
const crosses = (i: number, filled: number) =>
  i % BUNDLE === BUNDLE - 1 && i < Math.floor(filled / BUNDLE) * BUNDLE;
/** More dots than these say no more. */
const MOST_DOTS = 24;
