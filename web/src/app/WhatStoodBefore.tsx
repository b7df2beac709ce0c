import { sayInstant } from '@upright-elder/core/days';
import { useEdits, useZone } from '../data/hooks.js';
import { Fold } from '../fields/Fold.js';
import { sayPlainly } from '../data/sayPlainly.js';

interface Props {
  /** where it is kept, and its id */
  table: string;
  id: string;
  /** what each of its parts is called; one without a name is called as it is stored */
  names: Partial<Record<string, string>>;
  /** how a part is said; otherwise plainly */
  say?: Partial<Record<string, (value: unknown) => string>>;
}

/** Every change of something: what stood before, who changed it, when and why. */
export function WhatStoodBefore(props: Props) {
  return (
    <Fold className="mt-3 print:hidden" summaryClass="font-bold" summary="Earlier versions" onScreen>
      <Changes {...props} />
    </Fold>
  );
}

function Changes({ table, id, names, say = {} }: Props) {
  const zone = useZone();
  const { data: edits } = useEdits(table, id);
  if (!edits) return <p>Fetching…</p>;
  const changes = edits.filter(({ was }) => was && Object.keys(was).length > 0);
  if (changes.length === 0)
    return <p className="text-[0.92rem] text-faint">Nothing has changed since earlier versions are kept.</p>;
  return (
    <ul className="text-[0.92rem]">
      {changes.toReversed().map(({ version, at, byName, why, was }) => (
        <li key={version} className="border-b border-rule py-1.5 last:border-b-0">
          {Object.entries(was!).map(([part, value]) => (
            <span key={part} className="block">
              {names[part] ?? part}: it was {(say[part] ?? sayPlainly)(value) || 'empty'}
            </span>
          ))}
          <span className="block text-[0.88rem] text-faint">
            changed{byName && ` by ${byName}`}, {sayInstant(at, zone)}
            {why && `: “${why}”`}
          </span>
        </li>
      ))}
    </ul>
  );
}
