import { describe, expect, test } from '@jest/globals';
import { FORMAT_VERSION, type Fact } from '../workbook';
import { digestOf } from './digest';
import { isLaterHand, type Hand } from './hand';
import { Meeting } from './Meeting';
import { messageSchema, type Message } from './message';

/** Seeded, so that a failure can be repeated. */
function chanceOf(seed: number): () => number {
  let s = seed;
  return () => (s = (s * 16807) % 2147483647) / 2147483647;
}
const fact = (id: string): Fact => ({
  id,
  kind: 'printerMoved',
  printerId: 'p',
  at: '2026-01-01T00:00:00.000Z',
  recorded: '2026-01-01T00:00:00.000Z',
});

/** Time goes by while they talk. */
let minutes = Date.UTC(2026, 5, 1) / 1000;

/** A device: its facts, and its end of the wire. */
class Device {
  readonly facts = new Map<string, Fact>();
  readonly notes = new Map<string, Hand & { readonly value: unknown }>();
  readonly meeting: Meeting;
  sent = 0;
  private sorted: string[] = [];

  constructor(
    readonly name: string,
    clockMs = 0,
  ) {
    this.meeting = new Meeting({
      device: name,
      name: `The ${name}`,
      now: () => (minutes += 1) * 1000 + clockMs,
      ids: () => {
        if (this.sorted.length !== this.facts.size) this.sorted = [...this.facts.keys()].sort();
        return this.sorted;
      },
      factOf: (id) => this.facts.get(id),
    });
  }

  add(ids: readonly string[]): readonly Fact[] {
    for (const id of ids) this.facts.set(id, fact(id));
    return ids.map(fact);
  }

  hear(raw: unknown): readonly Message[] {
    const { say, facts, note } = this.meeting.hear(raw);
    for (const one of (facts?.facts ?? []) as Fact[]) {
      this.sent += 1;
      this.facts.set(one.id, one);
    }
    if (note && isLaterHand(note, this.notes.get(note.key))) this.notes.set(note.key, note);
    return say;
  }
}

/** All say on, until nobody has anything to say; what the wire does to a message is up to `wire`. */
function talk(
  devices: readonly Device[],
  first: readonly (readonly [Device, Message])[],
  wire: (message: Message) => readonly Message[] = (message) => [message],
): number {
  const waiting = [...first];
  let said = 0;
  while (waiting.length > 0) {
    const [from, message] = waiting.shift()!;
    said += 1;
    if (said > 20_000) throw new Error('They never come to an end.');
    for (const arrived of wire(message))
      for (const device of devices)
        if (device !== from)
          for (const answer of device.hear(JSON.parse(JSON.stringify(arrived))))
            waiting.push([device, answer]);
  }
  return said;
}

const meet = (devices: readonly Device[], wire?: Parameters<typeof talk>[2]): number =>
  talk(
    devices,
    devices.map((device) => [device, device.meeting.hello()]),
    wire,
  );
const idsOf = ({ facts }: Device): string[] => [...facts.keys()].sort();
const some = (chance: () => number, count: number): string[] =>
  Array.from(
    { length: count },
    () =>
      `01J${Math.floor(chance() * 1e12)
        .toString(36)
        .padStart(9, '0')}`,
  );

describe('two devices that meet', () => {
  test.each([
    ['one is new and has nothing', 0, 3000, 0],
    ['both have the same', 500, 0, 0],
    ['each has a few of its own', 5000, 3, 4],
    ['each was away for long', 200, 700, 900],
    ['one entry on one side of many', 20_000, 1, 0],
  ])('%s: afterwards both have all, and nothing was sent that was there', (_, shared, left, right) => {
    const chance = chanceOf(7 + shared + left);
    const [a, b] = [new Device('a'), new Device('b')];
    const common = some(chance, shared);
    a.add([...common, ...some(chance, left)]);
    b.add([...common, ...some(chance, right)]);
    const all = new Set([...idsOf(a), ...idsOf(b)]);
    meet([a, b]);
    expect(idsOf(a)).toEqual([...all].sort());
    expect(idsOf(b)).toEqual([...all].sort());
    // Each lacking entry crosses once, and no other.
    expect(a.sent + b.sent).toBe(left + right);
    talk([a, b], [[a, a.meeting.hello()]]);
    expect(b.meeting.peers).toMatchObject([{ device: 'a', name: 'The a', agrees: true, other: null }]);
  });

  test('what differs by one in twenty thousand is found in few words', () => {
    const chance = chanceOf(3);
    const [a, b] = [new Device('a'), new Device('b')];
    const common = some(chance, 20_000);
    a.add(common);
    b.add(common.slice(1));
    expect(meet([a, b])).toBeLessThan(40);
    expect(idsOf(b)).toEqual(idsOf(a));
  });

  test('what is recorded while they are together is there at once; said twice it is there once', () => {
    const [a, b] = [new Device('a'), new Device('b')];
    meet([a, b]);
    const said = a.meeting.tell(a.add(['01JA', '01JB']));
    talk(
      [a, b],
      [...said, ...said].map((message) => [a, message]),
    );
    expect(idsOf(b)).toEqual(['01JA', '01JB']);
  });

  test('five hundred entries at once go over in pieces that the wire takes', () => {
    const a = new Device('a');
    const said = a.meeting.tell(a.add(some(chanceOf(5), 500)));
    expect(said).toHaveLength(3);
    for (const message of said) expect(messageSchema.safeParse(message).success).toBe(true);
  });
});

test.each([1, 2, 3, 4, 5])(
  'three devices on a bad wire (%d): cut, doubled and out of order, they agree once they meet on a good one',
  (seed) => {
    const chance = chanceOf(seed * 7919);
    const devices = [new Device('a'), new Device('b', 3.2e10), new Device('c', -9e9)];
    const common = some(chance, 900);
    for (const device of devices) device.add(common);
    const late: Message[] = [];
    const bad = (message: Message): readonly Message[] => {
      const kind = chance();
      if (kind < 0.3) return [];
      if (kind < 0.45) return [message, message];
      if (kind < 0.6) {
        late.push(message);
        return late.length > 3 ? [late.shift()!] : [];
      }
      return [message];
    };
    for (let round = 0; round < 12; round++) {
      const device = devices[Math.floor(chance() * 3)]!;
      talk(
        devices,
        device.meeting
          .tell(device.add(some(chance, 1 + Math.floor(60 * chance()))))
          .map((message) => [device, message]),
        bad,
      );
      meet(devices, bad);
    }
    const all = [...new Set(devices.flatMap(idsOf))].sort();
    // Not everybody hears everything in one round: what is passed on by the one is found by the other in the next.
    for (let round = 0; round < 3; round++) meet(devices);
    for (const device of devices) expect(idsOf(device)).toEqual(all);
    expect(all.length).toBeGreaterThan(900);
  },
);

describe('what is no message does nothing', () => {
  const a = new Device('a');
  a.add(['01JA']);
  test.each([
    ['nothing', null],
    ['a text', 'hello'],
    ['another protocol', { type: 'greet', device: 'b' }],
    ['its own echo', a.meeting.hello()],
    ['a field too many', { ...a.meeting.hello(), device: 'b', admin: true }],
    [
      'facts without an id',
      { type: 'facts', device: 'b', format: FORMAT_VERSION, facts: [{ kind: 'weighed' }] },
    ],
    ['more than a message holds', { type: 'want', device: 'b', ids: some(chanceOf(1), 1000) }],
  ])('%s', (_, raw) => {
    expect(a.meeting.hear(raw)).toEqual({ say: [], facts: null, note: null, came: false });
  });

  test('asked for what is not here, it says nothing', () => {
    expect(a.meeting.hear({ type: 'want', device: 'b', ids: ['01JZ'] }).say).toEqual([]);
  });
});

test.each([
  ['a newer program', { version: 2 }, 'newer'],
  ['a newer format', { format: FORMAT_VERSION + 1 }, 'newer'],
  ['an older format', { format: FORMAT_VERSION - 1 }, 'older'],
] as const)('%s is told apart, and nothing is exchanged with it', (_, change, other) => {
  const [a, b] = [new Device('a'), new Device('b')];
  a.add(['01JA']);
  const said = a.hear({ ...b.meeting.hello(), ...change });
  expect(said).toMatchObject([{ type: 'hello', answer: true }]);
  expect(a.meeting.peers).toMatchObject([{ device: 'b', other }]);
  expect(a.hear(b.meeting.tell([fact('01JB')])[0])).toEqual([]);
  expect(idsOf(a)).toEqual(['01JA']);
});

test('whoever says hello is told what was begun here: it may have been loading its page while that was said', () => {
  const [a, b] = [new Device('a'), new Device('b')];
  expect(a.meeting.hear(b.meeting.hello()).came).toBe(true);
  // Once more, as it does now and then; an answer asks for nothing, and another version understands nothing.
  expect(a.meeting.hear(b.meeting.hello()).came).toBe(true);
  expect(a.meeting.hear(b.meeting.hello(true)).came).toBe(false);
  expect(a.meeting.hear({ ...b.meeting.hello(), version: 2 }).came).toBe(false);
  expect(a.meeting.hear(b.meeting.tell([fact('01JB')])[0]).came).toBe(false);
});

test('a clock that is a year ahead is said; one that says goodbye is gone', () => {
  const [a, b] = [new Device('a'), new Device('b', 3.2e10)];
  meet([a, b]);
  expect(Math.abs(a.meeting.peers[0]!.aheadMs / 3.2e10 - 1)).toBeLessThan(1e-3);
  a.hear({ type: 'bye', device: 'b' });
  expect(a.meeting.peers).toEqual([]);
});

test('something begun: what was moved on last holds, in whatever order it comes, and in one hand on all devices', () => {
  const hand = (device: string, count: number): Hand => ({
    count,
    holder: { device, name: `The ${device}` },
  });
  const [a, b, c] = [new Device('a'), new Device('b'), new Device('c')];
  const said = [
    a.meeting.tellNote('bench', hand('a', 1), { step: 'one' }),
    a.meeting.tellNote('bench', hand('a', 2), { step: 'two' }),
    // Moved on apart from each other, as often: on either the same one holds.
    b.meeting.tellNote('bench', hand('b', 2), { step: 'other' }),
  ];
  for (const message of said) c.hear(JSON.parse(JSON.stringify(message)));
  const d = new Device('d');
  for (const message of [...said].reverse()) d.hear(JSON.parse(JSON.stringify(message)));
  for (const device of [c, d])
    expect(device.notes.get('bench')).toMatchObject({ holder: { device: 'b' }, value: { step: 'other' } });
  c.hear(JSON.parse(JSON.stringify(a.meeting.tellNote('bench', hand('a', 3), undefined))));
  expect(c.notes.get('bench')).toMatchObject({ count: 3, value: undefined });
});

test('a set’s digest does not depend on its order, and tells one id from another', () => {
  const ids = some(chanceOf(9), 300);
  expect(digestOf([...ids].reverse())).toEqual(digestOf(ids));
  expect(digestOf(ids.slice(1))).not.toEqual(digestOf(ids));
  const hashes = new Set(ids.map((id) => digestOf([id]).hash));
  expect(hashes.size).toBe(300);
});

test('what is told in pieces is told whole: each piece goes on where the one before it ends', () => {
  const desk = new Device('desk');
  const ids = Array.from({ length: 300 }, (_, i) => `id-${String(i).padStart(4, '0')}`);
  desk.add(ids);
  const nothing = { from: 'id', to: 'ie', digest: digestOf([]) };
  const said = desk.hear({ type: 'have', device: 'phone', ranges: [nothing] });
  const pieces = said.flatMap((one) => (one.type === 'ids' ? [one] : []));
  expect(pieces.length).toBeGreaterThan(1);
  expect(pieces.flatMap((one) => one.ids)).toEqual(ids);
  expect(pieces.map(({ from }) => from)).toEqual(['id', ...pieces.slice(0, -1).map(({ to }) => to)]);
  expect(pieces.at(-1)!.to).toBe('ie');
});
