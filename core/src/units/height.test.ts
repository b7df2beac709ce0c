import { mm } from './si.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveIn, moveUnit } from './index.js';

const plain = (text: string) => text.replaceAll('\u00a0', ' ');

describe('a movement with its error', () => {
  const { withError, signed } = moveIn('mm');
  it.each([
    [0.234, 0.052, '0.23 ± 0.05'],
    [0.234, 0.12, '0.2 ± 0.1'],
    [0.234, 0.096, '0.2 ± 0.1'],
    [1.26, 0.97, '1 ± 1'],
    [0.2, 0.001, '0.20 ± 0.01'],
    [-0.3, 0.08, '−0.30 ± 0.08'],
    [-0.01, 0.2, '0.0 ± 0.2'],
  ])('of %f ± %f mm is said %s', (value, sd, said) => {
    expect(plain(withError(value * mm, sd * mm))).toBe(said);
  });
  it('has its sign where that is asked, and none where it is nothing', () => {
    expect(plain(signed(0.3 * mm, 0.08 * mm))).toBe('+0.30 ± 0.08');
    expect(plain(signed(-0.004 * mm, 0.08 * mm))).toBe('0.00 ± 0.08');
    expect(plain(moveIn('64ths').signed(0.3 * mm, 0.3 * mm))).toBe('+10 ± 10');
    expect(plain(moveUnit('°', Math.PI / 180, 2).withError(0.01, 0.002))).toBe('0.6 ± 0.1');
  });
  it('never says an error of nothing, and has as many decimals as its error', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (value, sd) => {
          const [size, error] = plain(withError(value * mm, sd * mm)).split(' ± ') as [string, string];
          const decimals = (text: string) => text.split('.')[1]?.length ?? 0;
          return Number(error) > 0 && decimals(size) === decimals(error);
        },
      ),
    );
  });
});
