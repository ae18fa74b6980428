/**
 * What stands at a path of a thing: keys with a dot between, places of a list as numbers.
 *
 * @returns undefined where a part on the way is left out
 * @example valueAt({ emptyG: { value: 41.6 } }, "emptyG.value") // 41.6
 */
export const valueAt = (whole: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>(
      (part, key) =>
        typeof part === 'object' && part !== null ? (part as Record<string, unknown>)[key] : undefined,
      whole,
    );
