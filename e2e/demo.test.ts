import { expect, test } from '@playwright/test';
import { noAxeFindings, sayWhy, visit } from './helpers';
import { PLACES } from './places';

test.describe('the demo: every place says something true, in one form of numbers, and the checker finds nothing in either theme', () => {
  test.describe.configure({ mode: 'parallel' });
  // A browser that writes its numbers otherwise.
  test.use({ locale: 'de-DE' });
  const SHARDS = 2;
  for (let shard = 0; shard < SHARDS; shard++)
    test(`${shard + 1} of ${SHARDS}`, async ({ page }) => {
      test.setTimeout(300_000);
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
      const titles = new Set<string>();
      const mine = PLACES.filter((_place, i) => i % SHARDS === shard);
      for (const [path, words] of mine) {
        await visit(page, path);
        titles.add(await page.title());
        await expect(page.locator('main')).toContainText(words);
        const text = await page.locator('main').innerText();
        // 12,5 and 1.720,50; three figures behind a comma are thousands, and before them money has its sign.
        expect(text.match(/\d,\d{1,2}(?!\d)(?! [A-Z])|\d\.\d{3},\d|\d\u00a0[£€$]/g) ?? [], path).toEqual([]);
        expect(text, path).not.toMatch(/Januar\b|Februar\b|März|Dezember|Okt\b/);
        await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
        await noAxeFindings(page);
        await page.getByRole('button', { name: /Dim the page|Light page/ }).click();
        // Colours on their way are neither of the two themes.
        await page.evaluate(() =>
          Promise.allSettled(document.getAnimations().map((animation) => animation.finished)),
        );
        // The rest does not depend on colours, and was looked at above.
        await noAxeFindings(page, ['color-contrast']);
      }
      expect(errors).toEqual([]);
      // A tab says where one is.
      expect(titles.size).toBe(mine.length);
    });
});

test('on paper: whose it is and of which day, what was chosen but nothing to be filled in, on A4 and on Letter', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date('2026-11-24T09:30:00Z'));
  for (const [path, pages] of [
    ['/cost', 2],
    ['/cost/months', 2],
    ['/plan/orders', 1],
    ['/shades/chart', 1],
    ['/prints', 9],
  ] as const) {
    await page.emulateMedia({ media: 'screen' });
    await visit(page, path);
    await page.emulateMedia({ media: 'print' });
    const main = page.locator('main');
    await expect(main.getByText(/^Aberlanw Print Room, 24 Nov 2026/).first()).toBeVisible();
    for (const asked of ['button', 'form', 'nav', '.dropzone'])
      await expect(page.locator(asked).filter({ visible: true }), `${path} ${asked}`).toHaveCount(0);
    for (const format of ['A4', 'Letter'] as const) {
      const pdf = (await page.pdf({ format })).toString('latin1');
      expect(pdf.match(/\/Type\s*\/Page[^s]/g)!.length, `${path} on ${format}`).toBeLessThanOrEqual(pages);
    }
  }
});

test('the Rack answers whether a job can be printed, and gives its reasons', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Copies').fill('4000');
  await expect(page.getByRole('status').filter({ hasText: /goes first/ })).toContainText('No: top up first.');
  await page.getByLabel('Copies').fill('1');
  await expect(page.getByRole('status').filter({ hasText: /goes first/ })).toContainText(/Yes, it is safe/);
});

test('by keyboard alone: to a place, to the scale, a weight taken, and the demo reset', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByText('Penhallow Nine').first()).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press('i');
  await expect(page.getByRole('heading', { name: 'Weigh-in' })).toBeVisible();
  // The first weight's field has the focus, and a letter in it is still a key.
  await expect(page.getByLabel('Photo black, weight in g')).toBeFocused();
  await page.keyboard.press('g');
  await page.keyboard.press('r');
  await expect(page.getByRole('heading', { name: 'Weigh-in' })).toHaveCount(0);
  await page.keyboard.press('g');
  await page.keyboard.press('i');
  await expect(page.getByLabel('Photo black, weight in g')).toBeFocused();
  await page.keyboard.press('w');
  await page.keyboard.type('58.11');
  await page.keyboard.press('Enter');
  await sayWhy(page, /misread/);
  await expect(page.locator('main')).toContainText('1 of 9');
  await visit(page, '/workbook/books');
  await page.getByRole('button', { name: 'Reset the demo' }).click();
  await page.getByRole('button', { name: 'Yes, reset it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'as new' })).toBeVisible();
  await visit(page, '/weigh-in');
  await expect(page.locator('main')).toContainText('0 of 9');
});

test('the tour leads from place to place, and a word says what it means', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Five-minute tour' }).click();
  const tour = page.getByRole('region', { name: 'Tour' });
  await expect(tour).toContainText('1 of 8');
  await page.getByRole('button', { name: 'reserve' }).hover();
  await expect(page.getByRole('tooltip')).toContainText('never to be used');
  await tour.getByRole('button', { name: 'Next' }).click();
  await expect(page).toHaveURL(/\/bench\?tour=2/);
  await tour.getByRole('link', { name: 'Back' }).click();
  await expect(tour).toContainText('1 of 8');
  await tour.getByRole('button', { name: 'End the tour' }).click();
  await expect(tour).toHaveCount(0);
});

test('find: one key to a cartridge, to what is to be done, and to a day’s entries', async ({ page }) => {
  await page.goto('/');
  const ask = page.getByRole('combobox', { name: 'Find' });
  await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
  await page.keyboard.press('/');
  await ask.fill('refill light cyan b');
  await noAxeFindings(page);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/bench\?cartridge=nine-b-lc/);
  await page.keyboard.press('/');
  await ask.fill('14 November 2025');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Of this day', { exact: true })).toHaveValue('14 Nov 2025');
  await expect(page.getByRole('status').filter({ hasText: /^\d+ of \d+ entries$/ })).toBeVisible();
  // From there to another day, and to a word where it stands.
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await ask.fill('15.11.2025');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Of this day', { exact: true })).toHaveValue('15 Nov 2025');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await ask.fill('reserve');
  await page.keyboard.press('Enter');
  await expect(page.getByText('reserve', { exact: true })).toBeInViewport();
  await page.goBack();
  await page.getByLabel('Find in the entries').fill('no such thing');
  await expect(page.getByRole('button', { name: /^Take back/ })).toHaveCount(0);
  // Left with nothing chosen, nothing has moved; and a slash typed in a field is a slash.
  await page.getByLabel('Find in the entries').fill('a/b');
  await expect(ask).toHaveCount(0);
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/\/workbook\/log/);
});
