// Jobs: 10,000 histories over three devices, each read in another order; and how long a job of 500 events takes to fold.
import { foldJob, inOrder } from '../src/jobs/index.js';
import { seededChance } from '../src/numeric/index.js';
import { simulateHistory } from '../simulated/benchHistories.js';
import { figure, figureUnder } from './figures.js';

const MANY = Number(process.argv[2] ?? 10000);
const plain = (value: unknown): string =>
  JSON.stringify(value, (_, one: unknown) =>
    one instanceof Map ? [...(one as Map<unknown, unknown>)] : one,
  );

let [other, before, events] = [0, 0, 0];
for (let seed = 1; seed <= MANY; seed++) {
  const history = simulateHistory(seed);
  const random = seededChance(seed + 7);
  const shuffled = [...history.events, ...history.events.filter(() => random() < 0.2)]
    .map((event) => ({ event, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ event }) => event);
  events += history.events.length;
  if (plain(foldJob(history.job, shuffled)) !== plain(foldJob(history.job, history.events))) other += 1;
  const place = new Map(inOrder(shuffled).map(({ id }, i) => [id, i]));
  for (const [id, seen] of history.seen)
    for (const one of seen) if (place.get(one)! >= place.get(id)!) before += 1;
}
console.log(
  `${MANY} histories of ${Math.round(events / MANY)} events over three devices, shuffled and repeated:`,
);
figure(`${MANY} histories: another job in another order`, '0', String(other), other === 0);
figure(`${MANY} histories: an event before one that its device had seen`, '0', String(before), before === 0);

const long = simulateHistory(1, 330);
const all = Array.from({ length: 500 }, (_, i) => long.events[i % long.events.length]!).map((event, i) => ({
  ...event,
  // a log that goes on: each its own
  id:
    i < long.events.length
      ? event.id
      : `${event.id.slice(0, 8)}-ffff-7000-8000-${i.toString(16).padStart(12, '0')}`,
  kind: i < long.events.length ? event.kind : 'note',
  body: i < long.events.length ? event.body : { say: 'goes on' },
}));
const took = Array.from({ length: 200 }, () => {
  const began = performance.now();
  foldJob(long.job, all);
  return performance.now() - began;
}).sort((a, b) => a - b);
figureUnder('a job of 500 events folds, median of 200', took[100]!, 5);
