import type { RecordedStretch } from '@upright-elder/contract';
import type { BraceRanking, Gain, LengthSaid, LooseStretch } from '@upright-elder/core/top';
import { moveIn } from '@upright-elder/core/units';
import { useHeights, useLengths } from '../../../data/heights.js';
import { sayLength } from '@upright-elder/core/wording';
import type { Drawn } from '../../../compute/tasks/draws.js';
import { DEGREES, sayTurn } from './sayTurn.js';

interface Props {
  ranking: BraceRanking;
  /** as they are recorded, in the order that the ranking was asked for */
  loose: readonly RecordedStretch[];
  lengths: readonly LengthSaid[];
  /** what the middle of the drawn tops adds to a turn that is reckoned, as it is added to the figure that is shown, rad */
  middle: number;
  drawn: Drawn | null;
}

const sameStretch = (a: LooseStretch, b: LooseStretch) => a.brace === b.brace && a.from === b.from;
const ORDINALS = ['First', 'Then', 'After these'];

/** What each loose stretch would give back if it were glued, and in which order; what cannot be told apart is a tie. */
export function GlueOrder({ ranking, loose, lengths, middle, drawn }: Props) {
  const groups =
    drawn && drawn.groups.length > 0 ? drawn.groups : [{ stretches: loose.map((_, i) => i), matters: true }];
  const told = drawn !== null && drawn.groups.length > 0;
  return (
    <section className="sheet p-4" aria-label="If glued" data-answer="glued">
      <h2 className="text-[1.2rem]">If glued</h2>
      {groups.map(({ stretches, matters }, g) => (
        <div key={stretches.join(' ')} className="mt-2">
          <h3 className="text-[1.05rem]">
            {!matters ? 'No effect on the shape' : heading(g, groups.length, stretches.length, told)}
          </h3>
          {!matters && <p className="text-[0.9rem] text-faint">Glue these because they are loose.</p>}
          <ul>
            {stretches.map((i) => {
              const one = loose[i];
              return (
                one && (
                  <Stretch
                    key={one.mark}
                    {...{ one, ranking, lengths, middle, matters }}
                    alone={loose.length === 1}
                  />
                )
              );
            })}
          </ul>
        </div>
      ))}
      <p className="mt-2 text-[0.88rem] text-faint">
        {said(drawn, loose.length)} Only what springs back is counted, not the set that the wood has taken.
      </p>
    </section>
  );
}

function heading(group: number, groups: number, stretches: number, told: boolean): string {
  if (groups === 1) return stretches > 1 && told ? 'A tie: either may be glued first' : 'Loose';
  const place = ORDINALS[Math.min(group, ORDINALS.length - 1)]!;
  return stretches > 1 ? `${place}, a tie` : place;
}

function said(drawn: Drawn | null, count: number): string {
  if (count < 2) return '';
  if (!drawn || drawn.groups.length === 0) return 'Still working…';
  const so = drawn.ranked < drawn.of ? ` So far from ${drawn.ranked} of ${drawn.of}.` : '';
  return `One group comes before the next where it does in 9 of 10 tops like this one, by how near it brings tilt, hump and saddle to the glued shape.${so}`;
}

function Stretch({
  one,
  ranking,
  lengths,
  middle,
  matters,
  alone,
}: Pick<Props, 'ranking' | 'lengths' | 'middle'> & {
  one: RecordedStretch;
  matters: boolean;
  alone: boolean;
}) {
  const heights = moveIn(useHeights().unit);
  const unit = useLengths();
  const ranked = ranking.stretches.find(({ stretch }) => sameStretch(stretch, one));
  const length = lengths.find(({ stretch }) => sameStretch(stretch, one));
  if (!ranked) return null;
  // what is seen of a gain is known to about a third
  const height = (si: number) => `${heights.near(si, Math.max(Math.abs(si) / 3, 0.02e-3))} ${heights.name}`;
  const say = ({ turn, hump, action }: Gain) =>
    [
      `${DEGREES.near(turn, Math.max(Math.abs(turn) / 3, 0.0002))}° of tilt`,
      `${height(hump)} of hump`,
      action < 0 ? `but raises the action by ${height(-action)}` : `${height(action)} of action`,
    ].join(', ');
  return (
    <li className="border-b border-rule py-2">
      <span className="font-bold">{one.name}</span>
      {one.from > 0 || one.to > 0 ? (
        <span className="text-[0.9rem] text-faint"> · {sayLength(one.to - one.from, unit)} loose</span>
      ) : null}
      {matters && <span className="block text-[0.95rem]">Gluing only this one: {say(ranked.alone)}.</span>}
      {matters && !alone && (
        <span className="block text-[0.88rem] text-faint">
          Once all the others are glued: {say(ranked.last)}.
        </span>
      )}
      {length && matters && <LengthWords of={length} middle={middle} />}
    </li>
  );
}

/** What hangs on the recorded length, said where it can be seen. */
function LengthWords({
  of: { now, least, most, fromPlate, past },
  middle,
}: Pick<Props, 'middle'> & { of: LengthSaid }) {
  const unit = useLengths();
  const say = (turn: number) => sayTurn(turn + middle);
  const seen = most - least > 0.1 * DEGREES.per;
  if (fromPlate !== null && past !== null && past - now > 0.15 * DEGREES.per)
    return (
      <span className="block text-[0.95rem] text-ochre">
        ▲ It ends {sayLength(fromPlate, unit)} short of the bridge plate. If it reached past the edge, the
        bridge would tilt {say(past)} instead of {say(now)}: measure it again, strings off.
      </span>
    );
  return seen ? (
    <span className="block text-[0.88rem] text-faint">
      The length counts: were it a tenth shorter or longer, the bridge would tilt {say(least)} to {say(most)}.
    </span>
  ) : null;
}
