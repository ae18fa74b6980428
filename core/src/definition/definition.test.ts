import { describe, expect, test } from '@jest/globals';
import { z } from 'zod';
import { ENTITIES, TYPE } from '../testing';
import { entitySchema } from '../workbook';
import { DEFINITION_FIELDS, emptyMeans, entityBounds, fieldAt, labelOf } from '.';

/** What no person says in a form, and where it is said instead. */
const SAID_ELSEWHERE: Readonly<Record<string, RegExp>> = {
  'identity, never changed': /\.(entity|id|slotId)$|^\w+\.id$/,
  'follows from its construction when it is set up': /^cartridgeType\.(variant|sections\.\*\.reachedBy)/,
  'what kind of tool it is, chosen when it is added': /^tool\.tool$/,
  'kept where a size is picked': /^settings\.sizes\./,
  'chosen in Plan': /^printer\.(policy|doseEveryDays)/,
  'taught by pointing at a check': /^printer\.checkLayout/,
  'found with a known content, where the gauge is read': /^printer\.sensors/,
  'what another printer was taught, with a shared set-up': /^printer\.draws\.channels/,
  'connected under Workbook': /^printer\.bridge/,
};

interface Leaf {
  readonly path: string;
  readonly type: 'text' | 'number' | 'flag' | 'figure' | readonly string[];
}

/** Every value that a schema keeps, by its path. */
function leavesOf(schema: z.core.$ZodType, path: string): Leaf[] {
  if (
    schema instanceof z.ZodOptional ||
    schema instanceof z.ZodNullable ||
    schema instanceof z.ZodDefault ||
    schema instanceof z.ZodPrefault
  )
    return leavesOf(schema.unwrap(), path);
  if (schema instanceof z.ZodArray) return leavesOf(schema.element, `${path}.*`);
  if (schema instanceof z.ZodObject) {
    const keys = Object.keys(schema.shape);
    if (keys.join() === 'value,u') return [{ path, type: 'figure' }];
    return Object.entries(schema.shape).flatMap(([key, part]) =>
      leavesOf(part as z.core.$ZodType, path === '' ? key : `${path}.${key}`),
    );
  }
  if (schema instanceof z.ZodEnum) return [{ path, type: schema.options.map(String) }];
  if (schema instanceof z.ZodNumber) return [{ path, type: 'number' }];
  return [{ path, type: schema instanceof z.ZodBoolean ? 'flag' : 'text' }];
}
const KINDS = entitySchema.options.map(
  (schema) => [schema.shape.entity.value, leavesOf(schema, '')] as const,
);

describe.each(KINDS)('%s', (kind, leaves) => {
  test('whatever the workbook reckons with of it can be said and put right, or is said elsewhere', () => {
    const mute = leaves
      .map(({ path }) => path)
      .filter((path) => fieldAt(kind, path.replace(/(\.steps)\.\*$/, '$1')) === null)
      .filter((path) => !Object.values(SAID_ELSEWHERE).some((rule) => rule.test(`${kind}.${path}`)));
    expect(mute).toEqual([]);
  });

  test('a field is what its schema keeps: a choice offers all of its codes and no other', () => {
    for (const [path, field] of Object.entries(DEFINITION_FIELDS[kind])) {
      const { type } = leaves.find((leaf) => leaf.path === path || leaf.path === `${path}.*`)!;
      const as =
        typeof type !== 'string'
          ? ['choice']
          : {
              text: ['text', 'thing', 'choice'],
              number: ['number', 'money', 'shares'],
              flag: ['flag'],
              figure: ['figure'],
            }[type];
      expect([path, as.includes(field.as)]).toEqual([path, true]);
      if (typeof type !== 'string')
        expect([path, Object.keys(field.names!).sort()]).toEqual([path, [...type].sort()]);
      expect(field.label).toMatch(/^\S.*\S$/);
    }
  });
});

test('no two fields of a thing have one name: a message that names one says which', () => {
  for (const [kind] of KINDS) {
    const labels = Object.keys(DEFINITION_FIELDS[kind]).map((path) => labelOf(kind, path));
    expect(labels.filter((label, i) => labels.indexOf(label) !== i)).toEqual([]);
  }
});

test('what stands in the test rooms is what such things have', () => {
  for (const entity of ENTITIES) expect(entityBounds(entity)).toEqual([]);
});

// A decimal mark that slipped costs a ruined cartridge: 5.31 typed as 531 is asked for again, the edge itself is not.
test.each([
  ['fullG', 5000, true],
  ['fullG', 5000.01, false],
  ['fullG', 0.5, true],
  ['fullG', 0.49, false],
  ['capacityMl', 4000, true],
  ['capacityMl', 4001, false],
  ['reserveMl', 0, true],
] as const)('%s of %d is taken: %s', (path, value, taken) => {
  const [bound] = entityBounds({ ...TYPE, [path]: value });
  expect(bound).toEqual(
    taken
      ? undefined
      : expect.objectContaining({ path, value, label: fieldAt('cartridgeType', path)!.label }),
  );
});

test('a figure is held to its bounds, and its uncertainty to its own', () => {
  const odd = entityBounds({ ...TYPE, emptyG: { value: 0.4, u: 501 } });
  expect(odd.map(({ path, label, most }) => [path, label, most])).toEqual([
    ['emptyG.value', 'Empty and dry', 5000],
    ['emptyG.u', 'Empty and dry, its ±', 500],
  ]);
});

test.each([
  ['cartridge', 'targetG', 'null', null],
  ['cartridge', 'label', 'needed', null],
  ['cartridge', 'emptyG.value', 'needed', 'emptyG null'],
  ['cartridge', 'headEmptyG.u', 'needed', 'headEmptyG absent'],
  ['cartridge', 'chip.volumeMl', 'null', 'chip null'],
  ['cartridge', 'chip.off', 'absent', 'chip null'],
  ['cartridgeType', 'headPart.emptyG.value', 'needed', 'headPart absent'],
  ['printer', 'slots.2.original.priceMinor', 'needed', 'slots.2.original null'],
  ['printer', 'slots.*.name', 'needed', null],
  ['printer', 'gauge.switchOff.offered', 'needed', null],
  ['bottle', 'priceMinor', 'null', null],
  ['settings', 'taxPercent', 'absent', null],
] as const)('%s: an empty %s is %s, within %s', (kind, path, empty, within) => {
  const means = emptyMeans(kind, path);
  expect(means.empty).toBe(empty);
  expect(means.within && `${means.within.path} ${means.within.empty}`).toBe(within);
});

test('a path that no definition has is a mistake, not an empty label', () => {
  expect(() => labelOf('ink', 'colour')).toThrow(RangeError);
  expect(() => emptyMeans('ink', 'density.colour')).toThrow(RangeError);
});
