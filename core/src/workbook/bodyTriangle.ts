import { ASSUMED_DENSITY, PRESET_U, typePreset, type TypePreset, type Variant } from './typePresets';
import type { Construction } from './vocabulary';

/** A body as a person told it, g and ml; null where nothing was said. */
export interface BodyTold {
  readonly construction: Construction;
  readonly variant: Variant;
  readonly emptyG: number | null;
  readonly fullG: number | null;
  readonly maxG: number | null;
  readonly capacityMl: number | null;
}

/** What was told of a body does not fit: so much ink by its masses, so much as was said. */
export interface BodyMisfit {
  readonly netG: number;
  readonly byMassMl: number;
  readonly saidMl: number;
}

export interface Triangle {
  readonly type: TypePreset;
  readonly misfit: BodyMisfit | null;
}

/** By more than this share, masses and volume speak of two bodies: inks differ by a few per cent. */
const MISFIT = 0.15;
/** One u of a mass that somebody weighed and typed, g. */
const TYPED_U_G = 0.05;

/**
 * A body is one triangle: full − empty = capacity × density. Two of the three give the third; what is not told follows from
 * its kind, scaled to its size, with ± a fifth for a mass that nobody weighed.
 *
 * @example bodyTriangle({ construction: 'bag', variant: 'standard', emptyG: 60, fullG: 100, maxG: null, capacityMl: null }).type.capacityMl // 37.7
 */
export function bodyTriangle(told: BodyTold): Triangle {
  const { construction, variant } = told;
  const preset = typePreset(construction, variant);
  const rho = ASSUMED_DENSITY;
  const weighedMl =
    told.emptyG !== null && told.fullG !== null && told.fullG > told.emptyG
      ? (told.fullG - told.emptyG) / rho
      : null;
  const capacityMl =
    told.capacityMl ??
    weighedMl ??
    // One mass alone tells nothing of the size: that is its kind's.
    preset.capacityMl;
  const scale = capacityMl / preset.capacityMl;
  const emptyG =
    told.emptyG ??
    (told.fullG !== null && told.fullG > capacityMl * rho
      ? told.fullG - capacityMl * rho
      : preset.emptyG.value * scale ** SHELL_POWER);
  const emptyU =
    told.emptyG !== null
      ? TYPED_U_G
      : told.fullG !== null && told.capacityMl !== null
        ? 0.03 * capacityMl
        : PRESET_U * emptyG;
  const fullG = told.fullG ?? emptyG + capacityMl * rho;
  const aboveG = (preset.maxG - preset.fullG) * scale;
  const misfit =
    weighedMl !== null &&
    told.capacityMl !== null &&
    Math.abs(weighedMl - told.capacityMl) > MISFIT * told.capacityMl
      ? { netG: told.fullG! - told.emptyG!, byMassMl: weighedMl, saidMl: told.capacityMl }
      : null;
  const { headPart, ...rest } = preset;
  const usual = (given: number | null, kind: number): boolean => given === null || given === kind;
  const asKind =
    usual(told.emptyG, preset.emptyG.value) &&
    usual(told.fullG, preset.fullG) &&
    usual(told.maxG, preset.maxG) &&
    usual(told.capacityMl, preset.capacityMl);
  return {
    misfit,
    type: {
      ...rest,
      // Masses of its own say nothing of the head by itself: head and tank are weighed together until somebody weighs it.
      ...(headPart ? { headPart: asKind ? headPart : null } : {}),
      emptyG: { value: round(emptyG), u: round(emptyU) },
      fullG: round(fullG),
      maxG: told.maxG ?? round(fullG + aboveG),
      capacityMl: round(capacityMl, 1),
      reserveMl: round(preset.reserveMl * scale, 1),
      sections: preset.sections.map((section) => ({
        ...section,
        capacityMl: round(section.capacityMl * scale),
      })),
    },
  };
}

/** A shell grows more slowly than what it holds: about as its surface. */
const SHELL_POWER = 2 / 3;
const round = (value: number, decimals = 2): number => Number(value.toFixed(decimals));
