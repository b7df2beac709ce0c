// npm start: the program on the shop's own folder (UPRIGHT_ELDER_DATA, default ./data).
import { endWith, ensureBuilt, ensurePackages, startServer } from './setup.mjs';

await ensurePackages();
await ensureBuilt();
const { child, opened } = startServer({});
endWith(child);
await opened.catch(() => undefined);
