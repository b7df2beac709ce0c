import type { InChoices, Looked } from '@upright-elder/contract';
import { recordName } from '@upright-elder/core/wording';
import { Choice } from '../../../fields/Choice.js';

/** Records that are otherwise here and there: both are shown, one stands. */
export function Differing({
  looked: { differs, differsInAll },
  choices,
  onChange,
}: {
  looked: Looked;
  choices: InChoices;
  onChange: (to: InChoices) => void;
}) {
  if (differs.length === 0) return null;
  return (
    <div>
      <h3 className="text-[1.1rem]">Otherwise here and there</h3>
      <ul>
        {differs.map(({ table, key, name, state, columns, take }) => (
          <li key={`${table} ${key}`} className="grid gap-2 border-t border-rule py-2">
            <p>
              <span className="font-bold">{`${recordName(table)} ${name}`}</span>{' '}
              <span className="text-faint">
                {state === 'newer' ? 'edited there since' : 'edited here and there'}
              </span>
            </p>
            <div className="overflow-x-auto">
              <table className="w-full text-[0.92rem]">
                <thead>
                  <tr className="text-left">
                    <th scope="col">What</th>
                    <th scope="col">Ours</th>
                    <th scope="col">Theirs</th>
                  </tr>
                </thead>
                <tbody>
                  {columns.map(({ column, ours, theirs }) => (
                    <tr key={column} className="align-top">
                      <th scope="row" className="pr-3 text-left font-normal text-faint">
                        {column}
                      </th>
                      <td className="max-w-[16rem] pr-3 break-words">{ours}</td>
                      <td className="max-w-[16rem] break-words">{theirs}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <Choice
              label={`Which to keep: ${recordName(table)} ${name}`}
              value={take}
              options={[
                { value: 'ours', label: 'Ours' },
                { value: 'theirs', label: 'Theirs' },
              ]}
              onChange={(to) => onChange({ ...choices, take: { ...choices.take, [`${table} ${key}`]: to } })}
            />
          </li>
        ))}
        {differsInAll > differs.length && (
          <li className="text-faint">and {differsInAll - differs.length} more, decided alike</li>
        )}
      </ul>
    </div>
  );
}
