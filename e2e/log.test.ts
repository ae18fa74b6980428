import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import ICAL from 'ical.js';
import { parseWorkbook } from '@hiraeth/core/workbook';
import { fill, install, print, script, setUp, SHADES, weigh } from '@hiraeth/core/testing';
import { exportWorkbook, noAxeFindings, openWith, saved, visit } from './helpers';

const left = (week: number): number => 41.58 + (45 - 2 * week) * 1.064;
/** Six weeks of six sheets a week, 2 ml of each channel, weighed at the end of each. */
const room = [
  ...script(
    [
      ...setUp,
      ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, left(0), 'after')]),
      install,
    ],
    '2026-01-01T09:00:00.000Z',
  ),
  ...Array.from({ length: 6 }, (_, week) =>
    script(
      [print(6), ...SHADES.map((id) => weigh(id, left(week + 1)))],
      new Date(Date.UTC(2026, 0, 6 + 7 * week, 10)).toISOString(),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(week).padStart(3, '0')}` })),
  ).flat(),
];

test('an edition by keyboard: planned, printed copy by copy, in the plan and in the calendar until it is done', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date('2026-02-12T12:00:00Z'));
  await openWith(page, room);
  await visit(page, '/prints');
  await page.getByRole('textbox', { name: 'Title' }).focus();
  await page.keyboard.type('Boats');
  await page.keyboard.press('Tab');
  await page.keyboard.type('5');
  await page.getByLabel('Wanted by', { exact: true }).fill('2026-02-20');
  await page.getByRole('button', { name: 'Plan it' }).press('Enter');
  await saved(page, /5 × Boats waits to be printed/);
  const row = page.getByRole('form', { name: 'To print: Boats' });
  await row.getByLabel('How many').fill('3');
  await row.getByLabel('How many').press('Enter');
  await expect(row).toContainText('3 of 5');
  await visit(page, '/plan');
  const waits = page.getByRole('region', { name: 'What waits to be printed' });
  await expect(waits).toContainText('2 × Boats');
  await expect(page.getByTestId('day-plan')).toContainText('All in one sitting');
  await expect(page.getByRole('link', { name: 'Print Boats' })).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Into a calendar (.ics)' }).click();
  const events = new ICAL.Component(
    ICAL.parse(readFileSync(await (await waiting).path(), 'utf8')) as unknown[],
  )
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));
  const mine = events.find(({ summary }) => summary === 'Print Boats')!;
  expect([mine.startDate.toString(), mine.description]).toEqual(['2026-02-20', '2 are still to be printed.']);
  await visit(page, '/prints');
  await row.getByRole('button', { name: 'All 2 that are left' }).press('Enter');
  await row.getByRole('button', { name: 'Came out' }).press('Enter');
  await expect(row).toHaveCount(0);
  await page.locator('body').press('r');
  await saved(page, /once more, 1 × Boats/);
  const book = parseWorkbook((await exportWorkbook(page)).text);
  if (!book.ok) throw new Error(book.problem.code);
  const boats = book.value.facts.filter((fact) => fact.kind === 'printed' && fact.title === 'Boats');
  expect(boats.map((fact) => (fact.kind === 'printed' ? fact.copies : 0)).sort()).toEqual([1, 2, 3]);
});

test('a weigh-in of the set after a forgotten week: what would explain it is named, and entered', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date('2026-02-17T12:00:00Z'));
  await openWith(page, room);
  await visit(page, '/weigh-in');
  for (const name of SHADES) {
    const field = page.getByLabel(`${name}, weight in g`);
    await field.fill((left(6) - 1.5).toFixed(2));
    await field.press('Enter');
    const asked = page.getByRole('dialog');
    await expect(
      asked.or(page.getByText(new RegExp(`${(left(6) - 1.5).toFixed(2)} g =`)).nth(SHADES.indexOf(name))),
    ).toBeVisible();
    if (await asked.isVisible()) {
      await asked.getByRole('radio', { name: /^Nobody knows/ }).check();
      await asked.getByRole('button', { name: 'Record it with this reason' }).click();
      await expect(asked).toHaveCount(0);
    }
  }
  const said = page.getByRole('alert', { name: 'Fell more than the log says' });
  await expect(said).toContainText(/sheets of 210 × 297 mm of “Any” would explain it/);
  await noAxeFindings(page);
  await said.getByRole('button', { name: 'Enter these prints' }).click();
  await saved(page, /sheets that were not logged/);
  await expect(said).toHaveCount(0);
});

test('many prints corrected at once, each at its own time; masses of the past from a pasted table', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date('2026-02-17T12:00:00Z'));
  await openWith(page, room);
  await visit(page, '/prints/log');
  await page.getByLabel('Choose all of them').check();
  const form = page.getByRole('form', { name: 'Correct the chosen prints' });
  await expect(form).toContainText('6 chosen');
  await form.getByLabel('Edition').fill('Winter');
  await form.getByRole('button', { name: 'Correct them' }).click();
  await saved(page, /6 prints corrected/);
  await page.getByLabel('Add up by').selectOption('edition');
  await expect(page.getByRole('row', { name: /^Winter 6 36/ })).toBeVisible();
  await noAxeFindings(page);
  await visit(page, '/past/masses');
  await page.getByLabel('Day, line 1').focus();
  await page.evaluate((text) => {
    const data = new DataTransfer();
    data.setData('text', text);
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, '2026-01-02\t89.3\n2026-01-03\t89.2\n');
  await expect(page.getByLabel('cyan, line 2')).toHaveValue('89.2');
  await noAxeFindings(page);
  await page.getByRole('button', { name: 'Save them all' }).click();
  await saved(page, /2 masses of the past/);
  const book = parseWorkbook((await exportWorkbook(page)).text);
  if (!book.ok) throw new Error(book.problem.code);
  const prints = book.value.facts.filter((fact) => fact.kind === 'printed' && fact.edition === 'Winter');
  expect(new Set(prints.map(({ at }) => at)).size).toBe(6);
});
