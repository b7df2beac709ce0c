import type { Mark } from '@upright-elder/contract';
import type { Face, MarkKind } from '@upright-elder/core/body-plan';
import type { PointId } from '@upright-elder/core/readings';

/** What a point of the protocol marks on the map: on which face one begins, and of which kinds. */
interface Place {
  face: Face;
  kinds: readonly MarkKind[];
  /** only marks of this face belong to it */
  only?: true;
}

const PLACES: Partial<Record<PointId, Place>> = {
  cracks: { face: 'top', kinds: ['crack', 'patch', 'old repair'] },
  grainCrack: { face: 'top inside', kinds: ['crack'], only: true },
  bridge: { face: 'top', kinds: ['bridge gap'] },
  bridgePlate: { face: 'top inside', kinds: ['worn pin hole', 'patch'], only: true },
  topBraces: { face: 'top inside', kinds: ['separation'], only: true },
  archBars: { face: 'top inside', kinds: ['separation'], only: true },
  backBraces: { face: 'back', kinds: ['separation'], only: true },
  tail: { face: 'bass side', kinds: ['crack', 'patch', 'old repair'] },
};

export const placeOf = (point: PointId): Place | undefined => PLACES[point];

/** What the map has at a point already, in words; empty where there is nothing. */
export function sayAtPoint(
  point: PointId,
  marks: readonly Pick<Mark, 'face' | 'kind' | 'sightings'>[],
): string {
  const place = PLACES[point];
  if (!place) return '';
  const here = marks.filter(
    ({ face, kind, sightings }) =>
      place.kinds.includes(kind) &&
      (!place.only || face === place.face) &&
      sightings.at(-1)!.state !== 'repaired',
  );
  if (here.length === 0) return '';
  const moving = here.filter(({ sightings }) => sightings.at(-1)!.state === 'moving').length;
  return `${here.length} on the map${moving > 0 ? `, ${moving} moving` : ''}`;
}
