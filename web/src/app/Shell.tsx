import { Keyboard, Moon, Search, Sun } from 'lucide-react';
import { sayDate } from '@upright-elder/core/days';
import { lazy, Suspense, useEffect, useState, type FC } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { Toaster } from 'sonner';
import { useLive, useRenewing } from '../data/events.js';
import { useHandsAtClock, useShop } from '../data/hooks.js';
import { useNarrow } from '../data/useNarrow.js';
import { Hint } from '../fields/Hint.js';
import { KeySheet } from './KeySheet.js';
import { useKeys } from './keys.js';
import { PLACES } from './pages.js';
import { PersonPicker } from './PersonPicker.js';
import { useScheme } from './scheme.js';

// the first press fetches it
const QuickFind = lazy(() => import('./QuickFind.js').then(({ QuickFind: page }) => ({ default: page })));

// read once a page stands
// where it cannot be loaded no word is explained, and the page stands
const WordsHere = lazy(async (): Promise<{ default: FC<{ main: HTMLElement }> }> => {
  try {
    return await import('./WordsHere.js');
  } catch {
    return { default: () => null };
  }
});

// beside every page but the bench's own, once it stands
const CallsElsewhere = lazy(() => import('../places/bench/CallsElsewhere.js'));

/** The page has stood for a moment: what it does not need first may come. */
function useRested(): boolean {
  const [rested, setRested] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setRested(true), REST_MS);
    return () => clearTimeout(timer);
  }, []);
  return rested;
}
const REST_MS = 1500;

export function Shell() {
  const [scheme, turnScheme] = useScheme();
  const [keysOpen, setKeysOpen] = useState(false);
  const [finding, setFinding] = useState(false);
  const [found, setFound] = useState(false);
  const [main, setMain] = useState<HTMLElement | null>(null);
  const rested = useRested();
  const find = () => {
    setFound(true);
    setFinding(true);
  };
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { data: shop } = useShop();
  const narrow = useNarrow();
  const handsAtClock = useHandsAtClock(pathname.startsWith('/bench'));
  useLive();
  const renewing = useRenewing();
  useKeys({
    '?': () => setKeysOpen(true),
    '/': find,
    S: () => void navigate('/'),
    B: () => void navigate('/bench'),
    C: () => void navigate('/calendar'),
    A: () => void navigate('/air'),
    W: () => void navigate('/shop'),
    n: () => void navigate('/instruments/new'),
  });
  // from within a field too
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      setFound(true);
      setFinding(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-sheet focus:p-3 print:hidden"
      >
        Skip to content
      </a>
      <header className="border-b-2 border-ink/70 bg-sheet">
        <div className="mx-auto flex max-w-[1360px] items-center gap-x-2 px-1 py-1 max-sm:flex-wrap sm:gap-x-5 sm:px-5">
          <div className="hidden min-w-0 font-serif text-[1.3rem] font-semibold whitespace-nowrap md:block">
            Upright Elder
            <span className="ml-3 hidden text-[1rem] font-normal text-faint lg:inline">{shop?.name}</span>
          </div>
          <nav aria-label="Places" className="flex max-sm:w-full max-sm:justify-between">
            {PLACES.map(({ to, label }) => (
              <NavLink
                key={to}
                to={to}
                end={to === '/'}
                className={({ isActive }) =>
                  `flex min-h-[44px] min-w-[44px] items-center justify-center border-b-4 px-1.5 sm:px-4 ${isActive ? 'border-verdigris font-bold' : 'border-transparent'}`
                }
              >
                {label}
              </NavLink>
            ))}
          </nav>
          <div className="ml-auto flex min-w-0 items-center gap-1 sm:gap-2">
            <PersonPicker />
            <Hint words="Find anything ( / )">
              <button type="button" className="quiet px-2.5" onClick={find} aria-label="Find">
                <Search size={20} aria-hidden />
              </button>
            </Hint>
            <Hint words={scheme === 'dark' ? 'Light scheme' : 'Dark scheme'}>
              <button
                type="button"
                className="quiet px-2.5"
                onClick={turnScheme}
                aria-label={scheme === 'dark' ? 'Light scheme' : 'Dark scheme'}
              >
                {scheme === 'dark' ? <Sun size={20} aria-hidden /> : <Moon size={20} aria-hidden />}
              </button>
            </Hint>
            <Hint words="Keys ( ? )">
              <button
                type="button"
                className="quiet px-2.5 max-sm:hidden"
                onClick={() => setKeysOpen(true)}
                aria-label="Keys"
              >
                <Keyboard size={20} aria-hidden />
              </button>
            </Hint>
          </div>
        </div>
      </header>
      {renewing && (
        <p role="status" className="fixed inset-x-0 top-0 z-10 mx-auto w-fit bg-ink px-4 py-1 text-sheet">
          Working out the new figures…
        </p>
      )}
      <main
        id="main"
        ref={setMain}
        aria-busy={renewing}
        className={`mx-auto max-w-[1360px] px-3 py-4 sm:px-5 ${renewing ? 'opacity-60' : ''}`}
      >
        {shop && (
          <p className="mb-2 hidden border-b border-rule text-[0.9rem] print:block">
            {shop.name} · {sayDate(shop.today, 'long')}
          </p>
        )}
        <Suspense fallback={<p className="said">Fetching…</p>}>
          <Outlet />
        </Suspense>
        {main && rested && (
          <Suspense fallback={null}>
            <WordsHere main={main} />
          </Suspense>
        )}
      </main>
      {found && (
        <Suspense fallback={null}>
          <QuickFind open={finding} onOpenChange={setFinding} />
        </Suspense>
      )}
      {handsAtClock && !pathname.startsWith('/bench') && (
        <Suspense fallback={null}>
          <CallsElsewhere />
        </Suspense>
      )}
      <KeySheet open={keysOpen} onOpenChange={setKeysOpen} />
      <Toaster
        // over the empty middle of the header; above the save on a narrow screen
        position={narrow ? 'bottom-center' : 'top-center'}
        offset={{ top: '4px' }}
        mobileOffset={{ bottom: '4.6rem' }}
        theme={scheme}
        toastOptions={{ unstyled: true, className: 'slip' }}
      />
    </>
  );
}
