import { expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import { fill, script, setUp } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import Inks from '.';

const heavy = (g: number) =>
  fill('cyan', g / 1.11, { beside: { g: { value: g, u: 0.02 }, ml: { value: g / 1.11, u: 0.1 } } });

test('an ink that its fills say is heavier: said beside what is reckoned with, and taken by one press', async () => {
  const { user, facts } = await renderApp(
    <Inks />,
    script([...setUp, heavy(11), heavy(13), heavy(9)]),
    undefined,
    '/inks/densities',
    {},
  );
  const row = (name: RegExp) => within(screen.getByRole('row', { name }));
  expect(row(/Ink cyan/).getByText(/^3 fills: 1\.110 ± 0\.0\d\d, 4\.3 % heavier$/)).toBeInTheDocument();
  // Of an ink that nobody filled from nothing is said.
  expect(row(/Ink magenta/).queryByRole('button', { name: /^Take/ })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Take 1.110 g/ml for Ink cyan' }));
  await waitFor(() => expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull());
  expect(facts('densityMeasured')).toMatchObject([{ inkId: 'ink-cyan', density: { value: 1.11 } }]);
  expect(row(/Ink cyan/).getByText('measured')).toBeInTheDocument();
});
