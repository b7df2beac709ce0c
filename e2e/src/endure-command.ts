// npm run endure -- --kills N --saves N: ends the program again and again, and saves from many hands at once.
import { concurrent, kills, type Endured } from './endure.js';

const argument = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const [rounds, saves] = [argument('kills', 60), argument('saves', 480)];
const rows: [string, Endured][] = [
  [`${rounds} kills`, await kills(rounds)],
  [`${saves} saves at once`, await concurrent(saves)],
];
let held = true;
for (const [name, { acknowledged, lost, half, wrong }] of rows) {
  const good = lost + half + wrong === 0 && acknowledged > 0;
  held &&= good;
  console.log(
    `${name.padEnd(22)} acknowledged ${acknowledged}, lost ${lost}, half ${half}, wrong ${wrong}  ${good ? 'held' : 'short'}`,
  );
}
process.exit(held ? 0 : 1);
