import type { EntityKind } from '../workbook';
import { labelWithUnit } from './field';
import { fieldAt } from './fields';

/**
 * What a field of a definition is called, with the unit that it is typed in.
 *
 * @param path as in its schema, a * for each of a list
 * @throws RangeError where nothing can be said there: a mistake of whoever wrote the path
 * @example labelOf('cartridgeType', 'emptyG') // "Empty and dry, g"
 */
export function labelOf(kind: EntityKind, path: string): string {
  const field = fieldAt(kind, path);
  if (!field) throw new RangeError(`No field ${path} of ${kind}.`);
  return labelWithUnit(field);
}
