import { expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { printedArea } from './printedArea';
import { renderApp } from '../testing/renderApp';
import { emptyLines, PasteGrid, type GridColumn, type GridLine } from './PasteGrid';

const COLUMNS: readonly GridColumn[] = [
  { id: 'day', label: 'Day', as: 'day' },
  { id: 'what', label: 'What', as: 'choice', options: [{ value: 'c', label: 'Cyan A' }] },
  { id: 'ml', label: 'Ml', as: 'text' },
];
let kept: readonly GridLine[] = [];
function Grid() {
  const [lines, setLines] = useState(emptyLines);
  kept = lines;
  return <PasteGrid columns={COLUMNS} lines={lines} onLines={setLines} />;
}

test.each<[string, string, string, readonly GridLine[]]>([
  [
    'days as tables write them',
    'Day, line 1',
    '2026-03-04\n4.3.2026\nsoon',
    [{ day: '2026-03-04' }, { day: '2026-03-04' }, { day: '' }],
  ],
  [
    'a choice by its name, whatever its case',
    'What, line 1',
    'cyan a\t3\nCyan A\t4',
    [
      { what: 'c', ml: '3' },
      { what: 'c', ml: '4' },
    ],
  ],
  ['one that is unknown is left for the person', 'What, line 1', 'nobody\t3', [{ what: '', ml: '3' }]],
  ['more columns than there are', 'Ml, line 1', '1\t2\t3', [{ ml: '1' }]],
  ['line ends of another system', 'Ml, line 1', '1\r\n2\r\n', [{ ml: '1' }, { ml: '2' }]],
])('pasted: %s', async (_name, at, text, found) => {
  const { user } = await renderApp(<Grid />, []);
  screen.getByLabelText(at).focus();
  await user.paste(text);
  expect(kept.slice(0, found.length)).toEqual(found);
  expect(kept.slice(found.length).every((line) => Object.keys(line).length === 0)).toBe(true);
});

test('a table longer than the grid makes it longer; a single word goes into its field alone; lines can be added', async () => {
  const { user } = await renderApp(<Grid />, []);
  const short = emptyLines().length;
  screen.getByLabelText('Ml, line 2').focus();
  await user.paste(Array.from({ length: 20 }, (_, i) => String(i)).join('\n'));
  expect(kept).toHaveLength(21);
  expect(kept[20]).toEqual({ ml: '19' });
  screen.getByLabelText('Ml, line 1').focus();
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
