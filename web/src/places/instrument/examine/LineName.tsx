import { useState } from 'react';

/** What the line is of; how it is taken stands beside the line at hand, and on a narrow screen under its name at a touch. */
export function LineName({ name, how }: { name: string; how: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <div className="font-serif text-[1.1rem] leading-tight font-semibold max-lg:hidden" aria-hidden="true">
        {name}
      </div>
      <button
        type="button"
        data-aside
        aria-expanded={open}
        aria-label={`${name}: how`}
        className="min-h-[44px] min-w-[44px] text-left font-serif text-[1.1rem] leading-tight font-semibold underline decoration-rule decoration-dotted underline-offset-4 lg:hidden"
        onClick={() => setOpen(!open)}
      >
        {name}
      </button>
      {open && <p className="text-[0.85rem] leading-snug text-faint lg:hidden">{how}</p>}
    </>
  );
}
