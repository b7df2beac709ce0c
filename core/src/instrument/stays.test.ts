import { describe, expect, it } from 'vitest';
import { dayOf, isoDate } from '../days/index.js';
import { EVER_BEFORE } from '../air/index.js';
import { staysOf, type MoveFacts } from './stays.js';

const TODAY = dayOf('2026-05-17');
const path = (moves: [string, MoveFacts][], home: string | null) =>
  staysOf(
    moves.map(([date, moved]) => ({ date, moved })),
    home,
    TODAY,
  ).map(({ from, room }) => [from === EVER_BEFORE ? null : isoDate(from), room]);
/** Noted where the home was changed; and written down by hand for its day. */
const noted = (from: string | null, to: string | null): MoveFacts => ({ from, to });
const entered = (to: string | null, over: Partial<MoveFacts> = {}): MoveFacts => ({
  from: null,
  to,
  entered: true,
  ...over,
});

describe('where an instrument lay', () => {
  it('is its home where nothing is written down, and follows what was noted', () => {
    expect(path([], 'loft')).toEqual([[null, 'loft']]);
    expect(path([['2025-09-01', noted('below', 'loft')]], 'loft')).toEqual([
      [null, 'below'],
      ['2025-09-01', 'loft'],
    ]);
  });

  it('ends in its home, also where the move that took it there was struck as a slip of the pen', () => {
    // below → loft, then loft → hall was a slip that was struck, and its home is the hall all the same
    expect(path([['2025-09-01', noted('below', 'loft')]], 'hall')).toEqual([
      [null, 'below'],
      ['2025-09-01', 'hall'],
    ]);
    expect(
      path(
        [
          ['2024-01-01', noted('below', 'loft')],
          ['2025-01-01', noted('hall', 'shop')],
        ],
        'shop',
      ),
    ).toEqual([
      [null, 'below'],
      ['2024-01-01', 'hall'],
      ['2025-01-01', 'shop'],
    ]);
  });

  it('takes a move that is written down long after it, before one that was noted without knowing of it', () => {
    expect(
      path(
        [
          ['2024-03-01', { ...entered('hall'), from: 'below' }],
          ['2025-09-01', noted('below', 'loft')],
        ],
        'loft',
      ),
    ).toEqual([
      [null, 'below'],
      ['2024-03-01', 'hall'],
      ['2025-09-01', 'loft'],
    ]);
  });

  it('lays visits over it: weeks in the shop, one that is not over, a place without a log', () => {
    expect(
      path(
        [
          ['2025-03-03', entered('shop', { until: '2025-04-02' })],
          ['2026-01-10', entered(null, { until: '2026-02-10' })],
          ['2026-05-01', entered('shop', { until: null })],
        ],
        'loft',
      ),
    ).toEqual([
      [null, 'loft'],
      ['2025-03-03', 'shop'],
      ['2025-04-02', 'loft'],
      ['2026-01-10', null],
      ['2026-02-10', 'loft'],
      ['2026-05-01', 'shop'],
    ]);
  });

  it('goes to and fro every year up to today, and the later written goes over the earlier', () => {
    const winters = path([['2023-11-01', entered('shop', { until: '2024-04-01', yearly: true })]], 'loft');
    expect(winters.map(([, room]) => room)).toEqual(['loft', 'shop', 'loft', 'shop', 'loft', 'shop', 'loft']);
    expect(winters.at(-1)![0]).toMatch(/^2026-0(3-31|4-01)$/u);
    expect(
      path(
        [
          ['2025-11-01', entered('shop', { until: '2026-04-01' })],
          ['2025-12-20', entered('hall', { until: '2026-01-05' })],
        ],
        'loft',
      ).map(([, room]) => room),
    ).toEqual(['loft', 'shop', 'hall', 'shop', 'loft']);
  });
});
