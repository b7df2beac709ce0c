import { describe, expect, it } from 'vitest';
import { sixtyInstruments } from '../../simulated/learnedInstruments.js';
import type { Evidence } from '../diagnosis/index.js';
import { groundToday, judgeInstrument, type InstrumentJudgement } from '../instrument/index.js';
import { SADDLE_STOP } from '../targets/index.js';
import { TREATMENTS, type TreatmentId } from '../treatments/index.js';

const drawn = sixtyInstruments().map(({ seed, learned, today }) => ({
  seed,
  evidence: learned.evidence,
  judge: (evidence: Evidence) => judgeInstrument(groundToday(evidence, today)),
}));
const NECK: TreatmentId[] = ['taper-board', 'fit-heel', 'reglue-neck', 'reset-bolted', 'taper-board'];

/** Of how many instruments something holds though it must not, once the evidence is changed so. */
function wrong(
  change: (evidence: Evidence) => Evidence,
  is: (judged: InstrumentJudgement, of: Evidence) => boolean,
): number[] {
  return drawn.flatMap(({ seed, evidence, judge }) => {
    const changed = change(evidence);
    return is(judge(changed), changed) ? [seed] : [];
  });
}
const steps = ({ order }: InstrumentJudgement): TreatmentId[] => order.map(({ id }) => id);
const has = (judged: InstrumentJudgement, ...ids: TreatmentId[]) =>
  steps(judged).some((id) => ids.includes(id));
const withBuild =
  (build: Evidence['instrument']['build']) =>
  (evidence: Evidence): Evidence => ({
    ...evidence,
    instrument: { ...evidence.instrument, build: { ...evidence.instrument.build, ...build } },
  });
const found =
  (point: Evidence['points'][number]['point'], ...states: Evidence['points'][number]['states']) =>
  (evidence: Evidence): Evidence => ({
    ...evidence,
    points: [
      ...evidence.points.filter((one) => one.point !== point),
      { point, states, verdict: 'repair', frets: [], date: evidence.date!, examinationId: 'e' },
    ],
  });

describe('what is never chosen, whatever else was found', () => {
  it('the drawn instruments ask for necks, saddles, braces and belly work, or nothing here is tried', () => {
    const all = new Set(drawn.flatMap(({ evidence, judge }) => steps(judge(evidence))));
    for (const id of [
      'taper-board',
      'reset-bolted',
      'saddle',
      'taller-saddle',
      'reglue-brace',
      'slacken',
      'close-crack',
    ] as const)
      expect(all, id).toContain(id);
  });

  it('a neck that comes off while its joint is not known, or where there is none', () => {
    const unknown = (evidence: Evidence) => withBuild({ neckJoint: undefined })(evidence);
    expect(wrong(unknown, (judged) => has(judged, ...NECK))).toEqual([]);
    expect(
      wrong(withBuild({ neckJoint: 'spanish-heel' }), (judged) =>
        has(judged, 'neck-off', 'fit-heel', 'reset-bolted'),
      ),
    ).toEqual([]);
    // steam on a bolted joint
    expect(wrong(withBuild({ neckJoint: 'mortise-bolted' }), (judged) => has(judged, 'neck-off'))).toEqual(
      [],
    );
  });

  it('anything cut while the readings do not agree, but what is damage itself', () => {
    const disagree = (evidence: Evidence): Evidence => ({
      ...evidence,
      closure: Object.fromEntries(
        Object.entries(evidence.closure).map(([side, one]) => [side, { ...one, closes: false, slips: [] }]),
      ),
    });
    expect(
      wrong(
        disagree,
        (judged, { closure }) =>
          Object.keys(closure).length > 0 &&
          // a joint that opened is damage, and cannot be read again before it is mended
          !judged.findings.some(({ rule }) => rule === 'heel-opens') &&
          steps(judged).some((id) => TREATMENTS[id].cuts && TREATMENTS[id].stage !== 'cracks'),
      ),
    ).toEqual([]);
  });

  it('an amount that is cut of wood out of moisture, or before it has rested', () => {
    const damp = (evidence: Evidence): Evidence => ({
      ...evidence,
      air: { ...evidence.air, moisture: { value: evidence.air.kept.moisture + 3, sd: 0.5 } },
    });
    const cut = ({ order }: InstrumentJudgement) =>
      order.some(
        ({ id, amounts, withheld }) => TREATMENTS[id].cuts && amounts.length > 0 && withheld.length === 0,
      );
    expect(wrong(damp, cut)).toEqual([]);
    expect(wrong((evidence) => ({ ...evidence, resting: { days: 5, after: 'work' as const } }), cut)).toEqual(
      [],
    );
    // and they are given where nothing holds them back
    expect(drawn.some(({ evidence, judge }) => cut(judge(evidence)))).toBe(true);
  });

  it('a belly flattened that is laminated, sound, of unknown glue, or over an open crack', () => {
    const folds = (evidence: Evidence) =>
      withBuild({ oldGlue: 'hot-hide' })(
        found('topBraces', 'tight')(found('topShape', 'hollow-and-hump')(evidence)),
      );
    expect(wrong(folds, (judged) => has(judged, 'flatten-belly')).length).toBeGreaterThan(0);
    for (const forbids of [
      (evidence: Evidence): Evidence => ({
        ...folds(evidence),
        instrument: { ...folds(evidence).instrument, laminatedTop: true },
      }),
      (evidence: Evidence) => withBuild({ oldGlue: 'epoxy' })(folds(evidence)),
      (evidence: Evidence) => found('topShape', 'even-dome')(folds(evidence)),
      (evidence: Evidence) => found('cracks', 'open')(folds(evidence)),
    ])
      expect(wrong(forbids, (judged) => has(judged, 'flatten-belly'))).toEqual([]);
  });

  it('a saddle trimmed below the stop, or by less than the tool sees', () => {
    expect(
      wrong(
        (evidence) => evidence,
        ({ order, sides }) =>
          order.some(
            ({ id, amounts }) =>
              id === 'saddle' &&
              amounts.some(({ of, value }) => {
                const side = sides.find((one) => one.side === of)!;
                return side.saddle!.showing.value - value < SADDLE_STOP - 1e-9 || Math.abs(value) < 0.1e-3;
              }),
          ),
      ),
    ).toEqual([]);
  });

  it('a rod turned that spins, is at its end, or is not there', () => {
    for (const state of ['spins', 'at-its-end', 'none-fitted'] as const)
      expect(
        wrong(found('trussRod', state), (judged) => {
          const order = steps(judged);
          const freed = order.indexOf('free-rod');
          const turned = order.indexOf('adjust-rod');
          // one that was freed may be turned after that
          return turned >= 0 && (state === 'none-fitted' || freed < 0 || freed > turned);
        }),
      ).toEqual([]);
  });
});

describe('what may not be strung', () => {
  it('is slackened, made sound and rested; nothing else is cut, and nothing that needs pitch is asked', () => {
    for (const [point, state, repair] of [
      ['grainCrack', 'cracked-across', 'graft-top'],
      ['linings', 'block-split', 'glue-block'],
      ['headstock', 'crack-behind-the-nut', 'glue-headstock'],
      ['stringAnchor', 'pin-loose', 'mend-anchor'],
    ] as const) {
      const broken = found(point, state);
      expect(
        wrong(
          broken,
          (judged, { instrument, points }) =>
            // a soft finish bears no heat: no bridge comes off for a graft
            !(repair === 'graft-top' && points.some(({ states }) => states.includes('soft-or-tacky'))) &&
            (!judged.unsound ||
              !has(judged, 'slacken') ||
              // what has no bridge plate is closed, not grafted
              !has(judged, instrument.type === 'archtop' && repair === 'graft-top' ? 'close-crack' : repair)),
        ),
      ).toEqual([]);
      expect(
        wrong(broken, (judged) =>
          judged.questions.some(({ id }) =>
            ['at-pitch', 'full-stance', 'rest', 'again', 'other-season'].includes(id),
          ),
        ),
      ).toEqual([]);
    }
  });
});
