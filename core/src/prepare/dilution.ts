import { bodyOf, cartridgeOf, densityInside, inkNow, type Book } from '../ledger';
import { oldFraction } from './flushRounds';
import { inkByMass, type Uncertain } from '../quantity';
import type { Fact, FactOf } from '../workbook';

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
          const left = massG && atLeast(inkByMass(massG, body.emptyG, rho));
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

/** What cannot be drawn out is never nothing, ml. */
const LEAST_ML = 0.01;

const atLeast = ({ value, u }: Uncertain): Uncertain => ({ value: Math.max(LEAST_ML, value), u });

const weighedU = (massG: Uncertain, rho: Uncertain): number => (Math.SQRT2 * massG.u) / rho.value;

/** `oldFraction` with its doubt: all residuals stand on one empty mass, so theirs add up; those of the additions do not. */
function oldShareOf(rounds: readonly DilutionRound[]): Uncertain {
  const value = oldFraction(
    rounds.map(({ residualMl, addedMl }) => ({ residualMl: residualMl.value, addedMl: addedMl.value })),
  );
  let shared = 0;
  let own = 0;
  for (const { residualMl: r, addedMl: a } of rounds) {
    const total = r.value + a.value;
    shared += ((a.value / total) * r.u) / r.value;
    own += (a.u / total) ** 2;
  }
  return { value, u: value * Math.hypot(shared, Math.sqrt(own)) };
}
