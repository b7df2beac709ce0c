import { describe, expect, it } from 'vitest';
import { parseFigure, runFigure, SHOP_FIGURE_IDS, SHOP_FIGURES } from './figures.js';

describe('figures of the shop', () => {
  it.each(SHOP_FIGURE_IDS)('“%s” is read in its unit, within its bounds, and refused beyond', (id) => {
    const { from, to, unit } = SHOP_FIGURES[id];
    expect(parseFigure(id, `${from}`)).toEqual({ ok: true, value: from });
    expect(parseFigure(id, `${to} ${unit}`)).toEqual({ ok: true, value: to });
    for (const text of ['', 'warm', `${to + 1}`, '-3'])
      expect(parseFigure(id, text)).toMatchObject({ ok: false });
  });

  it('a run is read by the clock, a decimal comma as a point, and nothing under another name', () => {
    expect(parseFigure(runFigure('neck-off', 3), '3:30')).toEqual({ ok: true, value: 210 });
    expect(parseFigure(runFigure('neck-off', 3), '3')).toEqual({ ok: true, value: 180 });
    expect(parseFigure(runFigure('neck-off', 3), '0:05')).toMatchObject({ ok: false });
    expect(parseFigure('open hide', '1,5')).toEqual({ ok: true, value: 1.5 });
    expect(parseFigure('toString', '1')).toMatchObject({ ok: false });
  });
});
