import { z } from 'zod';

const token = z.string().regex(/^[A-Za-z0-9_-]{20,64}$/);
const proof = z.string().regex(/^[0-9a-f]{64}$/);

/** The first word of a connection, and what the room's owner may say; all else is sealed, and passed on unread. */
const controlSchema = z.discriminatedUnion('type', [
  /** Opens a room, or comes back to it: `owner` is its secret, `members` whom it knows already, by their proofs. */
  z.strictObject({
    type: z.literal('open'),
    device: token,
    owner: token,
    members: z.array(z.strictObject({ device: token, proof })).max(32),
  }),
  /** A code that lets one device in, by its proof. */
  z.strictObject({ type: z.literal('invite'), proof }),
  /** With a code once; from then on with the secret that it said then. */
  z.strictObject({ type: z.literal('join'), device: token, secret: token, code: token.optional() }),
  z.strictObject({ type: z.literal('door'), device: token }),
]);
export type Control = z.infer<typeof controlSchema>;

/** What was said, where it is one of these; a longer word is none. */
export function readControl(data: Buffer): Control | null {
  if (data.length > 8192) return null;
  try {
    return controlSchema.safeParse(JSON.parse(data.toString('utf8'))).data ?? null;
  } catch {
    return null;
  }
}
