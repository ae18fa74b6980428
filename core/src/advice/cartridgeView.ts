import { restEnds } from './restEnds';
import { daysBetween, daysByTheHour, latest } from '../time';
import { targetOf } from '../fill';
import {
  bodyOf,
  cartridgeOf,
  densityOfMixes,
  foreignFraction,
  hasScale,
  inkNow,
  levelSeenAt,
  mixesOf,
  type Body,
  type Book,
  type CartridgeState,
  type InkNow,
  type Mix,
} from '../ledger';
import type { Uncertain } from '../quantity';
import { DRY_ML } from '../workbook';

/** A cartridge as a person would want to see it: ink now, on an axis from empty to maximum. */
export interface CartridgeView {
  readonly body: Body;
  readonly state: CartridgeState;
  /** null: weigh it first. */
  readonly ink: InkNow | null;
  readonly mixes: readonly Mix[];
  readonly density: Uncertain;
  readonly reserveMl: number;
  readonly targetMl: number;
  readonly maxMl: number;
  readonly weighedDaysAgo: number | null;
  /** Days in a printer since it was last weighed (without a scale: looked at) or went in: what a weigh-in is due by. */
  readonly usedDays: number;
  readonly hasScale: boolean;
  readonly foreign: number;
  /** While it rests after its fill: until when. */
  readonly restUntil: string | null;
  /** Water left from a rinse, ml; null when it holds ink. */
  readonly wetMl: number | null;
}

/**
 * All that is known of a cartridge at an instant.
 *
 * @param at UTC instant, not before the last fact
 * @returns null when the cartridge or its type is not in the workbook
 */
export function cartridgeView(book: Book, cartridgeId: string, at: string): CartridgeView | null {
  const body = bodyOf(book.context, cartridgeId);
  const state = cartridgeOf(book, cartridgeId);
  if (!body || !state) return null;
  const mixes = mixesOf(book, cartridgeId, at);
  const density = densityOfMixes(book.context, body, mixes);
  const toMl = (g: number): number => (g - body.emptyG.value) / density.value;
  const weighed = state.lastWeighed?.at;
  const rested = restEnds(state, body.type);
  const isWeighed = hasScale(book);
  const since = latest([state.installedAt, weighed, isWeighed ? null : levelSeenAt(book, cartridgeId)]);
  return {
    body,
    state,
    ink: inkNow(book, cartridgeId, at),
    mixes,
    density,
    reserveMl: body.type.reserveMl,
    targetMl: toMl(
      targetOf({
        emptyG: body.emptyG,
        density,
        type: body.type,
        maxG: body.maxG,
        ownTargetG: body.cartridge.targetG,
        method: body.type.method,
      }).targetG,
    ),
    maxMl: toMl(body.maxG),
    weighedDaysAgo: weighed ? daysByTheHour(weighed, at) : null,
    hasScale: isWeighed,
    usedDays: state.seat && since ? Math.max(0, daysBetween(since, at)) : 0,
    foreign: foreignFraction(book.context, mixes, body),
    restUntil: rested !== null && rested > at ? rested : null,
    wetMl: state.wetMl !== null && state.wetMl > DRY_ML ? state.wetMl : null,
  };
}
