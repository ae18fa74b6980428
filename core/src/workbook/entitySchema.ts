import { z } from 'zod';
import { checkLayoutSchema } from './checkLayout';
import { DUE, REST_MINUTES, USE_PRIOR } from './defaults';
import { amount, days, id, minor, name, share, uncertain } from './fields';
import {
  CHIP_STRATEGIES,
  CLEANING_LEVELS,
  CLOSURES,
  CONSTRUCTIONS,
  FATES,
  INK_CLASSES,
  METHODS,
  PAPER_BLACKS,
  PORTS,
  POLICIES,
} from './vocabulary';

const settings = z.strictObject({
  entity: z.literal('settings'),
  id: z.literal('settings'),
  name,
  currency: z.string().regex(/^[A-Z]{3}$/, 'a currency code of three capital letters, such as GBP'),
  standardSheet: z
    .strictObject({ widthMm: amount, heightMm: amount })
    .default({ widthMm: 210, heightMm: 297 }),
  kitLifeMonths: z.number().min(1).max(240).default(36),
  /** What never reaches paper is shared by the area of a print, or alike by each. */
  wasteBy: z.enum(['area', 'print']).optional(),
  /** How all prices stand in it, and the rate, %; absent: nobody asks. */
  prices: z.enum(['withTax', 'withoutTax']).optional(),
  taxPercent: z.number().min(0).max(100).nullable().optional(),
  cartridgeLifeMonths: z.number().min(1).max(240).default(36),
  topUpFraction: share.default(DUE.topUpFraction),
  weighInDays: z.number().min(1).max(365).default(DUE.weighInDays),
  /** Sizes of one's own, by name. */
  sizes: z
    .array(z.strictObject({ name, widthMm: amount.min(1).max(100000), heightMm: amount.min(1).max(100000) }))
    .max(40)
    .optional(),
  /** From ordering to the doorstep; absent: three weeks. */
  deliveryDays: z.number().min(0).max(365).nullable().optional(),
});

const original = z.strictObject({
  priceMinor: minor,
  nominalMl: amount.min(0.1),
  usableMl: amount.min(0.1),
  /** What an emptied one brings, sold or credited. */
  emptyMinor: minor.optional(),
});

const slot = z.strictObject({
  id,
  name,
  shades: z.array(name).min(1).max(3),
  inkClass: z.enum(INK_CLASSES),
  /** The original cartridge for this slot, to compare costs with. */
  original: original.nullable().default(null),
});

const schools = z.strictObject({
  reset: z.enum(['before', 'after']).default('after'),
  prime: z.enum(['always', 'whenDry', 'never']).default('always'),
  leftover: z.enum(FATES).default('bottle'),
  stopAt: z.enum(['mass', 'line', 'volume']).default('mass'),
  remains: z.enum(['topUp', 'drawOut']).default('topUp'),
  closing: z.enum(['seal', 'open']).default('open'),
  cleaning: z.enum(['always', 'onGap', 'rarely']).default('onGap'),
});

const gauge = z.strictObject({
  /** How the printer shows a level: a figure per channel, steps, one lamp for all, nothing at all, or a prism that sees. */
  display: z.enum(['percent', 'steps', 'lampForAll', 'invisible', 'optical']).default('percent'),
  /** For `steps`: the readings it can show, from full to empty, as fractions. */
  steps: z.array(share).max(12).default([]),
  lowAt: share.default(0.2),
  veryLowAt: share.default(0.1),
  /** Beside its figure a prism sees when the free ink is gone. */
  prism: z.boolean().optional(),
  switchOff: z
    .strictObject({
      offered: z.boolean().default(false),
      lostWhenRunDry: z.boolean().default(true),
      asksNewOriginalFirst: z.boolean().default(false),
      promptReturns: z.boolean().default(true),
      originalOnly: z.boolean().default(true),
    })
    .prefault({}),
});

const printer = z.strictObject({
  entity: z.literal('printer'),
  id,
  name,
  feed: z.enum(['stationary', 'carriage']),
  slots: z.array(slot).min(1).max(16),
  /** What the printer draws per channel, ml: priors that weigh-ins improve. */
  draws: z
    .strictObject({
      perDm2: uncertain.default(USE_PRIOR.perDm2),
      light: uncertain.default(USE_PRIOR.light),
      deep: uncertain.default(USE_PRIOR.deep),
      group: uncertain.default(USE_PRIOR.group),
      recharge: uncertain.default(USE_PRIOR.recharge),
      change: uncertain.default(USE_PRIOR.change),
      idleDay: uncertain.default(USE_PRIOR.idleDay),
      /** What the black that takes a shared line over purges it with; absent: not said. */
      switched: uncertain.nullable().optional(),
      /** What another printer of this kind was taught of its channels: where its owner shared it, that comes before the guess. */
      channels: z
        .array(
          z.strictObject({
            slotId: id,
            perDm2: uncertain.optional(),
            light: uncertain.optional(),
            deep: uncertain.optional(),
            group: uncertain.optional(),
            recharge: uncertain.optional(),
            change: uncertain.optional(),
            idleDay: uncertain.optional(),
          }),
        )
        .max(16)
        .optional(),
    })
    .prefault({}),
  /** Photo and matte black share one line: changing between them purges it. Absent: each has its own. */
  blacksShareLine: z.boolean().optional(),
  padCapacityMl: amount.nullable().default(null),
  /** The head: lines in one channel's field of the nozzle check, and spare nozzles of a channel; null: not known. */
  headLines: z.int().min(1).max(5000).nullable().default(null),
  /** The way of changing that its owner chose: what is due follows it. */
  policy: z
    .strictObject({
      code: z.enum(POLICIES),
      /** For topping up together: a share of full; for rotating every so many: standard sheets. */
      threshold: z.number().min(0).max(100000).nullable(),
    })
    .optional(),
  /** Where the lines of its own nozzle check stand, taught once, so that a photograph of it can be read. */
  checkLayout: checkLayoutSchema.optional(),
  headSpares: z.int().min(0).max(5000).nullable().default(null),
  /** Ink that stands in one channel's line between bay and head, ml; null: by the feed. */
  lineMl: amount.nullable().default(null),
  /** What the printer does by itself: a cleaning after so many idle days, one after so many sheets of a long job. */
  cleansAfterIdleDays: amount.nullable().default(null),
  cleansEverySheets: amount.nullable().default(null),
  cleansAt: z.enum(CLEANING_LEVELS).default('light'),
  /** How long a cartridge, and the head below it, may stand open. */
  /** Its own intervals, days, where they differ from those of the workbook. */
  weighInDays: days.nullable().optional(),
  checkIdleDays: days.nullable().optional(),
  agitateDays: days.nullable().optional(),
  /** Where the float sensor of a slot changes over, found with a known content, ml. */
  sensors: z
    .array(z.strictObject({ slotId: id, switchMl: uncertain }))
    .max(16)
    .optional(),
  /** A small top-up of every channel on a fixed day: every so many days; absent: none. */
  doseEveryDays: z.int().min(1).max(365).nullable().optional(),
  openMinutes: z.number().min(1).max(1440).default(15),
  exchangeState: z.boolean().default(false),
  gauge: gauge.prefault({}),
  /** Which printer of the server's list answers for it, and which of its markers stands for which slot. */
  bridge: z
    .strictObject({ printerId: id, markers: z.record(z.string().max(200), id) })
    .nullable()
    .default(null),
  schools: schools.prefault({}),
});

const section = z.strictObject({ name, capacityMl: amount, reachedBy: z.array(z.enum(METHODS)).min(1) });

const holeAt = z.strictObject({
  lengthMm: amount.min(1).max(500),
  widthMm: amount.min(1).max(500),
  xMm: amount.max(500),
  yMm: amount.max(500),
  diameterMm: amount.min(0.5).max(30),
});

const cartridgeType = z.strictObject({
  entity: z.literal('cartridgeType'),
  id,
  name,
  construction: z.enum(CONSTRUCTIONS),
  variant: z.enum(['starter', 'standard', 'large', 'own']).default('standard'),
  emptyG: uncertain,
  fullG: amount,
  maxG: amount,
  capacityMl: amount.min(0.1),
  reserveMl: amount,
  /** Parts of the body that a method can or cannot reach; none means that every method reaches all. */
  sections: z.array(section).max(6).default([]),
  method: z.enum(METHODS),
  port: z.enum(PORTS).default('plug'),
  /** What closes a hole that was pierced, peeled or drilled; absent: by what stands behind it. */
  closure: z.enum(CLOSURES).nullable().optional(),
  /** A pierced, peeled or drilled hole: the air hole itself, widened and never blocked, or one that keeps clear of it. */
  hole: z.enum(['airHole', 'clear']).default('clear'),
  /** Where that hole has to be found under a label, seen from above, mm. */
  holeAt: holeAt.nullable().default(null),
  outletSeal: z.boolean().default(false),
  /** May it be primed through its intact outlet seal? */
  primeThroughSeal: z.boolean().default(false),
  /** It lies on its back while it is filled: its vent is taped meanwhile. */
  liesOnBack: z.boolean().default(false),
  /** When a fill is done, g from the target; null: by the size of the fill. */
  toleranceG: amount.nullable().default(null),
  restMinutes: z.number().min(0).max(10080).default(REST_MINUTES.tank),
  /** Fills that such a body usually bears, by its owner's experience; absent: not known. */
  bears: z.int().min(1).max(1000).nullable().optional(),
  chambers: z.int().min(1).max(3).default(1),
  bodyHeightMm: amount.nullable().default(null),
  /** Of a two-part type: the head by itself; its tank is the rest of the masses above. Absent: weighed together only. */
  headPart: z
    .strictObject({ emptyG: uncertain, fullG: amount, maxG: amount, capacityMl: amount.min(0.01) })
    .nullable()
    .optional(),
});

const chip = z.strictObject({
  strategy: z.enum(CHIP_STRATEGIES),
  volumeMl: amount.min(0.1).nullable(),
  original: z.boolean().default(false),
  /** Of a gauge that is switched off: already so when it came into the workbook, or to be switched off when it is offered. */
  off: z.enum(['already', 'planned']).optional(),
});

const cartridge = z.strictObject({
  entity: z.literal('cartridge'),
  id,
  label: name,
  typeId: id,
  shades: z.array(name).min(1).max(3),
  inkClass: z.enum(INK_CLASSES),
  /** The printer that it belongs to; null: the first whose slot takes its shades. */
  printerId: id.nullable().default(null),
  set: z.string().max(20).default(''),
  /** This cartridge's own empty mass where it was weighed. */
  emptyG: uncertain.nullable().default(null),
  /** Its head's own empty mass, of a two-part cartridge: part of `emptyG`. */
  headEmptyG: uncertain.nullable().optional(),
  maxG: amount.nullable().default(null),
  targetG: amount.nullable().default(null),
  /** What was in it when it entered the workbook. */
  initial: z.enum(['empty', 'original', 'partUsed', 'unknown']).default('empty'),
  chip: chip.nullable().default(null),
});

const ink = z.strictObject({
  entity: z.literal('ink'),
  id,
  name,
  shade: name,
  inkClass: z.enum(INK_CLASSES),
  density: uncertain.nullable().default(null),
});

const bottle = z.strictObject({
  entity: z.literal('bottle'),
  id,
  inkId: id,
  lot: z.string().trim().max(60),
  volumeMl: amount.min(0.1),
  /** null: nobody knows what it cost. */
  priceMinor: minor.nullable().default(null),
  emptyG: uncertain.nullable().default(null),
});

const scale = z.strictObject({
  entity: z.literal('scale'),
  id,
  name,
  capacityG: amount.min(1),
  resolutionG: amount,
  repeatabilityG: amount,
});

const syringe = z.strictObject({
  entity: z.literal('syringe'),
  id,
  name,
  capacityMl: amount.min(0.1),
  graduationMl: amount,
  /** Kept in the barrel so that the plunger's air is not pushed out as foam. */
  keepBackMl: amount.default(0.7),
  /** One colour family, or rinsed between. */
  family: z.string().max(40).default(''),
});

const tool = z.strictObject({
  entity: z.literal('tool'),
  id,
  name,
  tool: z.enum([
    'needleLong',
    'needleShort',
    'funnel',
    'clip',
    'bagAdapter',
    'keeper',
    'resetter',
    'torch',
    'squeezeBottle',
    'dropBottle',
    'gloves',
    'towel',
    'floatSensor',
    'swab',
    'tape',
  ]),
  fitsHeightMm: amount.nullable().default(null),
  /** What one squeeze, or one drop of a drop bottle, gives. */
  squeezeMl: uncertain.nullable().default(null),
  /** What a part weighs that may be left on a cartridge, or off it, by mistake. */
  massG: uncertain.nullable().optional(),
  count: z.int().min(0).max(1000).default(1),
});

const subject = z.strictObject({ entity: z.literal('subject'), id, name });
const paper = z.strictObject({
  entity: z.literal('paper'),
  id,
  name,
  brightener: z.enum(['none', 'little', 'much', 'unknown']).default('unknown'),
  /** Which black it takes where a printer has one of each; absent: not known, then both are reckoned with as well. */
  black: z.enum(PAPER_BLACKS).nullable().optional(),
});

/** What a job of the print system is, by its queue and title: each says what it knows, the first that knows counts. */
const jobRule = z.strictObject({
  entity: z.literal('jobRule'),
  id,
  name,
  /** Queue it speaks of; empty: any. */
  queue: z.string().max(200).default(''),
  /** Title with * for anything; empty: any. */
  title: z.string().max(200).default(''),
  printerId: id.nullable().default(null),
  subjectId: id.nullable().default(null),
  paperId: id.nullable().default(null),
  /** Never a print worth a log: put away. */
  ignore: z.boolean().default(false),
});

export const entitySchema = z.discriminatedUnion('entity', [
  settings,
  printer,
  cartridgeType,
  cartridge,
  ink,
  bottle,
  scale,
  syringe,
  tool,
  subject,
  paper,
  jobRule,
]);

export type Entity = z.output<typeof entitySchema>;
export type EntityKind = Entity['entity'];
export type EntityOf<K extends EntityKind> = Extract<Entity, { entity: K }>;
export type Printer = EntityOf<'printer'>;
export type Slot = Printer['slots'][number];
export type CartridgeType = EntityOf<'cartridgeType'>;
export type Cartridge = EntityOf<'cartridge'>;
export type Ink = EntityOf<'ink'>;
export type Bottle = EntityOf<'bottle'>;
export type Scale = EntityOf<'scale'>;
export type Syringe = EntityOf<'syringe'>;
export type Tool = EntityOf<'tool'>;
export type Paper = EntityOf<'paper'>;
export type Settings = EntityOf<'settings'>;
export type JobRule = EntityOf<'jobRule'>;
