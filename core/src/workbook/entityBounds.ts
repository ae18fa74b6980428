import type { Entity } from './schema';

/** A figure of a definition that no such thing has. */
export interface OutOfBounds {
  /** Keys from the entity down, with a dot between. */
  readonly path: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly unit: 'g' | 'ml' | 'g/ml' | 'mm' | 'months' | 'days' | 'minutes' | '';
}

type Bound = readonly [path: string, least: number, most: number, unit: OutOfBounds['unit']];

/** The largest body, bottle and scale that anybody refills with; beyond it a decimal mark slipped. */
const MOST_BODY_G = 5000;
const MOST_BODY_ML = 4000;
const MOST_BOTTLE_ML = 20_000;
const BOUNDS: Partial<Readonly<Record<Entity['entity'], readonly Bound[]>>> = {
  cartridgeType: [
    ['emptyG.value', 0.5, MOST_BODY_G, 'g'],
    ['emptyG.u', 0, 500, 'g'],
    ['fullG', 0.5, MOST_BODY_G, 'g'],
    ['maxG', 0.5, MOST_BODY_G, 'g'],
    ['capacityMl', 0.1, MOST_BODY_ML, 'ml'],
    ['reserveMl', 0, MOST_BODY_ML, 'ml'],
    ['restMinutes', 0, 10_080, 'minutes'],
  ],
  cartridge: [
    ['emptyG.value', 0.5, MOST_BODY_G, 'g'],
    ['emptyG.u', 0, 500, 'g'],
    ['maxG', 0.5, MOST_BODY_G, 'g'],
    ['targetG', 0.5, MOST_BODY_G, 'g'],
    ['chip.volumeMl', 0.1, MOST_BODY_ML, 'ml'],
  ],
  ink: [
    ['density.value', 0.5, 2, 'g/ml'],
    ['density.u', 0, 0.5, 'g/ml'],
  ],
  bottle: [
    ['volumeMl', 0.5, MOST_BOTTLE_ML, 'ml'],
    ['emptyG.value', 0.5, MOST_BODY_G, 'g'],
  ],
  scale: [
    ['capacityG', 5, 100_000, 'g'],
    ['resolutionG', 0.0001, 100, 'g'],
    ['repeatabilityG', 0, 150, 'g'],
  ],
  syringe: [
    ['capacityMl', 0.1, 1000, 'ml'],
    ['graduationMl', 0.001, 100, 'ml'],
    ['keepBackMl', 0, 100, 'ml'],
  ],
  tool: [
    ['squeezeMl.value', 0.001, 100, 'ml'],
    ['massG.value', 0.01, 1000, 'g'],
  ],
  printer: [
    ['padCapacityMl', 1, 100_000, 'ml'],
    ['lineMl', 0.05, 500, 'ml'],
    ['draws.change.value', 0, 100, 'ml'],
    ['draws.light.value', 0, 100, 'ml'],
    ['draws.deep.value', 0, 200, 'ml'],
    ['draws.recharge.value', 0, 500, 'ml'],
  ],
};

/**
 * Figures of a definition beyond what such a thing can have: asked for again where they were typed. A file that holds them is
 * read all the same.
 *
 * @returns nothing where all are within their bounds
 */
export function entityBounds(entity: Entity): OutOfBounds[] {
  return (BOUNDS[entity.entity] ?? []).flatMap(([path, least, most, unit]): OutOfBounds[] => {
    const value = path
      .split('.')
      .reduce<unknown>(
        (part, key) =>
          typeof part === 'object' && part !== null ? (part as Record<string, unknown>)[key] : undefined,
        entity,
      );
    return typeof value === 'number' && (value < least || value > most)
      ? [{ path, value, least, most, unit }]
      : [];
  });
}
