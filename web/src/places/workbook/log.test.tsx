import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { print, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import type { Fact } from '@hiraeth/core/workbook';
import { Log } from './Log';
import { SaidApart } from './SaidApart';

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

test('a print that was corrected on two devices stands once, and one press says which of them is right', async () => {
  const begun = script([...setUp, print(5)]);
  const wrong = begun.at(-1)!;
  const corrected = (copies: number, at: string): Fact[] =>
    script(
      [
        { kind: 'voided', factId: wrong.id, reason: 'corrected' },
        { ...print(copies), at: wrong.at, replaces: wrong.id },
      ],
      at,
    );
  const { user, facts } = await renderApp(<SaidApart />, [
    ...begun,
    ...corrected(7, '2026-03-02T10:00:00.000Z'),
    ...corrected(13, '2026-03-02T11:00:00.000Z'),
  ]);
  const copies = () => facts('printed').map((fact) => fact.copies);
  expect(copies()).toEqual([13]);
  expect(screen.getByRole('region', { name: 'Said differently' })).toHaveTextContent(/13 .* counts/);
  await user.click(screen.getByRole('button', { name: 'This one is right' }));
  await waitFor(() => expect(copies()).toEqual([7]));
  expect(screen.queryByRole('region', { name: 'Said differently' })).toBeNull();
});
