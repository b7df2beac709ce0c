import type { QuantityId } from '@upright-elder/core';

/** Where the gauge goes: a small side view with the place marked. */
const SPOTS: Record<QuantityId, { x: number; y: number }> = {
  firstFretGap: { x: 16, y: 12 },
  relief: { x: 33, y: 13 },
  action12: { x: 50, y: 12 },
  straightedge: { x: 82, y: 15 },
  saddleShowing: { x: 87, y: 8 },
  bridgeTilt: { x: 90, y: 19 },
  bellyBehindBridge: { x: 103, y: 22 },
};

export function GaugePlace({ quantity }: { quantity: QuantityId }) {
  const { x, y } = SPOTS[quantity];
  return (
    <svg viewBox="0 0 116 34" width="116" height="34" aria-hidden="true" className="shrink-0 text-faint">
      <path d="M8 16.5h54v4H8z" fill="currentColor" opacity="0.45" />
      <path d="M62 24c14 0 20-1 30-1s16 2 22 2" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <path d="M78 19h17v4H78z" fill="currentColor" opacity="0.7" />
      <path d="M86 14h2.6v5H86z" fill="currentColor" />
      <path d="M8 14 87 10l8 9" fill="none" stroke="currentColor" strokeWidth="1.1" />
      <circle cx={x} cy={y} r="6.2" fill="none" stroke="var(--verdigris)" strokeWidth="2.4" />
    </svg>
  );
}
