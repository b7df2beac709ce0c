import type { RecordedStretch } from '@upright-elder/contract';
import { pathLength, bodyPlanFrom, usualOutline } from '@upright-elder/core/body-plan';
import { describe, expect, it } from 'vitest';
import { togglesOf } from './stretches.js';

const { braces } = bodyPlanFrom(usualOutline('auditorium'), 'x');
const [xBass] = braces;
const recorded: RecordedStretch = {
  mark: 'm',
  brace: xBass!.id,
  name: xBass!.name,
  from: 0,
  to: 0.1,
  seen: '2026-08-20',
  state: 'moving',
};

describe('stretches to try', () => {
  it('are the arms of every brace, which together are the whole of it', () => {
    const toggles = togglesOf(braces, [], 'mm');
    expect(new Set(toggles.map(({ id }) => id)).size).toBe(toggles.length);
    for (const { id, path } of braces) {
      const arms = toggles.filter(({ stretch }) => stretch.brace === id);
      expect(arms).toHaveLength(path.length - 1);
      const whole = arms.reduce((sum, { stretch: { from, to } }) => sum + to - from, 0);
      expect(whole).toBeCloseTo(pathLength(path), 12);
    }
  });

  it('begin with what the map has loose, and leave out the arm that it lies on', () => {
    const [first, ...others] = togglesOf(braces, [recorded], 'mm');
    expect(first).toMatchObject({ id: 'm', recorded: true, name: `${xBass!.name}, 0 to 100 mm` });
    expect(togglesOf(braces, [recorded], 'in')[0]!.name).toBe(`${xBass!.name}, 0 to 3 15/16 in`);
    const arms = others.filter(({ stretch }) => stretch.brace === xBass!.id);
    expect(arms.map(({ name }) => name)).toEqual(['treble upper leg of the X']);
    expect(others.some(({ recorded: marked }) => marked)).toBe(false);
  });
});
