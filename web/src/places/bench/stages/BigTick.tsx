import { Check } from 'lucide-react';

/** A tick that a knuckle can hit. */
export function BigTick({ say, yes, onTick }: { say: string; yes: boolean; onTick: (yes: boolean) => void }) {
  return (
    <button
      type="button"
      role="checkbox"
      aria-checked={yes}
      className={`flex min-h-[76px] w-full items-center gap-4 border-2 px-4 py-2 text-left text-[1.15rem] font-bold ${yes ? 'border-verdigris bg-verdigris-soft' : 'border-ink bg-sheet'}`}
      onClick={() => onTick(!yes)}
    >
      <span
        aria-hidden="true"
        className={`grid size-[44px] shrink-0 place-items-center border-2 ${yes ? 'border-verdigris bg-verdigris text-on-verdigris' : 'border-ink'}`}
      >
        {yes && <Check size={32} strokeWidth={3} />}
      </span>
      {say}
    </button>
  );
}
