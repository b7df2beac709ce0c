import { XMLValidator } from 'fast-xml-parser';
import type { Element } from 'hast';
import { selectAll } from 'hast-util-select';
import {
  BODY_SHAPE_IDS,
  BRACING_IDS,
  FACES,
  faceSheet,
  bodyPlanFrom,
  usualOutline,
} from '@upright-elder/core/body-plan';
import { dip, fretPosition, stanceOf, stringHeight, type NeckGeometry } from '@upright-elder/core/stance';
import { describe, expect, it } from 'vitest';
import {
  cardDrawing,
  markPart,
  markWords,
  mm,
  PAGE_INKS,
  PAPER_INKS,
  paperOf,
  partAlong,
  placesAlong,
  bodyPlanDrawing,
  reliefParts,
  sectionDrawing,
  stanceDrawing,
  toSvg,
  type Drawing,
  type DrawnOnPlan,
  type DrawnSide,
  type StanceDrawn,
} from './index.js';

const neck: NeckGeometry = { scale: 0.645, compensation: 0.004, bodyJoin: 14 };
const side = (straightedge: number, relief = 0.2e-3): DrawnSide => ({
  stance: stanceOf(neck, { firstFretGap: 0.48e-3, relief, straightedge, saddleShowing: 5e-3 }),
  saddleShowing: 5e-3,
});
const drawn = (over: Partial<StanceDrawn> = {}): StanceDrawn => ({
  neck,
  bass: side(0.5e-3),
  treble: null,
  tilt: null,
  belly: null,
  exaggeration: 8,
  ...over,
});

const one = (drawing: Drawing, part: string): Element => {
  const [found] = selectAll(`[data-part="${part}"]`, drawing);
  if (!found) throw new Error(`nothing is drawn as ${part}`);
  return found;
};
/** Every pair of numbers of a path of straight lines. */
const points = (path: Element): [number, number][] =>
  [...String(path.properties.d).matchAll(/(-?[\d.]+(?:e-?\d+)?)[, ](-?[\d.]+(?:e-?\d+)?)/gu)].map(
    ([, x, y]) => [Number(x), Number(y)],
  );
const number = (element: Element, name: string) => Number(element.properties[name]);

describe('the stance', () => {
  const drawing = stanceDrawing(drawn(), PAPER_INKS)!;

  it('is to scale along the strings, and heights are multiplied by what is stated', () => {
    const [, nut, saddle] = points(one(drawing, 'bass string'));
    const perMetre = (saddle![0] - nut![0]) / (neck.scale + neck.compensation);
    const { stance } = drawn().bass!;
    const rise = stringHeight(stance, stance.stringLength) - stance.nutHeight;
    expect((nut![1] - saddle![1]) / rise).toBeCloseTo(8 * perMetre, 6);
    const [, , higher] = points(one(stanceDrawing(drawn({ exaggeration: 16 }), PAPER_INKS)!, 'bass string'));
    const [, nutHigher] = points(one(stanceDrawing(drawn({ exaggeration: 16 }), PAPER_INKS)!, 'bass string'));
    expect(nutHigher![1] - higher![1]).toBeCloseTo(2 * (nut![1] - saddle![1]), 6);
  });

  it('draws every fret where it is and as deep as the relief lets it lie', () => {
    const at = (fret: number) => points(one(drawing, `fret ${fret}`))[0]!;
    const [first, twelfth] = [at(1), at(12)];
    const [, nut, saddle] = points(one(drawing, 'bass string'));
    const perMetre = (saddle![0] - nut![0]) / (neck.scale + neck.compensation);
    expect(twelfth[0] - nut![0]).toBeCloseTo(fretPosition(neck.scale, 12) * perMetre, 6);
    const { stance } = drawn().bass!;
    expect(at(6)[1] - first[1]).toBeCloseTo(
      (dip(stance, fretPosition(neck.scale, 6)) - dip(stance, fretPosition(neck.scale, 1))) * 8 * perMetre,
      6,
    );
    expect(selectAll('[data-part^="fret "]', drawing)).toHaveLength(20);
  });

  it('shows as much saddle as shows, over the bridge that the straightedge finds', () => {
    const perMetre = number(one(drawing, 'saddle'), 'height') / (5e-3 * 8);
    const [plane] = String(one(drawing, 'straightedge').properties.d)
      .match(/,([\d.]+)H/u)!
      .slice(1);
    const [bridge] = selectAll('rect', one(drawing, 'bridge'));
    expect(number(bridge!, 'y') - Number(plane)).toBeCloseTo(0.5e-3 * 8 * perMetre, 6);
    // a bridge that stands over the plane is drawn over it
    const over = stanceDrawing(drawn({ bass: side(-1e-3) }), PAPER_INKS)!;
    const [high] = selectAll('rect', one(over, 'bridge'));
    const [its] = String(one(over, 'straightedge').properties.d)
      .match(/,([\d.]+)H/u)!
      .slice(1);
    expect(number(high!, 'y')).toBeLessThan(Number(its));
  });

  it('leans as the bridge leans, is nothing where nothing was measured, and holds the other side', () => {
    expect(String(one(drawing, 'bridge').properties.transform)).toMatch(/^rotate\((-0|0) /u);
    const leaning = stanceDrawing(drawn({ tilt: Math.PI / 90, treble: side(0.4e-3) }), PAPER_INKS)!;
    expect(String(one(leaning, 'bridge').properties.transform)).toMatch(/^rotate\(-2 /u);
    expect(one(leaning, 'treble string')).toBeDefined();
    expect(stanceDrawing(drawn({ bass: null }), PAPER_INKS)).toBeNull();
  });

  it('says where along it a reading stands', () => {
    const places = Object.values(placesAlong(neck)).map((metres) => partAlong(neck, metres));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places[0]).toBeGreaterThan(0);
    expect(places.at(-1)).toBeLessThan(1);
  });
});

describe('a card', () => {
  const stance = { saddleHeight: 12e-3, nutHeight: 0.8e-3, saddleShowing: 5e-3 };

  it('stays in its picture, however tall the bridge', () => {
    for (const saddleHeight of [5e-3, 12e-3, 40e-3, 0.2]) {
      const drawing = cardDrawing(
        { scale: 0.645, bodyJoin: 14, stance: { ...stance, saddleHeight }, hurts: null },
        PAPER_INKS,
      );
      for (const [, y] of points(one(drawing, 'string'))) {
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(80);
      }
    }
  });

  it('shows what hurts where it does, by shape and colour; a sound one is quiet', () => {
    const card = { scale: 0.645, bodyJoin: 14, stance };
    const quiet = cardDrawing({ ...card, hurts: null }, PAPER_INKS);
    expect(toSvg(quiet)).not.toMatch(/hurts/u);
    expect(toSvg(quiet)).not.toContain(PAPER_INKS.wax);
    const shapes = (['live', 'act', 'watch'] as const).map((weight) => {
      const drawing = cardDrawing({ ...card, hurts: { place: 'bridge', weight } }, PAPER_INKS);
      expect(one(drawing, 'bridge').properties.stroke).toBe(one(drawing, 'hurts').properties.fill);
      expect(one(drawing, 'top').properties.stroke).toBe(PAPER_INKS.ink);
      return one(drawing, 'hurts').properties.d;
    });
    expect(new Set(shapes).size).toBe(3);
    // well, unknown and mere facts hurt nowhere
    expect(toSvg(cardDrawing({ ...card, hurts: { place: 'saddle', weight: 'well' } }, PAPER_INKS))).toBe(
      toSvg(quiet),
    );
  });

  it('says that nothing was measured', () => {
    expect(toSvg(cardDrawing({ scale: 0.645, bodyJoin: 12, stance: null, hurts: null }, PAPER_INKS))).toMatch(
      /not measured/u,
    );
  });
});

const plan = bodyPlanFrom(usualOutline(BODY_SHAPE_IDS[0]), 'x');
const paper = paperOf(faceSheet('top inside', plan, neck));
const crack: DrawnOnPlan = {
  id: 'a crack',
  kind: 'crack',
  path: [
    [0.02, 0.1],
    [0.03, 0.2],
  ],
  round: false,
  grade: 'live',
  chosen: false,
  name: 'crack below the bridge, “live” & 41 < 42 mm',
  extent: '100 mm',
};

describe('the plan', () => {
  it('is in millimetres: the bridge as wide as it is, a brace as broad as it is', () => {
    const drawing = bodyPlanDrawing({ plan, face: 'top inside', neck, marks: [] }, 'the top', PAPER_INKS);
    const xs = points(one(drawing, 'bridge')).map(([x]) => x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(2 * mm(plan.bridge.halfWidth), 1);
    const [brace] = selectAll(`[data-brace="${plan.braces[0]!.id}"] path`, drawing);
    expect(number(brace!, 'strokeWidth')).toBeCloseTo(mm(plan.braces[0]!.width), 9);
    expect(selectAll('[data-brace]', drawing)).toHaveLength(plan.braces.length);
  });

  it('shows each face what belongs to it', () => {
    const braces = (face: (typeof FACES)[number]) =>
      selectAll('[data-brace]', bodyPlanDrawing({ plan, face, neck, marks: [] }, face, PAPER_INKS)).length;
    expect(braces('top')).toBe(0);
    expect(braces('top inside')).toBe(plan.braces.length);
    expect(braces('back')).toBe(plan.backBraces.length);
  });

  it('draws live damage in wax with its sign, and quiet damage in ink', () => {
    const live = markPart(crack, paper, PAPER_INKS);
    expect(one(live, 'live').properties.fill).toBe(PAPER_INKS.wax);
    const quiet = markPart({ ...crack, grade: 'quiet' }, paper, PAPER_INKS);
    expect(selectAll('[data-part="live"]', quiet)).toHaveLength(0);
    expect(toSvg(quiet)).not.toContain(PAPER_INKS.wax);
    // a single point is a ring that can be seen
    expect(selectAll('circle', markPart({ ...crack, path: [[0, 0.1]] }, paper, PAPER_INKS))).toHaveLength(1);
  });

  it('writes beside each mark what it is and how far it goes, none over another', () => {
    const near = Array.from({ length: 6 }, (_, i) => ({ ...crack, id: `${i}`, name: `crack ${i}` }));
    const words = markWords(near, { ...paper, width: 400 }, 14, PAPER_INKS).flatMap((one) =>
      selectAll('text', one),
    );
    expect(words.map(({ children: [text] }) => (text as { value: string }).value)).toEqual(
      near.flatMap(({ name, extent }) => [name, extent]),
    );
    const lines = words.map((one) => number(one, 'y')).sort((a, b) => a - b);
    for (const [i, y] of lines.entries()) if (i > 0) expect(y - lines[i - 1]!).toBeGreaterThan(14);
  });

  it('draws an archtop as it is: f-holes with their eyes, bars seen through, the tailpiece', () => {
    const arch = bodyPlanFrom(usualOutline(BODY_SHAPE_IDS[0]), 'parallel');
    const of = (tailpiece: boolean) =>
      bodyPlanDrawing({ plan: arch, face: 'top', neck, marks: [], tailpiece }, 'top', PAPER_INKS);
    expect(selectAll('circle[data-part="hole"]', of(true))).toHaveLength(4);
    expect(selectAll('[data-brace]', of(true))).toHaveLength(arch.braces.length);
    expect(selectAll('[data-part="tailpiece"]', of(true))).toHaveLength(1);
    expect(selectAll('[data-part="tailpiece"]', of(false))).toHaveLength(0);
  });

  it('lets a loose stretch stand out from what is glued', () => {
    const [brace] = plan.braces;
    const of = (loose: boolean) =>
      reliefParts(plan.outline, [{ id: 'a', brace: brace!, path: brace!.path, loose }], paper, PAPER_INKS);
    const [, loose] = of(true);
    const [, glued] = of(false);
    expect(toSvg(loose!)).toContain(PAPER_INKS.wax);
    expect(toSvg(glued!)).not.toContain(PAPER_INKS.wax);
    expect(toSvg(loose!)).toMatch(/: loose</u);
  });
});

describe('a section', () => {
  const flat = (height: number) => Array.from({ length: 60 }, (_, i) => ({ at: i * 0.004, height }));
  const say = (metres: number) => `${(1000 * metres).toFixed(1)} mm`;
  const of = (over: Partial<Parameters<typeof sectionDrawing>[0]> = {}) =>
    sectionDrawing(
      {
        lines: [{ name: 'now', kind: 'now', points: flat(3e-3) }],
        stations: [{ at: 0.1, height: 2e-3, sd: 0.1e-3, name: 'behind the bridge' }],
        ends: ['tail', 'hole'],
        ...over,
      },
      'along the middle',
      say,
      PAPER_INKS,
    );

  it('keeps every line and station within, says heights, and by how much they are larger', () => {
    const { drawing, exaggeration } = of();
    expect(exaggeration).toBeGreaterThan(1);
    for (const [x, y] of points(one(drawing, 'now'))) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(420);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(130);
    }
    expect(toSvg(drawing)).toContain('behind the bridge: 2.0 mm ± 0.2 mm');
    // a larger span is drawn less tall
    const { exaggeration: less } = of({ lines: [{ name: 'now', kind: 'now', points: flat(30e-3) }] });
    expect(less).toBeLessThan(exaggeration);
  });

  it('leaves the hole open', () => {
    const holed = flat(3e-3).filter(({ at }) => at < 0.08 || at > 0.15);
    const moves = (drawing: Drawing) => String(one(drawing, 'now').properties.d).match(/M/gu)!.length;
    expect(moves(of().drawing)).toBe(1);
    expect(moves(of({ lines: [{ name: 'now', kind: 'now', points: holed }] }).drawing)).toBe(2);
  });
});

describe('a drawing as a file', () => {
  const whole = (
    face: (typeof FACES)[number],
    shape: (typeof BODY_SHAPE_IDS)[number] = BODY_SHAPE_IDS[0],
    bracing: (typeof BRACING_IDS)[number] = 'x',
  ) =>
    bodyPlanDrawing(
      { plan: bodyPlanFrom(usualOutline(shape), bracing), face, neck, marks: [crack] },
      'a face & its “marks”',
      PAPER_INKS,
    );

  it('is well-formed, whatever is written in it (checked with a general XML parser)', () => {
    const drawings = [
      stanceDrawing(drawn({ treble: side(0.3e-3) }), PAPER_INKS)!,
      cardDrawing({ scale: 0.645, bodyJoin: 14, stance: null, hurts: null }, PAPER_INKS),
      ...FACES.map((face) => whole(face)),
      ...BODY_SHAPE_IDS.flatMap((shape) => BRACING_IDS.map((bracing) => whole('top inside', shape, bracing))),
    ];
    for (const drawing of drawings) {
      const svg = toSvg(drawing);
      expect(XMLValidator.validate(svg)).toBe(true);
      expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" viewBox="/u);
      expect(svg).not.toMatch(/NaN|undefined|Infinity/u);
    }
  });

  it('carries its own colours on paper, and those of the scheme on a page', () => {
    expect(toSvg(whole('top inside'))).not.toContain('var(');
    const page = stanceDrawing(drawn(), PAGE_INKS)!;
    expect(toSvg(page)).toContain('var(--verdigris)');
    expect(toSvg(page)).not.toMatch(/#[\da-f]{6}/u);
  });
});
