import { randomUUID } from 'node:crypto';
import { examinationBody, instrumentBody, planBody, UNSEEN } from './bodies.js';
import { putTo, type Program } from './program.js';

/** A seeded chance: the same instruments every time. */
function chanceFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** What may be found at a point, and what it ends in. */
const DAMAGE: [point: string, state: string, verdict: 'watch' | 'repair'][] = [
  ['bridge', 'lifting', 'repair'],
  ['bridgePlate', 'worn-holes', 'watch'],
  ['grainCrack', 'cracked-across', 'repair'],
  ['topShape', 'hollow-and-hump', 'repair'],
  ['braceRap', 'buzzes', 'repair'],
  ['topBraces', 'loose-end', 'repair'],
  ['cracks', 'moves', 'repair'],
  ['tail', 'crack-round-the-tail', 'repair'],
  ['fretWear', 'very-low', 'repair'],
  ['fretPits', 'deep', 'repair'],
  ['boardEdges', 'twisted', 'repair'],
  ['headstock', 'hairline', 'watch'],
  ['linings', 'block-split', 'repair'],
];

const X_LEGS = [
  { id: 'treble leg', sign: 1 },
  { id: 'bass leg', sign: -1 },
].map(({ id, sign }) => ({
  id,
  name: `X brace, ${id}`,
  kind: 'X brace',
  path: [
    [-sign * 0.09, 0.37],
    [sign * 0.15, 0.1],
  ],
  width: 0.007,
  height: 0.013,
  taper: { start: 0.3, end: 0.3, left: 0.25 },
  wood: 'sitka-spruce',
}));

/** Two visits, one in the dry and one in the damp, days apart as they were. */
const VISITS = [
  { date: '2026-02-10', humidity: 32, damp: -1 },
  { date: '2026-08-20', humidity: 66, damp: 1 },
];

/**
 * Puts so many instruments on the shelf, each drawn by chance: sound ones, worn ones, and some with more wrong than
 * anybody would mend. Nobody's; for tests of what pages do with whatever comes.
 *
 * @returns their ids
 */
export async function drawShelf(program: Program, by: string, count: number): Promise<string[]> {
  const put = (path: string, body: unknown) => putTo(program, path, body);
  const ids: string[] = [];
  for (let n = 0; n < count; n++) {
    const chance = chanceFrom(7919 * (n + 1));
    for (let i = 0; i < 8; i++) chance();
    const between = (low: number, high: number) => low + (high - low) * chance();
    const id = randomUUID();
    ids.push(id);
    await put(`instruments/${id}`, {
      ...instrumentBody(by, `drawn ${n + 1}`),
      ...(chance() < 0.5 ? { keptFrom: '40', keptTo: '50' } : {}),
    });
    await put(`instruments/${id}/body-plan`, { ...planBody(by, 0), braces: X_LEGS });
    // from nothing wrong to nearly everything
    const harm = (n * 13) % (DAMAGE.length - 1);
    // one in four was well kept: set up as it should be, and every point looked at
    const kept = n % 4 === 0;
    const damage = [...DAMAGE].sort(() => chance() - 0.5).slice(0, kept ? 0 : harm);
    const [action, straightedge, saddle] = kept
      ? [2.3, 0.4, 4.6]
      : [between(1.8, 4), between(-2.5, 1), between(1.5, 6)];
    for (const [v, visit] of VISITS.entries()) {
      const { date, humidity, damp } = kept ? { ...visit, humidity: 45, damp: 0 } : visit;
      const reading = (quantity: string, value: number, place = 'both') => ({
        quantity,
        place,
        text: value.toFixed(2),
        unit: 'mm',
      });
      const body = examinationBody(id, by, date);
      await put(`examinations/${randomUUID()}`, {
        ...body,
        findings:
          v === VISITS.length - 1
            ? DAMAGE.flatMap(([point, state, verdict]) => {
                const found = damage.some(([one]) => one === point);
                if (!found && !kept) return [];
                return [
                  { point, states: found ? [state] : [], verdict: found ? verdict : 'sound', words: '' },
                ];
              })
            : [],
        conditions: { ...body.conditions, humidity: String(humidity) },
        readings: [
          ...(kept
            ? [reading('action12', 2.5, 'bass'), reading('action12', 1.9, 'treble')]
            : [reading('action12', action + 0.25 * damp)]),
          reading('relief', kept ? 0.2 : between(0.05, 0.5)),
          reading('firstFretGap', kept ? 0.48 : between(0.4, 0.7)),
          reading('straightedge', straightedge - 0.3 * damp),
          reading('saddleShowing', saddle),
          reading('bellyBehindBridge', 2.5 + 0.3 * damp, 'centre'),
        ],
      });
    }
    const marks = kept ? 0 : Math.floor(between(0, 4));
    for (let m = 0; m < marks; m++) {
      const loose = m % 2 === 0;
      const leg = X_LEGS[m % 4 === 0 ? 0 : 1]!;
      const [x, y] = [between(-0.1, 0.1), between(0.05, 0.16)];
      await put(`marks/${randomUUID()}`, {
        version: 0,
        by,
        instrumentId: id,
        face: loose ? 'top inside' : 'top',
        kind: loose ? 'separation' : 'crack',
        brace: loose ? leg.id : null,
        name: loose ? '' : `crack ${m + 1}`,
        sightings: [
          {
            date: VISITS[1]!.date,
            ...UNSEEN,
            ...(loose
              ? { path: [leg.path[1]], from: 0.2, to: 0.2 + between(0.03, 0.12) }
              : {
                  path: [
                    [x, y],
                    [x + 0.002, y + between(0.03, 0.12)],
                  ],
                }),
            state: chance() < 0.6 ? 'moving' : 'quiet',
          },
        ],
      });
    }
  }
  return ids;
}
