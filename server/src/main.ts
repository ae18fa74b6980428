import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './createApp';

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
const port = Number(process.env.PORT ?? 4173);
const host = process.env.HOST ?? '127.0.0.1';
const hosts = ['127.0.0.1', 'localhost', '[::1]', host, ...(process.env.ALLOWED_HOSTS?.split(',') ?? [])];

const server = createApp({ dist: join(root, 'web', 'dist'), hosts }).listen(port, host, (error?: Error) => {
  if (error) {
    console.error(`Could not listen on ${host}:${port}: ${error.message}. Set PORT to another number.`);
    process.exit(1);
  }
  console.log(`Hiraeth is at http://${host}:${port} — stop it with Ctrl+C.`);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
