import {
  NOTHING_SEEN,
  planInputOf,
  type MarkInput,
  type PlanInput,
  type Sighting,
} from '@upright-elder/contract';
import {
  isoDate,
  pathLength,
  planFrom,
  usualOutline,
  type BodyShapeId,
  type BracingId,
  type Plan,
} from '@upright-elder/core';
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

export const planOfInvented = (instrument: InventedInstrument): Plan => {
  const [shape, bracing] = BUILT[instrument.input.nickname]!;
  return planFrom(usualOutline(shape), bracing);
};

export const planBody = (instrument: InventedInstrument, by: string): PlanInput =>
  planInputOf(planOfInvented(instrument), 0, by);

type Invented = Pick<MarkInput, 'face' | 'kind' | 'brace' | 'name' | 'sightings'>;

const mm = 0.001;

/** The marks that go with an instrument's story, each as the examinations saw it. */
export function marksOf(instrument: InventedInstrument, room: RoomTruth, today: number): Invented[] {
  const { nickname } = instrument.input;
  const plan = planOfInvented(instrument);
  const days = instrument.visits.map(({ daysAgo }) => daysAgo);
  const on = (daysAgo: number) => isoDate(today - daysAgo);
  if (nickname === 'Second Engineer') return [februaryCrack(instrument, plan, room, today)];
  if (nickname === 'the Purser') {
    const { length } = plan.outline;
    const path: Sighting['path'] = [
      [34 * mm, length - 60 * mm],
      [34 * mm, length - 100 * mm],
    ];
    return [
      {
        face: 'top',
        kind: 'crack',
        brace: null,
        name: 'beside the board',
        sightings: [days[0]!, days.at(-1)!].map((day) => ({
          ...NOTHING_SEEN,
          date: on(day),
          path,
          ruler: '40',
          width: '0.1',
          cleated: true,
        })),
      },
    ];
  }
  if (nickname === 'Little Anchor')
    return (['bass', 'treble'] as const).map((side): Invented => {
      const brace = plan.braces.find(({ id }) => id === `X brace, lower leg ${side}`)!;
      const leg = pathLength(brace.path.slice(0, 2));
      const seen = (day: number, share: number): Sighting => ({
        ...NOTHING_SEEN,
        date: on(day),
        path: [[brace.path[0]![0], brace.path[0]![1]]],
        from: 0,
        to: share * leg,
        depth: '9',
        state: 'moving',
      });
      return {
        face: 'top inside',
        kind: 'separation',
        brace: brace.id,
        name: '',
        sightings: [seen(days[4]!, 0.45), seen(days.at(-1)!, 2 / 3)],
      };
    });
  return [];
}

/** A crack below the bridge that is longer every February and closes in between. */
function februaryCrack(
  { visits, truth, crack }: InventedInstrument,
  plan: Plan,
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
      through: open,
      state: open ? 'moving' : 'closed',
    };
  });
  return { face: 'top', kind: 'crack', brace: null, name: 'below the bridge, treble', sightings };
}
