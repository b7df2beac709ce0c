/** Any value in words, for a person. */
export function sayPlainly(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string' || typeof value === 'number') return String(value);
  return Object.entries(value)
    .map(([key, one]) => `${key}: ${sayPlainly(one)}`)
    .join(', ');
}
