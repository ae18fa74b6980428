import { expect, test } from '@jest/globals';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { fill, install, print, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import type { Fact, FactDraft } from '@hiraeth/core/workbook';
import { bringIn, record } from '../../state/thunks';
import { ClockAhead } from './ClockAhead';
import { Log } from './Log';
import { SaidApart } from './SaidApart';
import { Unfitting } from './Unfitting';

// Rows are drawn that are in sight: here nothing has a size by itself.
for (const side of ['clientHeight', 'clientWidth'])
  Object.defineProperty(HTMLElement.prototype, side, { configurable: true, get: () => 600 });

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
  await user.clear(screen.getByLabelText('Find in the entries'));
  await user.selectOptions(screen.getByLabelText('About'), 'prints, jobs and cleanings');
  expect(shown()).toEqual([expect.stringMatching(/^Printed 2/)]);
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

test('what two devices said that does not fit is shown once, and one press puts back what was taken back', async () => {
  const begun = script(setUp);
  const bottle = begun.find((fact) => fact.kind === 'defined' && fact.entity.id === 'bottle-cyan')!;
  const gone = script([{ kind: 'voided', factId: bottle.id, reason: 'lost' }], '2026-03-02T10:00:00.000Z');
  const { user, store, services } = await renderApp(
    <>
      <Unfitting />
      <ClockAhead />
    </>,
    [...begun, ...gone],
  );
  expect(screen.queryByRole('region')).toBeNull();
  await act(() => store.dispatch(bringIn(script([fill('cyan', 5)], '2026-03-02T09:00:00.000Z'), 'merge')));
  const region = await screen.findByRole('region', { name: 'Does not fit together' });
  expect(region).toHaveTextContent(/Filled cyan with 5\.00.*does not know/);
  await user.click(screen.getByRole('button', { name: 'Put back what was taken back' }));
  await waitFor(() => expect(screen.queryByRole('region')).toBeNull());
  expect(services.ledger.context.entities.has('bottle-cyan')).toBe(true);
});

test('entries of a clock that ran ahead are moved to when they happened, all by as much', async () => {
  const ahead = script([print(4), print(5)], '2031-03-02T09:00:00.000Z');
  const { user, facts } = await renderApp(<ClockAhead />, [...script(setUp), ...ahead]);
  expect(screen.getByRole('region', { name: 'Not happened yet' })).toHaveTextContent(
    '2 entries stand after now',
  );
  const when = screen.getByLabelText('When did that really happen?');
  fireEvent.change(when, { target: { value: '2026-03-02T12:00' } });
  await user.click(screen.getByRole('button', { name: 'Set them right' }));
  await waitFor(() =>
    expect(facts('printed').map(({ at, copies }) => [copies, at])).toEqual([
      [4, new Date('2026-03-02T11:59').toISOString()],
      [5, new Date('2026-03-02T12:00').toISOString()],
    ]),
  );
  expect(screen.queryByRole('region', { name: 'Not happened yet' })).toBeNull();
});

test('what is moved here after a meeting is not said to be another side’s; looked over, nothing is asked', async () => {
  const begun = script([...setUp, install, weigh('cyan', 60)]);
  const { user, store } = await renderApp(<Unfitting />, begun);
  const emptied: FactDraft = {
    kind: 'spilt',
    from: 'bottle',
    subjectId: 'bottle-cyan',
    ml: { value: 240, u: 1 },
  };
  await act(() =>
    store.dispatch(bringIn(script([emptied, fill('cyan', 40)], '2026-03-02T09:00:00.000Z'), 'merge')),
  );
  const region = await screen.findByRole('region', { name: 'Does not fit together' });
  const moved = script(
    [{ kind: 'installed', printerId: 'printer', into: [{ slotId: 'yellow', cartridgeId: 'cyan' }] }],
    '2026-03-03T09:00:00.000Z',
  );
  await act(() => store.dispatch(record(moved)));
  expect(region.querySelectorAll('li')).toHaveLength(1);
  await user.click(screen.getByRole('button', { name: 'All of it stands as it is' }));
  await waitFor(() => expect(screen.queryByRole('region')).toBeNull());
});
