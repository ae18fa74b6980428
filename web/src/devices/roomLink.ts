/** How the link to a room stands. */
export type LinkState =
  | { readonly status: 'connecting' | 'here' }
  /** The room will not have this device; it is not asked again by itself. */
  | { readonly status: 'refused'; readonly why: Refusal };
export type Refusal = 'code' | 'door' | 'full' | 'elsewhere';

/** The first word that a device says to a room. */
export type Entry =
  | {
      readonly type: 'open';
      readonly device: string;
      readonly owner: string;
      readonly members: readonly Member[];
    }
  | { readonly type: 'join'; readonly device: string; readonly secret: string; readonly code?: string };
/** A device that the room's owner knows, by the proof of its secret. */
export interface Member {
  readonly device: string;
  readonly proof: string;
}

export interface RoomLink {
  readonly say: (message: unknown) => void;
  /** What only the owner may say, to the server itself. */
  readonly control: (word: object) => void;
  readonly close: () => void;
}

const REFUSED: Readonly<Record<number, Refusal>> = {
  4001: 'code',
  4002: 'door',
  4003: 'full',
  4006: 'elsewhere',
};
/** Tried again after so long, ms, the last one ever after. */
const AGAIN = [500, 1000, 2000, 5000, 10_000];
const IV_BYTES = 12;

/**
 * The line to the other devices of a room: what is said is sealed with the room's key before it leaves, and what comes is
 * opened here (AES-GCM, the room's name bound into it); what cannot be opened is noise. It comes back by itself after a cut.
 *
 * @param address of the room at this program's own server
 * @param key in the code that was scanned, and nowhere else
 * @param entry the first word, asked for anew at each coming
 */
export function linkRoom(
  address: { readonly origin: string; readonly room: string },
  key: CryptoKey,
  entry: () => Entry,
  on: {
    readonly state: (state: LinkState) => void;
    readonly heard: (message: unknown) => void;
    readonly here: (devices: readonly string[], members: readonly Member[] | null) => void;
  },
): RoomLink {
  const bound = new TextEncoder().encode(address.room);
  let socket: WebSocket | null = null;
  let tries = 0;
  let closed = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** One after the other: sealing takes its time, and what was said first arrives first. */
  let line: Promise<unknown> = Promise.resolve();
  const inLine = (work: () => Promise<void>): void => void (line = line.then(work).catch(() => undefined));

  const connect = (): void => {
    if (closed) return;
    on.state({ status: 'connecting' });
    const mine = new WebSocket(`${address.origin.replace(/^http/, 'ws')}/room/${address.room}`);
    mine.binaryType = 'arraybuffer';
    socket = mine;
    mine.onopen = () => mine.send(JSON.stringify(entry()));
    mine.onmessage = ({ data }: MessageEvent<string | ArrayBuffer>) => {
      if (typeof data === 'string') return told(data);
      inLine(async () => {
        const message = await open(key, bound, data);
        if (message !== undefined && socket === mine) on.heard(message);
      });
    };
    mine.onclose = ({ code }) => {
      if (socket !== mine || closed) return;
      socket = null;
      const why = REFUSED[code];
      if (why) return on.state({ status: 'refused', why });
      on.state({ status: 'connecting' });
      timer = setTimeout(connect, AGAIN[Math.min(tries++, AGAIN.length - 1)]);
    };
  };
  const told = (text: string): void => {
    const said = JSON.parse(text) as { devices?: string[]; members?: Member[] };
    tries = 0;
    on.state({ status: 'here' });
    on.here(said.devices ?? [], said.members ?? null);
  };
  connect();
  return {
    say: (message) =>
      inLine(async () => {
        const sealed = await seal(key, bound, message);
        if (socket?.readyState === WebSocket.OPEN) socket.send(sealed);
      }),
    control: (word) => {
      if (socket?.readyState === WebSocket.OPEN) socket.send(JSON.stringify(word));
    },
    close: () => {
      closed = true;
      clearTimeout(timer);
      socket?.close();
    },
  };
}

async function seal(
  key: CryptoKey,
  bound: Uint8Array<ArrayBuffer>,
  message: unknown,
): Promise<Uint8Array<ArrayBuffer>> {
  const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES));
  const plain = new TextEncoder().encode(JSON.stringify(message));
  const sealed = new Uint8Array(
    await crypto.subtle.encrypt({ name: 'AES-GCM', iv, additionalData: bound }, key, plain),
  );
  const frame = new Uint8Array(IV_BYTES + sealed.length);
  frame.set(iv);
  frame.set(sealed, IV_BYTES);
  return frame;
}

async function open(key: CryptoKey, bound: Uint8Array<ArrayBuffer>, frame: ArrayBuffer): Promise<unknown> {
  if (frame.byteLength <= IV_BYTES) return undefined;
  try {
    const iv = new Uint8Array(frame, 0, IV_BYTES);
    const plain = await crypto.subtle.decrypt(
      { name: 'AES-GCM', iv, additionalData: bound },
      key,
      new Uint8Array(frame, IV_BYTES),
    );
    return JSON.parse(new TextDecoder().decode(plain));
  } catch {
    // Of another key, or touched on the way.
    return undefined;
  }
}
