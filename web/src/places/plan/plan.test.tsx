import { describe, expect, test } from '@jest/globals';
import { act, screen, waitFor, within } from '@testing-library/react';
import type { Fact } from '@hiraeth/core/workbook';
import { define, fill, install, print, PRINTER, script, setUp, SHADES, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import Cost from '../cost';
import Plan from './index';

const left = (week: number): number => 41.58 + (45 - 2 * week) * 1.064;
/** Three channels that draw about 2 ml a week each, weighed at the end of every week. */
const used = (weeks: number): Fact[] => [
  ...script(
    [
      ...setUp,
      ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, left(0), 'after')]),
      install,
    ],
    '2026-01-01T09:00:00.000Z',
  ),
  ...Array.from({ length: weeks }, (_, week) =>
    script(
      [print(6), ...SHADES.map((id) => weigh(id, left(week + 1)))],
      new Date(Date.UTC(2026, 0, 6 + 7 * week, 10)).toISOString(),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(week).padStart(3, '0')}` })),
  ).flat(),
];
/** Its ways of changing were tried. */
const tried = () =>
  waitFor(() => expect(screen.getByTestId('best-policy')).toHaveTextContent(/One by one|Top up all/));
const AT = '2026-03-03T12:00:00.000Z';

describe('the plan', () => {
  test('without a printer it leads to setting one up', async () => {
    await renderApp(<Plan />, []);
    expect(screen.getByRole('link', { name: 'Set up a printer' })).toHaveAttribute('href', '/set-up');
  });

  test('before two weeks of use it says what it waits for', async () => {
    await renderApp(<Plan />, script(setUp));
    expect(screen.getByText(/it begins two weeks after its first entry/)).toBeVisible();
    expect(screen.queryByRole('table')).toBeNull();
  });

  test('the first to come to its reserve is the largest thing; every channel has its span', async () => {
    const { user } = await renderApp(<Plan />, used(8), AT);
    expect(screen.getByTestId('first-reserve')).toHaveTextContent(/\d+ \w{3} 2026/);
    await user.click(screen.getByRole('link', { name: 'Months ahead' }));
    for (const shade of SHADES)
      expect(screen.getByRole('row', { name: new RegExp(`^${shade}.* to `) })).toHaveTextContent(/2026/);
  });

  test('what is filled together is chosen at the bench already', async () => {
    const policy = { code: 'topUpAll', threshold: 0.9 } as const;
    const together = script([define({ ...PRINTER, policy })], '2026-03-20T11:00:00.000Z');
    await renderApp(<Plan />, [...used(20), ...together], '2026-05-20T12:00:00.000Z');
    const due = screen.getByRole('region', { name: 'Due' });
    expect(within(due).getByRole('link', { name: /^Top up/ })).toHaveAttribute(
      'href',
      `/bench?cartridges=${SHADES.join(',')}`,
    );
  });

  test('cartridges that were shaken are so by one press', async () => {
    const { user, facts } = await renderApp(<Plan />, used(8), '2026-03-20T12:00:00.000Z');
    const due = screen.getByRole('region', { name: 'Due' });
    await user.click(within(due).getByRole('button', { name: /^Shaken: Test printer/ }));
    await waitFor(() => expect(facts('agitated')).toMatchObject([{ cartridgeIds: SHADES }]));
    // They are due again twelve days later.
    const row = within(due)
      .getByRole('link', { name: /^Shake/ })
      .closest('li');
    expect(row).toHaveTextContent(/^1 Apr 2026/);
  });

  test('what is due leads to where it is done, can be put off, and goes into a calendar', async () => {
    const { user, facts } = await renderApp(<Plan />, used(8), '2026-03-20T12:00:00.000Z');
    const due = screen.getByRole('region', { name: 'Due' });
    expect(within(due).getByRole('link', { name: 'Print a nozzle check on Test printer' })).toHaveAttribute(
      'href',
      '/checks?printer=printer',
    );
    const count = within(due).getAllByRole('listitem').length;
    await user.click(
      within(due).getByRole('button', { name: 'Put off for a week: Print a nozzle check on Test printer' }),
    );
    await waitFor(() => expect(facts('snoozed')).toMatchObject([{ what: 'nozzleCheck/printer' }]));
    expect(within(due).getAllByRole('listitem')).toHaveLength(count - 1);
    expect(within(due).getByText('1 put off')).toBeInTheDocument();
    expect(within(due).getByRole('button', { name: 'Into a calendar (.ics)' })).toBeEnabled();
  });

  test('the trying of the ways says how far it is, can be stopped, and begun again', async () => {
    const held: ((share: number) => void)[] = [];
    const never = new Promise<never>(() => undefined);
    const { user } = await renderApp(<Plan />, used(8), AT, '/plan/ways', {
      simulate: (_input, onProgress) => {
        held.push(onProgress);
        return never;
      },
    });
    act(() => held[0]!(0.5));
    expect(screen.getByRole('progressbar', { name: 'How many of the ways are tried' })).toHaveValue(0.5);
    await user.click(screen.getByRole('button', { name: 'Stop' }));
    expect(screen.getByTestId('best-policy')).toHaveTextContent('Stopped');
    await user.click(screen.getByRole('button', { name: 'Try them' }));
    expect(held).toHaveLength(2);
  });

  test('each way of changing is told, the one to use first, and those that are not open say why', async () => {
    await renderApp(<Plan />, used(8), AT, '/plan/ways');
    await tried();
    expect(screen.getAllByText('not now: needs a second set')).toHaveLength(3);
    const single = screen.getByRole('row', { name: /^One by one, as each signals/ });
    expect(single).toHaveTextContent(/ ml.*£.* h.* %/);
    expect(within(single).getAllByRole('cell')).toHaveLength(7);
  });

  test('it says how well it foretold, and before any weighing that it goes by the usual', async () => {
    await renderApp(<Plan />, used(8), AT);
    expect(screen.getByTestId('foretold')).toHaveTextContent(/Of 24 forecasts .* \d+ % held/);
  });

  test('the ink to order is listed with its day; a pad without a size asks for it', async () => {
    await renderApp(<Plan />, used(8), AT);
    for (const shade of SHADES)
      expect(screen.getByText(`Ink ${shade}`).parentElement).toHaveTextContent(/ by /);
    expect(screen.getByText(/Enter what it holds in the workbook/)).toBeVisible();
  });

  test('a pad of a known size says when it is full, on the first leaf; a leaf that is not there is the first', async () => {
    const sized = define({ ...PRINTER, padCapacityMl: 60 });
    await renderApp(
      <Plan />,
      [...used(8), ...script([sized], '2026-03-02T09:00:00.000Z')],
      AT,
      '/plan/nowhere',
    );
    expect(screen.getByTestId('first-reserve')).toBeVisible();
    expect(await screen.findByText(/of 60 ml; full about \d+ \w{3} 20\d\d/)).toBeVisible();
  });
});

describe('before the first fill', () => {
  test('prices alone say whether it pays; what cannot be read says so', async () => {
    const { user } = await renderApp(<Cost />, script(setUp));
    const ask = screen.getByRole('region', { name: 'Is it worth it?' });
    const answer = () => within(ask).getByTestId('worth-it');
    const type = async (label: RegExp, words: string) => {
      await user.clear(within(ask).getByLabelText(label));
      await user.type(within(ask).getByLabelText(label), words);
    };
    expect(answer()).toHaveTextContent(/Fill in all prices/);
    // What setting up told stands there already.
    expect(within(ask).getByLabelText('Channels')).toHaveValue('3');
    expect(within(ask).getByLabelText(/^An original cartridge/)).toHaveValue('47.5');
    await type(/^An original cartridge/, '47.50');
    await type(/^Its usable ink/, '46');
    await type(/^A bottle of ink/, '22.50');
    await type(/^It holds/, '250');
    await type(/^Kit/, 'much');
    expect(ask).toHaveTextContent(/“much” is not/);
    await user.clear(within(ask).getByLabelText(/^Kit/));
    await type(/^Kit/, '180');
    // Three channels at the usual use lie about the kit's price: not sworn to.
    expect(answer()).toHaveTextContent(/Perhaps: it depends on/);
    await type(/^Prints a month/, '90');
    expect(answer()).toHaveTextContent(
      /Yes, it pays\..*paid back after \d+\.\d months.*breaks even at \d+ prints?/,
    );
    await type(/^Prints a month/, '1');
    expect(answer()).toHaveTextContent(/No: at this rate originals are cheaper/);
  });
});

describe('the cost of an edition', () => {
  test('follows what is typed, and never shows a price for what cannot be read', async () => {
    const { user } = await renderApp(<Cost />, used(8), AT, '/cost/edition');
    const edition = screen.getByRole('region', { name: 'Price an edition' });
    const price = (): string => within(edition).getByTestId('edition').textContent;
    expect(within(edition).getByRole('columnheader', { name: '27 sheets take' })).toBeVisible();
    const plain = price();
    await user.type(within(edition).getByLabelText(/^Paper for one/), '2.40');
    expect(price()).not.toBe(plain);
    const copies = within(edition).getByLabelText('Copies');
    await user.clear(copies);
    await user.type(copies, '2.5');
    expect(within(edition).queryByTestId('edition')).toBeNull();
    expect(edition).toHaveTextContent('A whole number from 1 to 9999.');
    await user.clear(copies);
    await user.type(copies, '10');
    await user.clear(within(edition).getByLabelText(/^Paper for one/));
    await user.type(within(edition).getByLabelText(/^Paper for one/), 'dear');
    expect(edition).toHaveTextContent(/“dear” is not/);
    expect(within(edition).queryByTestId('edition')).toBeNull();
  });

  test('a shorter period has its own sums; a single print lies within a wider range than the average', async () => {
    const { user } = await renderApp(<Cost />, used(8), '2026-05-20T12:00:00.000Z');
    const total = (words: RegExp) => screen.getByRole('row', { name: words }).textContent;
    const ever = total(/^To date/);
    await user.selectOptions(screen.getByLabelText('Period'), '3');
    expect(total(/^In this period/)).not.toContain(ever.replace('To date', ''));
    await user.click(screen.getByRole('link', { name: 'By kind' }));
    expect(screen.getByRole('row', { name: /^Any .* to £/ })).toBeVisible();
    // The period that was chosen holds on every leaf.
    await user.click(screen.getByRole('link', { name: 'Months' }));
    expect(screen.queryByRole('row', { name: /^January 2026/ })).toBeNull();
    expect(screen.getByRole('row', { name: /^March 2026/ })).toBeVisible();
  });

  test('months and causes are listed, what was bought to last not without a purchase', async () => {
    const { user } = await renderApp(<Cost />, used(8), AT, '/cost/months');
    expect(screen.getByRole('row', { name: /^January 2026/ })).toHaveTextContent(/£/);
    await user.click(screen.getByRole('link', { name: 'Where it goes' }));
    expect(screen.getByRole('row', { name: /^Prints, Any/ })).toHaveTextContent(/ ml.*£/);
    await user.click(screen.getByRole('link', { name: 'What if' }));
    expect(screen.getByRole('row', { name: /^Price of originals/ })).toBeVisible();
    expect(screen.queryByTestId('payback')).toBeNull();
  });
});
