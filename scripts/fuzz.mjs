// npm run fuzz -- --requests N --seed S: see e2e/src/fuzz.ts
import { ensureBuilt, ensurePackages, run } from './setup.mjs';

await ensurePackages();
await ensureBuilt();
const { code } = await run(process.execPath, [
  '--import',
  'tsx',
  '--conditions=source',
  'e2e/src/fuzz.ts',
  ...process.argv.slice(2),
]);
process.exit(code);
