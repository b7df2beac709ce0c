import type { Instrument, Length } from '@upright-elder/contract';
import { describe, expect, it } from 'vitest';
import { emptyForm, formDifferences, formOf, inputOf, mergedForm } from './form.js';

describe('the form of an instrument', () => {
  it('sends lengths as typed, nothing for what is empty, and the scale always', () => {
    const form = {
      ...emptyForm(),
      nickname: 'Breakwater',
      lengths: { ...emptyForm().lengths, heelDepth: '3 3/4' },
    };
    const input = inputOf(form, 'a person');
    expect(input).toMatchObject({
      heelDepth: { text: '3 3/4', unit: 'mm' },
      extension: null,
      scale: { text: '', unit: 'mm' },
      homeRoomId: null,
    });
  });

  it('shows a bare number under the unit it was typed in', () => {
    const length = (text: string, unit: Length['unit']): Length => ({ text, unit, metres: 0.645 });
    const instrument = {
      ...inputOf(emptyForm(), 'p'),
      id: 'i',
      scale: length('25.4', 'in'),
      heelDepth: length('95', 'mm'),
    } as unknown as Instrument;
    const { lengths } = formOf(instrument);
    expect(lengths.scale).toBe('25.4 in');
    expect(lengths.heelDepth).toBe('95');
    expect(lengths.extension).toBe('');
  });

  it('puts two copies together as chosen', () => {
    const theirs = {
      ...emptyForm(),
      version: 2,
      owner: 'the Ferry Band Trust',
      lengths: { ...emptyForm().lengths, heelDepth: '95' },
    };
    const yours = { ...emptyForm(), version: 1, maker: 'Corvane' };
    expect(formDifferences(theirs, yours).map(({ key }) => key)).toEqual(['maker', 'owner', 'heelDepth']);
    expect(mergedForm(theirs, yours, new Set(['owner', 'heelDepth']))).toMatchObject({
      version: 2,
      maker: 'Corvane',
      owner: 'the Ferry Band Trust',
      lengths: { heelDepth: '95' },
    });
  });
});
