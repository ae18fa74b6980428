import {
  bodyOf,
  bottleName,
  bottleRemaining,
  composition,
  cartridgeOf,
  densityInside,
  densityOfInk,
  find,
  inkNow,
  inkOfBottle,
  isKnown,
  mixesOf,
  openWalk,
  placeOf,
  toolsInUse,
  type Body,
  type Book,
  type CartridgeState,
} from '../ledger';
import type { Uncertain } from '../quantity';
import { DRY_ML, type Ink, type Printer, type Scale, type Slot, type Syringe, type Tool } from '../workbook';
import type { CartridgeRun } from './run';

/** What the bench needs to know to lay out a run; read from the ledger, never stored in the run. */
export interface RunEnv {
  /** The log that the run is laid out from, with what others of its queue have done and not recorded yet. */
  readonly book: Book;
  readonly at: string;
  readonly body: Body;
  readonly printer: Printer | null;
  /** Where it stands, stood last, or belongs in that printer. */
  readonly slot: Slot | null;
  readonly installed: boolean;
  /** Ink by the ledger before anything was weighed. */
  readonly inkNow: Uncertain | null;
  /** What an earlier look found wrong with it. */
  readonly rejected: CartridgeState['rejected'];
  /** Density of what is inside (for reading masses), and of each bottle (for what is added). */
  readonly densityInside: Uncertain;
  readonly bottleDensity: readonly Uncertain[];
  readonly bottleMl: readonly Uncertain[];
  readonly bottleNames: readonly string[];
  readonly bottleLots: readonly string[];
  /** The ink of each bottle; undefined where its definition is gone. */
  readonly inks: readonly (Ink | undefined)[];
  /** Lots that are inside now, the most first. */
  readonly lotsInside: readonly string[];
  /** Nothing else is inside than the chosen bottle's ink: what comes out may go back into it. */
  readonly pure: boolean;
  /** Water left from a rinse, ml; null when it holds ink or is dry. */
  readonly waterMl: number | null;
  /** A float sensor is clipped on: it comes off before a weighing. */
  readonly sensor: boolean;
  readonly scale: Scale | null;
  readonly syringe: Syringe | null;
  readonly tools: readonly Tool[];
}

/**
 * Reads from the ledger what a run needs to lay out its steps.
 *
 * @returns undefined when the cartridge or its type is not in the workbook
 */
export function runEnv(
  book: Book,
  run: Pick<CartridgeRun, 'cartridgeId' | 'bottleIds' | 'scaleId' | 'syringeId'>,
  at: string,
): RunEnv | undefined {
  const { context } = book;
  const found = bodyOf(context, run.cartridgeId);
  if (!found) return undefined;
  const body = bodyByTare(book, found, at);
  const cartridgeState = cartridgeOf(book, run.cartridgeId);
  const place = placeOf(book, run.cartridgeId);
  const printer = find(context, 'printer', place?.printerId);
  const tools = toolsInUse(book, 'tool');
  return {
    book,
    at,
    body,
    printer: printer ?? null,
    slot: printer?.slots.find((slot) => slot.id === place?.slotId) ?? null,
    installed: Boolean(cartridgeState?.seat),
    inkNow: inkNow(book, run.cartridgeId, at),
    rejected: cartridgeState?.rejected ?? null,
    densityInside: densityInside(book, body, at),
    bottleDensity: run.bottleIds.map((id) => densityOfInk(context, inkOfBottle(context, id))),
    bottleMl: run.bottleIds.flatMap((id) => bottleRemaining(book, id)?.now ?? []),
    bottleLots: run.bottleIds.map((id) => find(context, 'bottle', id)?.lot ?? ''),
    bottleNames: run.bottleIds.map((id) => bottleName(context, id) ?? id),
    scale: find(context, 'scale', run.scaleId ?? undefined) ?? null,
    syringe: find(context, 'syringe', run.syringeId ?? undefined) ?? null,
    tools,
    sensor:
      body.type.construction === 'openTank' &&
      tools.some((tool) => tool.tool === 'floatSensor' && tool.count > 0),
    inks: run.bottleIds.map((id) => inkOfBottle(context, id)),
    pure: isPure(book, run, at),
    lotsInside: lotsInside(book, run.cartridgeId, at),
    waterMl: cartridgeState && (cartridgeState.wetMl ?? 0) > DRY_ML ? cartridgeState.wetMl : null,
  };
}

/** An empty mass that only a kind tells is known to worse than this, g. */
const POOR_TARE_G = 1;

/** Is its empty mass only its kind's, so that a weight says little of the ink until its own is known? */
export const hasPoorTare = ({ emptyIsOwn, emptyG }: Body): boolean => !emptyIsOwn && emptyG.u > POOR_TARE_G;

/**
 * A body of which only the kind's empty mass is known, as what was weighed and known of its ink makes it: it is full where its own
 * empty mass, as far as that follows, and what it holds come to.
 */
function bodyByTare(book: Book, body: Body, at: string): Body {
  const open = hasPoorTare(body) ? openWalk(book, body.cartridge.id, at) : undefined;
  if (!open || !isKnown(open.belief)) return body;
  const rho = densityInside(book, body, at).value;
  const shiftG = open.belief.tareMl * rho;
  return {
    ...body,
    emptyG: { value: body.emptyG.value + shiftG, u: Math.sqrt(open.belief.tareVar) * rho },
    maxG: body.maxG + shiftG,
    type: { ...body.type, fullG: body.type.fullG + shiftG, maxG: body.type.maxG + shiftG },
  };
}

/** Lots with a real share in what is inside, the most first. */
const lotsInside = (book: Book, cartridgeId: string, at: string): string[] =>
  mixesOf(book, cartridgeId, at)
    .flatMap(composition)
    .sort((a, b) => b.fraction - a.fraction)
    .flatMap(({ lot, fraction }) => (fraction > 0.1 ? (find(book.context, 'bottle', lot)?.lot ?? []) : []));

/** A trace that no eye would see in a bottle. */
const TRACE = 0.02;

const isPure = (book: Book, run: Pick<CartridgeRun, 'cartridgeId' | 'bottleIds'>, at: string): boolean =>
  mixesOf(book, run.cartridgeId, at).every((mix, chamber) =>
    composition(mix).every(({ lot, fraction }) => lot === run.bottleIds[chamber] || fraction <= TRACE),
  );
