import { STRING_SIDES } from '../strings/index.js';
import { describe, expect, it } from 'vitest';
import {
  actionWanted,
  firstFretGapWanted,
  PLAYING_STYLES,
  RELIEF_SCHOOL_IDS,
  RELIEF_SCHOOLS,
  saddleShowingWanted,
  type SetUpAs,
  type TargetsOf,
} from './index.js';

const INSTRUMENTS: Record<SetUpAs, TargetsOf> = {
  steel: { type: 'flat-top', stringKind: 'steel', pairedStrings: false },
  'twelve-string': { type: 'flat-top', stringKind: 'steel', pairedStrings: true },
  archtop: { type: 'archtop', stringKind: 'steel', pairedStrings: false },
  nylon: { type: 'flat-top', stringKind: 'nylon', pairedStrings: false },
};
const ALL = Object.values(INSTRUMENTS);

/** Ranges of common practice: lowest and highest action at fret 12 for fingers, m; no published source. */
const RANGES: Record<Exclude<SetUpAs, 'steel'>, { bass: [number, number]; treble: [number, number] }> = {
  'twelve-string': { bass: [5 / 64, 7 / 64], treble: [4 / 64, 5 / 64] },
  archtop: { bass: [4 / 64, 6 / 64], treble: [3 / 64, 5 / 64] },
  nylon: { bass: [3.5 / 25.4, 4.2 / 25.4], treble: [2.7 / 25.4, 3.2 / 25.4] },
};

describe('targets', () => {
  it('stand in the range of their strings and type (common practice)', () => {
    for (const [as, range] of Object.entries(RANGES))
      for (const style of ['gentle', 'medium', 'hard'] as const)
        for (const side of STRING_SIDES) {
          const inches = actionWanted(INSTRUMENTS[as as SetUpAs], style)[side] / 0.0254;
          expect(inches, `${as} ${style} ${side}`).toBeGreaterThanOrEqual(range[side][0] - 1e-12);
          expect(inches, `${as} ${style} ${side}`).toBeLessThanOrEqual(range[side][1] + 1e-12);
        }
  });

  it('rise with the hand that plays, and the bass stands above the treble', () => {
    for (const of of ALL) {
      const [gentle, medium, hard, slide] = (['gentle', 'medium', 'hard', 'slide'] as const).map((style) =>
        actionWanted(of, style),
      );
      expect(gentle!.bass).toBeLessThanOrEqual(medium!.bass);
      expect(medium!.bass).toBeLessThanOrEqual(hard!.bass);
      expect(hard!.bass).toBeLessThan(slide!.bass);
      for (const style of PLAYING_STYLES) {
        const { bass, treble } = actionWanted(of, style);
        expect(bass).toBeGreaterThan(treble);
      }
    }
    const { bass } = actionWanted(INSTRUMENTS.nylon, 'flamenco');
    expect(actionWanted(INSTRUMENTS.nylon, 'medium').bass - bass).toBeGreaterThanOrEqual(0.7e-3);
    expect(actionWanted(INSTRUMENTS.nylon, 'medium').bass - bass).toBeLessThanOrEqual(1e-3);
  });

  it('leave a nylon set its own nut, relief and saddle', () => {
    for (const side of STRING_SIDES)
      expect(firstFretGapWanted('nylon')[side].from).toBeGreaterThan(
        firstFretGapWanted('steel')[side].to - 0.05e-3,
      );
    for (const school of RELIEF_SCHOOL_IDS) {
      const { steel, nylon } = RELIEF_SCHOOLS[school].relief;
      expect(nylon).toBeGreaterThanOrEqual(school === 'none' ? 0 : 0.1e-3);
      expect(nylon).toBeLessThanOrEqual(0.4e-3);
      expect(steel).toBeLessThanOrEqual(0.4e-3);
    }
    expect(saddleShowingWanted('nylon')).toEqual({ least: 2e-3, most: 5e-3 });
  });
});
