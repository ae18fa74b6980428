import type { CartridgeType, Entity } from './entitySchema';

/** What is wrong between the fields of one definition. */
export type EntityRule =
  | { readonly rule: 'fullBelowEmpty'; readonly name: string; readonly emptyG: number }
  | { readonly rule: 'maxBelowFull'; readonly maxG: number; readonly fullG: number }
  | { readonly rule: 'reserveTooLarge'; readonly reserveMl: number; readonly capacityMl: number }
  | { readonly rule: 'headNotPart'; readonly name: string }
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
      return entity.headPart ? headRule(entity, entity.headPart) : null;
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

/** A head is lighter and holds less than head and tank together, and leaves its tank a fill of its own. */
function headRule(type: CartridgeType, head: NonNullable<CartridgeType['headPart']>): EntityRule | null {
  const sound =
    head.fullG > head.emptyG.value &&
    head.maxG >= head.fullG &&
    head.emptyG.value < type.emptyG.value &&
    head.capacityMl < type.capacityMl &&
    type.fullG - head.fullG > type.emptyG.value - head.emptyG.value;
  return sound ? null : { rule: 'headNotPart', name: type.name };
}
