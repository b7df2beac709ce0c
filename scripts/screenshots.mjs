// npm run screenshots: the pictures of docs/screenshots, made from the demo scenario on a frozen day.
import { ensureBuilt, ensurePackages, run } from './setup.mjs';

await ensurePackages();
await ensureBuilt();
const { code } = await run(process.execPath, [
  '--import',
  'tsx',
  '--conditions=source',
  'e2e/src/screenshots.ts',
  ...process.argv.slice(2),
]);
process.exit(code);
