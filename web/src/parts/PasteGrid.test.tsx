import { expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { printedArea } from './printedArea';
import { renderApp } from '../testing/renderApp';
import { emptyLines, PasteGrid, type GridColumn, type GridLine } from './PasteGrid';

const COLUMNS: readonly GridColumn[] = [
  { id: 'day', label: 'Day', as: 'day' },
  {
    id: 'what',
    label: 'What',
    as: 'choice',
    options: [
      { value: 'c', label: 'Cyan A' },
      { value: 'l', label: 'Cyan B, lot 7' },
    ],
  },
  { id: 'ml', label: 'In, ml', as: 'text' },
];
let kept: readonly GridLine[] = [];
function Grid() {
  const [lines, setLines] = useState(emptyLines);
  kept = lines;
  return <PasteGrid columns={COLUMNS} lines={lines} onLines={setLines} />;
}

test.each<[string, string, string, readonly GridLine[], RegExp | null]>([
  [
    'days as tables write them',
    'Day, line 1',
    '2026-03-04\n4.3.2026\nsoon\n24-Nov-26',
    [{ day: '2026-03-04' }, { day: '2026-03-04' }, { day: '' }, { day: '2026-11-24' }],
    /^Line 3: “soon” is no day/,
  ],
  [
    'days with slashes, by all of them together',
    'Day, line 1',
    '3/4/2026\n3/24/2026',
    [{ day: '2026-03-04' }, { day: '2026-03-24' }],
    null,
  ],
  [
    'days that could be read both ways, said',
    'Day, line 1',
    '3/4/2026\n5/6/2026',
    [{ day: '2026-04-03' }, { day: '2026-06-05' }],
    /with the day first/,
  ],
  [
    'a choice by its name, whatever its case, or by words that only it has',
    'What, line 1',
    'cyan a\t3\nlot 7\t4\ncyan\t5',
    [
      { what: 'c', ml: '3' },
      { what: 'l', ml: '4' },
      { what: '', ml: '5' },
    ],
    /^Line 3: “cyan” is none of “What”/,
  ],
  [
    'one that is unknown is left for the person',
    'What, line 1',
    'nobody\t3',
    [{ what: '', ml: '3' }],
    /^Line 1: “nobody” is none of “What”/,
  ],
  [
    'more columns than there are',
    'In, ml, line 1',
    '1\t2\t3',
    [{ ml: '1' }],
    /to the right of “In, ml” was left out/,
  ],
  ['line ends of another system', 'In, ml, line 1', '1\r\n2\r\n', [{ ml: '1' }, { ml: '2' }], null],
  [
    'titles that are the grid’s, in an order of their own',
    'Day, line 1',
    'Date\tml\tNote\tWHAT\tIn\n2026-03-04\t3\told\tCyan A\t9',
    [{ day: '2026-03-04', ml: '3', what: 'c' }],
    /by the titles in its first line; left out, since no column here is for them: Note, In\./,
  ],
  [
    'titles of its own',
    'Day, line 1',
    'Date\tA\n2026-03-04\tCyan A',
    [{ day: '2026-03-04', what: 'c' }],
    /holds titles, and was left out/,
  ],
])('pasted: %s', async (_name, at, text, found, said) => {
  const { user } = await renderApp(<Grid />, []);
  screen.getByLabelText(at).focus();
  await user.paste(text);
  expect(kept.slice(0, found.length)).toEqual(found);
  expect(kept.slice(found.length).every((line) => Object.keys(line).length === 0)).toBe(true);
  if (said) expect(screen.getByRole('status')).toHaveTextContent(said);
  else expect(screen.queryByRole('status')).toBeNull();
});

test('a table longer than the grid makes it longer; a single word goes into its field alone; lines can be added', async () => {
  const { user } = await renderApp(<Grid />, []);
  const short = emptyLines().length;
  screen.getByLabelText('In, ml, line 2').focus();
  await user.paste(Array.from({ length: 20 }, (_, i) => String(i)).join('\n'));
  expect(kept).toHaveLength(21);
  expect(kept[20]).toEqual({ ml: '19' });
  screen.getByLabelText('In, ml, line 1').focus();
  await user.paste('7');
  expect(kept[0]).toEqual({ ml: '7' });
  await user.click(screen.getByRole('button', { name: 'More lines' }));
  expect(kept.length).toBeGreaterThan(21);
  expect(short).toBe(6);
});

test.each([
  [{ widthMm: 210, heightMm: 297 }, '', { widthMm: 210, heightMm: 297 }],
  [{ widthMm: 210, heightMm: 297 }, '10', { widthMm: 190, heightMm: 277 }],
  [{ widthMm: 210, heightMm: 297 }, '1 in', { widthMm: 159.2, heightMm: 246.2 }],
  [{ widthMm: 210, heightMm: 297 }, '2 cm', { widthMm: 170, heightMm: 257 }],
  [{ widthMm: 210, heightMm: 297 }, '105', null],
  [{ widthMm: 210, heightMm: 297 }, 'wide', null],
  [null, '10', null],
])('of %j with margins of “%s” ink falls on %j', (sheet, margin, area) => {
  expect(printedArea(sheet, margin)).toEqual(area);
});
