import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { halfWayDays, PIECES, throughDays, sayLag, Slab, type SlabSpec } from './index.js';

/** Fourier numbers D t / l² at which every series is compared. */
const FOURIER = [0.05, 0.1, 0.2, 0.5, 1];

/** Mean uptake of a slab after D t / l², simulated. l is half the thickness with two open faces, else the whole. */
function uptake(fourier: number, faces: [number, number]): number {
  const spec: SlabSpec = { thickness: 1, diffusivity: 1, faces };
  const l = faces[1] === 0 ? 1 : 0.5;
  const slab = new Slab(spec, 0, 60);
  const steps = 1500;
  for (let i = 0; i < steps; i++) slab.step((fourier * l * l) / steps, 1);
  return slab.mean;
}

/** Crank, The Mathematics of Diffusion: `1 − Σ 8/((2k+1)²π²) exp(−(2k+1)²π² D t/4l²)`, faces kept at the air's value. */
function crankFixed(fourier: number): number {
  let left = 0;
  for (let k = 0; k < 200; k++) {
    const odd = (2 * k + 1) * Math.PI;
    left += (8 / odd ** 2) * Math.exp((-(odd ** 2) * fourier) / 4);
  }
  return 1 - left;
}

/**
 * Crank, surface evaporation: `1 − Σ 2L² exp(−β² D t/l²)/(β²(β² + L² + L))`, β the positive roots of β tan β = L and
 * L = l h/D.
 */
function crankEvaporation(fourier: number, L: number): number {
  let left = 0;
  for (let k = 0; k < 60; k++) {
    let low = k * Math.PI;
    let high = low + Math.PI / 2;
    for (let i = 0; i < 80; i++) {
      const middle = (low + high) / 2;
      if (middle * Math.sin(middle) < L * Math.cos(middle) === Math.cos(middle) > 0) low = middle;
      else high = middle;
    }
    const square = low ** 2;
    left += (2 * L ** 2 * Math.exp(-square * fourier)) / (square * (square + L ** 2 + L));
  }
  return 1 - left;
}

describe('diffusion through a slab', () => {
  it.each(FOURIER)(
    'is Crank’s series within 1 %% at D t/l² = %d, both faces open or one sealed',
    (fourier) => {
      for (const faces of [
        [Infinity, Infinity],
        [Infinity, 0],
      ] as [number, number][]) {
        expect(Math.abs(uptake(fourier, faces) / crankFixed(fourier) - 1)).toBeLessThan(0.01);
      }
    },
  );

  it.each(FOURIER)('is Crank’s series for surface evaporation within 1 %% at D t/l² = %d', (fourier) => {
    for (const L of [0.5, 1, 5]) {
      // with both faces open l is half of a thickness of one, so h = 2L; with one sealed h = L
      expect(Math.abs(uptake(fourier, [2 * L, 2 * L]) / crankEvaporation(fourier, L) - 1)).toBeLessThan(0.01);
      expect(Math.abs(uptake(fourier, [L, 0]) / crankEvaporation(fourier, L) - 1)).toBeLessThan(0.01);
    }
  });

  it('is half done at D t/l² = 0.197 (Crank), so that the lag grows with the square of the thickness', () => {
    const open = (thickness: number): SlabSpec => ({
      thickness,
      diffusivity: 1e-10,
      faces: [Infinity, Infinity],
    });
    const expected = (0.197 * 0.0015 ** 2) / 1e-10 / 86400;
    expect(Math.abs(halfWayDays(open(0.003)) / expected - 1)).toBeLessThan(0.02);
    expect(halfWayDays(open(0.006)) / halfWayDays(open(0.003))).toBeCloseTo(4, 1);
  });

  it('stays between what it was and the air, is damper in damper air, and forgets what it was', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(number(4, 16), { minLength: 5, maxLength: 60 }),
        number(4, 16),
        number(0.1, 3),
        (air, start, more) => {
          const { slab } = PIECES.finishedTop;
          const usual = throughDays(new Slab(slab, start), air);
          const damper = throughDays(
            new Slab(slab, start),
            air.map((one) => one + more),
          );
          const [low, high] = [Math.min(start, ...air), Math.max(start, ...air)];
          return usual.every(
            (m, i) => m >= low - 1e-9 && m <= high + 1e-9 && damper[i]! > m && damper[i]! < m + more + 1e-9,
          );
        },
      ),
    );
    const from = (start: number) =>
      throughDays(new Slab(PIECES.bareTop.slab, start), new Array<number>(60).fill(9)).at(-1)!;
    expect(Math.abs(from(5) - from(14))).toBeLessThan(0.01);
  });

  it('makes the pieces lag as they are known to: bare wood hours, a finished top days, a block weeks', () => {
    const days = Object.values(PIECES).map(({ slab }) => halfWayDays(slab));
    const [bare, finished, board, block] = days as [number, number, number, number];
    expect(bare).toBeLessThan(1);
    expect(finished).toBeGreaterThan(3);
    expect(finished).toBeLessThan(9);
    expect(board).toBeGreaterThan(bare);
    expect(block).toBeGreaterThan(4 * finished);
    expect(sayLag(PIECES.finishedTop.slab)).toMatch(/half way in [3-9] days/u);
    expect(sayLag(PIECES.bareTop.slab)).toMatch(/hours/u);
    expect(sayLag(PIECES.neckBlock.slab)).toMatch(/weeks/u);
  });

  it('refuses a slab that cannot be', () => {
    expect(() => new Slab({ thickness: 0, diffusivity: 1, faces: [1, 1] }, 8)).toThrow(RangeError);
    expect(() => new Slab({ thickness: 1, diffusivity: 1, faces: [-1, 1] }, 8)).toThrow(/zero or more/u);
    expect(() => halfWayDays({ thickness: 1, diffusivity: 1, faces: [0, 0] })).toThrow(/sealed/u);
  });
});
