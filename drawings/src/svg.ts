import type { Element } from 'hast';
import { toHtml } from 'hast-util-to-html';
import { s } from 'hastscript';

/** A drawing, or a part of one: SVG as a tree of plain values, for pages (which render it) and papers (as text). */
export type Drawing = Element;

type Attributes = Record<string, string | number | undefined>;

/** One element; what is undefined is left out. */
export function draw(tag: string, attributes: Attributes, ...children: (Drawing | string | null)[]): Drawing {
  const known = Object.fromEntries(Object.entries(attributes).filter(([, value]) => value !== undefined));
  return s(
    tag,
    known,
    children.filter((child) => child !== null),
  );
}

/** The drawing's root. @param box x, y, width and height of what is seen @param label said where it is not seen */
export const picture = (
  box: readonly [number, number, number, number],
  label: string,
  children: readonly (Drawing | null)[],
): Drawing =>
  draw(
    'svg',
    { xmlns: 'http://www.w3.org/2000/svg', viewBox: box.join(' '), role: 'img', 'aria-label': label },
    ...children,
  );

/** What a part is called: shown where the pointer rests, read where it is not seen. */
export const named = (words: string): Drawing => draw('title', {}, words);

/**
 * The drawing as a file.
 *
 * @public called by papers, which are built next
 */
export const toSvg = (drawing: Drawing): string =>
  toHtml(drawing, {
    space: 'svg',
    closeEmptyElements: true,
    characterReferences: { useNamedReferences: false },
  });
