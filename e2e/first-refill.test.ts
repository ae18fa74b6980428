import { spawnSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import type { Report } from '@hiraeth/core/report';
import {
  beginRun,
  buyBottle,
  chooseFile,
  exportWorkbook,
  openOwn,
  saved,
  visit,
  setUpPrinter,
  stepNumber,
  walkTo,
  weigh,
} from './helpers';

test('from an empty workbook to a cost per print, reloaded, exported, brought into a fresh profile, and by the CLI', async ({
  page,
  browser,
}) => {
  // The longest walk there is: two profiles and the command line, on a machine that may be busy.
  await openOwn(page);
  await expect(page.getByRole('heading', { name: 'An empty workbook' })).toBeVisible();
  await setUpPrinter(page, {
    masses: {
      'Empty and dry, g': '41.58',
      'Full to its line, g': '90.90',
      'At most, g': '92',
      'Holds, ml': '47',
    },
    original: ['47.50', '54', '46'],
  });
  await expect(page.getByText('An empty slot')).toBeVisible();
  await buyBottle(page, {
    name: 'Test cyan',
    shade: 'cyan',
    lot: 'C1',
    ml: '250',
    price: '22,50',
    density: '1.064',
  });

  // Worked examples 1 and 2, through the screens.
  await beginRun(page, ['Cyan'], { Occasion: 'top-up: same ink inside' });
  await walkTo(page, /Weigh it as it is/);
  await weigh(page, '63,42 g');
  // The prime is in the plan; left out, the plan is worked example 2.
  await walkTo(page, /Prime it\?/);
  await page.getByLabel(/^Not needed/).check();
  await walkTo(page, /Inject slowly \(1 of 2\)/);
  expect(await stepNumber(page)).toBe(19.3);
  await expect(page.getByText('In all 25.8')).toContainText(
    '“1 g = 1 ml” would add 27.48 ml: 1.65 ml too many',
  );
  await walkTo(page, /Inject slowly \(2 of 2\)/);
  expect(await stepNumber(page)).toBe(6.5);
  await expect(page.getByText('The scale reads')).toContainText('90.90 g');
  await walkTo(page, /Into the log/, { 'Weigh it full': '90.85' });
  await expect(page.locator('.huge')).toContainText(/25\.\d/);
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  await walkTo(page, /is done/, { 'after its rest': '90.84' });
  await page.getByRole('button', { name: 'Finish' }).click();

  await page.goto('/');
  await page.getByRole('link', { name: 'Cyan', exact: true }).click();
  await page.getByRole('button', { name: /^Put it in/ }).click();
  // It rested with its outlet shut.
  await expect(page.getByRole('dialog')).toContainText('Its outlet keeper is on.');
  await page.getByRole('button', { name: 'Yes, record it so' }).click();
  await saved(page);
  await visit(page, '/prints');
  const log = page.getByRole('form', { name: 'Log a print' });
  await log.getByLabel('Title').fill('Dulse');
  await log.getByLabel('Copies').fill('12');
  await log.getByRole('button', { name: 'Log the print' }).click();
  await saved(page);
  await visit(page, '/weigh-in');
  await page.getByLabel('Cyan, weight in g').fill('86.40');
  await page.getByLabel('Cyan, weight in g').press('Enter');
  await saved(page);
  await visit(page, '/cost');
  const perPrint = await page.getByTestId('per-print').innerText();
  expect(perPrint).toMatch(/£0\.0\d/);

  await page.reload();
  await expect(page.getByTestId('per-print')).toHaveText(perPrint);
  await page.goto('/');
  const rackInk = await page.locator('.rackrow .ink').first().innerText();
  const file = await exportWorkbook(page);
  await expect(page.getByText(/Last exported/)).toBeVisible();

  const fresh = await browser.newContext({ locale: 'en-GB', timezoneId: 'Europe/London' });
  const other = await fresh.newPage();
  await openOwn(other);
  await other.goto('/workbook');
  await chooseFile(other, 'room.hiraeth.json', file.text);
  await expect(other.getByRole('region', { name: 'What the file would bring' })).toContainText(
    /new to this workbook/,
  );
  await other.getByRole('button', { name: 'Add what is new' }).click();
  await saved(other);
  await other.goto('/cost');
  await expect(other.getByTestId('per-print')).toHaveText(perPrint);
  await other.goto('/');
  await expect(other.locator('.rackrow .ink').first()).toHaveText(rackInk.replace('\n', ''));
  await fresh.close();

  const cli = spawnSync(process.execPath, ['cli/bin/hiraeth.mjs', 'report', file.path, '--json'], {
    encoding: 'utf8',
  });
  expect(cli.stderr).toBe('');
  const report = JSON.parse(cli.stdout) as Report;
  const cyan = report.cartridges.find((cartridge) => cartridge.label === 'Cyan')!;
  expect(`${cyan.inkMl!.toFixed(1)}`).toBe(/[\d.]+/.exec(rackInk)![0].slice(0, 4));
  expect(report.printers[0]!.refill.perPrint! / 100).toBeCloseTo(Number(/[\d.]+/.exec(perPrint)![0]), 2);
  expect(Math.abs(report.printers[0]!.balance.gapMl)).toBeLessThanOrEqual(report.printers[0]!.balance.gapU);
});
