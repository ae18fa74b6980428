import type { z } from 'zod';
import { isMoment } from './isMoment';
import { isUlid, ULID } from './isUlid';

/** Says true only where the schema would take the value and give it back as it is. */
export type Plain = (value: unknown) => boolean;

/**
 * A quick look before a schema: most of a file is sound, and needs neither a copy nor a list of faults. Built from the schema itself, so
 * that there is one description of a fact. What it does not understand, and whatever a default or a trim would change, it leaves to
 * the schema.
 *
 * @param schema any schema of this workbook
 * @returns true: the schema would return an equal value; false: ask the schema
 */
export function isPlain(schema: z.ZodType): Plain {
  return plainOf(schema as unknown as z.core.$ZodTypes);
}

const ASK: Plain = () => false;
/** Types whose base looks at a range: of the value, or of its length. */
const RANGED: ReadonlySet<string> = new Set(['string', 'number', 'array']);

/** What is asked of a field: a range of the number or of the length, and whatever else there is. */
interface Checks {
  least: number;
  most: number;
  readonly others: Plain[];
}

function plainOf(schema: z.core.$ZodTypes): Plain {
  const checks = checksOf(schema);
  const base = checks && baseOf(schema._zod.def, checks);
  // A range is looked at where the base does; of another type it is not understood.
  const bounded = checks !== null && (checks.least > -Infinity || checks.most < Infinity);
  if (!base || (bounded && !RANGED.has(schema._zod.def.type))) return ASK;
  // A file has a million fields: one look each, by however many checks they are described.
  const [only, ...more] = checks.others;
  if (!only) return base;
  if (more.length === 0) return (value) => base(value) && only(value);
  return (value) => base(value) && checks.others.every((check) => check(value));
}

function baseOf(def: z.core.$ZodTypes['_zod']['def'], { least, most }: Checks): Plain | null {
  switch (def.type) {
    case 'string':
      return (value) => typeof value === 'string' && value.length >= least && value.length <= most;
    case 'number': {
      // No number of a file is infinite, or none.
      const low = Math.max(least, -Number.MAX_VALUE);
      const high = Math.min(most, Number.MAX_VALUE);
      return (value) => typeof value === 'number' && value >= low && value <= high;
    }
    case 'boolean':
      return (value) => typeof value === 'boolean';
    case 'literal':
      return oneOf(def.values);
    case 'enum':
      return oneOf(Object.values(def.entries));
    case 'nullable': {
      const inner = inside(def.innerType);
      return (value) => value === null || inner(value);
    }
    // Where it is absent, the schema decides what stands there.
    case 'optional':
    case 'default':
    case 'prefault':
      return inside(def.innerType);
    case 'array': {
      const each = inside(def.element);
      return (value) => {
        if (!Array.isArray(value) || value.length < least || value.length > most) return false;
        for (const item of value as readonly unknown[]) if (!each(item)) return false;
        return true;
      };
    }
    case 'tuple': {
      const items = def.items.map((item) => inside(item));
      if (def.rest) return null;
      return (value) =>
        Array.isArray(value) && value.length === items.length && items.every((item, i) => item(value[i]));
    }
    case 'object':
      return objectOf(def);
    case 'union':
      return unionOf(def);
    default:
      return null;
  }
}

function oneOf(values: readonly unknown[]): Plain {
  const [only] = values;
  if (values.length === 1) return (value) => value === only;
  const allowed = new Set(values);
  return (value) => allowed.has(value);
}

const inside = (schema: z.core.$ZodType): Plain => plainOf(schema as z.core.$ZodTypes);

interface Field {
  readonly plain: Plain;
  readonly needed: boolean;
}

/** A strict object of known fields, each with its own check; fields that may be absent are counted apart. */
function objectOf(def: z.core.$ZodObjectDef): Plain | null {
  if (def.catchall?._zod.def.type !== 'never') return null;
  const fields = new Map<string, Field>();
  let needed = 0;
  for (const [key, schema] of Object.entries(def.shape)) {
    const own = schema as z.core.$ZodTypes;
    const isNeeded = own._zod.def.type !== 'optional';
    if (isNeeded) needed += 1;
    fields.set(key, { plain: inside(own), needed: isNeeded });
  }
  // Entries of a kind mostly name the same fields in the same order as the one before: then none has to be looked up.
  const keys: string[] = [];
  const inOrder: Field[] = [];
  return (value) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
    let found = 0;
    let i = 0;
    for (const key in value) {
      if (keys[i] !== key) {
        const field = fields.get(key);
        if (!field) return false;
        keys[i] = key;
        inOrder[i] = field;
      }
      const field = inOrder[i]!;
      if (!field.plain((value as Record<string, unknown>)[key])) return false;
      if (field.needed) found += 1;
      i += 1;
    }
    return found === needed;
  };
}

function unionOf(def: z.core.$ZodUnionDef): Plain | null {
  const discriminator = 'discriminator' in def ? def.discriminator : null;
  if (typeof discriminator !== 'string') return null;
  const byValue = new Map<unknown, Plain>();
  for (const option of def.options) {
    const plain = inside(option);
    for (const value of option._zod.propValues?.[discriminator] ?? []) byValue.set(value, plain);
  }
  return (value) => {
    if (typeof value !== 'object' || value === null) return false;
    const plain = byValue.get((value as Record<string, unknown>)[discriminator]);
    return plain !== undefined && plain(value);
  };
}

/** null where a check is of a kind that is not known here. */
function checksOf(schema: z.core.$ZodTypes): Checks | null {
  const { def } = schema._zod;
  const all = [...(def.checks ?? [])] as z.core.$ZodChecks[];
  // A format may be the schema itself.
  if ('check' in def) all.unshift(schema as unknown as z.core.$ZodChecks);
  const checks: Checks = { least: -Infinity, most: Infinity, others: [] };
  return all.every((check) => addCheck(checks, check._zod.def)) ? checks : null;
}

/** @returns false where it is of a kind that is not known here */
function addCheck(checks: Checks, def: z.core.$ZodChecks['_zod']['def']): boolean {
  const least = (value: number): void => void (checks.least = Math.max(checks.least, value));
  const most = (value: number): void => void (checks.most = Math.min(checks.most, value));
  switch (def.check) {
    case 'min_length':
      least(def.minimum);
      return true;
    case 'max_length':
      most(def.maximum);
      return true;
    case 'greater_than': {
      const bound = def.value as number;
      if (def.inclusive) least(bound);
      else checks.others.push((value) => (value as number) > bound);
      return true;
    }
    case 'less_than': {
      const bound = def.value as number;
      if (def.inclusive) most(bound);
      else checks.others.push((value) => (value as number) < bound);
      return true;
    }
    case 'number_format':
      if (def.format === 'safeint') checks.others.push(Number.isSafeInteger);
      return def.format === 'safeint';
    case 'overwrite':
      // What a trim would change is left to it.
      checks.others.push((value) => def.tx(value) === value);
      return true;
    case 'string_format': {
      const { pattern } = def;
      if (!pattern || pattern.global || pattern.sticky) return false;
      if (pattern.source === ULID.source) checks.others.push((value) => isUlid(value as string));
      else if (def.format === 'datetime')
        checks.others.push((value) => isMoment(value as string) || pattern.test(value as string));
      else checks.others.push((value) => pattern.test(value as string));
      return true;
    }
    default:
      return false;
  }
}
