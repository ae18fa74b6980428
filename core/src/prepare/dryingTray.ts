import { all, bodyOf, cartridgeOf, type Book } from '../ledger';
import { DRY_TOLERANCE_G, fitDrying } from './fitDrying';
import { DRY_ML, type Fact, type FactOf } from '../workbook';

/** One cartridge on the drying tray. */
export interface Drying {
  readonly cartridgeId: string;
  readonly label: string;
  readonly weighings: readonly FactOf<'weighed'>[];
  /** Water still inside by the curve, else by the last weighing or the rinse, ml; null: not known. */
  readonly waterMl: number | null;
  readonly state: 'dry' | 'drying' | 'tooFew';
  /** When it will be dry, UTC; null while its curve tells nothing. */
  readonly readyAt: string | null;
  /** To be weighed next: now, or when it should be ready. */
  readonly weighAt: string;
}

const HALF_HOUR_MS = 30 * 60_000;

/**
 * Everything that dries: cartridges rinsed or weighed while drying since their last fill, the one to be weighed next first.
 *
 * @param facts of the log, for their weighings while drying
 * @param at UTC instant
 */
export function dryingTray(book: Book, facts: readonly Fact[], at: string): Drying[] {
  const byCartridge = new Map<string, FactOf<'weighed'>[]>();
  for (const fact of facts)
    if (fact.kind === 'weighed' && fact.purpose === 'drying') {
      const list = byCartridge.get(fact.subjectId) ?? [];
      byCartridge.set(fact.subjectId, [...list, fact]);
    }
  return all(book.context, 'cartridge')
    .flatMap((cartridge): Drying[] => {
      const state = cartridgeOf(book, cartridge.id);
      const body = bodyOf(book.context, cartridge.id);
      if (!state || !body || state.retired) return [];
      const since = state.lastFillAt ?? '';
      const weighings = (byCartridge.get(cartridge.id) ?? []).filter((fact) => fact.at > since);
      const wet = (state.wetMl ?? 0) > DRY_ML;
      if (!wet && weighings.length === 0) return [];
      const start = Date.parse(weighings[0]?.at ?? at);
      const fit = fitDrying(
        weighings.map((fact) => ({ minutes: (Date.parse(fact.at) - start) / 60_000, g: fact.massG.value })),
        body.emptyIsOwn ? body.emptyG : null,
        { readingU: weighings.at(-1)?.massG.u ?? 0.05 },
      );
      const last = weighings.at(-1);
      // One weighing within the tolerance of a known dry mass is enough.
      const byMass =
        last && body.emptyIsOwn && last.massG.value <= body.emptyG.value + DRY_TOLERANCE_G + 2 * last.massG.u;
      const dry = Boolean(byMass) || (fit.ok && fit.value.dryEnough);
      const readyAt =
        fit.ok && !dry && Number.isFinite(fit.value.readyAt.minutes)
          ? new Date(start + (fit.value.weighAgainAt ?? fit.value.readyAt.minutes) * 60_000).toISOString()
          : null;
      const soon = new Date(
        (last ? Date.parse(last.at) : Date.parse(at)) + (last ? HALF_HOUR_MS : 0),
      ).toISOString();
      return [
        {
          cartridgeId: cartridge.id,
          label: cartridge.label,
          weighings,
          waterMl: fit.ok ? fit.value.leftG.value : (state.wetMl ?? null),
          state: dry ? 'dry' : fit.ok ? 'drying' : 'tooFew',
          readyAt,
          weighAt: dry ? (last?.at ?? at) : (readyAt ?? soon),
        },
      ];
    })
    .sort(
      (a, b) => Number(a.state === 'dry') - Number(b.state === 'dry') || (a.weighAt < b.weighAt ? -1 : 1),
    );
}
