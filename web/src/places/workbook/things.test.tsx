import { expect, test } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import { all, Ledger } from '@hiraeth/core/ledger';
import { install, print, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import { PrinterPick } from '../../parts/PrinterPick';
import { Rack } from '../rack';
import WorkbookPlace from '.';

const facts = script([
  ...setUp,
  weigh('cyan', 85),
  weigh('magenta', 85),
  weigh('yellow', 85),
  install,
  print(5),
]);

test('a printer that was sold is put out of use with its cartridges, and by one press it is back', async () => {
  const { user, facts: said } = await renderApp(
    <>
      <WorkbookPlace />
      <Rack />
      <PrinterPick />
    </>,
    facts,
    undefined,
    '/workbook/things',
  );
  expect(screen.getByRole('heading', { name: 'Test printer' })).toBeVisible();
  await user.click(screen.getByRole('button', { name: 'Test printer is out of use' }));
  const asked = screen.getByRole('dialog', { name: 'Is Test printer out of use?' });
  expect(within(asked).getByRole('checkbox', { name: 'Its 3 cartridges go with it' })).toBeChecked();
  await user.click(within(asked).getByRole('button', { name: 'Put it out of use' }));
  // Its strips are off the Rack, which says what to do instead.
  expect(await screen.findByText(/No printer is in use/)).toBeVisible();
  expect(screen.queryByRole('heading', { name: 'Test printer' })).toBeNull();
  expect(screen.getByText(/^out of use since .*; 3 channels/)).toBeVisible();
  // A place that would speak of it says so, and leads to where it comes back.
  expect(screen.getByText(/^Test printer is/)).toHaveTextContent('Test printer is out of use.');
  expect(screen.getByRole('link', { name: 'out of use' })).toHaveAttribute('href', '/workbook/things');
  expect(said('retired')).toHaveLength(4);
  await user.click(screen.getByRole('button', { name: 'Test printer is in use again' }));
  expect(await screen.findByRole('heading', { name: 'Test printer' })).toBeVisible();
  expect(said('retired')).toHaveLength(0);
});

test('a scale that broke is out of use by one press, and at hand again by another', async () => {
  const { user, facts: said } = await renderApp(<WorkbookPlace />, facts, undefined, '/workbook/things');
  const name = all(Ledger.from(facts).context, 'scale')[0]!.name;
  await user.click(screen.getByText('Scales'));
  await user.click(screen.getByRole('button', { name: `${name} is out of use` }));
  expect(await screen.findByText(/^out of use since .*; to [\d.]+ g in steps/)).toBeVisible();
  expect(said('retired')).toMatchObject([{ what: 'tool' }]);
  await user.click(screen.getByRole('button', { name: `${name} is in use again` }));
  expect(await screen.findByRole('button', { name: `${name} is out of use` })).toBeVisible();
  expect(said('retired')).toEqual([]);
});
