import { DENSITY_PRIOR, TYPE_EMPTY_U_G } from './defaults';
import { typePreset, type TypePreset, type Variant } from './typePresets';
import type { Construction } from './vocabulary';

/** Inner volume over the box's volume: walls, channels and the head of the body take the rest. */
const FILL_OF_BOX: Readonly<Record<Construction, number>> = {
  openTank: 0.78,
  compartmentTank: 0.62,
  smallVentedTank: 0.6,
  bag: 0.55,
  spongeReservoir: 0.52,
  spongeOutletFed: 0.5,
  integratedHead: 0.3,
  twoPart: 0.5,
};
/** A capacity from outer dimensions is good to about this share. */
const BOX_U = 0.15;

export interface Measures {
  readonly construction: Construction;
  /** Weighed empty, g. */
  readonly emptyG: number;
  /** Weighed full to its line, g; null when it was not. */
  readonly fullG: number | null;
  /** Outer length, width and height in mm; null when not measured. */
  readonly boxMm: readonly [number, number, number] | null;
}

export interface IdentifiedType {
  readonly type: TypePreset;
  /** Standard uncertainty of the capacity, ml. */
  readonly capacityU: number;
  /** The ready variant that comes nearest, to check by. */
  readonly nearest: Variant;
}

/**
 * An unknown cartridge's type by weighing and measuring: the capacity from the two masses and the density of ink where both
 * were weighed, `V = (m_full − m_empty) / ρ`, otherwise from the outer box and what walls usually take.
 *
 * @param measures masses in g, box in mm
 * @returns a type to begin with, with the doubt of its capacity
 * @throws RangeError when neither a full mass above the empty one nor a box is given
 * @example typeFromMeasures({ construction: 'compartmentTank', emptyG: 41.6, fullG: 91.6, boxMm: null }).type.capacityMl // 46.9
 * @example typeFromMeasures({ construction: 'compartmentTank', emptyG: 41.6, fullG: null, boxMm: [80, 20, 50] }).type.capacityMl // 49.6
 */
export function typeFromMeasures(measures: Measures): IdentifiedType {
  const { construction, emptyG, fullG, boxMm } = measures;
  const rho = DENSITY_PRIOR.pigment;
  let capacity: number;
  let capacityU: number;
  if (fullG !== null && fullG > emptyG) {
    capacity = (fullG - emptyG) / rho.value;
    capacityU = (capacity * rho.u) / rho.value;
  } else if (boxMm && boxMm.every((side) => side > 0)) {
    capacity = (boxMm[0] * boxMm[1] * boxMm[2] * FILL_OF_BOX[construction]) / 1000;
    capacityU = BOX_U * capacity;
  } else throw new RangeError('Weigh it full, or measure its length, width and height.');
  const ml = Number(capacity.toFixed(1));
  const variants = ['starter', 'standard', 'large'] as const;
  const nearest = variants.reduce((best, variant) =>
    Math.abs(Math.log(typePreset(construction, variant).capacityMl / ml)) <
    Math.abs(Math.log(typePreset(construction, best).capacityMl / ml))
      ? variant
      : best,
  );
  // Weighed as a whole: what its head weighs by itself is not known from that.
  const { headPart: _, ...preset } = typePreset(construction, nearest);
  const scale = ml / preset.capacityMl;
  const full = fullG ?? emptyG + ml * rho.value;
  return {
    capacityU,
    nearest,
    type: {
      ...preset,
      variant: 'own',
      emptyG: { value: emptyG, u: TYPE_EMPTY_U_G },
      fullG: Number(full.toFixed(2)),
      maxG: Number((full + 0.03 * ml + 0.3).toFixed(2)),
      capacityMl: ml,
      reserveMl: Number((preset.reserveMl * scale).toFixed(1)),
      sections: preset.sections.map((section) => ({
        ...section,
        capacityMl: Number((section.capacityMl * scale).toFixed(2)),
      })),
      bodyHeightMm: boxMm?.[2] ?? null,
    },
  };
}
