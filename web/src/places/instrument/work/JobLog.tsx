import { dateIn, sayDate } from '@upright-elder/core/days';
import {
  JOB_EVENTS,
  stagesOf,
  stepName,
  type Bench,
  type Folded,
  type JobEventId,
  type Step,
} from '@upright-elder/core/jobs';
import { sayEvent } from '@upright-elder/core/wording';
import { usePeople } from '../../../data/hooks.js';
import { Fold } from '../../../fields/Fold.js';
import { sayClock } from '../../bench/sayTime.js';

/** What happened, day by day, as the next luthier reads it. */
export function JobLog({ job, bench, zone }: { job: Folded; bench: Bench; zone: string }) {
  const { data: people = [] } = usePeople();
  const nameOf = (id: string) => people.find((one) => one.id === id)?.name ?? 'somebody';
  const names = {
    person: nameOf,
    step: (id: string | null) => {
      const step = id === null ? undefined : job.steps.get(id);
      return step ? stepName(step, bench) : '';
    },
    stage: (step: string | null, index: number) => {
      const of = step === null ? undefined : job.steps.get(step);
      return of ? (stagesSay(of, bench, index) ?? '') : '';
    },
  };
  const told = job.log.filter(({ kind }) => JOB_EVENTS[kind as JobEventId].told);
  const days = [...new Set(told.map(({ time }) => dateIn(new Date(time).toISOString(), zone)))];
  if (told.length === 0) return null;
  return (
    <Fold summary={`Log (${told.length})`} className="sheet mt-3 px-4 py-1">
      {days.map((day) => (
        <div key={day} className="pb-2">
          <h4 className="font-bold">{sayDate(day, 'long')}</h4>
          <ul>
            {told
              .filter(({ time }) => dateIn(new Date(time).toISOString(), zone) === day)
              .map((event) => (
                <li key={event.id} className={event.struck ? 'text-faint line-through' : ''}>
                  <span className="text-faint">{sayClock(event.time, zone)}</span> {sayEvent(event, names)}
                </li>
              ))}
          </ul>
        </div>
      ))}
    </Fold>
  );
}

const stagesSay = (step: Step, bench: Bench, index: number): string | undefined =>
  stagesOf(step, bench).find((stage) => stage.index === index)?.say;
