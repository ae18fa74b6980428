import { expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { print, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import { Log } from './Log';

const [wrong, ...rest] = script([weigh('cyan', 63.42), print(2)], '2026-03-02T10:00:00.000Z');
const facts = [
  ...script(setUp),
  wrong!,
  ...rest,
  ...script([{ kind: 'voided', factId: wrong!.id, reason: 'another one' }], '2026-03-05T10:00:00.000Z'),
];
const shown = (): string[] =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => row.querySelectorAll('td')[1]!.textContent);

test('what was taken back is named on the day of its taking back, and found by its own words', async () => {
  const { user } = await renderApp(<Log />, facts, undefined, '/workbook/log?day=2026-03-05');
  expect(shown()).toEqual([expect.stringMatching(/^Took back: .*cyan/i)]);
  await user.clear(screen.getByLabelText('Of this day'));
  await user.type(screen.getByLabelText('Find in the entries'), '63.42 cyan');
  expect(shown()).toEqual([expect.stringMatching(/^Took back: /), expect.stringMatching(/63\.42/)]);
  expect(screen.getByRole('status')).toHaveTextContent(`2 of ${facts.length} entries`);
});
