import { quantityKind, valueAt } from '@hiraeth/core/definition';
import { parseMoney, parseQuantity } from '@hiraeth/core/quantity';
import type { Entity } from '@hiraeth/core/workbook';
import { explain } from '@hiraeth/core/words';
import type { FieldSpec } from './fieldsOf';
import { putAt } from './putAt';

/** A thing as it was typed, and what is wrong with it by field. */
export interface ReadBack {
  readonly next: Entity;
  readonly problems: Readonly<Record<string, string>>;
}

/**
 * A thing's fields read back as a new version of it. A part that may be left out as a whole is left out where nothing of it is
 * typed, and asked for whole where something is.
 *
 * @param typed what stands in its fields, nested as their paths say
 */
export function readBack(
  entity: Entity,
  fields: readonly FieldSpec[],
  typed: unknown,
  currency: string,
): ReadBack {
  const next = structuredClone(entity) as unknown as Record<string, unknown>;
  const problems: Record<string, string> = {};
  const parts = new Map<string, { begun: boolean; empty: 'null' | 'absent'; missing: string[] }>();
  for (const spec of fields) {
    const { path, within, empty, field, usual } = spec;
    const raw = valueAt(typed, path);
    const isBlank = raw === false || (typeof raw === 'string' && raw.trim() === '');
    const part = within && (parts.get(within.path) ?? { begun: false, empty: within.empty, missing: [] });
    if (within && part) parts.set(within.path, { ...part, begun: part.begun || !isBlank });
    if (!isBlank) {
      const read = readField(spec, raw, currency);
      if (read.ok) putAt(next, path, read.value);
      else problems[path] = read.words;
    } else if (usual !== undefined && isFilled(valueAt(typed, path.replace(/\.u$/, '.value'))))
      putAt(next, path, usual);
    else if (empty !== 'needed') clear(next, path, empty);
    else if (field.as === 'flag') putAt(next, path, false);
    else if (part) part.missing.push(path);
    else if (field.as === 'shares') putAt(next, path, []);
    else if (field.as === 'text') putAt(next, path, '');
    else problems[path] = spec.choices ? 'Choose one of the list.' : explain({ code: 'empty' });
  }
  for (const [path, { begun, empty, missing }] of parts)
    if (!begun) clear(next, path, empty);
    else for (const field of missing.slice(0, 1)) problems[field] = 'Fill in all of these, or none.';
  return { next: next as unknown as Entity, problems };
}

const isFilled = (typed: unknown): boolean => typeof typed === 'string' && typed.trim() !== '';

/** Leaves it as the schema says that nothing is kept; one that was kept as nothing stays so. */
function clear(whole: Record<string, unknown>, path: string, empty: 'null' | 'absent'): void {
  if (valueAt(whole, path) !== null) putAt(whole, path, empty === 'null' ? null : undefined);
}

type Read = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly words: string };

/** What was typed into one field, as it is kept. */
function readField({ field, choices }: FieldSpec, raw: unknown, currency: string): Read {
  if (typeof raw !== 'string') return { ok: true, value: raw };
  const text = raw.trim();
  if (choices)
    return choices.some(({ value }) => value === raw)
      ? { ok: true, value: raw }
      : {
          ok: false,
          words: 'Choose one of the list: what stood here is not in the workbook any more.',
        };
  if (field.as === 'text') return { ok: true, value: text };
  if (field.as === 'money') {
    const read = parseMoney(text, currency);
    return read.ok ? read : { ok: false, words: explain(read.problem) };
  }
  // A comma before a blank parts two; one between digits is a decimal mark.
  const written =
    field.as === 'shares'
      ? text
          .replace(/%/g, ' ')
          .split(/,\s|[;\s]+/)
          .filter(Boolean)
      : [text];
  const kind = field.as === 'shares' ? 'percent' : quantityKind(field);
  const per = field.as === 'shares' || field.unit === 'share' ? 100 : 1;
  const read = written.map((one) => parseQuantity(one, kind));
  for (const one of read) if (!one.ok) return { ok: false, words: explain(one.problem) };
  const values = read.flatMap((one) => (one.ok ? [one.value.value / per] : []));
  if (per === 100 && values.some((share) => share < 0 || share > 1))
    return { ok: false, words: 'Enter a share from 0 to 100 %.' };
  return { ok: true, value: field.as === 'shares' ? values : values[0] };
}
