// Loaded into a running program by the bench: writes down whenever its thread was held, with the instant.
import { appendFileSync } from 'node:fs';
let last = performance.now();
const look = () => {
  const now = performance.now();
  if (now - last > 15) appendFileSync(process.env.HELD_FILE, `${Date.now()} ${(now - last).toFixed(1)}\n`);
  last = performance.now();
  setImmediate(look);
};
if (process.env.HELD_FILE) look();
