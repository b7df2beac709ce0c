import { lineStyle } from './lineStyles.js';

/** Which line is which. */
export function LineKey({ names }: { names: readonly string[] }) {
  return (
    <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[0.92rem]">
      {names.map((name, i) => {
        const { stroke, dash } = lineStyle(i);
        return (
          <li key={name} className="flex items-center gap-2">
            <svg width="38" height="10" aria-hidden="true">
              <line x1="0" x2="38" y1="5" y2="5" stroke={stroke} strokeWidth="2.6" strokeDasharray={dash} />
            </svg>
            {name}
          </li>
        );
      })}
    </ul>
  );
}
