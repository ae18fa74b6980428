import { createServer } from 'node:https';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_SEED } from '@hiraeth/demo';
import type { BridgedPrinter } from './bridge';
import { createApp } from './createApp';
import { readPrinters } from './readPrinters';
import { serveRooms } from './room';
import { roomAddress } from './roomAddress';
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

/** The room is off until its owner turns it on: then other devices of the local network reach this program, sealed. */
const roomPort = Number(process.env.ROOM_PORT ?? port + 1);
const room = process.env.HIRAETH_ROOM === 'on' ? await roomAddress(process.env.HIRAETH_ROOM_FOLDER) : null;
const allHosts = [...hosts, ...(room?.addresses ?? [])];

const app = createApp({
  dist: join(root, 'web', 'dist'),
  hosts: allHosts,
  printers: [...simulated, ...printers],
  ...(simulator ? { simulator: simulator.router } : {}),
  ...(room ? { room: { port: roomPort, addresses: room.addresses, fingerprint: room.fingerprint } } : {}),
});
const listening = (name: string) => (error?: Error) => {
  if (!error) return console.log(name);
  console.error(`${error.message}. Set PORT or ROOM_PORT to another number.`);
  process.exit(1);
};
const server = app.listen(
  port,
  host,
  listening(`Hiraeth is at http://${host}:${port} — stop it with Ctrl+C.`),
);
const secure = room && createServer({ key: room.key, cert: room.cert }, app);
secure?.on('error', listening(''));
secure?.listen(roomPort, process.env.ROOM_HOST ?? '0.0.0.0', () =>
  listening(
    `Other devices of this room reach it at port ${roomPort} of ${room!.addresses.join(', ') || 'this computer'}: Workbook → Another device.`,
  )(),
);
const closeRooms = room ? serveRooms([server, secure!], { hosts: allHosts }) : () => undefined;
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    closeRooms();
    secure?.close();
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
