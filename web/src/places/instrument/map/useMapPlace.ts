import { FACES, type Face } from '@upright-elder/core/body-plan';
import { POINT_IDS, type PointId } from '@upright-elder/core/readings';
import { useSearchParams } from 'react-router';
import { placeOf } from './atPoint.js';

const oneOf = <T extends string>(all: readonly T[], text: string | null): T | null =>
  all.find((one) => one === text) ?? null;

/**
 * What the address says of the map: the face, what is chosen on it, and the point of an examination it was opened from.
 *
 * @param first the face where the address names none
 */
export function useMapPlace(first: Face) {
  const [params, setParams] = useSearchParams();
  const point = oneOf<PointId>(POINT_IDS, params.get('point'));
  const asked = point ? placeOf(point) : undefined;
  const examination = params.get('examination');
  const set = (change: Record<string, string | null>) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        for (const [key, value] of Object.entries(change))
          if (value === null) next.delete(key);
          else next.set(key, value);
        return next;
      },
      { replace: true },
    );
  return {
    face: oneOf<Face>(FACES, params.get('face')) ?? asked?.face ?? first,
    mark: params.get('mark'),
    part: params.get('part'),
    point,
    kinds: asked?.kinds ?? [],
    examination: point ? examination : null,
    /** the examination's own page, at the point that it was left at */
    back: `../examine?at=${point ?? ''}${examination && !params.has('new') ? `&examination=${examination}` : ''}`,
    turnTo: (face: Face) => set({ face, mark: null, part: null }),
    choose: ({ mark, part, face }: { mark?: string; part?: string; face?: Face }) =>
      set({ mark: mark ?? null, part: part ?? null, ...(face && { face }) }),
  };
}
