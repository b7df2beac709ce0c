import { describe, expect, it } from 'vitest';
import { HOUSE_PROTOCOLS, isPoint, linesFor, type PointId, type StateId } from '../readings/index.js';
import { quickWords } from '../wording/index.js';
import { JOBS, quickAnswer, type LookedPoint, type QuickAsked } from './index.js';

const PROTOCOL = HOUSE_PROTOCOLS.quick.stages.flatMap((stage) => linesFor(stage, 'flat-top')).filter(isPoint);
const SOUND: Partial<Record<PointId, StateId>> = {
  boardEdges: 'straight',
  straightedgeLook: 'at-the-upper-face',
  saddleLook: 'enough',
  bridge: 'full-thickness',
  topShape: 'even-dome',
  braceRap: 'quiet',
  cracks: 'none',
  tail: 'sound',
  fretWear: 'good',
  bridgePlate: 'original',
  grainCrack: 'none',
  debris: 'nothing',
  sellersWords: 'plain',
  serial: 'clear',
  neckJoint: 'tight',
};
const looked = (
  found: Partial<Record<PointId, [StateId, LookedPoint['verdict'], number?]>>,
): LookedPoint[] => [
  ...(Object.entries(SOUND) as [PointId, StateId][])
    .filter(([point]) => !(point in found))
    .map(([point, state]): LookedPoint => ({ point, states: [state], verdict: 'sound', allowance: null })),
  ...(Object.entries(found) as [PointId, [StateId, LookedPoint['verdict'], number?]][]).map(
    ([point, [state, verdict, allowance]]): LookedPoint => ({
      point,
      states: [state],
      verdict,
      allowance: allowance ?? null,
    }),
  ),
];
const answer = (points: LookedPoint[], more: Partial<QuickAsked> = {}) =>
  quickAnswer({
    points,
    protocol: PROTOCOL,
    archtop: false,
    rate: 50,
    allowances: {},
    asking: 900,
    worth: null,
    ...more,
  });

describe('a quick look', () => {
  it('of a sound one says buy', () => {
    const all = answer(looked({}));
    expect(all).toMatchObject({ verdict: 'sound', repairs: [0, 0], advice: { kind: 'buy' } });
    expect(quickWords(all, '£').first).toMatch(/^Buy it at that price\. Nothing found to repair/u);
  });

  it('pays one neck job once, however many points ask for it', () => {
    const one = answer(looked({ saddleLook: ['hardly-any', 'repair'] }));
    const three = answer(
      looked({
        saddleLook: ['hardly-any', 'repair'],
        straightedgeLook: ['runs-into-the-front', 'repair'],
        sellersWords: ['excuses-the-action', 'watch'],
      }),
    );
    expect(three.repairs).toEqual(one.repairs);
    expect(three.jobs.filter(({ job }) => job === 'neck')).toHaveLength(1);
    // amounts that were written at each are not summed either: the largest stands
    const written = answer(
      looked({
        saddleLook: ['hardly-any', 'repair', 400],
        straightedgeLook: ['runs-into-the-front', 'repair', 350],
      }),
    );
    expect(written.repairs).toEqual([400, 400]);
  });

  it('says what was not seen, what that could cost, and offers the less for it', () => {
    const seen = answer(looked({ bridge: ['lifting', 'repair'] }), { asking: 900, worth: 1500 });
    const blind = answer(
      looked({
        bridge: ['lifting', 'repair'],
        bridgePlate: ['unseen', 'unseen'],
        grainCrack: ['unseen', 'unseen'],
      }),
      { asking: 900, worth: 1500 },
    );
    expect(blind.unseen).toEqual(['bridgePlate', 'grainCrack']);
    expect(blind.more).toBeGreaterThan(seen.more + 100);
    expect(blind.repairs).toEqual(seen.repairs);
    expect(quickWords(blind, '£').unseen.join(' ')).toMatch(/Not seen, may hide: bridge plate/u);
  });

  it('prices a bridge that is cracked through its pins as a new one, and a neck set with its frets', () => {
    const cost = (state: string, point: 'bridge' | 'straightedgeLook', job: string) => {
      const { jobs } = answer(looked({ [point]: [state, 'repair'] }));
      return jobs.find((one) => one.job === job)!.cost;
    };
    const split = cost('cracked-through-the-pins', 'bridge', 'split');
    const off = cost('lifting', 'bridge', 'bridge');
    expect(split[0]).toBeGreaterThan(off[0] + 50);
    expect(JOBS.neck.treatments).toContain('level-frets');
    const worn = answer(
      looked({ straightedgeLook: ['runs-into-the-front', 'repair'], fretWear: ['pitted', 'watch'] }),
    );
    expect(worn.jobs.map(({ job }) => job)).not.toContain('level');
  });

  it('is not told where nothing could be seen', () => {
    const hidden = looked({ bridgePlate: ['unseen', 'unseen'], grainCrack: ['unseen', 'unseen'] }).filter(
      ({ verdict }) => verdict === 'unseen',
    );
    expect(answer(hidden).verdict).toBe('not told');
  });

  it('goes from buy to offer to leave it as repairs rise', () => {
    const kinds = [20, 300, 880].map(
      (allowance) =>
        answer(looked({ cracks: ['open', 'repair', allowance] }), { rate: null, asking: 900, worth: 900 })
          .advice.kind,
    );
    expect(kinds).toEqual(['buy', 'offer', 'leave it']);
    const { advice } = answer(looked({ cracks: ['open', 'repair', 300] }), { rate: null, worth: 900 });
    expect(advice).toMatchObject({ kind: 'offer', most: 600 });
  });

  it('takes the shop’s own allowance before its hours, and asks for a rate where it has neither', () => {
    expect(
      answer(looked({ bridge: ['lifting', 'repair'] }), { allowances: { bridge: 220 } }).repairs,
    ).toEqual([220, 220]);
    const none = answer(looked({ bridge: ['lifting', 'repair'] }), { rate: null });
    expect(none).toMatchObject({ repairs: null, advice: { kind: 'not told', missing: 'rate' } });
    expect(answer(looked({}), { asking: null }).advice).toEqual({ kind: 'not told', missing: 'price' });
  });
});
