import { fail, ok, type Result } from '../quantity';

/** A value of an attribute, by its tag (RFC 8010 3.5.2). What is not known keeps its bytes. */
export type IppValue =
  | { readonly type: 'integer' | 'enum'; readonly value: number }
  | { readonly type: 'boolean'; readonly value: boolean }
  | { readonly type: 'text'; readonly tag: number; readonly value: string }
  | { readonly type: 'localized'; readonly tag: number; readonly language: string; readonly value: string }
  | { readonly type: 'octets'; readonly tag: number; readonly value: Uint8Array }
  | { readonly type: 'resolution'; readonly cross: number; readonly feed: number; readonly units: number }
  | { readonly type: 'range'; readonly low: number; readonly high: number }
  | { readonly type: 'collection'; readonly members: readonly IppAttribute[] }
  | { readonly type: 'none'; readonly tag: number };

export interface IppAttribute {
  readonly name: string;
  readonly values: readonly IppValue[];
}

export interface IppGroup {
  readonly tag: number;
  readonly attributes: readonly IppAttribute[];
}

export interface IppMessage {
  readonly version: readonly [number, number];
  /** Operation of a request, status of a response. */
  readonly code: number;
  readonly requestId: number;
  readonly groups: readonly IppGroup[];
  /** A document that follows, as print data. */
  readonly data: Uint8Array;
}

export type IppProblem =
  | { readonly code: 'ippTooLong'; readonly bytes: number; readonly most: number }
  | { readonly code: 'ippCutOff'; readonly at: number }
  | { readonly code: 'ippMalformed'; readonly at: number; readonly what: string };

export const IPP_GROUP = { operation: 1, job: 2, end: 3, printer: 4, unsupported: 5 } as const;
export const IPP_TAG = {
  integer: 0x21,
  boolean: 0x22,
  enum: 0x23,
  octets: 0x30,
  resolution: 0x32,
  range: 0x33,
  collection: 0x34,
  textWithLanguage: 0x35,
  nameWithLanguage: 0x36,
  endCollection: 0x37,
  text: 0x41,
  name: 0x42,
  keyword: 0x44,
  uri: 0x45,
  uriScheme: 0x46,
  charset: 0x47,
  language: 0x48,
  mime: 0x49,
  member: 0x4a,
} as const;

/** An attribute takes some bytes: how many there are is bounded by the message's own length. Nesting beyond this is an attack. */
const MOST_DEPTH = 8;
export const MAX_IPP_BYTES = 262_144;
/** What a queue has done comes in longer messages: some hundred bytes a job. */
export const MAX_JOBS_BYTES = 16_777_216;

/**
 * Reads an IPP message (RFC 8010). It is read whole or not at all; a tag that is not known keeps its bytes.
 *
 * @param bytes of the HTTP body
 * @param most bytes that are accepted before the document data
 * @returns the message, or where and why it cannot be read
 */
export function decodeIpp(bytes: Uint8Array, most = MAX_IPP_BYTES): Result<IppMessage, IppProblem> {
  if (bytes.length > most) return fail({ code: 'ippTooLong', bytes: bytes.length, most });
  const reader = new Reader(bytes);
  try {
    const version = [reader.byte(), reader.byte()] as const;
    const code = reader.short();
    const requestId = reader.int();
    const groups: IppGroup[] = [];
    for (;;) {
      let tag = reader.byte();
      if (tag === IPP_GROUP.end) break;
      if (tag === 0 || tag > 0x0f) throw new Malformed(reader.at - 1, 'a group was expected');
      const attributes: { name: string; values: IppValue[] }[] = [];
      const group = tag;
      for (;;) {
        tag = reader.peek();
        if (tag <= 0x0f) break;
        reader.byte();
        const name = reader.text(reader.short());
        const value = reader.value(tag, 0);
        const last = attributes[attributes.length - 1];
        if (name !== '') attributes.push({ name, values: [value] });
        else if (last) last.values.push(value);
        else throw new Malformed(reader.at, 'a further value without an attribute');
      }
      groups.push({ tag: group, attributes });
    }
    return ok({ version, code, requestId, groups, data: bytes.slice(reader.at) });
  } catch (error) {
    if (error instanceof Malformed)
      return fail(
        error.cut
          ? { code: 'ippCutOff', at: error.at }
          : { code: 'ippMalformed', at: error.at, what: error.what },
      );
    throw error;
  }
}

class Malformed extends Error {
  constructor(
    readonly at: number,
    readonly what: string,
    readonly cut = false,
  ) {
    super(what);
  }
}

class Reader {
  at = 0;
  private readonly view: DataView;
  constructor(private readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }

  private need(n: number): number {
    const from = this.at;
    if (from + n > this.bytes.length) throw new Malformed(from, 'it ends in the middle', true);
    this.at += n;
    return from;
  }
  peek(): number {
    if (this.at >= this.bytes.length) throw new Malformed(this.at, 'it ends in the middle', true);
    return this.view.getUint8(this.at);
  }
  byte(): number {
    return this.view.getUint8(this.need(1));
  }
  short(): number {
    return this.view.getUint16(this.need(2));
  }
  int(): number {
    return this.view.getInt32(this.need(4));
  }
  take(n: number): Uint8Array {
    const at = this.need(n);
    return this.bytes.slice(at, at + n);
  }
  text(n: number): string {
    return fromUtf8(this.take(n));
  }

  value(tag: number, depth: number): IppValue {
    const length = this.short();
    const exact = (n: number): void => {
      if (length !== n) throw new Malformed(this.at, `a value of ${n} bytes was expected, not ${length}`);
    };
    switch (tag) {
      case IPP_TAG.integer:
        exact(4);
        return { type: 'integer', value: this.int() };
      case IPP_TAG.enum:
        exact(4);
        return { type: 'enum', value: this.int() };
      case IPP_TAG.boolean:
        exact(1);
        return { type: 'boolean', value: this.byte() !== 0 };
      case IPP_TAG.resolution:
        exact(9);
        return { type: 'resolution', cross: this.int(), feed: this.int(), units: this.byte() };
      case IPP_TAG.range:
        exact(8);
        return { type: 'range', low: this.int(), high: this.int() };
      case IPP_TAG.textWithLanguage:
      case IPP_TAG.nameWithLanguage: {
        const end = this.at + length;
        const language = this.text(this.short());
        const value = this.text(this.short());
        if (this.at !== end) throw new Malformed(this.at, 'a text with language has the wrong length');
        return { type: 'localized', tag, language, value };
      }
      case IPP_TAG.collection:
        this.take(length);
        return this.collection(depth + 1);
      default:
        if (tag >= 0x10 && tag <= 0x1f) {
          this.take(length);
          return { type: 'none', tag };
        }
        return tag >= 0x40 && tag <= 0x4f
          ? { type: 'text', tag, value: this.text(length) }
          : { type: 'octets', tag, value: this.take(length) };
    }
  }

  private collection(depth: number): IppValue {
    if (depth > MOST_DEPTH) throw new Malformed(this.at, 'collections are nested too deep');
    const members: { name: string; values: IppValue[] }[] = [];
    for (;;) {
      const tag = this.byte();
      const nameLength = this.short();
      if (nameLength !== 0) throw new Malformed(this.at, 'a member has no name of its own');
      if (tag === IPP_TAG.endCollection) {
        this.take(this.short());
        return { type: 'collection', members };
      }
      if (tag === IPP_TAG.member) members.push({ name: this.text(this.short()), values: [] });
      else {
        const last = members[members.length - 1];
        if (!last) throw new Malformed(this.at, 'a member’s value without its name');
        last.values.push(this.value(tag, depth));
      }
    }
  }
}

/** Writes an IPP message as bytes (RFC 8010). */
export function encodeIpp(message: IppMessage): Uint8Array {
  const out: number[] = [
    message.version[0],
    message.version[1],
    ...short(message.code),
    ...int(message.requestId),
  ];
  for (const group of message.groups) {
    out.push(group.tag);
    for (const { name, values } of group.attributes)
      values.forEach((value, i) => putValue(out, i === 0 ? name : '', value));
  }
  out.push(IPP_GROUP.end);
  const bytes = new Uint8Array(out.length + message.data.length);
  bytes.set(out);
  bytes.set(message.data, out.length);
  return bytes;
}

const short = (n: number): number[] => [(n >> 8) & 255, n & 255];
const int = (n: number): number[] => [(n >> 24) & 255, (n >> 16) & 255, (n >> 8) & 255, n & 255];

function putValue(out: number[], name: string, value: IppValue): void {
  const put = (tag: number, body: readonly number[] | Uint8Array): void => {
    const label = toUtf8(name);
    out.push(tag, ...short(label.length), ...label, ...short(body.length), ...body);
  };
  switch (value.type) {
    case 'integer':
      return put(IPP_TAG.integer, int(value.value));
    case 'enum':
      return put(IPP_TAG.enum, int(value.value));
    case 'boolean':
      return put(IPP_TAG.boolean, [value.value ? 1 : 0]);
    case 'text':
      return put(value.tag, toUtf8(value.value));
    case 'localized': {
      const language = toUtf8(value.language);
      const text = toUtf8(value.value);
      return put(value.tag, [...short(language.length), ...language, ...short(text.length), ...text]);
    }
    case 'octets':
      return put(value.tag, value.value);
    case 'resolution':
      return put(IPP_TAG.resolution, [...int(value.cross), ...int(value.feed), value.units]);
    case 'range':
      return put(IPP_TAG.range, [...int(value.low), ...int(value.high)]);
    case 'none':
      return put(value.tag, []);
    case 'collection':
      put(IPP_TAG.collection, []);
      for (const member of value.members) {
        const label = toUtf8(member.name);
        out.push(IPP_TAG.member, 0, 0, ...short(label.length), ...label);
        for (const part of member.values) putValue(out, '', part);
      }
      out.push(IPP_TAG.endCollection, 0, 0, 0, 0);
  }
}

/** UTF-8 by hand: core knows neither a browser nor Node. */
export function toUtf8(text: string): number[] {
  const out: number[] = [];
  for (const char of text) {
    const c = char.codePointAt(0)!;
    if (c < 0x80) out.push(c);
    else if (c < 0x800) out.push(0xc0 | (c >> 6), 0x80 | (c & 63));
    else if (c < 0x10000) out.push(0xe0 | (c >> 12), 0x80 | ((c >> 6) & 63), 0x80 | (c & 63));
    else out.push(0xf0 | (c >> 18), 0x80 | ((c >> 12) & 63), 0x80 | ((c >> 6) & 63), 0x80 | (c & 63));
  }
  return out;
}

/** The least code point that is written with so many more bytes. */
const LEAST_POINT = [0, 0x80, 0x800, 0x10000];

/** Reads UTF-8; a byte that does not belong becomes the replacement mark. */
export function fromUtf8(bytes: Uint8Array): string {
  let text = '';
  let passed = 0;
  for (const [i, first] of bytes.entries()) {
    if (i < passed) continue;
    const more = first < 0x80 ? 0 : first >= 0xf0 ? 3 : first >= 0xe0 ? 2 : first >= 0xc0 ? 1 : -1;
    const tail = more > 0 ? [...bytes.slice(i + 1, i + 1 + more)] : [];
    const whole = more >= 0 && tail.length === more && tail.every((byte) => (byte & 0xc0) === 0x80);
    let point = more === 0 ? first : first & (0x3f >> more);
    for (const byte of tail) point = (point << 6) | (byte & 63);
    // What is written longer than it need be, or half of a pair, is no character.
    const isCharacter =
      point >= (LEAST_POINT[more] ?? 0) && point <= 0x10ffff && (point < 0xd800 || point > 0xdfff);
    if (whole && isCharacter) {
      text += String.fromCodePoint(point);
      passed = i + more + 1;
    } else {
      text += '\ufffd';
    }
  }
  return text;
}
