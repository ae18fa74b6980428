import { checkFact } from '../check';
import { printerCost } from '../cost';
import {
  all,
  bottleRemaining,
  composition,
  find,
  inkNow,
  inkOfBottle,
  Ledger,
  priceInside,
  settingsOf,
  bodyOf,
  foreignFraction,
} from '../ledger';
import { explain } from '../words';
import { CLASS_NAMES } from '../words/names';
import type { Fact } from '../workbook';
import { balance, bottleGap, type Balance } from './balance';

export interface FoundProblem {
  readonly severity: 'error' | 'warning' | 'notice';
  readonly at: string | null;
  readonly factId: string | null;
  readonly message: string;
}

/** What the CLI prints and the screens show; documented field by field in docs/format.md. */
export interface Report {
  readonly format: 'hiraeth-report';
  readonly at: string;
  readonly name: string;
  readonly currency: string;
  readonly facts: number;
  readonly cartridges: readonly {
    readonly id: string;
    readonly label: string;
    readonly shades: readonly string[];
    readonly printer: string | null;
    readonly slot: string | null;
    readonly inkMl: number | null;
    readonly u: number | null;
    readonly source: string | null;
    readonly lastWeighed: string | null;
    readonly composition: readonly {
      readonly lot: string;
      readonly name: string;
      readonly fraction: number;
    }[];
    readonly foreignFraction: number;
    readonly fills: number;
    readonly addedMl: number;
    readonly usedMl: number;
    readonly lostMl: number;
    readonly priceMinorPerMl: number | null;
    readonly retired: boolean;
  }[];
  readonly bottles: readonly {
    readonly id: string;
    readonly name: string;
    readonly leftMl: number;
    readonly u: number;
    readonly gapMl: number | null;
    readonly gapU: number | null;
  }[];
  readonly printers: readonly {
    readonly id: string;
    readonly name: string;
    readonly copies: number;
    readonly areaDm2: number;
    readonly printedMl: number;
    readonly wasteMl: number;
    readonly refill: {
      readonly minor: number;
      readonly perDm2: number | null;
      readonly perPrint: number | null;
      readonly perMl: number | null;
    };
    readonly original: {
      readonly minor: number;
      readonly perDm2: number | null;
      readonly perPrint: number | null;
      readonly perMl: number | null;
    } | null;
    readonly savedMinor: number | null;
    readonly withoutPrice: readonly string[];
    readonly balance: Balance;
  }[];
  readonly problems: readonly FoundProblem[];
}

const SPAN_LIMIT = 200;

/**
 * Everything the workbook knows at an instant, in one object: the same core and the same numbers as the screens.
 *
 * @param facts in any order; those that happened after `at` are left out
 * @param at UTC instant
 * @returns the report, with every problem found, worst first
 */
export function report(facts: Iterable<Fact>, at: string): Report {
  const problems: FoundProblem[] = [];
  const until = [...facts].filter((fact) => fact.at <= at || fact.kind === 'defined');
  const ledger = Ledger.from(until, (before, fact) => {
    for (const problem of checkFact(before, fact, Date.parse(at)))
      problems.push({
        severity: problem.severity === 'stop' ? 'error' : 'warning',
        at: fact.at,
        factId: fact.id,
        message: explain(problem),
      });
  });
  return {
    ...reportOf(ledger, at),
    problems: [...problems, ...flags(ledger)].sort((a, b) => rank(a) - rank(b)).slice(0, SPAN_LIMIT),
  };
}

const rank = (problem: FoundProblem): number => ['error', 'warning', 'notice'].indexOf(problem.severity);

/** The report of a folded ledger, without looking at each fact again. */
export function reportOf(ledger: Ledger, at: string): Report {
  const { context, state } = ledger;
  const settings = settingsOf(context);
  return {
    format: 'hiraeth-report',
    at,
    name: settings.name,
    currency: settings.currency,
    facts: ledger.facts.length,
    cartridges: all(context, 'cartridge').map((cartridge) => {
      const cartridgeState = state.cartridges[cartridge.id];
      const body = bodyOf(context, cartridge.id);
      const ink = inkNow(context, state, cartridge.id, at);
      const printer = find(context, 'printer', cartridgeState?.location?.printerId);
      const mix: Record<string, number> = {};
      for (const chamber of cartridgeState?.chambers ?? [])
        for (const [lot, ml] of Object.entries(chamber)) mix[lot] = (mix[lot] ?? 0) + ml;
      return {
        id: cartridge.id,
        label: cartridge.label,
        shades: cartridge.shades,
        printer: printer?.name ?? null,
        slot: printer?.slots.find((slot) => slot.id === cartridgeState?.location?.slotId)?.name ?? null,
        inkMl: ink?.value ?? null,
        u: ink?.u ?? null,
        source: ink?.source ?? null,
        lastWeighed: cartridgeState?.lastWeighed?.at ?? null,
        composition: composition(mix).map((share) => ({ ...share, name: lotName(ledger, share.lot) })),
        foreignFraction: cartridgeState && body ? foreignFraction(context, cartridgeState, body) : 0,
        fills: cartridgeState?.fills ?? 0,
        addedMl: cartridgeState?.addedMl ?? 0,
        usedMl: cartridgeState?.usedMl ?? 0,
        lostMl: cartridgeState
          ? cartridgeState.drawnMl +
            cartridgeState.primedMl +
            cartridgeState.spiltMl +
            cartridgeState.leakedMl
          : 0,
        priceMinorPerMl: cartridgeState && body ? priceInside(context, cartridgeState, body) : null,
        retired: Boolean(cartridgeState?.retired),
      };
    }),
    bottles: all(context, 'bottle').map((bottle) => {
      const left = bottleRemaining(context, state, bottle.id)!.now;
      const gap = bottleGap(context, state, bottle.id);
      return {
        id: bottle.id,
        name: lotName(ledger, bottle.id),
        leftMl: left.value,
        u: left.u,
        gapMl: gap?.gapMl ?? null,
        gapU: gap?.gapU ?? null,
      };
    }),
    printers: all(context, 'printer').flatMap((printer) => {
      const cost = printerCost(context, state, printer.id, at);
      const books = balance(context, state, printer.id, at);
      if (!cost || !books) return [];
      const side = (minor: number, perMl: number | null) => ({
        minor,
        perDm2: cost.areaDm2 > 0 ? minor / cost.areaDm2 : null,
        perPrint: cost.copies > 0 ? minor / cost.copies : null,
        perMl,
      });
      return [
        {
          id: printer.id,
          name: printer.name,
          copies: cost.copies,
          areaDm2: cost.areaDm2,
          printedMl: cost.printedMl,
          wasteMl: cost.wasteMl,
          refill: side(cost.refill.minor, cost.refillPerMl),
          original: cost.savedMinor === null ? null : side(cost.original.minor, cost.originalPerMl),
          savedMinor: cost.savedMinor,
          withoutPrice: cost.missing,
          balance: books,
        },
      ];
    }),
    problems: flags(ledger),
  };
}

/** A lot in words: ink name and lot of a bottle, or what stood in before the log began. */
export function lotName(ledger: Ledger, lot: string): string {
  const bottle = find(ledger.context, 'bottle', lot);
  const ink = inkOfBottle(ledger.context, lot);
  if (bottle && ink) return `${ink.name}${bottle.lot ? `, lot ${bottle.lot}` : ''}`;
  if (lot === 'original') return 'original ink';
  if (lot === 'flush') return CLASS_NAMES.flushFluid;
  return 'ink of an unknown lot';
}

/** What the fold noticed: leaks, surprises, cartridges that ran dry. */
function flags(ledger: Ledger): FoundProblem[] {
  const labelOf = (id: string): string => find(ledger.context, 'cartridge', id)?.label ?? id;
  return ledger.journal.flatMap((entry): FoundProblem[] => {
    const base = { at: entry.at, factId: entry.factId };
    const label = labelOf(entry.cartridgeId);
    const amount = Math.abs(entry.used?.value ?? 0).toFixed(1);
    switch (entry.flag) {
      case 'leak':
        return [
          {
            ...base,
            severity: 'warning',
            message: `${label} lost ${amount} ml while nothing printed: a leak, a plug or vent not tight, or too full.`,
          },
        ];
      case 'heavier':
        return [
          {
            ...base,
            severity: 'notice',
            message: `${label} gained ${amount} ml while nothing printed: a fill is missing from the log, or another cartridge was weighed.`,
          },
        ];
      case 'surprise':
        return [
          {
            ...base,
            severity: 'warning',
            message: `${label} used ${amount} ml by mass where ${entry.predicted?.value.toFixed(1) ?? '?'} ml were expected: prints not logged, a leak, or a wrong mass.`,
          },
        ];
      case 'ranDry':
        return [
          {
            ...base,
            severity: 'warning',
            message: `${label} faded or ran dry: it was at or below its reserve.`,
          },
        ];
      default:
        return [];
    }
  });
}
