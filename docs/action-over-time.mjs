// node action-over-time.mjs <folder of the unpacked archive> <nickname>
// Reads nothing but tables/*.csv as datapackage.json describes them, with Node.js alone.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const [folder, nickname] = process.argv.slice(2);

/** Rows of a CSV file (RFC 4180) as objects. */
function table(name) {
  const text = readFileSync(join(folder, 'tables', `${name}.csv`), 'utf8');
  const rows = [[]];
  let [cell, quoted] = ['', false];
  for (let i = 0; i < text.length; i++) {
    const sign = text[i];
    if (quoted && sign === '"' && text[i + 1] === '"') cell += text[i++];
    else if (sign === '"') quoted = !quoted;
    else if (quoted || (sign !== ',' && sign !== '\n')) cell += sign === '\r' && !quoted ? '' : sign;
    else {
      rows.at(-1).push(cell);
      cell = '';
      if (sign === '\n') rows.push([]);
    }
  }
  const [head, ...others] = rows.filter(({ length }) => length > 1);
  return others.map((row) => Object.fromEntries(head.map((column, k) => [column, row[k]])));
}

const { id } = table('instrument').find((one) => one.nickname === nickname);
const dates = new Map(
  table('examination')
    .filter((one) => one.instrumentId === id)
    .map((one) => [one.id, one.date]),
);
const actions = table('reading').filter((one) => dates.has(one.examinationId) && one.quantity === 'action12');
actions.sort((a, b) => dates.get(a.examinationId).localeCompare(dates.get(b.examinationId)));
for (const { examinationId, place, value } of actions)
  console.log(`${dates.get(examinationId)} ${place} ${(1000 * value).toFixed(2)} mm`);
