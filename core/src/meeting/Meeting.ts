import { firstFrom } from '../numeric';
import { FORMAT_VERSION, type Fact } from '../workbook';
import { digestOf } from './digest';
import type { Hand } from './hand';
import {
  CUTS,
  FEW_IDS,
  MEETING_VERSION,
  messageSchema,
  MOST_FACTS,
  type Message,
  type Range,
} from './message';

/** A device of the room, as it last said of itself. */
export interface Peer {
  readonly device: string;
  readonly name: string;
  /** Its clock beside this one’s when it said so, ms: above 0 it is ahead. */
  readonly aheadMs: number;
  /** It runs another version: nothing is exchanged with it. */
  readonly other: 'older' | 'newer' | null;
  /** As far as it has said, it has what is here, and this one what is there. */
  readonly agrees: boolean;
}

/** What a meeting asks of whoever runs it. */
export interface Side {
  readonly device: string;
  readonly name: string;
  /** ms since 1970. */
  readonly now: () => number;
  /** Ids of all facts here, in order. */
  readonly ids: () => readonly string[];
  readonly factOf: (id: string) => Fact | undefined;
}

/** What a message asks to be done. */
export interface Effects {
  /** To be said to all. */
  readonly say: readonly Message[];
  /** From another device: to be looked at, stored and folded like those of a file. */
  readonly facts: {
    readonly device: string;
    readonly format: number;
    readonly facts: readonly unknown[];
  } | null;
  readonly note: (Hand & { readonly key: string; readonly value: unknown }) | null;
  /**
   * Another device came, came again, or said so once more: what was begun here is told anew. While it loaded its page it heard
   * nothing, and to the room it may never have been away.
   */
  readonly came: boolean;
}

/** What was lost on the way is begun anew after so long. */
const AGAIN_MS = 3000;

const NOTHING: Effects = { say: [], facts: null, note: null, came: false };

/**
 * Two or more devices with one workbook: what either has and another lacks is found by ranges of ids and sent over. Nothing is
 * remembered of what was sent, so a message that is lost, doubled or out of order costs another round and no more: joining is
 * the union of facts, and each has its own id.
 */
export class Meeting {
  private readonly known = new Map<string, Peer>();
  private readonly begun = new Map<string, { readonly what: string; readonly at: number }>();

  constructor(private readonly side: Side) {}

  get peers(): readonly Peer[] {
    return [...this.known.values()];
  }

  /** Said on meeting, and again now and then: what was lost on the way is found by it. */
  hello(answer = false): Message {
    const { device, name, now, ids } = this.side;
    return {
      type: 'hello',
      version: MEETING_VERSION,
      format: FORMAT_VERSION,
      device,
      name,
      now: new Date(now()).toISOString(),
      digest: digestOf(ids()),
      answer,
    };
  }

  /** Facts that were just recorded here. */
  tell(facts: readonly Fact[]): Message[] {
    return inPieces(facts, MOST_FACTS).map((piece) => this.factsOf(piece));
  }

  /** Something begun, as it stands now, and in whose hand. */
  tellNote(key: string, { count, holder }: Hand, value: unknown): Message {
    const { device } = this.side;
    return { type: 'note', device, key, count, holder, ...(value === undefined ? {} : { value }) };
  }

  /**
   * What another device said.
   *
   * @param raw as it came out of its envelope
   * @returns what is to be done; nothing where it is no message of this protocol
   */
  hear(raw: unknown): Effects {
    const read = messageSchema.safeParse(raw);
    if (!read.success || read.data.device === this.side.device) return NOTHING;
    const message = read.data;
    if (message.type !== 'hello' && this.known.get(message.device)?.other) return NOTHING;
    switch (message.type) {
      case 'hello':
        return this.met(message);
      case 'have':
        return { ...NOTHING, say: message.ranges.flatMap((range) => this.compare(range)) };
      case 'ids':
        return { ...NOTHING, say: this.exchange(message) };
      case 'want':
        return {
          ...NOTHING,
          say: inPieces(
            message.ids.flatMap((id) => this.side.factOf(id) ?? []),
            MOST_FACTS,
          ).map((piece) => this.factsOf(piece)),
        };
      case 'facts':
        return {
          ...NOTHING,
          facts: { device: message.device, format: message.format, facts: message.facts },
        };
      case 'note':
        return {
          ...NOTHING,
          note: {
            key: message.key,
            count: message.count,
            holder: message.holder,
            value: message.value,
          },
        };
      case 'bye':
        this.known.delete(message.device);
        return NOTHING;
    }
  }

  private met(hello: Extract<Message, { type: 'hello' }>): Effects {
    const other =
      hello.version > MEETING_VERSION || hello.format > FORMAT_VERSION
        ? 'newer'
        : hello.version < MEETING_VERSION || hello.format < FORMAT_VERSION
          ? 'older'
          : null;
    const mine = digestOf(this.side.ids());
    const agrees = mine.count === hello.digest.count && mine.hash === hello.digest.hash;
    this.known.set(hello.device, {
      device: hello.device,
      name: hello.name,
      aheadMs: Date.parse(hello.now) - this.side.now(),
      other,
      agrees,
    });
    if (other) return { ...NOTHING, say: hello.answer ? [] : [this.hello(true)] };
    return {
      ...NOTHING,
      came: !hello.answer,
      say: [
        ...(hello.answer ? [] : [this.hello(true)]),
        ...(agrees || !this.begins(hello.device, mine.hash + hello.digest.hash) ? [] : [this.have('', '')]),
      ],
    };
  }

  /** Of two that differ the one with the lesser name begins to compare, and not again while that may still go on. */
  private begins(device: string, what: string): boolean {
    if (this.side.device > device) return false;
    const now = this.side.now();
    const before = this.begun.get(device);
    if (before && before.what === what && now - before.at < AGAIN_MS) return false;
    this.begun.set(device, { what, at: now });
    return true;
  }

  /** A range as it is here against what another device has in it. */
  private compare({ from, to, digest }: Range): Message[] {
    const ids = this.side.ids();
    const [begin, end] = placesOf(ids, from, to);
    const mine = digestOf(ids, begin, end);
    if (mine.count === digest.count && mine.hash === digest.hash) return [];
    const here = ids.slice(begin, end);
    if (here.length <= FEW_IDS || digest.count === 0)
      return inPieces(here.length > 0 ? here : [''], FEW_IDS).map((piece, i, all) => ({
        type: 'ids',
        device: this.side.device,
        from: i === 0 ? from : (piece[0] ?? from),
        to: all[i + 1]?.[0] ?? to,
        ids: piece.filter((id) => id !== ''),
      }));
    return [this.have(from, to)];
  }

  /** A range in short, cut where there are many. */
  private have(from: string, to: string): Message {
    const ids = this.side.ids();
    const [begin, end] = placesOf(ids, from, to);
    const size = Math.max(1, Math.ceil((end - begin) / CUTS));
    const ranges: Range[] = [];
    for (let at = begin; at === begin || at < end; at += size) {
      const next = Math.min(end, at + size);
      ranges.push({
        from: at === begin ? from : (ids[at] ?? from),
        to: next === end ? to : (ids[next] ?? to),
        digest: digestOf(ids, at, next),
      });
    }
    return { type: 'have', device: this.side.device, ranges };
  }

  /** All ids of a range told: what is lacking there is sent, what is lacking here is asked for. */
  private exchange({ from, to, ids }: Extract<Message, { type: 'ids' }>): Message[] {
    const there = new Set(ids);
    const all = this.side.ids();
    const here = all.slice(...placesOf(all, from, to));
    const has = new Set(here);
    const want = ids.filter((id) => !has.has(id));
    const give = here.flatMap((id) => (there.has(id) ? [] : (this.side.factOf(id) ?? [])));
    return [
      ...(want.length > 0 ? [{ type: 'want' as const, device: this.side.device, ids: want }] : []),
      ...inPieces(give, MOST_FACTS).map((piece) => this.factsOf(piece)),
    ];
  }

  private factsOf(facts: readonly Fact[]): Message {
    return { type: 'facts', device: this.side.device, format: FORMAT_VERSION, facts: [...facts] };
  }
}

/** Where sorted ids begin and end from one (with it) to another (without it; empty: to the end). */
function placesOf(ids: readonly string[], from: string, to: string): readonly [number, number] {
  const begin = from === '' ? 0 : firstFrom(ids, (id) => id < from);
  return [begin, Math.max(begin, to === '' ? ids.length : firstFrom(ids, (id) => id < to))];
}

function inPieces<T>(items: readonly T[], size: number): T[][] {
  const pieces: T[][] = [];
  for (let i = 0; i < items.length; i += size) pieces.push(items.slice(i, i + size));
  return pieces;
}
