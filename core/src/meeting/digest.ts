/** A set of ids in short: how many, and a sum of their hashes that does not depend on their order. */
export interface Digest {
  readonly count: number;
  /** 64 bits as hex. */
  readonly hash: string;
}

interface Sums {
  readonly low: Uint32Array;
  readonly high: Uint32Array;
}
/** A list of ids never changes: any part of it is told by the sums up to its ends. */
const known = new WeakMap<readonly string[], Sums>();

/**
 * FNV-1a with two seeds, summed: ids are random, and whoever could forge one can read the workbook anyway.
 *
 * @param ids a list that is not changed afterwards
 * @param from and to: places in it
 */
export function digestOf(ids: readonly string[], from = 0, to = ids.length): Digest {
  let sums = known.get(ids);
  if (!sums) known.set(ids, (sums = sumsOf(ids)));
  const part = (all: Uint32Array): string => hex((all[to]! - all[from]!) >>> 0);
  return { count: to - from, hash: part(sums.high) + part(sums.low) };
}

function sumsOf(ids: readonly string[]): Sums {
  const low = new Uint32Array(ids.length + 1);
  const high = new Uint32Array(ids.length + 1);
  ids.forEach((id, i) => {
    const hash = hashesOf(id);
    low[i + 1] = low[i]! + hash.low;
    high[i + 1] = high[i]! + hash.high;
  });
  return { low, high };
}

interface Hashes {
  readonly low: number;
  readonly high: number;
}
/** A list that grew by one is another list; of its ids all but one were hashed before. */
const hashed = new Map<string, Hashes>();
/** Some workbooks' worth; beyond it all are forgotten. */
const MOST_HASHED = 400_000;

function hashesOf(id: string): Hashes {
  let hashes = hashed.get(id);
  if (!hashes) {
    if (hashed.size >= MOST_HASHED) hashed.clear();
    hashed.set(id, (hashes = { low: hashOf(id, 0x811c9dc5), high: hashOf(id, 0x01000193) }));
  }
  return hashes;
}

function hashOf(text: string, seed: number): number {
  let hash = seed;
  for (let i = 0; i < text.length; i++) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 0x01000193);
  }
  // The last letters would else only reach the last bits.
  hash ^= hash >>> 15;
  hash = Math.imul(hash, 0x2c1b3c6d);
  return (hash ^ (hash >>> 12)) >>> 0;
}

const hex = (value: number): string => value.toString(16).padStart(8, '0');
