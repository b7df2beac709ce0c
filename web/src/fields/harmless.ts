/** A number with its sign, and maybe its unit. */
const NUMBER = /^[+-][\d.,]+(?:[\s ]?[\p{L}°%/"]+)*$/u;

/**
 * What a cell says, so that no spreadsheet takes it for a formula: a mark in front makes it text. Numbers stay numbers.
 */
export const harmless = (cell: string): string =>
  /^[=@\t\r]/u.test(cell) || (/^[+-]/u.test(cell) && !NUMBER.test(cell)) ? `'${cell}` : cell;
