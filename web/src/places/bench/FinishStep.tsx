import type { Instrument, Mark } from '@upright-elder/contract';
import { standing } from '@upright-elder/core/body-plan';
import { BUILD_PARTS, type BuildPart } from '@upright-elder/core/construction';
import { ACTS, draft, mendsOf, type Folded, type Step } from '@upright-elder/core/jobs';
import { useState } from 'react';
import { useMarks } from '../../data/hooks.js';
import { ListField } from '../../fields/ListField.js';
import { Tick } from '../../fields/Tick.js';
import { useActing } from './useActing.js';

/** The last touch of a step: what it put right on the map and what of the build is another since go with it. */
export function FinishStep({ job, step, instrument }: { job: Folded; step: Step; instrument: Instrument }) {
  const { acting, act } = useActing(job.id);
  const { data: marks = [] } = useMarks(instrument.id);
  const { marks: kinds, build: parts } = mendsOf(step.treatment);
  const open = marks.filter(
    (mark) => kinds.includes(mark.kind) && lastOf(mark) !== undefined && lastOf(mark)!.state !== 'repaired',
  );
  const [chosen, setChosen] = useState<ReadonlySet<string> | null>(null);
  const [cleated, setCleated] = useState(false);
  const [build, setBuild] = useState<Partial<Record<BuildPart, string>>>({});
  // one mark alone is meant
  const mended = chosen ?? new Set(open.length === 1 ? [open[0]!.id] : []);
  const changed = Object.entries(build).filter(
    ([part, way]) => way !== (instrument.build?.[part as BuildPart] ?? ''),
  ) as [BuildPart, string][];
  const finish = () => {
    const now = acting();
    const said = mended.size > 0 || changed.length > 0;
    act(
      [
        ...(said
          ? [
              draft(now, 'mended', step.id, {
                marks: [...mended].map((mark) => ({
                  mark,
                  state: 'repaired' as const,
                  cleated: cleated || (lastOf(open.find(({ id }) => id === mark)!)?.cleated ?? false),
                })),
                ...(changed.length > 0
                  ? {
                      build: Object.fromEntries(changed.map(([part, way]) => [part, way || null])),
                      was: Object.fromEntries(
                        changed.map(([part]) => [part, instrument.build?.[part] ?? null]),
                      ),
                    }
                  : {}),
              }),
            ]
          : []),
        ...ACTS.finish(now, job, step),
      ],
      'Step finished.',
    );
  };
  return (
    <div>
      <p className="text-[1.4rem]">Everything of this step is done.</p>
      {open.length > 0 && (
        <fieldset className="mt-3">
          <legend className="text-[1.15rem] font-bold">What did it mend? It goes onto the map.</legend>
          <div className="grid sm:grid-cols-2">
            {open.map((mark) => (
              <Tick
                key={mark.id}
                label={`${mark.name || mark.kind} (${mark.kind}, ${lastOf(mark)!.state})`}
                checked={mended.has(mark.id)}
                onChange={(yes) => {
                  const next = new Set(mended);
                  if (yes) next.add(mark.id);
                  else next.delete(mark.id);
                  setChosen(next);
                }}
              />
            ))}
          </div>
          {open.some(({ kind }) => kind === 'crack') && mended.size > 0 && (
            <Tick label="With cleats inside" checked={cleated} onChange={setCleated} />
          )}
        </fieldset>
      )}
      {parts.length > 0 && (
        <fieldset className="mt-3">
          <legend className="text-[1.15rem] font-bold">How is it built now?</legend>
          <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
            {parts.map((part) => (
              <ListField
                key={part}
                label={BUILD_PARTS[part].name}
                value={build[part] ?? instrument.build?.[part] ?? ''}
                options={[
                  { value: '', label: 'not known' },
                  ...Object.entries(BUILD_PARTS[part].ways).map(([value, label]) => ({ value, label })),
                ]}
                onPick={(way) => setBuild({ ...build, [part]: way })}
              />
            ))}
          </div>
        </fieldset>
      )}
      <div className="mt-4 flex">
        <button type="button" className="act min-h-[88px] grow text-[1.7rem]" onClick={finish}>
          Finish the step
        </button>
      </div>
    </div>
  );
}

/** How a mark was seen last. */
const lastOf = ({ sightings }: Pick<Mark, 'sightings'>) =>
  standing(sightings)
    .toSorted((a, b) => a.date.localeCompare(b.date))
    .at(-1);
