import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { actionBudget, termOf } from '../diagnosis/index.js';
import { actionAt, stanceOf, type NeckGeometry } from '../stance/index.js';
import {
  CAUTIONS,
  CAUTIONS_DEFER,
  orderTreatments,
  proposeOrder,
  TREATMENT_IDS,
  TREATMENTS,
  type ProposalInput,
} from './index.js';
import { actionWanted, firstFretGapWanted, RELIEF_SCHOOLS } from '../targets/index.js';
import { type SideMeasured } from '../readings/index.js';

const mm = 1e-3;
const neck: NeckGeometry = { scale: 645 * mm, compensation: 2.5 * mm, bodyJoin: 14 };
const target = actionWanted({ type: 'flat-top', stringKind: 'steel', pairedStrings: false }, 'medium').bass;
const reliefTarget = RELIEF_SCHOOLS.moderate.relief.steel;
const gapTarget = firstFretGapWanted('steel').bass.target;

function measured(over: Partial<Record<keyof SideMeasured, number>> = {}): SideMeasured {
  const values = { firstFretGap: 0.48, relief: 0.2, straightedge: 0.5, saddleShowing: 5.3, ...over };
  const action12 =
    over.action12 ??
    actionAt(
      stanceOf(neck, {
        firstFretGap: values.firstFretGap * mm,
        relief: values.relief * mm,
        straightedge: values.straightedge * mm,
        saddleShowing: values.saddleShowing * mm,
      }),
      neck,
      12,
    ) / mm;
  return {
    action12: { value: action12 * mm, sd: 0.1 * mm },
    firstFretGap: { value: values.firstFretGap * mm, sd: 0.02 * mm },
    relief: { value: values.relief * mm, sd: 0.02 * mm },
    straightedge: { value: values.straightedge * mm, sd: 0.1 * mm },
    saddleShowing: { value: values.saddleShowing * mm, sd: 0.04 * mm },
  };
}
const budgetOf = (side: SideMeasured, season = 0) =>
  actionBudget({
    side: 'bass',
    neck,
    measured: side,
    target,
    reliefTarget,
    gapTarget,
    season: { value: season, sd: 0.05 * mm },
  });
const proposal = (side: SideMeasured, over: Partial<ProposalInput> = {}, season = 0) =>
  proposeOrder(
    {
      archtop: false,
      stringKind: 'steel',
      rod: 'adjustable',
      neck,
      heelDepth: 95 * mm,
      extension: 118 * mm,
      sides: [{ budget: budgetOf(side, season), measured: side, why: null }],
      bodyExplains: false,
      tilt: 0.01,
      humidity: 45,
      reliefTarget,
      restingDays: null,
      age: 'none shows',
      ...over,
    },
    (m) => `${(m * 1000).toFixed(1)} mm`,
  );
const ids = (p: ReturnType<typeof proposal>) => p.order.map(({ id }) => id);

describe('action budget', () => {
  it('terms add up to the total, whatever was measured', () => {
    const n = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        n(0.1, 2),
        n(-0.3, 1),
        n(-6, 5),
        n(1, 9),
        n(0.5, 7),
        n(-1, 1),
        (firstFretGap, relief, straightedge, saddleShowing, action12, season) => {
          const budget = budgetOf(
            measured({ firstFretGap, relief, straightedge, saddleShowing, action12 }),
            season * mm,
          );
          return Math.abs(budget.terms.reduce((sum, { value }) => sum + value, 0) - budget.total) < 1e-12;
        },
      ),
    );
  });

  it('names the cause that was put in', () => {
    expect(termOf(budgetOf(measured({ firstFretGap: 0.98 })), 'nut').value).toBeCloseTo(0.266 * mm, 4.2);
    expect(termOf(budgetOf(measured({ straightedge: -2.5 })), 'plane').value).toBeCloseTo(1.5 * mm, 4);
    expect(termOf(budgetOf(measured({ relief: 0.5 })), 'relief').value).toBeGreaterThan(0.3 * mm * 1.3);
  });
});

describe('order', () => {
  it('keeps every arrow of the catalogue for any choice, and prints why', () => {
    fc.assert(
      fc.property(fc.subarray([...TREATMENT_IDS]), (chosen) => {
        const order = orderTreatments(chosen.map((id) => ({ id, why: '' })));
        const place = new Map(order.map(({ id, place }) => [id, place]));
        return (
          order.length === chosen.length &&
          chosen.every((id) =>
            TREATMENTS[id].after.every(
              (arrow) => !place.has(arrow.id) || place.get(arrow.id)! < place.get(id)!,
            ),
          )
        );
      }),
    );
  });

  it('knows every treatment by its id, with times and steps back that can be', () => {
    for (const id of TREATMENT_IDS) {
      const { id: own, hands, wait, undo } = TREATMENTS[id];
      expect(own).toBe(id);
      expect(hands[0]).toBeGreaterThan(0);
      for (const [from, to] of [hands, wait, undo]) expect(to).toBeGreaterThanOrEqual(from);
      expect(undo[0]).toBeGreaterThanOrEqual(1);
      expect(undo[1]).toBeLessThanOrEqual(5);
    }
  });

  it('waits as long as the trade does before the next step (common practice, no published source)', () => {
    const HOURS: Partial<Record<(typeof TREATMENT_IDS)[number], [number, number]>> = {
      // hot hide glue in a brace: a day before tension
      'reglue-brace': [24, 48],
      // a box in its case with packs: one to three weeks
      rehydrate: [7 * 24, 21 * 24],
      // a bowed neck in small steps: three to four days
      'press-neck': [72, 96],
      // a neck joint: one to three days
      'reglue-neck': [24, 72],
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
    expect(warned('heat')).toEqual(
      expect.arrayContaining(['press-neck', 'reglue-brace', 'flatten-belly', 'neck-off', 'reglue-neck']),
    );
    // celluloid near an open heat
    for (const id of ['press-neck', 'flatten-belly', 'neck-off'] as const)
      expect(warned('celluloid')).toContain(id);
    expect(warned('dust')).toEqual(expect.arrayContaining(['fit-heel', 'nut', 'saddle']));
    expect(warned('tension')).toEqual(expect.arrayContaining(['adjust-rod', 'thumb-wheels', 'neck-off']));
    expect(CAUTIONS_DEFER).toMatch(/local rules and licensed practice/u);
  });
});

describe('first repair order', () => {
  it('leaves a guitar alone that stands where it should', () => {
    const right = proposal(measured());
    expect(right.order).toEqual([]);
    expect(right.verdict).toMatch(/do not do it/u);
  });

  it('does not repair the season', () => {
    const damp = proposal(measured({ straightedge: -0.9 }), {}, 0.7 * mm);
    expect(damp.order).toEqual([]);
    expect(damp.verdict).toMatch(/season/u);
  });

  it('trims the saddle by twice the change while there is saddle', () => {
    const trimmed = proposal(measured({ saddleShowing: 7 }));
    expect(ids(trimmed)).toEqual(['clean-and-inspect', 'saddle', 'set-up']);
    expect(trimmed.verdict).toMatch(/no reset/u);
  });

  it('turns to the neck when the saddle has nothing left, with the cut at the heel', () => {
    const due = proposal(measured({ straightedge: -3, saddleShowing: 3.4 }));
    expect(ids(due)).toEqual([
      'clean-and-inspect',
      'neck-off',
      'fit-heel',
      'reglue-neck',
      'extension',
      'saddle',
      'set-up',
    ]);
    expect(due.order.find(({ id }) => id === 'fit-heel')!.why).toMatch(
      /3\.5 mm at the bridge: 1\.1 mm off the heel/u,
    );
    expect(due.questions).toEqual([]);
    expect(
      proposal(measured({ straightedge: -3, saddleShowing: 3.4 }), { age: 'not told' }).questions.join(),
    ).toMatch(/other season/u);
  });

  it('sets the angle to the year’s mean, not to a damp month', () => {
    const why = (season: number) =>
      proposal(measured({ straightedge: -4, saddleShowing: 3.4 }), {}, season * mm).order.find(
        ({ id }) => id === 'fit-heel',
      )!.why;
    expect(why(0.25)).toMatch(/come up 4\.0 mm/u);
    expect(why(0)).toMatch(/come up 4\.5 mm/u);
  });

  it('lets a box rest before its saddle is cut', () => {
    const order = ids(proposal(measured({ saddleShowing: 7 }), { restingDays: 12 }));
    expect(order).toEqual(['clean-and-inspect', 'rest-under-tension', 'saddle', 'set-up']);
  });

  it('lets a box rest that was strung up lately, though the season would explain what is off', () => {
    const off = (restingDays: number | null) =>
      proposal(measured({ saddleShowing: 7 }), {
        restingDays,
        sides: [
          {
            budget: budgetOf(measured({ saddleShowing: 7 }), budgetOf(measured({ saddleShowing: 7 })).total),
            measured: measured({ saddleShowing: 7 }),
            why: 'season',
          },
        ],
      });
    expect(ids(off(null))).toEqual([]);
    expect(off(null).verdict).toMatch(/season: leave it alone/u);
    expect(ids(off(9))).toContain('rest-under-tension');
    expect(off(9).verdict).toMatch(/cannot be told apart yet/u);
  });

  it('turns to the belly first where the bridge leans', () => {
    const folded = proposal(measured({ straightedge: -3, saddleShowing: 3.4 }), { tilt: 0.04 });
    expect(ids(folded)).toEqual([
      'clean-and-inspect',
      'reglue-brace',
      'flatten-belly',
      'rest-under-tension',
      'saddle',
      'set-up',
    ]);
    expect(folded.verdict).toMatch(/Not a neck reset/u);
  });

  it('sets the neck straight before it is re-angled, and brings dry wood to moisture before all', () => {
    const order = ids(
      proposal(measured({ straightedge: -4, saddleShowing: 3.4, relief: 0.45 }), { humidity: 28 }),
    );
    expect(order.indexOf('rehydrate')).toBeLessThan(order.indexOf('adjust-rod'));
    expect(order.indexOf('adjust-rod')).toBeLessThan(order.indexOf('neck-off'));
  });

  it('turns an archtop’s wheels', () => {
    const order = proposal(measured({ saddleShowing: 7.5 }), { archtop: true });
    expect(ids(order)).toContain('thumb-wheels');
    expect(order.order.find(({ id }) => id === 'thumb-wheels')!.why).toMatch(/bass down [12]\.\d turns/u);
  });

  it('asks by name for what is missing, and says so when the readings do not close', () => {
    const blind = proposal(measured({ straightedge: -3, saddleShowing: 3.4 }), {
      tilt: null,
      heelDepth: null,
    });
    expect(blind.questions.join(' ')).toMatch(/tilt/u);
    expect(blind.questions.join(' ')).toMatch(/Heel depth/u);
    expect(proposal(measured({ action12: 4.4 })).questions.join()).toMatch(/do not close/u);
    expect(
      proposeOrder(
        {
          archtop: false,
          stringKind: 'steel',
          rod: 'none',
          neck,
          heelDepth: null,
          extension: null,
          sides: [],
          tilt: null,
          humidity: null,
          reliefTarget: 0,
          restingDays: null,
          bodyExplains: false,
          age: 'not told',
        },
        String,
      ).verdict,
    ).toMatch(/No strung examination/u);
  });
});

describe('least intervention', () => {
  it('a low guitar gets a taller saddle while that is not too tall, and a question when it would be', () => {
    const low = proposal(measured({ saddleShowing: 3.9 }));
    expect(ids(low)).toEqual(['clean-and-inspect', 'saddle', 'set-up']);
    expect(low.order[1]!.why).toMatch(/bass up \d\.\d mm/u);
    const tooFarBack = proposal(measured({ straightedge: 4, saddleShowing: 6 }));
    expect(tooFarBack.verdict).toMatch(/set too far back/u);
    expect(tooFarBack.questions.join()).toMatch(/reset or the bridge thinned before/u);
    expect(ids(tooFarBack)).not.toContain('neck-off');
  });

  it('a high nut is cut, a low one built up, one within its errors left alone', () => {
    const why = (gap: number) =>
      proposal(measured({ firstFretGap: gap })).order.find(({ id }) => id === 'nut')?.why;
    expect(why(0.8)).toMatch(/31 thou; 18 to 20 are wanted/u);
    expect(why(0.25)).toMatch(/only 10 thou: a new nut/u);
    expect(why(0.52)).toBeUndefined();
    expect(why(0.45)).toBeUndefined();
  });

  it('a bow goes to the rod where there is one, to the press where it is large and there is none, and is asked about', () => {
    const bowed = (rod: ProposalInput['rod'], relief: number) => proposal(measured({ relief }), { rod });
    expect(ids(bowed('adjustable', 0.45))).toContain('adjust-rod');
    expect(ids(bowed('none', 0.7))).toContain('press-neck');
    expect(ids(bowed('none', 0.35))).not.toContain('press-neck');
    expect(bowed('unknown', 0.45).questions.join()).toMatch(/Is there a rod/u);
  });

  it('what is set right first is not paid for twice: the saddle is trimmed only for what is left', () => {
    const trim = (over: Parameters<typeof measured>[0]) => {
      const why = proposal(measured(over)).order.find(({ id }) => id === 'saddle')?.why ?? '';
      return Number(/bass down (\d\.\d) mm/u.exec(why)?.[1] ?? 0);
    };
    const saddleOnly = trim({ saddleShowing: 7.2 });
    // the same saddle with a high nut and a bow besides: those are mended by themselves
    expect(Math.abs(trim({ saddleShowing: 7.2, firstFretGap: 0.9 }) - saddleOnly)).toBeLessThan(0.25);
    expect(saddleOnly).toBeGreaterThan(0.8);
  });

  it('whatever is measured, the order is complete, reasoned and never resets on a leaning or a clear bridge', () => {
    const n = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          firstFretGap: n(0.1, 1.5),
          relief: n(-0.3, 1),
          straightedge: n(-6, 5),
          saddleShowing: n(0.5, 9),
        }),
        n(-0.02, 0.06),
        n(-0.8, 0.8),
        fc.constantFrom('adjustable' as const, 'none' as const, 'unknown' as const),
        n(20, 80),
        (readings, tilt, season, rod, humidity) => {
          const plan = proposal(measured(readings), { tilt, rod, humidity }, season * mm);
          const chosen = ids(plan);
          const first = chosen.length === 0 || chosen[0] === 'clean-and-inspect';
          const last = chosen.length === 0 || chosen.at(-1) === 'set-up';
          const reasoned = plan.order.every(
            ({ why }) => /^[A-Z].*\.$/u.test(why) && !/NaN|undefined|-\d/u.test(why),
          );
          const reset = chosen.includes('neck-off');
          const whole =
            !reset ||
            ['fit-heel', 'reglue-neck', 'extension', 'saddle'].every((id) =>
              chosen.includes(id as (typeof chosen)[number]),
            );
          const honest = !(reset && (tilt > 0.0262 || chosen.includes('flatten-belly')));
          return first && last && reasoned && whole && honest && plan.verdict.length > 10;
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('nylon strings', () => {
  it('want a nut that steel would have cut, and say it in millimetres', () => {
    const nutOf = (firstFretGap: number, stringKind: 'steel' | 'nylon') =>
      proposal(measured({ firstFretGap }), { stringKind }).order.find(({ id }) => id === 'nut')?.why ?? '';
    expect(nutOf(0.85, 'steel')).toMatch(/First-fret gap 33 thou; 18 to 20 are wanted/u);
    expect(nutOf(0.85, 'nylon')).toBe('');
    expect(nutOf(1.4, 'nylon')).toMatch(/First-fret gap 1\.40 mm; 0\.70 to 0\.90 are wanted/u);
    expect(nutOf(0.42, 'nylon')).toMatch(/only 0\.42 mm/u);
  });
});
