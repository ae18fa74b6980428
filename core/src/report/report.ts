import { ALWAYS, balanceOf, bottleGap } from '../account';
import { checkFactsBy } from '../check';
import { meanPrint, perDm2, periodCost } from '../cost';
import {
  all,
  bodyOf,
  bottleRemaining,
  cartridgeOf,
  composition,
  factsOf,
  find,
  flagsOf,
  foreignFraction,
  inkNow,
  Ledger,
  lifeOf,
  lotsOf,
  mixesMl,
  mixesOf,
  modelOf,
  priceOfMixes,
  settingsOf,
  slotFor,
  type Book,
  type LifeEntry,
  type Snapshot,
} from '../ledger';
import { printerAdvice } from '../advice';
import type { Fact } from '../workbook';
import { cartridgeTotals } from './cartridgeTotals';
import type { CostSide, FoundProblem, Report } from './shape';

/** Documented fields keep their names and meanings; this grows when new ones come. */
export const REPORT_VERSION = 4;
const MOST_PROBLEMS = 200;

/**
 * Everything the workbook knows at an instant, in one object: the same core and the same numbers as the screens.
 *
 * @param facts in any order; those that happened after `at` are left out
 * @param at UTC instant
 * @returns the report, with every problem found, worst first
 */
export function report(facts: Iterable<Fact>, at: string): Report {
  return reportAndBook(facts, at).report;
}

/** The report, and the folded facts behind it. */
export function reportAndBook(
  facts: Iterable<Fact>,
  at: string,
  from: string | null = null,
): { readonly report: Report; readonly book: Snapshot } {
  const problems: FoundProblem[] = [];
  const check = checkFactsBy(Date.parse(at));
  const ledger = Ledger.from(factsUntil(facts, at), (before, fact) => {
    for (const problem of check(before, fact))
      problems.push({
        severity: problem.severity === 'stop' ? 'error' : 'warning',
        at: fact.at,
        factId: fact.id,
        problem,
      });
  });
  const found = reportOf(ledger, at, from);
  return {
    book: ledger,
    report: {
      ...found,
      problems: [...problems, ...found.problems].sort((a, b) => rank(a) - rank(b)).slice(0, MOST_PROBLEMS),
    },
  };
}

/** Definitions hold at all times; all else only once it happened. */
export const factsUntil = (facts: Iterable<Fact>, at: string): Fact[] =>
  [...facts].filter((fact) => fact.at <= at || fact.kind === 'defined');

const rank = (problem: FoundProblem): number => ['error', 'warning', 'notice'].indexOf(problem.severity);

/** The report of a folded ledger, without looking at each fact again. */
export function reportOf(book: Snapshot, at: string, from: string | null = null): Report {
  const { context } = book;
  const settings = settingsOf(context);
  return {
    format: 'hiraeth-report',
    version: REPORT_VERSION,
    at,
    from,
    name: settings.name,
    currency: settings.currency,
    facts: book.facts.length,
    cartridges: all(context, 'cartridge').flatMap((cartridge) => {
      const row = cartridgeRow(book, cartridge.id, at);
      return row ? [row] : [];
    }),
    bottles: all(context, 'bottle').map((bottle) => {
      const left = bottleRemaining(book, bottle.id)!.now;
      const gap = bottleGap(book, bottle.id);
      return {
        id: bottle.id,
        leftMl: left.value,
        u: left.u,
        gapMl: gap?.gapMl ?? null,
        gapU: gap?.gapU ?? null,
      };
    }),
    printers: all(context, 'printer').flatMap((printer) => {
      const row = printerRow(book, printer.id, at, from ?? ALWAYS);
      return row ? [row] : [];
    }),
    problems: findings(book, at),
  };
}

function cartridgeRow(book: Book, cartridgeId: string, at: string): Report['cartridges'][number] | null {
  const { context } = book;
  const cartridge = find(context, 'cartridge', cartridgeId)!;
  const state = cartridgeOf(book, cartridgeId);
  const body = bodyOf(context, cartridgeId);
  if (!state || !body) return null;
  const ink = inkNow(book, cartridgeId, at);
  const printer = find(context, 'printer', state.seat?.printerId);
  const mixes = mixesOf(book, cartridgeId, at);
  const totals = cartridgeTotals(book, cartridgeId, at);
  const slot = slotFor(context, cartridge)?.slot ?? {
    shades: cartridge.shades,
    inkClass: cartridge.inkClass,
    original: null,
  };
  return {
    id: cartridge.id,
    label: cartridge.label,
    shades: cartridge.shades,
    printer: printer?.name ?? null,
    slot: printer?.slots.find((s) => s.id === state.seat?.slotId)?.name ?? null,
    inkMl: ink?.value ?? null,
    u: ink?.u ?? null,
    source: ink?.source ?? null,
    lastWeighed: state.lastWeighed?.at ?? null,
    composition: composition(lotsOf(mixes, mixesMl(mixes), 'unknown')),
    foreignFraction: foreignFraction(context, mixes, body),
    fills: state.fills,
    ...totals,
    priceMinorPerMl: priceOfMixes(context, slot, mixes),
    retired: Boolean(state.retired),
  };
}

function printerRow(
  book: Book,
  printerId: string,
  at: string,
  from: string,
): Report['printers'][number] | null {
  const period = periodCost(book, printerId, from, at);
  const advice = printerAdvice(book, printerId, at);
  if (!period || !advice) return null;
  const { cost } = period;
  const books = balanceOf(cost.account);
  const side = (of: 'refill' | 'original', perMl: number | null): CostSide => {
    const print = meanPrint(cost, of);
    return {
      minor: cost.inkKnown ? cost[of].minor : null,
      perDm2: perDm2(cost, of)?.value ?? null,
      perPrint: print?.value ?? null,
      perPrintU: print?.u ?? null,
      perMl,
    };
  };
  return {
    id: printerId,
    name: find(book.context, 'printer', printerId)!.name,
    retired: Boolean(book.state.printers.get(printerId)?.retired),
    copies: cost.copies,
    areaDm2: cost.areaDm2,
    uncounted: cost.uncounted,
    unweighed: cost.unweighed,
    inkKnown: cost.inkKnown,
    printedMl: cost.printedMl,
    wasteMl: cost.wasteMl,
    refill: side('refill', cost.refillPerMl),
    original: cost.original.minor === null ? null : side('original', cost.originalPerMl),
    savedMinor: cost.inkKnown ? cost.savedMinor : null,
    withoutPrice: [...new Set([...cost.missing, ...cost.unpriced])],
    openPrices: cost.openPrices,
    balance: books,
    channels: cost.channels.map((channel) => ({
      slotId: channel.slotId,
      name: channel.name,
      drawnMl: channel.inkKnown ? channel.drawnMl.value : null,
      u: channel.inkKnown ? channel.drawnMl.u : null,
      printedMl: channel.inkKnown ? channel.printedMl : null,
      wasteMl: channel.inkKnown ? channel.wasteMl : null,
      lostMl: channel.lostMl,
      minor:
        !channel.inkKnown || channel.drawnMinor === null || channel.lostMinor === null
          ? null
          : channel.drawnMinor + channel.lostMinor,
    })),
    causes: period.causes,
    months: period.months,
    prints: period.prints,
    payback: period.payback,
    safeSheets: advice.safeSheets,
    advice: advice.slots.map(({ slot, advice: { code, urgency, safeSheets, notKnown, why } }) => ({
      slotId: slot.id,
      code,
      urgency,
      safeSheets,
      notKnown,
      why,
    })),
  };
}

/** Every cartridge's life with what its printers' models foretold. */
export function livesOf(book: Book, at: string): Map<string, readonly LifeEntry[]> {
  const records = recordsOf(book);
  return new Map(
    all(book.context, 'cartridge').map(({ id }) => [id, lifeOf(book, id, at, records)] as const),
  );
}

/** How each interval was foretold, by the fact that closed it. */
export function recordsOf(book: Book) {
  return new Map(
    all(book.context, 'printer').flatMap(({ id }) =>
      (modelOf(book, id)?.records ?? []).map((record) => [record.factId, record] as const),
    ),
  );
}

/** What the evidence says of itself: leaks, surprises, cartridges that ran dry. */
function findings(book: Snapshot, at: string): FoundProblem[] {
  const found: FoundProblem[] = [];
  const records = recordsOf(book);
  for (const { id, label } of all(book.context, 'cartridge'))
    for (const { flag, ml, foretoldMl, ...where } of flagsOf(book, id, at, records))
      found.push({
        severity: flag === 'heavier' ? 'notice' : 'warning',
        ...where,
        problem: { code: flag, label, ml, foretoldMl },
      });
  for (const fact of factsOf(book, 'fadedOrRanDry'))
    found.push({
      severity: 'warning',
      at: fact.at,
      factId: fact.id,
      problem: {
        code: 'ranDry',
        label: find(book.context, 'cartridge', fact.cartridgeId)?.label ?? fact.cartridgeId,
        ml: 0,
        foretoldMl: null,
      },
    });
  return found.sort((a, b) => ((a.at ?? '') < (b.at ?? '') ? -1 : 1));
}
