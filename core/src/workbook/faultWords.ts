import type { z } from 'zod';

const EXPECTED: ReadonlyMap<string, string> = new Map([
  ['string', 'a text'],
  ['number', 'a number'],
  ['int', 'a whole number'],
  ['boolean', 'true or false'],
  ['array', 'a list'],
  ['object', 'a group of fields in { }'],
  ['record', 'a group of fields in { }'],
]);

/** So many of the values that a field may have are named. */
const MOST_NAMED = 8;

/** What zod says where the schema has no words of its own. */
const ITS_OWN = /^(Invalid|Too|Unrecognized)/;

/**
 * What is wrong with one field of a file, for whoever edits it.
 *
 * @param issue by a schema
 * @param whole what the schema was given
 * @returns half a sentence that follows the field's name
 */
export function faultWords(issue: z.core.$ZodIssue, whole: unknown): string {
  const { path, message } = issue;
  if (valueAt(whole, path) === undefined && issue.code !== 'unrecognized_keys') return 'is missing';
  if (!ITS_OWN.test(message)) return `has to be ${message}`;
  switch (issue.code) {
    case 'invalid_type':
      return `has to be ${EXPECTED.get(issue.expected) ?? issue.expected}`;
    case 'too_small':
      return sized(issue.origin, issue.inclusive === false ? 'more than' : 'at least', issue.minimum);
    case 'too_big':
      return sized(issue.origin, issue.inclusive === false ? 'less than' : 'at most', issue.maximum);
    case 'invalid_value':
      return issue.values.length > MOST_NAMED
        ? 'is none of the words that this version knows there'
        : `has to be ${issue.values.map(String).join(' or ')}`;
    case 'unrecognized_keys':
      return `has what this version does not know: ${issue.keys.join(', ')}`;
    case 'invalid_union':
      // Without a list of all kinds that are known.
      return path.at(-1) === 'kind' || path.at(-1) === 'entity'
        ? 'this version knows nothing of that kind'
        : 'has none of the forms that are known';
    default:
      return `is not as it should be (${message})`;
  }
}

function valueAt(whole: unknown, path: readonly PropertyKey[]): unknown {
  let value = whole;
  for (const part of path)
    value =
      typeof value === 'object' && value !== null && Object.hasOwn(value, part)
        ? (value as Record<PropertyKey, unknown>)[part]
        : undefined;
  return value;
}

/** A text and a list are measured by their length. */
function sized(origin: string, than: string, bound: number | bigint): string {
  const of = origin === 'string' ? 'letter' : origin === 'array' || origin === 'set' ? 'item' : null;
  return of === null
    ? `has to be ${than} ${bound}`
    : `has to have ${than} ${bound} ${of}${bound == 1 ? '' : 's'}`;
}
