import type { EditEntity } from './edit.entity.js';

/** A piece of a text with who wrote it. */
export interface Written {
  text: string;
  by: string | null;
  /** when it was added, UTC ISO text; null of what stood first */
  at: string | null;
}

const textOf = (was: Record<string, unknown>, column: string): string | null => {
  const stood = was[column];
  return typeof stood === 'string' ? stood : null;
};

/**
 * A text in the pieces that it was written in: what was added to its end is whoever's added it, and a text that was
 * written anew is its writer's.
 *
 * @param by who wrote it first
 * @param edits of its row, oldest first
 * @returns none where one person wrote all of it
 */
export function writtenBy(column: string, text: string, by: string, edits: readonly EditEntity[]): Written[] {
  const changes = edits.filter(({ was }) => was !== null && column in was);
  let pieces: Written[] = [];
  changes.forEach(({ was, by: editor, at }, i) => {
    const before = textOf(was!, column) ?? '';
    const next = changes[i + 1]?.was;
    const after = next ? (textOf(next, column) ?? '') : text;
    if (i === 0) pieces = [{ text: before, by, at: null }];
    if (after.startsWith(before)) pieces.push({ text: after.slice(before.length), by: editor, at });
    else pieces = [{ text: after, by: editor, at }];
  });
  const told = pieces.filter((piece) => piece.text.trim() !== '');
  return told.some((piece) => piece.by !== by) ? told : [];
}
