import { valueAt } from '@hiraeth/core/definition';
import { minorPerMajor } from '@hiraeth/core/quantity';
import type { Entity } from '@hiraeth/core/workbook';
import type { FieldSpec } from './fieldsOf';
import { putAt } from './putAt';

/** What stands in each field of a thing at first, nested as its path says. */
export function shownAs(
  entity: Entity,
  fields: readonly FieldSpec[],
  currency: string,
): Record<string, unknown> {
  const typed: Record<string, unknown> = {};
  for (const { path, field } of fields) putAt(typed, path, shown(field, valueAt(entity, path), currency));
  return typed;
}

function shown({ as, unit }: FieldSpec['field'], value: unknown, currency: string): string | boolean {
  if (as === 'flag') return value === true;
  if (Array.isArray(value)) return value.map((share) => String(percent(Number(share)))).join('; ');
  if (typeof value !== 'number') return typeof value === 'string' ? value : '';
  if (as === 'money') return String(value / minorPerMajor(currency));
  return String(unit === 'share' ? percent(value) : value);
}

/** Without the last digits that a fraction has in binary. */
const percent = (share: number): number => Number((share * 100).toFixed(6));
