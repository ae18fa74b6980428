import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { latest, msOf } from './index';

test('an instant of a fact is the same time as the platform reads', () => {
  const years = fc.date({
    min: new Date('0001-01-01'),
    max: new Date('9999-12-31T23:59:59.999Z'),
    noInvalidDate: true,
  });
  fc.assert(
    fc.property(years, (date) => msOf(date.toISOString()) === date.getTime()),
    {
      examples: [
        [new Date('2024-02-29T23:59:59.999Z')],
        [new Date('2100-03-01T00:00:00.000Z')],
        [new Date('2000-02-29T12:00:00.000Z')],
      ],
    },
  );
  expect(msOf('2026-11-24T10:30:00+01:00')).toBe(Date.UTC(2026, 10, 24, 9, 30));
  expect(msOf('soon')).toBeNaN();
});

test('the latest of some instants, of which some are missing', () => {
  const [first, second] = ['2026-03-02T09:00:00.000Z', '2026-03-05T09:00:00.000Z'];
  expect([latest([second, null, first]), latest([first, undefined]), latest([null])]).toEqual([
    second,
    first,
    null,
  ]);
});
