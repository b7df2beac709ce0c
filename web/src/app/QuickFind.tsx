import type { Hit, HitKind, Hits } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { Command } from 'cmdk';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import useSWR from 'swr';
import { get } from '../data/api.js';
import { useSettled } from '../data/useSettled.js';
import { INSTRUMENT_PAGES, PLACES, SHOP_PAGES } from './pages.js';

const GROUPS: Record<HitKind, string> = {
  instrument: 'Instruments',
  mark: 'Marks on the map',
  finding: 'Seen at a point',
  note: 'Notes of examinations',
  work: 'Work done',
  log: 'Log of a job',
  photograph: 'Photographs',
};

/** Where what was found stands. */
function pathOf({ kind, id, instrumentId }: Hit): string {
  const of = `/instruments/${instrumentId}`;
  switch (kind) {
    case 'instrument':
      return `${of}/stance`;
    case 'mark':
      return `${of}/map?mark=${id}`;
    case 'finding':
    case 'note':
      return `${of}/examine?examination=${id}`;
    case 'work':
      return `${of}/work?done=${id}`;
    case 'log':
      return `${of}/work?job=${id}`;
    case 'photograph':
      return `${of}/photographs?photograph=${id}`;
  }
}

interface Page {
  to: string;
  label: string;
}

/** Pages that a person may mean: those of the instrument at hand first. */
function pagesAt(pathname: string): Page[] {
  const instrument = /^\/instruments\/(?!new)[^/]+/u.exec(pathname)?.[0];
  return [
    ...(instrument
      ? [
          ...INSTRUMENT_PAGES.map(({ to, label }) => ({
            to: `${instrument}/${to}`,
            label: `${label} of this instrument`,
          })),
          { to: `${instrument}/details`, label: 'Details of this instrument' },
        ]
      : []),
    ...PLACES,
    ...SHOP_PAGES.map(({ to, label }) => ({ to, label: `Shop: ${label.toLowerCase()}` })),
    { to: '/take-in', label: 'Take in an instrument' },
    { to: '/instruments/new', label: 'Add an instrument' },
  ];
}

const LINE =
  'flex min-h-[44px] cursor-pointer flex-wrap items-center gap-x-3 rounded-[3px] px-3 py-1 data-[selected=true]:bg-sunk';
const HEADING =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[0.88rem] [&_[cmdk-group-heading]]:font-bold [&_[cmdk-group-heading]]:text-faint';

/** Anything that was written, and every page, from anywhere. */
export function QuickFind({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [typed, setTyped] = useState('');
  const words = useSettled(typed.trim(), 120);
  const { data } = useSWR<Hits>(
    open && words !== '' ? `find?search=${encodeURIComponent(words)}` : null,
    get,
    {
      keepPreviousData: true,
    },
  );
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const hits = typed.trim() === '' ? [] : (data?.hits ?? []);
  const wanted = typed.trim().toLowerCase().split(/\s+/u);
  const pages = pagesAt(pathname).filter(({ label }) =>
    wanted.every((word) => label.toLowerCase().includes(word)),
  );
  const waiting = typed.trim() !== '' && data?.search !== typed.trim();
  const go = (to: string) => {
    onOpenChange(false);
    setTyped('');
    void navigate(to);
  };
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="Find"
      shouldFilter={false}
      loop
      overlayClassName="fixed inset-0 z-30 bg-black/50"
      contentClassName="sheet fixed top-[8vh] left-1/2 z-30 w-[min(44rem,94vw)] -translate-x-1/2 p-2 shadow-lg"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="name, owner, mark, note, page"
        className="field text-[1.2rem]"
      />
      <Command.List className="mt-1 max-h-[min(30rem,70vh)] overflow-y-auto">
        <Command.Empty className="px-3 py-2 text-faint">
          {waiting ? 'Looking…' : 'Nothing found.'}
        </Command.Empty>
        {(Object.keys(GROUPS) as HitKind[]).map((kind) => {
          const of = hits.filter((hit) => hit.kind === kind);
          return (
            of.length > 0 && (
              <Command.Group key={kind} heading={GROUPS[kind]} className={HEADING}>
                {of.map((hit, i) => (
                  <Command.Item
                    key={`${hit.id} ${i}`}
                    value={`${kind} ${hit.id} ${i}`}
                    onSelect={() => go(pathOf(hit))}
                    className={LINE}
                  >
                    <span className="font-serif text-[1.1rem] font-semibold">{hit.instrument}</span>
                    <span className="text-[0.95rem] text-faint">
                      {hit.date && `${sayDate(hit.date)}: `}
                      {hit.text}
                    </span>
                  </Command.Item>
                ))}
                {kind === 'instrument' && data && data.instruments > of.length && (
                  <Command.Item
                    value="all instruments"
                    onSelect={() => go(`/?search=${encodeURIComponent(typed.trim())}`)}
                    className={LINE}
                  >
                    All {data.instruments} on the shelf
                  </Command.Item>
                )}
              </Command.Group>
            )
          );
        })}
        {pages.length > 0 && (
          <Command.Group heading="Pages" className={HEADING}>
            {pages.map(({ to, label }) => (
              <Command.Item key={to} value={`page ${to}`} onSelect={() => go(to)} className={LINE}>
                {label}
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command.Dialog>
  );
}
