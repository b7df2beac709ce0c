import type { DamagedFile } from './backup-file.js';

/** Named one by one up to here. */
const NAMED = 5;

const KINDS = {
  picture: { more: 'pictures', none: 'a picture of no photograph', again: 'take the photograph again' },
  paper: { more: 'papers', none: 'a paper that was never given out', again: 'give the paper out again' },
} as const;

/** What a person should know of pictures and papers that are damaged on the disk, in sentences. */
export const sayDamaged = (damaged: readonly DamagedFile[]): string[] =>
  (['picture', 'paper'] as const).flatMap((kind) =>
    sayOf(
      kind,
      damaged.filter(({ paper }) => (paper ?? false) === (kind === 'paper')),
    ),
  );

function sayOf(kind: keyof typeof KINDS, damaged: readonly DamagedFile[]): string[] {
  if (damaged.length === 0) return [];
  const { more: many, none, again } = KINDS[kind];
  const named = damaged
    .slice(0, NAMED)
    .map(({ picture, photographs }) => photographs[0] ?? `${none} (${picture.slice(0, 12)}…)`);
  const more = damaged.length > NAMED ? `, and ${damaged.length - NAMED} more` : '';
  const one = damaged.length === 1;
  return [
    `${one ? `A ${kind} is` : `${damaged.length} ${many} are`} damaged on the disk and left out of backups: ${named.join('; ')}${more}. An earlier backup may still have ${one ? 'it' : 'them'}: otherwise ${again}.`,
  ];
}
