import type { ScorecardSum } from '@upright-elder/contract';
import { scaleLinear } from 'd3-scale';

const SIZE = 260;
const EDGE = 44;
const at = scaleLinear([0, 1], [EDGE, SIZE - 10]);
const up = scaleLinear([0, 1], [SIZE - EDGE, 10]);
const TICKS = [0, 0.25, 0.5, 0.75, 1];

/** Promised against held over many forecasts: on the slanting line they are honest. */
export function PromisedHeld({ sum }: { sum: ScorecardSum }) {
  const words = sum.bands
    .map(({ promised, held }) => `${Math.round(100 * promised)} % promised, ${Math.round(100 * held)} % held`)
    .join('; ');
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="block w-full max-w-[280px]"
      role="img"
      aria-label={`Over ${sum.count} readings: ${words}`}
    >
      <line
        x1={at(0)}
        y1={up(0)}
        x2={at(1)}
        y2={up(1)}
        stroke="var(--verdigris)"
        strokeDasharray="6 4"
        strokeWidth={2}
      />
      <path d={`M${at(0)},${up(1)} V${up(0)} H${at(1)}`} fill="none" stroke="var(--faint)" />
      {TICKS.map((tick) => (
        <g key={tick} fontSize={12} fill="var(--ink)">
          <text x={at(tick)} y={up(0) + 16} textAnchor="middle">
            {100 * tick}
          </text>
          <text x={at(0) - 6} y={up(tick) + 4} textAnchor="end">
            {100 * tick}
          </text>
        </g>
      ))}
      <text x={(at(0) + at(1)) / 2} y={SIZE - 8} textAnchor="middle" fontSize={13} fill="var(--faint)">
        promised, %
      </text>
      <text
        x={12}
        y={(up(0) + up(1)) / 2}
        textAnchor="middle"
        fontSize={13}
        fill="var(--faint)"
        transform={`rotate(-90 12 ${(up(0) + up(1)) / 2})`}
      >
        held, %
      </text>
      {sum.count > 0 &&
        sum.bands.map(({ promised, held, range }) => (
          <g key={promised} stroke="var(--ink)" strokeWidth={1.6}>
            <line x1={at(promised)} x2={at(promised)} y1={up(range[0])} y2={up(range[1])} />
            <line x1={at(promised) - 5} x2={at(promised) + 5} y1={up(range[0])} y2={up(range[0])} />
            <line x1={at(promised) - 5} x2={at(promised) + 5} y1={up(range[1])} y2={up(range[1])} />
            <circle cx={at(promised)} cy={up(held)} r={5} fill="var(--ink)" stroke="none" />
          </g>
        ))}
    </svg>
  );
}
