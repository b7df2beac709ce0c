import type { Brace, Face } from '@upright-elder/core';
import { format } from 'date-fns';
import { nameOf, sayExtent, type DrawnMark } from './mapDocument.js';

/** Every mark with how it was last seen; live damage first to the eye by shape, word and colour. */
export function MarksList({
  marks,
  chosen,
  onChoose,
}: {
  marks: Record<string, DrawnMark>;
  chosen: string | null;
  onChoose: (id: string, face: Face) => void;
}) {
  const all = Object.entries(marks);
  return (
    <section className="sheet p-4" aria-label="Marks">
      <h2 className="text-[1.2rem]">Marks</h2>
      {all.length === 0 && <p>None yet.</p>}
      <ul>
        {all.map(([id, mark]) => {
          const last = mark.sightings.at(-1)!;
          const live = last.state === 'moving';
          return (
            <li key={id} className="border-b border-rule">
              <button
                type="button"
                aria-pressed={id === chosen}
                className="min-h-[44px] w-full py-1 text-left"
                onClick={() => onChoose(id, mark.face)}
              >
                <span className={`font-bold ${live ? 'text-wax' : ''}`}>
                  {live ? '◆ ' : ''}
                  {nameOf(mark)}
                </span>
                , {sayExtent(last)}, {last.state}
                <span className="block text-[0.85rem] text-faint">
                  seen {mark.sightings.length} {mark.sightings.length === 1 ? 'time' : 'times'}, last{' '}
                  {format(new Date(last.date), 'd MMM yyyy')}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** The braces by name, since not every finger hits a line. */
export function BracesList({
  braces,
  chosen,
  onChoose,
}: {
  braces: readonly Brace[];
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  return (
    <section className="sheet p-4" aria-label="Braces">
      <h2 className="text-[1.2rem]">Braces</h2>
      <ul className="max-h-[18rem] overflow-y-auto">
        {braces.map(({ id, name }) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={id === chosen}
              className={`min-h-[44px] w-full text-left ${id === chosen ? 'font-bold' : ''}`}
              onClick={() => onChoose(id)}
            >
              {name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
