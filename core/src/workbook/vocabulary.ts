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
  'countedDrops',
  'vacuumExchange',
  'outletDrip',
  'outletSyringe',
  'bagAdapter',
  'spongeInjection',
  'twoPart',
] as const;
export type Method = (typeof METHODS)[number];

/** How ink gets in: by a plug, a wall or label that is opened once, or the outlet. */
export const PORTS = ['plug', 'pierce', 'peel', 'peelPierce', 'drill', 'push', 'outlet'] as const;
export type Port = (typeof PORTS)[number];

/** What closes a fill hole that was opened through a wall or a label. */
export const CLOSURES = ['plug', 'cap', 'tape', 'pinhole', 'open'] as const;
export type Closure = (typeof CLOSURES)[number];

export const INK_CLASSES = ['pigment', 'dye', 'sublimation', 'clearCoat', 'flushFluid'] as const;
export type InkClass = (typeof INK_CLASSES)[number];

export const SHADES = [
  'black',
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

/** Blacks by the papers that take them, where a printer has one of each: coated ones, or matte ones. */
export const BLACKS = { photo: ['photo black', 'black'], matte: ['matte black'] } as const satisfies Record<
  string,
  readonly (typeof SHADES)[number][]
>;
export type Black = keyof typeof BLACKS;
export const PAPER_BLACKS = ['photo', 'matte', 'both'] as const;

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

/** Where a chip stands in what it tells the printer. */
export const CHIP_PHASES = [
  'counting',
  'low',
  'veryLow',
  'asks',
  'stopped',
  'notRecognised',
  'off',
  'spent',
] as const;

/** Is switching the gauge off offered? A door that may be closed for good. */
export const SWITCH_OFF_OFFERS = ['never', 'later', 'open', 'closed', 'lost', 'taken'] as const;

export const SIGNALS = [
  'low',
  'veryLow',
  'asks',
  'stops',
  'promptClosed',
  'notRecognised',
  'recognised',
  'seesLow',
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
/** What may be behind a weigh-in at which the channels drew otherwise than foretold. */
export const WEIGH_IN_CAUSES = [
  'asForetold',
  'notLogged',
  'notPrinted',
  'cleanings',
  'drawsOther',
  'leak',
  'zeroed',
  'wasZeroed',
  'oddMass',
  'otherBlack',
  'otherKind',
] as const;
export type WeighInCause = (typeof WEIGH_IN_CAUSES)[number];
/** What may be answered to a weight that does not fit: a reason, or that it is a weight of another kind. */
export type MassReason = Because | 'ownEmpty' | 'wet' | 'partOn';

/** What a look at a filled cartridge found; anything but `sound` keeps it out of a printer until a later look is good. */
export const LOOKS = [
  'sound',
  'leaksAtRest',
  'drips',
  'patches',
  'noFlow',
  'colourMissing',
  'cracked',
] as const;
export type Look = (typeof LOOKS)[number];

/** Ways of changing and topping up a printer's cartridges. */
export const POLICIES = [
  'single',
  'topUpAll',
  'rotateAtSignal',
  'rotateEveryN',
  'rotateBeforeBatch',
  'originals',
] as const;
export type PolicyCode = (typeof POLICIES)[number];

/** What was bought, or done at a price; emptied cartridges that were sold bring some back. */
export const PURCHASES = [
  'bottle',
  'kit',
  'chips',
  'consumables',
  'cartridges',
  'tools',
  'work',
  'disposal',
  'emptiesSold',
  'paper',
  'electricity',
  'wear',
  'originals',
] as const;
export type PurchaseKind = (typeof PURCHASES)[number];

/** What a printed sheet was for; only a print goes to someone. */
export const PRINT_KINDS = ['print', 'spoilt', 'strip', 'target'] as const;
export type PrintKind = (typeof PRINT_KINDS)[number];

/** Why a cartridge is filled: dry and new, an original's first refill, on the same ink, or to another ink. */
export const OCCASIONS = ['first', 'original', 'topUp', 'conversion'] as const;
export type Occasion = (typeof OCCASIONS)[number];

/** The light in which a nozzle check was looked at. */
export const CHECK_LIGHTS = ['white', 'torch', 'blue', 'scan'] as const;
export type CheckLight = (typeof CHECK_LIGHTS)[number];

/** What a nozzle check followed. */
export const CHECK_AFTER = [
  'routine',
  'refill',
  'idle',
  'cleaning',
  'shadeSwitch',
  'moved',
  'fault',
] as const;
export type CheckAfter = (typeof CHECK_AFTER)[number];

/**
 * Measurement conditions: the lamp as it is, the paper's brightener excited by a standard amount, without ultraviolet, and
 * polarised, so that gloss does not count.
 *
 * @source ISO 13655:2017
 */
export const MEASURE_CONDITIONS = ['M0', 'M1', 'M2', 'M3'] as const;
/** Degrees of the field of view for which L\*a\*b\* was computed. */
export const OBSERVERS = ['2', '10'] as const;
export type Observer = (typeof OBSERVERS)[number];
export type MeasureCondition = (typeof MEASURE_CONDITIONS)[number];

/** What two prints are compared by where there is no instrument. */
export const SHADE_CRITERIA = [
  'neutralGreys',
  'skin',
  'shadows',
  'highlights',
  'saturated',
  'gloss',
  'bronzing',
] as const;
export type ShadeCriterion = (typeof SHADE_CRITERIA)[number];

export const SHADE_GRADES = ['same', 'slight', 'visible', 'plain'] as const;
export type ShadeGrade = (typeof SHADE_GRADES)[number];
