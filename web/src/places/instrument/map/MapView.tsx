import { NOTHING_SEEN } from '@upright-elder/contract';
import { faultsOf, lookFirst, MARK_KINDS, type Brace, type MarkKind, type Point } from '@upright-elder/core';
import { format } from 'date-fns';
import { Redo2, Undo2 } from 'lucide-react';
import { Slider } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { MergeDialog } from '../../../app/MergeDialog.js';
import { newId } from '../../../data/ids.js';
import { PlanDrawing, loosePath, type DrawnOnPlan } from '../../../drawings/PlanDrawing.js';
import { Choice } from '../../../fields/Choice.js';
import { BraceForm } from './BraceForm.js';
import { daysSeen, nameOf, seenOn, seenAgain, type DrawnMark, type MapDocument } from './mapDocument.js';
import { LookAgain } from './LookAgain.js';
import { BracesList, MarksList } from './MapLists.js';
import { MarkForm } from './MarkForm.js';
import { MM, useCrossHair } from './useCrossHair.js';
import { useMapDocument } from './useMapDocument.js';

type Face = 'top' | 'top inside';
const FACE_OPTIONS = [
  { value: 'top', label: 'From outside' },
  { value: 'top inside', label: 'From inside' },
] as const;
/** Loose stretches are marked at their brace. */
const DRAWN_KINDS = MARK_KINDS.filter((kind) => kind !== 'separation');

/** The map: the drawing with its marks as they were on a day, and what is done to them. */
export function MapView({
  instrumentId,
  saved,
  today,
}: {
  instrumentId: string;
  saved: MapDocument;
  today: string;
}) {
  const map = useMapDocument(instrumentId, saved);
  const { plan, marks } = map.now;
  const [face, setFace] = useState<Face>('top');
  const [dayAt, setDayAt] = useState<number | null>(null);
  const [chosenMark, setChosenMark] = useState<string | null>(null);
  const [chosenBrace, setChosenBrace] = useState<string | null>(null);
  const [kind, setKind] = useState<MarkKind>('crack');
  /** how often a brace was drawn elsewhere: its numbers are then shown anew */
  const [moves, setMoves] = useState(0);
  const board = useRef<HTMLDivElement>(null);
  const days = [...new Set([...daysSeen(marks), today])].sort();
  const day = days[dayAt ?? days.length - 1]!;
  const inside = face === 'top inside';
  const hair = useCrossHair(plan, inside);
  const { drawing, cursor } = hair;

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

  const setMark = (id: string, mark: DrawnMark) =>
    map.change({ ...map.now, marks: { ...marks, [id]: mark } });
  const setBrace = (next: Brace) =>
    map.change({
      ...map.now,
      plan: { ...plan, braces: plan.braces.map((one) => (one.id === next.id ? next : one)) },
    });
  const addMark = (mark: DrawnMark) => {
    const id = newId();
    setMark(id, mark);
    setChosenMark(id);
  };
  const begin = () => {
    setChosenMark(null);
    hair.begin();
    board.current?.focus();
  };
  const finish = () => {
    const { points } = hair;
    hair.end();
    if (points.length < (kind === 'crack' ? 2 : 1)) return;
    const path = points.map(([x, y]): [number, number] => [x, y]);
    const state = kind === 'crack' ? 'moving' : 'quiet';
    addMark({
      version: 0,
      face,
      kind,
      brace: null,
      name: '',
      sightings: [{ ...NOTHING_SEEN, date: today, path, state }],
    });
  };

  const drawn = Object.entries(marks).flatMap(([id, mark]): DrawnOnPlan[] => {
    const seen = seenOn(mark, day);
    if (!seen || mark.face !== face) return [];
    const brace = plan.braces.find((one) => one.id === mark.brace);
    const path =
      brace && seen.from != null && seen.to != null ? loosePath(brace, seen.from, seen.to) : seen.path;
    return [
      {
        id,
        kind: mark.kind,
        path,
        live: seen.state === 'moving',
        chosen: id === chosenMark,
        name: nameOf(mark),
      },
    ];
  });
  const faults = faultsOf(plan);
  const mark = chosenMark ? marks[chosenMark] : undefined;
  const brace = plan.braces.find(({ id }) => id === chosenBrace);

  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_25rem]">
      {map.conflict && (
        <MergeDialog
          what="map"
          differences={map.conflict.differences}
          onClose={map.leaveConflict}
          onChosen={map.settle}
        />
      )}
      <section className="sheet p-3" aria-label="The drawing">
        <div className="flex flex-wrap items-center gap-2">
          <Choice
            label="Seen from"
            value={face}
            options={FACE_OPTIONS}
            onChange={(next) => {
              setFace(next);
              setChosenMark(null);
              setChosenBrace(null);
            }}
          />
          {drawing ? (
            <>
              <button type="button" className="act" onClick={finish}>
                Done, {hair.points.length} points
              </button>
              <Typed cursor={cursor} onCursor={hair.move} onPlace={() => cursor && hair.place(cursor)} />
            </>
          ) : (
            <>
              <button type="button" className="act" onClick={begin}>
                {kind === 'crack' ? 'Mark a crack' : `Mark a ${kind}`}
              </button>
              <select
                className="field w-auto"
                aria-label="What is marked"
                value={kind}
                onChange={(event) => setKind(event.target.value as MarkKind)}
              >
                {DRAWN_KINDS.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </select>
            </>
          )}
          <span className="ml-auto flex gap-1">
            <button
              type="button"
              className="quiet"
              aria-label="Undo"
              disabled={!map.canUndo}
              onClick={map.undo}
            >
              <Undo2 size={20} aria-hidden />
            </button>
            <button
              type="button"
              className="quiet"
              aria-label="Redo"
              disabled={!map.canRedo}
              onClick={map.redo}
            >
              <Redo2 size={20} aria-hidden />
            </button>
            <button type="button" className="act" disabled={!map.dirty} onClick={() => void map.save()}>
              Save the map
            </button>
          </span>
        </div>
        {map.refused.map((words) => (
          <p key={words} className="mt-1 text-ochre">
            ✕ {words}
          </p>
        ))}
        {map.broughtBack && map.dirty && (
          <p className="mt-1 text-[0.95rem]">An unsaved drawing was brought back.</p>
        )}
        {faults.map(({ part, reason, accepted }) => (
          <p key={`${part} ${reason}`} className="mt-1 text-ochre">
            ✕ {part}: {reason}. Accepted: {accepted}.
          </p>
        ))}
        <div
          ref={board}
          tabIndex={0}
          role="application"
          aria-label="Drawing board: arrows move the cross-hair, Enter sets a point"
          className="mt-2 h-[min(34rem,72vh)]"
          onKeyDown={hair.onKeyDown}
        >
          {faults.length === 0 && (
            <PlanDrawing
              plan={plan}
              inside={inside}
              marks={drawn}
              chosenBrace={chosenBrace}
              pending={hair.points}
              cursor={cursor}
              hints={
                inside && !drawing
                  ? lookFirst(plan.braces)
                      .slice(0, 4)
                      .map(({ at }) => at)
                  : []
              }
              label={`The top ${inside ? 'from inside, mirrored' : 'from outside'}, with ${drawn.length} marks`}
              onPoint={drawing ? hair.touch : undefined}
              onChooseMark={drawing ? undefined : setChosenMark}
              onChooseBrace={drawing ? undefined : setChosenBrace}
              onMoveBrace={(corner, to) => {
                setMoves(moves + 1);
                if (brace)
                  setBrace({ ...brace, path: brace.path.map((one, i) => (i === corner ? to : one)) });
              }}
            />
          )}
        </div>
        {days.length > 1 && (
          <div className="mt-1 flex items-center gap-3">
            <span className="text-[0.9rem] font-bold whitespace-nowrap">
              As on {format(new Date(day), 'd MMM yyyy')}
            </span>
            <Slider.Root
              className="relative flex h-[44px] grow touch-none items-center"
              min={0}
              max={days.length - 1}
              step={1}
              value={[dayAt ?? days.length - 1]}
              onValueChange={([at]) => setDayAt(at!)}
            >
              <Slider.Track className="relative h-2 grow rounded-full bg-sunk">
                <Slider.Range className="absolute h-full rounded-full bg-verdigris-soft" />
              </Slider.Track>
              <Slider.Thumb
                className="block h-7 w-7 rounded-full border-2 border-verdigris bg-sheet"
                aria-label="Through the examinations"
              />
            </Slider.Root>
          </div>
        )}
        {inside && !drawing && (
          <p className="text-[0.88rem] text-faint">
            Dashed rings: where to look first. Ends of the X let go most often.
          </p>
        )}
      </section>
      <aside className="grid gap-4">
        {mark && chosenMark ? (
          <MarkForm
            key={chosenMark}
            mark={mark}
            today={today}
            onChange={(next) => setMark(chosenMark, next)}
            onSeenAgain={(state) => setMark(chosenMark, seenAgain(mark, today, state))}
            onClose={() => setChosenMark(null)}
          />
        ) : brace ? (
          <BraceForm
            key={`${brace.id} ${map.jumps + moves}`}
            brace={brace}
            onChange={setBrace}
            onLoose={(from, to, depth) =>
              addMark({
                version: 0,
                face: 'top inside',
                kind: 'separation',
                brace: brace.id,
                name: '',
                sightings: [
                  {
                    ...NOTHING_SEEN,
                    date: today,
                    path: [[...brace.path[0]!]],
                    from,
                    to,
                    depth,
                    state: 'moving',
                  },
                ],
              })
            }
            onClose={() => setChosenBrace(null)}
          />
        ) : null}
        <LookAgain
          marks={marks}
          today={today}
          onSeen={(id, state) => setMark(id, seenAgain(marks[id]!, today, state))}
        />
        <MarksList
          marks={marks}
          chosen={chosenMark}
          onChoose={(id, markFace) => {
            setFace(markFace === 'top inside' ? 'top inside' : 'top');
            setChosenMark(id);
          }}
        />
        {inside && (
          <BracesList
            braces={plan.braces}
            chosen={chosenBrace}
            onChoose={(id) => {
              setChosenBrace(id);
              setChosenMark(null);
            }}
          />
        )}
      </aside>
    </div>
  );
}

/** Positions typed from the body's own datum: across from the centre line, along from the tail. */
function Typed({
  cursor,
  onCursor,
  onPlace,
}: {
  cursor: Point | null;
  onCursor: (point: Point) => void;
  onPlace: () => void;
}) {
  const [across, along] = cursor ?? [0, 0];
  const number = (label: string, value: number, set: (metres: number) => void) => (
    <label className="flex items-center gap-1 text-[0.9rem]">
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
          if (event.key !== 'Enter') return;
          event.preventDefault();
          onPlace();
        }}
      />
    </label>
  );
  return (
    <>
      {number('across, mm', across, (x) => onCursor([x, along]))}
      {number('along, mm', along, (y) => onCursor([across, y]))}
    </>
  );
}
