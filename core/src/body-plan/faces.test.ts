import { extentOf } from '../../simulated/outlines.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fretPosition } from '../stance/index.js';
import {
  addedBrace,
  allBraces,
  BODY_SHAPE_IDS,
  BRACING_IDS,
  distance,
  FACES,
  faceSheet,
  faultsOf,
  fewestPoints,
  goesRound,
  halfWidthOf,
  handlesOf,
  lengthened,
  lookFirst,
  nearestOn,
  numbersOf,
  outlinePolygon,
  partsOf,
  pathLength,
  bodyPlanFrom,
  polygonArea,
  snapLines,
  usualOutline,
  WIDTH_STATIONS,
  withoutBrace,
  type Path,
  type BodyPlan,
  type Point,
} from './index.js';

const generic = bodyPlanFrom(usualOutline('auditorium'), 'x');
const neck = { scale: 0.645, bodyJoin: 14 };
const shape = fc.constantFrom(...BODY_SHAPE_IDS);
const face = fc.constantFrom(...FACES);
const point = fc.tuple(
  fc.double({ min: -0.2, max: 0.2, noNaN: true }),
  fc.double({ min: 0, max: 0.5, noNaN: true }),
);
/** A body with widths that somebody measured, each within a tenth of its shape's. */
const body = fc
  .tuple(
    shape,
    fc.double({ min: 0.42, max: 0.56, noNaN: true }),
    fc.array(fc.double({ min: 0.92, max: 1.08, noNaN: true }), { minLength: 6, maxLength: 6 }),
  )
  .map(([id, length, stretch]) => {
    const usual = { shape: id, length, widths: [] };
    const half = halfWidthOf(usual);
    const widths = WIDTH_STATIONS.map(({ at }, i) => ({
      at: at * length,
      width: 2 * half(at * length) * stretch[i]!,
    }));
    return { ...usual, widths };
  });

describe('a face on paper', () => {
  it('gives every point back where it was, and keeps every length and area: nothing is stretched', () => {
    fc.assert(
      fc.property(face, fc.array(point, { minLength: 3, maxLength: 9 }), (one, path) => {
        const sheet = faceSheet(one, generic, neck);
        const onPaper = path.map(sheet.toPaper);
        const back = onPaper.map(sheet.fromPaper);
        expect(Math.max(...back.map((there, i) => distance(there, path[i]!)))).toBeLessThan(1e-12);
        expect(Math.abs(pathLength(onPaper) - pathLength(path))).toBeLessThan(1e-9);
        expect(Math.abs(polygonArea(onPaper) - polygonArea(path))).toBeLessThan(1e-9);
      }),
    );
  });

  it('lies on its sheet with its whole outline', () => {
    for (const id of BODY_SHAPE_IDS)
      for (const one of FACES) {
        const plan = bodyPlanFrom(usualOutline(id), 'ladder');
        const { outline, toPaper, paper } = faceSheet(one, plan, neck);
        for (const [x, y] of outline.map(toPaper)) {
          expect(x).toBeGreaterThan(-1e-9);
          expect(y).toBeGreaterThan(-1e-9);
          expect(x).toBeLessThan(paper.width + 1e-9);
          expect(y).toBeLessThan(paper.height + 1e-9);
        }
      }
  });

  it('is mirrored where it is seen from behind: treble is right from outside, left from inside and on the back', () => {
    const treble: Point = [0.1, 0.2];
    const middle = (one: 'top' | 'top inside' | 'back') => {
      const { toPaper, paper } = faceSheet(one, generic, neck);
      return Math.sign(toPaper(treble)[0] - paper.width / 2);
    };
    expect([middle('top'), middle('top inside'), middle('back')]).toEqual([1, -1, -1]);
  });

  it('of a side is as long as a tape around the rim, and as deep as its two ends say', () => {
    const { outline, paper } = faceSheet('bass side', generic, neck);
    // the tape goes round the whole outline, and the neck covers the middle of its upper end
    const around = pathLength([...outlinePolygon(generic.outline), outlinePolygon(generic.outline)[0]!]);
    const covered = around - 2 * paper.width;
    expect(covered).toBeGreaterThan(0.04);
    expect(covered).toBeLessThan(0.06);
    const area = ((generic.sides.tail + generic.sides.neck) / 2) * paper.width;
    expect(Math.abs(polygonArea(outline) / area - 1)).toBeLessThan(1e-9);
  });

  it('of the neck has its frets where equal temperament puts them', () => {
    const { lines } = faceSheet('neck', generic, neck);
    const join = fretPosition(neck.scale, neck.bodyJoin);
    expect(lines).toHaveLength(14);
    expect(join - lines[12]![0]![1]).toBeCloseTo(0.3225, 12);
  });
});

describe('outlines at body scale', () => {
  it('have lengths within 0.5 mm and areas within 0.5 % of a drawing ten times as fine, whatever was measured', () => {
    fc.assert(
      fc.property(body, (outline) => {
        const drawn = outlinePolygon(outline);
        const half = halfWidthOf(outline);
        const steps = 4000;
        const side = Array.from({ length: steps + 1 }, (_, i): Point => {
          const y = (outline.length * (1 - Math.cos((Math.PI * i) / steps))) / 2;
          return [half(y), y];
        });
        const fine: Path = [...side, ...side.map(([x, y]): Point => [-x, y]).reverse()];
        expect(Math.abs(pathLength([...drawn, drawn[0]!]) - pathLength(fine))).toBeLessThan(0.0005);
        expect(Math.abs(polygonArea(drawn) / polygonArea(fine) - 1)).toBeLessThan(0.005);
        expect(Math.abs(extentOf(drawn).width - extentOf(fine).width)).toBeLessThan(0.0005);
      }),
      { numRuns: 60 },
    );
  });
});

describe('the parts of a plan', () => {
  const every = (plan: BodyPlan) => [
    ...partsOf(plan).map(({ id }) => id),
    ...allBraces(plan).map(({ id }) => id),
  ];

  it('can each be corrected by number: the number that was set is read back, and nothing else moves', () => {
    for (const bracing of BRACING_IDS) {
      const plan = bodyPlanFrom(usualOutline(bracing.includes('arch') ? 'archtop' : 'concert'), bracing);
      for (const part of every(plan))
        for (const { id, value, set } of numbersOf(plan, part)) {
          const to = value + 0.001;
          const after = numbersOf(set(to), part);
          expect(after.find((one) => one.id === id)!.value).toBeCloseTo(to, 9);
          for (const other of numbersOf(plan, part))
            // a longer body has its stations elsewhere, a flat number does not move
            if (other.id !== id && id !== 'length')
              expect(after.find((one) => one.id === other.id)!.value).toBeCloseTo(other.value, 9);
        }
    }
  });

  it('set to what they are leave the plan as it was drawn', () => {
    for (const part of every(generic))
      for (const { value, set } of numbersOf(generic, part)) {
        const same = outlinePolygon(set(value).outline);
        outlinePolygon(generic.outline).forEach((corner, i) =>
          expect(distance(corner, same[i]!)).toBeLessThan(0.0004),
        );
      }
  });

  it('can each be drawn elsewhere by a handle, which then lies where it was drawn', () => {
    for (const part of every(generic))
      for (const { id, at, set } of handlesOf(generic, part)) {
        const to: Point = [at[0] * 0.99, at[1] + 0.002];
        const moved = handlesOf(set(to), part).find((one) => one.id === id)!.at;
        // some points go only along or only across
        const along = Math.abs(moved[1] - to[1]) < 1e-9;
        const across = Math.abs(moved[0] - to[0]) < 1e-9;
        // the edge of a round hole keeps to its right, as far off as it was drawn
        if (id === 'edge') continue;
        expect(along || across, `${part} ${id}`).toBe(true);
        expect(moved).not.toEqual(at);
      }
  });

  it('of an outline: one width drawn in leaves the other five where they were', () => {
    const [waist] = handlesOf(generic, 'outline').filter(({ id }) => id.startsWith('width 3'));
    const after = numbersOf(waist!.set([waist!.at[0] - 0.01, 0]), 'outline').map(({ value }) => value);
    const before = numbersOf(generic, 'outline').map(({ value }) => value);
    before.forEach((value, i) => expect(after[i]).toBeCloseTo(i === 4 ? value - 0.02 : value, 9));
  });

  it('of an outline that is drawn in or out: braces that reached the rim reach it still, the others stay', () => {
    fc.assert(
      fc.property(body, ({ widths }) => {
        const edgeOf = (plan: BodyPlan) => {
          const polygon = outlinePolygon(plan.outline);
          return [...polygon, polygon[0]!];
        };
        const ends = (plan: BodyPlan) =>
          allBraces(plan).flatMap(({ path }) =>
            [path[0]!, path.at(-1)!].map((end) => ({ end, off: nearestOn(end, edgeOf(plan)).off })),
          );
        let plan = generic;
        widths.forEach(({ width }, i) => {
          const drawn = numbersOf(plan, 'outline')[i + 1]!;
          // a hand draws a body a centimetre in or out, not into another shape
          const to = drawn.value + Math.max(-0.01, Math.min(0.01, width - drawn.value));
          plan = drawn.set(to);
        });
        const before = ends(generic);
        ends(plan).forEach(({ end, off }, i) => {
          if (before[i]!.off < 0.006) expect(off).toBeLessThan(1e-6);
          else expect(end).toEqual(before[i]!.end);
        });
        expect(faultsOf(plan).filter(({ reason }) => reason.includes('over the edge'))).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it('grow by a brace and lose it again, and each has a name of its own', () => {
    const { plan, id } = addedBrace(generic, 'tone bar');
    const twice = addedBrace(plan, 'tone bar');
    expect(twice.id).not.toBe(id);
    expect(faultsOf(twice.plan)).toEqual([]);
    expect(withoutBrace(withoutBrace(twice.plan, twice.id), id)).toEqual(generic);
    const behind = addedBrace(generic, 'back brace');
    expect(behind.plan.backBraces).toHaveLength(generic.backBraces.length + 1);
    expect(withoutBrace(behind.plan, behind.id)).toEqual(generic);
    expect(
      faultsOf({ ...generic, braces: [...generic.braces, generic.braces[0]!] }).map(({ reason }) => reason),
    ).toEqual(['it is there twice']);
  });

  it('of a back are checked like those of a top, and so is the depth of the sides', () => {
    const back = { ...generic.backBraces[0]!, name: 'a brace', width: 0 };
    expect(faultsOf({ ...generic, backBraces: [back] }).map(({ reason }) => reason)).toEqual([
      'it is 0.0 mm wide',
    ]);
    expect(faultsOf({ ...generic, sides: { tail: NaN, neck: 0.3 } })).toHaveLength(2);
  });
});

describe('marks on a face', () => {
  it('are drawn to what is seen there', () => {
    const names = (one: (typeof FACES)[number]) => snapLines(generic, one).map(({ name }) => name);
    expect(names('top')).toEqual(['centre line', 'back edge of the bridge', 'front edge of the bridge']);
    expect(names('top inside')).toHaveLength(3 + generic.braces.length);
    expect(names('back')).toHaveLength(1 + generic.backBraces.length);
    expect(names('neck')).toEqual([]);
  });

  it('grow from the end that is nearer', () => {
    const crack: Path = [
      [0, 0.1],
      [0, 0.14],
    ];
    expect(lengthened(crack, [0, 0.15])).toEqual([...crack, [0, 0.15]]);
    expect(lengthened(crack, [0, 0.09])).toEqual([[0, 0.09], ...crack]);
    expect(lengthened([], [0, 0.1])).toEqual([[0, 0.1]]);
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 6 }), point, (path, to) => {
        const longer = lengthened(path, to);
        const from = Math.min(distance(path[0]!, to), distance(path.at(-1)!, to));
        return Math.abs(pathLength(longer) - pathLength(path) - from) < 1e-12;
      }),
    );
  });

  it('go round a place or run along it, by what they are', () => {
    const three: Path = [
      [0, 0],
      [0.01, 0],
      [0, 0.01],
    ];
    expect(goesRound('patch', three)).toBe(true);
    expect(goesRound('patch', three.slice(1))).toBe(false);
    expect(goesRound('crack', three)).toBe(false);
    expect([fewestPoints('crack'), fewestPoints('bridge gap'), fewestPoints('worn pin hole')]).toEqual([
      2, 2, 1,
    ]);
  });

  it('are looked for at the ends of back braces first, then at the X. Common practice', () => {
    const whys = lookFirst(allBraces(generic)).map(({ why }) => why);
    const backs = 2 * generic.backBraces.length;
    expect(whys.slice(0, backs).every((why) => why.includes('back braces let go most often'))).toBe(true);
    expect(whys.slice(backs, backs + 4).every((why) => why.includes('ends of the X'))).toBe(true);
  });
});
