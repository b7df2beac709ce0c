import type { WoodOfPiece } from '@upright-elder/contract';

/** What each kind of wood in the room is doing, and where it is heading. */
export function WoodInRoom({ wood }: { wood: readonly WoodOfPiece[] }) {
  return (
    <section aria-label="What the wood is doing" className="my-3">
      <h3 className="text-[1.15rem]">What the wood in it is doing</h3>
      <ul className="mt-1 grid gap-2 sm:grid-cols-2">
        {wood.map(({ piece, name, about, now, fortnight, twoMonths, warns, words }) => (
          <li
            key={piece}
            className={`rounded-[3px] border px-3 py-2 ${warns ? 'border-l-4 border-ochre' : 'border-rule'}`}
          >
            <p className="flex flex-wrap items-baseline justify-between gap-x-3">
              <span className="font-bold">{name[0]!.toUpperCase() + name.slice(1)}</span>
              {now !== null && (
                <span className="text-[1.55rem] leading-none font-bold tabular-nums">
                  {now.toFixed(1)} <span className="text-[0.9rem] font-normal">%MC</span>
                </span>
              )}
            </p>
            {now !== null && (
              <p className="text-[0.9rem] text-faint tabular-nums">
                in two weeks {fortnight!.toFixed(1)} if the air stays, in two months {twoMonths!.toFixed(1)}{' '}
                as the season goes
              </p>
            )}
            <p className={warns ? 'text-ochre' : ''}>
              {now !== null && (
                <>
                  <span aria-hidden="true">{warns ? '▲ ' : '✓ '}</span>
                  <span className="sr-only">{warns ? 'Watch: ' : 'Well: '}</span>
                </>
              )}
              {words}
            </p>
            <p className="text-[0.86rem] text-faint">{about}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}
