/**
 * What creeps from year to year, said once for every page.
 *
 * @param name as it begins a sentence
 * @param rate with its error and unit, `0.23 ± 0.05 mm a year`
 */
export const creepWords = (
  name: string,
  creep: 'creeping' | 'probably creeping',
  up: boolean,
  rate: string,
): string =>
  creep === 'creeping'
    ? `${name} is creeping ${up ? 'up' : 'down'}, ${rate}. ${up ? 'Dry' : 'Damp'} months do not bring it back.`
    : `${name} is probably creeping ${up ? 'up' : 'down'}, ${rate}. Measure again, same month next year.`;
