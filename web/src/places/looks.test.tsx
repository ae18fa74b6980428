import { expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import { define, install, PRINTER, print, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../testing/renderApp';
import Checks from './checks';
import ExerciseSheet from './checks/ExerciseSheet';
import Shades from './shades';
import ChartSheet from './shades/ChartSheet';

const room = script([
  ...setUp,
  define({ ...PRINTER, headLines: 40, headSpares: 3 }),
  define({ entity: 'paper', id: 'rag', name: 'Rag', brightener: 'none' }),
  ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 80)),
  install,
  print(5),
]);

test('a check is logged by keyboard: a count, which lines, one that cannot be seen; what to do next follows', async () => {
  const { user, facts } = await renderApp(<Checks />, room, '2026-03-02T10:00:00.000Z');
  expect(screen.getByText(/Print a nozzle check/)).toBeInTheDocument();
  await user.click(screen.getByLabelText('Missing in cyan'));
  await user.keyboard('#7 9{Enter}3{Enter}-');
  expect(screen.getByLabelText('Missing in yellow')).toHaveValue('-');
  await user.keyboard('{Enter}');
  await waitFor(() => expect(facts('nozzleChecked')).toHaveLength(1));
  expect(facts('nozzleChecked')[0]).toMatchObject({
    gaps: [
      { slotId: 'cyan', nozzles: 2, lines: [7, 9] },
      { slotId: 'magenta', nozzles: 3 },
    ],
    unseen: ['yellow'],
    light: 'white',
    after: 'routine',
  });
  await waitFor(() => expect(screen.getByTestId('missing')).toHaveTextContent('5lines missing'));
  expect(screen.getByText(/One light cleaning\./)).toBeInTheDocument();
  // What was typed is gone, and a new check begins empty.
  expect(screen.getByLabelText('Missing in cyan')).toHaveValue('');
});

test('what cannot be missing is said at its field, and nothing is saved', async () => {
  const { user, facts } = await renderApp(<Checks />, room);
  await user.type(screen.getByLabelText('Missing in cyan'), '41');
  expect(await screen.findByText('41 cannot be missing: its field has 40 lines.')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Save the check' }));
  await waitFor(() => expect(screen.getByLabelText('Missing in cyan')).toHaveFocus());
  expect(facts('nozzleChecked')).toEqual([]);
});

test('a new head begins anew; trouble is answered from the log first', async () => {
  const { user, facts } = await renderApp(<Checks />, room);
  await user.click(screen.getByRole('button', { name: 'It has a new head' }));
  await waitFor(() => expect(facts('headReplaced')).toHaveLength(1));
  await user.selectOptions(screen.getByLabelText('What do you see?'), 'oneMissing');
  const guide = screen.getByRole('region', { name: 'Something is wrong' });
  expect(within(guide).getAllByRole('listitem')[0]).toHaveTextContent(
    'Clogged, or air in its line: it holds ink (the log says so).',
  );
});

const GREYS = 'G1 20 0 0\nG2 50 0 0\nG3 80 0 0';

test('patches pasted for originals and for the refill give a verdict; another condition is never mixed in', async () => {
  const { user, facts } = await renderApp(<Shades />, room);
  expect(screen.getByText(/Nothing measured yet/)).toBeInTheDocument();
  const form = screen.getByRole('form', { name: 'Enter what was measured' });
  const enter = async (text: string, ink: string): Promise<void> => {
    await user.click(within(form).getByLabelText('Patches'));
    await user.paste(text);
    await user.selectOptions(within(form).getByLabelText('Printed with'), ink);
    await user.click(within(form).getByRole('button', { name: 'Save what was measured' }));
  };
  await enter('G1 20 x 0', 'original');
  expect(within(form).getByRole('alert')).toHaveTextContent('Line 1: “x” is not a number.');
  expect(facts('shadeMeasured')).toEqual([]);
  await user.clear(within(form).getByLabelText('Patches'));
  await enter(GREYS, 'original');
  await waitFor(() => expect(facts('shadeMeasured')).toHaveLength(1));
  await enter(GREYS.replace(/ 0$/gm, ' 4'), 'refill');
  await waitFor(() => expect(screen.getByTestId('mean')).toHaveTextContent(/^[34]\.\dmean/));
  expect(screen.getByText('Plainly different.')).toBeInTheDocument();
  expect(screen.getByText(/greys yellower by 4\.0/)).toBeInTheDocument();
  await user.selectOptions(within(form).getByLabelText('Condition'), 'M2');
  await enter(GREYS, 'refill');
  await waitFor(() => expect(facts('shadeMeasured')).toHaveLength(3));
  // The newest series has nothing to be compared with; the other stands as it stood.
  expect(screen.getByText(/Measure the same chart once more/)).toBeInTheDocument();
  await user.selectOptions(screen.getByLabelText('Measured'), 'Hiraeth 22 on Rag, M1, D50');
  expect(screen.getByTestId('mean')).toBeInTheDocument();
});

test('what the file says of its measuring is taken up and held to; numbers for names are asked about', async () => {
  const { user, facts } = await renderApp(<Shades />, room);
  const form = screen.getByRole('form', { name: 'Enter what was measured' });
  const save = (): Promise<void> =>
    user.click(within(form).getByRole('button', { name: 'Save what was measured' }));
  await user.click(within(form).getByLabelText('Patches'));
  await user.paste(
    [
      'CGATS.17',
      'MEASUREMENT_SOURCE "MeasurementCondition=M2 Filter=UVcut"',
      'WEIGHTING_FUNCTION "OBSERVER, 10 degree"',
      'BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS 3',
      'BEGIN_DATA\n1 20 0 0\n2 50 0 0\nEND_DATA',
    ].join('\n'),
  );
  expect(within(form).getByLabelText('Condition')).toHaveValue('M2');
  expect(within(form).getByLabelText('Observer')).toHaveValue('10');
  expect(within(form).getByText(/says 3 patches, and there are 2.*by numbers alone/)).toBeInTheDocument();
  await save();
  expect(within(form).getByRole('alert')).toHaveTextContent('Say that they are');
  await user.click(within(form).getByLabelText('Each number is always the same patch'));
  await user.selectOptions(within(form).getByLabelText('Condition'), 'M1');
  await save();
  expect(within(form).getByRole('alert')).toHaveTextContent('Its file says M2.');
  expect(facts('shadeMeasured')).toEqual([]);
  await user.selectOptions(within(form).getByLabelText('Condition'), 'M2');
  await save();
  await waitFor(() =>
    expect(facts('shadeMeasured')).toMatchObject([
      {
        condition: 'M2',
        illuminant: 'D50',
        observer: '10',
        filter: 'UVcut',
        patches: [{ name: '1' }, { name: '2' }],
      },
    ]),
  );
});

test('without an instrument by eye; a profile; how many sheets until the line holds the new ink', async () => {
  const { user, facts } = await renderApp(<Shades />, room);
  expect(screen.getByTestId('test-sheets')).toHaveTextContent(/^\d+ sheets$/);
  await user.click(screen.getByRole('button', { name: 'Compare by eye' }));
  await user.selectOptions(screen.getByLabelText('neutral greys'), 'visible');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(screen.getByText(/neutral greys different side by side/)).toBeInTheDocument());
  await user.click(screen.getByRole('button', { name: 'I made a profile' }));
  await user.type(screen.getByLabelText('Name of the profile'), 'Rag 3{Enter}');
  await waitFor(() => expect(facts('profiled')).toMatchObject([{ name: 'Rag 3', paperId: 'rag' }]));
  expect(screen.getByText('Not yet.')).toBeInTheDocument();
});

test('sheets to print at true size: an exercise for every ink, and a chart with its reference', async () => {
  await renderApp(<ExerciseSheet />, []);
  expect(screen.getByRole('img', { name: /Ten hues/ })).toHaveAttribute('width', '190mm');
  await renderApp(<ChartSheet />, []);
  expect(screen.getByRole('img', { name: 'Chart of 22 patches' })).toHaveAttribute('width', '156mm');
});

test('an empty workbook says where to begin', async () => {
  await renderApp(<Checks />, []);
  await renderApp(<Shades />, []);
  expect(screen.getAllByRole('link', { name: /Set up a printer/ })).toHaveLength(2);
});
