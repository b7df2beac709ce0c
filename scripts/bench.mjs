// npm run bench: speed as ratios against a reference in the same run, and the coverage of the forecast's bands.
import { ensureBuilt, ensurePackages, run } from './setup.mjs';

await ensurePackages();
await ensureBuilt();
for (const bench of [
  'core/bench/bench.ts',
  'core/bench/benchTop.ts',
  'e2e/src/bench-shelf.ts',
  'e2e/src/bench-logger.ts',
  'e2e/src/bench-map.ts',
]) {
  const { code } = await run(process.execPath, ['--import', 'tsx', '--conditions=source', bench]);
  if (code !== 0) process.exit(code);
}
