import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { factSchema, makeStamp, typePreset, type Entity } from '@hiraeth/core/workbook';
import { find } from '@hiraeth/core/ledger';
import { cartridge, ENTITIES, PRINTER, script, setUp, TYPE } from '@hiraeth/core/testing';
import { renderApp } from '../testing/renderApp';
import { EntityEditor } from './EntityEditor';
import { fieldsOf } from './entityFields';

const room = script(setUp);
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
  const full = screen.getByLabelText('Full mass, g');
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

test('every field of every kind has a label, and its place in the entity', () => {
  for (const entity of ENTITIES) {
    const fields = fieldsOf(entity, { printers: [PRINTER], types: [TYPE], subjects: [], papers: [] });
    expect(new Set(fields.map((field) => field.path)).size).toBe(fields.length);
    for (const field of fields) {
      expect(field.label).toMatch(/\S/);
      if (field.as === 'choice') expect(field.choices!.length).toBeGreaterThan(0);
    }
  }
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
