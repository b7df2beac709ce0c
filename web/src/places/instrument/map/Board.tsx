import {
  faultsOf,
  lookFirst,
  planNotes,
  type Face,
  type NeckSize,
  type BodyPlan,
  type Point,
} from '@upright-elder/core/body-plan';
import { parseLength, printLength } from '@upright-elder/core/units';
import { useMemo, useState, type Ref } from 'react';
import { BodyPlanDrawing } from '../../../drawings/plan/BodyPlanDrawing.js';
import { useFieldUnit } from '../../../fields/LengthField.js';
import type { DrawnOnPlan } from '@upright-elder/drawings';
import { FACE_NAMES } from '@upright-elder/core/wording';
import type { CrossHair } from './useCrossHair.js';

export interface BoardProps {
  plan: BodyPlan;
  face: Face;
  neck: NeckSize;
  tailpiece: boolean;
  marks: readonly DrawnOnPlan[];
  part: string | null;
  hair: CrossHair;
  boardRef: Ref<HTMLDivElement>;
  onChooseMark: (id: string) => void;
  onChoosePart: (part: string) => void;
  onPlan: (plan: BodyPlan) => void;
}

const NONE: readonly Point[] = [];

/** Long faces lie, and need less height. */
const LYING: readonly Face[] = ['bass side', 'treble side', 'neck'];

/** How many of the likeliest places are ringed on a face. */
const FIRST_PLACES = 4;

/** The drawing board: a face with its marks, and the cross-hair that arrows move. */
export function Board({ plan, face, neck, tailpiece, marks, part, hair, boardRef, ...on }: BoardProps) {
  const { drawing, cursor, points } = hair;
  const faults = useMemo(() => faultsOf(plan), [plan]);
  const notes = useMemo(() => (face === 'top inside' ? planNotes(plan) : []), [plan, face]);
  const hints = useMemo(() => hintsOf(plan, face), [plan, face]);
  return (
    <>
      {faults.map(({ part: where, reason, accepted }) => (
        <p key={`${where} ${reason}`} className="mt-1 text-ochre">
          ✕ {where}: {reason}. Accepted: {accepted}.
        </p>
      ))}
      {notes.map(({ part: where, words }) => (
        <p key={where} className="mt-1 text-ochre first-letter:uppercase">
          ▲ {words}
        </p>
      ))}
      <div
        ref={boardRef}
        tabIndex={0}
        role="application"
        aria-label="Drawing board: arrows move the cross-hair, Enter sets a point"
        data-answer="drawing"
        className={`mt-2 ${LYING.includes(face) ? 'h-[max(14rem,min(22rem,calc(100vh-19rem)))]' : 'h-[max(24rem,min(36rem,calc(100vh-19rem)))]'}`}
        onKeyDown={hair.onKeyDown}
      >
        {faults.length === 0 && (
          <BodyPlanDrawing
            plan={plan}
            face={face}
            neck={neck}
            tailpiece={tailpiece}
            marks={marks}
            part={part}
            pending={points}
            cursor={cursor}
            hints={drawing ? NONE : hints}
            label={`${FACE_NAMES[face]}, with ${marks.length} marks`}
            onPoint={drawing ? hair.touch : undefined}
            onChooseMark={drawing ? undefined : on.onChooseMark}
            onChoosePart={drawing ? undefined : on.onChoosePart}
            onPlan={drawing ? undefined : on.onPlan}
          />
        )}
      </div>
      {!drawing && hints.length > 0 && (
        <p className="text-[0.88rem] text-faint">
          Dashed rings: where to look first.{' '}
          {face === 'back'
            ? 'Ends of back braces let go most often.'
            : plan.braces.some(({ kind }) => kind === 'X brace')
              ? 'Ends of the X let go often.'
              : ''}
        </p>
      )}
    </>
  );
}

function hintsOf({ braces, backBraces }: BodyPlan, face: Face): readonly Point[] {
  const seen = face === 'top inside' ? braces : face === 'back' ? backBraces : [];
  const ends = lookFirst(seen);
  return (face === 'back' ? ends : ends.slice(0, FIRST_PLACES)).map(({ at }) => at);
}

/** Positions typed from the face's own datum in any unit, while points are set; Enter sets one. */
export function Typed({ hair }: { hair: CrossHair }) {
  const { cursor, datum, move, place } = hair;
  if (!cursor) return null;
  const [across, along] = cursor;
  return (
    <>
      <Position
        label={`Across, ${datum.across}`}
        value={across}
        onValue={(x) => move([x, along])}
        onEnter={() => place(cursor)}
      />
      <Position
        label={`Along, ${datum.along}`}
        value={along}
        onValue={(y) => move([across, y])}
        onEnter={() => place(cursor)}
      />
    </>
  );
}

function Position({
  label,
  value,
  onValue,
  onEnter,
}: {
  label: string;
  value: number;
  onValue: (metres: number) => void;
  onEnter: () => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const unit = useFieldUnit('mm');
  const read = typed === null ? null : parseLength(typed, unit);
  return (
    <label className="text-[0.85rem] leading-tight">
      <span className="block max-w-[12rem]">{label}</span>
      <input
        type="text"
        inputMode="decimal"
        className="field w-32"
        aria-invalid={read !== null && !read.ok}
        title={`${unit === 'mm' ? 'millimetres' : 'inches'}, or any unit that is written`}
        value={typed ?? printLength(value, unit, unit === 'mm' ? 1 : 2)}
        onFocus={(event) => event.target.select()}
        onBlur={() => setTyped(null)}
        onChange={(event) => {
          setTyped(event.target.value);
          const metres = parseLength(event.target.value, unit);
          if (metres.ok) onValue(metres.value);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.ctrlKey) return;
          event.preventDefault();
          if (read === null || read.ok) onEnter();
        }}
      />
      {read !== null && !read.ok && <span className="block text-wax">✕ {read.accepted}</span>}
    </label>
  );
}
