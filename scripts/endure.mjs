// npm run endure -- --kills N --saves N: see e2e/src/endure.ts
import { ensureBuilt, ensurePackages, run } from './setup.mjs';

await ensurePackages();
await ensureBuilt();
const { code } = await run(process.execPath, [
  '--import',
  'tsx',
  '--conditions=source',
  'e2e/src/endure-command.ts',
  ...process.argv.slice(2),
]);
process.exit(code);
