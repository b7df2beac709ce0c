import { mm } from '../units/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { recordOf } from '../../cases/recordOf.js';
import type { CaseExamination, CaseFile, CaseMark } from '../../cases/caseFile.js';
import type { Evidence } from '../diagnosis/index.js';
import { pathLength, bodyPlanFrom, usualOutline } from '../body-plan/index.js';
import { gatherEvidence, learn } from './index.js';

const STANCE = {
  action12: '2.7',
  relief: '0.2',
  firstFretGap: '0.48',
  straightedge: '0.5',
  saddleShowing: '5',
};
const at = (date: string, over: Partial<CaseExamination> = {}): CaseExamination => ({
  date,
  humidity: 45,
  readings: STANCE,
  ...over,
});

/** The evidence of a case that says only what it is about. */
function evidenceOf(over: Partial<CaseFile>): Evidence {
  const file: CaseFile = {
    case: 'x',
    today: '2026-06-01',
    instrument: {},
    examinations: [],
    expect: {},
    ...over,
  };
  const { record, air } = recordOf(file);
  return learn(record, air).evidence;
}
const readOf = ({ reads }: Evidence, quantity: string, place = 'bass') =>
  reads.find((one) => one.quantity === quantity && one.place === place);

describe('readings in the evidence', () => {
  it('of a short visit add to those of a full one, carried to its day with a wider error', () => {
    const evidence = evidenceOf({
      examinations: [
        at('2025-01-10', { humidity: 35 }),
        at('2025-08-10', { humidity: 60, readings: { action12: '3.2' } }),
      ],
    });
    const action = readOf(evidence, 'action12')!;
    const straightedge = readOf(evidence, 'straightedge')!;
    expect(action.value).toBeCloseTo(3.2 * mm, 9);
    expect(action.carried).toEqual({ value: action.value, sd: action.sd });
    expect(straightedge.date).toBe('2025-01-10');
    expect(straightedge.value).toBeCloseTo(0.5 * mm, 9);
    // damper wood lifts the bridge: the straightedge comes closer to it
    expect(straightedge.carried.value).toBeLessThan(straightedge.value);
    expect(straightedge.carried.sd).toBeGreaterThan(1.2 * straightedge.sd);
  });

  it('are carried less surely the longer ago they were read', () => {
    const sdAfter = (date: string) =>
      readOf(
        evidenceOf({ examinations: [at('2020-05-10'), at(date, { readings: { action12: '2.8' } })] }),
        'straightedge',
      )!.carried.sd;
    expect(sdAfter('2025-05-10')).toBeGreaterThan(sdAfter('2021-05-10'));
    expect(sdAfter('2021-05-10')).toBeGreaterThan(sdAfter('2020-05-20'));
  });

  it('slack stand for nothing that needs pitch, and for all that does not', () => {
    const evidence = evidenceOf({
      examinations: [
        at('2025-01-10', { strings: 'slack', readings: { ...STANCE, 'fretHeight.lowest': '0.7' } }),
      ],
    });
    expect(readOf(evidence, 'action12')).toBeUndefined();
    expect(readOf(evidence, 'straightedge')).toBeUndefined();
    expect(readOf(evidence, 'saddleShowing')!.value).toBeCloseTo(5 * mm, 9);
    expect(readOf(evidence, 'fretHeight', 'lowest')!.value).toBeCloseTo(0.7 * mm, 9);
    expect(evidence.pitchDate).toBeNull();
  });

  it.each([
    ['structure', ['action12', 'straightedge', 'bridgeThickness'], ['fretHeight']],
    ['levelling', ['fretHeight'], ['action12', 'bridgeThickness']],
    ['rod', ['action12', 'relief'], ['bridgeThickness', 'fretHeight']],
    ['saddle', ['saddleShowing', 'action12'], ['straightedge', 'relief']],
    ['nut', ['firstFretGap'], ['saddleShowing', 'straightedge']],
    ['room', [], ['action12', 'straightedge', 'fretHeight']],
  ])('end with the work that changes them, and not with other work: %s', (kind, gone, stay) => {
    const places: Record<string, string> = { bridgeThickness: 'middle', fretHeight: 'lowest' };
    const evidence = evidenceOf({
      examinations: [
        at('2025-01-10', {
          readings: { ...STANCE, 'bridgeThickness.middle': '9', 'fretHeight.lowest': '0.9' },
        }),
      ],
      interventions: [{ date: '2025-02-01', kinds: [kind] }],
    });
    for (const quantity of gone)
      expect(readOf(evidence, quantity, places[quantity]), quantity).toBeUndefined();
    for (const quantity of stay) expect(readOf(evidence, quantity, places[quantity]), quantity).toBeDefined();
  });

  it('of relief mean the same neck whichever frets were held', () => {
    const carried = (reliefFrets: [number, number], relief: string) =>
      readOf(
        evidenceOf({ examinations: [at('2025-01-10', { reliefFrets, readings: { ...STANCE, relief } })] }),
        'relief',
      )!.carried.value;
    const [x1, x12, x14] = [1, 12, 14].map((n) => 1 - 2 ** (-n / 12)) as [number, number, number];
    const share = ((x12 - x1) / (x14 - x1)) ** 2;
    expect(carried([1, 12], (0.3 * share).toFixed(4))).toBeCloseTo(carried([1, 14], '0.3'), 6);
  });
});

describe('points in the evidence', () => {
  it('stand as they were last looked at', () => {
    const { points } = evidenceOf({
      examinations: [
        at('2025-01-10', { points: { linings: ['block-split'], bridge: ['lifting'] } }),
        at('2025-06-10', { readings: {}, points: { linings: ['tight'] } }),
      ],
    });
    expect(points.find(({ point }) => point === 'linings')).toMatchObject({
      states: ['tight'],
      verdict: 'sound',
    });
    expect(points.find(({ point }) => point === 'bridge')).toMatchObject({
      states: ['lifting'],
      date: '2025-01-10',
    });
  });
});

describe('marks in the evidence', () => {
  const crack = (sightings: CaseMark['sightings'], over: Partial<CaseMark> = {}) =>
    evidenceOf({
      map: { body: 'auditorium', bracing: 'x', marks: [{ kind: 'crack', sightings, ...over }] },
    }).marks[0]!;
  const seen = (date: string, path: [number, number][], state = 'moving') => ({ date, state, path });

  it('run across the grain or along it, whatever their length and place', () => {
    const n = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(n(-80, 80), n(60, 180), n(10, 60), n(0, 80), (x, y, length, degrees) => {
        const angle = (degrees * Math.PI) / 180;
        // nearer the line between the two nobody can say
        if (Math.abs(degrees - 45) < 2) return true;
        const end: [number, number] = [x + length * Math.sin(angle), y + length * Math.cos(angle)];
        return crack([seen('2026-01-10', [[x, y], end])]).across === degrees > 45;
      }),
      { numRuns: 60 },
    );
  });

  it('grow only beyond their longest earlier sighting: what opens and closes with the season does not', () => {
    const along = (length: number): [number, number][] => [
      [140, 70],
      [140, 70 + length],
    ];
    expect(crack([seen('2025-02-01', along(40)), seen('2026-02-01', along(50))]).grew!.by).toBeCloseTo(
      10 * mm,
      6,
    );
    expect(crack([seen('2025-02-01', along(40)), seen('2026-02-01', along(41))]).grew).toBeNull();
    expect(
      crack([seen('2024-02-01', along(50)), seen('2024-08-01', along(40)), seen('2025-02-01', along(50))])
        .grew,
    ).toBeNull();
  });

  it('breathe where they stood closed on one day and open on another', () => {
    const path: [number, number][] = [
      [140, 70],
      [140, 110],
    ];
    expect(crack([seen('2025-02-01', path), seen('2025-08-01', path, 'closed')]).opens).toBe(true);
    expect(crack([seen('2025-02-01', path), seen('2026-02-01', path)]).opens).toBe(false);
  });

  it.each([
    [
      'bridge',
      [
        [40, 120],
        [40, 205],
      ],
      'top',
    ],
    [
      'block',
      [
        [10, 5],
        [12, 18],
      ],
      'top',
    ],
    [
      'block',
      [
        [20, 10],
        [20, 60],
      ],
      'bass side',
    ],
    [
      'heel',
      [
        [0, 10],
        [0, 40],
      ],
      'neck',
    ],
    [
      'headstock',
      [
        [0, 350],
        [0, 380],
      ],
      'neck',
    ],
    [
      null,
      [
        [165, 60],
        [166, 100],
      ],
      'top',
    ],
    // beside the board is no block, however near it lies
    [
      null,
      [
        [40, 440],
        [40, 475],
      ],
      'top',
    ],
  ] as [string | null, [number, number][], string][])(
    'lie in the way of the load: %s',
    (load, path, face) => {
      expect(crack([seen('2026-01-10', path)], { face }).load).toBe(load);
    },
  );

  it('of a leg of the X are at the bridge once they reach within 20 mm of the plate, and not before', () => {
    const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
    const brace = plan.braces.find(({ kind }) => kind === 'X brace')!;
    const atBridge = (to: number) =>
      evidenceOf({
        map: {
          body: 'auditorium',
          bracing: 'x',
          marks: [
            {
              kind: 'separation',
              brace: brace.name,
              sightings: [{ date: '2026-01-10', state: 'moving', from: '0', to: `${to} mm` }],
            },
          ],
        },
      }).marks[0]!.brace!.atBridge;
    const length = Math.round(pathLength(brace.path) / mm);
    const reaches = Array.from({ length: Math.floor(length / 10) }, (_, i) => atBridge(10 * (i + 1)));
    const first = reaches.indexOf(true);
    expect(first).toBeGreaterThan(2);
    // once it reaches the bridge a longer one does too
    expect(reaches.slice(first).every(Boolean)).toBe(true);
  });
});

describe('what else is in the evidence', () => {
  it('closure says when it did not close at an earlier full measuring either', () => {
    const off = { readings: { ...STANCE, action12: '4' } };
    expect(evidenceOf({ examinations: [at('2026-01-10', off)] }).closure.bass).toMatchObject({
      closes: false,
      again: false,
    });
    expect(
      evidenceOf({ examinations: [at('2026-01-10', off), at('2026-01-17', off)] }).closure.bass,
    ).toMatchObject({ closes: false, again: true });
    // work in between begins anew
    expect(
      evidenceOf({
        examinations: [at('2026-01-10', off), at('2026-01-17', off)],
        interventions: [{ date: '2026-01-12', kinds: ['structure'] }],
      }).closure.bass,
    ).toMatchObject({ again: false });
  });

  it('belly and neck since an earlier reading add up to what the straightedge lost', () => {
    const full = (date: string, straightedge: number, belly: number) =>
      at(date, { readings: { ...STANCE, straightedge: `${straightedge}`, bellyBehindBridge: `${belly}` } });
    const [moved] = evidenceOf({
      examinations: [full('2021-02-10', 0.5, 2), full('2026-02-10', -1.5, 2.8)],
    }).moved;
    const { fell, belly, thickness, neck } = moved!;
    expect(belly.value + thickness.value + neck.value).toBeCloseTo(fell.value, 9);
    expect(neck.value).toBeCloseTo(1.2 * mm, 6);
  });

  it('rests for six weeks after it was strung up, and no longer', () => {
    const rests = (over: Partial<CaseExamination>, done: [string, string][] = []) =>
      evidenceOf({
        examinations: [at('2026-01-10', over)],
        interventions: done.map(([date, kind]) => ({ date, kinds: [kind] })),
      }).resting;
    expect(rests({ daysAtPitch: 9 })).toEqual({ days: 9, after: null });
    expect(rests({ daysAtPitch: 60 })).toBeNull();
    expect(rests({})).toBeNull();
    // new strings settle overnight, one that stood slack in a week
    expect(rests({ daysAtPitch: 1, pitchAfter: 'new strings' })).toEqual({ days: 1, after: 'new strings' });
    expect(rests({ daysAtPitch: 9, pitchAfter: 'new strings' })).toBeNull();
    expect(rests({ daysAtPitch: 9, pitchAfter: 'slack' })).toBeNull();
    // counted from the work itself, never from the first visit
    expect(rests({}, [['2015-06-01', 'structure']])).toBeNull();
    expect(rests({}, [['2026-01-03', 'structure']])).toEqual({ days: 7, after: 'work' });
    expect(rests({}, [['2026-01-08', 'strings']])).toBeNull();
    expect(rests({}, [['1998-01-01', 'frets']])).toBeNull();
    // the reading of the third week ends it
    expect(rests({}, [['2025-12-18', 'structure']])).toBeNull();
  });

  it('of nothing is nothing, and survives being kept as JSON', () => {
    const nothing = evidenceOf({});
    expect(nothing).toMatchObject({ date: null, reads: [], points: [], marks: [], moved: [] });
    const file: CaseFile = {
      case: 'x',
      today: '2026-06-01',
      instrument: {},
      examinations: [at('2026-01-10')],
      expect: {},
    };
    const { record, air } = recordOf(file);
    const learned = learn(record, air);
    expect(JSON.parse(JSON.stringify(learned.evidence))).toEqual(learned.evidence);
    expect(gatherEvidence(record, learned, air)).toEqual(learned.evidence);
  });
});
