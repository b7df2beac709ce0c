import type { MarkFacts } from '@upright-elder/core/instrument';
import { standing } from '@upright-elder/core/body-plan';
import { parseLength } from '@upright-elder/core/units';
import type { MarkEntity } from './mark.entity.js';

/** What of a stored mark the computation needs: the sightings that stand, oldest first, lengths in m. */
export function markFacts({ id, kind, face, name, brace, sightings }: MarkEntity): MarkFacts {
  const metres = (typed: string | null) => {
    const read = typed ? parseLength(typed, 'mm') : null;
    return read?.ok ? read.value : null;
  };
  return {
    id,
    kind,
    face,
    name,
    brace,
    sightings: standing(sightings)
      .sort((a, b) => a.date.localeCompare(b.date))
      .map(({ date, path, ruler, width, letIn, depth, from, to, state }) => ({
        date,
        path,
        ruled: metres(ruler),
        width: metres(width),
        letIn: letIn ?? null,
        depth: metres(depth),
        stretch: from == null || to == null ? null : { from, to },
        state,
      })),
  };
}
