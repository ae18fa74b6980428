import type { Fact, FactDraft } from '../workbook';
import { install, print, script, setUp, weigh } from './bench';

const DAY_MS = 86_400_000;
const SLOTS = ['cyan', 'magenta', 'yellow'] as const;
/** A kind of picture, and what it takes of each channel, ml/dm². */
interface Kind {
  readonly subjectId: string;
  readonly perDm2: readonly number[];
}
const ANY: Kind = { subjectId: 'any', perDm2: [0.03, 0.02, 0.025] };
/** One sheet of 297 × 420 mm, and what standing and a change take. */
const SHEET_DM2 = 12.474;
const BESIDE_ML = 0.14;
const EMPTY_G = 41.58;
const RHO = 1.064;
const DAYS = 14;

/**
 * The test room's printer after eight weigh-ins a fortnight apart that were all as foretold, and three sheets since.
 *
 * @param at UTC instant of the ninth
 * @param kinds of pictures that were printed in turn, the last sheets of the first
 * @returns its facts, and what each channel would weigh now if that went on, g
 */
export function knownRoom(
  at: string,
  kinds: readonly [Kind, ...Kind[]] = [ANY],
): {
  readonly facts: readonly Fact[];
  readonly foretoldG: readonly number[];
} {
  const start = Date.parse(at) - 9 * DAYS * DAY_MS;
  const on = (draft: FactDraft, day: number): FactDraft => ({
    ...draft,
    at: new Date(start + day * DAY_MS).toISOString(),
  });
  const grams = (ml: number): number => Math.round((EMPTY_G + ml * RHO) * 100) / 100;
  const left = SLOTS.map(() => 46);
  const draws = (copies: number, { perDm2 }: Kind): void =>
    left.forEach((ml, i) => (left[i] = ml - copies * SHEET_DM2 * perDm2[i]! - BESIDE_ML));
  const printed = (copies: number, { subjectId }: Kind): FactDraft =>
    ({ ...print(copies), subjectId }) as FactDraft;
  const drafts = [on(install, 0), ...SLOTS.map((slot) => on(weigh(slot, grams(46)), 0.01))];
  for (let k = 1; k <= 8; k++) {
    const copies = 2 + (k % 3);
    const kind = kinds[k % kinds.length]!;
    drafts.push(on(printed(copies, kind), DAYS * k - 7));
    draws(copies, kind);
    SLOTS.forEach((slot, i) => drafts.push(on(weigh(slot, grams(left[i]!)), DAYS * k)));
  }
  drafts.push(on(printed(3, kinds[0]), DAYS * 9 - 6));
  draws(3, kinds[0]);
  const set = script(setUp, new Date(start - DAY_MS).toISOString());
  return { facts: [...set, ...script(drafts, new Date(start).toISOString())], foretoldG: left.map(grams) };
}
