import type { Drawing } from '@upright-elder/drawings';

/** What a paper is made of, from its top to its foot. */
export type Block =
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; strong?: true; small?: true }
  | { kind: 'facts'; pairs: readonly (readonly [name: string, said: string])[] }
  /** @property ticks an empty box before each, to be ticked by hand */
  | { kind: 'list'; items: readonly string[]; ticks?: true }
  /** @property widths shares of the page, as many as heads */
  | {
      kind: 'table';
      name: string;
      head: readonly string[];
      rows: readonly (readonly string[])[];
      widths: readonly number[];
    }
  /** @property height points at most */
  | { kind: 'figure'; drawing: Drawing; said: string; caption: string; height: number }
  | { kind: 'photographs'; of: readonly Photo[] }
  /** lines to be written on by hand */
  | { kind: 'sign'; lines: readonly string[] };

export interface Photo {
  /** JPEG or PNG */
  bytes: Uint8Array;
  said: string;
  caption: string;
}

/** A paper before it is set: everything that stands on it. */
export interface Paper {
  title: string;
  /** under the title */
  about: string;
  shop: string;
  /** day on which it was made, ISO */
  day: string;
  blocks: readonly Block[];
}
