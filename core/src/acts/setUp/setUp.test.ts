import { expect, test } from '@jest/globals';
import { checkFact } from '../../check';
import { Ledger } from '../../ledger';
import { CONSTRUCTIONS, entityRule, factSchema, makeStamp, typePreset } from '../../workbook';
import { setUpEntities } from './entities';
import { BODY_INPUT, channelInput, SET_UP_INPUT } from '../../testing';
import type { BodyInput, SetUpInput } from './input';
import { typeOfBody } from './typeOfBody';

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
  const entities = setUpEntities(
    { ...SET_UP_INPUT, bodies: [{ ...BODY_INPUT, construction, variant }] },
    ledger,
    newId,
  );
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
  const first = setUpEntities(SET_UP_INPUT, ledger, newId);
  ledger.add(stamp(first.map((entity) => ({ kind: 'defined', entity }))));
  const labels = first.flatMap((entity) => (entity.entity === 'cartridge' ? [entity.label] : []));
  expect(labels).toEqual(['Cyan A', 'Magenta A', 'Cyan B', 'Magenta B']);
  const second = setUpEntities(
    { ...SET_UP_INPUT, name: 'Other', scale: null, syringeMl: null, sets: 1, chip: 'none', chipMl: null },
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
      ...SET_UP_INPUT,
      bodies: [{ ...BODY_INPUT, construction: 'integratedHead' }],
      channels: [['photo black'], ['cyan', 'magenta', 'yellow']].map((shades) =>
        channelInput(shades, { original: null }),
      ),
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
  // A mass that only its kind tells is known to a fifth.
  expect(typeOfBody(BODY_INPUT).emptyG.u).toBeCloseTo(0.1 * typeOfBody(BODY_INPUT).emptyG.value, 1);
  expect(typeOfBody({ ...BODY_INPUT, emptyG: 41.58, fullG: 90.9 })).toMatchObject({
    emptyG: { value: 41.58, u: 0.05 },
    fullG: 90.9,
  });
  expect(typeOfBody({ ...BODY_INPUT, fullG: 99 }).maxG).toBeGreaterThanOrEqual(99);
  const unknown = typeOfBody({ ...BODY_INPUT, variant: 'own', emptyG: 41.6, fullG: 91.6 });
  expect(unknown).toMatchObject({ variant: 'own', capacityMl: 46.9 });
  const measured = typeOfBody({ ...BODY_INPUT, variant: 'own', emptyG: 12, boxMm: [60, 15, 40] });
  expect(measured.capacityMl).toBeGreaterThan(15);
  expect(measured.bodyHeightMm).toBe(40);
});

test('a two-part body of own masses is weighed as a whole until its head was weighed by itself; no wrong head stands in the way', () => {
  const preset = typePreset('twoPart', 'standard');
  const made = (part: Partial<BodyInput>) => typeOfBody({ ...BODY_INPUT, construction: 'twoPart', ...part });
  expect(made({}).headPart).toEqual(preset.headPart);
  expect(made({ emptyG: preset.emptyG.value, fullG: preset.fullG }).headPart).toEqual(preset.headPart);
  // Lighter than the usual head: those masses are another body's.
  for (const part of [
    { emptyG: 20, fullG: 42 },
    { capacityMl: 25 },
    { variant: 'own' as const, emptyG: 20, fullG: 42 },
  ]) {
    const type = made(part);
    expect(type.headPart ?? null).toBeNull();
    expect(entityRule({ ...type, entity: 'cartridgeType', id: 't', name: 'Own' })).toBeNull();
  }
});

test('no answer of setting up goes unheard: each changes what is written of the printer, its bodies or its tools', () => {
  const written = (part: Partial<SetUpInput>): string => {
    let count = 0;
    const id = (kind: string): string => `${kind}-${(count += 1)}`;
    return JSON.stringify(setUpEntities({ ...SET_UP_INPUT, channels: blacks, ...part }, new Ledger(), id));
  };
  const blacks = [channelInput(['photoBlack']), channelInput(['matteBlack'])];
  const base = written({});
  const answers: Readonly<Record<string, Partial<SetUpInput>>> = {
    name: { name: 'Another' },
    'on the head': { feed: 'carriage' },
    'blacks on one line': { blacksShareLine: true },
    'one set': { sets: 1 },
    'a dry set waits': { waiting: true },
    'drilled, its own cap': { bodies: [{ ...BODY_INPUT, port: 'drill', closure: 'cap' }] },
    'peeled, then pierced': { bodies: [{ ...BODY_INPUT, port: 'peelPierce' }] },
    'a new chip each time': { chip: 'newEachTime' },
    'self-resetting': { chip: 'selfResetting' },
    'left alone': { chip: 'leftAlone' },
    'chip counts 40 ml': { chipMl: 40 },
    steps: { gauge: { display: 'steps', switchOff: null } },
    'cannot be switched off': { gauge: { display: 'percent', switchOff: false } },
    prism: { gauge: { display: 'percent', switchOff: null, prism: true } },
    'no scale': { scale: null },
    'no syringe': { syringeMl: null },
    'an own dry mass': { bodies: [{ ...BODY_INPUT, emptyG: 40 }] },
    'an own maximum': { bodies: [{ ...BODY_INPUT, maxG: 90 }] },
  };
  const unheard = Object.entries(answers).filter(([, part]) => written(part) === base);
  expect(unheard.map(([name]) => name)).toEqual([]);
  // Already off, or planned: another beginning of the chip.
  expect(written({ chip: 'switchedOff', chipOff: 'already' })).not.toBe(
    written({ chip: 'switchedOff', chipOff: 'planned' }),
  );
});
