import { expect, test } from '@jest/globals';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { install, script, setUp } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import WeighIn from '.';

const room = script([
  ...setUp,
  install,
  { kind: 'retired', what: 'tool', subjectId: 'scale', reason: 'broken' },
]);

test('without a scale the set is looked at: a figure and Enter for each, and the next has the focus', async () => {
  const { user, facts } = await renderApp(<WeighIn />, room);
  const level = (name: string) => screen.getByLabelText(`${name}, level seen, %`);
  await user.type(level('cyan'), '140{Enter}');
  expect(await screen.findByRole('alert')).toHaveTextContent('from 0 to 100 %');
  expect(facts('levelSeen')).toEqual([]);
  await user.clear(level('cyan'));
  await user.type(level('cyan'), '40{Enter}');
  await waitFor(() => expect(facts('levelSeen')).toHaveLength(1));
  await waitFor(() => expect(level('magenta')).toHaveFocus());
  await user.keyboard('62,5 %{Enter}');
  await waitFor(() => expect(facts('levelSeen')).toHaveLength(2));
  expect(facts('levelSeen').map(({ cartridgeId, fraction }) => [cartridgeId, fraction])).toEqual([
    ['cyan', 0.4],
    ['magenta', 0.625],
  ]);
  expect(screen.getByText(/^Next: yellow/)).toBeInTheDocument();
  expect(screen.getByText('looked at').parentElement).toHaveTextContent('2 of 3');
  // They were out for it: what the printer primes afterwards counts.
  await user.click(screen.getByRole('button', { name: /^They are back in/ }));
  await waitFor(() => expect(facts('installed')).toHaveLength(2));
  expect(facts('installed')[1]!.into.map(({ cartridgeId }) => cartridgeId)).toEqual(['cyan', 'magenta']);
  // Whoever weighs on a scale that is not in the workbook may.
  await user.click(screen.getByRole('button', { name: 'By weight all the same' }));
  expect(screen.getByLabelText('cyan, weight in g')).toBeInTheDocument();
});

test('what was looked at is asked of the log: of this sitting it stands after the page was left, of last week it does not', async () => {
  for (const [minutes, done] of [
    [1, '1 of 3'],
    [10_080, '0 of 3'],
  ] as const) {
    const at = new Date(Date.parse('2026-03-10T10:00:00.000Z') - minutes * 60_000).toISOString();
    const seen = script([{ kind: 'levelSeen', cartridgeId: 'cyan', fraction: 0.4, u: 0.05 }], at);
    await renderApp(<WeighIn />, [...room, ...seen]);
    expect(screen.getByText('looked at').parentElement).toHaveTextContent(done);
    cleanup();
  }
});
