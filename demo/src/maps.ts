import { STRING_SIDES } from '@upright-elder/core/strings';
import { mm } from '@upright-elder/core/units';
import type { MarkInput, BodyPlanInput, Sighting } from '@upright-elder/contract';
import { NOTHING_SEEN, bodyPlanInputOf } from '@upright-elder/contract/lists';
import { isoDate } from '@upright-elder/core/days';
import {
  pathLength,
  bodyPlanFrom,
  usualOutline,
  type BodyShapeId,
  type BracingId,
  type Path,
  type BodyPlan,
} from '@upright-elder/core/body-plan';
import type { RoomTruth } from './air.js';
import type { InventedInstrument } from './truth.js';

/** How an invented instrument is built, by its nickname. */
const BUILT: Record<string, [shape: BodyShapeId, bracing: BracingId]> = {
  'the Purser': ['auditorium', 'x'],
  'Night Boat': ['wide-waisted', 'x'],
  'the Stowaway': ['concert', 'ladder'],
  'Fog Signal': ['archtop', 'parallel'],
  'Little Anchor': ['concert', 'x'],
  Halyard: ['auditorium', 'x'],
  'Second Engineer': ['auditorium', 'x'],
  Breakwater: ['jumbo', 'ladder'],
};

export const planOfInvented = (instrument: InventedInstrument): BodyPlan => {
  const [shape, bracing] = BUILT[instrument.input.nickname]!;
  return bodyPlanFrom(usualOutline(shape), bracing);
};

export const planBody = (instrument: InventedInstrument, by: string): BodyPlanInput =>
  bodyPlanInputOf(planOfInvented(instrument), 0, by);

type Invented = Pick<MarkInput, 'face' | 'kind' | 'brace' | 'name' | 'sightings'>;

interface Told {
  instrument: InventedInstrument;
  plan: BodyPlan;
  room: RoomTruth;
  today: number;
  /** how many days ago each visit was, oldest first */
  days: readonly number[];
  /** what a visit of so many days ago saw */
  seen: (daysAgo: number, over: Partial<Sighting>) => Sighting;
}

/** The marks that go with an instrument's story, each as the examinations saw it. */
export function marksOf(instrument: InventedInstrument, room: RoomTruth, today: number): Invented[] {
  const seen: Told['seen'] = (daysAgo, over) => ({
    ...NOTHING_SEEN,
    date: isoDate(today - daysAgo),
    path: [[0, 0]],
    ...over,
  });
  const days = instrument.visits.map(({ daysAgo }) => daysAgo);
  const told = { instrument, plan: planOfInvented(instrument), room, today, days, seen };
  return MARKED[instrument.input.nickname]?.(told) ?? [];
}

const MARKED: Record<string, (told: Told) => Invented[]> = {
  'the Purser': ({ plan, days, seen }) => {
    const { length } = plan.outline;
    const path: Sighting['path'] = [
      [34 * mm, length - 60 * mm],
      [34 * mm, length - 100 * mm],
    ];
    const same = { path, ruler: '40', width: '0.1', cleated: true };
    return [mark('top', 'crack', 'beside the board', [seen(days[0]!, same), seen(days.at(-1)!, same)])];
  },
  'Night Boat': ({ plan, days, seen }) => {
    const brace = plan.backBraces[1]!;
    const end = { from: 0, to: 45 * mm, depth: '12' };
    return [
      {
        ...mark('back', 'separation', '', [
          seen(days[0]!, { ...end, path: points([brace.path[0]!]), state: 'moving' }),
          seen(days.at(-1)!, { ...end, path: points([brace.path[0]!]), state: 'repaired' }),
        ]),
        brace: brace.id,
      },
    ];
  },
  'the Stowaway': ({ days, seen }) => [
    mark('treble side', 'old repair', 'dropped once', [
      seen(days[0]!, {
        path: [
          [30 * mm, 240 * mm],
          [30 * mm, 310 * mm],
          [62 * mm, 300 * mm],
          [58 * mm, 245 * mm],
        ],
        note: 'filled and lacquered over',
      }),
    ]),
  ],
  'Fog Signal': ({ plan, days, seen }) => {
    const brace = plan.braces[0]!;
    const loose = (to: number): Partial<Sighting> => ({
      path: points([brace.path[0]!]),
      from: 150 * mm,
      to: to * mm,
      depth: '4',
      state: 'moving',
    });
    return [
      {
        ...mark('top inside', 'separation', '', [seen(days[1]!, loose(190)), seen(days.at(-1)!, loose(235))]),
        brace: brace.id,
      },
    ];
  },
  'Little Anchor': ({ plan, days, seen }) =>
    STRING_SIDES.map((side): Invented => {
      const brace = plan.braces.find(({ id }) => id === `X brace, ${side} leg`)!;
      const leg = pathLength(brace.path.slice(0, 2));
      const loose = (share: number): Partial<Sighting> => ({
        path: points([brace.path[0]!]),
        from: 0,
        to: share * leg,
        depth: '9',
        state: 'moving',
      });
      return {
        ...mark('top inside', 'separation', '', [
          seen(days[4]!, loose(0.45)),
          seen(days.at(-1)!, loose(2 / 3)),
        ]),
        brace: brace.id,
      };
    }),
  Halyard: ({ plan, days, seen }) => [
    mark('neck', 'crack', 'hairline behind the nut', [
      seen(days[0]!, {
        path: [
          [4 * mm, 352 * mm],
          [1 * mm, 378 * mm],
        ],
        ruler: '26',
        state: 'repaired',
        note: 'fed with hide glue at the reset',
      }),
    ]),
    gluedLeg(
      plan,
      (over) => seen(41, over),
      (over) => seen(days[1]!, over),
    ),
  ],
  'Second Engineer': ({ instrument, plan, room, today }) => [februaryCrack(instrument, plan, room, today)],
  Breakwater: ({ instrument, plan, room, today, days, seen }) => {
    const { lifting, at } = { ...instrument.truth };
    const back = plan.bridge.from;
    const gapOn = (daysAgo: number) =>
      Math.max(
        0.1,
        lifting!.gap -
          (lifting!.perYear * daysAgo) / 365.25 +
          lifting!.perDry * (at - room.woodOn(today - daysAgo)),
      );
    return [
      mark(
        'top',
        'bridge gap',
        'back edge',
        [days[0]!, days[Math.floor(days.length / 2)]!, days.at(-1)!].map((daysAgo) => {
          const gap = gapOn(daysAgo);
          const half = Math.min(plan.bridge.halfWidth, (20 + 30 * gap) * mm);
          return seen(daysAgo, {
            path: [
              [-half, back],
              [half, back],
            ],
            width: String(Math.round(3 + 4 * gap)),
            depth: gap.toFixed(1),
            state: 'moving',
          });
        }),
      ),
    ];
  },
};

/** A leg of the X that was found loose over its outer half, and glued. */
function gluedLeg(
  plan: BodyPlan,
  found: (over: Partial<Sighting>) => Sighting,
  glued: (over: Partial<Sighting>) => Sighting,
): Invented {
  const brace = plan.braces.find(({ id }) => id === 'X brace, treble leg')!;
  const stretch: Partial<Sighting> = {
    path: points([brace.path[0]!]),
    from: 0,
    to: Math.round(550 * pathLength(brace.path.slice(0, 2))) * mm,
  };
  return {
    ...mark('top inside', 'separation', '', [
      found({ ...stretch, depth: '7', width: '0.6', letIn: false, state: 'moving' }),
      glued({ ...stretch, state: 'repaired', note: 'hot hide glue, walked before and after' }),
    ]),
    brace: brace.id,
  };
}

const points = (path: Path) => path.map(([x, y]): [number, number] => [x, y]);

const mark = (
  face: Invented['face'],
  kind: Invented['kind'],
  name: string,
  sightings: Sighting[],
): Invented => ({ face, kind, brace: null, name, sightings });

/** A crack below the bridge that is longer every February and closes in between. */
function februaryCrack(
  { visits, truth, crack }: InventedInstrument,
  plan: BodyPlan,
  room: RoomTruth,
  today: number,
): Invented {
  const x = 31 * mm;
  const start = plan.bridge.from - 4 * mm;
  const sightings = visits.map(({ daysAgo }): Sighting => {
    const dry = truth.at - room.woodOn(today - daysAgo);
    const length = Math.round(crack!.length - (crack!.perYear * daysAgo) / 365.25) * mm;
    const open = dry > 0.8;
    return {
      ...NOTHING_SEEN,
      date: isoDate(today - daysAgo),
      path: [
        [x, start],
        [x + 1.5 * mm, start - length],
      ],
      ruler: String(Math.round(length / mm)),
      width: open ? (0.12 * dry).toFixed(2) : null,
      through: open || null,
      state: open ? 'moving' : 'closed',
    };
  });
  return { face: 'top', kind: 'crack', brace: null, name: 'below the bridge, treble', sightings };
}
