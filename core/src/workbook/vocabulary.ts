/** The field's standard terms, each list in the order in which people speak of them. */
export const CONSTRUCTIONS = [
  'openTank',
  'compartmentTank',
  'smallVentedTank',
  'bag',
  'spongeReservoir',
  'spongeOutletFed',
  'integratedHead',
  'twoPart',
] as const;
export type Construction = (typeof CONSTRUCTIONS)[number];

export const METHODS = [
  'funnelToLine',
  'topSyringe',
  'squeezeBottle',
  'vacuumExchange',
  'outletDrip',
  'outletSyringe',
  'bagAdapter',
  'spongeInjection',
  'twoPart',
] as const;
export type Method = (typeof METHODS)[number];

export const INK_CLASSES = ['pigment', 'dye', 'sublimation', 'clearCoat', 'flushFluid'] as const;
export type InkClass = (typeof INK_CLASSES)[number];

export const SHADES = [
  'photo black',
  'matte black',
  'grey',
  'light grey',
  'cyan',
  'light cyan',
  'magenta',
  'light magenta',
  'yellow',
  'red',
  'orange',
  'green',
  'blue',
  'violet',
  'clear coat',
  'flush fluid',
] as const;

export const CLEANING_LEVELS = ['light', 'deep', 'group', 'recharge'] as const;
export type CleaningLevel = (typeof CLEANING_LEVELS)[number];

export const WEIGHING_PURPOSES = [
  'before',
  'after',
  'rested',
  'weighIn',
  'drying',
  'empty',
  'bottle',
  'reference',
] as const;
export type WeighingPurpose = (typeof WEIGHING_PURPOSES)[number];

/** Where ink that did not stay in the cartridge went. */
export const FATES = ['bottle', 'cartridge', 'bin'] as const;
export type Fate = (typeof FATES)[number];

export const CHIP_STRATEGIES = [
  'resetter',
  'selfResetting',
  'contactBridge',
  'newEachTime',
  'switchedOff',
  'none',
  'leftAlone',
] as const;
export type ChipStrategy = (typeof CHIP_STRATEGIES)[number];

export const SIGNALS = [
  'low',
  'veryLow',
  'asks',
  'stops',
  'promptClosed',
  'notRecognised',
  'recognised',
] as const;
export type Signal = (typeof SIGNALS)[number];

/** What a person says of evidence that does not fit: why it was otherwise than foretold. */
export const BECAUSE = [
  'notLogged',
  'leaked',
  'spilt',
  'evaporated',
  'drawsMore',
  'misread',
  'otherCartridge',
  'unknown',
] as const;
export type Because = (typeof BECAUSE)[number];
