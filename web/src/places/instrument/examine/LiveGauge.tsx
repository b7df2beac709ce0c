import type { GaugeShown } from '@upright-elder/contract';

const NAMES = { height: 'Height gauge', depth: 'Depth gauge', level: 'Level', moisture: 'Moisture meter' };

/** What the gauge that is laid on shows, beneath the field that would take it. */
export function LiveGauge({ shown, onTake }: { shown: GaugeShown; onTake: () => void }) {
  const { kind, text, steady } = shown;
  return (
    <button
      type="button"
      // the field keeps the focus when the chip is touched
      onMouseDown={(event) => event.preventDefault()}
      onClick={onTake}
      className={`mt-1 inline-flex min-h-[44px] items-center gap-2 rounded-[3px] border-2 px-3 text-left ${steady ? 'border-verdigris bg-verdigris-soft' : 'border-dashed border-faint'}`}
    >
      <span aria-hidden="true">{steady ? '■' : '≈'}</span>
      <span>
        <span className="block text-[0.8rem]">
          {NAMES[kind]}, {steady ? 'steady' : 'moving'}
        </span>
        <span className="text-[1.15rem] font-bold">{text}</span>
      </span>
      <kbd className="rounded-[3px] border border-rule bg-sheet px-1.5 text-[0.75rem]">F2</kbd>
    </button>
  );
}
