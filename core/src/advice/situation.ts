import { portProblems, type PortProblem } from '../bench';
import { chipOptions, type ChipOption } from '../gauge';
import {
  composition,
  inkOfBottle,
  isGaugeOff,
  leakFound,
  mixesOf,
  modelOf,
  settingsOf,
  slotFor,
  type Book,
} from '../ledger';
import { predictUse, safeCount, type LeakBelief } from '../usage';
import type { ChipStrategy, Printer, Settings, Slot } from '../workbook';
import type { NotKnown } from './advice';
import type { CartridgeView } from './cartridgeView';
import { emptyAt, type CartridgeEmptyAt } from './emptyAt';
import { meanSheet } from './meanSheet';

/** All that the advice on one slot goes by, at an instant. */
export interface Situation {
  readonly at: string;
  readonly printer: Printer;
  readonly settings: Settings;
  readonly view: CartridgeView;
  readonly strategy: ChipStrategy;
  /** How the printer lets itself be switched off, by its own kind. */
  readonly switchOff: Printer['gauge']['switchOff'];
  readonly options: readonly ChipOption[];
  readonly empty: CartridgeEmptyAt | null;
  /** Nobody counts this channel any more. */
  readonly isOff: boolean;
  /** What the printer says is left, 0 to 1; null: nothing. */
  readonly reading: number | null;
  /** It has come down to the reading at which to act. */
  readonly isAtReading: boolean;
  readonly isStopped: boolean;
  readonly ports: readonly PortProblem[];
  readonly leak: LeakBelief | null;
  readonly notKnown: NotKnown | null;
  /** Standard sheets that are safe; null: not known. */
  readonly safeSheets: number | null;
}

/** Looks at one slot: what is known of its ink, its chip and its body. */
export function situationOf(
  book: Book,
  printer: Printer,
  slot: Slot,
  view: CartridgeView,
  at: string,
): Situation {
  const { state, ink } = view;
  const { machine } = state.chip;
  const { cartridge } = view.body;
  const switchOff = slotFor(book.context, cartridge)?.printer.gauge.switchOff ?? printer.gauge.switchOff;
  const empty = emptyAt(book, cartridge.id, at);
  const isOff = isGaugeOff(state);
  const reading = isOff ? null : (state.gauge?.fraction ?? null);
  const isAtReading = empty !== null && reading !== null && reading <= empty.actAt;
  const ports = ink === null ? [] : portProblems(state.ports, view.body.type.construction);
  const notKnown = notKnownOf(book, view, ports, at);
  return {
    at,
    printer,
    settings: settingsOf(book.context),
    view,
    strategy: machine.strategy,
    switchOff,
    options: chipOptions(machine, switchOff),
    empty,
    isOff,
    reading,
    isAtReading,
    isStopped: machine.phase === 'stopped',
    ports,
    leak: leakFound(book, cartridge.id) ?? null,
    notKnown,
    safeSheets: notKnown !== null ? null : isAtReading ? 0 : sheetsOf(book, printer.id, slot.id, view),
  };
}

/** Why nobody can say how far it goes: the first that holds. */
function notKnownOf(
  book: Book,
  view: CartridgeView,
  ports: readonly PortProblem[],
  at: string,
): NotKnown | null {
  const { state, ink, wetMl } = view;
  const rows: readonly (readonly [NotKnown, () => boolean])[] = [
    ['wet', () => wetMl !== null],
    ['rejected', () => state.rejected !== null],
    ['cleaningFluid', () => holdsFluid(book, view, at)],
    ['neverWeighed', () => !ink],
    ['contradiction', () => Boolean(ink?.contradiction)],
    ['portsWrong', () => ports.length > 0],
    ['stopped', () => state.chip.machine.phase === 'stopped'],
  ];
  return rows.find(([, holds]) => holds())?.[0] ?? null;
}

/** More flush fluid than this share in what is inside: it cleans, and prints nothing. */
const FLUID_SHARE = 0.5;

function holdsFluid(book: Book, view: CartridgeView, at: string): boolean {
  const mixes = mixesOf(book, view.body.cartridge.id, at);
  const total = mixes.reduce((sum, mix) => sum + Math.max(0, mix.ml), 0);
  if (total <= 0) return view.body.cartridge.inkClass === 'flushFluid';
  const fluid = mixes
    .flatMap((mix) => composition(mix).map(({ lot, fraction }) => ({ lot, ml: fraction * mix.ml })))
    .filter(({ lot }) => lot === 'flush' || inkOfBottle(book.context, lot)?.inkClass === 'flushFluid')
    .reduce((sum, { ml }) => sum + ml, 0);
  return fluid / total > FLUID_SHARE;
}

function sheetsOf(book: Book, printerId: string, slotId: string, view: CartridgeView): number | null {
  const model = modelOf(book, printerId);
  if (!view.ink || !model) return null;
  return safeCount(view.ink, view.reserveMl, meanSheet(book, printerId), 'different', (exposure) =>
    predictUse(model, slotId, exposure),
  );
}
