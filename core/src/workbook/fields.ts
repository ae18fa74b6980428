import { z } from 'zod';

/** Shapes that stand in many entries. */
export const id = z.string().min(1).max(64);
export const text = z.string().max(500);
export const name = z.string().trim().min(1).max(120);
export const amount = z.number().min(0).max(1e6);
export const minor = z.int().min(0).max(1e12);
export const instant = z.iso.datetime({ precision: 3, error: 'a UTC time such as 2026-11-24T09:30:00.000Z' });

/** A value of nature that cannot be negative, with its standard uncertainty. */
export const uncertain = z.strictObject({ value: amount, u: amount });
export const share = z.number().min(0).max(1);
export const days = z.number().min(1).max(365);

export const portState = z.strictObject({
  plug: z.enum(['in', 'out', 'none']).optional(),
  vent: z.enum(['open', 'shut', 'none']).optional(),
  seal: z.enum(['intact', 'pierced', 'none']).optional(),
  keeper: z.enum(['on', 'off', 'none']).optional(),
  /** Tape over the vent of a body that lies on its back. */
  tape: z.enum(['on', 'off', 'none']).optional(),
  primed: z.boolean().optional(),
});
