import type { ArmSaid } from '@upright-elder/core/top';
import { printLength } from '@upright-elder/core/units';
import type { Walked } from './useWalk.js';

/** Lengths that a walk tells are told to the centimetre. */
const over = (metres: number) => printLength(Math.round(metres * 100) / 100, 'mm', 0);

const where = ({ arm, over: reach }: ArmSaid) => `${arm.name}, from the rim over about ${over(reach)}`;

/** Where to look first. It never says that a brace is loose, or sound: it says where to put the mirror and the feeler. */
export function WalkSaid({ walked, planChecked }: { walked: Walked; planChecked: boolean }) {
  if (!planChecked)
    return <p>▲ Nothing known: the braces are drawn, not checked inside. Check the map, then walk again.</p>;
  if (walked.state === 'working') return <p className="text-faint">Being worked out…</p>;
  if (walked.state === 'trouble')
    return (
      <p role="alert" className="text-ochre">
        ▲ It could not be worked out: {walked.words}. What is saved is untouched.
      </p>
    );
  const { said } = walked;
  if (!said.told)
    return (
      <p>
        ▲{' '}
        {said.why === 'too few'
          ? 'Not known yet: four spots with a returned zero are needed.'
          : 'Nothing known: every dip is far from this drawing. Check weight, dial, unit and map.'}
      </p>
    );
  const [first, then] = (['first', 'then'] as const).map((look) =>
    said.arms.filter((one) => one.look === look),
  );
  if (first!.length === 0 && then!.length === 0)
    return (
      <p className="said">
        No spot differs. A leg that touches, held at its tip, hardly shows: go round with mirror and feeler
        too.
      </p>
    );
  return (
    <>
      {first!.length > 0 && (
        <p className="said text-wax">◆ Look here first: {first!.map(where).join('; ')}.</p>
      )}
      {then!.length > 0 && (
        <p className="mt-1">
          {first!.length > 0 ? 'Then here' : 'Look here before the rest'}: {then!.map(where).join('; ')}.
        </p>
      )}
      <p className="mt-1 text-[0.9rem] text-faint">
        Mirror and feeler decide, strings off. Nothing of this goes onto the map or into an order of gluing by
        itself.
      </p>
    </>
  );
}
