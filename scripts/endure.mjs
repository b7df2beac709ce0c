// npm run endure -- --kills N --saves N: see e2e/src/endure.ts
import { ensureProgram, run } from './setup.mjs';

await ensureProgram();
const { code } = await run(process.execPath, [
  '--import',
  'tsx',
  '--conditions=source',
  'e2e/src/endure-command.ts',
  ...process.argv.slice(2),
]);
process.exit(code);
