import { leakFound, modelOf, type Book } from '../ledger';
import { daysBetween } from '../time';
import { ONE_WEIGH_IN_MS, type Cause } from '../usage';
import type { WeighInCause } from '../workbook';

/** What would tell the two likeliest causes of a weigh-in apart. */
export type Teller =
  'weighAgain' | 'zeroAgain' | 'lookAtIt' | 'printSystem' | 'cleaningCount' | 'namePapers' | 'nextWeighIn';

export interface WeighInCauses {
  /** The likeliest; two where the first is not likely enough to be taken for it. Never `asForetold` first. */
  readonly causes: readonly [Cause, ...Cause[]];
  /** What tells them apart; null where there is no doubt. */
  readonly teller: Teller | null;
  /** UTC instants of the interval. */
  readonly from: string;
  readonly to: string;
}

/** From this probability on one cause is named alone. */
const SURE = 0.6;
/** Less than this is not worth a line. */
const LEAST = 0.08;

/** Which look decides, the cheapest first: each row holds where one of the two is of it. */
const TELLERS: readonly (readonly [Teller, readonly WeighInCause[]])[] = [
  ['zeroAgain', ['zeroed']],
  ['weighAgain', ['oddMass']],
  ['lookAtIt', ['leak']],
  ['namePapers', ['otherBlack']],
  ['cleaningCount', ['cleanings']],
  ['printSystem', ['notLogged', 'notPrinted', 'otherKind']],
];

/**
 * What the last weigh-in of a printer may come of, when it was not as foretold.
 *
 * @param at UTC instant: only a weigh-in of this sitting is asked about
 * @returns null where it was as foretold, or where there is nothing to go by
 */
export function weighInCauses(book: Book, printerId: string, at: string): WeighInCauses | null {
  const model = modelOf(book, printerId);
  const span = model?.lastSpan;
  if (!model || !span || Math.abs(Date.parse(at) - Date.parse(span.to)) > ONE_WEIGH_IN_MS) return null;
  const [first, ...others] = merged(model.causes);
  const known = knownLeak(book, printerId, span);
  if (known && (first === undefined || first.code === 'asForetold'))
    return { causes: [known], teller: null, from: span.from, to: span.to };
  if (!first || first.code === 'asForetold') return null;
  if (first.probability >= SURE) return { causes: [first], teller: null, from: span.from, to: span.to };
  const second = others.find(({ code, probability }) => code !== 'asForetold' && probability > LEAST);
  const codes = second ? [first.code, second.code] : [first.code];
  return {
    causes: second ? [first, second] : [first],
    teller: TELLERS.find(([, of]) => codes.some((code) => of.includes(code)))?.[0] ?? 'nextWeighIn',
    from: span.from,
    to: span.to,
  };
}

/** A leak that is reckoned with makes the next weigh-in as foretold: it is told of until somebody has looked. */
function knownLeak(
  book: Book,
  printerId: string,
  span: { readonly from: string; readonly to: string },
): Cause | null {
  const seats = [...(book.state.printers.get(printerId)?.slots.values() ?? [])];
  const leaks = seats.flatMap(({ cartridgeId }) => (cartridgeId ? (leakFound(book, cartridgeId) ?? []) : []));
  const [leak] = leaks.sort((a, b) => b.probability - a.probability);
  return leak
    ? {
        code: 'leak',
        slotId: leak.slotId,
        cartridgeId: leak.cartridgeId,
        subjectId: null,
        probability: leak.probability,
        amount: leak.mlPerDay,
        ml: leak.mlPerDay.value * daysBetween(span.from, span.to),
      }
    : null;
}

/** Prints of whichever kind are one cause: the likeliest kind stands for it. Which kind was taken for which is a cause of its own. */
function merged(causes: readonly Cause[]): readonly Cause[] {
  const byCode = new Map<string, Cause>();
  for (const cause of causes) {
    const pair = cause.insteadId === undefined ? '' : `${cause.subjectId} ${cause.insteadId}`;
    const key = `${cause.code} ${cause.slotId ?? ''} ${pair}`;
    const known = byCode.get(key);
    byCode.set(key, known ? { ...known, probability: known.probability + cause.probability } : cause);
  }
  return [...byCode.values()].sort((a, b) => b.probability - a.probability);
}
