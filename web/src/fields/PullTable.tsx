import { NEAR_BREAKING, sayNote, type SetTension } from '@upright-elder/core/strings';
import { printForce } from '@upright-elder/core/units';
import { TableOut } from './TableOut.js';

/** What each string pulls at its pitch, and all of them together. */
export function PullTable({ tension, label }: { tension: SetTension; label: string }) {
  const breaking = tension.strings.flatMap(({ ofBreaking }, i) =>
    ofBreaking > NEAR_BREAKING ? [i + 1] : [],
  );
  return (
    <div>
      <TableOut name={label}>
        <table className="text-left text-[0.92rem] tabular-nums">
          <caption className="sr-only">{label}</caption>
          <tbody>
            <Row name="String" cells={tension.strings.map((_, i) => String(i + 1))} strong />
            <Row name="Note" cells={tension.strings.map(({ note }) => sayNote(note))} />
            <Row name="Pull, N" cells={tension.strings.map(({ pull }) => pull.toFixed(0))} />
          </tbody>
        </table>
      </TableOut>
      <p className="text-[0.95rem]">
        Together <span className="font-bold">{Math.round(tension.total)} N</span> (
        {printForce(tension.total, 'lbf', 0)}).
      </p>
      {breaking.length > 0 && (
        <p className="text-[0.92rem]">
          <span className="font-bold text-ochre">▲ String {breaking.join(', ')} would probably break</span>{' '}
          before it is at this pitch: look at its gauge and at the octave of its note.
        </p>
      )}
    </div>
  );
}

function Row({ name, cells, strong = false }: { name: string; cells: string[]; strong?: boolean }) {
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-0.5 pr-3 font-normal text-faint">
        {name}
      </th>
      {cells.map((cell, i) => (
        <td key={i} className={`px-1.5 text-right ${strong ? 'font-bold' : ''}`}>
          {cell}
        </td>
      ))}
    </tr>
  );
}
