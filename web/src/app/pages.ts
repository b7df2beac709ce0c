/** The pages of an instrument in working order, and the key of each. */
export const INSTRUMENT_PAGES = [
  { to: 'stance', label: 'Stance' },
  { to: 'examine', label: 'Examine' },
  { to: 'map', label: 'Map' },
  { to: 'top', label: 'Top' },
  { to: 'seasons', label: 'Seasons' },
  { to: 'judgement', label: 'Judgement' },
  { to: 'work', label: 'Work' },
  { to: 'readings', label: 'Readings' },
  { to: 'photographs', label: 'Photographs' },
  { to: 'papers', label: 'Papers' },
] as const;

export const PLACES = [
  { to: '/', label: 'Shelf' },
  { to: '/bench', label: 'Bench' },
  { to: '/calendar', label: 'Calendar' },
  { to: '/air', label: 'Air' },
  { to: '/shop', label: 'Shop' },
] as const;

export const SHOP_PAGES = [
  { to: '/shop', label: 'People and units' },
  { to: '/shop/owners', label: 'Owners' },
  { to: '/shop/hours', label: 'Hours' },
  { to: '/shop/figures', label: 'Figures' },
  { to: '/shop/papers', label: 'Papers' },
  { to: '/shop/tools', label: 'Tools' },
  { to: '/shop/protocols', label: 'Protocols' },
  { to: '/shop/strings', label: 'Strings' },
  { to: '/shop/repairs', label: 'Repairs' },
  { to: '/shop/learned', label: 'Learned' },
  { to: '/shop/exchange', label: 'In and out' },
] as const;
