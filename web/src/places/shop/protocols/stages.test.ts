import { HOUSE_PROTOCOLS, LINE_IDS } from '@upright-elder/core/readings';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linesLeft, moved, placeOf, withoutLine } from './stages.js';

const stages = HOUSE_PROTOCOLS.full.stages;

describe('lines of a protocol', () => {
  it('moved anywhere stand where they were put, once, and no other line is lost', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LINE_IDS),
        fc.nat(stages.length - 1),
        fc.integer({ min: -2, max: 40 }),
        (line, stage, at) => {
          const next = moved(stages, line, { stage, at });
          const all = next.flatMap(({ lines }) => lines);
          const before = new Set([...stages.flatMap(({ lines }) => lines), line]);
          const stands = placeOf(next, line)!;
          const room = withoutLine(stages, line)[stage]!.lines.length;
          return (
            all.length === before.size &&
            new Set(all).size === all.length &&
            stands.stage === stage &&
            stands.at === Math.min(Math.max(0, at), room)
          );
        },
      ),
    );
  });

  it('taken out are among those left, and can be put back where they were', () => {
    const place = placeOf(stages, 'relief')!;
    const out = withoutLine(stages, 'relief');
    expect(linesLeft(out)).toContain('relief');
    expect(moved(out, 'relief', place)).toEqual(stages);
  });
});
