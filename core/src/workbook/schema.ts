import { z } from 'zod';
import { carriedOver } from './carriedOver';
import { amount, id, instant, minor, name, portState, share, text, uncertain } from './fields';
import { ULID } from './quick';
import {
  BECAUSE,
  CHECK_AFTER,
  CHECK_LIGHTS,
  CLEANING_LEVELS,
  FATES,
  LOOKS,
  MEASURE_CONDITIONS,
  OBSERVERS,
  METHODS,
  OCCASIONS,
  PRINT_KINDS,
  PURCHASES,
  SHADE_CRITERIA,
  SHADE_GRADES,
  SIGNALS,
  WEIGHING_PURPOSES,
  WEIGH_IN_CAUSES,
} from './vocabulary';
import { entitySchema } from './entitySchema';

/** The format's version; a file of a later one is refused with a message that says so. */
export const FORMAT_VERSION = 6;

const labL = z.number().min(-1).max(110);
const labAb = z.number().min(-200).max(200);

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
export type Workbook = z.output<typeof workbookSchema>;
export type Ports = z.output<typeof portState>;

/** A fact without the parts that are stamped on when it is recorded. */
export type DraftOf<K extends FactKind> = Omit<FactOf<K>, 'id' | 'recorded' | 'at'> & { at?: string };
export type FactDraft = { [K in FactKind]: DraftOf<K> }[FactKind];
