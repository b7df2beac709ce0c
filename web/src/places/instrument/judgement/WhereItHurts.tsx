import type { Instrument, JudgedFinding, Mark, StoredBodyPlan } from '@upright-elder/contract';
import type { HeightUnit } from '@upright-elder/core/units';
import { bodyPlanDrawing, PAGE_INKS } from '@upright-elder/drawings';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAllMarks, useBodyPlan, useShop } from '../../../data/hooks.js';
import { Drawn } from '../../../drawings/Drawn.js';
import { FACE_NAMES } from '@upright-elder/core/wording';
import { drawnMarks } from '../map/drawnMarks.js';
import { endsAtTailpiece } from '../map/endsAtTailpiece.js';
import { documentOf } from '../map/mapDocument.js';

/** The face that hurts, with what is marked on it by name and length; what a live finding is of in red. */
export function WhereItHurts({
  instrument,
  findings,
  unit,
  height = 'h-[13.5rem]',
}: {
  instrument: Instrument;
  findings: readonly JudgedFinding[];
  unit: HeightUnit;
  /** of the drawing, as a class */
  height?: string;
}) {
  const { data: map } = useBodyPlan(instrument.id);
  const { data: marks } = useAllMarks(instrument.id);
  const { data: shop } = useShop();
  if (!map || !marks || !shop) return <p className="text-faint">Fetching…</p>;
  if (!map.plan)
    return (
      <p>
        No map yet.{' '}
        <Link to="../map" className="underline">
          Draw this instrument
        </Link>{' '}
        to see where it hurts.
      </p>
    );
  return <Hurting {...{ instrument, findings, marks, unit, height }} plan={map.plan} today={shop.today} />;
}

function Hurting({
  instrument: { scale, bodyJoin, build },
  findings,
  plan,
  marks,
  today,
  unit,
  height,
}: {
  unit: HeightUnit;
  height: string;
  instrument: Instrument;
  findings: readonly JudgedFinding[];
  plan: StoredBodyPlan;
  marks: readonly Mark[];
  today: string;
}) {
  const tailpiece = endsAtTailpiece(build);
  const { drawing, face, names } = useMemo(() => {
    const known = documentOf(
      plan,
      marks.filter(({ struck }) => !struck),
    );
    const grave = new Map(
      findings.flatMap(({ marks: of, severity }) => of.map((id) => [id, severity] as const)),
    );
    const worst = findings.flatMap(({ marks: of }) => of).find((id) => id in known.marks);
    const marked = worst === undefined ? 'top inside' : known.marks[worst]!.face;
    // what is loose and what is cracked in the top is seen from inside
    const seen = marked === 'top' ? ('top inside' as const) : marked;
    const lengths = unit === 'mm' ? 'mm' : 'in';
    // here what is judged decides, and not how it was seen
    const drawn = drawnMarks(known.marks, known.plan, seen, today, null, lengths, new Set()).map((mark) => ({
      ...mark,
      grade: grave.get(mark.id) === 'live' ? ('live' as const) : ('quiet' as const),
    }));
    return {
      face: seen,
      drawing: bodyPlanDrawing(
        { plan: known.plan, face: seen, neck: { scale: scale.metres, bodyJoin }, marks: drawn, tailpiece },
        `${FACE_NAMES[seen]}, with ${drawn.length} ${drawn.length === 1 ? 'mark' : 'marks'}`,
        PAGE_INKS,
      ),
      names: drawn,
    };
  }, [plan, marks, findings, scale.metres, bodyJoin, today, unit, tailpiece]);
  return (
    <div className="flex gap-3 max-sm:flex-col">
      <Drawn of={drawing} className={`${height} w-auto shrink-0`} />
      <div className="min-w-0">
        <p className="text-[0.9rem] text-faint">{FACE_NAMES[face]}</p>
        {names.length === 0 && <p>Nothing is marked here.</p>}
        <ul>
          {names.slice(0, MOST).map(({ id, name, grade, extent }) => (
            <li key={id} className={grade === 'live' ? 'text-wax' : ''}>
              {grade === 'live' ? '◆ ' : '▪ '}
              {name}
              {extent && <span className="whitespace-nowrap">, {extent}</span>}
            </li>
          ))}
        </ul>
        {names.length > MOST && <p>and {names.length - MOST} more</p>}
        <Link to="../map" className="inline-block min-h-[44px] py-2 underline">
          Open the map
        </Link>
      </div>
    </div>
  );
}

/** Names beside the drawing; the map has them all. */
const MOST = 4;
