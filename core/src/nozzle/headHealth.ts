import { listOf } from '../exposure';
import { find, routineDraw, type Book, type CheckLine } from '../ledger';
import type { CleaningLevel, Printer } from '../workbook';

export type ChannelState =
  | 'neverChecked'
  | 'unseen'
  | 'fine'
  | 'gaps'
  /** Nine tenths of its lines or more: not a clog of single nozzles. */
  | 'allGone'
  /** The same line missing in three looks in a row. */
  | 'failing'
  /** More failing lines than the head has spares. */
  | 'worn';

export interface ChannelHealth {
  readonly slotId: string;
  readonly name: string;
  readonly state: ChannelState;
  /** Lines missing when it was last seen. */
  readonly missing: number;
  /** … as a share of its field; null where nobody told how many lines that has. */
  readonly share: number | null;
  /** Lines that were missing in the last three looks in a row. */
  readonly failing: readonly number[];
  /** Spare nozzles left; null where nobody told how many there were. */
  readonly sparesLeft: number | null;
  readonly lastSeen: string | null;
  /** Looks in which it was seen, oldest first. */
  readonly history: readonly {
    readonly at: string;
    readonly missing: number;
    readonly lines: readonly number[];
  }[];
}

/** A cleaning between two looks, and what it brought. */
export interface CleaningEffect {
  readonly at: string;
  readonly level: CleaningLevel;
  /** Lines missing in the cleaned channels at the looks before and after; null: nobody looked. */
  readonly before: number | null;
  readonly after: number | null;
  /** By the printer's priors, over the channels it cleaned, ml. */
  readonly ml: number;
  /** Fewer lines missing afterwards; null where it is not known. */
  readonly helped: boolean | null;
}

export interface HeadHealth {
  readonly printerId: string;
  /** Since the printer, or its present head, came. */
  readonly since: string | null;
  readonly checks: readonly CheckLine[];
  readonly channels: readonly ChannelHealth[];
  readonly cleanings: readonly CleaningEffect[];
}

/** So many looks in a row with the same line missing: it is failing. */
const FAILING_LOOKS = 3;
/** From this share of its lines on, a channel is gone as a whole. */
const ALL_GONE = 0.9;

/**
 * Each channel of a head by its nozzle checks, and what cleanings brought. A new head begins anew.
 *
 * @returns undefined when there is no such printer
 */
export function headHealth(book: Book, printerId: string): HeadHealth | undefined {
  const printer = find(book.context, 'printer', printerId);
  const state = book.state.printers.get(printerId);
  if (!printer || !state) return undefined;
  const since = state.headAt;
  const checks = listOf(state.checks).filter(({ at }) => since === null || at > since);
  const channels = printer.slots.map(({ id, name }): ChannelHealth => {
    const seen = checks.filter(({ unseen }) => !unseen.includes(id));
    const history = seen.map(({ at, gaps }) => {
      const gap = gaps.find(({ slotId }) => slotId === id);
      return { at, missing: gap?.nozzles ?? 0, lines: gap?.lines ?? [] };
    });
    const last = history.at(-1);
    const recent = history.slice(-FAILING_LOOKS);
    const failing =
      recent.length < FAILING_LOOKS
        ? []
        : (last?.lines ?? []).filter((line) => recent.every(({ lines }) => lines.includes(line)));
    const { headLines: lines, headSpares: spares } = printer;
    const missing = last?.missing ?? 0;
    const share = lines === null ? null : missing / lines;
    return {
      slotId: id,
      name,
      state: stateOf(),
      missing,
      share,
      failing,
      sparesLeft: spares === null ? null : Math.max(0, spares - failing.length),
      lastSeen: last?.at ?? null,
      history,
    };

    function stateOf(): ChannelState {
      if (!last) return checks.length === 0 ? 'neverChecked' : 'unseen';
      if (checks.at(-1)!.unseen.includes(id)) return 'unseen';
      if (missing === 0) return 'fine';
      if (spares !== null && failing.length > spares) return 'worn';
      if (share !== null && share >= ALL_GONE) return 'allGone';
      return failing.length > 0 && failing.length >= missing ? 'failing' : 'gaps';
    }
  });
  return { printerId, since, checks, channels, cleanings: cleaningsOf(printer, book, checks, since) };
}

function cleaningsOf(
  printer: Printer,
  book: Book,
  checks: readonly CheckLine[],
  since: string | null,
): CleaningEffect[] {
  const cleanings = listOf(book.state.printers.get(printer.id)!.timeline).flatMap((event) =>
    event.type === 'cleaning' && (since === null || event.at >= since) ? [event] : [],
  );
  return cleanings.map((event, i): CleaningEffect => {
    const slots = event.slotIds ?? printer.slots.map(({ id }) => id);
    const missingAt = (check: CheckLine | undefined): number | null =>
      check ? check.gaps.reduce((sum, gap) => sum + (slots.includes(gap.slotId) ? gap.nozzles : 0), 0) : null;
    const before = missingAt(checks.findLast(({ at }) => at <= event.at));
    const next = checks.find(({ at }) => at > event.at);
    const other = cleanings[i + 1];
    // Another cleaning before the next look: nobody knows which of them it was.
    const after = next && other && other.at < next.at ? null : missingAt(next);
    return {
      at: event.at,
      level: event.level,
      before,
      after,
      ml: routineDraw(book, printer.id, event.level, slots).value,
      helped: before === null || after === null || before === 0 ? null : after < before,
    };
  });
}
