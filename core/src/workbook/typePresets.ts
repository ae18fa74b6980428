import { REST_MINUTES, TYPE_EMPTY_U_G } from './defaults';
import type { CartridgeType } from './entitySchema';
import type { Construction } from './vocabulary';

export type Variant = 'starter' | 'standard' | 'large';
export type TypePreset = Omit<CartridgeType, 'id' | 'name' | 'entity'>;

interface Body {
  /** Nominal volumes of the three variants, ml. */
  readonly ml: readonly [number, number, number];
  /** Empty mass: a constant part, and g for each ml of capacity. */
  readonly shellG: number;
  readonly perMlG: number;
  readonly reserve: number;
  readonly part: Pick<CartridgeType, 'method' | 'port' | 'outletSeal' | 'restMinutes' | 'chambers'> & {
    readonly liesOnBack?: boolean;
    readonly hole?: CartridgeType['hole'];
    readonly sections?: (ml: number) => CartridgeType['sections'];
    /** Of a two-part body: the head's share of the empty mass, and of what both hold. */
    readonly head?: { readonly ofEmpty: number; readonly ofCapacity: number };
  };
}

const BODIES: Readonly<Record<Construction, Body>> = {
  openTank: {
    ml: [80, 160, 350],
    shellG: 48,
    perMlG: 0.28,
    reserve: 0.08,
    part: {
      method: 'funnelToLine',
      port: 'plug',
      outletSeal: false,
      restMinutes: REST_MINUTES.tank,
      chambers: 1,
    },
  },
  compartmentTank: {
    ml: [26, 47, 80],
    shellG: 18,
    perMlG: 0.5,
    reserve: 0.075,
    part: {
      method: 'topSyringe',
      port: 'plug',
      outletSeal: true,
      restMinutes: REST_MINUTES.tank,
      chambers: 1,
    },
  },
  smallVentedTank: {
    ml: [7, 12, 20],
    shellG: 6,
    perMlG: 0.45,
    reserve: 0.1,
    part: {
      method: 'topSyringe',
      port: 'plug',
      outletSeal: true,
      restMinutes: REST_MINUTES.tank,
      chambers: 1,
      liesOnBack: true,
    },
  },
  bag: {
    ml: [80, 200, 350],
    shellG: 60,
    perMlG: 0.2,
    reserve: 0.08,
    part: {
      method: 'bagAdapter',
      port: 'outlet',
      outletSeal: true,
      restMinutes: REST_MINUTES.tank,
      chambers: 1,
    },
  },
  spongeReservoir: {
    ml: [7, 14, 24],
    shellG: 9,
    perMlG: 0.5,
    reserve: 0.12,
    part: {
      method: 'topSyringe',
      port: 'drill',
      outletSeal: false,
      restMinutes: REST_MINUTES.sponge,
      chambers: 1,
      sections: (ml) => [
        {
          name: 'sponge',
          capacityMl: 0.45 * ml,
          reachedBy: ['topSyringe', 'outletDrip', 'outletSyringe', 'vacuumExchange'],
        },
        { name: 'reservoir', capacityMl: 0.55 * ml, reachedBy: ['topSyringe', 'vacuumExchange'] },
      ],
    },
  },
  spongeOutletFed: {
    ml: [7, 14, 24],
    shellG: 9,
    perMlG: 0.5,
    reserve: 0.12,
    part: {
      method: 'outletDrip',
      port: 'outlet',
      outletSeal: false,
      restMinutes: REST_MINUTES.sponge,
      chambers: 1,
      sections: (ml) => [
        { name: 'sponge', capacityMl: 0.6 * ml, reachedBy: ['outletDrip', 'outletSyringe'] },
        { name: 'rear tank', capacityMl: 0.4 * ml, reachedBy: ['topSyringe'] },
      ],
    },
  },
  integratedHead: {
    ml: [5, 9, 18],
    shellG: 21,
    perMlG: 0.6,
    reserve: 0.12,
    part: {
      method: 'spongeInjection',
      port: 'peel',
      outletSeal: false,
      restMinutes: REST_MINUTES.sponge,
      chambers: 1,
    },
  },
  twoPart: {
    ml: [10, 20, 40],
    shellG: 26,
    perMlG: 0.5,
    reserve: 0.12,
    part: {
      method: 'twoPart',
      port: 'plug',
      outletSeal: false,
      restMinutes: REST_MINUTES.tank,
      chambers: 1,
      sections: (ml) => [
        { name: 'head reserve', capacityMl: 0.12 * ml, reachedBy: ['twoPart', 'spongeInjection'] },
        { name: 'tank', capacityMl: 0.88 * ml, reachedBy: ['twoPart'] },
      ],
      head: { ofEmpty: 0.6, ofCapacity: 0.12 },
    },
  },
};

/** Fill levels by density, until a person weighs their own. */
export const ASSUMED_DENSITY = 1.06;
/** One u of an empty mass that only its kind tells, as a share: bodies of a kind differ by a fifth. */
export const PRESET_U = 0.1;
const VARIANTS: readonly Variant[] = ['starter', 'standard', 'large'];
const tidy = (value: number): number => Number(value.toFixed(1));

/**
 * A cartridge type ready to choose by its construction and size: plausible masses to begin with, to be corrected by
 * weighing one empty and one full.
 *
 * @example typePreset('compartmentTank', 'standard').capacityMl // 47
 */
export function typePreset(construction: Construction, variant: Variant): TypePreset {
  const body = BODIES[construction];
  const ml = body.ml[VARIANTS.indexOf(variant)]!;
  const { sections, head, ...part } = body.part;
  const emptyG = tidy(body.shellG + body.perMlG * ml);
  const fullG = tidy(emptyG + ASSUMED_DENSITY * ml);
  return {
    construction,
    variant,
    emptyG: { value: emptyG, u: tidy(PRESET_U * emptyG) },
    fullG,
    maxG: tidy(fullG + 0.03 * ml + 0.3),
    capacityMl: ml,
    reserveMl: tidy(body.reserve * ml),
    sections: sections?.(ml) ?? [],
    bodyHeightMm: null,
    hole: 'clear',
    holeAt: null,
    primeThroughSeal: false,
    liesOnBack: false,
    toleranceG: null,
    ...(head && { headPart: headOf(emptyG, head.ofEmpty, head.ofCapacity * ml) }),
    ...part,
  };
}

function headOf(emptyG: number, share: number, capacityMl: number): NonNullable<CartridgeType['headPart']> {
  const own = tidy(share * emptyG);
  const fullG = tidy(own + ASSUMED_DENSITY * capacityMl);
  return {
    emptyG: { value: own, u: TYPE_EMPTY_U_G },
    fullG,
    maxG: tidy(fullG + 0.6),
    capacityMl: tidy(capacityMl),
  };
}
