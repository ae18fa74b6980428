import { createHash, timingSafeEqual } from 'node:crypto';
import type { WebSocket } from 'ws';
import type { Control } from './roomControl';
import { close, type Ending } from './roomEnds';

/** How much there may be of it. */
export interface Bounds {
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

export const MOST: Bounds = {
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
const MOST_CODES = 32;

interface Room {
  readonly owner: Buffer;
  ownerDevice: string;
  readonly members: Map<string, Buffer>;
  readonly here: Map<string, WebSocket>;
  readonly codes: Map<string, number>;
}

/** Who came in, and as what. */
export interface Entered {
  readonly device: string;
  readonly isOwner: boolean;
}

const proofOf = (secret: string): Buffer => createHash('sha256').update(secret).digest();

/** The rooms that are open, and who is in them; of one that nobody is in, nothing is. */
export class Rooms {
  private readonly rooms = new Map<string, Room>();
  private readonly most: Bounds;
  private readonly now: () => number;

  /** @param now milliseconds since 1970 */
  constructor(most: Bounds, now: () => number) {
    this.most = most;
    this.now = now;
  }

  /** Who comes in by its first word, and as what; or why not. The others are told. */
  enter(id: string, said: Control, client: WebSocket): Entered | Ending {
    const room = said.type === 'open' ? this.opened(id, said) : this.joined(id, said);
    if (typeof room === 'string') return room;
    const { device } = said as Extract<Control, { device: string }>;
    close(room.here.get(device), 'replaced');
    room.here.set(device, client);
    tellWho(room);
    return { device, isOwner: said.type === 'open' };
  }

  /** It is gone, unless the same device is here by another connection. */
  leave(id: string, device: string, client: WebSocket): void {
    const room = this.rooms.get(id);
    if (room?.here.get(device) !== client) return;
    room.here.delete(device);
    // Nobody is left: its owner opens it again with whom it knows.
    if (room.here.size === 0) this.rooms.delete(id);
    else tellWho(room);
  }

  /** Passes a sealed word on to the others; false where there is no such room. */
  pass(id: string, device: string, data: Buffer): boolean {
    const room = this.rooms.get(id);
    if (!room) return false;
    for (const [other, there] of room.here)
      if (other !== device) {
        if (there.bufferedAmount > this.most.waiting) close(there, 'flood');
        else there.send(data, { binary: true });
      }
    return true;
  }

  /** What its owner may say; false where it is none of that. */
  rule(id: string, said: Control): boolean {
    const room = this.rooms.get(id);
    if (!room) return false;
    switch (said.type) {
      case 'invite':
        if (room.codes.size > MOST_CODES) room.codes.clear();
        room.codes.set(said.proof, this.now() + CODE_MS);
        return true;
      case 'door':
        room.members.delete(said.device);
        close(room.here.get(said.device), 'door');
        return true;
      default:
        return false;
    }
  }

  clear(): void {
    this.rooms.clear();
  }

  private opened(id: string, said: Extract<Control, { type: 'open' }>): Room | Ending {
    const owner = proofOf(said.owner);
    let room = this.rooms.get(id);
    if (room && !timingSafeEqual(room.owner, owner)) return 'unwanted';
    if (!room) {
      if (this.rooms.size >= this.most.rooms) return 'full';
      room = { owner, ownerDevice: said.device, members: new Map(), here: new Map(), codes: new Map() };
      this.rooms.set(id, room);
    }
    room.ownerDevice = said.device;
    for (const one of said.members) room.members.set(one.device, Buffer.from(one.proof, 'hex'));
    return room;
  }

  private joined(id: string, said: Control): Room | Ending {
    if (said.type !== 'join') return 'nonsense';
    const room = this.rooms.get(id);
    if (!room) return 'noRoom';
    const secret = proofOf(said.secret);
    const known = room.members.get(said.device);
    const invited = !known && said.code !== undefined && this.takeCode(room, said.code);
    if (!(known ? timingSafeEqual(known, secret) : invited)) return 'unwanted';
    if (room.here.size >= this.most.devices) return 'full';
    room.members.set(said.device, secret);
    return room;
  }

  /** A code is good once, and not for ever; every one is looked at, in the same time. */
  private takeCode(room: Room, code: string): boolean {
    const said = proofOf(code);
    let found: string | null = null;
    for (const [key, until] of room.codes)
      if (timingSafeEqual(Buffer.from(key, 'hex'), said) && until > this.now()) found = key;
    if (found !== null) room.codes.delete(found);
    return found !== null;
  }
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
