/**
 * The repeats of a reading as they were typed: `7/64; 7.5/64`, `2.8, 2.9`, `2,8, 2,9`. A semicolon separates, and a comma
 * with a space behind it; without one it is a decimal mark, unless what stands on either side of it has a mark of its own,
 * as in `2.8,2.9` and `7/64,7/64`. A separator at the end separates nothing.
 *
 * @returns at least one text, none of them trimmed of anything but spaces
 */
export function repeatsOf(text: string): string[] {
  return text
    .trim()
    .replace(/\s*[;,]$/u, '')
    .split(/;|,\s/u)
    .flatMap((part) => {
      const split = part.split(',');
      const each = (mark: RegExp) => split.every((one) => mark.test(one));
      return split.length > 1 && (each(/\./u) || each(/[/⁄∕]/u)) ? split : [part];
    })
    .map((part) => part.trim());
}

/**
 * The readings of a meter as they were typed, which a space alone separates too: `14,5 15 14`.
 *
 * @returns at least one text, as {@link repeatsOf}
 */
export function meterRepeatsOf(text: string): string[] {
  return repeatsOf(text.replaceAll(/(?<=[\d%])\s+(?=[\d.,])/gu, '; '));
}
