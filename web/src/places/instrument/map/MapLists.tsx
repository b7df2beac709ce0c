import { sayDate } from '@upright-elder/core/days';
import {
  BRACE_KINDS,
  partsOf,
  type BraceKind,
  type Face,
  type BodyPlan,
} from '@upright-elder/core/body-plan';
import { ChevronRight } from 'lucide-react';
import { useState } from 'react';
import type { Mark } from '@upright-elder/contract';
import { StrikeOut, StruckWords } from '../../../app/StrikeOut.js';
import { useFieldUnit } from '../../../fields/LengthField.js';
import { gradeOf, gravestFirst, type LiveMarks } from './drawnMarks.js';
import { markName } from '@upright-elder/core/wording';
import { drawnOf, inARow, sayExtent, type DrawnMark } from './mapDocument.js';
import { ListField } from '../../../fields/ListField.js';

/** As many marks as stand beside the drawing; the others follow at a touch. */
const AT_FIRST = 6;

/** Every mark with how it was last seen; live damage first to the eye by shape, word and colour. */
export function MarksList({
  marks,
  chosen,
  live,
  onChoose,
}: {
  marks: Record<string, DrawnMark>;
  chosen: string | null;
  live: LiveMarks;
  onChoose: (id: string, face: Face) => void;
}) {
  const unit = useFieldUnit('mm');
  const [whole, setWhole] = useState(false);
  const all = gravestFirst(marks, live);
  const shown = whole ? all : all.slice(0, AT_FIRST);
  return (
    <section className="sheet p-4" aria-label="Marks" data-answer="marks">
      <h2 className="text-[1.2rem]">Marks</h2>
      {all.length === 0 && <p>None yet.</p>}
      <ul>
        {shown.map(([id, mark]) => {
          const last = mark.sightings.at(-1)!;
          const grave = gradeOf(id, last, live) === 'live';
          return (
            <li key={id} className="border-b border-rule">
              <button
                type="button"
                aria-pressed={id === chosen}
                className="min-h-[44px] w-full py-1 text-left"
                onClick={() => onChoose(id, mark.face)}
              >
                <span className={`font-bold ${grave ? 'text-wax' : ''}`}>
                  {grave ? '◆ ' : ''}
                  {markName(mark)}
                </span>
                {`, ${inARow(sayExtent(mark, last, unit), last.state)}`}
                <span className="block text-[0.85rem] text-faint">
                  seen {mark.sightings.length} {mark.sightings.length === 1 ? 'time' : 'times'}, last{' '}
                  {sayDate(last.date)}
                  {mark.face !== 'top' && `, ${mark.face}`}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {all.length > shown.length && (
        <button type="button" className="min-h-[44px] underline" onClick={() => setWhole(true)}>
          All {all.length} marks
        </button>
      )}
    </section>
  );
}

/** Marks that were struck: shown struck, with who and why, and brought back at a touch. */
export function StruckMarks({ marks }: { marks: readonly Mark[] }) {
  if (marks.length === 0) return null;
  return (
    <section className="sheet p-4" aria-label="Marks crossed out">
      <h2 className="text-[1.2rem]">Crossed out</h2>
      <ul>
        {marks.map((mark) => (
          <li
            key={mark.id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1"
          >
            <span>
              <span className="text-faint line-through">{markName(drawnOf(mark))}</span>
              <span className="block">
                <StruckWords strikes={mark.strikes} />
              </span>
            </span>
            <StrikeOut kind="mark" id={mark.id} what={markName(drawnOf(mark))} struck />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The parts by name, since not every finger hits a line; and braces that the preset did not have. */
export function PartsList({
  plan,
  face,
  chosen,
  onChoose,
  onAdd,
}: {
  plan: BodyPlan;
  face: Face;
  chosen: string | null;
  onChoose: (id: string) => void;
  onAdd: (kind: BraceKind) => void;
}) {
  const [kind, setKind] = useState<BraceKind>('other');
  if (face === 'neck') return null;
  const back = face === 'back';
  const side = !back && face !== 'top' && face !== 'top inside';
  const parts = partsOf(plan).filter(({ id }) =>
    side ? id === 'sides' : back ? id === 'outline' : id !== 'sides',
  );
  const braces = side ? [] : back ? plan.backBraces : face === 'top inside' ? plan.braces : [];
  return (
    <section className="sheet p-4" aria-label="Parts of the drawing">
      <h2 className="text-[1.2rem]">Correct the drawing</h2>
      <ul className="max-h-[22rem] overflow-y-auto">
        {[...parts, ...braces].map(({ id, name }) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={id === chosen}
              className={`flex min-h-[44px] w-full items-center justify-between border-b border-rule text-left ${id === chosen ? 'font-bold' : ''}`}
              onClick={() => onChoose(id)}
            >
              <span className="underline decoration-dotted underline-offset-4 first-letter:uppercase">
                {name}
              </span>
              <ChevronRight size={18} aria-hidden className="shrink-0 text-faint" />
            </button>
          </li>
        ))}
      </ul>
      {(back || face === 'top inside') && (
        <div className="mt-2 flex flex-wrap gap-2">
          <ListField
            label="Kind of the brace"
            hideLabel
            value={back ? 'back brace' : kind}
            options={BRACE_KINDS.filter((one) => (one === 'back brace') === back).map((one) => ({
              value: one,
              label: one,
            }))}
            onPick={(chosen) => setKind(chosen)}
            className="w-auto"
            disabled={back}
          />
          <button type="button" className="quiet" onClick={() => onAdd(back ? 'back brace' : kind)}>
            Add a brace
          </button>
        </div>
      )}
    </section>
  );
}
