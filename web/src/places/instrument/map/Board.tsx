import {
  faultsOf,
  lookFirst,
  type Face,
  type NeckSize,
  type Plan,
  type Point,
} from '@upright-elder/core/map';
import { useMemo, type Ref } from 'react';
import { PlanDrawing } from '../../../drawings/plan/PlanDrawing.js';
import type { DrawnOnPlan } from '@upright-elder/drawings';
import { FACE_NAMES } from './faceNames.js';
import { MM, type CrossHair } from './useCrossHair.js';

export interface BoardProps {
  plan: Plan;
  face: Face;
  neck: NeckSize;
  marks: readonly DrawnOnPlan[];
  part: string | null;
  hair: CrossHair;
  boardRef: Ref<HTMLDivElement>;
  onChooseMark: (id: string) => void;
  onChoosePart: (part: string) => void;
  onPlan: (plan: Plan) => void;
}

const NONE: readonly Point[] = [];

/** Long faces lie, and need less height. */
const LYING: readonly Face[] = ['bass side', 'treble side', 'neck'];

/** How many of the likeliest places are ringed on a face. */
const FIRST_PLACES = 4;

/** The drawing board: a face with its marks, and the cross-hair that arrows move. */
export function Board({ plan, face, neck, marks, part, hair, boardRef, ...on }: BoardProps) {
  const { drawing, cursor, points } = hair;
  const faults = useMemo(() => faultsOf(plan), [plan]);
  const hints = useMemo(() => hintsOf(plan, face), [plan, face]);
  return (
    <>
      {faults.map(({ part: where, reason, accepted }) => (
        <p key={`${where} ${reason}`} className="mt-1 text-ochre">
          ✕ {where}: {reason}. Accepted: {accepted}.
        </p>
      ))}
      <div
        ref={boardRef}
        tabIndex={0}
        role="application"
        aria-label="Drawing board: arrows move the cross-hair, Enter sets a point"
        className={`mt-2 ${LYING.includes(face) ? 'h-[max(14rem,min(22rem,calc(100vh-19rem)))]' : 'h-[max(24rem,min(36rem,calc(100vh-19rem)))]'}`}
        onKeyDown={hair.onKeyDown}
      >
        {faults.length === 0 && (
          <PlanDrawing
            plan={plan}
            face={face}
            neck={neck}
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

function hintsOf({ braces, backBraces }: Plan, face: Face): readonly Point[] {
  const seen = face === 'top inside' ? braces : face === 'back' ? backBraces : [];
  const ends = lookFirst(seen);
  return (face === 'back' ? ends : ends.slice(0, FIRST_PLACES)).map(({ at }) => at);
}

/** Positions typed from the face's own datum, while points are set. */
export function Typed({ hair }: { hair: CrossHair }) {
  const { cursor, datum, move, place } = hair;
  if (!cursor) return null;
  const [across, along] = cursor;
  const number = (label: string, title: string, value: number, set: (metres: number) => void) => (
    <label className="flex items-center gap-1 text-[0.9rem]" title={title}>
      {label}
      <input
        type="number"
        step="1"
        className="field w-24"
        value={Number((value / MM).toFixed(1))}
        onChange={(event) =>
          Number.isFinite(event.target.valueAsNumber) && set(event.target.valueAsNumber * MM)
        }
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.ctrlKey) return;
          event.preventDefault();
          place(cursor);
        }}
      />
    </label>
  );
  return (
    <>
      {number('across, mm', datum.across, across, (x) => move([x, along]))}
      {number('along, mm', datum.along, along, (y) => move([across, y]))}
    </>
  );
}
