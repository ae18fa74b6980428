import { expect, test } from '@playwright/test';
import type { Fact } from '@hiraeth/core/workbook';
import { exportWorkbook } from './helpers';

test('a key says what was done last and takes it back, also after a reload; another does it again', async ({
  page,
}) => {
  await page.goto('/prints');
  const log = page.getByRole('button', { name: 'Log the print' });
  await expect(log).toBeVisible();
  await page.getByLabel('Title', { exact: true }).fill('Two boats');
  await log.click();
  const notice = page.locator('.notice');
  await expect(notice).toContainText('Two boats');
  await page.reload();
  await expect(log).toBeVisible();
  await page.locator('h1').click();
  await page.keyboard.press('Control+z');
  await expect(notice).toContainText(/Take back: 1 × Two boats\?/);
  await page.keyboard.press('Control+z');
  await expect(notice).toContainText(/Taken back: 1 × Two boats/);
  await page.keyboard.press('Control+Shift+z');
  await expect(notice).toContainText(/Once more: 1 × Two boats\?/);
  await page.getByRole('button', { name: 'Do it again' }).click();
  await expect(notice).toContainText(/Done again: 1 × Two boats/);
  await page.keyboard.press('Control+Shift+z');
  await expect(notice).toContainText('Nothing was taken back just now.');
  // In a field the key is the field’s own.
  await page.getByLabel('Title', { exact: true }).fill('Typed');
  await page.keyboard.press('Control+z');
  await expect(notice).not.toContainText('Take back');
  // The log holds all of it: the print, its withdrawal, and the withdrawal’s.
  const { facts } = JSON.parse((await exportWorkbook(page)).text) as { facts: Fact[] };
  const print = facts.findLast((fact) => fact.kind === 'printed' && fact.title === 'Two boats')!;
  const gone = facts.find((fact) => fact.kind === 'voided' && fact.factId === print.id)!;
  expect(facts.filter((fact) => fact.kind === 'voided' && fact.factId === gone.id)).toHaveLength(1);
});
