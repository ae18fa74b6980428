import { describe, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { CONSTRUCTIONS, type Fact, type FactDraft } from '@hiraeth/core/workbook';
import { GLOSSARY } from '@hiraeth/core/words';
import {
  cartridge,
  define,
  fill,
  install,
  print,
  PRINTER,
  script,
  setUp,
  SHADES,
  TYPE,
  weigh,
} from '@hiraeth/core/testing';
import { Term } from '../parts/Term';
import { renderApp } from '../testing/renderApp';
import Cards from './help/Cards';
import TourBand from './help/TourBand';
import Words from './help/Words';
import { TOUR } from './help/tour';
import Orders from './plan/Orders';
import { Lives } from './plan/Lives';
import { Sittings } from './plan/Sittings';
import { Weighing } from './plan/Weighing';
import UseCharts from './prints/UseCharts';
import Description from './setup/Description';
import SetUp from './setup';

const AT = '2026-04-27T12:00:00.000Z';
const left = (week: number): number => 41.58 + (45 - 2 * (week + 1)) * 1.064;
const used = (...more: FactDraft[]): Fact[] => [
  ...script(
    [
      ...setUp,
      define({ entity: 'subject', id: 'dark', name: 'Dark (night)' }),
      ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, 41.58 + 45 * 1.064, 'after')]),
      install,
    ],
    '2026-03-01T09:00:00.000Z',
  ),
  ...Array.from({ length: 8 }, (_, week) =>
    script(
      [print(6), ...SHADES.map((id) => weigh(id, left(week)))],
      new Date(Date.UTC(2026, 2, 2 + 7 * week, 10)).toISOString(),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(week).padStart(3, '0')}` })),
  ).flat(),
  ...script(more, '2026-04-27T09:00:00.000Z').map((fact) => ({ ...fact, id: `${fact.id.slice(0, -1)}Z` })),
];
const job = (copies: number, part: object = {}): FactDraft => ({
  kind: 'jobPlanned',
  printerId: 'printer',
  title: 'Boats',
  copies,
  widthMm: 297,
  heightMm: 420,
  subjectId: 'any',
  ...part,
});

describe('help', () => {
  test('a word says what it means by pointing, by keyboard and to those who listen; Escape takes it away', async () => {
    const shown: string[] = [];
    // The top layer is not here: what would be asked of it is written down.
    const proto = HTMLElement.prototype as unknown as Record<string, unknown>;
    proto['showPopover'] = function show(this: HTMLElement) {
      shown.push(`show ${this.textContent}`);
    };
    proto['hidePopover'] = () => shown.push('hide');
    const own = proto['matches'];
    const matches = own as (this: HTMLElement, selector: string) => boolean;
    proto['matches'] = function open(this: HTMLElement, selector: string) {
      return selector === ':popover-open'
        ? shown.at(-1)?.startsWith('show') === true
        : matches.call(this, selector);
    };
    try {
      const { user } = await renderApp(
        <p>
          It keeps a <Term of="reserve" /> and a <Term of="keeper">clip</Term>.
        </p>,
        [],
      );
      const word = screen.getByRole('button', { name: 'reserve' });
      expect(word).toHaveAccessibleDescription(GLOSSARY.reserve.meaning);
      await user.hover(word);
      expect(shown.at(-1)).toBe(`show ${GLOSSARY.reserve.meaning}`);
      await user.unhover(word);
      expect(shown.at(-1)).toBe('hide');
      await user.tab();
      expect(shown.at(-1)).toMatch(/^show/);
      await user.keyboard('{Escape}');
      expect(shown.at(-1)).toBe('hide');
      expect(screen.getByRole('button', { name: 'clip' })).toHaveAccessibleDescription(
        GLOSSARY.keeper.meaning,
      );
    } finally {
      delete proto['showPopover'];
      delete proto['hidePopover'];
      proto['matches'] = own;
    }
  });

  test('all words stand on one page, each with a meaning', async () => {
    await renderApp(<Words />, []);
    const terms = screen.getAllByRole('term');
    expect(terms.map((term) => term.textContent)).toEqual(Object.values(GLOSSARY).map(({ word }) => word));
    for (const meaning of screen.getAllByRole('definition'))
      expect(meaning.textContent.length).toBeGreaterThan(20);
  });

  test.each([1, 4, TOUR.length])('stop %d of the tour says where one is, and leads on', async (stop) => {
    const { user } = await renderApp(<TourBand />, [], AT, `${TOUR[stop - 1]!.to}?tour=${stop}`);
    const band = within(screen.getByRole('region', { name: 'Tour' }));
    expect(band.getByRole('status')).toHaveTextContent(`${stop} of ${TOUR.length}.`);
    expect(band.queryByRole('link', { name: 'Back' }) === null).toBe(stop === 1);
    await user.click(band.getByRole('button', { name: stop === TOUR.length ? 'Done' : 'Next' }));
    if (stop === TOUR.length) expect(screen.queryByRole('region', { name: 'Tour' })).toBeNull();
    else expect(band.getByRole('status')).toHaveTextContent(`${stop + 1} of ${TOUR.length}.`);
  });

  test('an address with a stop that is none shows no tour', async () => {
    await renderApp(<TourBand />, [], AT, '/?tour=99');
    expect(screen.queryByRole('region', { name: 'Tour' })).toBeNull();
  });

  test('a card of a type of this workbook has its masses; one of any construction leaves them to be written', async () => {
    const { user } = await renderApp(<Cards />, used());
    expect(screen.getByRole('heading', { level: 1 })).toHaveTextContent(TYPE.name);
    expect(screen.getByText(/Empty 41\.6 g, full 90\.9 g, never above 92\.0 g/)).toBeInTheDocument();
    const before = screen.getAllByRole('listitem').length;
    expect(before).toBeGreaterThan(8);
    for (const construction of CONSTRUCTIONS) {
      await user.selectOptions(screen.getByLabelText('Card of'), construction);
      expect(screen.getByText(/never above ______ g/)).toBeInTheDocument();
      expect(screen.getAllByRole('listitem').length).toBeGreaterThan(5);
    }
  });
});

describe('what waits to be printed', () => {
  const show = (...more: FactDraft[]) => renderApp(<Sittings printer={PRINTER} at={AT} />, used(...more), AT);
  const verdict = (): HTMLElement => screen.getByTestId('day-plan');

  test('nothing: it says where to plan', async () => {
    await show();
    expect(screen.getByRole('link', { name: 'Prints' })).toHaveAttribute('href', '/prints');
    expect(screen.queryByTestId('day-plan')).toBeNull();
  });

  test('one low cartridge: it alone is in the way, and what to fill first leads to the Bench', async () => {
    await show(weigh('cyan', 50), job(20));
    expect(verdict()).toHaveTextContent(/All in one sitting, after one top-up\. cyan alone is in the way/);
    expect(screen.getByRole('link', { name: 'cyan' })).toHaveAttribute('href', '/bench?cartridge=cyan');
  });

  test('several low ones with a second set that stands ready: rotate first', async () => {
    await show(
      ...SHADES.flatMap((shade) => [
        define(cartridge(`${shade}-b`, shade, { set: 'B' })),
        weigh(`${shade}-b`, 85),
      ]),
      weigh('cyan', 50),
      weigh('magenta', 50),
      job(20),
    );
    expect(screen.getByRole('link', { name: 'Rotate the set first' })).toHaveAttribute(
      'href',
      '/rotate?printer=printer',
    );
  });

  test('an edition larger than a fill is laid in sittings, with what is left for later', async () => {
    await show(job(240));
    expect(verdict()).toHaveTextContent(/^In \d sittings\.$/);
    expect(screen.getByRole('heading', { name: 'Sitting 1' })).toBeInTheDocument();
    expect(screen.getAllByText(/; \d+ later/).length).toBeGreaterThan(0);
  });

  test('a slot that is empty, and a sheet that no full set prints, are said as they are', async () => {
    await show(job(1, { widthMm: 10_000, heightMm: 30_000 }));
    expect(verdict()).toHaveTextContent('One of Boats takes more than full cartridges hold.');
  });

  test('nothing is promised where a slot is empty', async () => {
    await show({ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }, job(2));
    expect(verdict()).toHaveTextContent(/^Not known: cyan/);
  });
});

describe('on Plan besides', () => {
  test('weighing waits for a change, unless something is not known', async () => {
    const { user, facts } = await renderApp(<Weighing printer={PRINTER} at={AT} />, used(), AT);
    const verdict = screen.getByTestId('weigh-verdict');
    expect(verdict).toHaveTextContent(/^Weigh at the next change, not before/);
    // The list of what is due says the same: by its own interval, which can be chosen here.
    expect(verdict).toHaveTextContent(/It is due after 21 days all the same/);
    const best = screen.getAllByRole('row').filter((row) => row.className === 'total');
    expect(best).toHaveLength(1);
    expect(best[0]).toHaveTextContent(/whenever it is open for a change/);
    await user.click(screen.getByRole('button', { name: 'Be due by: every 8 weeks' }));
    await waitFor(() => expect(facts('defined').at(-1)!.entity).toMatchObject({ weighInDays: 56 }));
  });

  test('an empty slot is weighed now', async () => {
    await renderApp(
      <Weighing printer={PRINTER} at={AT} />,
      used({ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }),
      AT,
    );
    expect(screen.getByTestId('weigh-verdict')).toHaveTextContent(/^Weigh cyan now: nothing can be said/);
  });

  test('lives: those that bore what such bodies bear ask for it; without a figure it says where to enter one', async () => {
    await renderApp(<Lives printer={PRINTER} />, used(), AT);
    expect(screen.getByText(/How many fills such bodies bear/)).toBeInTheDocument();
    await renderApp(<Lives printer={PRINTER} />, used(define({ ...TYPE, bears: 1 })), AT);
    expect(screen.getAllByText(': time to retire it?')).toHaveLength(3);
  });

  test('the order list on paper names ink, size and day; an empty one says why', async () => {
    await renderApp(<Orders />, used(), AT);
    expect(screen.getAllByRole('listitem').map((item) => item.textContent)).toContainEqual(
      expect.stringMatching(/^Ink cyan, 250 ml: by \d+ \w{3} \d{4}$/),
    );
    expect(screen.getByRole('button', { name: 'Print the list' })).toBeEnabled();
  });
});

test('what it takes: in sentences, per sheet or dm², with the record of its forecasts', async () => {
  // From the beginning every other week of a kind that takes three times as much.
  const weeks = Array.from({ length: 14 }, (_, week) =>
    script(
      [
        { ...print(6), subjectId: week % 2 ? 'dark' : 'any' } as FactDraft,
        ...SHADES.map((id) => weigh(id, 41.58 + (45 - 1.4 * (week + 1 + 2 * Math.ceil(week / 2))) * 1.064)),
      ],
      new Date(Date.UTC(2026, 2, 2 + 7 * week, 10)).toISOString(),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(100 + week)}` })),
  ).flat();
  const { user } = await renderApp(
    <UseCharts printerId="printer" />,
    [...used().filter(({ at }) => at < '2026-03-02'), ...weeks],
    '2026-07-01T12:00:00.000Z',
  );
  const place = within(screen.getByRole('region', { name: 'What it takes' }));
  expect(place.getByText(/^From 14 weigh-ins and 84 prints/)).toHaveTextContent(
    /Dark takes \d\.\d ± \d\.\d times the \w+ of any\./,
  );
  expect(place.getByText(/The last \d+ forecasts: \d+ held what the scale then said/)).toBeInTheDocument();
  expect(place.getByText(/of \d+ ml reached paper since/)).toBeInTheDocument();
  await user.click(place.getByText('The same as a table'));
  expect(place.getByRole('columnheader', { name: 'Dark' })).toBeInTheDocument();
  await user.selectOptions(place.getByLabelText('Amounts'), 'dm2');
  expect(place.getByRole('columnheader', { name: 'µl a dm²' })).toBeInTheDocument();
});

const asFile = (text: string): File => new File([text], 'x.json', { type: 'application/json' });

describe('setting up', () => {
  const go = async (user: Awaited<ReturnType<typeof renderApp>>['user'], times: number): Promise<void> => {
    for (let i = 0; i < times; i++) await user.click(screen.getByRole('button', { name: 'Next' }));
  };
  const title = (): string => screen.getByRole('heading', { level: 1 }).textContent;

  test('a question without its answer does not let go; back and forth keeps what was said; two bodies', async () => {
    localStorage.clear();
    const { user, facts } = await renderApp(<SetUp />, []);
    await go(user, 1);
    expect(screen.getByRole('alert')).toHaveTextContent('Give the printer a name.');
    fireEvent.change(screen.getByLabelText('Printer’s name'), { target: { value: 'Attic' } });
    await go(user, 2);
    expect(title()).toMatch(/look like/);
    await user.click(screen.getByRole('button', { name: 'Some slots take another body' }));
    await user.selectOptions(screen.getByLabelText('Body 2: Size'), 'large');
    await user.selectOptions(screen.getByLabelText('black takes'), '1');
    await go(user, 1);
    expect(screen.getAllByLabelText(/Empty and dry/)).toHaveLength(2);
    fireEvent.change(screen.getByLabelText('Body 2: Empty and dry, g'), { target: { value: '60' } });
    fireEvent.change(screen.getByLabelText('Body 2: Full to its line, g'), { target: { value: '50' } });
    await go(user, 1);
    expect(screen.getByRole('alert')).toHaveTextContent('Body 2, a full one weighs more than an empty one.');
    fireEvent.change(screen.getByLabelText('Body 2: Full to its line, g'), { target: { value: '160' } });
    await user.click(screen.getByRole('button', { name: 'Back' }));
    await go(user, 2);
    expect(title()).toBe('What is in them now?');
    await user.selectOptions(screen.getByLabelText('cyan'), 'dry');
    expect(screen.getByRole('radio', { name: 'each its own, as below' })).toBeChecked();
    await go(user, 6);
    expect(title()).toBe('Is that right?');
    expect(
      screen.getByText(/Now: 3 × refilled ink: how much is told later; 1 × nothing/),
    ).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Set it up' }));
    await waitFor(() => expect(facts('installed')).toHaveLength(1));
    // What is new and dry lies on the shelf.
    expect(facts('installed')[0]!.into).toHaveLength(3);
    const types = facts('defined').flatMap(({ entity }) =>
      entity.entity === 'cartridgeType' ? [entity] : [],
    );
    expect(types.map(({ fullG }) => fullG)).toContain(160);
    expect(types).toHaveLength(2);
  });

  test('a description is taken beside what is here, or refused with words', async () => {
    const { user, facts } = await renderApp(<Description />, used());
    const count = facts('defined').length;
    await user.upload(
      screen.getByLabelText('Description of a printer'),
      asFile('{"format":"hiraeth-printer","version":7}'),
    );
    await waitFor(() =>
      expect(screen.getByRole('alert')).toHaveTextContent(/written by a newer version \(7\)/),
    );
    expect(facts('defined')).toHaveLength(count);
    expect(screen.getByRole('button', { name: 'Save the description of Test printer' })).toBeEnabled();
  });
});
