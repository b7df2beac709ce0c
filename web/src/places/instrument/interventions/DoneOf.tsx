import type { Intervention } from '@upright-elder/contract';
import { sayInstant } from '@upright-elder/core/days';
import { beginsEpoch, movesLever } from '@upright-elder/core/instrument';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { Fetching } from '../../../app/Fetching.js';
import { StrikeOut, StruckWords } from '../../../app/StrikeOut.js';
import { useExaminations, useInstrument, useInterventions, useRooms, useZone } from '../../../data/hooks.js';
import { useShopStrings } from '../../../data/strings.js';
import { newId } from '../../../data/ids.js';
import { InterventionForm } from './InterventionForm.js';
import { sayDone, sayWhen } from './sayDone.js';
import { WrittenBy } from '../../../app/WrittenBy.js';

/** What was done to the instrument, newest first; entered later with its day, corrected, taken back. */
export function DoneOf({ id, today }: { id: string; today: string }) {
  const [params, setParams] = useSearchParams();
  const opened = params.get('done');
  const [fresh, setFresh] = useState<string | null>(null);
  const { data: examinations = [] } = useExaminations(id);
  const { data: rooms = [] } = useRooms();
  const { sets, tunings } = useShopStrings();
  const archtop = useInstrument(id).data?.type === 'archtop';
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    if (opened) section.current?.scrollIntoView({ block: 'start' });
  }, [opened]);
  const open = (one: string | null) => {
    const next = new URLSearchParams(params);
    if (one) next.set('done', one);
    else next.delete('done');
    setParams(next, { replace: true });
  };
  return (
    <section ref={section} aria-label="What was done" className="sheet mt-4 p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-[1.3rem]">What was done to it</h2>
        {fresh === null && (
          <button type="button" className="quiet" onClick={() => setFresh(newId())}>
            Enter what was done
          </button>
        )}
      </div>
      {fresh !== null && (
        <>
          <InterventionForm
            key={fresh}
            id={fresh}
            instrumentId={id}
            archtop={archtop}
            stored={null}
            examinations={examinations}
            today={today}
            onSaved={() => setFresh(null)}
          />
          <button type="button" className="quiet mt-1" onClick={() => setFresh(null)}>
            Leave it
          </button>
        </>
      )}
      <Fetching of={useInterventions(id, true)}>
        {(interventions) =>
          interventions.length === 0 ? (
            <p className="said text-faint">Nothing is written down.</p>
          ) : (
            <ul>
              {[...interventions].reverse().map((one) => (
                <li key={one.id} className="border-b border-rule py-1.5">
                  <Line
                    one={one}
                    said={sayDone(one, { rooms, sets, tunings })}
                    open={opened === one.id}
                    onOpen={open}
                  />
                  {opened === one.id && !one.struck && (
                    <InterventionForm
                      key={`${one.id} ${one.version}`}
                      id={one.id}
                      instrumentId={id}
                      archtop={archtop}
                      stored={one}
                      examinations={examinations}
                      today={today}
                      onSaved={() => open(null)}
                    />
                  )}
                </li>
              ))}
            </ul>
          )
        }
      </Fetching>
    </section>
  );
}

function Line({
  one,
  said,
  open,
  onOpen,
}: {
  one: Intervention;
  said: string;
  open: boolean;
  onOpen: (id: string | null) => void;
}) {
  const zone = useZone();
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <span className="w-32 tabular-nums">
        {sayWhen(one)}
        {one.time && `, ${one.time}`}
      </span>
      <span className={`min-w-0 grow basis-64 ${one.struck ? 'text-faint line-through decoration-1' : ''}`}>
        {said}
        <span className="block text-[0.88rem] text-faint">
          {one.byName}; {effectOf(one)}
        </span>
        <WrittenBy pieces={one.noteWritten} />
        {one.corrections.map((old) => (
          <span key={old.at} className="block text-[0.88rem] text-ochre">
            ▲ it said {sayWhen(old.was)}, {sayDone({ ...old.was, changes: {} })}
            {old.was.hours && `, ${old.was.hours} hours`}; {old.byName}, {sayInstant(old.at, zone)}
            {old.why && `: “${old.why}”`}
          </span>
        ))}
      </span>
      <StruckWords strikes={one.strikes} />
      {!one.struck && (
        <button
          type="button"
          className="quiet"
          aria-expanded={open}
          onClick={() => onOpen(open ? null : one.id)}
        >
          {open ? 'Close' : 'Correct'}
        </button>
      )}
      <StrikeOut
        kind="intervention"
        id={one.id}
        what="what was done"
        struck={one.struck}
        example="it was another guitar"
      />
    </div>
  );
}

/** What it does to what was read. */
function effectOf({ kinds }: Intervention): string {
  if (beginsEpoch(kinds)) return 'readings before it say nothing of the level after';
  if (movesLever(kinds))
    return 'what it moved is taken out of the readings where it was measured on both days';
  return 'readings go on as before';
}
