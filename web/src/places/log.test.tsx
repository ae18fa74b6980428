import { describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { FactDraft } from '@hiraeth/core/workbook';
import { define, fill, install, print, PRINTER, script, setUp, SHADES, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../testing/renderApp';
import { noticesOn, setNotices, useDueNotices } from '../state/useDueNotices';
import Gauge from './gauge';
import Plan from './plan';
import Prints from './prints';
import { Correct } from './prints/Correct';
import { Sums } from './prints/Sums';
import WeighIn from './weighin';
import PastFills from './past/Fills';
import Past from './past/Masses';
import PastPrints from './past/Prints';

const AT = '2026-03-10T10:00:00.000Z';
const room = (...more: FactDraft[]) =>
  script([
    ...setUp,
    define({ entity: 'subject', id: 'other', name: 'Other' }),
    ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, 41.58 + 45 * 1.064, 'after')]),
    install,
    print(6),
    ...SHADES.map((id) => weigh(id, 41.58 + 43 * 1.064)),
    ...more,
  ]);
const boats: FactDraft = {
  kind: 'jobPlanned',
  printerId: 'printer',
  title: 'Boats',
  copies: 20,
  widthMm: 297,
  heightMm: 420,
  subjectId: 'any',
};

/** A field filled at once: each letter typed would lay out the whole place anew. */
const put = (label: string, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};

describe('Prints', () => {
  test('two blacks: with a line each nothing is switched; on one line the other one takes it over', async () => {
    const shades = ['photo black', 'matte black', 'yellow'];
    const slots = PRINTER.slots.map((slot, i) => ({ ...slot, shades: [shades[i]!] }));
    const { facts, user } = await renderApp(<Prints />, room(define({ ...PRINTER, slots })));
    expect(screen.queryByRole('button', { name: 'Log the switch' })).toBeNull();
    expect(facts('shadeSwitched')).toEqual([]);
    cleanup();
    const switched = {
      kind: 'shadeSwitched',
      printerId: 'printer',
      slotId: 'cyan',
      shade: 'photo black',
    } as const;
    const again = await renderApp(
      <Prints />,
      room(define({ ...PRINTER, slots, blacksShareLine: true }), switched),
    );
    expect(screen.queryByLabelText('Switched to')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Log the switch' }));
    await waitFor(() =>
      expect(again.facts('shadeSwitched').at(-1)).toMatchObject({ slotId: 'magenta', shade: 'matte black' }),
    );
  });

  test('a setting that was changed is logged by its words, an empty one not', async () => {
    const { user, facts } = await renderApp(<Prints />, room());
    const button = screen.getByRole('button', { name: 'Log the setting' });
    expect(button).toBeDisabled();
    put('Setting changed', ' finest detail ');
    await user.click(button);
    await waitFor(() =>
      expect(facts('settingChanged')).toMatchObject([{ printerId: 'printer', what: 'finest detail' }]),
    );
    expect(screen.getByLabelText('Setting changed')).toHaveValue('');
  });

  test('a paper is asked once which of two blacks it takes, and then leaves the other alone', async () => {
    const shades = ['photo black', 'matte black', 'yellow'];
    const slots = PRINTER.slots.map((slot, i) => ({ ...slot, shades: [shades[i]!] }));
    const rag = { entity: 'paper', id: 'rag', name: 'Rag', brightener: 'unknown' } as const;
    const { user, facts } = await renderApp(<Prints />, room(define({ ...PRINTER, slots }), define(rag)));
    const question = 'Which black the paper takes';
    await user.selectOptions(screen.getByLabelText('Paper'), '');
    expect(screen.queryByRole('group', { name: question })).toBeNull();
    await user.selectOptions(screen.getByLabelText('Paper'), 'rag');
    const one = (): number => parseFloat(screen.getByText(/of ink for one/).parentElement!.textContent);
    const both = one();
    await user.click(
      within(screen.getByRole('group', { name: question })).getByRole('button', { name: 'Matte black' }),
    );
    await waitFor(() => expect(screen.queryByRole('group', { name: question })).toBeNull());
    expect(facts('defined').at(-1)!.entity).toEqual({ ...rag, black: 'matte' });
    expect(one() / both).toBeCloseTo(2 / 3, 1);
  });

  test('what is wrong with a print is said at its fields, all at once; none is logged or planned', async () => {
    const { user, facts } = await renderApp(<Prints />, room());
    const before = facts('printed').length;
    put('Copies', '1.5');
    await user.selectOptions(screen.getByLabelText('Size'), 'own');
    await user.selectOptions(screen.getByLabelText('Kind of picture'), 'new');
    await user.selectOptions(screen.getByLabelText('Paper'), 'new');
    for (const press of ['Log the print', 'Plan it']) {
      await user.click(screen.getByRole('button', { name: press }));
      await waitFor(() =>
        expect(screen.getAllByRole('alert').map((alert) => alert.textContent)).toEqual([
          'Enter how many copies, a whole number of at least 1.',
          expect.stringMatching(/^Enter the width and height/),
          'Give the new kind of picture a name.',
          'Give the new paper a name.',
        ]),
      );
      expect(screen.getByLabelText('Copies')).toHaveFocus();
    }
    put('Copies', '2');
    put('Width, mm', '12 cm');
    put('Height, mm', '80');
    put('Its name', ' Tide pools ');
    put('Paper’s name', 'Hemp 290');
    await user.click(screen.getByRole('button', { name: 'Log the print' }));
    await waitFor(() => expect(facts('printed')).toHaveLength(before + 1));
    expect(facts('printed').at(-1)).toMatchObject({ copies: 2, widthMm: 120, heightMm: 80 });
    const [subject, paper] = facts('defined').slice(-2);
    expect(subject!.entity).toMatchObject({ entity: 'subject', name: 'Tide pools' });
    expect(paper!.entity).toMatchObject({ entity: 'paper', name: 'Hemp 290' });
    expect(facts('printed').at(-1)!.paperId).toBe(paper!.entity.id);
    expect(facts('jobPlanned')).toEqual([]);
    // The next one is of the same kind, and its name is not asked for again.
    expect(screen.queryByLabelText('Its name')).toBeNull();
  });

  test('planned, then printed by and by: good copies fulfil it, spoilt ones only take ink', async () => {
    const { user, facts } = await renderApp(<Prints />, room());
    put('Title', 'Nets');
    put('Copies', '5');
    put('Wanted by', '2026-03-20');
    await user.click(screen.getByRole('button', { name: 'Plan it' }));
    const row = within(await screen.findByRole('form', { name: 'To print: Nets' }));
    expect(facts('jobPlanned')).toMatchObject(
      [{ title: 'Nets', copies: 5, by: /^2026-03-20/ }].map((one) => ({
        ...one,
        by: expect.stringMatching(one.by),
      })),
    );
    await user.clear(row.getByLabelText('How many'));
    await user.type(row.getByLabelText('How many'), '2{Enter}');
    await waitFor(() => expect(row.getByText('2 of 5')).toBeInTheDocument());
    await user.click(row.getByRole('button', { name: 'Spoilt' }));
    await waitFor(() => expect(facts('printed').at(-1)).toMatchObject({ as: 'spoilt', copies: 1 }));
    expect(row.getByText('2 of 5')).toBeInTheDocument();
    await user.click(row.getByRole('button', { name: 'All 3 that are left' }));
    await user.click(row.getByRole('button', { name: 'Came out' }));
    await waitFor(() => expect(screen.queryByRole('region', { name: 'To print' })).toBeNull());
    const [plan] = facts('jobPlanned');
    const good = facts('printed').filter(({ plannedId }) => plannedId === plan!.id);
    expect(good.map(({ copies }) => copies)).toEqual([2, 3]);
  });

  test('a margin takes its ink off; a kind of sheet is noted; r repeats the last once', async () => {
    const { user, facts } = await renderApp(<Prints />, room());
    put('Title', 'Target');
    put('Margins, mm or in', '1 in');
    await user.selectOptions(screen.getByLabelText('As'), 'target');
    await user.click(screen.getByRole('button', { name: 'Log the print' }));
    await waitFor(() => expect(facts('printed')).toHaveLength(2));
    expect(facts('printed').at(-1)).toMatchObject({ as: 'target', widthMm: 246.2, heightMm: 369.2 });
    (document.activeElement as HTMLElement).blur();
    await user.keyboard('r');
    await waitFor(() => expect(facts('printed')).toHaveLength(3));
    expect(facts('printed').at(-1)).toMatchObject({ title: 'Target', copies: 1, as: 'target' });
    await user.type(screen.getByLabelText('Title'), 'r');
    expect(facts('printed')).toHaveLength(3);
    put('Margins, mm or in', '200 mm');
    await user.click(screen.getByRole('button', { name: 'Log the print' }));
    expect(await screen.findByRole('alert')).toHaveTextContent(/margins that leave something/);
    expect(screen.getByLabelText('Margins, mm or in')).toHaveFocus();
    await user.selectOptions(screen.getByLabelText('Channel'), 'cyan');
    await user.selectOptions(screen.getByLabelText('Switched to'), 'matte black');
    await user.click(screen.getByRole('button', { name: 'Log the switch' }));
    await waitFor(() =>
      expect(facts('shadeSwitched')).toMatchObject([{ slotId: 'cyan', shade: 'matte black' }]),
    );
  });

  test('several prints are corrected at once, each at its own time; the log adds up by kind', async () => {
    const before = room(print(2), { ...boats, kind: 'printed', as: 'strip', copies: 1 });
    const prints = before.filter((fact) => fact.kind === 'printed');
    const { user, facts } = await renderApp(
      <>
        <Correct prints={prints} onDone={() => undefined} takeBack={null} />
        <Sums prints={prints} />
      </>,
      before,
    );
    await user.selectOptions(screen.getByLabelText('Add up by'), 'subject');
    const sums = within(screen.getByRole('table', { name: 'Prints by kind of picture' }));
    expect(sums.getByRole('row', { name: /^Any/ })).toHaveTextContent('Any3811.12');
    expect(screen.getByRole('button', { name: 'Correct them' })).toBeDisabled();
    await user.selectOptions(screen.getByLabelText('Kind of picture'), 'other');
    await user.click(screen.getByRole('button', { name: 'Correct them' }));
    await waitFor(() =>
      expect(facts('printed').map(({ subjectId }) => subjectId)).toEqual(['other', 'other', 'other']),
    );
    expect(facts('printed').map(({ at, copies }) => [at, copies])).toEqual(
      prints.map(({ at, copies }) => [at, copies]),
    );
  });
});

describe('Weigh-in', () => {
  const masses = (...ml: number[]) => ml.map((one) => (41.58 + one * 1.064).toFixed(2)).join('\n');

  test('a column is pasted; all fell alike: the prints that explain it are entered before', async () => {
    const { user, facts } = await renderApp(<WeighIn />, room());
    await user.click(screen.getByLabelText('cyan, weight in g'));
    await user.paste(masses(42.6, 42.6, 42.6));
    const said = await screen.findByRole('alert', { name: 'Fell more than the log says' });
    expect(said).toHaveTextContent(
      /fell \d\.\d ml more than the log says: \d sheets of 210 × 297 mm of “(Any|Other)”/,
    );
    await user.click(within(said).getByRole('button', { name: 'Enter these prints' }));
    await waitFor(() => expect(facts('printed')).toHaveLength(2));
    expect(facts('printed')[1]!.at < AT).toBe(true);
    await waitFor(() =>
      expect(screen.queryByRole('alert', { name: 'Fell more than the log says' })).toBeNull(),
    );
  });

  test('left out of learning, each weighing says why', async () => {
    const { user, facts } = await renderApp(<WeighIn />, room());
    await user.click(screen.getByLabelText('cyan, weight in g'));
    await user.paste(masses(42.6, 42.6, 42.6));
    await user.click(await screen.findByRole('button', { name: 'Something is missing: leave it out' }));
    await waitFor(() =>
      expect(facts('weighed').filter(({ because }) => because === 'notLogged')).toHaveLength(3),
    );
  });

  test('two entered for each other are exchanged; the shelf is weighed with them', async () => {
    const [cyan, magenta] = [weigh('cyan', 41.58 + 43 * 1.064), weigh('magenta', 41.58 + 20 * 1.064)];
    const { user, facts } = await renderApp(
      <WeighIn />,
      room(cyan, { ...magenta, because: 'leaked' } as FactDraft, {
        kind: 'removed',
        printerId: 'printer',
        cartridgeIds: ['yellow'],
      }),
    );
    const reason = async (): Promise<void> => {
      const dialog = within(await screen.findByRole('dialog'));
      await user.click(dialog.getByRole('radio', { name: /^Nobody knows/ }));
      await user.click(dialog.getByRole('button', { name: 'Record it with this reason' }));
      await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    };
    const field = (name: string) => screen.getByLabelText(`${name}, weight in g`);
    expect(screen.queryByLabelText('yellow, weight in g')).toBeNull();
    await user.click(screen.getByLabelText('those on the shelf too'));
    expect(field('yellow')).toBeInTheDocument();
    await user.type(field('cyan'), `${(41.58 + 20 * 1.064).toFixed(2)}{Enter}`);
    await reason();
    await user.type(field('magenta'), `${(41.58 + 43 * 1.064).toFixed(2)}{Enter}`);
    await reason();
    expect(
      await screen.findByText(/cyan and magenta look as if they were entered for each other/),
    ).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Exchange them' }));
    await waitFor(() => {
      const last = (id: string) =>
        facts('weighed').findLast(({ subjectId }) => subjectId === id)!.massG.value;
      expect(last('cyan')).toBeGreaterThan(last('magenta') + 20);
    });
  });

  test('masses of the past: a table is pasted with its days, all or nothing is saved', async () => {
    const { user, facts } = await renderApp(<Past />, room());
    const count = facts('weighed').length;
    screen.getByLabelText('Day, line 1').focus();
    await user.paste('2026-03-03\t87.3\tsoon\t\n4.3.2026\t87.3\t87.3\t87.3\n');
    expect(screen.getByLabelText('Day, line 2')).toHaveValue('2026-03-04');
    await user.click(screen.getByRole('button', { name: 'Save them all' }));
    expect(screen.getByRole('alert')).toHaveTextContent('Line 1: magenta');
    expect(facts('weighed')).toHaveLength(count);
    await user.clear(screen.getByLabelText('magenta, line 1'));
    await user.click(screen.getByRole('button', { name: 'Save them all' }));
    await waitFor(() => expect(facts('weighed')).toHaveLength(count + 4));
    expect(facts('weighed').filter(({ at }) => at.startsWith('2026-03-03'))).toHaveLength(1);
  });
});

test('fills and prints of the past are pasted by the names of what they are of', async () => {
  const fills = await renderApp(<PastFills />, room());
  const count = fills.facts('filled').length;
  screen.getByLabelText('Day, line 1').focus();
  await fills.user.paste('2026-03-02\tcyan\tInk cyan, lot M1\t1.2 ml\n2026-03-03\tnobody\t\t1\n');
  expect(screen.getByLabelText('Bottle, line 1')).toHaveValue('bottle-cyan');
  await fills.user.click(screen.getByRole('button', { name: 'Save them all' }));
  expect(screen.getByRole('alert')).toHaveTextContent('Line 2: choose the cartridge.');
  await fills.user.selectOptions(screen.getByLabelText('Cartridge, line 2'), 'magenta');
  await fills.user.selectOptions(screen.getByLabelText('Bottle, line 2'), 'bottle-magenta');
  await fills.user.click(screen.getByRole('button', { name: 'Save them all' }));
  await waitFor(() => expect(fills.facts('filled')).toHaveLength(count + 2));
  expect(fills.facts('filled').find(({ at }) => at.startsWith('2026-03-02'))).toMatchObject({
    cartridgeId: 'cyan',
    ml: { value: 1.2 },
    by: 'syringe',
  });
});

test('prints of the past: what is wrong is said by its line, and nothing is half saved', async () => {
  const { user, facts } = await renderApp(<PastPrints />, room());
  screen.getByLabelText('Day, line 1').focus();
  await user.paste(
    '2026-03-02\tNets\t3\t210\t29.7 cm\tAny\n2027-01-01\tBoats\t1\t210\t297\tAny\n2026-03-04\tSails\t1.5\t210\t297\tOther\n',
  );
  await user.click(screen.getByRole('button', { name: 'Save them all' }));
  const said = screen.getByRole('alert');
  expect(said).toHaveTextContent('Line 2: that day is still to come.');
  expect(said).toHaveTextContent('Line 3: copies are a whole number');
  expect(facts('printed')).toHaveLength(1);
  put('Day, line 2', '2026-03-03');
  put('Copies, line 3', '2');
  await user.click(screen.getByRole('button', { name: 'Save them all' }));
  await waitFor(() => expect(facts('printed')).toHaveLength(4));
  expect(facts('printed').map(({ title, heightMm }) => [title, heightMm])).toContainEqual(['Nets', 297]);
});

test('a size of one’s own is kept under a name; another printer brings what is usual on it', async () => {
  const other = { ...PRINTER, id: 'second', name: 'Second printer' };
  const { user, facts } = await renderApp(
    <Prints />,
    room(
      define(other),
      {
        kind: 'printed',
        printerId: 'second',
        title: 'Cards',
        copies: 2,
        widthMm: 102,
        heightMm: 152,
        subjectId: 'other',
      },
      print(1),
    ),
  );
  await user.selectOptions(screen.getByLabelText('Size'), 'own');
  put('Width, mm', '13 in');
  put('Height, mm', '19 in');
  await user.type(screen.getByLabelText('Keep it as'), 'Super sheet');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  await waitFor(() =>
    expect(facts('defined').at(-1)!.entity).toMatchObject({
      sizes: [{ name: 'Super sheet', widthMm: 330.2, heightMm: 482.6 }],
    }),
  );
  await waitFor(() =>
    expect(screen.getByLabelText('Size')).toHaveDisplayValue('Super sheet, 330.2 × 482.6 mm'),
  );
  await user.selectOptions(screen.getByLabelText('Printer'), 'second');
  expect(screen.getByLabelText('Size')).toHaveDisplayValue('Card, 102 × 152 mm');
  expect(screen.getByLabelText('Kind of picture')).toHaveValue('other');
});

test('Plan: what waits in its order, when to weigh, a dose that is chosen, orders to copy', async () => {
  const weeks = Array.from({ length: 5 }, (_, week) =>
    script(
      [print(6), ...SHADES.map((id) => weigh(id, 41.58 + (41 - 2 * week) * 1.064))],
      new Date(Date.UTC(2026, 2, 9 + 7 * week, 10)).toISOString(),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(week).padStart(3, '0')}` })),
  ).flat();
  const { user, facts } = await renderApp(<Plan />, [...room(boats), ...weeks], '2026-04-10T12:00:00.000Z');
  const waits = within(screen.getByRole('region', { name: 'What waits to be printed' }));
  expect(waits.getByTestId('day-plan')).toHaveTextContent('All in one sitting, with the ink that is there.');
  expect(waits.getByText('20 × Boats')).toBeInTheDocument();
  const leaf = (name: string) => user.click(screen.getByRole('link', { name }));
  await leaf('Months ahead');
  await user.selectOptions(screen.getByLabelText('Foretold by'), 'jobs');
  await leaf('Next');
  expect(
    screen.getByText(/The first to come to its reserve|No cartridge in it was weighed/),
  ).toBeInTheDocument();
  await leaf('When to weigh');
  expect(screen.getByTestId('weigh-verdict')).toHaveTextContent(/Weigh at the next change, not before/);
  await leaf('Ways of changing');
  const doses = within(screen.getByRole('region', { name: 'A small top-up on a fixed day' }));
  await user.click(doses.getByRole('button', { name: 'Go by this' }));
  await waitFor(() => expect(facts('defined').at(-1)!.entity).toMatchObject({ doseEveryDays: 14 }));
  await user.click(doses.getByRole('button', { name: 'No longer' }));
  await waitFor(() => expect(facts('defined').at(-1)!.entity).not.toHaveProperty('doseEveryDays'));
  const second = within(screen.getByRole('region', { name: 'A second set' }));
  await waitFor(() => expect(second.getByTestId('second-set')).toHaveTextContent(/Paid back|not paid back/));
  await user.selectOptions(screen.getByLabelText('A line may run dry in'), '0.01');
  expect(screen.getByText(/in no more than 1 % of years/)).toBeInTheDocument();
  const again = within(await screen.findByRole('region', { name: 'A second set' }));
  await user.selectOptions(again.getByLabelText('As'), 'empties');
  expect(again.getByTestId('second-set')).toHaveTextContent('Enter what one cartridge costs.');
  await leaf('Next');
  await user.click(screen.getByRole('button', { name: 'Copy the list' }));
  expect(await navigator.clipboard.readText()).toMatch(/^Ink \w+, 250 ml: by \d/);
});

test('a notice is given once for what has become due, when the browser allows it', async () => {
  const given: string[] = [];
  class Given {
    static permission: NotificationPermission = 'default';
    static requestPermission = jest.fn(() => Promise.resolve((Given.permission = 'granted')));
    constructor(what: string) {
      given.push(what);
    }
  }
  Object.assign(globalThis, { Notification: Given });
  try {
    expect(noticesOn()).toBe(false);
    expect(await setNotices(true)).toBe(true);
    const Shows = (): null => (useDueNotices(), null);
    await renderApp(<Shows />, room(), '2026-04-20T12:00:00.000Z');
    await waitFor(() => expect(given).toContain('Weigh in Test printer'));
    const count = given.length;
    await renderApp(<Shows />, room(), '2026-04-20T12:00:00.000Z');
    expect(given).toHaveLength(count);
    expect(await setNotices(false)).toBe(false);
    expect(noticesOn()).toBe(false);
  } finally {
    Reflect.deleteProperty(globalThis, 'Notification');
  }
});

test('float sensors as one board: each its own switch point, faults told from ink, the signal as evidence', async () => {
  const sensor = define({
    entity: 'tool',
    id: 'sensor',
    name: 'Float sensor',
    tool: 'floatSensor',
    fitsHeightMm: null,
    squeezeMl: null,
    count: 3,
  });
  const { user, facts } = await renderApp(<Gauge />, room(sensor, weigh('cyan', 41.58 + 14 * 1.064)));
  const board = within(screen.getByRole('region', { name: 'Float sensors' }));
  const row = within(board.getByRole('row', { name: /^cyan/ }));
  expect(row.getByText('Ink stands above it.')).toBeInTheDocument();
  await user.selectOptions(row.getByLabelText('Lamps of cyan'), 'both');
  expect(row.getByText(/the sensor or its cable is at fault/)).toBeInTheDocument();
  await user.selectOptions(row.getByLabelText('Lamps of cyan'), 'unsteady');
  expect(row.getByText(/by its kind/)).toBeInTheDocument();
  await user.click(row.getByRole('button', { name: 'cyan switches at what is in it now' }));
  await waitFor(() =>
    expect(facts('defined').at(-1)!.entity).toMatchObject({ sensors: [{ slotId: 'cyan' }] }),
  );
  await user.selectOptions(row.getByLabelText('Lamps of cyan'), 'low');
  expect(row.getByText(/About 1[34]\.\d+.±.0\.\d+.ml stand in it/)).toBeInTheDocument();
  await user.click(row.getByRole('button', { name: 'cyan changed over just now' }));
  await waitFor(() => expect(facts('sensorSignalled')).toHaveLength(1));
  expect(facts('sensorSignalled')[0]!.ml.value).toBeCloseTo(14, 0);
});
