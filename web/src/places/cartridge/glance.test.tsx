import { expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { cartridgeView } from '@hiraeth/core/advice';
import { Ledger } from '@hiraeth/core/ledger';
import { cartridge, define, install, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import { Glance } from './Glance';

test.each([
  ['cyan', 'Shake Test printer: 3 of its cartridges'],
  // It stands on the shelf, and no printer takes its shade.
  ['red', 'Shake 2 cartridges that no printer takes'],
])('what is due of %s together with others stands on its own page, too', async (id, words) => {
  const at = '2026-03-15T09:00:00.000Z';
  const facts = script([
    ...setUp,
    ...['cyan', 'magenta', 'yellow'].map((one) => weigh(one, 85)),
    install,
    { kind: 'nozzleChecked', printerId: 'printer', gaps: [] },
    ...['red', 'green'].flatMap((one) => [define(cartridge(one, one)), weigh(one, 85)]),
  ]);
  const view = cartridgeView(Ledger.from(facts), id, at)!;
  await renderApp(<Glance view={view} />, facts, at);
  expect(screen.getByText(words)).toBeVisible();
});
