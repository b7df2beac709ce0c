import type { Parsed } from '../units/parsed.js';
import type { Resource } from './treatment.js';

/**
 * Figures that nobody gave: each shop has its own, and is asked for it where it matters. Until then nothing is planned by
 * them.
 */
export const SHOP_FIGURES = {
  'rest between heat runs': { name: 'Rest between two heat runs', unit: 'min', from: 0.5, to: 240 },
  'probe limit extension': { name: 'Probe limit under the extension', unit: '°C', from: 30, to: 160 },
  'probe limit neck joint': { name: 'Probe limit in the neck joint', unit: '°C', from: 30, to: 160 },
  'warm part': { name: 'A part is warm for hide glue at', unit: '°C', from: 25, to: 80 },
  'glue pot': { name: 'Glue pot, not above', unit: '°C', from: 40, to: 90 },
  'glue batch': { name: 'A batch of hide glue is thrown away after', unit: 'days', from: 0.25, to: 60 },
  'open hide': { name: 'Hot hide glue stays open', unit: 'min', from: 0.25, to: 30 },
  'open fish': { name: 'Fish glue stays open', unit: 'min', from: 1, to: 60 },
  'open aliphatic': { name: 'Aliphatic resin glue stays open', unit: 'min', from: 1, to: 60 },
  'damp spruce': { name: 'Damp spruce loses half its excess in', unit: 'h', from: 0.5, to: 400 },
  'latest coat shellac': { name: 'Latest time for the next coat, shellac', unit: 'h', from: 0.5, to: 400 },
  'latest coat lacquer': { name: 'Latest time for the next coat, lacquer', unit: 'h', from: 0.5, to: 400 },
  'french polish': { name: 'Between two sessions of French polish', unit: 'h', from: 0.5, to: 400 },
  'board after levelling': { name: 'A levelled board stays clamped for', unit: 'h', from: 0.5, to: 400 },
  'jack turn': { name: 'One turn of the jack lifts', unit: 'mm', from: 0.1, to: 10 },
  'count clamps': { name: 'Clamp sets', unit: 'sets', from: 1, to: 60 },
  'count form': { name: 'Forms to lie in', unit: 'forms', from: 1, to: 20 },
  'count heat': { name: 'Things to heat with at once', unit: 'at once', from: 1, to: 20 },
  'count steam': { name: 'Steamers', unit: 'steamers', from: 1, to: 20 },
  'count humid box': { name: 'Places in a humid case', unit: 'places', from: 1, to: 60 },
  'count ventilated place': { name: 'Drying places', unit: 'places', from: 1, to: 60 },
  'filing after cyanoacrylate': { name: 'Cyanoacrylate may be filed after', unit: 'h', from: 0.1, to: 48 },
} as const satisfies Record<string, { name: string; unit: string; from: number; to: number }>;
export type ShopFigureId = keyof typeof SHOP_FIGURES;
export const SHOP_FIGURE_IDS = Object.keys(SHOP_FIGURES) as ShopFigureId[];

/** How long one run of heat is, of a stage whose length nobody gave; kept beside the others. */
export const runFigure = (treatment: string, stage: number): string => `run ${treatment} ${stage}`;

/** A length of run by the clock, s: 10 s to an hour. */
const RUN = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/u;

/** Reads a figure as it was typed: in its own unit, or of a run in seconds. */
export function parseFigure(id: string, text: string): Parsed<number> {
  if (id.startsWith('run ')) {
    const found = RUN.exec(text);
    const seconds = found ? Number(found[1]) * 60 + Number(found[2] ?? 0) : 0;
    return seconds >= 10 && seconds <= 3600
      ? { ok: true, value: seconds }
      : {
          ok: false,
          reason: `“${text}” is no length of a run`,
          accepted: '3:00, or 3 for minutes, up to 60:00',
        };
  }
  if (!Object.hasOwn(SHOP_FIGURES, id))
    return { ok: false, reason: `there is no figure “${id}”`, accepted: SHOP_FIGURE_IDS.join(', ') };
  const { unit, from, to } = SHOP_FIGURES[id as ShopFigureId];
  const value = Number(text.trim().replace(',', '.').replace(unit, '').trim());
  return text.trim() !== '' && Number.isFinite(value) && value >= from && value <= to
    ? { ok: true, value }
    : { ok: false, reason: `“${text}” does not fit`, accepted: `a number from ${from} to ${to}, in ${unit}` };
}

/** How many there are of what is used at the bench where the shop did not say. House figures, no source. */
export const HOUSE_COUNTS = {
  clamps: 3,
  form: 1,
  heat: 1,
  steam: 1,
  'humid box': 2,
  'ventilated place': 4,
} as const satisfies Record<Exclude<Resource, 'second hands'>, number>;
export type CountedResource = keyof typeof HOUSE_COUNTS;

/** How many of each there are, by the shop's own figures where it gave any. @param figures as typed, by their names */
export const countsOf = (figures: Readonly<Record<string, string>>): Record<CountedResource, number> =>
  Object.fromEntries(
    (Object.keys(HOUSE_COUNTS) as CountedResource[]).map((one) => {
      const read = parseFigure(`count ${one}`, figures[`count ${one}`] ?? '');
      return [one, read.ok ? Math.floor(read.value) : HOUSE_COUNTS[one]];
    }),
  ) as Record<CountedResource, number>;
