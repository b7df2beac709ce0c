import type { Hit, HitKind, Hits } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { Command } from 'cmdk';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import useSWR from 'swr';
import { get } from '../data/api.js';
import { useSettled } from '../data/useSettled.js';
import { pagesFor, readingsFor, settingsFor, toldFor, type Told } from './findable.js';

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
  // before anything is typed the pages alone
  const asked = typed.trim() !== '';
  const ways = {
    Pages: pagesFor(wanted, pathname),
    Settings: asked ? settingsFor(wanted) : [],
    Readings: asked ? readingsFor(wanted, pathname) : [],
  };
  const told = Object.entries(asked ? toldFor(wanted) : {}).filter(([, all]) => all.length > 0);
  const nothing =
    hits.length === 0 && told.length === 0 && Object.values(ways).every((all) => all.length === 0);
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
      overlayClassName="fixed inset-0 z-30"
      contentClassName="sheet fixed top-[3.5rem] right-1 z-30 w-[min(36rem,97vw)] border-t-4 border-t-verdigris p-2 shadow-lg sm:right-4"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="name, owner, mark, note, page, setting, word"
        className="field text-[1.2rem]"
      />
      <Command.List className="mt-1 max-h-[min(30rem,70vh)] overflow-y-auto">
        {nothing && <p className="px-3 py-2 text-faint">{waiting ? 'Looking…' : 'Nothing found.'}</p>}
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
        {Object.entries(ways).map(
          ([heading, all]) =>
            all.length > 0 && (
              <Command.Group key={heading} heading={heading} className={HEADING}>
                {all.map(({ to, label }) => (
                  <Command.Item
                    key={`${to} ${label}`}
                    value={`${heading} ${to} ${label}`}
                    onSelect={() => go(to)}
                    className={LINE}
                  >
                    {label}
                  </Command.Item>
                ))}
              </Command.Group>
            ),
        )}
        {told.map(([heading, all]) => (
          <ToldHere key={heading} heading={heading} all={all} />
        ))}
      </Command.List>
    </Command.Dialog>
  );
}

/** What is told at once, and leads nowhere. */
function ToldHere({ heading, all }: { heading: string; all: Told[] }) {
  return (
    <section aria-label={heading} className="px-3 pt-2">
      <h3 className="font-sans text-[0.88rem] font-bold text-faint">{heading}</h3>
      <dl>
        {all.map(({ name, says }) => (
          <div key={`${name} ${says}`} className="py-1">
            <dt className="mr-2 inline font-serif font-semibold">{name}</dt>
            <dd className="inline text-[0.95rem]">{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
