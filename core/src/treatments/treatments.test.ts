import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CAUTIONS,
  CAUTIONS_DEFER,
  orderTreatments,
  TREATMENT_IDS,
  TREATMENTS,
  WORK_STAGES,
} from './index.js';

const chosen = (ids: readonly (typeof TREATMENT_IDS)[number][]) =>
  ids.map((id) => ({ id, why: '', answers: [], amounts: [], withheld: null }));

describe('order', () => {
  it('holds whatever was chosen: every step once, none before what it follows, each with its reason', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...TREATMENT_IDS]), (ids) => {
        const order = orderTreatments(chosen(ids));
        const place = new Map(order.map((one) => [one.id, one.place]));
        return (
          order.length === ids.length &&
          order.every(({ id, after }) =>
            after.every((arrow) => place.get(arrow.id)! < place.get(id)! && arrow.because.length > 10),
          )
        );
      }),
    );
  });

  it('is the same however the steps are named', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...TREATMENT_IDS]), (ids) => {
        const sorted = [...ids].sort();
        const names = (of: typeof ids) => orderTreatments(chosen(of)).map(({ id }) => id);
        return JSON.stringify(names(ids)) === JSON.stringify(names(sorted));
      }),
    );
  });

  it('keeps the reasons of the bench (common practice, no published source)', () => {
    const before = (one: string, other: string) => {
      const order = orderTreatments(chosen(TREATMENT_IDS)).map(({ id }) => id as string);
      return order.indexOf(one) >= 0 && order.indexOf(one) < order.indexOf(other);
    };
    for (const [one, other] of [
      ['slacken', 'rehydrate'],
      ['lay-finish', 'clean-and-inspect'],
      ['rehydrate', 'close-crack'],
      ['close-crack', 'reglue-brace'],
      ['remove-bridge', 'graft-top'],
      ['graft-top', 'replace-plate'],
      ['replace-plate', 'reglue-bridge'],
      ['reglue-brace', 'flatten-belly'],
      ['reglue-bridge', 'rest-under-tension'],
      ['rest-under-tension', 'neck-off'],
      ['adjust-rod', 'neck-off'],
      ['neck-off', 'fit-heel'],
      ['fit-heel', 'reglue-neck'],
      ['reglue-neck', 'extension'],
      ['extension', 'refret'],
      ['seat-fret', 'level-frets'],
      ['level-frets', 'nut'],
      ['nut', 'saddle'],
      ['saddle', 'ramp-holes'],
      ['ramp-holes', 'set-up'],
    ] as const)
      expect(before(one, other), `${one} before ${other}`).toBe(true);
  });
});

describe('the catalogue', () => {
  it('has times and steps back that can be, and a stage of the bench', () => {
    for (const id of TREATMENT_IDS) {
      const { name, stage, hands, wait, undo } = TREATMENTS[id];
      expect(name, id).toMatch(/^[A-Z]/u);
      expect(WORK_STAGES).toContain(stage);
      expect(hands[0], id).toBeGreaterThan(0);
      for (const [from, to] of [hands, wait, undo]) expect(to, id).toBeGreaterThanOrEqual(from);
      expect(undo[0]).toBeGreaterThanOrEqual(1);
      expect(undo[1]).toBeLessThanOrEqual(5);
    }
  });

  it('waits as long as the trade does before the next step (common practice, no published source)', () => {
    const HOURS: Partial<Record<(typeof TREATMENT_IDS)[number], [number, number]>> = {
      // hot hide glue in a brace: a day before tension
      'reglue-brace': [24, 48],
      // a box in its case with packs: one to six weeks
      rehydrate: [7 * 24, 42 * 24],
      // a neck joint: one to three days
      'reglue-neck': [24, 72],
      // a bridge in hide glue: 12 h, and 24 to 48 h before tension
      'reglue-bridge': [36, 60],
      // an old box under tension again: one to six weeks
      'rest-under-tension': [7 * 24, 42 * 24],
    };
    for (const [id, [from, to]] of Object.entries(HOURS)) {
      const { wait } = TREATMENTS[id as keyof typeof HOURS];
      expect(wait[0], id).toBeGreaterThanOrEqual(from);
      expect(wait[1], id).toBeLessThanOrEqual(to);
    }
  });

  it('warns of heat where something is heated, of dust where something is filed, of tension where strings pull', () => {
    const warned = (caution: keyof typeof CAUTIONS) =>
      TREATMENT_IDS.filter((id) => TREATMENTS[id].cautions.includes(caution));
    for (const id of TREATMENT_IDS)
      if (TREATMENTS[id].heats) expect(TREATMENTS[id].cautions, id).toContain('heat');
    expect(warned('celluloid')).toEqual(
      expect.arrayContaining([
        'press-neck',
        'flatten-belly',
        'neck-off',
        'remove-bridge',
        'isolate-celluloid',
      ]),
    );
    expect(warned('dust')).toEqual(expect.arrayContaining(['fit-heel', 'nut', 'saddle', 'level-frets']));
    expect(warned('tension')).toEqual(
      expect.arrayContaining(['adjust-rod', 'thumb-wheels', 'neck-off', 'slacken']),
    );
    expect(CAUTIONS_DEFER).toMatch(/local rules and licensed practice/u);
  });
});
