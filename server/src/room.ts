import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { WebSocketServer, type WebSocket } from 'ws';
import { readControl } from './roomControl';
import { close, type Ending } from './roomEnds';
import { MOST, Rooms, type Bounds, type Entered } from './rooms';

export interface RoomOptions {
  /** Host names under which it may be asked for; a foreign Host or Origin is refused. */
  readonly hosts: readonly string[];
  readonly now?: () => number;
  /** Bounds, for tests. */
  readonly most?: Partial<Bounds>;
}

/** Whoever has not said what it wants by then is shown out. */
const SILENT_MS = 10_000;

/**
 * Passes what devices of one room say on to the others, sealed as it is: it has no key, reads nothing and keeps nothing, not
 * even for a moment when nobody listens. Who may come in is the owner's to say.
 *
 * @param servers whose upgrades at `/room/<id>` are answered
 * @returns closes all rooms
 */
export function serveRooms(servers: readonly Server[], options: RoomOptions): () => void {
  const most = { ...MOST, ...options.most };
  const now = options.now ?? Date.now;
  const own = new Set(options.hosts);
  const rooms = new Rooms(most, now);
  const sockets = new WebSocketServer({ noServer: true, maxPayload: most.bytes, perMessageDeflate: false });

  const upgrade = (request: IncomingMessage, socket: Duplex, head: Buffer): void => {
    const id = /^\/room\/([A-Za-z0-9_-]{20,64})$/.exec(request.url ?? '')?.[1];
    if (!id || isForeign(request, own)) return refuse(socket, 403);
    if (sockets.clients.size >= most.connections) return refuse(socket, 503);
    sockets.handleUpgrade(request, socket, head, (client) => welcome(id, client));
  };
  for (const server of servers) server.on('upgrade', upgrade);

  function welcome(id: string, client: WebSocket): void {
    let who: Entered | null = null;
    let allowance = most.burst;
    let counted = now();
    const end = (why: Ending): void => close(client, why);
    const silent = setTimeout(() => {
      if (who === null) end('nonsense');
    }, SILENT_MS);
    client.on('error', () => client.terminate());
    client.on('close', () => {
      clearTimeout(silent);
      if (who !== null) rooms.leave(id, who.device, client);
    });
    client.on('message', (data: Buffer, isBinary) => {
      const time = now();
      allowance = Math.min(most.burst, allowance + ((time - counted) / 1000) * most.rate) - 1;
      counted = time;
      if (allowance < 0) return end('flood');
      if (isBinary) {
        if (who === null || !rooms.pass(id, who.device, data)) end('nonsense');
        return;
      }
      const said = readControl(data);
      if (!said) return end('nonsense');
      if (who === null) {
        const entered = rooms.enter(id, said, client);
        if (typeof entered === 'string') return end(entered);
        who = entered;
      } else if (!who.isOwner || !rooms.rule(id, said)) end('nonsense');
    });
  }

  return () => {
    for (const server of servers) server.off('upgrade', upgrade);
    for (const client of sockets.clients) client.terminate();
    sockets.close();
    rooms.clear();
  };
}

function isForeign({ headers: { host, origin } }: IncomingMessage, own: ReadonlySet<string>): boolean {
  const name = host?.replace(/:\d+$/, '').toLowerCase();
  return !name || !own.has(name) || !origin || !URL.canParse(origin) || !own.has(new URL(origin).hostname);
}

function refuse(socket: Duplex, status: 403 | 503): void {
  socket.end(`HTTP/1.1 ${status} ${status === 403 ? 'Forbidden' : 'Busy'}\r\nConnection: close\r\n\r\n`);
}
