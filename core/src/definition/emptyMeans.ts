import { z } from 'zod';
import { entitySchema, type EntityKind } from '../workbook';

/** What it means when nothing is typed into a field. */
export interface Emptiness {
  /** Is it kept as nothing, left away, or asked for? */
  readonly empty: 'null' | 'absent' | 'needed';
  /** The part of the definition that it stands in and that may be left out as a whole; null: there is none. */
  readonly within: { readonly path: string; readonly empty: 'null' | 'absent' } | null;
}

/**
 * What an empty field of a definition means, by its schema.
 *
 * @param path as it stands in a definition, or with a * for each of a list
 * @throws RangeError where the schema has no such field
 */
export function emptyMeans(kind: EntityKind, path: string): Emptiness {
  const keys = path.split('.');
  let schema: z.core.$ZodType = schemaOf(kind);
  let own: Emptiness['empty'] = 'needed';
  let within: Emptiness['within'] = null;
  for (const [i, key] of keys.entries()) {
    if (own !== 'needed') within = { path: keys.slice(0, i).join('.'), empty: own };
    const part = partOf(bare(schema).schema, key);
    if (!part) throw new RangeError(`No field ${path} of ${kind}.`);
    ({ schema, empty: own } = bare(part));
  }
  return { empty: own, within };
}

const schemaOf = (kind: EntityKind): z.ZodObject => {
  const found = entitySchema.options.find(({ shape }) => shape.entity.value === kind);
  if (!found) throw new RangeError(`No kind ${kind}.`);
  return found;
};

const partOf = (schema: z.core.$ZodType, key: string): z.core.$ZodType | undefined =>
  schema instanceof z.ZodObject
    ? (schema.shape as Record<string, z.core.$ZodType>)[key]
    : schema instanceof z.ZodArray
      ? schema.element
      : undefined;

/** Without what says that it may be empty, and what that said: of one that may be either, absent says less. */
function bare(schema: z.core.$ZodType): { schema: z.core.$ZodType; empty: Emptiness['empty'] } {
  let inner = schema;
  let empty: Emptiness['empty'] = 'needed';
  for (;;) {
    if (inner instanceof z.ZodOptional) empty = 'absent';
    else if (inner instanceof z.ZodNullable) empty = empty === 'absent' ? empty : 'null';
    else if (!(inner instanceof z.ZodDefault || inner instanceof z.ZodPrefault))
      return { schema: inner, empty };
    inner = inner.unwrap();
  }
}
