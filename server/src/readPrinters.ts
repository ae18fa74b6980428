import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { faultWords } from '@hiraeth/core/workbook';
import type { BridgedPrinter } from './bridge';

const printersSchema = z
  .array(
    z.strictObject({
      id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens'),
      name: z.string().min(1).max(80),
      uri: z
        .string()
        .regex(/^ipp:\/\/[^\s/?#]+(\/[^\s?#]*)?$/, 'an address such as ipp://192.168.1.40/ipp/print')
        .refine(isAddress, 'an address and a port that exist, such as ipp://192.168.1.40:631/ipp/print'),
    }),
  )
  .max(20);

/** A host and, where one is named, a port that can be. */
function isAddress(uri: string): boolean {
  const plain = uri.replace(/^ipp:/, 'http:');
  if (!URL.canParse(plain)) return false;
  const { hostname, port, username, password } = new URL(plain);
  return hostname !== '' && port !== '0' && username === '' && password === '';
}

/**
 * The printers that the owner of this server allows it to ask, from a JSON file.
 *
 * @param path of the file; undefined for none
 * @throws Error with words that say what is wrong with the file
 */
export function readPrinters(path: string | undefined): BridgedPrinter[] {
  if (path === undefined || path === '') return [];
  let raw: unknown;
  try {
    raw = JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    throw new Error(
      `The list of printers ${path} cannot be read: ${error instanceof Error ? error.message : String(error)}`,
      { cause: error },
    );
  }
  const parsed = printersSchema.safeParse(raw);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  throw new Error(
    `The list of printers ${path} is wrong at ${issue.path.join('.') || 'its top'}: it ${faultWords(issue, raw)}.`,
  );
}
