// npm run screenshots: the pictures of docs/screenshots, made from the demo scenario on a frozen day.
import { ensureProgram, run } from './setup.mjs';

await ensureProgram();
const { code } = await run(process.execPath, [
  '--import',
  'tsx',
  '--conditions=source',
  'e2e/src/screenshots.ts',
  ...process.argv.slice(2),
]);
process.exit(code);
