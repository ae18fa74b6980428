import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { encode } from 'fast-png';
import ICAL from 'ical.js';
import { mapped, squareTo } from '@hiraeth/core/image';
import type { CheckLayout } from '@hiraeth/core/workbook';
import { makeChance, NINE_LAYOUT, photographCheck } from '@hiraeth/rig';
import { define, install, print, PRINTER, script, setUp, weigh } from '@hiraeth/core/testing';
import { exportWorkbook, noAxeFindings, openOwn, openWith, saved, visit } from './helpers';

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
  await visit(page, '/checks');
  await expect(page.getByTestId('missing')).toHaveText('2lines missing');
  await expect(
    page.getByText(/lines 57, 121 were missing three times in a row; 10 spares are left/),
  ).toBeVisible();
  await expect(page.getByText('Nothing: the printer works around it.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Light magenta/ }).first()).toContainText('failing: 57, 121');
  await page.getByLabel('What do you see?').selectOption({ label: 'one channel is missing on a check' });
  await expect(page.getByText(/Clogged, or air in its line: it holds ink/)).toBeVisible();
  await page.goto('/');
  await page.getByRole('link', { name: '2 lines missing' }).click();
  await expect(page).toHaveURL(/\/checks\?printer=nine/);
  await page.getByRole('link', { name: 'A sheet that makes every ink work' }).click();
  await expect(page.getByRole('img', { name: /Ten hues/ })).toBeVisible();
  await noAxeFindings(page);
});

test('a photograph of the check, taken by the stand-in: read, confirmed, and in the log', async ({
  page,
}) => {
  await visit(page, '/rig');
  const rig = page.getByRole('region', { name: 'A photographed check' });
  await rig.getByLabel('Channel').selectOption({ label: 'Yellow' });
  await rig.getByLabel('Its missing lines').fill('#33');
  const waiting = page.waitForEvent('download', { timeout: 60_000 });
  await rig.getByRole('button', { name: 'Photograph it' }).click();
  const photograph = await (await waiting).path();
  await visit(page, '/checks');
  const place = page.getByRole('region', { name: 'From a photograph' });
  await place
    .getByLabel('Photograph of a check')
    .setInputFiles({ name: 'letter.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(place.getByRole('alert')).toHaveText(/no picture that can be read/);
  await place.getByLabel('Photograph of a check').setInputFiles(photograph);
  await expect(place.getByTestId('photo-read')).toContainText('3 lines are missing.', { timeout: 30_000 });
  await expect(place.getByRole('img', { name: 'Yellow, in blue light' })).toBeVisible();
  await expect(page.getByLabel('Missing in Light magenta')).toHaveValue('#57, 121');
  await expect(page.getByLabel('Missing in Yellow')).toHaveValue('#33');
  await noAxeFindings(page);
  await page.getByRole('button', { name: 'Save the check' }).click();
  await saved(page, /lines missing in 2 channels/);
  await expect(page.getByTestId('missing')).toHaveText('3lines missing');
  await expect(
    page.getByRole('region', { name: 'Where lines were missing' }).getByRole('row', { name: /^Yellow/ }),
  ).toContainText('line 33 at 1 of');
});

test('a grey scan asks which side is up; where no corners are found they are marked at once', async ({
  page,
}) => {
  await visit(page, '/checks');
  const png = (photo: { width: number; height: number; rgba: ArrayLike<number> }): Buffer => {
    const { width, height } = photo;
    const data = Uint8Array.from(
      { length: width * height * 3 },
      (_, i) => photo.rgba[4 * Math.floor(i / 3) + (i % 3)]!,
    );
    return Buffer.from(encode({ width, height, data, channels: 3, depth: 8 }));
  };
  const { photo, corners } = photographCheck(
    NINE_LAYOUT,
    { pk: [12, 13] },
    {
      ...{ width: 900, height: 675, chance: makeChance(9), perspective: 0.01, turn: 2, noise: 2 },
      ...{ blur: 0.6, dim: 0.9, glow: 0.05, grey: true, desk: 'grey' },
    },
  );
  const place = page.getByRole('region', { name: 'From a photograph' });
  const choose = (name: string, buffer: Buffer): Promise<void> =>
    place.getByLabel('Photograph of a check').setInputFiles({ name, mimeType: 'image/png', buffer });
  await choose('scan.png', png(photo));
  await expect(place.getByRole('alert')).toContainText('which side of this picture is up', {
    timeout: 30_000,
  });
  const ways = place.getByRole('group', { name: 'Which way up?' }).getByRole('button');
  await expect(ways).toHaveCount(2);
  await noAxeFindings(page);
  // Nothing is written into the check before it is said.
  await expect(page.getByLabel('Missing in Photo black')).toHaveValue('');
  await ways.first().click();
  await expect(place.getByTestId('photo-read')).toContainText('2 lines are missing.', { timeout: 30_000 });
  // A sheet without marks: they are marked by hand, and the glass goes with the finger.
  const unmarked = { ...photo, rgba: Array.from(photo.rgba) };
  for (const [x, y] of corners)
    for (let v = Math.round(y) - 24; v < y + 24; v++)
      for (let u = Math.round(x) - 24; u < x + 24; u++)
        for (let k = 0; k < 3; k++) unmarked.rgba[4 * (v * 900 + u) + k] = 190;
  await choose('unmarked.png', png(unmarked));
  const canvas = place.getByRole('application', { name: 'Photograph to mark points in' });
  await expect(canvas).toBeVisible({ timeout: 30_000 });
  await expect(canvas).toHaveAttribute('width', '900');
  const box = (await canvas.boundingBox())!;
  const live = place.getByTestId('live-reading');
  for (const [i, [x, y]] of corners.entries()) {
    await canvas.hover({ position: { x: (x / 900) * box.width, y: (y / 675) * box.height } });
    await expect(place.locator('.mark-glass')).toBeVisible();
    // What it would be read as is said before the last one is marked.
    if (i === 3) await expect(live).toContainText('So it reads: 2 lines are missing.', { timeout: 30_000 });
    else await expect(live).toHaveCount(0);
    await canvas.click({ position: { x: (x / 900) * box.width, y: (y / 675) * box.height } });
  }
  await expect(page.getByLabel('Missing in Photo black')).toHaveValue('#12, 13', { timeout: 30_000 });
});

test('a check’s layout is taught by pointing, and from then on photographs are read', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/checks');
  const layout: CheckLayout = {
    ...NINE_LAYOUT,
    fields: ['cyan', 'magenta', 'yellow'].map((slotId, i) => ({
      ...NINE_LAYOUT.fields[[4, 6, 8][i]!]!,
      slotId: ['cy', 'ma', 'ye'][i]!,
    })),
  };
  const { photo, corners } = photographCheck(
    layout,
    { ma: [12] },
    {
      ...{ width: 900, height: 675, chance: makeChance(8), perspective: 0.02, turn: 3, noise: 2 },
      ...{ blur: 0.6, dim: 0.8, glow: 0.05 },
    },
  );
  const data = Uint8Array.from(
    { length: 900 * 675 * 3 },
    (_, i) => photo.rgba[4 * Math.floor(i / 3) + (i % 3)]!,
  );
  const buffer = Buffer.from(encode({ width: 900, height: 675, data, channels: 3, depth: 8 }));
  const place = page.getByRole('region', { name: 'From a photograph' });
  await place
    .getByLabel('Photograph of a check')
    .setInputFiles({ name: 'first.png', mimeType: 'image/png', buffer });
  await place.getByRole('button', { name: 'Mark it in this photograph' }).click();
  const canvas = place.getByRole('application', { name: 'Photograph to mark points in' });
  await expect(place.getByRole('status').first()).toContainText('top left corner of the whole grid');
  const map = squareTo(corners);
  const points = [
    ...corners,
    ...layout.fields.flatMap(({ x, y, width, height }) => [
      mapped(map, x, y),
      mapped(map, x + width, y + height),
    ]),
  ];
  for (const [i, [x, y]] of points.entries()) {
    await expect(place.getByText(`${i} of ${points.length} marked`, { exact: false })).toBeVisible();
    const box = (await canvas.boundingBox())!;
    await canvas.click({ position: { x: (x / 900) * box.width, y: (y / 675) * box.height } });
  }
  await saved(page, /photographs of it can be read/);
  await expect(place.getByTestId('photo-read')).toContainText('1 line is missing.', { timeout: 30_000 });
  await expect(page.getByLabel('Missing in magenta')).toHaveValue('#12');
});

test('a check by keyboard, then a cleaning that did not help: wait, and look again', async ({ page }) => {
  await openWith(page, room);
  const check = async (typed: string): Promise<void> => {
    await visit(page, '/checks');
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
    page.getByText('One cleaning of these channels alone.', { exact: false }).first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'It was cleaned: cyan' }).click();
  await saved(page, /head cleaning of cyan/);
  await check('#7, 9');
  await expect(page.getByText('Wait half a day, then look again.', { exact: false }).first()).toBeVisible();
  await expect(page.getByRole('row', { name: /2 → 2 missing: it did not help/ })).toBeVisible();
});

test('the demo’s colours: against the original, against the last lot, fading; a test print is planned', async ({
  page,
}) => {
  await visit(page, '/shades');
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
  await visit(page, '/shades');
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
  await visit(page, '/prints');
  const panel = page.getByRole('region', { name: 'Jobs that printed' });
  const ask = panel.getByRole('button', { name: /^Ask Penhallow Nine/ });
  await ask.click();
  // The printer is one for all tests: others may have printed at it before.
  await expect(panel.getByRole('status')).toContainText(/[2-9] logged by rule, [1-9]\d* wait below/);
  await page.getByRole('link', { name: 'The log' }).click();
  await expect(page.getByRole('cell', { name: 'Harbour at night 7' }).first()).toBeVisible();
  await page.goBack();
  const row = panel.getByRole('listitem', { name: 'Invitation, both sides' }).first();
  await row.getByLabel('Kind of picture').selectOption({ label: 'Labels and packing slips' });
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
  await visit(page, '/prints');
  const panel = page.getByRole('region', { name: 'Jobs that printed' });
  await panel.getByLabel('File of jobs').setInputFiles('core/src/jobs/testing/page_log.default');
  await expect(panel.getByRole('status')).toHaveText(
    '0 logged by rule, 14 wait below, 0 put away, 0 known already.',
  );
  await expect(panel.getByRole('listitem', { name: 'Report, "Q3" 100%' })).toContainText(
    '9 sheets, 210 × 297 mm',
  );
  // What waits is kept beside the facts.
  await page.reload();
  await expect(panel.getByText('14 wait', { exact: false })).toBeVisible();
  const row = panel.getByRole('listitem', { name: 'Report, "Q3" 100%' });
  await row.getByLabel('Printer').selectOption({ label: 'Test printer' });
  await row.getByLabel('Kind of picture').selectOption({ label: 'Any' });
  await row.getByRole('button', { name: 'Log it' }).click();
  await saved(page);
  expect((await exportWorkbook(page)).text).toContain('"title":"Report, \\"Q3\\" 100%"');
});

test('what is due: put off for a week, and in a calendar that another program reads', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/plan');
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
    await visit(page, path);
    await expect(page.getByRole('link', { name: 'Set up a printer' })).toBeVisible();
  }
});
