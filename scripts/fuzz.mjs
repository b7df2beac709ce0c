// npm run fuzz -- --requests N --seed S: see e2e/src/fuzz.ts
import { ensureProgram, run } from './setup.mjs';

await ensureProgram();
const { code } = await run(process.execPath, [
  '--import',
  'tsx',
  '--conditions=source',
  'e2e/src/fuzz.ts',
  ...process.argv.slice(2),
]);
process.exit(code);
