import type { Budget } from '@upright-elder/contract';
import { BUDGET_CAUSES, type BudgetCause } from '@upright-elder/core/diagnosis';
import { QUANTITIES } from '@upright-elder/core/readings';
import { COMPENSATION } from '@upright-elder/core/stance';
import { finer, moveIn, sayHeight, type HeightUnit } from '@upright-elder/core/units';
import { budgetDrawing, PAGE_INKS } from '@upright-elder/drawings';
import { useState } from 'react';
import { Drawn } from '../../../drawings/Drawn.js';
import { Choice } from '../../../fields/Choice.js';
import { CAUSES } from './causes.js';
import { Fold } from '../../../fields/Fold.js';
import { TableOut } from '../../../fields/TableOut.js';

/** Nearer than this no rule tells it from its target, m. */
const ON_TARGET = 0.00002;

/** What makes the action stand as it does: each cause where it arises, as a length at the saddle line. */
export function BudgetSheet({
  budgets,
  scale,
  bodyJoin,
  archtop,
  unit,
}: {
  budgets: Budget[];
  scale: number;
  bodyJoin: number;
  archtop: boolean;
  unit: HeightUnit;
}) {
  const worst = [...budgets].sort((a, b) => Math.abs(b.total) - Math.abs(a.total))[0]!;
  const [chosen, setChosen] = useState<Budget['side']>(worst.side);
  const budget = budgets.find(({ side }) => side === chosen) ?? worst;
  const { side, actual, target, total, lever, leading, told, parts } = budget;
  const fine = finer(unit);
  const move = moveIn(fine);
  const say = (metres: number) => sayHeight(metres, unit);
  const off = Math.abs(total);
  const partOf = (cause: BudgetCause) => parts.find((one) => one.cause === cause)!;
  // from the nut to the bridge, as the instrument lies
  const drawn = BUDGET_CAUSES.map((cause) => {
    const { value, sd } = partOf(cause);
    const [amount, error] = move.signed(value / lever, sd / lever).split('\u00a0±\u00a0') as [string, string];
    return {
      name: archtop && cause === 'saddle' ? 'wheels' : CAUSES[cause].short,
      at: CAUSES[cause].at,
      value: value / lever,
      sd: sd / lever,
      amount,
      error: `± ${error}`,
      leads: told && cause === leading,
    };
  });
  return (
    <section className="sheet p-4" aria-label={`Action budget, ${side}`}>
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 print:break-after-avoid">
        <h2 className="text-[1.4rem]">Why the action is where it is</h2>
        {budgets.length > 1 && (
          <Choice
            label="Side"
            value={side}
            onChange={(next) => setChosen(next)}
            options={[
              { value: 'bass', label: 'bass' },
              { value: 'treble', label: 'treble' },
            ]}
          />
        )}
        <p>
          <span className="text-[1.75rem] font-bold">{say(actual)}</span>{' '}
          <span className="text-faint">wanted {say(target)}</span>
          {', '}
          {off < ON_TARGET ? 'on its target' : `${say(off)} too ${total > 0 ? 'high' : 'low'} as measured`}
        </p>
      </div>
      <Drawn
        of={budgetDrawing(
          {
            neck: { scale, bodyJoin, compensation: COMPENSATION[side] },
            parts: drawn,
            label: `Causes at the saddle line, ${side}: ${drawn.map(({ name, amount, error }) => `${name} ${amount} ${error} ${move.name}`).join(', ')}`,
          },
          PAGE_INKS,
        )}
        className="mt-2 w-full"
      />
      <p className="text-[0.9rem] text-faint">
        {move.name} at the saddle: up raises the strings, down lowers them; about half reaches fret 12. Thin
        line: possible error.
      </p>
      <Fold className="mt-1" summaryClass="text-[0.95rem]" summary="At fret 12, in numbers">
        <TableOut name={`Causes, ${side}`}>
          <table className="w-full text-left">
            <thead>
              <tr className="border-b border-rule text-[0.9rem] text-faint">
                <th className="py-1 font-normal">Cause</th>
                <th className="font-normal">At fret 12</th>
                <th className="font-normal">Based on</th>
              </tr>
            </thead>
            <tbody>
              {parts.map(({ cause, value, sd, evidence }) => (
                <tr key={cause} className="border-b border-rule last:border-b-0">
                  <td className="py-1.5">{CAUSES[cause].name}</td>
                  <td className="whitespace-nowrap">
                    {move.signed(value, sd)} {move.name}
                  </td>
                  <td className="text-[0.95rem]">
                    {[...new Set(evidence)]
                      .map((quantity) => QUANTITIES[quantity].name.toLowerCase())
                      .join(', ')}
                  </td>
                </tr>
              ))}
              <tr className="font-bold">
                <td className="py-1.5">Together</td>
                <td>
                  {total < 0 ? '−' : '+'}
                  {move.of(Math.abs(total))} {move.name}
                </td>
                <td />
              </tr>
            </tbody>
          </table>
        </TableOut>
      </Fold>
    </section>
  );
}
