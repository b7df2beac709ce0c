import type { BodyPlanInput, Mark, Sighting } from '@upright-elder/contract';
import { NOTHING_SEEN } from '@upright-elder/contract/lists';
import type { MarkState } from '@upright-elder/core/body-plan';
import {
  addedBrace,
  allBraces,
  fewestPoints,
  markedStretch,
  onWood,
  pointAlong,
  MARK_KINDS,
  type Face,
  type MarkKind,
  type NeckSize,
  type Path,
  type BodyPlan,
} from '@upright-elder/core/body-plan';
import { POINTS, type PointId } from '@upright-elder/core/readings';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { MergeDialog } from '../../../app/MergeDialog.js';
import { WhatStoodBefore } from '../../../app/WhatStoodBefore.js';
import { newId } from '../../../data/ids.js';
import { Choice } from '../../../fields/Choice.js';
import { DatedBoard } from './DatedBoard.js';
import { faceOfGravest, type LiveMarks } from './drawnMarks.js';
import { FACE_OPTIONS } from './faceNames.js';
import { LookAgain } from './LookAgain.js';
import { seenAgain, withSighting, type DrawnMark, type MapDocument } from './mapDocument.js';
import { MarksList, PartsList, StruckMarks } from './MapLists.js';
import { MarkForm } from './MarkForm.js';
import { MarkPhotographs } from './MarkPhotographs.js';
import { PartForm } from './PartForm.js';
import { Tools } from './Tools.js';
import { useCrossHair } from './useCrossHair.js';
import { useMapDocument } from './useMapDocument.js';
import { useMapPlace } from './useMapPlace.js';

interface Props {
  instrumentId: string;
  saved: MapDocument;
  /** the marks as they are stored, with what was corrected of them */
  stored: readonly Mark[];
  neck: NeckSize;
  /** the strings end at one */
  tailpiece: boolean;
  /** marks that are judged live */
  live: LiveMarks;
  today: string;
}

/** What can be marked on a face: a loose brace where there are braces. */
const kindsOn = (face: Face): MarkKind[] =>
  MARK_KINDS.filter((kind) => kind !== 'separation' || face === 'top inside' || face === 'back');
/** What cannot run on past the edge of the wood. */
const ENDS_AT_EDGE: ReadonlySet<MarkKind> = new Set(['crack', 'bridge gap']);
/** To the tenth of a millimetre. */
const rounded = (metres: number) => Number(metres.toFixed(4));
const copied = (path: Path) => path.map(([x, y]): [number, number] => [x, y]);

/** The map: a face with its marks as they were on a day, and what is done to them. */
export function MapView({ instrumentId, saved, stored, neck, tailpiece, live, today }: Props) {
  const map = useMapDocument(instrumentId, saved);
  const { plan, marks } = map.now;
  // the face that it opens on does not turn under the hand
  const [first] = useState(() => faceOfGravest(saved.marks, live));
  const place = useMapPlace(first);
  const { face } = place;
  const navigate = useNavigate();
  const [kind, setKind] = useState<MarkKind>(place.kinds[0] ?? 'crack');
  /** the mark whose path is drawn on */
  const [drawnOn, setDrawnOn] = useState<string | null>(null);
  /** how often a part was drawn elsewhere: its numbers are then shown anew */
  const [moves, setMoves] = useState(0);
  const board = useRef<HTMLDivElement>(null);
  const mark = place.mark ? marks[place.mark] : undefined;
  const chosenMark = mark ? place.mark! : null;

  const setMark = (id: string, next: DrawnMark) =>
    map.change({ ...map.now, marks: { ...marks, [id]: next } });
  const setPlan = (next: BodyPlan) => map.change({ ...map.now, plan: next });
  /** a sighting of this examination, if the map was opened from one */
  const seenNow = (sighting: Sighting): Sighting => ({ ...sighting, examinationId: place.examination });
  const see = (id: string, state: MarkState) => {
    const again = seenAgain(marks[id]!, today, state);
    setMark(id, withSighting(again, seenNow(again.sightings.at(-1)!)));
  };
  const addMark = (next: Omit<DrawnMark, 'version' | 'name' | 'sightings'>, sighting: Partial<Sighting>) => {
    const id = newId();
    const seen = { ...NOTHING_SEEN, date: today, path: [], ...sighting };
    setMark(id, { version: 0, name: '', ...next, sightings: [seenNow(seen)] });
    place.choose({ mark: id });
  };
  const finish = () => {
    const { points } = hair;
    hair.end();
    setDrawnOn(null);
    const on = drawnOn ? marks[drawnOn] : undefined;
    if (points.length < fewestPoints(on?.kind ?? kind)) return;
    if (!drawnOn && kind === 'separation') {
      const stretch = markedStretch(face === 'back' ? plan.backBraces : plan.braces, points);
      if (!stretch)
        return void toast.error(
          'No brace there. Set two points on one brace, from end to end of the loose part.',
        );
      const { brace, from, to } = stretch;
      addMark(
        { face, kind, brace: brace.id },
        {
          path: copied([pointAlong(brace.path, from)]),
          from: rounded(from),
          to: rounded(to),
          state: 'moving',
        },
      );
      return;
    }
    const { path: within, cut } = ENDS_AT_EDGE.has(on?.kind ?? kind)
      ? onWood(plan, face, points)
      : { path: points, cut: false };
    if (cut) toast('Stopped at the edge of the top.');
    const path = copied(within);
    if (drawnOn && on) setMark(drawnOn, withSighting(on, { ...on.sightings.at(-1)!, path, ruler: null }));
    else addMark({ face, kind, brace: null }, { path, state: kind === 'crack' ? 'not tried' : 'quiet' });
  };
  const hair = useCrossHair(plan, face, neck, finish);

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      const key = event.key.toLowerCase();
      if (key === 's') void map.save();
      else if (key === 'z' && !event.shiftKey) map.undo();
      else if (key === 'y' || key === 'z') map.redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_20rem] xl:grid-cols-[minmax(0,1fr)_25rem]">
      {map.conflict && (
        <MergeDialog
          what="map"
          differences={map.conflict.differences}
          onClose={map.leaveConflict}
          onChosen={map.settle}
        />
      )}
      <section className="sheet p-3" aria-label="The drawing">
        {place.point && (
          <BackToExamination
            point={place.point}
            onBack={async () => {
              if (!map.dirty || (await map.save())) void navigate(place.back);
            }}
          />
        )}
        <Choice
          label="Face of the instrument"
          value={face}
          options={FACE_OPTIONS}
          onChange={(next) => {
            hair.end();
            setDrawnOn(null);
            if (!kindsOn(next).includes(kind)) setKind('crack');
            place.turnTo(next);
          }}
        />
        <Tools
          map={map}
          hair={hair}
          kind={kind}
          kinds={kindsOn(face)}
          onKind={setKind}
          onBegin={() => {
            place.choose({});
            hair.begin();
            board.current?.focus();
          }}
          onDone={finish}
        />
        <DatedBoard
          plan={plan}
          face={face}
          neck={neck}
          tailpiece={tailpiece}
          marks={marks}
          chosenMark={chosenMark}
          live={live}
          today={today}
          part={place.part}
          hair={hair}
          boardRef={board}
          onChooseMark={(id) => place.choose({ mark: id })}
          onChoosePart={(part) => place.choose({ part })}
          onPlan={(next) => {
            setMoves(moves + 1);
            setPlan(next);
          }}
        />
      </section>
      <aside className="grid gap-4">
        {mark && chosenMark ? (
          <>
            <MarkForm
              key={`${chosenMark} ${map.jumps}`}
              mark={mark}
              brace={allBraces(plan).find(({ id }) => id === mark.brace)}
              today={today}
              stored={stored.find(({ id }) => id === chosenMark)}
              onChange={(next) => setMark(chosenMark, next)}
              onSeenAgain={(state) => see(chosenMark, state)}
              onDrawOn={() => {
                setDrawnOn(chosenMark);
                hair.drawOn(mark.sightings.at(-1)!.path);
                board.current?.focus();
              }}
              onStrike={() => {
                const { [chosenMark]: _struck, ...others } = marks;
                map.change({ ...map.now, marks: others });
                place.choose({});
              }}
              onClose={() => place.choose({})}
            />
            <MarkPhotographs
              key={`photographs of ${chosenMark}`}
              instrumentId={instrumentId}
              markId={chosenMark}
              face={face}
              today={today}
              saved={mark.version > 0}
            />
          </>
        ) : place.part ? (
          <PartForm
            key={`${place.part} ${map.jumps + moves}`}
            plan={plan}
            part={place.part}
            marked={Object.values(marks).some(({ brace }) => brace === place.part)}
            onPlan={setPlan}
            onLoose={(brace, { from, to, depth }) =>
              addMark(
                {
                  face: plan.backBraces.includes(brace) ? 'back' : 'top inside',
                  kind: 'separation',
                  brace: brace.id,
                },
                { path: copied([brace.path[0]!]), from, to, depth, state: 'moving' },
              )
            }
            onClose={() => place.choose({})}
          />
        ) : null}
        <MarksList
          marks={marks}
          chosen={chosenMark}
          live={live}
          onChoose={(id, markFace) => place.choose({ mark: id, face: markFace })}
        />
        <LookAgain
          marks={marks}
          today={today}
          onSeen={see}
          onChanged={(id) => {
            see(id, marks[id]!.sightings.at(-1)!.state);
            place.choose({ mark: id, face: marks[id]!.face });
          }}
        />
        <StruckMarks marks={stored.filter(({ struck }) => struck)} />
        <PartsList
          plan={plan}
          face={face}
          chosen={place.part}
          onChoose={(part) => place.choose({ part })}
          onAdd={(braceKind) => {
            const { plan: next, id } = addedBrace(plan, braceKind);
            setPlan(next);
            place.choose({ part: id });
          }}
        />
        <section className="sheet px-4 pb-2" aria-label="Earlier versions of the plan">
          <WhatStoodBefore
            table="plan"
            id={instrumentId}
            names={{ drawn: 'The plan' }}
            say={{ drawn: (was) => sayBraces(was as BodyPlanInput) }}
          />
        </section>
      </aside>
    </div>
  );
}

function BackToExamination({ point, onBack }: { point: PointId; onBack: () => Promise<void> }) {
  return (
    <p className="mb-2 flex flex-wrap items-center gap-3 border-l-4 border-l-verdigris pl-3">
      <span>
        <span className="font-serif text-[1.1rem] font-semibold">{POINTS[point].name}</span>, for the
        examination.
      </span>
      <button type="button" className="act" onClick={() => void onBack()}>
        Save and go on examining
      </button>
    </p>
  );
}

/** A plan in words: the braces that it had. */
const sayBraces = ({ braces, backBraces = [] }: BodyPlanInput): string => {
  const all = [...braces, ...backBraces];
  return `${all.length} braces: ${all.map(({ name }) => name).join(', ')}`;
};
