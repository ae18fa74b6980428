import { hasLeaked } from '../bench';
import { planFill } from '../fill';
import { factsAbout, type Snapshot } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Fact, FactOf } from '../workbook';
import type { CartridgeView } from './cartridgeView';

/** Where a fill did not go as it should, and by how much. */
export interface Lesson {
  readonly code: 'scaleSaysMore' | 'scaleSaysLess' | 'over' | 'short' | 'lostAtRest' | 'spilt' | 'binned';
  readonly ml: number;
}

export interface Outcome {
  /** UTC instant of its last load. */
  readonly at: string;
  readonly pouredMl: number;
  /** Was it weighed afterwards? Without that nothing says where it ended. */
  readonly weighed: boolean;
  /** None: as planned, as far as it was weighed. */
  readonly lessons: readonly Lesson[];
}

/** What was noted and what the scale found differ by at least this much, ml: a drop on the outside is no lesson. */
const LEAST_ML = 0.3;
/** Less is not worth a word. */
const LEAST_SPILT_ML = 0.1;
const LEAST_BINNED_ML = 0.5;
/** A share of what went in that any barrel keeps: nobody drew up too much. */
const BINNED_SHARE = 0.05;

/**
 * How a cartridge's last fill went: what the scale says of it beside what was noted and what was aimed at.
 *
 * @returns null: it was never filled
 */
export function howItWent(book: Pick<Snapshot, 'facts'>, view: CartridgeView): Outcome | null {
  const { id } = view.body.cartridge;
  const about = factsAbout(book, id).reverse();
  const last = about.findLast((fact): fact is FactOf<'filled'> => fact.kind === 'filled');
  if (!last) return null;
  const isOfRun = (fact: Fact): boolean => fact === last || (last.run !== undefined && fact.run === last.run);
  const loads = about.filter((fact): fact is FactOf<'filled'> => fact.kind === 'filled' && isOfRun(fact));
  const begin = about.indexOf(loads[0]!);
  const end = about.indexOf(last);
  const masses = (list: readonly Fact[]): FactOf<'weighed'>[] =>
    list.filter(
      (fact): fact is FactOf<'weighed'> =>
        fact.kind === 'weighed' && fact.because !== 'misread' && fact.because !== 'otherCartridge',
    );
  const before = masses(about.slice(0, begin).filter(isOfRun)).at(-1);
  // Until it goes in, or is drawn from, what it weighs is of the fill.
  const rest = about.slice(end + 1);
  const leaves = rest.findIndex(({ kind }) => kind === 'installed');
  const then = leaves < 0 ? rest : rest.slice(0, leaves);
  const after = masses(then).find(({ purpose }) => purpose === 'after');
  const rested = masses(then).find(({ purpose }) => purpose === 'rested');
  const rho = view.density.value;
  const lessons: Lesson[] = [];
  const poured = sumOf(loads.map(({ ml }) => ml));
  if (before && after && loads.some(({ by }) => by !== 'mass')) {
    const out = sumOf(takenOut(between(about, before, after)));
    const gained = (after.massG.value - before.massG.value) / rho + out.value;
    const u = Math.hypot(before.massG.u / rho, after.massG.u / rho, out.u, poured.u);
    const off = gained - poured.value;
    if (Math.abs(off) > Math.max(LEAST_ML, 2 * u))
      lessons.push({ code: off > 0 ? 'scaleSaysMore' : 'scaleSaysLess', ml: Math.abs(off) });
  }
  // What was primed out since was in the plan: it ended without that.
  const left = after && without(after.massG, sumOf(takenOut(between(then, after, rested))), rho);
  const ended = rested?.massG ?? left;
  if (ended) {
    const aimed = aim(
      view,
      before?.massG ?? ended,
      loads.some(({ by }) => by === 'line'),
    );
    const off = (ended.value - aimed.targetG) / rho;
    if (Math.abs(off) * rho > Math.max(aimed.toleranceG, 2 * ended.u))
      lessons.push({ code: off > 0 ? 'over' : 'short', ml: Math.abs(off) });
  }
  if (left && rested && hasLeaked(left, rested.massG))
    lessons.push({ code: 'lostAtRest', ml: (left.value - rested.massG.value) / rho });
  // From its bottle, too: that is no fact of the cartridge.
  const spilt = sumOf(
    book.facts.flatMap((fact) =>
      fact.kind === 'spilt' && last.run !== undefined && fact.run === last.run ? [fact.ml] : [],
    ),
  );
  if (spilt.value > LEAST_SPILT_ML) lessons.push({ code: 'spilt', ml: spilt.value });
  const binned = loads.reduce((sum, { leftover }) => sum + (leftover?.fate === 'bin' ? leftover.ml : 0), 0);
  if (binned > Math.max(LEAST_BINNED_ML, BINNED_SHARE * poured.value))
    lessons.push({ code: 'binned', ml: binned });
  return { at: last.at, pouredMl: poured.value, weighed: ended !== undefined, lessons };
}

/** After the one, and before the other where there is one. */
const between = (about: readonly Fact[], one: Fact, other?: Fact): readonly Fact[] =>
  about.slice(about.indexOf(one) + 1, other && about.indexOf(other));

/** A mass without so much ink, g. */
const without = (massG: Uncertain, ml: Uncertain, rho: number): Uncertain => ({
  value: massG.value - ml.value * rho,
  u: Math.hypot(massG.u, ml.u * rho),
});

/** Out of the cartridge by hand, ml. */
const takenOut = (facts: readonly Fact[]): Uncertain[] =>
  facts.flatMap((fact) =>
    ((fact.kind === 'primed' || fact.kind === 'drawnOut') && fact.fate !== 'cartridge') ||
    (fact.kind === 'spilt' && fact.from === 'cartridge')
      ? [fact.ml]
      : [],
  );

const sumOf = (parts: readonly Uncertain[]): Uncertain => ({
  value: parts.reduce((sum, { value }) => sum + value, 0),
  u: Math.hypot(...parts.map(({ u }) => u)),
});

const aim = ({ body, density }: CartridgeView, massG: Uncertain, byLine: boolean) =>
  planFill({
    massG,
    emptyG: body.emptyG,
    density,
    type: body.type,
    maxG: body.maxG,
    toleranceG: body.type.toleranceG,
    byLine,
    ownTargetG: body.cartridge.targetG,
    method: body.type.method,
    syringe: null,
    scale: null,
    bottleMl: null,
  });
