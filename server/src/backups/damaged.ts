import type { DamagedPicture } from './backup-file.js';

/** Named one by one up to here. */
const NAMED = 5;

/** What a person should know of pictures that are damaged on the disk, in sentences. */
export function sayDamaged(damaged: readonly DamagedPicture[]): string[] {
  if (damaged.length === 0) return [];
  const named = damaged
    .slice(0, NAMED)
    .map(
      ({ picture, photographs }) => photographs[0] ?? `a picture of no photograph (${picture.slice(0, 12)}…)`,
    );
  const more = damaged.length > NAMED ? `, and ${damaged.length - NAMED} more` : '';
  const one = damaged.length === 1;
  return [
    `${one ? 'A picture is' : `${damaged.length} pictures are`} damaged on the disk and left out of backups: ${named.join('; ')}${more}. An earlier backup may still have ${one ? 'it' : 'them'}: otherwise take the photograph again.`,
  ];
}
