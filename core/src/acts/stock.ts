import { find, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Bottle, DraftOf, FactDraft, Ink, Tool } from '../workbook';
import type { Act } from './act';

/** One u of a density that stands on a label or in a table, g/ml. */
const LABEL_DENSITY_U = 0.006;

/** A bottle as it is bought. */
export interface BottleBought {
  readonly bottleId: string;
  /** Of an ink that is known, or one that is named here for the first time (its density null where nobody knows it, g/ml). */
  readonly ink:
    | { readonly id: string }
    | (Pick<Ink, 'id' | 'name' | 'shade' | 'inkClass'> & { readonly gPerMl: number | null });
  readonly lot: string;
  readonly volumeMl: number;
  readonly priceMinor: number | null;
  readonly opened: boolean;
}

/** A bottle: the thing, what was paid for it, and whether it is open. */
export function buyBottle(book: Book, bought: BottleBought): Act {
  const { bottleId, ink: of, lot, volumeMl, priceMinor } = bought;
  const ink: Ink =
    'name' in of
      ? {
          entity: 'ink',
          id: of.id,
          name: of.name,
          shade: of.shade,
          inkClass: of.inkClass,
          density: of.gPerMl === null ? null : { value: of.gPerMl, u: LABEL_DENSITY_U },
        }
      : find(book.context, 'ink', of.id)!;
  const facts: FactDraft[] = 'name' in of ? [{ kind: 'defined', entity: ink }] : [];
  const bottle: Bottle = {
    entity: 'bottle',
    id: bottleId,
    inkId: ink.id,
    lot,
    volumeMl,
    priceMinor,
    emptyG: null,
  };
  const own = ownBottle(bottle, `${ink.name}${lot ? `, lot ${lot}` : ''}`, bought.opened);
  return { facts: [...facts, ...own.facts], done: { code: 'bottleBought', ink: ink.name, volumeMl } };
}

/**
 * The thing, what was paid for it, and whether it is open.
 *
 * @param called what its purchase is called
 */
export const ownBottle = (bottle: Bottle, called: string, opened: boolean): Act => ({
  facts: [
    { kind: 'defined', entity: bottle },
    { kind: 'purchased', what: 'bottle', name: called, priceMinor: bottle.priceMinor, bottleId: bottle.id },
    ...(opened ? openBottle(bottle.id).facts : []),
  ],
  done: { code: 'bottleBought', ink: called, volumeMl: bottle.volumeMl },
});

/** Opened: from now on it ages. */
export const openBottle = (bottleId: string): Act => ({
  facts: [{ kind: 'bottleOpened', bottleId }],
  done: { code: 'bottleOpened', bottleId },
});

/** Nothing more comes of it; what the log still counts in it is the gap of its account. */
export const bottleIsEmpty = (bottleId: string): Act => ({
  facts: [{ kind: 'retired', what: 'bottle', subjectId: bottleId, reason: 'used up' }],
  done: { code: 'bottleUsedUp', bottleId },
});

/** Anything else that printing costs. */
export const buy = (purchase: Omit<DraftOf<'purchased'>, 'kind'>): Act => ({
  facts: [{ kind: 'purchased', ...purchase }],
  done: { code: 'bought', what: purchase.what, name: purchase.name },
});

/** A price that was given, as it stands from then on. */
export const keepQuote = (promised: FactDraft, called: string): Act => ({
  facts: [promised],
  done: { code: 'priced', called },
});

/** What one squeeze or one drop gives, by a cup on the scale. */
export const knowSqueeze = (
  tool: Tool & { readonly tool: 'dropBottle' | 'squeezeBottle' },
  ml: Uncertain,
  squeezes: number,
): Act => ({
  facts: [
    { kind: 'defined', entity: { ...tool, squeezeMl: ml } },
    { kind: 'squeezeCalibrated', toolId: tool.id, ml, squeezes },
  ],
  done: { code: 'squeezeKnown', tool: tool.tool, ml },
});

/** A density by syringe and scale: used everywhere from then on. */
export const knowDensity = (measured: Omit<DraftOf<'densityMeasured'>, 'kind'>): Act => ({
  facts: [{ kind: 'densityMeasured', ...measured }],
  done: { code: 'densityKnown', inkId: measured.inkId, density: measured.density.value },
});
