import { GLOSSARY } from '@upright-elder/core/wording';
import { QUANTITIES, QUANTITY_IDS } from '@upright-elder/core/readings';
import { KEYS } from './keys.js';
import { INSTRUMENT_PAGES, PLACES, SHOP_PAGES } from './pages.js';

/** Where a person may mean to go. */
export interface Findable {
  to: string;
  label: string;
}

/** What a person may want to know: said in the list itself. */
export interface Told {
  name: string;
  says: string;
}

/** The instrument that the page is of, as the beginning of its addresses; none elsewhere. */
const instrumentAt = (pathname: string) => /^\/instruments\/(?!new)[^/]+/u.exec(pathname)?.[0];

/** What can be set, where, and the words by which it is looked for besides its own. */
const SETTINGS: (Findable & { also: string })[] = [
  { to: '/shop', label: 'Backups', also: 'backup restore copy folder kept data disk' },
  { to: '/shop', label: 'Name of the workshop', also: 'shop' },
  { to: '/shop', label: 'People and roles', also: 'apprentice luthier person add who' },
  { to: '/shop', label: 'Heights in sentences', also: 'units 64ths thousandths thou mm inch inches metric' },
  { to: '/shop', label: 'What a bare number means', also: 'units field mm inch inches' },
  { to: '/shop', label: 'Temperature, currency, dates, time zone', also: 'celsius fahrenheit money order' },
  {
    to: '/shop/exchange',
    label: 'In and out',
    also: 'export import exchange zip csv json another shop take along',
  },
  { to: '/shop/hours', label: 'Opening hours and days off', also: 'holiday away time' },
  { to: '/shop/tools', label: 'Tools and their errors', also: 'gauge feeler caliper rule accuracy' },
  { to: '/shop/repairs', label: 'Hourly rate', also: 'money price cost rate hour' },
  { to: '/shop/repairs', label: 'Schools', also: 'way reset glue relief' },
  { to: '/shop/repairs', label: 'Treatments, their hours and waits', also: 'repairs jobs steps times clamp' },
  { to: '/shop/papers', label: 'What your papers say', also: 'estimate insurance museum terms wording' },
  { to: '/shop/figures', label: 'Your own figures for glue, finish and times', also: 'pot clamp cure sheet' },
  { to: '/shop/strings', label: 'String sets and tunings', also: 'tension gauge' },
  { to: '/shop/owners', label: 'Owners', also: 'customer address erase' },
  { to: '/air', label: 'Rooms and their loggers', also: 'humidity log csv import room' },
];

const holds = (text: string, wanted: readonly string[]) =>
  wanted.every((word) => text.toLowerCase().includes(word));

/** Pages that a person may mean: those of the instrument at hand first. @param wanted words in small letters */
export function pagesFor(wanted: readonly string[], pathname: string): Findable[] {
  const instrument = instrumentAt(pathname);
  const all: Findable[] = [
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
  return all.filter(({ label }) => holds(label, wanted));
}

/** Settings that a person may mean, by their names or by what they are looked for by. */
export const settingsFor = (wanted: readonly string[]): Findable[] =>
  SETTINGS.filter(({ label, also }) => holds(`${label} ${also}`, wanted));

/** Readings of the instrument at hand. */
export function readingsFor(wanted: readonly string[], pathname: string): Findable[] {
  const instrument = instrumentAt(pathname);
  if (!instrument) return [];
  return QUANTITY_IDS.filter((id) => holds(QUANTITIES[id].name, wanted)).map((id) => ({
    to: `${instrument}/readings?of=${id}.${QUANTITIES[id].places[0]!}`,
    label: `${QUANTITIES[id].name}, as it was measured here`,
  }));
}

/** Words, keys and how a thing is measured: told at once. */
export function toldFor(wanted: readonly string[]): Record<'Words' | 'How it is measured' | 'Keys', Told[]> {
  return {
    Words: Object.values(GLOSSARY)
      .flat()
      .filter(({ word }) => holds(word, wanted))
      .map(({ word, says }) => ({ name: word, says })),
    'How it is measured': QUANTITY_IDS.filter((id) => holds(QUANTITIES[id].name, wanted)).map((id) => ({
      name: QUANTITIES[id].name,
      says: QUANTITIES[id].how,
    })),
    Keys: KEYS.flatMap(({ where, keys }) =>
      keys
        .filter(([, what]) => holds(what, wanted))
        .map(([key, what]) => ({ name: key, says: `${what} (${where.toLowerCase()})` })),
    ),
  };
}
