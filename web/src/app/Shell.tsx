import { Keyboard, Moon, Sun } from 'lucide-react';
import { Suspense, useState } from 'react';
import { NavLink, Outlet, useNavigate } from 'react-router';
import { Toaster } from 'sonner';
import { useLive, useRenewing } from '../data/events.js';
import { useShop } from '../data/hooks.js';
import { KeySheet } from './KeySheet.js';
import { useKeys } from './keys.js';
import { PersonPicker } from './PersonPicker.js';
import { useScheme } from './scheme.js';

const PLACES = [
  { to: '/', label: 'Shelf' },
  { to: '/air', label: 'Air' },
  { to: '/shop', label: 'Shop' },
];

export function Shell() {
  const [scheme, turnScheme] = useScheme();
  const [keysOpen, setKeysOpen] = useState(false);
  const navigate = useNavigate();
  const { data: shop } = useShop();
  useLive();
  const renewing = useRenewing();
  useKeys({
    '?': () => setKeysOpen(true),
    'g s': () => void navigate('/'),
    'g a': () => void navigate('/air'),
    'g w': () => void navigate('/shop'),
    n: () => void navigate('/instruments/new'),
  });
  return (
    <>
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-sheet focus:p-3"
      >
        Skip to content
      </a>
      <header className="border-b-2 border-ink/70 bg-sheet">
        <div className="mx-auto flex max-w-[1360px] flex-wrap items-center gap-x-5 gap-y-1 px-3 py-1.5 sm:px-5">
          <div className="font-serif text-[1.3rem] font-semibold">
            Upright Elder
            <span className="ml-3 hidden text-[1rem] font-normal text-faint sm:inline">{shop?.name}</span>
          </div>
          <nav aria-label="Places" className="flex">
            {PLACES.map(({ to, label }) => (
              <NavLink
                key={to}
                to={to}
                end={to === '/'}
                className={({ isActive }) =>
                  `flex min-h-[44px] items-center border-b-4 px-3 sm:px-4 ${isActive ? 'border-verdigris font-bold' : 'border-transparent'}`
                }
              >
                {label}
              </NavLink>
            ))}
          </nav>
          <div className="ml-auto flex items-center gap-2">
            <PersonPicker />
            <button
              type="button"
              className="quiet"
              onClick={turnScheme}
              aria-label={scheme === 'dark' ? 'Light scheme' : 'Dark scheme'}
            >
              {scheme === 'dark' ? <Sun size={20} aria-hidden /> : <Moon size={20} aria-hidden />}
            </button>
            <button type="button" className="quiet" onClick={() => setKeysOpen(true)} aria-label="Keys">
              <Keyboard size={20} aria-hidden />
            </button>
          </div>
        </div>
      </header>
      {renewing && (
        <p role="status" className="fixed inset-x-0 top-0 z-10 mx-auto w-fit bg-ink px-4 py-1 text-sheet">
          Changed elsewhere: figures are being worked out anew…
        </p>
      )}
      <main
        id="main"
        aria-busy={renewing}
        className={`mx-auto max-w-[1360px] px-3 py-4 sm:px-5 ${renewing ? 'opacity-60' : ''}`}
      >
        <Suspense fallback={<p className="said">Fetching…</p>}>
          <Outlet />
        </Suspense>
      </main>
      <KeySheet open={keysOpen} onOpenChange={setKeysOpen} />
      <Toaster
        position="bottom-left"
        theme={scheme}
        toastOptions={{
          style: { fontSize: '1rem' },
          actionButtonStyle: { minHeight: '44px', fontSize: '1rem' },
        }}
      />
    </>
  );
}
