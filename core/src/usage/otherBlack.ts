import type { Uncertain } from '../quantity';
import { NO_SWING, type BlackSwing } from './blackSwing';
import { mostLogged, PRIOR, sum, type Candidate } from './candidate';
import { FOUND, type Cause, type CauseRow } from './cause';

/** Share of the prints that took the other black: all of them, or some. */
const OTHER_BLACK: Uncertain = { value: 0, u: 0.5 };

/**
 * Papers that take the other black than it was reckoned with: one of the two drew more, the other as much less. Where no paper says
 * which, both were reckoned with, and it is only what one would expect.
 */
export function otherBlack(rows: readonly CauseRow[]): Candidate | null {
  const photo = rows.find(({ black }) => black === 'photo');
  const matte = rows.find(({ black }) => black === 'matte');
  if (!photo || !matte) return null;
  const printed = ({ dm2, perDm2 }: CauseRow): number =>
    sum([...dm2].map(([id, area]) => area * (perDm2.get(id) ?? 0)));
  return {
    code: 'otherBlack',
    between: [photo, matte],
    prior: isUnsaid(rows) ? PRIOR.blackUnsaid : PRIOR.otherBlack,
    pattern: rows.map((row) => (row === photo ? printed(photo) : row === matte ? -printed(matte) : 0)),
    amount: OTHER_BLACK,
  };
}

/** Was anything logged of which nobody said which of two blacks it took? It met both of them. */
const isUnsaid = (rows: readonly CauseRow[]): boolean =>
  sum(rows.flatMap(({ black, dm2 }) => (black ? [...dm2.values()] : []))) >
  1.01 * sum(mostLogged(rows).values());

/** How far the two blacks swing, by one weigh-in more; with every paper said, they do not. */
export function swung(before: BlackSwing, rows: readonly CauseRow[], causes: readonly Cause[]): BlackSwing {
  const found = causes.find(({ code }) => code === 'otherBlack');
  if (!found) return before;
  if (!isUnsaid(rows)) return NO_SWING;
  const { probability, amount } = found;
  return {
    slotIds: rows.flatMap(({ slotId, black }) => (black ? [slotId] : [])),
    weighIns: before.weighIns + 1,
    squares: before.squares + (probability > FOUND ? probability * (amount.value ** 2 + amount.u ** 2) : 0),
  };
}
