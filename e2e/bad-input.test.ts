import { expect, test, type Page } from '@playwright/test';
import { FORMAT_VERSION, serializeWorkbook } from '@hiraeth/core/workbook';
import { install, script, setUp, weigh as weighed } from '@hiraeth/core/testing';
import { beginRun, chooseFile, openWith, saved, sayWhy, walkTo, weigh, visit } from './helpers';

const room = script([...setUp, weighed('cyan', 63.42), install]);
const count = async (page: Page): Promise<string> => {
  await visit(page, '/workbook');
  return (await page.getByText(/\d+ entries\./).innerText()).split('.')[0]!;
};

test('weights that cannot be: each says what is likely wrong, and nothing is written', async ({ page }) => {
  await openWith(page, room);
  const before = await count(page);
  const rail = page.getByRole('form', { name: 'Scale' });
  await weigh(page, '60');
  await expect(rail.getByRole('status')).toContainText('Choose the cartridge');
  await rail.getByLabel('of').selectOption({ label: 'cyan' });
  for (const [typed, words] of [
    ['heavy', /is not a number/],
    ['63 ml', /“ml” does not fit here/],
    ['1,234.5,6', /can be read in two ways/],
    ['', /Nothing was typed/],
  ] as const) {
    await weigh(page, typed);
    await expect(rail.getByRole('status')).toContainText(words);
  }
  for (const [typed, words] of [
    ['20', /lighter than cyan empty .*not tared/],
    ['250', /more than Test scale can carry/],
    ['150', /far above what cyan can weigh/],
  ] as const) {
    await weigh(page, typed);
    const dialog = page.getByRole('dialog', { name: 'This cannot be right' });
    await expect(dialog).toContainText(words);
    await dialog.getByRole('button', { name: 'Go back and correct' }).click();
    await expect(dialog).toHaveCount(0);
    // What was typed is still there.
    await expect(rail.getByLabel('Weight, g')).toHaveValue(typed);
  }
  expect(await count(page)).toBe(before);

  // A little above the maximum may be true: asked, confirmed, kept as such.
  await rail.getByLabel('of').selectOption({ label: 'cyan' });
  await weigh(page, '93.4');
  // So much more than the log knows is asked about in the same breath.
  await sayWhy(page, /not logged/);
  await saved(page, /cyan weighs 93.40 g/);
  expect(await count(page)).not.toBe(before);
});

test('a print of tomorrow, without copies, or without a size is not logged', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/prints');
  const form = page.getByRole('form', { name: 'Log a print' });
  await form.getByLabel('Copies').fill('1.5');
  await form.getByRole('button', { name: 'Log the print' }).click();
  await expect(form.getByRole('alert')).toContainText('a whole number');
  await form.getByLabel('Copies').fill('2');
  await form.getByLabel('When', { exact: true }).fill('2031-01-01T10:00');
  await form.getByRole('button', { name: 'Log the print' }).click();
  await expect(page.getByRole('dialog')).toContainText('has not come yet');
  await page.getByRole('button', { name: 'Go back and correct' }).click();
  await form.getByLabel('Size').selectOption('own');
  await form.getByRole('button', { name: 'Log the print' }).click();
  await expect(form.getByRole('alert')).toContainText('width and height');
});

test('a bottle of another shade, with too little in it: asked, and a conversion can be confirmed', async ({
  page,
}) => {
  await openWith(page, room);
  await visit(page, '/bench?cartridge=cyan');
  await page.getByLabel(/^Bottle for cyan/).selectOption({ label: 'Ink magenta, lot M1 (250 ml)' });
  await page.getByLabel('Occasion').selectOption({ label: 'conversion to another ink' });
  await page.getByLabel('Weigh before and after').uncheck();
  await page.getByLabel('It is meant so').check();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Inject slowly/);
  await page.getByRole('button', { name: 'Another amount went in' }).click();
  await page.getByLabel('Went in, ml').fill('300');
  // Asked as it is said: more than the bottle holds, and more than the body bears.
  await page.getByRole('button', { name: 'It is in' }).click();
  const dialog = page.getByRole('dialog', { name: 'Is this what you want?' });
  await expect(dialog).toContainText(/holds 250.0 ml, less than/);
  await expect(dialog).toContainText('how much to draw back');
  await dialog.getByRole('button', { name: 'Go back and correct' }).click();
  await page.getByRole('button', { name: 'It is in' }).click();
  await dialog.getByRole('button', { name: 'Yes, record it so' }).click();
  await expect(page.getByRole('heading', { name: 'Too full: draw back' })).toBeVisible();
  await walkTo(page, /Into the log/);
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  await visit(page, '/cartridge/cyan');
  await expect(page.getByText(/% is not the ink it is meant for/)).toBeVisible();
});

test('files that are not what they should be change nothing', async ({ page }) => {
  await openWith(page, room);
  const before = await count(page);
  const good = serializeWorkbook(room, '2026-04-01T00:00:00.000Z');
  const files: readonly (readonly [string, string | Buffer, RegExp])[] = [
    ['cut.hiraeth.json', good.slice(0, good.length / 2), /cut off/],
    ['new.hiraeth.json', good.replace(`"version":${FORMAT_VERSION}`, '"version":99'), /newer version/],
    ['picture.json', 'PNG not json', /not a workbook file/],
    ['other.json', '{"a": 1}', /not a Hiraeth workbook/],
    ['empty.json', '', /file is empty/],
    ['big.json', Buffer.alloc(50_000_000, 32), /50.0 MB; a workbook has at most/],
    ['wrong.hiraeth.json', good.replace('"value":63.42', '"value":"heavy"'), /facts\[\d+\].*massG/],
  ];
  for (const [name, content, words] of files) {
    await chooseFile(page, name, content);
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Add what is new' })).toHaveCount(0);
  }
  expect(await count(page)).toBe(before);
  await beginRun(page, ['yellow']);
});
