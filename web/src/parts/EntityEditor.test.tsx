import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { factSchema, makeStamp, typePreset, type Entity } from '@hiraeth/core/workbook';
import { find } from '@hiraeth/core/ledger';
import { cartridge, ENTITIES, PRINTER, script, setUp, TYPE } from '@hiraeth/core/testing';
import { renderApp } from '../testing/renderApp';
import { EntityEditor } from './EntityEditor';

const room = script(setUp);
const BOTTLE = ENTITIES.find((entity) => entity.entity === 'bottle')!;
const open = (entity: Entity) => renderApp(<EntityEditor entity={entity} onClose={() => undefined} />, room);

test.each(
  [...ENTITIES, cartridge('x', 'cyan', { emptyG: null, chip: null })].map(
    (entity) => [entity.entity, entity] as const,
  ),
)('a %s can be opened and saved as it is, unchanged', async (_kind, entity) => {
  const { user, facts } = await open(entity);
  const before = facts('defined').length;
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(facts('defined')).toHaveLength(before + 1));
  const saved = facts('defined').find(
    (fact) => fact.entity.id === entity.id && fact.recorded.startsWith('2026-03-10'),
  )!.entity;
  const stamped = makeStamp({ now: () => 0 }, () => 0.5)([{ kind: 'defined', entity }])[0];
  const whole = factSchema.parse(stamped);
  expect(saved).toEqual(whole.kind === 'defined' ? whole.entity : null);
});

test('masses, percent and money are typed as people type them', async () => {
  const { user, services } = await open(PRINTER);
  const price = screen.getAllByLabelText('Original costs (GBP)')[0]!;
  await user.clear(price);
  await user.type(price, '£51,20');
  const low = screen.getByLabelText('Signals low at, %');
  await user.clear(low);
  await user.type(low, '25 %');
  await user.click(screen.getByLabelText('The offer is lost once it ran dry'));
  await user.selectOptions(screen.getByLabelText('Prime'), 'never');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(find(services.ledger.context, 'printer', 'printer')!.slots[0]!.original!.priceMinor).toBe(5120),
  );
  const printer = find(services.ledger.context, 'printer', 'printer')!;
  expect([printer.gauge.lowAt, printer.gauge.switchOff.lostWhenRunDry, printer.schools.prime]).toEqual([
    0.25,
    false,
    'never',
  ]);
});

test('what cannot be read is said at its field; rules between fields are said too; nothing is saved', async () => {
  const { user, facts } = await open(TYPE);
  const before = facts('defined').length;
  const full = screen.getByLabelText('Full to its line, g');
  await user.clear(full);
  await user.type(full, 'heavy');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText(/“heavy” is not a number/)).toBeInTheDocument();
  await user.clear(full);
  await user.type(full, '20');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText(/must weigh more than an empty one/)).toBeInTheDocument();
  expect(facts('defined')).toHaveLength(before);
});

test('a group that may be left out is left out whole, or filled whole', async () => {
  const { user, services } = await open(cartridge('cyan', 'cyan'));
  const mass = screen.getByLabelText('Own empty mass, g');
  const doubt = screen.getByLabelText('± one standard deviation of it');
  await user.clear(mass);
  await user.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Fill in all of these, or none.')).toBeInTheDocument();
  await user.clear(doubt);
  await user.type(screen.getByLabelText('Own target, g'), '88,5');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(find(services.ledger.context, 'cartridge', 'cyan')!.emptyG).toBeNull());
  expect(find(services.ledger.context, 'cartridge', 'cyan')!.targetG).toBe(88.5);
});

test('what it names that is gone is not guessed: it is asked for', async () => {
  const { user, facts, services } = await open(cartridge('cyan', 'cyan', { typeId: 'gone' }));
  const before = facts('defined').length;
  const type = screen.getByLabelText('Type');
  expect(type).toHaveDisplayValue('choose …');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(type).toHaveAccessibleDescription(/not in the workbook any more/));
  expect(facts('defined')).toHaveLength(before);
  await user.selectOptions(type, TYPE.name);
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(facts('defined')).toHaveLength(before + 1));
  expect(find(services.ledger.context, 'cartridge', 'cyan')!.typeId).toBe(TYPE.id);
});

// What a workbook reckons with and nobody can put right stays wrong for good.
test.each<[string, Entity, readonly (readonly [label: string, typed: string])[], object]>([
  [
    'a bottle whose price nobody knows keeps none',
    { ...BOTTLE, priceMinor: null },
    [['Lot', 'M2']],
    { lot: 'M2', priceMinor: null },
  ],
  ['a bottle of another ink', BOTTLE, [['Ink', 'Ink magenta']], { inkId: 'ink-magenta' }],
  [
    'the steps of a gauge, with decimal commas and blanks',
    PRINTER,
    [
      ['Its gauge shows', 'a few steps for each channel'],
      ['Steps that it can show, %', '100 %, 62,5; 25 0'],
    ],
    { gauge: { display: 'steps', steps: [1, 0.625, 0.25, 0] } },
  ],
  [
    'what a printer does by itself, and a recharge of its lines',
    PRINTER,
    [
      ['What it then does by itself', 'a deep cleaning'],
      ['All lines recharged, ml', '11'],
    ],
    { cleansAt: 'deep', draws: { recharge: { value: 11 } } },
  ],
  [
    'what was in a cartridge when it came',
    cartridge('x', 'cyan'),
    [['When it came into the workbook', 'a part-used original']],
    { initial: 'partUsed' },
  ],
  [
    'a chip where none was said',
    cartridge('x', 'cyan', { chip: null }),
    [['Its chip is', 'left alone']],
    {
      chip: { strategy: 'leftAlone', volumeMl: null, original: false },
    },
  ],
  [
    'where the hole of a body lies that is pierced',
    { ...TYPE, port: 'pierce' },
    [
      ['Its top is long, mm', '61'],
      ['And wide, mm', '20'],
      ['Its hole from the left, mm', '12'],
      ['Its hole from the front, mm', '9,5'],
      ['The hole is wide, mm', '3'],
    ],
    { holeAt: { lengthMm: 61, widthMm: 20, xMm: 12, yMm: 9.5, diameterMm: 3 } },
  ],
])('%s', async (_, entity, typed, kept) => {
  const { user, services } = await open(entity);
  for (const [label, text] of typed) {
    const field = screen.getByLabelText(label);
    if (field instanceof HTMLSelectElement) await user.selectOptions(field, text);
    else {
      await user.clear(field);
      await user.click(field);
      await user.paste(text);
    }
  }
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(find(services.ledger.context, entity.entity, entity.id)).toMatchObject(kept));
});

test('of much only what is asked most is open; what is wrong in a shut part opens it, and has the focus', async () => {
  const { user, facts } = await open(PRINTER);
  const before = facts('defined').length;
  const partOf = (label: string) => screen.getByLabelText(label).closest('details');
  expect([partOf('Name'), partOf('All lines recharged, ml')?.open, partOf('Prime')?.open]).toEqual([
    null,
    false,
    false,
  ]);
  const recharge = screen.getByLabelText('All lines recharged, ml');
  await user.clear(recharge);
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(recharge).toHaveFocus());
  expect(recharge).toHaveAccessibleDescription(/Nothing was typed/);
  expect([partOf('All lines recharged, ml')?.open, partOf('Prime')?.open]).toEqual([true, false]);
  expect(facts('defined')).toHaveLength(before);
});

test.each([
  ['Signals low at, %', '150'],
  ['Steps that it can show, %', '100; 120'],
])('%s: a share of %s is refused in per cent, as it is typed', async (label, text) => {
  const { user, facts } = await open(PRINTER);
  const before = facts('defined').length;
  await user.clear(screen.getByLabelText(label));
  await user.click(screen.getByLabelText(label));
  await user.paste(text);
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(screen.getByLabelText(label)).toHaveAccessibleDescription('Enter a share from 0 to 100 %.'),
  );
  expect(facts('defined')).toHaveLength(before);
});

test('where a hole lies is told whole or not at all', async () => {
  const { user, facts } = await open({ ...TYPE, port: 'drill' });
  const before = facts('defined').length;
  await user.type(screen.getByLabelText('The hole is wide, mm'), '3');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(screen.getByLabelText('Its top is long, mm')).toHaveAccessibleDescription(/all of these, or none/),
  );
  expect(facts('defined')).toHaveLength(before);
});

test('what the schema of a thing refuses is said at its field, and a two-part type has its head’s masses', async () => {
  const { user, facts, services } = await open({
    ...typePreset('twoPart', 'standard'),
    entity: 'cartridgeType',
    id: 'two',
    name: 'Two parts',
  });
  const before = facts('defined').length;
  const holds = screen.getByLabelText('Holds, ml');
  await user.clear(holds);
  await user.type(holds, '0');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(holds).toHaveAccessibleDescription(/0\.1/));
  expect(holds).toHaveFocus();
  expect(facts('defined')).toHaveLength(before);
  await user.clear(holds);
  await user.type(holds, '22');
  const head = screen.getByLabelText('Its head holds, ml');
  await user.clear(head);
  await user.type(head, '2,6');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(facts('defined')).toHaveLength(before + 1));
  expect(find(services.ledger.context, 'cartridgeType', 'two')).toMatchObject({
    capacityMl: 22,
    headPart: { capacityMl: 2.6 },
  });
});

test('a head’s masses are given all or none: none weighs head and tank together, a few are asked for', async () => {
  const { headPart: _, ...weighedWhole } = typePreset('twoPart', 'standard');
  const { user, facts, services } = await open({
    ...weighedWhole,
    entity: 'cartridgeType',
    id: 'two',
    name: 'Two parts',
  });
  const before = facts('defined').length;
  const type = (label: string, text: string) => user.type(screen.getByLabelText(label), text);
  await type('Head alone, empty, g', '21.4');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(screen.getAllByText('Fill in all of these, or none.')).toHaveLength(1));
  expect(facts('defined')).toHaveLength(before);
  await user.type(screen.getAllByLabelText('± one standard deviation of it')[1]!, '0.05');
  await type('Head alone, full, g', '24');
  await type('Head alone, at most, g', '24.6');
  await type('Its head holds, ml', '2.4');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(facts('defined')).toHaveLength(before + 1));
  expect(find(services.ledger.context, 'cartridgeType', 'two')?.headPart).toEqual({
    emptyG: { value: 21.4, u: 0.05 },
    fullG: 24,
    maxG: 24.6,
    capacityMl: 2.4,
  });
});
