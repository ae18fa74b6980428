import type { EntityKind } from '../workbook';
import { cartridgeFields } from './cartridges';
import type { Field } from './field';
import { printerFields } from './printers';
import { roomFields } from './room';

/**
 * Every field of a definition that a person may say, by kind and path, in the order in which it is asked for: its name, unit,
 * choices, help and bounds stand here once, beside the schema that says what is kept. What an empty field means follows from
 * the schema: `emptyMeans`.
 */
export const DEFINITION_FIELDS: Readonly<Record<EntityKind, Readonly<Record<string, Field>>>> = {
  ...printerFields,
  ...cartridgeFields,
  ...roomFields,
};

/** The field that stands at a path of a definition, places in a list being numbers or *; a figure's own too. */
export function fieldAt(kind: EntityKind, path: string): Field | null {
  const key = path.replace(/(?<=^|\.)\d+(?=\.|$)/g, '*');
  return DEFINITION_FIELDS[kind][key] ?? DEFINITION_FIELDS[kind][key.replace(/\.(value|u)$/, '')] ?? null;
}
