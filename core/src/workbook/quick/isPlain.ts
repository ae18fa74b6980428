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

function plainOf(schema: z.core.$ZodTypes): Plain {
  const { def } = schema._zod;
  const base = baseOf(def);
  const checks = checksOf(schema);
  if (!base || !checks) return ASK;
  return checks.reduce<Plain>((before, check) => (value) => before(value) && check(value), base);
}

function baseOf(def: z.core.$ZodTypes['_zod']['def']): Plain | null {
  switch (def.type) {
    case 'string':
      return (value) => typeof value === 'string';
    case 'number':
      return (value) => typeof value === 'number' && Number.isFinite(value);
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
      return (value) => Array.isArray(value) && value.every((item) => each(item));
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
function checksOf(schema: z.core.$ZodTypes): Plain[] | null {
  const { def } = schema._zod;
  const all = [...(def.checks ?? [])] as z.core.$ZodChecks[];
  // A format may be the schema itself.
  if ('check' in def) all.unshift(schema as unknown as z.core.$ZodChecks);
  const out: Plain[] = [];
  for (const check of all) {
    const one = checkOf(check._zod.def);
    if (!one) return null;
    out.push(one);
  }
  return out;
}

function checkOf(def: z.core.$ZodChecks['_zod']['def']): Plain | null {
  switch (def.check) {
    case 'min_length': {
      const { minimum } = def;
      return (value) => (value as string | readonly unknown[]).length >= minimum;
    }
    case 'max_length': {
      const { maximum } = def;
      return (value) => (value as string | readonly unknown[]).length <= maximum;
    }
    case 'greater_than': {
      const least = def.value as number;
      return def.inclusive ? (value) => (value as number) >= least : (value) => (value as number) > least;
    }
    case 'less_than': {
      const most = def.value as number;
      return def.inclusive ? (value) => (value as number) <= most : (value) => (value as number) < most;
    }
    case 'number_format':
      return def.format === 'safeint' ? Number.isSafeInteger : null;
    case 'overwrite': {
      // What a trim would change is left to it.
      return (value) => def.tx(value) === value;
    }
    case 'string_format': {
      const { pattern } = def;
      if (!pattern || pattern.global || pattern.sticky) return null;
      if (pattern.source === ULID.source) return (value) => isUlid(value as string);
      const fits: Plain = (value) => pattern.test(value as string);
      return def.format === 'datetime' ? (value) => isMoment(value as string) || fits(value) : fits;
    }
    default:
      return null;
  }
}
