import type { Uncertain } from '../numeric/index.js';
import { STRING_SIDES } from '../strings/index.js';
import { mm } from '../units/index.js';
import {
  termOf,
  type Evidence,
  type OpenQuestion,
  type QuestionId,
  type ReadItem,
} from '../diagnosis/index.js';
import type { Place, PointId, QuantityId, StateId } from '../readings/index.js';
import { regrounded, type Ground } from './ground.js';
import { decidedIds } from './plans.js';

/** What knowing a thing is worth: how likely it is that the plan becomes another, beside the minutes. */
export interface Worth extends Pick<OpenQuestion, 'id' | 'ask' | 'decides' | 'minutes'> {
  /** 0 to 1; null where what it may show is not drawn */
  changes: number | null;
}

/** One way in which an answer may turn out. */
interface Turn {
  weight: number;
  evidence: Evidence;
}

/** Middles of eight equally likely parts of a standard normal. */
const EIGHT = [-1.534, -0.887, -0.489, -0.157, 0.157, 0.489, 0.887, 1.534];

/**
 * The worth of every open question: its answer is drawn from what is expected of it, the least and the sound plan chosen
 * anew for each, and the chance given that either is another (preposterior analysis; H. Raiffa and R. Schlaifer, *Applied Statistical
 * Decision Theory*). Those that change most a minute first.
 */
export function worthOf(ground: Ground): Worth[] {
  const planned = (of: Ground) => JSON.stringify(decidedIds(of));
  const now = planned(ground);
  return ground.diagnosis.questions
    .map(({ id, ask, decides, minutes }): Worth => {
      const turns = TURNS[id]?.(ground) ?? [];
      const all = turns.reduce((sum, { weight }) => sum + weight, 0);
      const changed = turns.reduce((sum, { weight, evidence }) => {
        return planned(regrounded(ground, evidence)) === now ? sum : sum + weight;
      }, 0);
      return { id, ask, decides, minutes, changes: all > 0 ? changed / all : null };
    })
    .sort((a, b) => (b.changes ?? 0) / b.minutes - (a.changes ?? 0) / a.minutes);
}

const withPoint = (evidence: Evidence, point: PointId, ...states: StateId[]): Evidence => ({
  ...evidence,
  points: [
    ...evidence.points.filter((one) => one.point !== point),
    {
      point,
      states,
      verdict: SOUND.includes(states[0]!) ? 'sound' : 'repair',
      frets: [],
      date: evidence.date ?? '',
      examinationId: evidence.examinationId ?? '',
    },
  ],
});
const SOUND: readonly StateId[] = [
  'tight',
  'none',
  'original',
  'sound',
  'turns-freely',
  'full-thickness',
  'good',
];

function withReads(
  evidence: Evidence,
  ...reads: ({ quantity: QuantityId; place: Place } & Uncertain)[]
): Evidence {
  const items = reads.map(({ quantity, place, value, sd }): ReadItem => ({
    quantity,
    place,
    value,
    sd,
    date: evidence.date ?? '',
    examinationId: evidence.examinationId ?? '',
    strings: 'pitch',
    carried: { value, sd },
  }));
  const stays = evidence.reads.filter(
    (one) => !items.some(({ quantity, place }) => quantity === one.quantity && place === one.place),
  );
  return { ...evidence, reads: [...stays, ...items] };
}

/** Chances of what may be found at a point, house figures of how often a bench finds them. */
const found =
  (point: PointId, chances: Partial<Record<StateId, number>>) =>
  ({ evidence }: Ground): Turn[] =>
    Object.entries(chances).map(([state, weight]) => ({
      weight,
      evidence: withPoint(evidence, point, state as StateId),
    }));

/** One part of the budget of the lowest side at the saddle, m: what a reading of it would show around. */
function partOf({ diagnosis }: Ground, cause: 'belly' | 'thickness' | 'neck'): Uncertain | null {
  const side = diagnosis.sides.find(({ budget }) => budget !== null);
  if (!side?.budget) return null;
  const { value, sd } = termOf(side.budget, cause);
  return { value: value / side.budget.lever, sd: sd / side.budget.lever };
}

const drawn = (of: Uncertain | null, turn: (value: number) => Evidence): Turn[] =>
  of === null ? [] : EIGHT.map((z) => ({ weight: 1, evidence: turn(of.value + of.sd * z) }));

/** What each question may bring. What is not named here is not drawn: its worth is not told. */
const TURNS: Partial<Record<QuestionId, (ground: Ground) => Turn[]>> = {
  'look-inside': (ground) => {
    const { evidence } = ground;
    const all = withPoint(
      withPoint(
        withPoint(withPoint(evidence, 'topBraces', 'tight'), 'bridgePlate', 'original'),
        'grainCrack',
        'none',
      ),
      'linings',
      'tight',
    );
    return [
      { weight: 0.7, evidence: all },
      { weight: 0.15, evidence: withPoint(all, 'topBraces', 'loose-end') },
      { weight: 0.06, evidence: withPoint(all, 'bridgePlate', 'worn-holes') },
      { weight: 0.03, evidence: withPoint(all, 'bridgePlate', 'cracked') },
      { weight: 0.03, evidence: withPoint(all, 'grainCrack', 'cracked-across') },
      { weight: 0.03, evidence: withPoint(all, 'linings', 'block-split') },
    ];
  },
  'feel-braces': (ground) =>
    found('topBraces', { tight: 0.6, 'loose-end': 0.35, 'cracked-brace': 0.05 })(ground),
  'plate-look': (ground) => [
    ...found('bridgePlate', { original: 0.6, 'worn-holes': 0.2, cracked: 0.12 })(ground),
    ...found('grainCrack', { 'cracked-across': 0.08 })(ground),
  ],
  'block-look': found('linings', { tight: 0.9, 'block-split': 0.1 }),
  'heel-flex': found('neckJoint', { tight: 0.85, gap: 0.15 }),
  'paper-bridge': (ground) => [
    { weight: 0.65, evidence: withPoint(ground.evidence, 'bridge', 'full-thickness') },
    ...[2, 6, 12].map((deep) => ({
      weight: 0.35 / 3,
      evidence: withReads(withPoint(ground.evidence, 'bridge', 'lifting'), {
        quantity: 'bridgeGapDepth',
        place: 'centre',
        value: deep * mm,
        sd: 0.5 * mm,
      }),
    })),
  ],
  'press-crack': ({ evidence }) =>
    (['moving', 'quiet'] as const).map((state) => ({
      weight: 0.5,
      evidence: {
        ...evidence,
        marks: evidence.marks.map((mark) =>
          mark.kind === 'crack' && mark.state === 'not tried' ? { ...mark, state } : mark,
        ),
        points: evidence.points.map((one) =>
          one.point === 'cracks'
            ? { ...one, states: [state === 'moving' ? 'moves' : 'quiet-hairline'] as StateId[] }
            : one,
        ),
      },
    })),
  'belly-and-lean': (ground) => {
    const { evidence } = ground;
    const { builtDome } = evidence.instrument;
    return drawn(partOf(ground, 'belly'), (belly) =>
      withReads(
        evidence,
        { quantity: 'bellyBehindBridge', place: 'centre', value: builtDome.value + belly, sd: 0.1 * mm },
        // a top that rises by a millimetre leans by about half a degree; by trial of the plate model
        {
          quantity: 'bridgeTilt',
          place: 'centre',
          value: ((0.5 + (0.5 * belly) / mm) * Math.PI) / 180,
          sd: 0.003,
        },
      ),
    );
  },
  'fret-plane': (ground) => {
    const { evidence } = ground;
    const side = ground.diagnosis.sides.find(({ budget }) => budget !== null);
    return drawn(partOf(ground, 'neck'), (neck) =>
      withReads(evidence, {
        quantity: 'fretPlane',
        place: side!.side,
        value: evidence.instrument.builtDome.value + 9 * mm + side!.budget!.plane.wanted - neck,
        sd: 0.25 * mm,
      }),
    );
  },
  'bridge-thickness': (ground) =>
    drawn(partOf(ground, 'thickness'), (off) =>
      withReads(ground.evidence, {
        quantity: 'bridgeThickness',
        place: 'middle',
        value: 9 * mm + off,
        sd: 0.1 * mm,
      }),
    ),
  'other-season': (ground) => {
    const { evidence } = ground;
    return EIGHT.map((z) => ({
      weight: 1,
      evidence: {
        ...evidence,
        history: Object.fromEntries(
          Object.entries(evidence.history).map(([side, one]) => {
            const { value, sd } = one.season;
            return [
              side,
              {
                ...one,
                visits: one.visits + 1,
                driest: Math.min(one.driest, evidence.air.kept.moisture - 0.5),
                season: { value: value + sd * z, sd: 0.3 * sd },
              },
            ];
          }),
        ),
      },
    }));
  },
  again: ({ evidence }) => [
    {
      weight: 0.8,
      evidence: {
        ...evidence,
        closure: Object.fromEntries(
          Object.entries(evidence.closure).map(([side, one]) => [side, { ...one, closes: true, slips: [] }]),
        ),
      },
    },
    { weight: 0.2, evidence },
  ],
  'joint-kind': ({ evidence }) => {
    const kinds: Record<string, number> =
      evidence.instrument.stringKind === 'nylon'
        ? { 'spanish-heel': 0.75, dovetail: 0.2, 'bolted-flat': 0.05 }
        : { dovetail: 0.7, 'mortise-glued': 0.15, 'mortise-bolted': 0.12, dowelled: 0.03 };
    return Object.entries(kinds).map(([neckJoint, weight]) => ({
      weight,
      evidence: {
        ...evidence,
        instrument: {
          ...evidence.instrument,
          build: { ...evidence.instrument.build, neckJoint: neckJoint as 'dovetail' },
        },
      },
    }));
  },
  'old-glue': ({ evidence }) =>
    Object.entries({ 'hot-hide': 0.7, aliphatic: 0.2, epoxy: 0.1 }).map(([oldGlue, weight]) => ({
      weight,
      evidence: {
        ...evidence,
        instrument: {
          ...evidence.instrument,
          build: { ...evidence.instrument.build, oldGlue: oldGlue as 'hot-hide' },
        },
      },
    })),
  rod: (ground) => found('trussRod', { 'turns-freely': 0.75, stiff: 0.15, spins: 0.1 })(ground),
  'fret-heights': ({ evidence }) =>
    drawn({ value: 0.75 * mm, sd: 0.2 * mm }, (value) =>
      withReads(evidence, { quantity: 'fretHeight', place: 'lowest', value, sd: 0.03 * mm }),
    ),
  'break-angle': ({ evidence }) =>
    drawn({ value: (15 * Math.PI) / 180, sd: (4 * Math.PI) / 180 }, (value) =>
      withReads(evidence, { quantity: 'breakAngle', place: 'centre', value, sd: 0.02 }),
    ),
  wheels: ({ evidence }) =>
    drawn({ value: 4 * mm, sd: 2 * mm }, (value) =>
      withReads(
        evidence,
        ...STRING_SIDES.map((place) => ({
          quantity: 'wheelHeight' as const,
          place,
          value,
          sd: 0.2 * mm,
        })),
      ),
    ),
  arch: found('archBars', { tight: 0.8, loose: 0.15, fallen: 0.05 }),
  celluloid: found('celluloid', { none: 0.5, sound: 0.45, rots: 0.05 }),
  rest: ({ evidence }) => [{ weight: 1, evidence: { ...evidence, resting: null } }],
};
