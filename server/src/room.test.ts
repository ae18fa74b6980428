import { createHash, randomBytes } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { WebSocket } from 'ws';
import { serveRooms } from './room';

const token = (): string => randomBytes(24).toString('base64url');
const proofOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

let server: Server;
let port: number;
let close: () => void;
let time: number;
const opened: WebSocket[] = [];

beforeEach(async () => {
  time = 1_000_000;
  server = createServer();
  close = serveRooms([server], {
    hosts: ['127.0.0.1'],
    now: () => time,
    most: { connections: 12, rooms: 3, devices: 3, bytes: 4096, rate: 10, burst: 50 },
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  port = (server.address() as AddressInfo).port;
});
afterEach(async () => {
  for (const socket of opened.splice(0)) socket.terminate();
  close();
  await new Promise((resolve) => server.close(resolve));
});

/** One device's end of the wire. */
class Client {
  readonly heard: string[] = [];
  readonly told: { type: string; devices: string[]; members?: unknown[] }[] = [];
  readonly ended: Promise<number>;
  readonly open: Promise<void>;
  readonly socket: WebSocket;
  readonly device = token();
  readonly secret = token();

  constructor(room: string, origin = `http://127.0.0.1:${port}`) {
    this.socket = new WebSocket(`ws://127.0.0.1:${port}/room/${room}`, { origin });
    opened.push(this.socket);
    this.open = new Promise((resolve, reject) => {
      this.socket.on('open', resolve);
      this.socket.on('error', reject);
    });
    this.open.catch(() => undefined);
    this.ended = new Promise((resolve) => this.socket.on('close', resolve));
    this.socket.on('message', (data: Buffer, binary) => {
      if (binary) this.heard.push(data.toString());
      else this.told.push(JSON.parse(data.toString()) as (typeof this.told)[number]);
    });
  }

  async say(control: object): Promise<this> {
    await this.open;
    this.socket.send(JSON.stringify(control));
    return this;
  }
  seal(text: string): void {
    this.socket.send(Buffer.from(text));
  }
  async until(holds: () => boolean): Promise<void> {
    for (let i = 0; i < 200 && !holds(); i++) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(holds()).toBe(true);
  }
}

/** A room, its owner in it, and a code that lets one in. */
async function room() {
  const id = token();
  const owner = new Client(id);
  await owner.say({ type: 'open', device: owner.device, owner: token(), members: [] });
  await owner.until(() => owner.told.length > 0);
  const code = token();
  await owner.say({ type: 'invite', proof: proofOf(code) });
  const join = (client: Client, by: string | undefined = code): Promise<Client> =>
    client.say({ type: 'join', device: client.device, secret: client.secret, ...(by ? { code: by } : {}) });
  return { id, owner, code, join };
}

describe('who may come in', () => {
  test('by a code once, then by one’s own secret; what either says is heard by the other alone, as it was sealed', async () => {
    const { id, owner, join } = await room();
    const phone = await join(new Client(id));
    await phone.until(() => phone.told.length > 0);
    owner.seal('sealed');
    await phone.until(() => phone.heard.length > 0);
    expect(phone.heard).toEqual(['sealed']);
    expect(owner.heard).toEqual([]);
    // The owner is told who is known, by proofs; the others are not.
    await owner.until(() => owner.told.at(-1)!.devices.length === 2);
    expect(owner.told.at(-1)!.members).toEqual([{ device: phone.device, proof: proofOf(phone.secret) }]);
    expect(phone.told.at(-1)!.members).toBeUndefined();
    phone.socket.close();
    await phone.ended;
    const again = new Client(id);
    await again.say({ type: 'join', device: phone.device, secret: phone.secret });
    await again.until(() => again.told.length > 0);
  });

  test.each(['a wrong code', 'a used code', 'a code of ten minutes ago', 'another’s name'])(
    'not by %s',
    async (by) => {
      const { id, owner, code, join } = await room();
      if (by === 'a used code')
        await (await join(new Client(id))).until(() => owner.told.at(-1)!.devices.length === 2);
      if (by === 'a code of ten minutes ago') {
        await new Promise((resolve) => setTimeout(resolve, 50));
        time += 11 * 60_000;
      }
      const stranger = new Client(id);
      if (by === 'another’s name') {
        const phone = await join(new Client(id));
        await phone.until(() => phone.told.length > 0);
        await stranger.say({ type: 'join', device: phone.device, secret: token() });
      } else await join(stranger, by === 'a wrong code' ? token() : code);
      expect(await stranger.ended).toBe(4001);
      expect(stranger.told).toEqual([]);
    },
  );

  test('the owner shows one the door: it is out, and its secret is good no more', async () => {
    const { id, owner, join } = await room();
    const phone = await join(new Client(id));
    await owner.until(() => owner.told.at(-1)!.devices.length === 2);
    await owner.say({ type: 'door', device: phone.device });
    expect(await phone.ended).toBe(4002);
    const again = new Client(id);
    await again.say({ type: 'join', device: phone.device, secret: phone.secret });
    expect(await again.ended).toBe(4001);
  });

  test('only the owner has a door and codes to give; only its secret opens the room that it opened', async () => {
    const { id, join } = await room();
    const phone = await join(new Client(id));
    await phone.until(() => phone.told.length > 0);
    await phone.say({ type: 'invite', proof: proofOf(token()) });
    expect(await phone.ended).toBe(4005);
    const thief = new Client(id);
    await thief.say({ type: 'open', device: thief.device, owner: token(), members: [] });
    expect(await thief.ended).toBe(4001);
  });

  test('when all have gone nothing is left; its owner opens it again with whom it knows', async () => {
    const { id, owner, join } = await room();
    const phone = await join(new Client(id));
    await owner.until(() => owner.told.at(-1)!.devices.length === 2);
    const members = owner.told.at(-1)!.members;
    owner.socket.close();
    phone.socket.close();
    await Promise.all([owner.ended, phone.ended]);
    const early = new Client(id);
    await early.say({ type: 'join', device: phone.device, secret: phone.secret });
    expect(await early.ended).toBe(4007);
    const back = new Client(id);
    await back.say({ type: 'open', device: back.device, owner: token(), members });
    await back.until(() => back.told.length > 0);
    const again = new Client(id);
    await again.say({ type: 'join', device: phone.device, secret: phone.secret });
    await again.until(() => again.told.length > 0);
  });
});

describe('what means harm', () => {
  test('a foreign page, a room that is none, a full house: refused before a word', async () => {
    for (const client of [new Client(token(), 'http://elsewhere.example'), new Client('short')])
      await expect(client.open).rejects.toThrow(/403/);
    await Promise.all(Array.from({ length: 12 }, () => new Client(token()).open));
    await expect(new Client(token()).open).rejects.toThrow(/503/);
  });

  test.each([
    ['a word before it is in', (client: Client) => client.seal('hello')],
    ['no JSON', (client: Client) => client.socket.send('{{{')],
    ['another word', (client: Client) => client.socket.send('{"type":"list"}')],
    [
      'a field too many',
      (client: Client) => client.socket.send(`{"type":"invite","proof":"${'a'.repeat(64)}","x":1}`),
    ],
  ])('%s: it is shown out', async (_, harm) => {
    const client = new Client(token());
    await client.open;
    harm(client);
    expect(await client.ended).toBe(4005);
  });

  test('a frame that is too large, or too many at once, end that one; the others go on', async () => {
    const { id, owner, join } = await room();
    const phone = await join(new Client(id));
    await phone.until(() => phone.told.length > 0);
    phone.seal('x'.repeat(5000));
    expect(await phone.ended).toBe(1009);
    const other = new Client(id);
    await other.say({ type: 'join', device: phone.device, secret: phone.secret });
    await other.until(() => other.told.length > 0);
    for (let i = 0; i < 60; i++) other.seal('again');
    expect(await other.ended).toBe(4004);
    expect(owner.socket.readyState).toBe(WebSocket.OPEN);
  });

  test('unfinished and masked wrongly: the server lives, and another room hears nothing of this one', async () => {
    const raw = connect(port, '127.0.0.1');
    raw.on('error', () => undefined);
    raw.write(
      `GET /room/${token()} HTTP/1.1\r\nHost: 127.0.0.1\r\nOrigin: http://127.0.0.1\r\nUpgrade: websocket\r\nConnection: Upgrade\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: AAAAAAAAAAAAAAAAAAAAAA==\r\n\r\n`,
    );
    await new Promise((resolve) => raw.once('data', resolve));
    raw.write(Buffer.from([0x82, 0x05, 1, 2, 3, 4, 5, 0xff, 0xff]));
    await new Promise((resolve) => raw.once('close', resolve));
    const [one, two] = [await room(), await room()];
    const phone = await one.join(new Client(one.id));
    await phone.until(() => phone.told.length > 0);
    one.owner.seal('of one');
    await phone.until(() => phone.heard.length === 1);
    expect(two.owner.heard).toEqual([]);
  });

  test('more devices, and more rooms, than there is place for are told so', async () => {
    const { id, owner, join } = await room();
    for (let i = 0; i < 2; i++) {
      const code = token();
      await owner.say({ type: 'invite', proof: proofOf(code) });
      const one = await join(new Client(id), code);
      await one.until(() => one.told.length > 0);
    }
    expect(await (await join(new Client(id))).ended).toBe(4003);
    await room();
    await room();
    const fourth = new Client(token());
    await fourth.say({ type: 'open', device: fourth.device, owner: token(), members: [] });
    expect(await fourth.ended).toBe(4003);
  });
});

test('five hundred devices in a hundred rooms say ten thousand things: each is heard once, in its own room; one more device finds the house full', async () => {
  const [ROOMS, DEVICES, EACH] = [100, 5, 20];
  const crowd = createServer();
  const leave = serveRooms([crowd], {
    hosts: ['127.0.0.1'],
    most: { connections: ROOMS * DEVICES, rooms: ROOMS, devices: DEVICES, rate: 1000, burst: 1000 },
  });
  await new Promise<void>((resolve) => crowd.listen(0, '127.0.0.1', resolve));
  const own = port;
  port = (crowd.address() as AddressInfo).port;
  try {
    const rooms = await Promise.all(
      Array.from({ length: ROOMS }, async () => {
        const { owner, id } = await room();
        const others: Client[] = [];
        for (let i = 1; i < DEVICES; i++) {
          const code = token();
          await owner.say({ type: 'invite', proof: proofOf(code) });
          const client = new Client(id);
          await client.say({ type: 'join', device: client.device, secret: client.secret, code });
          others.push(client);
        }
        const all = [owner, ...others];
        await owner.until(() => owner.told.at(-1)?.devices.length === DEVICES);
        return all;
      }),
    );
    // One more finds the house full.
    const late = new Client(token());
    await expect(late.open).rejects.toThrow();
    for (const [r, devices] of rooms.entries())
      for (let n = 0; n < EACH; n++) devices.forEach((device, d) => device.seal(`${r}/${d}/${n}`));
    const heard = EACH * (DEVICES - 1);
    for (const devices of rooms)
      for (const device of devices) await device.until(() => device.heard.length >= heard);
    for (const [r, devices] of rooms.entries())
      for (const [d, device] of devices.entries()) {
        const others = Array.from({ length: DEVICES }, (_, i) => i).filter((i) => i !== d);
        const wanted = others.flatMap((i) => Array.from({ length: EACH }, (_, n) => `${r}/${i}/${n}`));
        expect(device.heard.toSorted()).toEqual(wanted.toSorted());
      }
    for (const socket of opened.splice(0)) socket.terminate();
  } finally {
    port = own;
    leave();
    await new Promise((resolve) => crowd.close(resolve));
  }
}, 60_000);
