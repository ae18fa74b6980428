import { TOLERANCE_G } from '../fill';
import { densestInside, densityInside, inkNow, mostInside, type Body, type CheckedBook } from '../ledger';
import type { FactOf } from '../workbook';
import type { FactProblem } from './factProblem';

/** Would this fill bring the cartridge above its maximum mass, its doubt allowed for? */
export function overfill(book: CheckedBook, body: Body, fact: FactOf<'filled'>): FactProblem | null {
  const { emptyG, maxG, cartridge } = body;
  // What was there at its last weighing and all of the fill fit: then what was printed since need not be foretold.
  const most = mostInside(book, cartridge.id);
  if (most !== null && emptyG.value + (most + fact.ml.value) * densestInside(book, body) <= maxG) return null;
  const inside = inkNow(book, cartridge.id, fact.at);
  if (!inside) return null;
  const density = densityInside(book, body, fact.at).value;
  const massG = emptyG.value + (inside.value + fact.ml.value) * density;
  return massG > maxG + 3 * Math.hypot(inside.u, fact.ml.u) * density + TOLERANCE_G
    ? { severity: 'ask', code: 'overfill', label: cartridge.label, massG, maxG }
    : null;
}
