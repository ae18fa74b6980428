import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import ICAL from 'ical.js';
import { define, install, print, PRINTER, script, setUp, weigh } from '../core/src/testing/bench';
import { exportWorkbook, noAxeFindings, openOwn, openWith, saved } from './helpers';

const room = script([
  ...setUp,
  define({ ...PRINTER, headLines: 40, headSpares: 3 }),
  define({ entity: 'paper', id: 'rag', name: 'Rag', brightener: 'none' }),
  ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 84)),
  install,
  print(4),
]);

test('the demo’s head over a year: a nozzle that fails is named, on Rack too, and nobody is sent to clean it', async ({
  page,
}) => {
  await page.goto('/checks');
  await expect(page.getByTestId('missing')).toHaveText('2lines missing');
  await expect(
    page.getByText(/lines 57, 121 were missing three times in a row; 10 spares are left/),
  ).toBeVisible();
  await expect(page.getByText('Nothing: the printer works around it.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Light magenta/ })).toContainText('failing: 57, 121');
  await page.getByLabel('What do you see?').selectOption({ label: 'one channel is missing on a check' });
  await expect(page.getByText(/Clogged, or air in its line: it holds ink/)).toBeVisible();
  await page.goto('/');
  await page.getByRole('link', { name: '2 lines missing' }).click();
  await expect(page).toHaveURL(/\/checks\?printer=nine/);
  await page.getByRole('link', { name: 'A sheet that makes every ink work' }).click();
  await expect(page.getByRole('img', { name: /Ten hues/ })).toBeVisible();
  await noAxeFindings(page);
});

test('a check by keyboard, then a cleaning that did not help: wait, and look again', async ({ page }) => {
  await openWith(page, room);
  const check = async (typed: string): Promise<void> => {
    await page.goto('/checks');
    await page.getByLabel('Missing in cyan').focus();
    await page.keyboard.type(typed);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Missing in yellow')).toBeFocused();
    await page.keyboard.press('Enter');
    await saved(page, /Saved: a check of Test printer/);
  };
  await check('#7, 9');
  await expect(page.getByTestId('missing')).toHaveText('2lines missing');
  await expect(
    page.getByText('One light cleaning of these channels.', { exact: false }).first(),
  ).toBeVisible();
  await page.goto('/prints');
  await page.getByRole('button', { name: 'Log a cleaning' }).click();
  await saved(page);
  await check('#7, 9');
  await expect(page.getByText('Wait half a day, then look again.', { exact: false }).first()).toBeVisible();
  await expect(page.getByRole('row', { name: /2 → 2 missing: it did not help/ })).toBeVisible();
});

test('the demo’s colours: against the original, against the last lot, fading; a test print is planned', async ({
  page,
}) => {
  await page.goto('/shades');
  await expect(page.getByTestId('mean')).toHaveText(/^1\.\dmean ΔE00$/);
  await expect(page.getByText('Different side by side.')).toBeVisible();
  await page.getByLabel('Compare with').selectOption({ label: 'the last lot' });
  await expect(page.getByText('Against the lot before', { exact: false })).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Fading' }).getByRole('row', { name: /^Window, behind glass 9/ }),
  ).toBeVisible();
  await expect(page.getByTestId('test-sheets')).toHaveText(/^\d+ sheets$/);
  await page.getByRole('link', { name: 'A chart to print and measure' }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: /Its reference/ }).click();
  const reference = readFileSync(await (await waiting).path(), 'utf8');
  expect(reference).toMatch(/^CGATS\.17[^]*NUMBER_OF_SETS\t22/);
  await noAxeFindings(page);
});

test('patches for originals and refill from files: the verdict, and a profile that starts the watch', async ({
  page,
}) => {
  await openWith(page, room);
  await page.goto('/shades');
  const form = page.getByRole('form', { name: 'Enter what was measured' });
  const enter = async (ink: string, l: number): Promise<void> => {
    const text = `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_NAME LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\nG1 ${l} 0 0\nG2 ${l + 30} 0 0\nEND_DATA\n`;
    await form
      .getByLabel('File of measured patches')
      .setInputFiles({ name: 'chart.txt', mimeType: 'text/plain', buffer: Buffer.from(text) });
    await form.getByLabel('Printed with').selectOption({ label: ink });
    await form.getByRole('button', { name: 'Save what was measured' }).click();
    await saved(page, /Saved: 2 patches/);
  };
  await enter('originals', 40);
  await enter('the refill in it now', 43);
  await expect(page.getByText(/Plainly different|Different side by side/)).toBeVisible();
  await expect(page.getByText(/lighter by 3\.0/)).toBeVisible();
  await page.getByRole('button', { name: 'I made a profile' }).click();
  await page.getByLabel('Name of the profile').fill('Rag 1');
  await page.getByRole('button', { name: 'Save the profile' }).click();
  await saved(page, /the profile Rag 1/);
  await expect(page.getByText(/Rag 1, .*; 0 prints since/)).toBeVisible();
});

test('jobs arrive from the simulated printer: what rules know is logged, the rest waits for a key; asked twice, once', async ({
  page,
}) => {
  await page.goto('/prints');
  const panel = page.getByRole('region', { name: 'Jobs that printed' });
  const ask = panel.getByRole('button', { name: /^Ask Penhallow Nine/ });
  await ask.click();
  // The printer is one for all tests: others may have printed at it before.
  await expect(panel.getByRole('status')).toContainText(/[2-9] logged by rule, [1-9]\d* wait below/);
  await expect(page.getByRole('gridcell', { name: 'Harbour at night 7' }).first()).toBeVisible();
  const row = panel.getByRole('listitem', { name: 'Invitation, both sides' }).first();
  await row.getByLabel('Subject').selectOption({ label: 'Labels and packing slips' });
  await row.focus();
  await page.keyboard.press('Enter');
  await saved(page, /one print from the tray/);
  await expect(panel.getByRole('listitem', { name: 'Invitation, both sides' })).toHaveCount(0);
  await ask.click();
  await expect(panel.getByRole('status')).toContainText('0 logged by rule, 0 wait below');
});

test('the spooler’s page log by its file: read in a worker, titles whole, nothing invented', async ({
  page,
}) => {
  await openWith(page, room);
  await page.goto('/prints');
  const panel = page.getByRole('region', { name: 'Jobs that printed' });
  await panel.getByLabel('File of jobs').setInputFiles('core/src/jobs/testing/page_log.default');
  await expect(panel.getByRole('status')).toHaveText(
    '0 logged by rule, 12 wait below, 2 put away, 0 known already.',
  );
  await expect(panel.getByRole('listitem', { name: 'Report, "Q3" 100%' })).toContainText(
    '9 sheets, 210 × 297 mm',
  );
  // What waits is kept beside the facts.
  await page.reload();
  await expect(panel.getByText('12 wait', { exact: false })).toBeVisible();
  const row = panel.getByRole('listitem', { name: 'Report, "Q3" 100%' });
  await row.getByLabel('Printer').selectOption({ label: 'Test printer' });
  await row.getByLabel('Subject').selectOption({ label: 'Any' });
  await row.getByRole('button', { name: 'Log it' }).click();
  await saved(page);
  expect((await exportWorkbook(page)).text).toContain('"title":"Report, \\"Q3\\" 100%"');
});

test('what is due: put off for a week, and in a calendar that another program reads', async ({ page }) => {
  await openWith(page, room);
  await page.goto('/plan');
  const due = page.getByRole('region', { name: 'Due' });
  await expect(due.getByRole('link', { name: 'Print a nozzle check on Test printer' })).toBeVisible();
  const waiting = page.waitForEvent('download');
  await due.getByRole('button', { name: 'Into a calendar (.ics)' }).click();
  const text = readFileSync(await (await waiting).path(), 'utf8');
  const events = new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));
  expect(events.map(({ uid }) => uid)).toContain('nozzleCheck/printer@hiraeth');
  await due.getByRole('button', { name: 'Put off for a week: Print a nozzle check on Test printer' }).click();
  await saved(page, /put off for a week/);
  await expect(due.getByText('1 put off')).toBeVisible();
});

test('an empty workbook: both places say what to do first', async ({ page }) => {
  await openOwn(page);
  for (const path of ['/checks', '/shades']) {
    await page.goto(path);
    await expect(page.getByRole('link', { name: 'Set up a printer' })).toBeVisible();
  }
});
