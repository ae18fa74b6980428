/** What lies on the pan, as it was when a weight was asked for or taken last. */
export interface Waiting {
  /** g; null: nothing stood still yet. */
  readonly lay: number | null;
  /** Something else has come onto the pan since, or it was lifted off. */
  readonly moved: boolean;
}

export const NOT_YET: Waiting = { lay: null, moved: false };

/** A pan whose reading goes so far from what lay there has something else on it, g. */
const MOVED_G = 0.5;

/**
 * Should the weight that is asked for be taken by itself? Only what was put on the pan after it was asked for, once it stands still,
 * and if it can be what is asked: what lay there already belongs to the one before.
 *
 * @param waiting as the last call gave it; `NOT_YET` when a weight is asked for while nothing stood still yet
 * @param massG what the scale reads; null: nothing
 * @param settledG the same once it stands still
 * @param range of what is asked for, g
 * @returns the weight to take, or null, and what to wait with from here on
 * @example takeByItself({ lay: 0, moved: false }, 63.42, 63.42, [40, 70]).take // 63.42
 * @example takeByItself({ lay: 63.42, moved: false }, 63.42, 63.42, [40, 70]).take // null
 */
export function takeByItself(
  waiting: Waiting,
  massG: number | null,
  settledG: number | null,
  [least, most]: readonly [number, number],
): { readonly take: number | null; readonly waiting: Waiting } {
  if (massG === null) return { take: null, waiting };
  if (waiting.lay === null) return { take: null, waiting: { lay: settledG, moved: false } };
  const moved = waiting.moved || Math.abs(massG - waiting.lay) > MOVED_G;
  if (!moved || settledG === null || settledG < least || settledG > most)
    return { take: null, waiting: { lay: waiting.lay, moved } };
  return { take: settledG, waiting: { lay: settledG, moved: false } };
}
