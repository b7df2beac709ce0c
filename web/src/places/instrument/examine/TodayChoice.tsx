import { lineOf, type LineId, type Stage } from '@upright-elder/core/readings';
import { Fold } from '../../../fields/Fold.js';
import { Tick } from '../../../fields/Tick.js';
import { isUsual, type Today } from './today.js';

interface Props {
  today: Today;
  onToday: (today: Today) => void;
  /** every line there is to choose from */
  stages: readonly Stage[];
  /** who it is remembered for */
  name: string | undefined;
}

/** Whether only what a person measures today is shown, and which lines those are. */
export function TodayChoice({ today, onToday, stages, name }: Props) {
  const { only, lines } = today;
  const toggle = (line: LineId, on: boolean) => {
    const next = on ? [...lines, line] : lines.filter((one) => one !== line);
    onToday({ only: only && next.length > 0, lines: next });
  };
  return (
    <div className="mb-2 border-t border-rule print:hidden">
      <Tick
        label={`${isUsual(today) ? 'Only what is measured at every visit' : 'Only what I measure today'} (${lines.length} ${lines.length === 1 ? 'line' : 'lines'})`}
        checked={only}
        disabled={lines.length === 0}
        aside
        onChange={(on) => onToday({ ...today, only: on })}
      />
      <Fold summary="Choose the lines" summaryClass="text-[0.95rem]" onScreen>
        <p className="text-[0.9rem] text-faint">
          Remembered for {name ?? 'whoever is at the bench'} on this device. What is filled in already stays
          in sight.
        </p>
        {stages.map(({ title, lines: offered }, i) => (
          <fieldset key={`${i} ${title}`} className="mt-1">
            <legend className="font-bold">{title}</legend>
            <div className="grid gap-x-4 sm:grid-cols-2 xl:grid-cols-3">
              {offered.map((line) => (
                <Tick
                  key={line}
                  label={lineOf(line).name}
                  checked={lines.includes(line)}
                  aside
                  onChange={(on) => toggle(line, on)}
                  className="text-[0.95rem]"
                />
              ))}
            </div>
          </fieldset>
        ))}
      </Fold>
    </div>
  );
}
