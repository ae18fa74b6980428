import { z } from 'zod';
import { checkLayoutSchema } from './checkLayout';
import { DUE, REST_MINUTES, USE_PRIOR } from './defaults';
import { carriedOver } from './carriedOver';
import { amount, days, id, instant, minor, name, portState, share, text, uncertain } from './fields';
import { ULID } from './quick';
import {
  BECAUSE,
  CHECK_AFTER,
  CHECK_LIGHTS,
  CHIP_STRATEGIES,
  CLEANING_LEVELS,
  CLOSURES,
  CONSTRUCTIONS,
  FATES,
  INK_CLASSES,
  LOOKS,
  MEASURE_CONDITIONS,
  OBSERVERS,
  METHODS,
  OCCASIONS,
  PAPER_BLACKS,
  PORTS,
  POLICIES,
  PRINT_KINDS,
  PURCHASES,
  SHADE_CRITERIA,
  SHADE_GRADES,
  SIGNALS,
  WEIGHING_PURPOSES,
  WEIGH_IN_CAUSES,
} from './vocabulary';

/** The format's version; a file of a later one is refused with a message that says so. */
export const FORMAT_VERSION = 6;

const labL = z.number().min(-1).max(110);
const labAb = z.number().min(-200).max(200);

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

const fact = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.strictObject({
    id: z.string().regex(ULID, 'a ULID of 26 characters'),
    at: instant,
    recorded: instant,
    note: text.optional(),
    /** Codes of the questions that the person answered with yes when recording (a conversion, an over-fill). */
    confirmed: z.array(z.string().max(40)).max(20).optional(),
    /** A correction: the fact that it stands for. Of several for one, said apart from each other, the one of the latest id counts. */
    replaces: z.string().regex(ULID, 'a ULID of 26 characters').optional(),
    /** Facts recorded together carry the same run. */
    run: id.optional(),
    kind: z.literal(kind),
    ...shape,
  });

/** Why evidence did not fit what was foretold, by the person who recorded it. */
const because = z.enum(BECAUSE).optional();

/** What a picture asks of each channel by its separation, ml/dm². */
const demand = z.array(z.strictObject({ slotId: id, mlPerDm2: amount.max(10) })).max(16);

export const factSchema = z.discriminatedUnion('kind', [
  fact('defined', { entity: entitySchema }),
  fact('weighed', {
    what: z.enum(['cartridge', 'bottle', 'reference']),
    /** Cartridge, bottle, or (for a reference mass) scale. */
    subjectId: id,
    massG: uncertain,
    /** When only a range is known: the two ends; massG then holds its middle and half width / √3. */
    range: z.tuple([amount, amount]).optional(),
    scaleId: id.optional(),
    purpose: z.enum(WEIGHING_PURPOSES),
    /** What lay on the scale with it and was taken off the reading: its parts' names, and their mass, which is no longer in `massG`. */
    withParts: z.array(z.string().max(40)).max(8).optional(),
    partsG: uncertain.optional(),
    /** Of a two-part cartridge: its head alone, which is part of `massG`. */
    headG: uncertain.optional(),
    /** The true value of a reference mass. */
    nominalG: amount.optional(),
    because,
  }),
  fact('levelSeen', {
    cartridgeId: id,
    fraction: share,
    u: share,
    line: z.enum(['min', 'max']).optional(),
    because,
  }),
  fact('sensorSignalled', { cartridgeId: id, sensor: z.enum(['float', 'optical']), ml: uncertain, because }),
  fact('fadedOrRanDry', { cartridgeId: id, ranDry: z.boolean(), because }),
  fact('filled', {
    cartridgeId: id,
    chamber: z.int().min(0).max(2),
    bottleId: id,
    ml: uncertain,
    /** Which body of a two-part cartridge it went into. */
    part: z.enum(['head', 'tank']).optional(),
    by: z.enum(['mass', 'syringe', 'line', 'squeezes', 'drops', 'sight']),
    /** By mass, and read from a syringe too: what each said by itself. Of many, the ink's density follows. */
    beside: z.strictObject({ g: uncertain, ml: uncertain }).optional(),
    method: z.enum(METHODS),
    occasion: z.enum(OCCASIONS),
    leftover: z.strictObject({ ml: amount, fate: z.enum(FATES) }).optional(),
  }),
  fact('drawnOut', {
    cartridgeId: id,
    chamber: z.int().min(0).max(2),
    ml: uncertain,
    fate: z.enum(FATES),
    bottleId: id.optional(),
  }),
  fact('primed', { cartridgeId: id, ml: uncertain, fate: z.enum(FATES), bottleId: id.optional() }),
  fact('spilt', { from: z.enum(['bottle', 'cartridge']), subjectId: id, ml: uncertain }),
  fact('flushed', {
    cartridgeId: id,
    chamber: z.int().min(0).max(2),
    addedMl: amount,
    drawnMl: amount,
    bottleId: id.optional(),
  }),
  /** A look at it: what was found wrong keeps it out of a printer until a later look is good. */
  fact('looked', {
    cartridgeId: id,
    found: z.enum(LOOKS),
    /** Of a leak at rest: how fast it loses ink, where a weighing told. */
    mlPerDay: uncertain.optional(),
  }),
  fact('portChanged', { cartridgeId: id, ports: portState }),
  fact('densityMeasured', {
    inkId: id,
    density: uncertain,
    points: z.array(z.strictObject({ ml: amount, g: amount })).max(50),
    temperatureC: z.number().min(-10).max(60).optional(),
  }),
  fact('squeezeCalibrated', { toolId: id, ml: uncertain, squeezes: z.int().min(1) }),
  fact('gaugeRead', {
    printerId: id,
    slotId: id,
    /** null: the printer said that it does not know, or only that some is left. */
    fraction: share.nullable(),
    by: z.enum(['person', 'network']),
    because,
  }),
  fact('chipReset', { cartridgeId: id, worked: z.boolean() }),
  fact('chipReplaced', {
    cartridgeId: id,
    volumeMl: amount.nullable(),
    original: z.boolean(),
    chipId: id.optional(),
  }),
  fact('gaugeSwitchedOff', { printerId: id, slotId: id }),
  fact('chipSignalled', { printerId: id, slotId: id, signal: z.enum(SIGNALS) }),
  fact('installed', {
    printerId: id,
    /** All cartridges that went in before the door closed: one priming routine. */
    into: z
      .array(z.strictObject({ slotId: id, cartridgeId: id }))
      .min(1)
      .max(16),
  }),
  fact('removed', { printerId: id, cartridgeIds: z.array(id).min(1).max(16) }),
  fact('printed', {
    printerId: id,
    title: z.string().max(200),
    copies: z.int().min(1).max(100000),
    widthMm: amount.min(1).max(100000),
    heightMm: amount.min(1).max(100000),
    subjectId: id,
    paperId: id.optional(),
    edition: z.string().max(100).optional(),
    /** What the picture itself asks of each channel by its separation, ml/dm², where it was measured. */
    demand: demand.optional(),
    /** What it was for; absent: a print. */
    as: z.enum(PRINT_KINDS).optional(),
    /** The planned job that it is of: so many fewer of it are left to print. */
    plannedId: id.optional(),
    /** Where it came from, when nobody typed it: the print system's own identity, so that it is never logged twice. */
    job: z
      .strictObject({
        id: z.string().min(1).max(200),
        source: z.enum(['page-log', 'jobs', 'csv']),
        queue: z.string().max(200).optional(),
        number: z.int().min(0).optional(),
      })
      .optional(),
  }),
  /** Something to be printed: an edition, or a job of the day. It is done by prints that name it. */
  fact('jobPlanned', {
    printerId: id,
    title: z.string().max(200),
    copies: z.int().min(1).max(100000),
    widthMm: amount.min(1).max(100000),
    heightMm: amount.min(1).max(100000),
    subjectId: id,
    paperId: id.optional(),
    /** By when it is wanted; absent: as soon as may be. */
    by: instant.optional(),
    demand: demand.optional(),
  }),
  fact('cleaned', { printerId: id, level: z.enum(CLEANING_LEVELS), slotIds: z.array(id).max(16).optional() }),
  fact('shadeSwitched', { printerId: id, slotId: id, shade: name }),
  fact('printerMoved', { printerId: id }),
  fact('nozzleChecked', {
    printerId: id,
    gaps: z
      .array(
        z.strictObject({
          slotId: id,
          nozzles: z.int().min(0).max(10000),
          /** Which lines of the channel's field, from 1; fewer than `nozzles` where not all were noted. */
          lines: z.array(z.int().min(1).max(5000)).max(200).optional(),
        }),
      )
      .max(16),
    /** Channels that could not be seen in this light, and so were not judged. */
    unseen: z.array(id).max(16).optional(),
    /** Lines of which a photograph could not tell whether they are there. */
    unsure: z
      .array(z.strictObject({ slotId: id, lines: z.array(z.int().min(1).max(5000)).min(1).max(200) }))
      .max(16)
      .optional(),
    paperId: id.optional(),
    light: z.enum(CHECK_LIGHTS).optional(),
    after: z.enum(CHECK_AFTER).optional(),
  }),
  fact('headReplaced', { printerId: id }),
  /** Of the driver, the paper's feed or the printer itself: what it draws may be another thing since. */
  fact('settingChanged', { printerId: id, what: text.min(1) }),
  /** Of what a weigh-in may come of, one thing is ruled out by who was there: until the next one, a leak for good. */
  fact('causeDenied', { printerId: id, cause: z.enum(WEIGH_IN_CAUSES), cartridgeId: id.optional() }),
  fact('shadeMeasured', {
    /** What printed the patches: originals, or the refill (with the lots that were in the channels). */
    ink: z.enum(['original', 'refill']),
    printerId: id,
    /** The chart: patches are compared by name within one chart. */
    chart: name,
    paperId: id.optional(),
    condition: z.enum(MEASURE_CONDITIONS),
    illuminant: z.enum(['D50', 'D65']),
    /** Left out: 2 degrees. */
    observer: z.enum(OBSERVERS).optional(),
    /** Of the instrument, as its file names it. */
    filter: name.optional(),
    /** Lots by slot at the time of printing, as bottle ids. */
    lots: z
      .array(z.strictObject({ slotId: id, bottleId: id }))
      .max(16)
      .optional(),
    /** For a series that fades: where it hangs, and since when. */
    display: z.strictObject({ where: name, months: amount.max(1200) }).optional(),
    patches: z
      .array(z.strictObject({ name: name, lab: z.tuple([labL, labAb, labAb]) }))
      .min(1)
      .max(2500),
  }),
  fact('shadeGraded', {
    printerId: id,
    paperId: id.optional(),
    /** By eye, refill beside original: from the same to plainly different. */
    grades: z
      .array(z.strictObject({ criterion: z.enum(SHADE_CRITERIA), grade: z.enum(SHADE_GRADES) }))
      .min(1)
      .max(SHADE_CRITERIA.length),
  }),
  fact('profiled', { printerId: id, paperId: id.optional(), name }),
  fact('agitated', { cartridgeIds: z.array(id).min(1).max(64) }),
  fact('bottleOpened', { bottleId: id, linerPresent: z.boolean().optional() }),
  fact('purchased', {
    what: z.enum(PURCHASES),
    name,
    /** null: nobody knows what it cost. */
    priceMinor: minor.nullable(),
    /** Pieces, of what is used up piece by piece. */
    count: z.int().min(1).max(10000).optional(),
    bottleId: id.optional(),
    /** What of a kit's price is its ink's, which stands in its bottles' prices: it is not counted twice. */
    inkMinor: minor.optional(),
    /** For this printer alone; otherwise shared by the ink that each took. */
    printerId: id.optional(),
    /** Spread over so many months from its own date; 0: counted when bought. */
    lifeMonths: z.number().min(0).max(240).optional(),
  }),
  fact('padReset', { printerId: id }),
  fact('quoted', { slotId: id, printerId: id, priceMinor: minor }),
  /** What an edition was promised at: it stays as it was said, whatever is learnt afterwards. */
  fact('editionPriced', {
    printerId: id,
    name,
    subjectId: id,
    paperId: id.optional(),
    widthMm: amount.min(1).max(100000),
    heightMm: amount.min(1).max(100000),
    copies: z.int().min(1).max(100000),
    proofs: z.int().min(0).max(100000),
    spoils: z.int().min(0).max(100000),
    paperMinor: minor.nullable(),
    allowance: z.number().min(0).max(10),
    /** Name of the picture that was measured for it. */
    picture: z.string().max(200).optional(),
    inkMinor: uncertain.nullable(),
    totalMinor: uncertain.nullable(),
    originalMinor: uncertain.nullable(),
    /** In the total, or on top of it, minor units. */
    tax: z
      .strictObject({
        percent: z.number().min(0).max(100),
        on: z.enum(['in', 'onTop']),
        minor: amount.max(1e12),
      })
      .optional(),
    channels: z.array(z.strictObject({ slotId: id, ml: uncertain, haveMl: amount })).max(16),
  }),
  fact('snoozed', { what: z.string().max(100), until: instant }),
  fact('retired', { what: z.enum(['cartridge', 'bottle', 'printer', 'tool']), subjectId: id, reason: text }),
  fact('noted', { subjectId: id.optional(), text: text.min(1) }),
  /** What stood where when this workbook was begun out of one that was closed: it holds from here on, whatever came before. */
  fact('carriedOver', carriedOver),
  fact('voided', { factId: id, reason: text }),
]);

export const workbookSchema = z.strictObject({
  format: z.literal('hiraeth-workbook'),
  version: z.literal(FORMAT_VERSION),
  exported: instant,
  facts: z.array(factSchema),
});

export type Fact = z.output<typeof factSchema>;
export type FactKind = Fact['kind'];
export type FactOf<K extends FactKind> = Extract<Fact, { kind: K }>;
export type Entity = z.output<typeof entitySchema>;
export type EntityKind = Entity['entity'];
export type EntityOf<K extends EntityKind> = Extract<Entity, { entity: K }>;
export type Workbook = z.output<typeof workbookSchema>;
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
export type Ports = z.output<typeof portState>;

/** A fact without the parts that are stamped on when it is recorded. */
export type DraftOf<K extends FactKind> = Omit<FactOf<K>, 'id' | 'recorded' | 'at'> & { at?: string };
export type FactDraft = { [K in FactKind]: DraftOf<K> }[FactKind];
