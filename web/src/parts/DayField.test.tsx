import { expect, test } from '@jest/globals';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { renderApp } from '../testing/renderApp';
import { fromLocalField } from './dates';
import { dayAsked, momentAsked } from './dayAsked';
import { DayField } from './DayField';

let said = '';
function Asking({ first, withTime, ahead }: { first: string; withTime?: boolean; ahead?: boolean }) {
  const [value, setValue] = useState(first);
  said = value;
  return (
    <DayField
      label="When"
      value={value}
      onChange={setValue}
      {...(withTime ? { withTime } : {})}
      {...(ahead ? { ahead } : {})}
    />
  );
}
const field = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'When' });
/** The workbook's clock stands at 24 Nov 2026. */
const write = async (text: string, of: { withTime?: boolean; ahead?: boolean } = {}) => {
  await renderApp(<Asking first="" {...of} />, []);
  fireEvent.focus(field());
  fireEvent.change(field(), { target: { value: text } });
  fireEvent.blur(field());
};

test.each([
  ['20.11.2026', {}, '2026-11-20', '20 Nov 2026'],
  ['2026-11-20', {}, '2026-11-20', '20 Nov 2026'],
  // What lies ahead is next year’s, what is past was last year’s.
  ['3 Feb', { ahead: true }, '2027-02-03', '3 Feb 2027'],
  ['24 Dec', {}, '2025-12-24', '24 Dec 2025'],
  ['20/11/2026 7:05', { withTime: true }, '2026-11-20T07:05', '20 Nov 2026, 07:05'],
  ['20 Nov 2026', { withTime: true }, '2026-11-20T12:00', '20 Nov 2026, 12:00'],
  ['', {}, '', ''],
])('%s is taken, and shown as all days are shown', async (text, of, value, shown) => {
  await write(text, of);
  expect([said, field().value]).toEqual([value, shown]);
  expect(screen.queryByText(/Write it like/)).toBeNull();
});

test.each([['31.2.2026'], ['12'], ['soon']])(
  '%s is no day: it stands there to be mended, with the form it is wanted in, and no form takes it for another day',
  async (text) => {
    await write(text, { withTime: true });
    expect(field().value).toBe(text);
    expect(screen.getByText(/^Write it like \d+ \w+ 20\d\d, \d\d:\d\d\.$/)).toBeTruthy();
    expect(fromLocalField(said)).toBeNull();
  },
);

test('the browser’s calendar writes the same field', async () => {
  await renderApp(<Asking first="2026-11-20" />, []);
  fireEvent.change(document.querySelector('input[type="date"]')!, { target: { value: '2026-11-22' } });
  expect([said, field().value]).toEqual(['2026-11-22', '22 Nov 2026']);
});

test('today, said without its time or its year, is today: not its noon that is still to come, nor next year', () => {
  const now = new Date(2026, 10, 24, 9, 30);
  expect([momentAsked('24 Nov 2026', now), momentAsked('23 Nov', now)]).toEqual([
    '2026-11-24T09:30',
    '2026-11-23T12:00',
  ]);
  expect([dayAsked('24 Nov', now, 'next'), dayAsked('23 Nov', now, 'next')]).toEqual([
    '2026-11-24',
    '2027-11-23',
  ]);
});
