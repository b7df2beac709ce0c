import { sayMinutes } from '@upright-elder/core/wording';

/** What is left of a clock, to be read from two metres. */
export function Numerals({ left, over, label }: { left: number; over: boolean; label: string }) {
  return (
    <p
      role="timer"
      aria-label={label}
      className={`text-[clamp(5rem,18vw,10.5rem)] leading-none font-bold ${over ? 'text-ochre' : 'text-ink'}`}
    >
      {sayMinutes(over ? left : Math.max(0, Math.ceil(left)))}
    </p>
  );
}

/** How far a clock has come, with its calls marked. */
export function RunBar({
  elapsed,
  plan,
  calls,
}: {
  elapsed: number;
  plan: number;
  calls: readonly { at: number; say: string }[];
}) {
  return (
    <div className="relative mt-2 h-7 w-full border border-rule bg-sunk" aria-hidden="true">
      <div className="h-full bg-ochre" style={{ width: `${Math.min(100, (100 * elapsed) / plan)}%` }} />
      {calls.map(({ at }) => (
        <span
          key={at}
          className="absolute top-[-6px] bottom-[-6px] w-[4px] bg-ink"
          style={{ left: `calc(${Math.min(100, (100 * at) / plan)}% - 2px)` }}
        />
      ))}
    </div>
  );
}
