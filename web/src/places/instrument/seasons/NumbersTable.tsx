import { sayDate } from '@upright-elder/core/days';
import type { ForecastPoint } from '@upright-elder/contract';
import { memo } from 'react';
import type { ScenarioPoint } from '../../../compute/tasks/seasons.js';
import { trimmed, type SeriesUnit } from './unitOf.js';
import { Fold } from '../../../fields/Fold.js';
import { TableOut } from '../../../fields/TableOut.js';

interface Props {
  name: string;
  points: readonly ForecastPoint[];
  /** the same days under a scenario, where one is looked at */
  scenario: readonly ScenarioPoint[] | null;
  unit: SeriesUnit;
}

/** Every fourth week is enough to read. */
const EVERY = 4;

/** The numbers behind the chart, to be read and copied. */
export const NumbersTable = memo(function NumbersTable({ name, points, scenario, unit }: Props) {
  const say = (value: number) => trimmed(value / unit.per, unit.decimals + (unit.decimals === 1 ? 1 : 0));
  const pair = ([low, high]: readonly [number, number]) => `${say(low)} to ${say(high)}`;
  const heads = [
    'Day',
    'Wood, %MC',
    `Expected, ${unit.name}`,
    'Half the time',
    'Four times in five',
    'Nineteen in twenty',
    ...(scenario ? ['As kept', 'Four in five as kept'] : []),
  ];
  const rows = points.map(({ date, moisture, median, band50, band80, band95 }, i) => [
    date,
    moisture.toFixed(1),
    say(median),
    pair(band50),
    pair(band80),
    pair(band95),
    ...(scenario?.[i] ? [say(scenario[i].median), pair(scenario[i].band80)] : []),
  ]);
  return (
    <Fold className="mt-2" summaryClass="font-bold" summary="Table">
      <TableOut name={`${name} through the coming year`} lines={() => [heads, ...rows]}>
        <table className="mt-1 w-full text-left tabular-nums">
          <caption className="sr-only">{name} through the coming year</caption>
          <thead>
            <tr className="border-b border-rule">
              {heads.map((head) => (
                <th key={head} scope="col" className="pr-3 align-bottom">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows
              .filter((_, i) => i % EVERY === 0)
              .map(([date, ...cells]) => (
                <tr key={date} className="border-b border-rule">
                  <th scope="row" className="pr-3 font-normal whitespace-nowrap">
                    {sayDate(date!)}
                  </th>
                  {cells.map((cell, i) => (
                    <td key={i} className="pr-3">
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
          </tbody>
        </table>
      </TableOut>
    </Fold>
  );
});
