/** What two ways of writing one name have in common. */
export const sameName = (text: string): string =>
  text.normalize('NFC').trim().replace(/\s+/gu, ' ').toLowerCase();
