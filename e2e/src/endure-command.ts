// npm run endure -- --kills N --jobs N --saves N: ends the program again and again, also in the midst of jobs, and saves
// from many hands at once.
import { concurrent, kills, type Endured } from './endure.js';
import { killsOfJobs } from './endureJobs.js';

const argument = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const [rounds, saves, jobs] = [argument('kills', 60), argument('saves', 480), argument('jobs', 30)];
const rows: [string, Endured][] = [
  [`${rounds} kills`, await kills(rounds)],
  [`${jobs} jobs`, await killsOfJobs(jobs)],
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
