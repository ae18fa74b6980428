import { bodyOf, densityInside, densityOfInk, inkNow, inkOfBottle, type Book } from '../ledger';
import { inkByMass, type Uncertain } from '../quantity';
import type { FactDraft } from '../workbook';
import type { Dilution } from './dilution';

/**
 * What a weighing means at this stage, as facts: what was drawn out, put in, or drawn out again follows from the two masses; then
 * the mass itself.
 *
 * @param massG on the scale now
 * @param at UTC instant of the weighing
 * @returns drafts; `lighter` or `heavier` where the mass went the wrong way for what was to be done
 */
export function dilutionFacts(
  book: Book,
  now: Dilution,
  cartridgeId: string,
  bottleId: string,
  massG: Uncertain,
  at: string,
): readonly FactDraft[] | 'lighter' | 'heavier' {
  const body = bodyOf(book.context, cartridgeId)!;
  const mass: FactDraft = {
    kind: 'weighed',
    what: 'cartridge',
    subjectId: cartridgeId,
    massG,
    purpose: 'after',
    at,
  };
  const before = new Date(Date.parse(at) - 1).toISOString();
  const inside = densityInside(book, body, at);
  const round = { kind: 'flushed' as const, cartridgeId, chamber: 0, bottleId, at: before };
  switch (now.stage) {
    case 'weigh':
      return [mass];
    case 'drawOut': {
      const had = inkNow(book, cartridgeId, at);
      const left = inkByMass(massG, body.emptyG, inside);
      const ml = (had?.value ?? 0) - left.value;
      if (ml <= 0) return had ? 'heavier' : [mass];
      return [
        {
          kind: 'drawnOut',
          cartridgeId,
          chamber: 0,
          ml: { value: ml, u: Math.hypot(had!.u, left.u) },
          fate: 'bin',
          at: before,
          note: 'Drawn out before diluting',
        },
        mass,
      ];
    }
    case 'add': {
      const rho = densityOfInk(book.context, inkOfBottle(book.context, bottleId));
      const addedMl = (massG.value - now.massG!.value) / rho.value;
      return addedMl > 0 ? [{ ...round, addedMl, drawnMl: 0 }, mass] : 'lighter';
    }
    case 'draw': {
      const last = now.massG ?? {
        value: body.emptyG.value + (inkNow(book, cartridgeId, at)?.value ?? 0) * inside.value,
        u: 0,
      };
      const drawnMl = (last.value - massG.value) / inside.value;
      return drawnMl > 0 ? [{ ...round, addedMl: 0, drawnMl }, mass] : 'heavier';
    }
  }
}
