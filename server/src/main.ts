import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_SEED } from '@hiraeth/demo';
import type { BridgedPrinter } from './bridge';
import { createApp } from './createApp';
import { readPrinters } from './readPrinters';
import { makeSimulator } from './simulator';

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
const port = Number(process.env.PORT ?? 4173);
const host = process.env.HOST ?? '127.0.0.1';
const hosts = ['127.0.0.1', 'localhost', '[::1]', host, ...(process.env.ALLOWED_HOSTS?.split(',') ?? [])];

let printers: readonly BridgedPrinter[];
try {
  printers = readPrinters(process.env.HIRAETH_PRINTERS);
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(1);
}
// The demo's own printer answers on the same port; it is on unless it is switched off.
const simulator = process.env.HIRAETH_SIMULATOR === 'off' ? null : makeSimulator(DEMO_SEED, Date.now);
const simulated: readonly BridgedPrinter[] = simulator
  ? [
      {
        id: 'simulated',
        name: 'Penhallow Nine (simulated)',
        uri: `ipp://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}/ipp/print`,
      },
    ]
  : [];

const server = createApp({
  dist: join(root, 'web', 'dist'),
  hosts,
  printers: [...simulated, ...printers],
  ...(simulator ? { simulator: simulator.router } : {}),
}).listen(port, host, (error?: Error) => {
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
