import { expect, test } from '@jest/globals';
import { Meeting } from '@hiraeth/core/meeting';
import { seeded } from '@hiraeth/core/numeric';
import { report } from '@hiraeth/core/report';
import type { Fact } from '@hiraeth/core/workbook';
import { makeDemo } from './makeDemo';

const AT = '2026-11-24T18:00:00.000Z';
type Said = ReturnType<Meeting['hello']>;

/** A device with its log, that can be killed: what is written stays, what it was about to say does not. */
class Device {
  readonly facts = new Map<string, Fact>();
  came = 0;
  private clock = Date.parse(AT);
  private sorted: string[] = [];
  private meeting = this.woken();

  constructor(readonly name: string) {}

  private woken(): Meeting {
    return new Meeting({
      device: this.name,
      name: this.name,
      now: () => (this.clock += 1000),
      ids: () => {
        if (this.sorted.length !== this.facts.size) this.sorted = [...this.facts.keys()].sort();
        return this.sorted;
      },
      factOf: (id) => this.facts.get(id),
    });
  }
  kill(): void {
    this.meeting = this.woken();
  }
  hello = (): Said => this.meeting.hello();
  /** Written, and then said to whoever is there. */
  record(facts: readonly Fact[]): readonly Said[] {
    for (const fact of facts) this.facts.set(fact.id, fact);
    return facts.length > 0 ? this.meeting.tell(facts) : [];
  }
  hear(message: unknown): readonly Said[] {
    const { say, facts } = this.meeting.hear(message);
    for (const fact of (facts?.facts ?? []) as Fact[]) {
      this.came += this.facts.has(fact.id) ? 0 : 1;
      this.facts.set(fact.id, fact);
    }
    return say;
  }
}

test('two hundred cuts and kills while five thousand entries are made on two devices: nothing lost, nothing twice, equal reports', () => {
  const random = seeded(34);
  // Two studios' years in one log: five thousand entries and more.
  const coming = [makeDemo(AT, 47), makeDemo(AT, 48)].flatMap(({ facts }) => facts);
  const all = new Map(coming.map((fact) => [fact.id, fact]));
  expect(all.size).toBeGreaterThan(5000);
  const [a, b] = [new Device('a'), new Device('b')];
  const other = (device: Device): Device => (device === a ? b : a);
  const made = [...all.values()];
  let cuts = 0;
  let kills = 0;
  /** They talk until the wire is cut, or one of them dies with what it was about to say. */
  const talk = (first: readonly (readonly [Device, Said])[], atMost: number): void => {
    const waiting = [...first];
    for (let said = 0; waiting.length > 0 && said < atMost; said++) {
      const [from, message] = waiting.shift()!;
      for (const answer of other(from).hear(JSON.parse(JSON.stringify(message))))
        waiting.push([other(from), answer]);
    }
    if (waiting.length > 0) cuts += 1;
  };
  for (let at = 0; at < made.length;) {
    const device = random() < 0.5 ? a : b;
    const some = made.slice(at, (at += 1 + Math.floor(60 * random())));
    const said = device.record(some).map((message) => [device, message] as const);
    if (random() < 0.4) {
      // Written, and dead before a word of it was said.
      device.kill();
      kills += 1;
    } else talk(said, Math.floor(3 * random()));
    if (random() < 0.25)
      talk(
        [
          [a, a.hello()],
          [b, b.hello()],
        ],
        Math.floor(30 * random()),
      );
    if (random() < 0.2) {
      other(device).kill();
      kills += 1;
    }
  }
  expect(cuts + kills).toBeGreaterThanOrEqual(200);
  // At rest: the wire holds, and they meet as they do every few seconds.
  for (let i = 0; i < 3; i++)
    talk(
      [
        [a, a.hello()],
        [b, b.hello()],
      ],
      20_000,
    );
  const ids = [...all.keys()].sort();
  for (const device of [a, b]) expect([...device.facts.keys()].sort()).toEqual(ids);
  // What came over came once.
  expect(a.came + b.came).toBe(all.size);
  const text = (facts: Iterable<Fact>): string => JSON.stringify(report([...facts], AT));
  const [one, two] = [text(a.facts.values()), text(b.facts.values())];
  expect(one).toBe(two);
});
