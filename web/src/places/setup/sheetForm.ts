import { z } from 'zod';
import { CHIP_STRATEGIES, CONSTRUCTIONS, INK_CLASSES } from '@hiraeth/core/workbook';
import { maybeMoney, maybeQuantity } from '../../parts/formSchema';
import type { BodyInput, SetUpInput } from '@hiraeth/core/acts';

/** Shades that share one body stand in one row. */
export const TOGETHER = ', ';
const DEFAULT_STEP_G = 0.01;

const rowSchema = (currency: string) =>
  z
    .object({
      shade: z.string(),
      price: maybeMoney(currency),
      nominal: maybeQuantity('volume'),
      usable: maybeQuantity('volume'),
    })
    .refine(({ price, nominal }) => price === null || nominal !== null, {
      path: ['nominal'],
      message: 'The original has a price but no volume. Enter its ml.',
    })
    .refine(({ price, nominal, usable }) => price !== null || (nominal === null && usable === null), {
      path: ['price'],
      message: 'The original has a volume but no price. Enter its price, or clear the ml.',
    });

/** A kind of cartridge as it is described on the sheet. */
export const bodySchema = z.object({
  construction: z.enum(CONSTRUCTIONS),
  variant: z.enum(['starter', 'standard', 'large', 'own']),
  emptyG: maybeQuantity('mass'),
  fullG: maybeQuantity('mass'),
  maxG: maybeQuantity('mass'),
  capacityMl: maybeQuantity('volume'),
  length: maybeQuantity('length'),
  width: maybeQuantity('length'),
  height: maybeQuantity('length'),
});

type Body = z.output<typeof bodySchema>;

const boxOf = ({ length, width, height }: Body): BodyInput['boxMm'] =>
  length !== null && width !== null && height !== null ? [length, width, height] : null;

/** The body by its fields. */
export const bodyOfSheet = (body: Body): BodyInput => ({ ...body, boxMm: boxOf(body) });

/** A printer and what belongs to it as they are typed on one sheet, and what they mean. */
export const sheetSchema = (currency: string) =>
  bodySchema
    .extend({
      name: z.string().trim().min(1, 'Give the printer a name.').max(120, 'A name has at most 120 letters.'),
      feed: z.enum(['stationary', 'carriage']),
      inkClass: z.enum(INK_CLASSES),
      rows: z.array(rowSchema(currency)).min(1, 'A printer has at least one channel.'),
      sets: z.enum(['1', '2']),
      initial: z.enum(['empty', 'original', 'unknown']),
      chip: z.enum(CHIP_STRATEGIES),
      chipMl: maybeQuantity('volume'),
      scaleG: maybeQuantity('mass'),
      stepG: maybeQuantity('mass'),
      syringe: maybeQuantity('volume'),
    })
    // Said beside what is wrong in other fields, not after it is mended.
    .refine(({ variant, emptyG }) => variant !== 'own' || typed(emptyG), {
      path: ['emptyG'],
      message: 'Weigh the unknown cartridge empty, and enter that mass.',
      when: () => true,
    })
    .refine((sheet) => sheet.variant !== 'own' || typed(sheet.fullG) || boxOf(sheet) !== null, {
      path: ['fullG'],
      message: 'Weigh it full too, or measure its length, width and height.',
      when: () => true,
    })
    .transform(
      ({ name, feed, inkClass, rows, sets, initial, chip, chipMl, scaleG, stepG, syringe, ...body }) =>
        ({
          name,
          feed,
          channels: rows.map(({ shade, price, nominal, usable }) => ({
            shades: shade.split(TOGETHER),
            inkClass,
            body: 0,
            initial,
            chipIsOriginal: initial === 'original',
            original:
              price !== null && nominal !== null
                ? { priceMinor: price, nominalMl: nominal, usableMl: usable ?? nominal }
                : null,
          })),
          bodies: [bodyOfSheet(body)],
          gauge: { display: 'percent', switchOff: null },
          sets: Number(sets),
          chip,
          chipMl,
          scale: scaleG === null ? null : { capacityG: scaleG, resolutionG: stepG ?? DEFAULT_STEP_G },
          syringeMl: syringe,
        }) satisfies SetUpInput,
    );

/** A field that was read; what could not be read is said by itself. */
const typed = (value: unknown): boolean => value !== null && value !== '';

export type SheetForm = z.input<ReturnType<typeof sheetSchema>>;
