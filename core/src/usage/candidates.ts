import type { Uncertain } from '../quantity';
import { PRIOR, sum, type Candidate } from './candidate';
import { FOUND, type CauseRow, type CausesCode, type LeakBelief } from './cause';
import { LEAK, LEAST_LEAK } from './leak';
import { otherBlack } from './otherBlack';
import { otherKinds } from './otherKinds';

/** g: a cup or a keeper that stood on it when it was zeroed. */
const ZERO_U_G = 2;
/** An ink's usual density: a scale that is off by a gram makes so many ml of it. */
export const G_PER_ML = 1.06;
/** One mass may be anything: another cartridge's, a digit that slipped, ml. */
const ODD_U_ML = 5;
/** How many cleanings, if there were any. */
const CLEANINGS: Uncertain = { value: 1.3, u: 0.8 };
/** Share of a kind of picture that was logged and not printed: a whole job, or all of them. */
const NOT_PRINTED: Uncertain = { value: 0.6, u: 0.3 };
/** What was not logged is most of what is usual, more or less, as a share of it. */
const NOT_LOGGED: Uncertain = { value: 0.6, u: 0.6 };
/** How much more or less a printer may draw from here, relative. */
const DRAWS_OTHER: Uncertain = { value: 0, u: 0.35 };
/** A zero that was likely right last time is no cause of this one's misses. */
const LEAST_ZERO = 1e-4;

/** What earlier weigh-ins say of what may be behind this one. */
export interface KnownBefore {
  readonly usual: CausesCode['usual'];
  /** Cleanings a day that nobody logs. */
  readonly unseenPerDay: number;
  readonly zero: CausesCode['zero'];
  /** By cartridge. */
  readonly leaks: ReadonlyMap<string, LeakBelief>;
  /** How likely a leak of this one is, before anything is seen. */
  readonly leakPrior: (row: CauseRow) => number;
}

/** All that a weigh-in's misses may come of: of the prints, of all channels alike, of some, of one. */
export function candidatesOf(rows: readonly CauseRow[], known: KnownBefore): Candidate[] {
  const days = Math.max(...rows.map((row) => row.days));
  const kinds = [...new Set(rows.flatMap(({ perDm2 }) => [...perDm2.keys()]))];
  const blacks = otherBlack(rows);
  return [
    ...ofPrints(rows, usualIn(known.usual, days), kinds),
    ...(rows.length > 1 ? ofAll(rows, days, known) : []),
    ...(rows.length > 2 ? otherKinds(rows, kinds) : []),
    ...(blacks ? [blacks] : []),
    ...rows.flatMap((row) => ofOne(rows, row, known)),
  ];
}

/** Printed and not logged, in the usual mix or of one kind; logged and not printed. */
function ofPrints(
  rows: readonly CauseRow[],
  mix: ReadonlyMap<string, number>,
  kinds: readonly string[],
): Candidate[] {
  const found: Candidate[] = [];
  const area = sum(mix.values());
  const notLogged = { code: 'notLogged', amount: times(NOT_LOGGED, area), atLeast: 0 } as const;
  if (kinds.length > 1 && area > 0)
    found.push({
      ...notLogged,
      prior: PRIOR.notLogged / 2,
      pattern: rows.map(({ perDm2 }) =>
        sum([...mix].map(([id, dm2]) => (dm2 / area) * (perDm2.get(id) ?? 0))),
      ),
    });
  for (const subjectId of kinds) {
    const unit = rows.map(({ perDm2 }) => perDm2.get(subjectId) ?? 0);
    const logged = rows.map(({ dm2 }) => dm2.get(subjectId) ?? 0);
    if (area > 0)
      found.push({
        ...notLogged,
        subjectId,
        prior: PRIOR.notLogged / (kinds.length > 1 ? 2 * kinds.length : 1),
        pattern: unit,
      });
    if (logged.some((dm2) => dm2 > 0))
      found.push({
        code: 'notPrinted',
        subjectId,
        prior: PRIOR.notPrinted / kinds.length,
        pattern: unit.map((ml, i) => -ml * logged[i]!),
        amount: NOT_PRINTED,
        atLeast: 0,
      });
  }
  return found;
}

/** The printer draws otherwise, cleaned without a word, or the scale was zeroed wrong: now, or the time before. */
function ofAll(
  rows: readonly CauseRow[],
  days: number,
  { unseenPerDay, zero }: Pick<KnownBefore, 'unseenPerDay' | 'zero'>,
): Candidate[] {
  const found: Candidate[] = [
    {
      code: 'drawsOther',
      prior: PRIOR.drawsOther,
      pattern: rows.map(({ toldMl }) => toldMl),
      amount: DRAWS_OTHER,
    },
    {
      code: 'cleanings',
      ...cleaningsIn(unseenPerDay * days),
      pattern: rows.map(({ cleaningMl }) => cleaningMl),
      atLeast: 0,
    },
    {
      code: 'zeroed',
      prior: PRIOR.zeroed,
      pattern: rows.map(() => -1 / G_PER_ML),
      amount: { value: 0, u: ZERO_U_G },
    },
  ];
  if (zero && zero.probability <= FOUND && zero.probability > LEAST_ZERO)
    found.push({
      code: 'wasZeroed',
      prior: zero.probability,
      pattern: rows.map(() => 1 / G_PER_ML),
      amount: zero.g,
    });
  return found;
}

/** A leak of one cartridge, or one mass that is wrong. */
function ofOne(
  rows: readonly CauseRow[],
  row: CauseRow,
  { leaks, leakPrior }: Pick<KnownBefore, 'leaks' | 'leakPrior'>,
): Candidate[] {
  const found: Candidate[] = [];
  const pattern = rows.map((one) => (one === row ? 1 : 0));
  const leak = leaks.get(row.cartridgeId);
  if (!leak || leak.probability <= FOUND)
    found.push({
      code: 'leak',
      row,
      prior: Math.max(leakPrior(row), leak?.probability ?? 0),
      pattern: pattern.map((one) => one * row.days),
      amount: LEAK,
      atLeast: LEAST_LEAK,
    });
  if (rows.length > 2)
    found.push({
      code: 'oddMass',
      row,
      prior: PRIOR.oddMass / rows.length,
      pattern,
      amount: { value: 0, u: ODD_U_ML },
    });
  return found;
}

/** What is usually logged in so many days, dm² by kind of picture. */
const usualIn = (usual: CausesCode['usual'], days: number): ReadonlyMap<string, number> =>
  new Map([...usual.dm2].map(([id, dm2]) => [id, (dm2 / Math.max(1, usual.days)) * days]));

/** How likely cleanings were that nobody logged, and how many there would be, where so many are usual. */
function cleaningsIn(count: number): Pick<Candidate, 'prior' | 'amount'> {
  if (count === 0) return { prior: PRIOR.cleanings, amount: CLEANINGS };
  // Of next to none, 1 − e^−count is nothing at all.
  const prior = -Math.expm1(-count);
  const some = count / prior;
  return { prior: Math.min(0.9, prior), amount: { value: some, u: Math.sqrt(some) } };
}

const times = ({ value, u }: Uncertain, by: number): Uncertain => ({ value: value * by, u: u * by });
