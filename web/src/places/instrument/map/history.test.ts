import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { begun, changed, redone, undone } from './history.js';

describe('undo and redo', () => {
  it('bring back every state, in order, both ways', () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { minLength: 1, maxLength: 40 }), (states) => {
        let history = states.reduce(changed, begun(-1));
        const back = states.map(() => (history = undone(history)).present);
        const forward = states.map(() => (history = redone(history)).present);
        return (
          JSON.stringify(back) === JSON.stringify([-1, ...states].slice(0, -1).reverse()) &&
          JSON.stringify(forward) === JSON.stringify(states)
        );
      }),
    );
  });

  it('stop at both ends, and a new state gives up what was undone', () => {
    const history = changed(begun(1), 2);
    expect(undone(undone(history)).present).toBe(1);
    expect(redone(history)).toBe(history);
    const other = changed(undone(history), 3);
    expect(other).toEqual({ past: [1], present: 3, future: [] });
  });
});
