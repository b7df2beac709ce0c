/** What a drawing is drawn with: colours by what they mean, and the letters. */
export interface Inks {
  /** lines and letters that carry the drawing */
  ink: string;
  faint: string;
  rule: string;
  /** grounds: of the sheet, and of what is solid */
  sheet: string;
  sunk: string;
  /** what is well, strings, what is chosen */
  verdigris: string;
  ochre: string;
  /** live damage */
  wax: string;
  /** damp, and planes that are thought of */
  damp: string;
  font: string;
}

/** On a page the colours follow its scheme, by day and in the evening. */
export const PAGE_INKS: Inks = {
  ink: 'var(--ink)',
  faint: 'var(--faint)',
  rule: 'var(--rule)',
  sheet: 'var(--sheet)',
  sunk: 'var(--sunk)',
  verdigris: 'var(--verdigris)',
  ochre: 'var(--ochre)',
  wax: 'var(--wax)',
  damp: 'var(--damp)',
  font: 'var(--font-sans)',
};

/**
 * On paper: ink on white, the few colours as they print.
 *
 * @public called by papers, which are built next
 */
export const PAPER_INKS: Inks = {
  ink: '#1f1a15',
  faint: '#5d5348',
  rule: '#c9bda8',
  sheet: '#ffffff',
  sunk: '#efe8da',
  verdigris: '#1f6f61',
  ochre: '#8a5a00',
  wax: '#a3241b',
  damp: '#4d7285',
  font: 'sans-serif',
};
