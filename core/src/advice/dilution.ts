import { bodyOf, cartridgeOf, densityInside, densityOfInk, inkNow, inkOfBottle, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Fact, FactDraft, FactOf } from '../workbook';

/** One round: what could not be drawn out before it, what was added, and what came out again. */
export interface DilutionRound {
  readonly residualMl: Uncertain;
  readonly addedMl: Uncertain;
  /** null: not drawn out again yet. */
  readonly drawnMl: Uncertain | null;
  readonly by: 'weight' | 'syringe';
}

export interface Dilution {
  /** What comes next: draw out the old ink, weigh what is left, add new ink, or draw out the mixture. */
  readonly stage: 'drawOut' | 'weigh' | 'add' | 'draw';
  readonly rounds: readonly DilutionRound[];
  /** Of what stays inside, the old ink: `∏ r/(r+a)`, with what the masses leave in doubt. */
  readonly oldShare: Uncertain;
  /** What it weighed last, where nothing moved since; null: by its syringe only. */
  readonly massG: Uncertain | null;
}

/** More than this above what is said to stay inside has to be drawn out first, ml. */
const TO_DRAW_ML = 0.3;
/** Standard uncertainties of amounts that no scale saw: of a round by the syringe, and of what is said to stay inside. */
const SYRINGE_U_ML = 0.3;
const GUESSED_U = 0.3;

/**
 * A conversion by diluting, as far as the log has it: rounds since the last fill, each by weight or by the syringe.
 *
 * @param facts of the log
 * @param bottleId of the new ink
 * @param residualMl what is said to stay inside, for rounds that were not weighed, ml
 * @param at UTC instant
 * @returns undefined when the cartridge or its type is not in the workbook
 */
export function dilution(
  book: Book,
  facts: readonly Fact[],
  cartridgeId: string,
  bottleId: string,
  residualMl: number,
  at: string,
): Dilution | undefined {
  const body = bodyOf(book.context, cartridgeId);
  const state = cartridgeOf(book, cartridgeId);
  if (!body || !state) return undefined;
  const since = state.lastFillAt ?? '';
  const rho = densityInside(book, body, at);
  const mine = facts.filter((fact): fact is Relevant => fact.at > since && isAbout(fact, cartridgeId));
  const rounds: { -readonly [K in keyof DilutionRound]: DilutionRound[K] }[] = [];
  let massG: Uncertain | null = null;
  let emptied = false;
  for (const fact of mine)
    switch (fact.kind) {
      case 'weighed':
        massG = fact.massG;
        break;
      case 'drawnOut':
        emptied = true;
        massG = null;
        break;
      case 'flushed': {
        if (fact.bottleId !== bottleId) break;
        const u = massG ? weighedU(massG, rho) : SYRINGE_U_ML;
        if (fact.addedMl > 0) {
          const left = massG && inkOf(massG, body.emptyG, rho);
          rounds.push({
            residualMl: left ?? { value: residualMl, u: GUESSED_U * residualMl },
            addedMl: { value: fact.addedMl, u },
            drawnMl: fact.drawnMl > 0 ? { value: fact.drawnMl, u } : null,
            by: left ? 'weight' : 'syringe',
          });
        } else {
          const open = rounds.at(-1);
          if (open) open.drawnMl = { value: fact.drawnMl, u };
        }
        massG = null;
        break;
      }
    }
  const open = rounds.at(-1)?.drawnMl === null;
  const first =
    rounds.length === 0 && !emptied && (inkNow(book, cartridgeId, at)?.value ?? 0) > residualMl + TO_DRAW_ML;
  return {
    stage: open ? 'draw' : first ? 'drawOut' : massG ? 'add' : 'weigh',
    rounds,
    oldShare: oldShareOf(rounds),
    massG,
  };
}

type Relevant = FactOf<'weighed'> | FactOf<'drawnOut'> | FactOf<'flushed'>;

function isAbout(fact: Fact, cartridgeId: string): fact is Relevant {
  if (fact.kind === 'weighed') return fact.what === 'cartridge' && fact.subjectId === cartridgeId;
  return (fact.kind === 'drawnOut' || fact.kind === 'flushed') && fact.cartridgeId === cartridgeId;
}

const inkOf = (massG: Uncertain, emptyG: Uncertain, rho: Uncertain): Uncertain => {
  const value = Math.max(0.01, (massG.value - emptyG.value) / rho.value);
  return {
    value,
    u: Math.hypot(Math.hypot(massG.u, emptyG.u) / rho.value, (value * rho.u) / rho.value),
  };
};

const weighedU = (massG: Uncertain, rho: Uncertain): number => (Math.SQRT2 * massG.u) / rho.value;

/** All residuals stand on one empty mass: their doubts add up; those of the additions do not. */
function oldShareOf(rounds: readonly DilutionRound[]): Uncertain {
  let value = 1;
  let shared = 0;
  let own = 0;
  for (const { residualMl: r, addedMl: a } of rounds) {
    const total = r.value + a.value;
    value *= r.value / total;
    shared += ((a.value / total) * r.u) / r.value;
    own += (a.u / total) ** 2;
  }
  return { value, u: value * Math.hypot(shared, Math.sqrt(own)) };
}

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
      const left = inkOf(massG, body.emptyG, inside);
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
