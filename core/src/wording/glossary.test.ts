import { describe, expect, it } from 'vitest';
import { GLOSSARY, sayWord, wordsIn } from './index.js';

const found = (text: string) => wordsIn(text).map(({ word }) => word);

describe('the glossary', () => {
  it('says every word in one sentence of at most 25 words', () => {
    const words = Object.values(GLOSSARY).flat();
    expect(words.length).toBeGreaterThan(55);
    expect(new Set(words.map(({ word }) => word)).size).toBe(words.length);
    for (const { word, says } of words) {
      expect(says, word).toMatch(/^[A-Z][^.]*\.$/u);
      expect(says.split(/\s+/u).length, word).toBeLessThanOrEqual(25);
      expect(sayWord(word)).toBe(says);
    }
  });

  it('finds each word where it stands, by its own letters or its usual forms', () => {
    // as labels only, or in a phrase of its own
    const phrased: Record<string, string> = {
      playing: 'Playing',
      looks: 'Looks',
      watch: 'Watch',
      set: 'the set that',
    };
    for (const { word } of Object.values(GLOSSARY).flat())
      expect(
        found(phrased[word] ?? `before ${word === 'let go' ? 'it let go,' : word} after`),
        word,
      ).toContain(word);
    expect(found('Slackened; braces let go; it settles at pitch; cleats and heel caps')).toEqual([
      'slack',
      'let go',
      'settle',
      'at pitch',
      'cleat',
      'heel',
    ]);
    expect(found('at 45\u00a0% RH, 9.4\u00a0%MC')).toEqual(['% RH', '%MC']);
  });

  it('takes the longer word, and says where it stands', () => {
    const text = 'The bridge tilt and the saddle showing.';
    expect(wordsIn(text).map(({ from, to }) => text.slice(from, to))).toEqual([
      'bridge tilt',
      'saddle showing',
    ]);
  });

  it('leaves alone what means something else', () => {
    for (const text of [
      'where it will live at 45',
      'the sound hole',
      'Skerrow Sound',
      'the Ferry Band Trust',
      'Set your hourly rate',
      'It looks closed; watch it',
      'playing not known',
      'to let go of it',
      'an interaction',
      'beliefs',
    ])
      expect(found(text), text).toEqual([]);
  });
});
