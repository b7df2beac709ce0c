/** Lines that are told apart by their dashes as well as by their ink. */
export const LINE_STYLES = [
  { stroke: 'var(--ink)', dash: undefined },
  { stroke: 'var(--ochre)', dash: '9 4' },
  { stroke: 'var(--verdigris)', dash: '2 4' },
  { stroke: 'var(--damp)', dash: '9 4 2 4' },
  { stroke: 'var(--faint)', dash: '16 5' },
] as const;

export const lineStyle = (place: number) => LINE_STYLES[place % LINE_STYLES.length]!;
