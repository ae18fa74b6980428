import { LEVEL_U, type FactDraft } from '../../workbook';
import type { Channel } from './input';

/** A cartridge that declared itself empty keeps about so much of what it holds, where nobody knows its usable volume. */
const KEPT = { value: 0.15, u: 0.08 } as const;
/** One u of a level that follows from the usable volume, as a share of the body. */
const BY_COUNT_U = 0.05;
/** Water that stays in a body after it was rinsed and shaken out, as a share of what it holds. */
const RINSED = 0.1;

/** What was told of the ink inside, as facts beside the definitions: evidence with its own doubt. */
export function contentsFacts(
  { now, level, original }: Channel,
  cartridgeId: string,
  capacityMl: number,
  seat: { readonly printerId: string; readonly slotId: string } | null,
): FactDraft[] {
  switch (now) {
    case 'partUsed':
      return level === null || level === undefined
        ? []
        : [{ kind: 'levelSeen', cartridgeId, fraction: level, u: LEVEL_U.told }];
    case 'declaredEmpty': {
      const keptMl = original ? original.nominalMl - original.usableMl : null;
      return [
        keptMl === null || !(keptMl > 0)
          ? { kind: 'levelSeen', cartridgeId, fraction: KEPT.value, u: KEPT.u }
          : { kind: 'levelSeen', cartridgeId, fraction: Math.min(1, keptMl / capacityMl), u: BY_COUNT_U },
        ...(seat ? [{ kind: 'chipSignalled' as const, ...seat, signal: 'stops' as const }] : []),
      ];
    }
    case 'ranOut':
      return [{ kind: 'fadedOrRanDry', cartridgeId, ranDry: true }];
    case 'wet':
      return [
        {
          kind: 'flushed',
          cartridgeId,
          chamber: 0,
          addedMl: capacityMl,
          drawnMl: (1 - RINSED) * capacityMl,
        },
      ];
    default:
      return [];
  }
}
