import { describe, expect, it } from 'vitest';
import { learnInstrument, sixtyInstruments } from '../../simulated/learnedInstruments.js';
import { plansWrong } from '../../simulated/plansRight.js';
import type { Evidence } from '../diagnosis/index.js';
import { groundToday, standsToday } from '../instrument/index.js';
import { POINT_IDS, POINTS, type ConstructionKind, type PointId, type StateId } from '../readings/index.js';
import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import {
  AMBITIONS,
  answerOf,
  breaksOf,
  chanceOf,
  afterwards,
  costOf,
  HOUSE_EFFECTS,
  momentsOf,
  neverOf,
  NO_MONEY,
  NO_SETTINGS,
  ownPlanOf,
  repairPlanOf,
  repairPlansOf,
  regrounded,
  wished,
  worthOf,
  type Ground,
} from './index.js';

const drawn = sixtyInstruments().map(({ learned, today }) => ({
  ground: groundToday(learned.evidence, today),
  today,
  evidence: learned.evidence,
}));
const told = drawn.filter(({ ground }) => ground.sides.length === 2 && !ground.diagnosis.unsound);

describe('plans', () => {
  it('break nothing that is never done, hold what they need, and begin with leaving it', () => {
    for (const { ground } of drawn)
      expect(plansWrong(repairPlansOf(ground, NO_MONEY), ground.evidence, ground.diagnosis)).toEqual([]);
    // an archtop whose heel opens is wheeled once it has rested; found among ten thousand
    for (const { learned, today } of [5979, 6010, 8840, 9599].map(learnInstrument)) {
      const ground = groundToday(learned.evidence, today);
      expect(plansWrong(repairPlansOf(ground, NO_MONEY), ground.evidence, ground.diagnosis)).toEqual([]);
    }
    // and the check itself is no friend: what it looks for is found where it is put in
    const { ground } = told.find((one) => one.ground.evidence.instrument.type === 'flat-top')!;
    const bad = repairPlanOf(
      ground,
      new Map([
        ['neck-off', []],
        ['set-up', []],
      ]),
      NO_SETTINGS,
      NO_MONEY,
      ['least'],
      {
        asItIs: true,
      },
    );
    expect(plansWrong([bad], ground.evidence, ground.diagnosis).join(' ')).toMatch(
      /neck-off without slacken/u,
    );
  });

  it('bring damp wood down, and never damp it more', () => {
    let brought = 0;
    for (const { evidence, today } of drawn.slice(0, 25)) {
      const { kept } = evidence.air;
      const damp: Evidence = {
        ...evidence,
        air: { ...evidence.air, moisture: { value: kept.moisture + 4, sd: 0.5 } },
      };
      const ground = groundToday(damp, today);
      expect(ground.diagnosis.verdict.withheld.moisture).toBe('damp');
      for (const { ids } of repairPlansOf(ground, NO_MONEY)) {
        expect(ids).not.toContain('rehydrate');
        if (ids.includes('bring-down-damp')) brought += 1;
        else expect(ids.filter((id) => TREATMENTS[id].glues)).toEqual([]);
      }
    }
    expect(brought).toBeGreaterThan(0);
  });

  it('tell no angle behind a saddle of a floating bridge', () => {
    const { evidence, today } = told.find(
      (one) =>
        one.evidence.instrument.type === 'archtop' && one.ground.sides.some(({ stance }) => stance?.measured),
    )!;
    const read = evidence.reads.find(({ quantity }) => quantity === 'action12')!;
    const more = [
      { ...read, quantity: 'breakAngle', place: 'centre', value: 0.25 },
      { ...read, quantity: 'wheelHeight', place: 'bass', value: 4e-3, carried: { value: 4e-3, sd: 2e-4 } },
      { ...read, quantity: 'wheelHeight', place: 'treble', value: 4e-3, carried: { value: 4e-3, sd: 2e-4 } },
    ] as const;
    const ground = groundToday({ ...evidence, reads: [...evidence.reads, ...more] }, today);
    const { sides } = ownPlanOf(ground, [], NO_SETTINGS, NO_MONEY).outcome;
    expect(sides.map(({ saddle }) => saddle !== null)).toContain(true);
    expect(sides.map(({ breakAngle }) => breakAngle)).toEqual([null, null]);
  });

  it('say the same of the same, whenever they are asked', () => {
    for (const { ground } of told.slice(0, 6))
      expect(repairPlansOf(ground, NO_MONEY)).toEqual(repairPlansOf(ground, NO_MONEY));
  });

  it('never bring the action up by trimming more', () => {
    for (const { ground } of told.slice(0, 20)) {
      const action = [0.5e-3, 0, -0.3e-3, -0.9e-3, -2e-3].map(
        (by) =>
          ownPlanOf(ground, [], { ...NO_SETTINGS, saddle: { bass: by } }, NO_MONEY).outcome.sides.find(
            ({ side }) => side === 'bass',
          )!.action.value,
      );
      for (let i = 1; i < action.length; i++) expect(action[i]).toBeLessThan(action[i - 1]!);
      // the trade’s “twice”: half of what comes off stands in the action at fret 12
      expect((action[1]! - action[3]!) / 0.9e-3).toBeCloseTo(0.5, 1);
    }
  });

  it('give the year the better the nearer the action is set to the middle of its window', () => {
    for (const { ground } of told.slice(0, 20)) {
      const side = ground.sides[0]!;
      const off = momentsOf(side.levels).value - side.target;
      const chance = (by: number) =>
        chanceOf(
          { ...ground, sides: [side] },
          afterwards({ ...ground, sides: [side] }, [], {
            ...NO_SETTINGS,
            saddle: { [side.side]: (by - off) / side.lever },
          }),
        )!;
      expect(chance(0)).toBeGreaterThanOrEqual(chance(0.6e-3));
      expect(chance(0)).toBeGreaterThanOrEqual(chance(-0.6e-3));
      expect(chance(2e-3)).toBe(0);
    }
  });

  it('hold the air: it never makes the year worse', () => {
    for (const { ground } of told) {
      const set = { ...NO_SETTINGS };
      const as = chanceOf(ground, afterwards(ground, [], { ...set, air: 'as it was' }))!;
      const held = chanceOf(ground, afterwards(ground, [], { ...set, air: 'held' }))!;
      expect(held).toBeGreaterThanOrEqual(as - 0.03);
    }
  });

  it('flattened by the share that is believed, a bridge comes down, and the rest stays', () => {
    const folded = drawn
      .map(({ ground }) => ground)
      .find((ground) =>
        ground.diagnosis.sides.some(({ budget }) => budget && budget.terms[3]!.value > 0.4e-3),
      )!;
    const state = afterwards(folded, ['flatten-belly']);
    const [amount] = state.amounts.get('flatten-belly')!;
    const side = folded.diagnosis.sides.find((one) => one.side === amount!.of)!;
    const belly = side.budget!.terms.find(({ cause }) => cause === 'belly')!.value / side.budget!.lever;
    expect(-amount!.value).toBeGreaterThan(0.3 * belly);
    expect(-amount!.value).toBeLessThan(0.8 * belly);
  });

  it('cost what their hours and materials cost, and take the longest wait of what waits at one time', () => {
    const ids: TreatmentId[] = ['close-crack', 'glue-lining', 'reglue-bridge'];
    const { hours, money, days } = costOf(ids, 50, HOUSE_EFFECTS);
    expect(hours[0]).toBeCloseTo(
      ids.reduce((sum, id) => sum + TREATMENTS[id].hands[0], 0),
      9,
    );
    expect(money![0]).toBeCloseTo(50 * (hours[0] + 3 * 0.1), 6);
    // crack and lining set side by side, the bridge after them
    expect(days[0]).toBeCloseTo(hours[0] / 6 + (36 + 36) / 24, 6);
    expect(
      costOf(ids, 50, HOUSE_EFFECTS, { edits: { 'close-crack': { hands: [10, 10] } } }).hours[0],
    ).toBeCloseTo(hours[0] - TREATMENTS['close-crack'].hands[0] + 10, 9);
    expect(costOf(ids, null, HOUSE_EFFECTS).money).toBeNull();
  });

  it('move with a wish: another target is another plan, and the wishes of nobody change nothing', () => {
    const { ground, today } = told.find(({ ground: { diagnosis } }) => diagnosis.verdict.answer === 'trim')!;
    const under = wished(ground.evidence, standsToday(today), {});
    expect(under.evidence).toEqual(ground.evidence);
    const high = wished(ground.evidence, standsToday(today), { target: { bass: 0.009, treble: 0.009 } });
    expect(Object.values(high.today).every(({ now }) => now === 'below')).toBe(true);
    expect(regrounded(ground, high.evidence).sides[0]!.window[0]).toBeGreaterThan(0.008);
  });
});

describe('a plan made by hand', () => {
  const { ground } = told.find(
    ({ ground: { evidence, diagnosis } }) =>
      evidence.instrument.type === 'flat-top' && diagnosis.verdict.withheld.moisture === null,
  )!;
  const breaks = (ids: TreatmentId[], of: Ground = ground) =>
    ownPlanOf(of, ids, NO_SETTINGS, NO_MONEY).breaks;

  it('is told what it lacks, and what would mend it', () => {
    const [first] = breaks(['reglue-brace']);
    expect(first).toMatchObject({ id: 'reglue-brace', add: ['slacken'] });
    expect(breaks(['reglue-brace', ...first!.add])).toEqual([]);
  });

  it('is told what is never done, and what shuts out what', () => {
    const never = neverOf('thumb-wheels', ground)!;
    expect(breaks(['thumb-wheels'])[0]).toMatchObject({
      why: { id: 'never', never },
      remove: ['thumb-wheels'],
    });
    expect(breaks(['nut', 'shim-nut']).some(({ why }) => why.id === 'shuts out')).toBe(true);
  });

  it('holds nothing that nobody put in', () => {
    const { ids } = ownPlanOf(ground, ['watch-crack'], NO_SETTINGS, NO_MONEY);
    expect(ids).toEqual(['watch-crack']);
  });

  it('hears of a bend that is too small behind the saddle', () => {
    const outcome = {
      chance: 1,
      slack: false,
      sides: [
        {
          side: 'bass' as const,
          window: [0.002, 0.003] as [number, number],
          action: { value: 0.0025, sd: 0.0001 },
          saddle: { value: 0.004, sd: 0.0001 },
          breakAngle: { value: (8 * Math.PI) / 180, sd: 0.01 },
          plane: null,
          months: [],
          spent: null,
        },
      ],
    };
    expect(breaksOf(ground, [], NO_SETTINGS, outcome)[0]).toMatchObject({ add: ['ramp-holes'] });
  });
});

describe('every finding of repair', () => {
  const kinds: ConstructionKind[] = ['flat-top', 'archtop'];
  it.each(kinds)('of a %s has a treatment, or names what is asked first', (type) => {
    const { evidence, today } = drawn.find((one) => one.evidence.instrument.type === type)!;
    const bare: Evidence = {
      ...evidence,
      reads: evidence.reads.filter(({ quantity }) => quantity === 'action12'),
      marks: [],
      instrument: { ...evidence.instrument, build: { neckJoint: 'dovetail', oldGlue: 'hot-hide' } },
    };
    const lacking = POINT_IDS.flatMap((point): string[] => {
      const { states, only } = POINTS[point] as (typeof POINTS)[PointId] & { only?: string };
      if (only && only !== type) return [];
      return states
        .filter(({ verdict }) => verdict === 'repair')
        .filter(({ id }) => !answered(bare, point, id, today))
        .map(({ id }) => `${point} ${id}`);
    });
    expect(lacking).toEqual([]);
  });

  function answered(
    of: Evidence,
    point: PointId,
    state: StateId,
    today: Parameters<typeof groundToday>[1],
  ): boolean {
    const evidence: Evidence = {
      ...of,
      points: [{ point, states: [state], verdict: 'repair', frets: [], date: of.date!, examinationId: 'e' }],
    };
    const ground = groundToday(evidence, today);
    return ground.diagnosis.findings
      .filter(({ evidence: from }) => from.some((one) => one.of === 'point' && one.point === point))
      .some(
        (finding) =>
          finding.check.length > 0 ||
          AMBITIONS.some((ambition) => (answerOf(ambition, finding, ground)?.length ?? 0) > 0),
      );
  }
});

describe('the worth of a reading', () => {
  it('is a chance, told of what can be drawn, and those that change most a minute come first', () => {
    for (const { ground } of drawn.slice(0, 12)) {
      const worth = worthOf(ground);
      expect(worth.map(({ id }) => id).sort()).toEqual(ground.diagnosis.questions.map(({ id }) => id).sort());
      const rate = worth.map(({ changes, minutes }) => (changes ?? 0) / minutes);
      expect(rate).toEqual([...rate].sort((a, b) => b - a));
      for (const { changes } of worth) if (changes !== null) expect(changes).toBeLessThanOrEqual(1);
    }
    const sum = drawn.slice(12, 30).flatMap(({ ground }) => worthOf(ground));
    expect(sum.some(({ changes }) => (changes ?? 0) > 0.3)).toBe(true);
    expect(sum.some(({ changes }) => changes === 0)).toBe(true);
  });
});
