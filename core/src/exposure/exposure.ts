import type { CleaningLevel } from '../workbook';

/** What was printed of one kind of picture: area in dm², and the sum of the squares of each job's area (dm⁴). */
export interface SubjectArea {
  readonly subjectId: string;
  readonly dm2: number;
  /** Copies of one job are the same picture: its scatter goes with the square of the whole job's area. */
  readonly squares: number;
}

/** What a channel went through between two moments: areas by subject, pictures of known demand, cleanings, changes, days. */
export interface Exposure extends Readonly<Record<CleaningLevel, number>> {
  /** Sorted by subject id. */
  readonly areas: readonly SubjectArea[];
  /** Demand of measured pictures, ml by the separation alone, and the sum of its squares by job. */
  readonly imageMl: number;
  readonly imageSquares: number;
  readonly change: number;
  /** Times that its black took the line over from the other one. */
  readonly switched: number;
  readonly idleDays: number;
}

export const NO_EXPOSURE: Exposure = {
  areas: [],
  imageMl: 0,
  imageSquares: 0,
  light: 0,
  deep: 0,
  group: 0,
  recharge: 0,
  change: 0,
  switched: 0,
  idleDays: 0,
};

/**
 * One job of one kind of picture.
 *
 * @param subjectId kind of picture
 * @param dm2 area of all its copies, dm²
 */
export const jobExposure = (subjectId: string, dm2: number): Exposure => ({
  ...NO_EXPOSURE,
  areas: [{ subjectId, dm2, squares: dm2 * dm2 }],
});

/**
 * One job of a picture whose own demand is known.
 *
 * @param ml that its separation asks of the channel for all copies
 */
export const imageExposure = (ml: number): Exposure => ({
  ...NO_EXPOSURE,
  imageMl: ml,
  imageSquares: ml * ml,
});

/** Both, one after the other. */
export function addExposure(a: Exposure, b: Exposure): Exposure {
  if (a === NO_EXPOSURE) return b;
  if (b === NO_EXPOSURE) return a;
  return {
    areas: mergeAreas(a.areas, b.areas),
    imageMl: a.imageMl + b.imageMl,
    imageSquares: a.imageSquares + b.imageSquares,
    light: a.light + b.light,
    deep: a.deep + b.deep,
    group: a.group + b.group,
    recharge: a.recharge + b.recharge,
    change: a.change + b.change,
    switched: a.switched + b.switched,
    idleDays: a.idleDays + b.idleDays,
  };
}

function mergeAreas(a: readonly SubjectArea[], b: readonly SubjectArea[]): readonly SubjectArea[] {
  if (a.length === 0) return b;
  if (b.length === 0) return a;
  const merged: SubjectArea[] = [];
  let i = 0;
  let j = 0;
  while (i < a.length || j < b.length) {
    const left = a[i];
    const right = b[j];
    if (left && (!right || left.subjectId < right.subjectId)) {
      merged.push(left);
      i += 1;
    } else if (right && (!left || right.subjectId < left.subjectId)) {
      merged.push(right);
      j += 1;
    } else {
      merged.push({
        subjectId: left!.subjectId,
        dm2: left!.dm2 + right!.dm2,
        squares: left!.squares + right!.squares,
      });
      i += 1;
      j += 1;
    }
  }
  return merged;
}

/**
 * The same again, n times: `different` pictures (squares add up) or n more copies of the `same` one (they grow with n²).
 *
 * @param exposure of one
 * @param n how many times, 0 or more; need not be whole
 */
export function timesExposure(exposure: Exposure, n: number, pictures: 'different' | 'same'): Exposure {
  const squares = pictures === 'same' ? n * n : n;
  return {
    areas: exposure.areas.map((area) => ({
      subjectId: area.subjectId,
      dm2: area.dm2 * n,
      squares: area.squares * squares,
    })),
    imageMl: exposure.imageMl * n,
    imageSquares: exposure.imageSquares * squares,
    light: exposure.light * n,
    deep: exposure.deep * n,
    group: exposure.group * n,
    recharge: exposure.recharge * n,
    change: exposure.change * n,
    switched: exposure.switched * n,
    idleDays: exposure.idleDays * n,
  };
}

/** True when something drew ink through the outlet: a print, a cleaning, a change or a switch; days alone do not count. */
export const drewInk = (exposure: Exposure): boolean =>
  exposure.areas.length > 0 ||
  exposure.imageMl > 0 ||
  exposure.light + exposure.deep + exposure.group + exposure.recharge + exposure.change + exposure.switched >
    0;
