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
  // Written otherwise it is the same instant: to the second, with an offset, a day alone, and as long as one that is read quickly.
  for (const text of [
    '2026-11-24',
    '2026-11-24T10:30:00Z',
    '2026-11-24T10:30:00.5Z',
    '2026-11-24T10:30:00.5+01:00',
    '2026-11-24T10:30+01:00:00',
  ])
    expect([text, msOf(text)]).toEqual([text, Date.parse(text)]);
  expect('2026-11-24T09:30:0+01:00').toHaveLength(24);
  expect(msOf('2026-11-24T09:30:0+01:00')).toBeNaN();
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
