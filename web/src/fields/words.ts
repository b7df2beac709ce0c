/** A word as it begins a line. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
