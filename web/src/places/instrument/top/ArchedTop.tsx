import type { ArchFacts, Instrument, JudgedFinding } from '@upright-elder/contract';
import { downForce, wheelTurns } from '@upright-elder/core/archtop';
import { sayDate } from '@upright-elder/core/days';
import { ACTION_LEVER } from '@upright-elder/core/top';
import { moveIn } from '@upright-elder/core/units';
import { useState } from 'react';
import { useHeights } from '../../../data/heights.js';
import { useJudgement } from '../../../data/hooks.js';
import { LengthField } from '../../../fields/LengthField.js';
import { SheetFold } from '../../../fields/SheetFold.js';
import { WhereItHurts } from '../judgement/WhereItHurts.js';
import { metresOf } from '../map/mapDocument.js';
import { EIGHT_IN_TEN } from './words.js';

/** The shallow-arch formula is right within half of it. */
const ARCH_ERROR = 0.5;
const NONE: readonly JudgedFinding[] = [];

/** A carved top: its arch, what presses on it, and the wheels that answer for it. */
export function ArchedTop({ instrument, arch }: { instrument: Instrument; arch: ArchFacts }) {
  const [pitch, setPitch] = useState('0.8');
  const [change, setChange] = useState('');
  const [figures, setFigures] = useState(false);
  const [turning, setTurning] = useState(true);
  const { unit } = useHeights();
  const heights = moveIn(unit);
  const { data: judged } = useJudgement(instrument.id, unit);
  const findings = judged?.findings ?? NONE;
  const { rise, moved, taken, breakAngle: angle } = arch;
  const wheels = [
    { side: 'Bass', left: arch.bassWheel },
    { side: 'Treble', left: arch.trebleWheel },
  ].filter((one): one is { side: string; left: number } => one.left !== null);
  const [wanted, thread] = [metresOf(change), metresOf(pitch)];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 md:grid-cols-2">
      <section className="sheet p-4" aria-label="The arch">
        <h2 className="text-[1.3rem]">The arch</h2>
        <p className="said" data-answer="verdict">
          {moved.length === 0
            ? 'Measure the arch at pitch on two days to see whether it sinks.'
            : moved
                .map(({ side, by, sd, real, since }) =>
                  real
                    ? `The ${side} foot is ${heights.withError(Math.abs(by), EIGHT_IN_TEN * sd)} ${heights.name} ${by < 0 ? 'lower' : 'higher'} than on ${sayDate(since)}, season aside.`
                    : `The ${side} foot is where it was on ${sayDate(since)}, as far as readings and season can tell.`,
                )
                .join(' ')}
        </p>
        <div className="mt-2" data-answer="drawing">
          <WhereItHurts instrument={instrument} findings={findings} unit={unit} height="h-[23rem]" />
        </div>
      </section>
      <aside className="grid gap-4">
        <SheetFold name="What moves the arch" open={figures} onOpenChange={setFigures}>
          <p className="mt-2">
            It moves about{' '}
            <span className="font-bold">
              {heights.withError(rise, EIGHT_IN_TEN * ARCH_ERROR * rise)} {heights.name}
            </span>{' '}
            with each percent of moisture in its wood: a shallow vault whose rim gives by three tenths (house
            default, 0.1 to 0.6).
            {taken.length > 0 &&
              ` Its ${taken.join(', ')} ${taken.length === 1 ? 'is' : 'are'} taken to be common: measure ${taken.length === 1 ? 'it' : 'them'}.`}
          </p>
          {angle !== null && (
            <p className="mt-2">
              The strings press it with{' '}
              <span className="font-bold">
                {Math.round(downForce(instrument.stringPull, angle / 2, angle / 2))} N
              </span>{' '}
              through the bridge, of {Math.round(instrument.stringPull)} N that they pull.
            </p>
          )}
          <p className="mt-2 text-[0.88rem] text-faint">
            The plate model with braces is for flat tops; a carved arch is judged by its height over the
            years.
          </p>
        </SheetFold>
        <SheetFold name="Thumb wheels" open={turning} onOpenChange={setTurning}>
          <div className="grid grid-cols-2 gap-x-3">
            <LengthField
              label="Change of the action at 12"
              unit="mm"
              value={change}
              hint="down is minus"
              onChange={setChange}
            />
            <LengthField
              label="A turn lifts it"
              unit="mm"
              value={pitch}
              hint="pitch of the thread"
              onChange={setPitch}
            />
          </div>
          {wheels.length > 0 && thread !== null && thread > 0 && (
            <p className="mt-1">
              {wheels
                .map(({ side, left }) => `${side} wheel: ${(left / thread).toFixed(1)} turns left down.`)
                .join(' ')}
            </p>
          )}
          {wanted !== null && thread !== null && thread > 0 && (
            <p className="said">
              {Math.abs(wheelTurns(wanted, ACTION_LEVER, thread)).toFixed(1)} turns{' '}
              {wanted < 0 ? 'down' : 'up'} at both wheels.
            </p>
          )}
        </SheetFold>
      </aside>
    </div>
  );
}
