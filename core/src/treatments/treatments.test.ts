import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  becauseOf,
  CAUTIONS,
  CAUTIONS_DEFER,
  HEADINGS,
  orderTreatments,
  shutsOut,
  TREATMENT_IDS,
  TREATMENTS,
  withNeeds,
  WORK_STAGES,
} from './index.js';

const chosen = (ids: readonly (typeof TREATMENT_IDS)[number][]) => ids.map((id) => ({ id }));

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
    // celluloid burns: whatever heats on or near it says so
    for (const id of TREATMENT_IDS)
      if (TREATMENTS[id].heats && id !== 'footprint')
        expect(TREATMENTS[id].cautions, id).toContain('celluloid');
    expect(warned('celluloid')).toEqual(
      expect.arrayContaining([
        'press-neck',
        'flatten-belly',
        'neck-off',
        'remove-bridge',
        'isolate-celluloid',
      ]),
    );
    expect(warned('dust')).toEqual(expect.arrayContaining(['fit-heel', 'nut', 'saddle', 'replace-plate']));
    expect(warned('frets')).toEqual(expect.arrayContaining(['level-frets', 'refret', 'fret-ends']));
    expect(warned('steam')).toEqual(['neck-off']);
    expect(warned('tension')).toEqual(
      expect.arrayContaining(['adjust-rod', 'thumb-wheels', 'neck-off', 'slacken']),
    );
    expect(CAUTIONS_DEFER).toMatch(/local rules and licensed practice/u);
  });

  it('has the treatments of every heading, and only what can be in one plan together', () => {
    const counts = Object.values(HEADINGS).map((heading) => Object.keys(heading).length);
    // of the trade's list, its strings parted in lighter and heavier; the second saddle of the saddle's row stands by itself
    expect(counts).toEqual([53 + 2, 16, 8, 18, 6, 11, 8]);
    for (const id of TREATMENT_IDS) {
      const { needs, excludes } = TREATMENTS[id];
      for (const other of [...needs.flat(), ...excludes]) {
        expect(TREATMENT_IDS as string[], id).toContain(other);
        expect(other, id).not.toBe(id);
      }
      for (const other of needs.flat()) expect(excludes, id).not.toContain(other);
      for (const other of excludes)
        expect(shutsOut(id, other), `${id} and ${other}`).toBe(shutsOut(other, id));
      const closed = withNeeds([id]);
      for (const one of closed)
        for (const other of closed) expect(shutsOut(one, other), `${id}: ${one} and ${other}`).toBe(false);
      // whoever begins something is told how it is prepared, done and looked at
      const kinds = TREATMENTS[id].steps.map(({ kind }) => kind);
      expect(kinds, id).toContain('check');
      expect(
        kinds.some((kind) => kind === 'do' || kind === 'hold'),
        id,
      ).toBe(true);
    }
    for (const id of Object.keys(USUAL_STEPS) as (keyof typeof USUAL_STEPS)[]) {
      const said = JSON.stringify(TREATMENTS[id].steps);
      expect(said, id).toMatch(USUAL_STEPS[id]);
    }
  });

  it('has every reason of the order, each on its pair (common practice, no published source)', () => {
    for (const [first, then, because] of REASONS)
      expect(becauseOf(first, then) ?? '', `${first} before ${then}`).toMatch(because);
  });

  it('stands in no circle', () => {
    const order = orderTreatments(chosen(TREATMENT_IDS));
    const place = new Map(order.map((one) => [one.id, one.place]));
    for (const a of TREATMENT_IDS)
      for (const b of TREATMENT_IDS)
        if (becauseOf(a, b)) expect(place.get(a), `${a} before ${b}`).toBeLessThan(place.get(b)!);
  });
});

type Id = (typeof TREATMENT_IDS)[number];

/** Where the work may turn out otherwise, and what is done then. */
const USUAL_STEPS = {
  'neck-off': /second hole.*stop.*dowels, screws or bolts.*not what it seemed/u,
  'fit-heel': /something else binds/u,
  'adjust-rod': /resists.*spins/u,
  'flatten-belly': /even dome.*leave it alone/u,
  'remove-bridge': /screw or bolt.*epoxy/u,
} satisfies Partial<Record<Id, RegExp>>;

const REASONS: [Id, Id, RegExp][] = [
  ['treat-pests', 'clean-and-inspect', /quarantine/u],
  ['isolate-celluloid', 'remove-bridge', /quarantine|celluloid/u],
  ['lay-finish', 'clean-and-inspect', /before cleaning/u],
  ['clean-and-inspect', 'rest-under-tension', /look inside before you tune it up/u],
  ['slacken', 'rehydrate', /slack before wetting/u],
  ['slacken', 'neck-off', /slack before/u],
  ['rehydrate', 'reglue-brace', /wrong size/u],
  ['bring-down-damp', 'close-crack', /wrong size/u],
  ['clean-and-inspect', 'remove-bridge', /fixings found before heat/u],
  ['reglue-brace', 'reglue-bridge', /inside before outside/u],
  ['close-crack', 'reglue-brace', /crack before the brace/u],
  ['close-crack', 'back-off', /loose wood back/u],
  ['reglue-brace', 'flatten-belly', /before flattening, well cured; probe again/u],
  ['close-crack', 'flatten-belly', /no heat over an open crack/u],
  ['screws-out', 'remove-bridge', /screws out of a bridge before heat/u],
  ['replace-plate', 'plug-holes', /plate before pin holes/u],
  ['plug-holes', 'ramp-holes', /nut before saddle|ramps|bridge/u],
  ['saddle', 'ramp-holes', /ramps after the saddle height/u],
  ['bridge-place', 'reglue-bridge', /laid out by scale before glue/u],
  ['saddle', 'recut-slot', /slot is recut/u],
  ['glue-block', 'neck-off', /holds the heel must be firm/u],
  ['back-off', 'fit-heel', /opened body has another angle/u],
  ['rest-under-tension', 'neck-off', /belly and bridge settle/u],
  ['adjust-rod', 'fit-heel', /straight before its angle/u],
  ['fit-heel', 'level-board', /angle before the board/u],
  ['level-board', 'refret', /level before it is fretted/u],
  ['refret', 'nut', /frets before the nut/u],
  ['nut', 'saddle', /nut before saddle/u],
  ['rest-under-tension', 'saddle', /only after resting/u],
  ['free-rod', 'press-neck', /rod is tried under load/u],
  ['seat-fret', 'level-frets', /seat loose frets before levelling/u],
  ['board-wear', 'refret', /before frets/u],
  ['glue-headstock', 'rest-under-tension', /before the first tension/u],
  ['tuners', 'rest-under-tension', /before the first tension/u],
  ['spline-headstock', 'colour', /structure before colour|week at pitch/u],
  ['saddle-pickup', 'saddle', /pick-up under the saddle before/u],
  ['glue-block', 'wiring', /end block before jack/u],
  ['raise-arch', 'bridge-feet', /before the bridge feet/u],
  ['bridge-feet', 'thumb-wheels', /feet before the wheels/u],
  ['reglue-bar', 'sound-post', /before the post/u],
  ['other-strings', 'fit-heel', /tried before anything that is cut/u],
  ['home-humidity', 'ramp-holes', /tried before anything that is cut/u],
  ['neck-off', 'binding', /near heat comes off first/u],
  ['reglue-bridge', 'colour', /structure before colour/u],
  ['rest-under-tension', 'colour', /structure before colour/u],
  ['slacken', 'clean-and-inspect', /strings down before it is cleaned/u],
];
