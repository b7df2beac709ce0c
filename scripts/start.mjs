// npm start: the program on the shop's own folder (UPRIGHT_ELDER_DATA, default ./data).
import { endWith, ensureProgram, startServer } from './setup.mjs';

await ensureProgram();
const { child, opened } = startServer({});
endWith(child);
await opened.catch(() => undefined);
