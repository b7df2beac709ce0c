import type { Card } from '@upright-elder/contract';
import { fretPosition } from '@upright-elder/core/stance';

/** A card's little stance: fret plane, string, saddle and relief, heights exaggerated to fit. */
export function MiniStance({ card }: { card: Card }) {
  const { stance, scale, bodyJoin } = card;
  const width = 190;
  const perMetre = (width - 30) / scale;
  const ground = 44;
  // tall strings are drawn to the upper edge, not over it
  const up = Math.min(perMetre * 20, 36 / Math.max(0.001, stance?.saddleHeight ?? 0));
  const join = 10 + fretPosition(scale, bodyJoin) * perMetre;
  const saddle = 10 + scale * perMetre;
  // an archtop's tall bridge stands on the body below the picture's middle
  const bridgeTop = stance
    ? Math.min(ground + 4, ground - (stance.saddleHeight - stance.saddleShowing) * up)
    : ground;
  return (
    <svg
      viewBox={`0 0 ${width} 66`}
      width={width}
      height="66"
      aria-hidden="true"
      className="hidden shrink-0 text-ink sm:block"
    >
      <path
        d={`M10,${ground + 2}H${join + 34}v5H10z`}
        fill="var(--sunk)"
        stroke="currentColor"
        strokeWidth="0.8"
      />
      <path d={`M10,${ground}H${saddle + 8}`} stroke="var(--damp)" strokeWidth="1.2" strokeDasharray="4 3" />
      {stance ? (
        <>
          <path
            d={`M${join},${bridgeTop + 20}Q${saddle - 20},${bridgeTop + 15} ${saddle - 6},${bridgeTop + 14}H${saddle + 10}l10,3`}
            fill="none"
            stroke="currentColor"
            strokeWidth="1.3"
          />
          <rect
            x={saddle - 6}
            y={bridgeTop}
            width="15"
            height="14"
            fill="var(--sunk)"
            stroke="currentColor"
            strokeWidth="0.9"
          />
          <path
            d={`M${saddle},${bridgeTop}V${ground - stance.saddleHeight * up}`}
            stroke="currentColor"
            strokeWidth="3"
          />
          <path
            d={`M10,${ground - stance.nutHeight * up}L${saddle},${ground - stance.saddleHeight * up}`}
            stroke="var(--verdigris)"
            strokeWidth="2"
          />
        </>
      ) : (
        <text x={saddle - 4} y={ground - 12} textAnchor="end" fontSize="13" fill="var(--faint)">
          not measured
        </text>
      )}
    </svg>
  );
}
