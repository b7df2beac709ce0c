import { scaleLinear } from 'd3-scale';

interface Part {
  name: string;
  /** m, signed */
  value: number;
  sd: number;
  title: string;
}

/** Signed parts about a common zero line: to the right raises the action, to the left lowers it. */
export function BudgetBars({ parts, say }: { parts: Part[]; say: (metres: number) => string }) {
  const reach = Math.max(0.0005, ...parts.map(({ value, sd }) => Math.abs(value) + sd));
  const x = scaleLinear([-reach, reach], [0, 100]);
  return (
    <ul className="mt-1">
      {parts.map(({ name, value, sd, title }) => {
        const from = Math.min(x(0), x(value));
        return (
          <li key={name} title={title} className="mt-1.5">
            <div className="flex items-baseline justify-between text-[0.95rem]">
              <span>{name}</span>
              <span className="whitespace-nowrap">
                {value < -0.000005 ? '−' : '+'}
                {say(Math.abs(value))} <span className="text-faint">± {sayError(sd, say)}</span>
              </span>
            </div>
            <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="h-3 w-full" aria-hidden="true">
              <path d="M0 5.5h100" stroke="var(--rule)" strokeWidth="0.5" />
              <rect
                x={from}
                y="1"
                width={Math.max(0.4, Math.abs(x(value) - x(0)))}
                height="4"
                fill={value > 0 ? 'var(--ochre)' : 'var(--verdigris)'}
              />
              <path d={`M${x(value - sd)} 3H${x(value + sd)}`} stroke="var(--ink)" strokeWidth="0.7" />
              <path d="M50 0v6" stroke="var(--ink)" strokeWidth="0.4" />
            </svg>
          </li>
        );
      })}
    </ul>
  );
}

/** An error that rounds to nothing is small, not none. */
function sayError(sd: number, say: (metres: number) => string): string {
  const said = say(sd);
  return /^0(?:\.0+)?\b/u.test(said)
    ? said.replace(/^0(?:\.0+)?/u, said.includes('mm') ? 'under 0.01' : 'under 1')
    : said;
}
