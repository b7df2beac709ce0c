import { describe, expect, it } from 'vitest';
import { scorePredictions } from './index.js';

describe('predictions', () => {
  it('are scored against what the work showed, and what it has not shown stays open', () => {
    const [apprentice, program] = scorePredictions([
      { by: 'Tobin Marsh', cause: 'neck angle', shown: 'belly or structure' },
      { by: null, cause: 'belly or structure', shown: 'belly or structure' },
      { by: 'Tobin Marsh', cause: 'season', shown: 'season' },
      { by: null, cause: 'season', shown: 'season' },
      { by: 'Tobin Marsh', cause: 'saddle', shown: null },
      { by: null, cause: 'saddle', shown: null },
    ]);
    expect(apprentice).toMatchObject({ by: 'Tobin Marsh', right: 1, of: 2, open: 1 });
    expect(apprentice!.where).toEqual([
      { cause: 'season', right: 1, of: 1 },
      { cause: 'belly or structure', right: 0, of: 1 },
    ]);
    expect(program).toMatchObject({ by: null, right: 2, of: 2, open: 1 });
  });
});
