import type { RecordedStretch } from '@upright-elder/contract';
import { distance, legsOf, type Brace } from '@upright-elder/core/body-plan';
import type { LooseStretch } from '@upright-elder/core/top';
import type { LengthUnit } from '@upright-elder/core/units';
import { sayLength } from '@upright-elder/core/wording';

/** A stretch of a brace that can be glued or let go, to see what it does. */
export interface Toggle {
  id: string;
  name: string;
  stretch: LooseStretch;
  /** a mark on the map says that it is loose */
  recorded: boolean;
}

/** Every stretch to try: those recorded loose first, then each arm of each brace on which none is recorded. */
export function togglesOf(
  braces: readonly Brace[],
  recorded: readonly RecordedStretch[],
  unit: LengthUnit,
): Toggle[] {
  const loose = recorded.map(({ mark, brace, name, from, to }): Toggle => ({
    id: mark,
    name: `${name}, ${sayLength(from, unit).replace(/ (?:mm|in)$/u, '')} to ${sayLength(to, unit)}`,
    stretch: { brace, from, to },
    recorded: true,
  }));
  const arms = braces.flatMap((brace) =>
    armsOf(brace).filter(
      ({ stretch: { from, to } }) =>
        !recorded.some((one) => one.brace === brace.id && one.from < to && one.to > from),
    ),
  );
  return [...loose, ...arms];
}

/** The straight parts of a brace: an X brace has a lower and an upper arm. */
function armsOf({ id, name, kind, path }: Brace): Toggle[] {
  const legs = legsOf({ kind, path });
  const names = legs
    ? [legs.lower, legs.upper]
    : path.slice(1).map((_, i) => (i === 0 ? name : `${name}, part ${i + 1}`));
  let from = 0;
  return path.slice(1).map((end, i) => {
    const to = from + distance(path[i]!, end);
    const arm: Toggle = {
      id: `${id} ${i}`,
      name: names[i]!,
      stretch: { brace: id, from, to },
      recorded: false,
    };
    from = to;
    return arm;
  });
}
