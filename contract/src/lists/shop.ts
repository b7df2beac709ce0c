import { parseOpening, type OpeningHours } from '@upright-elder/core/days';

/** When a shop is open, as its settings have it. */
export const openingHoursOf = ({
  openingHours = [],
  daysOff = [],
  lunch = '',
}: {
  openingHours?: string[];
  daysOff?: string[];
  lunch?: string;
}): OpeningHours => ({
  week: openingHours.map((text) => {
    const read = parseOpening(text);
    return read.ok ? read.value : null;
  }),
  closed: daysOff,
  ...lunchOf(lunch),
});

function lunchOf(text: string): Pick<OpeningHours, 'lunch'> {
  const read = parseOpening(text);
  return read.ok && read.value ? { lunch: read.value } : {};
}
