import { createApp } from './app.js';
import { BackupsService } from './backups/backups.service.js';
import { configFrom } from './config.js';
import { Database } from './store/database.js';

// what nobody waited for and that failed is said; it never takes the program down
process.on('unhandledRejection', (error) => {
  console.error(
    `Something beside failed, and the program goes on: ${error instanceof Error ? error.message : String(error)}`,
  );
});

try {
  const config = configFrom(process.env);
  const app = await createApp(config);
  await app.listen(config.port, config.host);
  const address = app.getHttpServer().address() as { port: number };
  const { unwritable } = app.get(Database);
  if (unwritable)
    console.log(
      unwritable === 'full'
        ? 'The disk is full: the shop is open for reading only. Make room and start again to save.'
        : 'The folder cannot be written: the shop is open for reading only.',
    );
  console.log(
    `Upright Elder is open at http://${config.host}:${address.port} (data in ${config.dataFolder})`,
  );
  // looked for beside: a shop with many pictures, or many backups of before, is open meanwhile
  const looked = await app
    .get(BackupsService)
    .keeping()
    .catch(() => null);
  for (const words of [looked?.asks, ...(looked?.remarks ?? [])]) if (words) console.log(words);
} catch (error) {
  const { code, message } = error as { code?: string; message: string };
  console.error(
    code === 'EADDRINUSE'
      ? 'Another program uses the port: choose another with UPRIGHT_ELDER_PORT.'
      : message,
  );
  process.exit(1);
}
