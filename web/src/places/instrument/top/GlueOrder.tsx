import type { RecordedStretch } from '@upright-elder/contract';
import type { BraceRanking, Gain, LooseStretch } from '@upright-elder/core/top';
import { finer, sayHeight } from '@upright-elder/core/units';
import { useHeights } from '../../../data/heights.js';
import { sayTurn } from './sayTurn.js';

interface Props {
  ranking: BraceRanking;
  loose: readonly RecordedStretch[];
}

/** What each loose stretch would give back if it were glued, and in which order. */
export function GlueOrder({ ranking, loose }: Props) {
  const unit = finer(useHeights().unit);
  const nameOf = ({ brace, from }: LooseStretch) =>
    loose.find((one) => one.brace === brace && one.from === from)?.name ?? brace;
  const height = (metres: number) => sayHeight(metres, unit);
  const say = ({ turn, hump, action }: Gain) =>
    `${sayTurn(turn)} of turn, ${height(hump)} of hump, ${height(action)} of action`;
  return (
    <section className="sheet p-4" aria-label="If glued">
      <h2 className="text-[1.2rem]">If glued</h2>
      <ol className="mt-1">
        {ranking.order.map(({ stretch, gain, turnBack }, i) => {
          const { alone, last } = ranking.stretches.find(
            (one) => one.stretch.brace === stretch.brace && one.stretch.from === stretch.from,
          )!;
          return (
            <li key={`${stretch.brace} ${stretch.from}`} className="border-b border-rule py-2">
              <span className="font-bold">
                {i + 1}. {nameOf(stretch)}
              </span>
              <span className="block text-[0.95rem]">gives back {say(gain)}</span>
              <span className="block text-[0.88rem] text-faint">
                {ranking.order.length > 1 && `Alone ${say(alone)}; after all the others ${say(last)}. `}
                With it, {Math.round(100 * turnBack)} % of the turn is gone.
              </span>
            </li>
          );
        })}
      </ol>
      <p className="mt-1 text-[0.88rem] text-faint">
        Ordered by the turn of the bridge that each gives back after those before it. Only what springs back
        is counted, not the set that the wood has taken.
      </p>
    </section>
  );
}
