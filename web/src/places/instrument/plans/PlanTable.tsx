import type { Instrument } from '@upright-elder/contract';
import { QUESTIONS } from '@upright-elder/core/diagnosis';
import type { Money, OwnPlan, RepairPlan } from '@upright-elder/core/repair-plans';
import {
  ORIGINALS_WORDS,
  PLAN_WORDS,
  planName,
  sayCost,
  sayDays,
  sayFindings,
  sayIn,
  sayInside,
  sayProvisional,
  saySpent,
  UNDO_WORDS,
} from '@upright-elder/core/wording';
import { TREATMENTS } from '@upright-elder/core/treatments';
import { sayHeight, type HeightUnit, sayBench } from '@upright-elder/core/units';
import { cardDrawing, monthsDrawing, PAGE_INKS } from '@upright-elder/drawings';
import type { ReactNode } from 'react';
import { Drawn } from '../../../drawings/Drawn.js';
import { SeverityMark } from '../../../fields/SeverityMark.js';
import { Fold } from '../../../fields/Fold.js';
import { TableOut } from '../../../fields/TableOut.js';

export interface Column {
  key: string;
  plan: RepairPlan | OwnPlan;
  name: string;
  aim: string;
  /** what a person can do with it */
  acts: ReactNode;
}

interface Props {
  instrument: Instrument;
  columns: readonly Column[];
  money: Money;
  currency: string;
  unit: HeightUnit;
  /** today, days since 1970 */
  day: number;
}

/** A plan's column as the program names it. */
export const columnOf = (plan: RepairPlan, acts: ReactNode): Column => ({
  key: plan.kinds.join(' '),
  plan,
  name: planName(plan.kinds),
  aim: plan.kinds.map((kind) => PLAN_WORDS[kind].aim).join('; '),
  acts,
});

/** Plans side by side, the first of them leaving it; what differs from that is what the eye meets. */
export function PlanTable({ instrument, columns, money, currency, unit, day }: Props) {
  const say = (metres: number) => sayHeight(metres, unit);
  const reach = reachOf(columns);
  const rows: { label: string; of: (column: Column) => ReactNode; same?: (column: Column) => string }[] = [
    {
      label: 'The coming year',
      of: ({ plan, name }) => <Months plan={plan} name={name} reach={reach} />,
    },
    {
      label: 'Both sides in range, all year',
      of: ({ plan }) => sayInside(plan.outcome.chance),
      same: ({ plan }) => sayInside(plan.outcome.chance),
    },
    {
      label: 'Action afterwards',
      of: ({ plan }) => <Stands plan={plan} instrument={instrument} say={say} />,
      same: ({ plan }) =>
        plan.outcome.sides
          .map(({ action, saddle }) => `${say(action.value)} ${saddle ? say(saddle.value) : ''}`)
          .join(' '),
    },
    {
      label: 'Left undone',
      of: ({ plan }) => <Undone plan={plan} unit={unit} />,
      same: ({ plan }) => plan.undone.map(({ rule }) => rule).join(' '),
    },
    {
      label: 'Work',
      of: ({ plan }) => (
        <>
          {sayBench(plan.cost.hours)}
          {plan.cost.hours[1] > 0.05 && ' at the bench'}
          {plan.cost.days[1] > 0.05 && (
            <span className="block text-[0.92rem]">{sayDays(plan.cost.days)} including waiting</span>
          )}
        </>
      ),
      same: ({ plan }) => sayBench(plan.cost.hours),
    },
    {
      label: 'Cost, about',
      of: ({ plan }) => <CostOf plan={plan} money={money} currency={currency} />,
      same: ({ plan }) => sayCost(plan.cost, money, currency).cost,
    },
    {
      label: 'Can it be undone?',
      of: ({ plan }) => (
        <>
          {UNDO_WORDS[plan.cost.undo]}
          <br />
          <span className="text-[0.92rem]">{ORIGINALS_WORDS[plan.cost.originals]}</span>
        </>
      ),
      same: ({ plan }) => `${plan.cost.undo} ${plan.cost.originals}`,
    },
    {
      label: instrument.type === 'archtop' ? 'Wheels run out' : 'Saddle runs out',
      of: ({ plan }) => saySpent(plan.outcome, day)?.text ?? 'not known yet',
      same: ({ plan }) => saySpent(plan.outcome, day)?.text ?? '',
    },
    { label: 'Steps', of: ({ plan }) => <Steps plan={plan} /> },
    { label: 'What may change it', of: ({ plan }) => <Risks plan={plan} /> },
    { label: 'What could change your choice', of: ({ plan }) => <HangsOn plan={plan} /> },
  ];
  const first = columns[0]!;
  return (
    <TableOut name="Plans side by side">
      <table className="w-full border-separate border-spacing-0 text-left">
        <thead>
          <tr>
            <th className="sticky left-0 z-10 w-[7.5rem] min-w-[7.5rem] bg-ground align-bottom text-[0.9rem] font-normal text-faint max-sm:w-[5.5rem] max-sm:min-w-[5.5rem]">
              <span className="sr-only">What of it</span>
            </th>
            {columns.map(({ key, name, aim, acts, plan }) => (
              <th
                key={key}
                scope="col"
                className="ticket min-w-[15.5rem] border border-b-0 border-rule bg-sheet px-3 pb-2 align-top font-normal"
              >
                <span className="block font-serif text-[1.3rem] leading-tight font-semibold">{name}</span>
                <span className="block min-h-[2.6em] text-[0.9rem] text-faint">{aim}</span>
                <span className="mt-1 flex flex-wrap gap-2">{acts}</span>
                {plan.provisional.length > 0 && (
                  <span className="mt-1 block text-[0.9rem] text-ochre">
                    ▲ For now only:{' '}
                    {plan.provisional.map((one) => sayProvisional(one, sayIn(unit))).join('; ')}.
                  </span>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ label, of, same }, i) => (
            <tr key={label}>
              <th
                scope="row"
                className="sticky left-0 z-10 bg-ground py-2 pr-2 align-top text-[0.9rem] font-normal text-faint"
              >
                {label}
              </th>
              {columns.map((column) => (
                <td
                  key={column.key}
                  className={`border-x border-t border-rule bg-sheet px-3 py-2 align-top ${i === rows.length - 1 ? 'border-b' : ''} ${
                    same && column !== first && same(column) !== same(first) ? 'font-bold' : ''
                  } ${same && column !== first && same(column) === same(first) ? 'text-faint' : ''}`}
                >
                  {of(column)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </TableOut>
  );
}

/** Lowest and highest action that any of the plans draws, m. */
function reachOf(columns: readonly Column[]): [number, number] {
  const all = columns.flatMap(({ plan }) =>
    plan.outcome.sides.flatMap(({ window, months }) => [
      ...window,
      ...months.flatMap(({ band80 }) => band80),
    ]),
  );
  return all.length > 0 ? [Math.min(...all) - 0.1e-3, Math.max(...all) + 0.1e-3] : [0, 0.004];
}

function Months({ plan, name, reach }: { plan: RepairPlan; name: string; reach: [number, number] }) {
  const { sides, slack } = plan.outcome;
  if (slack) return <p className="text-[0.95rem]">Slack, so no action.</p>;
  if (sides.length === 0)
    return <p className="text-[0.95rem] text-faint">Action not measured at pitch yet.</p>;
  return (
    <Drawn
      of={monthsDrawing(
        {
          sides,
          reach,
          label: `${name}: action month by month, ${sides
            .map(
              ({ side, months }) =>
                `${side} in range in ${months.filter(({ inside }) => inside >= 0.5).length} of 12 months`,
            )
            .join(', ')}`,
        },
        PAGE_INKS,
      )}
      className="w-[13.5rem] max-w-full"
    />
  );
}

function Stands({
  plan,
  instrument,
  say,
}: {
  plan: RepairPlan;
  instrument: Instrument;
  say: (metres: number) => string;
}) {
  const { sides } = plan.outcome;
  if (sides.length === 0) return <span className="text-faint">not told</span>;
  const bass = sides[0]!;
  const archtop = instrument.type === 'archtop';
  const drawn =
    !archtop && bass.saddle && bass.plane
      ? {
          saddleHeight: bass.saddle.value - bass.plane.value,
          saddleShowing: bass.saddle.value,
          nutHeight: 0.0005,
        }
      : null;
  return (
    <>
      {sides.map(({ side, action, saddle, breakAngle }) => (
        <span key={side} className="block">
          {side} {say(action.value)}
          {saddle && (
            <span className="text-[0.92rem]">
              {' '}
              · {archtop ? 'wheels' : 'saddle'} {say(Math.max(0, saddle.value))}
              {breakAngle && ` · break angle ${Math.round((breakAngle.value * 180) / Math.PI)}°`}
            </span>
          )}
        </span>
      ))}
      {drawn && (
        <Drawn
          of={cardDrawing(
            { scale: instrument.scale.metres, bodyJoin: instrument.bodyJoin, stance: drawn, hurts: null },
            PAGE_INKS,
          )}
          className="mt-1 w-[9rem]"
        />
      )}
    </>
  );
}

function Undone({ plan, unit }: { plan: RepairPlan; unit: HeightUnit }) {
  const said = sayFindings(plan.undone, sayIn(unit));
  if (said.length === 0) return <span>nothing found</span>;
  return (
    <ul className="grid gap-1 text-[0.92rem] font-normal">
      {said.slice(0, 4).map(({ of: [{ severity }], text }) => (
        <li key={text}>
          <SeverityMark severity={severity} /> {firstOf(text)}
        </li>
      ))}
      {said.length > 4 && <li>and {said.length - 4} more</li>}
    </ul>
  );
}

/** The first clause of a finding: a column is narrow, and the whole sentence stands above. */
const firstOf = (text: string): string => {
  const clause = text.split(/[:;.](?=\s|$)/u)[0]!;
  return clause.length > 90 ? `${clause.slice(0, 88).replace(/\s\S*$/u, '')} …` : clause;
};

function CostOf({ plan, money, currency }: { plan: RepairPlan; money: Money; currency: string }) {
  const { cost, beside } = sayCost(plan.cost, money, currency);
  return (
    <>
      {cost}
      {beside.map((one) => (
        <span key={one} className="block text-[0.92rem] text-ochre">
          ▲ {one}
        </span>
      ))}
    </>
  );
}

function Steps({ plan }: { plan: RepairPlan }) {
  if (plan.steps.length === 0) return <span className="text-faint">none</span>;
  return (
    <ol className="list-decimal pl-5 text-[0.95rem] leading-snug">
      {plan.steps.map(({ id }) => (
        <li key={id}>{TREATMENTS[id].name}</li>
      ))}
    </ol>
  );
}

function Risks({ plan }: { plan: RepairPlan }) {
  if (plan.risks.length === 0) return <span className="text-faint">nothing that is known of</span>;
  return (
    <Fold
      summaryClass="text-[0.95rem]"
      summary={
        <>
          {plan.risks.length} {plan.risks.length === 1 ? 'thing' : 'things'}
        </>
      }
    >
      <ul className="grid gap-1 text-[0.92rem]">
        {plan.risks.map(({ id, if: when, then }, i) => (
          <li key={i}>
            {TREATMENTS[id].name}: if {when}, {then}
          </li>
        ))}
      </ul>
    </Fold>
  );
}

function HangsOn({ plan }: { plan: RepairPlan }) {
  if (plan.hangsOn.length === 0) return <span className="text-faint">no open question</span>;
  return (
    <ul className="grid gap-1 text-[0.92rem]">
      {plan.hangsOn.map(({ id, decides, minutes }) => (
        <li key={id} title={QUESTIONS[id].ask}>
          {decides} ({minutes} min)
        </li>
      ))}
    </ul>
  );
}
