import type { Entity } from './schema';

/** What is wrong between the fields of one definition. */
export type EntityRule =
  | { readonly rule: 'fullBelowEmpty'; readonly name: string; readonly emptyG: number }
  | { readonly rule: 'maxBelowFull'; readonly maxG: number; readonly fullG: number }
  | { readonly rule: 'reserveTooLarge'; readonly reserveMl: number; readonly capacityMl: number }
  | { readonly rule: 'slotTwice' }
  | { readonly rule: 'usableAboveNominal'; readonly slot: string }
  | { readonly rule: 'keepsAll' }
  | { readonly rule: 'densityZero'; readonly name: string };

/**
 * Rules between the fields of one definition: what breaks them would make figures that mean nothing.
 *
 * @returns what is wrong, or null
 */
export function entityRule(entity: Entity): EntityRule | null {
  switch (entity.entity) {
    case 'cartridgeType':
      if (entity.fullG <= entity.emptyG.value)
        return { rule: 'fullBelowEmpty', name: entity.name, emptyG: entity.emptyG.value };
      if (entity.maxG < entity.fullG) return { rule: 'maxBelowFull', maxG: entity.maxG, fullG: entity.fullG };
      if (entity.reserveMl >= entity.capacityMl)
        return { rule: 'reserveTooLarge', reserveMl: entity.reserveMl, capacityMl: entity.capacityMl };
      return null;
    case 'printer': {
      const ids = entity.slots.map((slot) => slot.id);
      const over = entity.slots.find(
        (slot) => slot.original && slot.original.usableMl > slot.original.nominalMl,
      );
      if (new Set(ids).size !== ids.length) return { rule: 'slotTwice' };
      return over ? { rule: 'usableAboveNominal', slot: over.name } : null;
    }
    case 'syringe':
      return entity.keepBackMl >= entity.capacityMl ? { rule: 'keepsAll' } : null;
    case 'ink':
      return entity.density && !(entity.density.value >= 0.5 && entity.density.value <= 2)
        ? { rule: 'densityZero', name: entity.name }
        : null;
    default:
      return null;
  }
}
