import { randomUUID } from 'node:crypto';
import { examinationBody, instrumentBody } from './bodies.js';
import { startProgram } from './program.js';

/** How the shelf answers as it grows, against a plain list of people in the same run. */
const program = await startProgram();
const send = async (method: string, path: string, body?: unknown) => {
  const response = await fetch(`${program.address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as unknown;
};
const time = async (path: string, rounds = 9) => {
  const took: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    await send('GET', path);
    took.push(performance.now() - began);
  }
  return { first: took[0]!, median: took.sort((a, b) => a - b)[Math.floor(rounds / 2)]! };
};
try {
  const by = randomUUID();
  await send('PUT', `people/${by}`, { version: 0, name: 'Bench', role: 'owner' });
  const reference = (await time('people', 30)).median;
  console.log(
    `\nReference: the list of people over HTTP, ${reference.toFixed(2)} ms. Figures below are times this.`,
  );
  let count = 0;
  for (const wanted of [10, 100, 1000, 5000]) {
    for (; count < wanted; count++) {
      const id = randomUUID();
      await send('PUT', `instruments/${id}`, instrumentBody(by, `number ${String(count).padStart(5, '0')}`));
      if (count < 100) {
        for (const date of ['2025-08-20', '2026-02-10', '2026-08-20'])
          await send('PUT', `examinations/${randomUUID()}`, examinationBody(id, by, date));
      }
    }
    const { first, median } = await time('shelf?page=1&search=');
    const ratio = (ms: number) => `${(ms / reference).toFixed(1)} × (${ms.toFixed(1)} ms)`;
    console.log(
      `  ${String(wanted).padStart(5)} instruments: first page ${ratio(median)}, worked out for the first time ${ratio(first)}`,
    );
  }
} finally {
  await program.close();
}
