import { createHash, timingSafeEqual } from 'node:crypto';
import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { WebSocketServer, type WebSocket } from 'ws';
import { z } from 'zod';

export interface RoomOptions {
  /** Host names under which it may be asked for; a foreign Host or Origin is refused. */
  readonly hosts: readonly string[];
  readonly now?: () => number;
  /** Bounds, for tests. */
  readonly most?: Partial<Bounds>;
}

interface Bounds {
  readonly connections: number;
  readonly rooms: number;
  readonly devices: number;
  readonly bytes: number;
  /** Frames a second of one device, and how many it may save up. */
  readonly rate: number;
  readonly burst: number;
  /** What waits for a device that does not listen, bytes: then it is shown out, and meets again later. */
  readonly waiting: number;
}

const MOST: Bounds = {
  connections: 64,
  rooms: 16,
  devices: 8,
  bytes: 512 * 1024,
  rate: 200,
  burst: 1000,
  waiting: 8 * 1024 * 1024,
};
/** A code lets one device in, within this time. */
const CODE_MS = 10 * 60_000;
/** Whoever has not said what it wants by then is shown out. */
const SILENT_MS = 10_000;

const token = z.string().regex(/^[A-Za-z0-9_-]{20,64}$/);
const proof = z.string().regex(/^[0-9a-f]{64}$/);

/** The first word of a connection, and what the room's owner may say; all else is sealed, and passed on unread. */
const controlSchema = z.discriminatedUnion('type', [
  /** Opens a room, or comes back to it: `owner` is its secret, `members` whom it knows already, by their proofs. */
  z.strictObject({
    type: z.literal('open'),
    device: token,
    owner: token,
    members: z.array(z.strictObject({ device: token, proof })).max(32),
  }),
  /** A code that lets one device in, by its proof. */
  z.strictObject({ type: z.literal('invite'), proof }),
  /** With a code once; from then on with the secret that it said then. */
  z.strictObject({ type: z.literal('join'), device: token, secret: token, code: token.optional() }),
  z.strictObject({ type: z.literal('door'), device: token }),
]);
type Control = z.infer<typeof controlSchema>;

interface Room {
  readonly owner: Buffer;
  ownerDevice: string;
  readonly members: Map<string, Buffer>;
  readonly here: Map<string, WebSocket>;
  readonly codes: Map<string, number>;
}

/** Why a connection ends, as its code and words: the app says what to do. */
const ENDS = {
  unwanted: [4001, 'no such code'],
  door: [4002, 'shown the door'],
  full: [4003, 'the room is full'],
  flood: [4004, 'too much at once'],
  nonsense: [4005, 'not understood'],
  replaced: [4006, 'this device is here already'],
  noRoom: [4007, 'nobody opened this room'],
} as const;

const close = (client: WebSocket | undefined, why: keyof typeof ENDS): void =>
  client?.close(ENDS[why][0], ENDS[why][1]);

const proofOf = (secret: string): Buffer => createHash('sha256').update(secret).digest();

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
  const rooms = new Map<string, Room>();
  const sockets = new WebSocketServer({ noServer: true, maxPayload: most.bytes, perMessageDeflate: false });

  const upgrade = (request: IncomingMessage, socket: Duplex, head: Buffer): void => {
    const id = /^\/room\/([A-Za-z0-9_-]{20,64})$/.exec(request.url ?? '')?.[1];
    if (!id || isForeign(request, own)) return refuse(socket, 403);
    if (sockets.clients.size >= most.connections) return refuse(socket, 503);
    sockets.handleUpgrade(request, socket, head, (client) => welcome(id, client));
  };
  for (const server of servers) server.on('upgrade', upgrade);

  function welcome(id: string, client: WebSocket): void {
    let device: string | null = null;
    let isOwner = false;
    let allowance = most.burst;
    let counted = now();
    const end = (why: keyof typeof ENDS): void => close(client, why);
    const silent = setTimeout(() => {
      if (device === null) end('nonsense');
    }, SILENT_MS);
    client.on('error', () => client.terminate());
    client.on('close', () => {
      clearTimeout(silent);
      const room = rooms.get(id);
      if (!room || device === null || room.here.get(device) !== client) return;
      room.here.delete(device);
      // Nobody is left: of the room nothing is. Its owner opens it again with whom it knows.
      if (room.here.size === 0) rooms.delete(id);
      else tellWho(room);
    });
    client.on('message', (data: Buffer, isBinary) => {
      const time = now();
      allowance = Math.min(most.burst, allowance + ((time - counted) / 1000) * most.rate);
      counted = time;
      allowance -= 1;
      if (allowance < 0) return end('flood');
      const room = rooms.get(id);
      if (isBinary) {
        if (device === null || !room) return end('nonsense');
        for (const [other, there] of room.here) if (other !== device) pass(there, data);
        return;
      }
      const said = read(data);
      if (!said) return end('nonsense');
      if (device === null) {
        const why = enter(id, said, client);
        if (typeof why === 'string') return end(why);
        ({ device, isOwner } = why);
        return tellWho(rooms.get(id)!);
      }
      if (!room || !isOwner) return end('nonsense');
      if (said.type === 'invite') {
        if (room.codes.size > 32) room.codes.clear();
        room.codes.set(said.proof, time + CODE_MS);
      } else if (said.type === 'door') {
        room.members.delete(said.device);
        close(room.here.get(said.device), 'door');
      } else end('nonsense');
    });
  }

  function pass(there: WebSocket, data: Buffer): void {
    if (there.bufferedAmount > most.waiting) close(there, 'flood');
    else there.send(data, { binary: true });
  }

  /** Who comes in, and as what; or why not. */
  function enter(
    id: string,
    said: Control,
    client: WebSocket,
  ): { readonly device: string; readonly isOwner: boolean } | keyof typeof ENDS {
    let room = rooms.get(id);
    if (said.type === 'open') {
      const owner = proofOf(said.owner);
      if (room && !timingSafeEqual(room.owner, owner)) return 'unwanted';
      if (!room) {
        if (rooms.size >= most.rooms) return 'full';
        room = { owner, ownerDevice: said.device, members: new Map(), here: new Map(), codes: new Map() };
        rooms.set(id, room);
      }
      room.ownerDevice = said.device;
      for (const one of said.members) room.members.set(one.device, Buffer.from(one.proof, 'hex'));
    } else if (said.type === 'join') {
      if (!room) return 'noRoom';
      const secret = proofOf(said.secret);
      const known = room.members.get(said.device);
      const invited = !known && said.code !== undefined && takeCode(room, said.code);
      if (!(known ? timingSafeEqual(known, secret) : invited)) return 'unwanted';
      if (room.here.size >= most.devices) return 'full';
      room.members.set(said.device, secret);
    } else return 'nonsense';
    const { device } = said;
    close(room.here.get(device), 'replaced');
    room.here.set(device, client);
    return { device, isOwner: said.type === 'open' };
  }

  /** A code is good once, and not for ever; every one is looked at, in the same time. */
  function takeCode(room: Room, code: string): boolean {
    const said = proofOf(code);
    let found: string | null = null;
    for (const [key, until] of room.codes)
      if (timingSafeEqual(Buffer.from(key, 'hex'), said) && until > now()) found = key;
    if (found !== null) room.codes.delete(found);
    return found !== null;
  }

  /** Who is here; the owner is told by which proofs they are known, and keeps that, for this server does not. */
  function tellWho({ here, members, ownerDevice }: Room): void {
    const devices = [...here.keys()];
    for (const [device, there] of here)
      there.send(
        JSON.stringify({
          type: 'here',
          devices,
          ...(device === ownerDevice
            ? {
                members: [...members].map(([one, secret]) => ({
                  device: one,
                  proof: secret.toString('hex'),
                })),
              }
            : {}),
        }),
      );
  }

  return () => {
    for (const server of servers) server.off('upgrade', upgrade);
    for (const client of sockets.clients) client.terminate();
    sockets.close();
    rooms.clear();
  };
}

function read(data: Buffer): Control | null {
  if (data.length > 8192) return null;
  try {
    return controlSchema.safeParse(JSON.parse(data.toString('utf8'))).data ?? null;
  } catch {
    return null;
  }
}

function isForeign({ headers: { host, origin } }: IncomingMessage, own: ReadonlySet<string>): boolean {
  const name = host?.replace(/:\d+$/, '').toLowerCase();
  return !name || !own.has(name) || !origin || !URL.canParse(origin) || !own.has(new URL(origin).hostname);
}

function refuse(socket: Duplex, status: 403 | 503): void {
  socket.end(`HTTP/1.1 ${status} ${status === 403 ? 'Forbidden' : 'Busy'}\r\nConnection: close\r\n\r\n`);
}
