import { createApp } from './app.js';
import { configFrom } from './config.js';

try {
  const config = configFrom(process.env);
  const app = await createApp(config);
  await app.listen(config.port, config.host);
  const address = app.getHttpServer().address() as { port: number };
  console.log(
    `Upright Elder is open at http://${config.host}:${address.port} (data in ${config.dataFolder})`,
  );
} catch (error) {
  const { code, message } = error as { code?: string; message: string };
  console.error(
    code === 'EADDRINUSE'
      ? 'The port is taken by another program: choose another with UPRIGHT_ELDER_PORT.'
      : message,
  );
  process.exit(1);
}
