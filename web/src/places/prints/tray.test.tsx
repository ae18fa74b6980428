import { readUnfinished } from '../../state/unfinished';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import { define, script, setUp } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import Prints from './index';

const AT = '2026-12-01T10:00:00.000Z';
const room = script([
  ...setUp,
  define({
    entity: 'jobRule',
    id: 'rule',
    name: 'Photos',
    queue: 'photo10',
    title: '*.jpg',
    printerId: 'printer',
    subjectId: 'any',
    paperId: null,
    ignore: false,
  }),
]);
const log = readFileSync(
  join(import.meta.dirname, '../../../../core/src/jobs/testing/page_log.default'),
  'utf8',
);
const file = (text: string, name = 'page_log') => new File([text], name, { type: 'text/plain' });
const panel = () => screen.getByRole('region', { name: 'Jobs that printed' });

afterEach(() => localStorage.clear());

test('a page log: what rules make certain is logged, the rest waits; twice is once', async () => {
  const { user, facts, store } = await renderApp(<Prints />, room, AT);
  const upload = () => user.upload(screen.getByLabelText('File of jobs'), file(log));
  await upload();
  await waitFor(() =>
    expect(within(panel()).getByRole('status')).toHaveTextContent(
      '2 logged by rule, 12 wait below, 0 put away, 0 known already.',
    ),
  );
  expect(facts('printed').map(({ title, copies }) => [title, copies])).toEqual([
    ['IMG_0042.jpg', 1],
    ['photo.jpg', 1],
  ]);
  await upload();
  await waitFor(() =>
    expect(within(panel()).getByRole('status')).toHaveTextContent(
      '0 logged by rule, 0 wait below, 0 put away, 14 known already.',
    ),
  );
  const note = readUnfinished(store.getState().workbook.notes, 'tray')!;
  expect([note.waiting.length, note.away.length]).toEqual([12, 0]);
});

test('one key each: a job is completed, logged by Enter, put away by Delete; “always so” makes a rule', async () => {
  const { user, facts } = await renderApp(<Prints />, room, AT);
  await user.upload(screen.getByLabelText('File of jobs'), file(log));
  const row = await within(panel()).findByRole('listitem', { name: 'Fine art A3+ proof' });
  // Half a job is not logged.
  row.focus();
  await user.keyboard('{Enter}');
  expect(facts('printed')).toHaveLength(2);
  await user.selectOptions(within(row).getByLabelText('Printer'), 'printer');
  await user.selectOptions(within(row).getByLabelText('Kind of picture'), 'any');
  await user.click(within(row).getByRole('button', { name: 'Always so' }));
  await waitFor(() =>
    expect(facts('defined').at(-1)!.entity).toMatchObject({
      entity: 'jobRule',
      queue: 'photo10',
      title: 'Fine art A*+ proof',
    }),
  );
  within(panel()).getByRole('listitem', { name: 'Fine art A3+ proof' }).focus();
  await user.keyboard('{Enter}');
  await waitFor(() =>
    expect(facts('printed').find(({ title }) => title === 'Fine art A3+ proof')).toMatchObject({
      widthMm: 330.2,
      job: { number: 3 },
    }),
  );
  expect(within(panel()).queryByRole('listitem', { name: 'Fine art A3+ proof' })).toBeNull();
  within(panel()).getByRole('listitem', { name: '(stdin)' }).focus();
  await user.keyboard('{Delete}');
  await waitFor(() => expect(within(panel()).queryByRole('listitem', { name: '(stdin)' })).toBeNull());
});

test('a table: its columns are guessed, corrected, and remembered', async () => {
  const { user, facts } = await renderApp(<Prints />, room, AT);
  const table = 'What;Printed at;Copies;Size;Printer\nSea.jpg;24.11.2026;3;A3;photo10\n';
  await user.upload(screen.getByLabelText('File of jobs'), file(table, 'history.csv'));
  const columns = await screen.findByRole('group', { name: 'Columns of the table' });
  expect(within(columns).getByRole('button', { name: 'Say which is title and date' })).toBeDisabled();
  await user.selectOptions(within(columns).getByLabelText('Title'), 'What');
  await user.click(within(columns).getByRole('button', { name: 'Take in 1 job' }));
  await waitFor(() =>
    expect(facts('printed')).toMatchObject([{ title: 'Sea.jpg', copies: 3, widthMm: 297 }]),
  );
  await user.upload(screen.getByLabelText('File of jobs'), file(table.replace('Sea', 'Bay'), 'history.csv'));
  expect(await screen.findByRole('button', { name: 'Take in 1 job' })).toBeEnabled();
});

test('a page log of another format: its columns are found, put right, and remembered; or its configuration says it', async () => {
  const { user, facts } = await renderApp(<Prints />, room, AT);
  const upload = (text: string) => user.upload(screen.getByLabelText('File of jobs'), file(text));
  const line = (i: number, title: string): string =>
    `[2${i}/Nov/2026:10:00:00 +0100];photo10;${i};ann;"${title}";${i};A3`;
  await upload([line(1, 'Sea'), line(2, 'Bay at night'), line(3, 'Lichen')].join('\n'));
  const columns = await screen.findByRole('group', { name: 'Columns of the page log' });
  expect(within(columns).getByLabelText('Column 5')).toHaveValue('title');
  // What was guessed wrong is put right: then nothing else is called so.
  await user.selectOptions(within(columns).getByLabelText('Column 5'), 'other');
  await user.selectOptions(within(columns).getByLabelText('Column 4'), 'title');
  await user.selectOptions(within(columns).getByLabelText('Column 5'), 'title');
  expect(within(columns).getByLabelText('Column 4')).toHaveValue('other');
  await user.click(within(columns).getByRole('button', { name: 'Take in 3 jobs' }));
  await waitFor(() => expect(within(panel()).getByRole('status')).toHaveTextContent(/3 wait below/));
  // The next one of its kind is read without asking.
  await upload(line(4, 'Harbour'));
  await waitFor(() => expect(within(panel()).getByRole('status')).toHaveTextContent(/1 wait below/));
  await upload('LogLevel warn\nPageLogFormat %p|%j|%T|%C|%{job-name}\n');
  expect(await screen.findByText(/taken from the configuration: %p\|%j\|%T/)).toBeInTheDocument();
  await upload('photo10|9|[28/Nov/2026:10:00:00 +0100]|2|Dunes');
  await waitFor(() => expect(within(panel()).getByRole('listitem', { name: 'Dunes' })).toBeInTheDocument());
  expect(facts('printed')).toEqual([]);
});

test('a file that is neither, or cannot be read, is said so, and nothing is taken in', async () => {
  const { user, facts } = await renderApp(<Prints />, room, AT);
  const upload = (one: File) => user.upload(screen.getByLabelText('File of jobs'), one);
  await upload(file('hello'));
  expect(await screen.findByText('It is neither a page log nor a table with a header.')).toBeInTheDocument();
  await upload(Object.assign(file(log), { arrayBuffer: () => Promise.reject(new Error('moved')) }));
  expect(await screen.findByText(/could not be read: it was changed, moved or locked/)).toBeInTheDocument();
  expect(facts('printed')).toEqual([]);
  // As a spreadsheet saves “Unicode text”.
  await upload(new File([Buffer.from(`\ufeff${log}`, 'utf16le')], 'page_log.txt'));
  await waitFor(() => expect(facts('printed')).toHaveLength(2));
  expect(screen.queryByText(/could not be read/)).toBeNull();
});

test('a job that nobody counted waits for its number of sheets, also where a rule knows all the rest', async () => {
  const { user, facts } = await renderApp(<Prints />, room, AT);
  const table = 'Title;Date;Size;Printer\nSea.jpg;24.11.2026;A3;photo10\n';
  await user.upload(screen.getByLabelText('File of jobs'), file(table, 'history.csv'));
  await user.click(await screen.findByRole('button', { name: 'Take in 1 job' }));
  const row = within(await within(panel()).findByRole('listitem', { name: 'Sea.jpg' }));
  expect(facts('printed')).toEqual([]);
  expect(row.getByText(/count not known/)).toBeInTheDocument();
  expect(row.getByRole('button', { name: 'Log it' })).toBeDisabled();
  for (const wrong of ['0', '2.5', 'many']) {
    await user.clear(row.getByLabelText('Sheets'));
    await user.type(row.getByLabelText('Sheets'), wrong);
    expect(row.getByRole('button', { name: 'Log it' })).toBeDisabled();
  }
  await user.clear(row.getByLabelText('Sheets'));
  await user.type(row.getByLabelText('Sheets'), '4');
  await user.click(row.getByRole('button', { name: 'Log it' }));
  await waitFor(() => expect(facts('printed')).toMatchObject([{ title: 'Sea.jpg', copies: 4 }]));
});
