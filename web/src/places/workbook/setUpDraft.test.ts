import { expect, test } from '@jest/globals';
import { checkFact, CONSTRUCTIONS, factSchema, Ledger, makeStamp } from '@hiraeth/core';
import { setUpEntities, typeOf, type SetUpInput } from './setUpDraft';

const input: SetUpInput = {
  name: 'Studio',
  feed: 'stationary',
  inkClass: 'pigment',
  channels: ['cyan', 'magenta'].map((shade) => ({
    shades: [shade],
    original: { priceMinor: 4750, nominalMl: 54, usableMl: 46 },
  })),
  construction: 'compartmentTank',
  variant: 'standard',
  emptyG: null,
  fullG: null,
  maxG: null,
  capacityMl: null,
  boxMm: null,
  sets: 2,
  initial: 'unknown',
  chip: 'resetter',
  chipMl: 54,
  scale: { capacityG: 200, resolutionG: 0.01 },
  syringeMl: 20,
};
let next = 0;
const newId = (kind: string): string => `${kind}-${(next += 1)}`;
const kinds = (entities: readonly { entity: string }[]): Record<string, number> =>
  entities.reduce<Record<string, number>>(
    (count, { entity }) => ({ ...count, [entity]: (count[entity] ?? 0) + 1 }),
    {},
  );

test.each(
  CONSTRUCTIONS.flatMap((construction) =>
    (['starter', 'standard', 'large'] as const).map((variant) => [construction, variant] as const),
  ),
)('%s, %s: everything that a new printer brings is valid and passes its checks', (construction, variant) => {
  const ledger = new Ledger();
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  const entities = setUpEntities({ ...input, construction, variant }, ledger, newId);
  for (const fact of stamp(entities.map((entity) => ({ kind: 'defined', entity })))) {
    const parsed = factSchema.safeParse(fact);
    expect(parsed.error?.issues).toBeUndefined();
    expect(checkFact(ledger, parsed.data!, Date.parse('2026-03-02T00:00:00Z'))).toEqual([]);
    ledger.add([parsed.data!]);
  }
  expect(kinds(entities)).toMatchObject({
    settings: 1,
    printer: 1,
    cartridgeType: 1,
    cartridge: 4,
    scale: 1,
    syringe: 1,
  });
});

test('a second printer brings no second scale, subjects or settings; sets are labelled A and B', () => {
  const ledger = new Ledger();
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  const first = setUpEntities(input, ledger, newId);
  ledger.add(stamp(first.map((entity) => ({ kind: 'defined', entity }))));
  const labels = first.flatMap((entity) => (entity.entity === 'cartridge' ? [entity.label] : []));
  expect(labels).toEqual(['Cyan A', 'Magenta A', 'Cyan B', 'Magenta B']);
  const second = setUpEntities(
    { ...input, name: 'Other', scale: null, syringeMl: null, sets: 1, chip: 'none', chipMl: null },
    ledger,
    newId,
  );
  expect(kinds(second)).toEqual({ printer: 1, cartridgeType: 1, cartridge: 2 });
  expect(second.find((entity) => entity.entity === 'cartridge')).toMatchObject({
    label: 'Cyan',
    set: '',
    chip: null,
  });
});

test('shades that share a body: one slot, one cartridge with a chamber for each, a type of its own; all at home in their printer', () => {
  const together = setUpEntities(
    {
      ...input,
      construction: 'integratedHead',
      channels: [['photo black'], ['cyan', 'magenta', 'yellow']].map((shades) => ({
        shades,
        original: null,
      })),
      sets: 1,
    },
    new Ledger(),
    newId,
  );
  expect(kinds(together)).toMatchObject({ cartridgeType: 2, cartridge: 2 });
  const printer = together.find((entity) => entity.entity === 'printer')!;
  const types = together.filter((entity) => entity.entity === 'cartridgeType');
  const colour = together.find((entity) => entity.entity === 'cartridge' && entity.shades.length === 3);
  expect(colour).toMatchObject({
    label: 'Colour',
    shades: ['cyan', 'magenta', 'yellow'],
    printerId: printer.id,
    typeId: types.find((type) => type.chambers === 3)!.id,
  });
});

test('weighed masses beat the ready ones; an unknown cartridge is weighed and measured', () => {
  expect(typeOf(input).emptyG.u).toBe(0.35);
  expect(typeOf({ ...input, emptyG: 41.58, fullG: 90.9 })).toMatchObject({
    emptyG: { value: 41.58, u: 0.05 },
    fullG: 90.9,
  });
  expect(typeOf({ ...input, fullG: 99 }).maxG).toBeGreaterThanOrEqual(99);
  const unknown = typeOf({ ...input, variant: 'own', emptyG: 41.6, fullG: 91.6 });
  expect(unknown).toMatchObject({ variant: 'own', capacityMl: 46.9 });
  const measured = typeOf({ ...input, variant: 'own', emptyG: 12, boxMm: [60, 15, 40] });
  expect(measured.capacityMl).toBeGreaterThan(15);
  expect(measured.bodyHeightMm).toBe(40);
});
