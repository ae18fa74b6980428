import { z } from 'zod';

const share = z.number().min(0).max(1);
/** The shape of a layout, as a file and as a part of its printer. */
export const checkLayoutSchema = z.strictObject({
  format: z.literal('hiraeth-check-layout'),
  version: z.literal(1),
  name: z.string().min(1).max(120),
  /** Width over height of the frame that the four corners span. */
  aspect: z.number().min(0.1).max(10),
  fields: z
    .array(
      z.strictObject({
        slotId: z.string().min(1).max(64),
        /** The field within the frame, shares of its width and height. */
        x: share,
        y: share,
        width: share.min(0.005),
        height: share.min(0.005),
        /** Lines stand in steps: as many beside each other as there are columns, one under the other in rows. */
        columns: z.int().min(1).max(200),
        rows: z.int().min(1).max(1000),
        /** Light in which this ink is dark; `none`: it cannot be counted in a picture, such as a clear coat. */
        light: z.enum(['red', 'green', 'blue', 'white', 'none']),
      }),
    )
    .min(1)
    .max(16),
});

/** A printer's own nozzle check, taught once: where each channel's lines stand between its four corners. */
export type CheckLayout = z.output<typeof checkLayoutSchema>;
export type LayoutField = CheckLayout['fields'][number];
