import type { Instrument } from '@upright-elder/contract';
import { NOT_KNOWN } from '@upright-elder/core/construction';
import type { HeightUnit } from '@upright-elder/core/units';
import { NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useKeys } from '../../app/keys.js';
import { INSTRUMENT_PAGES } from '../../app/pages.js';
import { StruckWords } from '../../app/StrikeOut.js';
import { useActiveInSight } from '../../app/useActiveInSight.js';
import { useTitle } from '../../app/useTitle.js';
import { useHeights } from '../../data/heights.js';
import { useInstrument } from '../../data/hooks.js';
import { Hint } from '../../fields/Hint.js';
import { nameIn, useShopStrings } from '../../data/strings.js';

/** An instrument with its pages in working order. */
export function InstrumentPlace() {
  const { id } = useParams() as { id: string };
  const navigate = useNavigate();
  const known = useInstrument(id);
  const tabs = useActiveInSight();
  const { unit } = useHeights();
  const { sets, tunings } = useShopStrings();
  const at = useLocation().pathname.split('/')[3];
  useTitle(
    known.data?.nickname,
    INSTRUMENT_PAGES.find(({ to }) => to === at)?.label ?? (at === 'details' ? 'Details' : undefined),
  );
  const go = (page: string) => () => void navigate(`/instruments/${id}/${page}`);
  useKeys(Object.fromEntries(INSTRUMENT_PAGES.map(({ to }, i) => [keyOf(i), go(to)])));
  return (
    <Fetching of={known}>
      {(instrument) => (
        <>
          <div className="xl:flex xl:items-end xl:gap-x-6">
            <div className="min-w-0 xl:flex-1">
              <div className="flex items-baseline gap-x-4">
                <h1
                  className="min-w-0 truncate text-[1.5rem] leading-tight sm:text-[1.9rem]"
                  title={instrument.nickname}
                >
                  {instrument.nickname}
                </h1>
                {SAYS_HEIGHTS.has(at ?? '') && <HeightsSwitch />}
              </div>
              <p className="truncate text-[0.95rem] leading-snug text-faint max-sm:hidden xl:line-clamp-2 xl:whitespace-normal">
                {[
                  instrument.maker,
                  instrument.owner,
                  nameIn(sets, instrument.stringSet),
                  nameIn(tunings, instrument.tuning),
                  pullWords(instrument, unit),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </p>
            </div>
            <nav
              ref={tabs}
              aria-label="Pages of the instrument"
              className="-mx-3 flex overflow-x-auto px-3 [scrollbar-width:none] sm:mx-0 sm:px-0 xl:ml-auto xl:shrink-0"
            >
              {INSTRUMENT_PAGES.map(({ to, label }, i) => (
                <NavLink
                  key={to}
                  to={to}
                  className={({ isActive }) =>
                    `flex min-h-[44px] shrink-0 items-center gap-2 border-b-4 px-2.5 font-serif text-[1.1rem] xl:px-2 xl:text-[1.05rem] ${isActive ? 'border-verdigris font-semibold' : 'border-transparent'}`
                  }
                >
                  {label}
                  <kbd
                    className="hidden rounded-[3px] border border-rule px-1.5 font-sans text-[0.75rem] text-faint min-[1500px]:inline"
                    aria-hidden="true"
                  >
                    {keyOf(i)}
                  </kbd>
                </NavLink>
              ))}
              <NavLink
                to="details"
                className={({ isActive }) =>
                  `flex min-h-[44px] shrink-0 items-center border-b-4 px-2.5 text-[1rem] xl:px-2 xl:text-[0.95rem] ${isActive ? 'border-verdigris font-bold' : 'border-transparent text-faint'}`
                }
              >
                Details
              </NavLink>
            </nav>
          </div>
          {instrument.struck && (
            <p className="mt-2 text-ochre">
              ▲ It is in the archive. <StruckWords strikes={instrument.strikes} />
            </p>
          )}
          <div className="mt-3">
            <Outlet />
          </div>
        </>
      )}
    </Fetching>
  );
}

/** The tenth key is 0. */
const keyOf = (i: number): string => String((i + 1) % 10);

/** The pages that say heights. */
const SAYS_HEIGHTS = new Set([
  'stance',
  'examine',
  'top',
  'seasons',
  'judgement',
  'work',
  'readings',
  'papers',
]);

/** Which unit the heights of these pages are said in; a touch or the key u takes the next. */
function HeightsSwitch() {
  const { unit, next } = useHeights();
  useKeys({ u: next });
  return (
    <Hint words="Say heights in another unit ( u )">
      <button
        type="button"
        className="min-h-[44px] shrink-0 text-[0.9rem] text-faint underline decoration-dotted underline-offset-4 print:hidden"
        onClick={next}
      >
        heights in {unit === 'thou' ? 'thousandths' : unit}
      </button>
    </Hint>
  );
}

/** Newtons in a pound of force (international pound, standard gravity). */
const NEWTONS_PER_POUND = 4.4482216;

/** The pull of the strings, in pounds where heights are said in inches; and by how much it differs from what the builder meant. */
function pullWords({ stringPull, designPull, stringSet }: Instrument, unit: HeightUnit): string {
  if (stringSet === NOT_KNOWN) return '';
  const pull =
    unit === 'mm'
      ? `pull ${Math.round(stringPull)} N`
      : `pull ${Math.round(stringPull / NEWTONS_PER_POUND)} lb`;
  const over = designPull ? Math.round((stringPull / designPull - 1) * 100) : 0;
  if (over === 0) return pull;
  return `${pull}, ${Math.abs(over)} % ${over > 0 ? 'over' : 'under'} what it was designed for`;
}
