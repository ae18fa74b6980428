import { describe, expect, jest, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { print, script, setUp } from '@hiraeth/core/testing';
import { renderApp } from '../../testing/renderApp';
import { dayAsked } from '../dayAsked';
import FindDialog from './FindDialog';

describe('a day, as people type it', () => {
  test.each([
    ['2026-03-02', '2026-03-02'],
    ['2.3.2026', '2026-03-02'],
    ['2/3/2026', '2026-03-02'],
    ['2 Mar 2026', '2026-03-02'],
    ['2 march', '2026-03-02'],
    // A day that is still to come this year was last year's.
    ['24 Dec', '2025-12-24'],
    ['31.2.2026', null],
    ['cyan', null],
    ['M1', null],
    ['12', null],
    ['', null],
  ])('%s: %s', (text, day) => {
    expect(dayAsked(text, new Date(2026, 2, 10))).toBe(day);
  });
});

describe('find', () => {
  const named = script([...setUp, { ...print(3), title: 'Low tide' } as never]);
  const find = async (text: string): Promise<string[]> => {
    const { user } = await renderApp(<FindDialog onClose={jest.fn()} />, named);
    await user.type(screen.getByRole('combobox', { name: 'Find' }), text);
    return screen.queryAllByRole('option').map((option) => option.textContent);
  };

  test.each([
    // What it is called stands before what only speaks of it.
    ['cyan', 'cyancartridge'],
    ['refill mag', 'Refill magentado'],
    ['low tide', 'Low tideprint'],
    ['M1', 'Lot M1bottle'],
    ['edition price', 'Price an editiondo'],
    ['reserve', 'reserveword'],
    ['magneta', 'magentacartridge'],
    ['1 march', 'Entries of 1 Mar 2026day'],
  ])('“%s” finds %s first', async (text, first) => {
    expect((await find(text))[0]).toBe(first);
  });

  test('what nobody named is said to be nothing, with what may be asked for', async () => {
    expect(await find('zzzz')).toEqual([]);
    expect(screen.getByText(/Nothing bears that name/)).toBeInTheDocument();
  });

  test('a word of the field is found by what it means', async () => {
    expect((await find('colourant'))[0]).toBe('shadeword');
  });
});
