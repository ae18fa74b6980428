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
} from '../ledger';
import { DRY_ML } from '../workbook';
import { massStart } from './answers';
import { beforeLoads } from './entriesOf';
import type { RunEnv } from './env';
import { forkOf } from './forkOf';
import { hasPoorTare } from './hasPoorTare';
import type { CartridgeRun } from './run';

/**
 * Reads from the ledger what a run needs to lay out its steps. Where the empty mass is only its kind's, what was weighed in this
 * very run before any ink went in is reckoned with, too: a body that ran out is as empty on the bench as it is at a weigh-in.
 *
 * @returns undefined when the cartridge or its type is not in the workbook
 */
export function runEnv(book: Book, run: CartridgeRun, at: string): RunEnv | undefined {
  const found = bodyOf(book.context, run.cartridgeId);
  if (!found) return undefined;
  const env = envOf(book, run, at, bodyByTare(book, found, at));
  // Once it is recorded, the log itself knows what was weighed.
  if (!hasPoorTare(found) || !massStart(run) || run.done.includes('summary')) return env;
  const fork = forkOf(beforeLoads(run), env);
  return envOf(book, run, at, bodyByTare(fork.book, found, fork.at));
}

function envOf(book: Book, run: CartridgeRun, at: string, body: Body): RunEnv {
  const { context } = book;
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
