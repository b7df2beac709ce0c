import { describe, expect, it } from 'vitest';
import { sayDone } from './sayDone.js';

const names = {
  rooms: [
    { id: 'loft', name: 'the Loft' },
    { id: 'cellar', name: 'the cellar' },
  ],
  sets: [
    { id: 'light', name: 'light, 12–53' },
    { id: 'ours', name: 'seven for the barge' },
  ],
  tunings: [{ id: 'standard', name: 'standard' }],
};

describe('what was done, in one line', () => {
  it('names what was there and what is there now', () => {
    const changes = { strings: { from: 'light', to: 'ours' }, room: { from: null, to: 'cellar' } };
    expect(sayDone({ kinds: ['strings', 'room'], treatments: [], changes, note: ' damp ' }, names)).toBe(
      'other strings: seven for the barge instead of light, 12–53; another room: the cellar instead of no room that is known; damp',
    );
  });

  it('says what it can while the names have not come, or are gone', () => {
    const changes = { tuning: { from: 'standard', to: 'ours' } };
    expect(sayDone({ kinds: ['tuning'], treatments: [], changes, note: '' })).toBe(
      'other tuning: a tuning instead of another',
    );
  });
});
