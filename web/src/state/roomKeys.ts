/** What a device keeps of its room, beside the workbook and never in its file. */
export interface RoomKept {
  readonly room: string;
  /** AES-GCM, 256 bits, base64url. */
  readonly key: string;
  readonly device: string;
  readonly name: string;
  /** Of a device that joined; the owner has `owner` instead. */
  readonly secret?: string;
  /** Good once. */
  readonly code?: string;
  readonly owner?: string;
  readonly members?: readonly { readonly device: string; readonly proof: string }[];
}

/** 192 bits by the browser's own generator. */
export const newToken = (): string => toBase64Url(crypto.getRandomValues(new Uint8Array(24)));

export const newKey = (): string => toBase64Url(crypto.getRandomValues(new Uint8Array(32)));

export const readKey = (key: string): Promise<CryptoKey> =>
  crypto.subtle.importKey('raw', fromBase64Url(key), 'AES-GCM', false, ['encrypt', 'decrypt']);

/** What the server is told of a secret. */
export async function proofOf(secret: string): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(secret)));
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** What a scanned address says behind its `#`, which no server is ever told; null where it is none. */
export function readInvitation(hash: string): { room: string; code: string; key: string } | null {
  const [room, code, key, ...more] = hash.replace(/^#/, '').split('.');
  const isToken = (text: string | undefined): text is string => /^[A-Za-z0-9_-]{20,64}$/.test(text ?? '');
  return isToken(room) && isToken(code) && isToken(key) && more.length === 0 ? { room, code, key } : null;
}

const toBase64Url = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');

const fromBase64Url = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (letter) => letter.charCodeAt(0));
