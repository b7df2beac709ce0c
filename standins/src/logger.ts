/** The air that the stand-in's logger feels: damp late summers, stove-dried winters, a drier noon. */
export function airAt(instant: Date): { humidity: number; celsius: number } {
  const day = instant.getTime() / 86400000;
  const season = Math.cos((2 * Math.PI * (day - 236)) / 365.2425);
  const noon = Math.cos(2 * Math.PI * ((instant.getTime() % 86400000) / 86400000 - 0.5));
  const weather = 4 * Math.sin(day / 3.1) + 3 * Math.sin(day / 7.7);
  return { humidity: 51 + 14 * season + weather - 1.5 * noon, celsius: 18 + 2.5 * season + 1.2 * noon };
}

const two = (n: number) => String(n).padStart(2, '0');

/** The file of an instant: one a day. */
export function fileOf(name: string, instant: Date): string {
  return `${name} ${instant.getFullYear()}-${two(instant.getMonth() + 1)}-${two(instant.getDate())}.csv`;
}

/** A logger of its kind writes semicolons, decimal commas and its own local time. */
export const HEADING = 'Date;Time;Humidity %;Temperature °C';
export function rowOf(instant: Date): string {
  const { humidity, celsius } = airAt(instant);
  const date = `${two(instant.getDate())}.${two(instant.getMonth() + 1)}.${instant.getFullYear()}`;
  const time = `${two(instant.getHours())}:${two(instant.getMinutes())}`;
  const comma = (value: number) => value.toFixed(1).replace('.', ',');
  return [date, time, comma(humidity), comma(celsius)].join(';');
}

/** Every whole hour of a day up to an instant. */
export function hoursUntil(instant: Date): Date[] {
  const midnight = new Date(instant.getFullYear(), instant.getMonth(), instant.getDate());
  const count = Math.floor((instant.getTime() - midnight.getTime()) / 3600000) + 1;
  return Array.from({ length: count }, (_, i) => new Date(midnight.getTime() + i * 3600000));
}
