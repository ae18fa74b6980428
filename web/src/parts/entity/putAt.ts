type Part = Record<string, unknown>;
const isPart = (value: unknown): value is Part => typeof value === 'object' && value !== null;

/** Puts a value at a path, with the parts on the way; `undefined` leaves it away. */
export function putAt(whole: Part, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  let part = whole;
  for (const key of keys) {
    const next = part[key];
    if (isPart(next)) part = next;
    else if (value === undefined) return;
    else {
      const made: Part = {};
      part[key] = made;
      part = made;
    }
  }
  if (value === undefined) delete part[last];
  else part[last] = value;
}
