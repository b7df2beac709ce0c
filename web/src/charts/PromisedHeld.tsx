import type { ScorecardSum } from '@upright-elder/contract';

const WIDTH = 290;
const ROW = 62;
/** Pegs in a row: each stands for five readings in a hundred. */
const PEGS = 20;
const FROM = 12;
const STEP = (WIDTH - 2 * FROM) / (PEGS - 1);
const at = (share: number) => FROM - STEP / 2 + share * PEGS * STEP;

/**
 * Said against held over many forecasts, as a board with pegs: of twenty readings so many fell inside the band, and a
 * notch stands where it was said that they would. The bar under them is how far chance alone may move the count.
 */
export function PromisedHeld({ sum }: { sum: ScorecardSum }) {
  const bands = sum.count > 0 ? sum.bands : [];
  const words = bands.map(
    ({ promised, held }) => `${percent(held)} of readings inside, ${percent(promised)} said`,
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${Math.max(1, bands.length) * ROW}`}
      className="block w-full max-w-[320px]"
      role="img"
      aria-label={`Over ${sum.count} readings: ${words.join('; ')}`}
    >
      {bands.map(({ promised, held, range }, row) => (
        <g key={promised} transform={`translate(0 ${row * ROW})`}>
          <text x={FROM - 4} y="14" fontSize="13" fill="var(--ink)">
            {percent(held)} inside; {percent(promised)} said
          </text>
          {Array.from({ length: PEGS }, (_, i) => (
            <circle
              key={i}
              cx={FROM + i * STEP}
              cy="30"
              r="4.6"
              fill={i < Math.round(held * PEGS) ? 'var(--verdigris)' : 'var(--ground)'}
              stroke="var(--faint)"
              strokeWidth="1.2"
            />
          ))}
          <path d={`M${at(promised)} 20v20`} stroke="var(--ink)" strokeWidth="2.4" />
          <path d={`M${at(range[0])} 44H${at(range[1])}`} stroke="var(--faint)" strokeWidth="3" />
        </g>
      ))}
    </svg>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;
