/** A deep copy of plain data: objects, arrays, and values. */
export function clonePlain<T>(value: T): T {
  if (Array.isArray(value)) return value.map((part: unknown) => clonePlain(part)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const copy: Record<string, unknown> = {};
  for (const key in value) copy[key] = clonePlain((value as Record<string, unknown>)[key]);
  return copy as T;
}
