import { describe, expect, test } from '@jest/globals';
import { newContextForTest, print, script } from '@hiraeth/core/testing';
import type { FactDraft } from '@hiraeth/core/workbook';
import { printRows, sortedRows, type SortKey } from './printRows';

const job = (part: object): FactDraft => ({ ...print(1), ...part });
const facts = script([
  job({ title: 'Tide 10', copies: 2, widthMm: 100, heightMm: 100 }),
  job({ title: 'tide 9', edition: 'tide 9, large', copies: 10, widthMm: 300, heightMm: 400 }),
  job({ title: 'Boats', as: 'waste', copies: 3, widthMm: 90, heightMm: 2000 }),
]).filter((fact) => fact.kind === 'printed');
const costs = new Map([
  [facts[0]!.id, { ml: 1, mlU: 0.1, refillMinor: null, originalMinor: 900 }],
  [facts[1]!.id, { ml: 12, mlU: 1, refillMinor: 110, originalMinor: 1000 }],
]);
const rows = printRows(newContextForTest(), facts, costs);
const titles = (by: SortKey, down: boolean, text = ''): string[] =>
  sortedRows(rows, { by, down }, text).map(({ title }) => title);

describe('the log of prints as rows', () => {
  test('an edition that begins with its picture is said once, what was no print says so', () => {
    expect(rows.map(({ title }) => title)).toEqual([
      'Tide 10',
      'tide 9, large',
      expect.stringMatching(/^Boats \(/),
    ]);
  });

  test.each<[SortKey, boolean, readonly number[]]>([
    // Numbers in a name count as numbers; capitals do not count.
    ['title', false, [2, 1, 0]],
    ['copies', true, [1, 2, 0]],
    // By area, not by what is written first.
    ['size', false, [0, 1, 2]],
    ['at', true, [2, 1, 0]],
    // What is not known comes last either way.
    ['cost', true, [1, 0, 2]],
    ['cost', false, [1, 0, 2]],
    ['ink', false, [0, 1, 2]],
    ['original', true, [1, 0, 2]],
  ])('by %s, descending %s', (by, down, order) => {
    expect(titles(by, down)).toEqual(order.map((i) => rows[i]!.title));
  });

  test('found by all the words that were typed, in any order', () => {
    expect(titles('at', false, 'large TIDE')).toEqual(['tide 9, large']);
    expect(titles('at', false, '2026-03-01 tide')).toHaveLength(2);
    expect(titles('at', false, 'tide nothing')).toEqual([]);
  });
});
