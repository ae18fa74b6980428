import { expect, test } from '@jest/globals';
import type { Fact } from '../../workbook';
import { entriesSince } from './entriesSince';

test('what a saved file does not hold yet is what was recorded after it, whenever it happened', () => {
  const log = ['01', '02', '03'].map((day) => ({ recorded: `2026-03-${day}T00:00:00.000Z`, at: 'long ago' }));
  const since = (at: string | null): number => entriesSince(log as unknown as Fact[], at);
  expect(since(null)).toBe(3);
  expect(since('2026-02-01T00:00:00.000Z')).toBe(3);
  // What was recorded in the moment of saving is in it.
  expect(since('2026-03-02T00:00:00.000Z')).toBe(1);
  expect(since('2026-03-03T00:00:00.000Z')).toBe(0);
});
