import { parseOpening, type OpeningHours } from '@upright-elder/core/days';

/** When a shop is open, as its settings have it. */
export const openingHoursOf = ({
  openingHours = [],
  daysOff = [],
}: {
  openingHours?: string[];
  daysOff?: string[];
}): OpeningHours => ({
  week: openingHours.map((text) => {
    const read = parseOpening(text);
    return read.ok ? read.value : null;
  }),
  closed: daysOff,
});
