import { describe, expect, test } from '@jest/globals';
import { LABEL_PAPERS, labelPages, labelSheet, type LabelPaper } from './labelSheet';

describe('labels on a sheet', () => {
  test.each<[number, number, number, LabelPaper?]>([
    [63.5, 38.1, 21],
    [70, 36, 24],
    [48.5, 25.4, 44],
    [99.1, 38.1, 14],
    [50, 30, 36],
    [200, 280, 1],
    [66.7, 25.4, 30, 'Letter'],
    [101.6, 33.9, 14, 'Letter'],
    [50, 30, 36, 'Letter'],
  ] as const)(
    '%s × %s mm: %s of them stay on the paper, and none lies on another',
    (width, height, count, paper = 'A4') => {
      const sheet = labelSheet(width, height, paper);
      const whole = LABEL_PAPERS[paper];
      expect(sheet.columns * sheet.rows).toBe(count);
      expect(sheet.pitch).toBeGreaterThanOrEqual(width);
      expect(sheet.left + sheet.pitch * (sheet.columns - 1) + width).toBeLessThanOrEqual(whole.width);
      expect(sheet.top + height * sheet.rows).toBeLessThanOrEqual(whole.height);
      // The margins of a sheet are the same on both sides.
      expect(2 * sheet.left + sheet.pitch * (sheet.columns - 1) + width).toBeCloseTo(whole.width, 0);
      expect(2 * sheet.top + height * sheet.rows).toBeCloseTo(whole.height, 0);
    },
  );

  test('a sheet that was begun goes on where it was left, and the rest goes onto the next', () => {
    const sheet = labelSheet(63.5, 38.1);
    const pages = labelPages(sheet, ['a', 'b', 'c'], 20);
    expect(pages.map((page) => page.map(({ label }) => label))).toEqual([['a', 'b'], ['c']]);
    expect(pages[0]![1]).toEqual({ label: 'b', left: 7.2 + 132, top: 15.1 + 6 * 38.1 });
    expect(pages[1]![0]).toMatchObject({ left: 7.2, top: 15.1 });
  });
});
