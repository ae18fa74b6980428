import { expect, test, type Page } from '@playwright/test';
import { parseWorkbook } from '@hiraeth/core/workbook';
import { bodyRoom, weigh as weighed } from '@hiraeth/core/testing';
import { exportWorkbook, openWith, saved, walkTo, weigh, visit } from './helpers';

const room = bodyRoom('spongeReservoir', 1, { emptyG: 16.82, more: [weighed('it', 20.5)] });

/** Opens Prepare for the cartridge, to the magenta ink, and chooses a way. */
async function choose(page: Page, way: string): Promise<void> {
  await visit(page, '/prepare/it');
  await page.getByLabel('To the ink of').selectOption({ label: 'Ink magenta, lot M1' });
  await page.getByLabel('Cannot be drawn out, ml').fill('1.8');
  await page.getByRole('button', { name: `Choose: ${way}` }).click();
}

/** The first fill afterwards, as a conversion that is confirmed and goes into the log as one. */
async function fillAsConversion(page: Page, before: string): Promise<void> {
  await page.getByRole('link', { name: 'Fill it as a conversion' }).click();
  await expect(page.getByLabel('Occasion')).toHaveValue('conversion');
  // Another shade is asked about once, before anything is opened, a conversion too; and not again after the ink is in.
  await expect(page.getByRole('button', { name: 'Begin', exact: true })).toBeDisabled();
  await page.getByLabel('It is meant so').check();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /What is left in the syringe/, { 'Weigh it as it is': before });
  await expect(page.getByLabel(/^Back into the bottle/)).toHaveCount(0);
  // By the figures nothing is left; what is read on the barrel counts.
  await page.getByLabel('How much, ml').fill('0.7');
  await page.getByLabel(/^Into the bin for mixed ink/).check();
  await walkTo(page, /Into the log/);
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  const book = parseWorkbook((await exportWorkbook(page)).text);
  const fill = book.ok ? book.value.facts.find((fact) => fact.kind === 'filled') : undefined;
  expect(fill).toMatchObject({
    occasion: 'conversion',
    bottleId: 'bottle-magenta',
    leftover: { ml: 0.7, fate: 'bin' },
  });
  expect(fill?.confirmed).toContain('otherShade');
}

test('flush and dry: worked example 4 on the scale, ready at the minute, then dry, then filled', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date('2026-11-20T10:00:00Z'));
  await openWith(page, room);
  await choose(page, 'Flush and dry');
  await expect(page.getByText('Low heat only, never unattended', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Log that it was rinsed clear' }).click();
  await saved(page);
  for (const [clock, g] of [
    ['10:00', '21.36'],
    ['10:45', '19.58'],
    ['11:30', '18.55'],
    ['12:30', '17.76'],
    ['13:30', '17.33'],
  ] as const) {
    await page.clock.setFixedTime(new Date(`2026-11-20T${clock}:00Z`));
    await weigh(page, g);
    await saved(page);
  }
  // 320 minutes after ten o'clock.
  await expect(page.getByTestId('dry-verdict')).toContainText('15:20');
  await expect(
    page.getByText(/0\.5\d ± 0\.1\d g of water inside: filled now, it would dilute the ink by 3\.\d %/),
  ).toBeVisible();
  await page.getByLabel(/^Its dry mass is known/).uncheck();
  await expect(page.getByTestId('dry-verdict')).toContainText('15:0');
  await page.getByLabel(/^Its dry mass is known/).check();
  await page.clock.setFixedTime(new Date('2026-11-20T15:30:00Z'));
  await weigh(page, '16.94');
  await expect(page.getByTestId('dry-verdict')).toContainText('Dry enough');
  await saved(page);
  await page.clock.setFixedTime(new Date('2026-11-20T15:40:00Z'));
  await fillAsConversion(page, '16.94');
});

test('a rinsed cartridge on the shelf leads to where it is dried: its weight is asked there at once, its water is no old ink', async ({
  page,
}) => {
  const rinsed = { kind: 'flushed', cartridgeId: 'it', chamber: 0, addedMl: 12, drawnMl: 9 } as const;
  await openWith(page, bodyRoom('spongeReservoir', 1, { cartridge: { initial: 'empty' }, more: [rinsed] }));
  await visit(page, '/');
  await page.getByRole('link', { name: /^Wet: dry it/ }).click();
  await expect(page.getByRole('heading', { name: 'Flush and dry' })).toBeInViewport();
  await expect(page.getByRole('form', { name: 'Scale' })).toContainText(/for .*, drying/);
  await expect(page.getByText(/Old ink/).filter({ hasText: 'rinsed out' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Prepare and convert' })).toHaveAttribute(
    'aria-current',
    'page',
  );
  await weigh(page, '21.40');
  await saved(page, /while drying/);
});

test('dilute and draw out: worked example 5 round by round, then filled', async ({ page }) => {
  test.slow(); // three rounds and a whole run
  await openWith(page, room);
  await choose(page, 'Dilute and draw out');
  await expect(page.getByText('never back into the bottle', { exact: false }).first()).toBeVisible();
  await expect(page.getByTestId('old-left')).toContainText('1.7 ml');
  await page.getByRole('button', { name: 'It is drawn out, into the bin' }).click();
  await saved(page);
  for (const left of ['28.6 %', '8.2 %', '2.3 %']) {
    await page.getByLabel('New ink in, ml').fill('4.5');
    await page.getByRole('button', { name: 'Log this round' }).click();
    await saved(page);
    await expect(page.getByTestId('old-left')).toContainText(left);
  }
  await fillAsConversion(page, '18.75');
});

test('dilute by weight: what was left, added and drawn out follows from the scale', async ({ page }) => {
  await openWith(page, room);
  await choose(page, 'Dilute and draw out');
  await weigh(page, '18.20');
  await saved(page, /drawn out/);
  await expect(page.getByTestId('dilute-next')).toContainText('Put the new ink in, then weigh it.');
  // Nothing went in: it is said, and nothing is saved.
  await weigh(page, '18.19');
  await expect(page.getByRole('alert').filter({ hasText: 'no ink went in' })).toBeVisible();
  await weigh(page, '23.00');
  await saved(page, /with the new ink in/);
  await weigh(page, '18.40');
  await saved(page, /drawn out again/);
  await expect(page.getByRole('row', { name: /its weight/ })).toHaveCount(1);
  await expect(page.getByTestId('old-left')).toContainText('after 1 round');
  await page.reload();
  await choose(page, 'Dilute and draw out');
  await expect(page.getByRole('row', { name: /its weight/ })).toContainText('4.5');
});

test('just mix: the mixture over the next fills, then filled', async ({ page }) => {
  await openWith(page, room);
  await choose(page, 'Just mix');
  await expect(page.getByText('Cheapest, but colour is uncontrolled', { exact: false })).toBeVisible();
  await expect(page.getByRole('row', { name: /^1 \(10\.5 ml on top of 3\.5 ml\)/ })).toContainText('24.7 %');
  await fillAsConversion(page, '20.50');
  // From then on it is a magenta cartridge: the old ink in it is the foreign one.
  await choose(page, 'Just mix');
  await page.getByRole('button', { name: 'It is for magenta from now on' }).click();
  await saved(page, /for magenta from now on/);
  await visit(page, '/cartridge/it');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('It, magenta');
});

test('a density by syringe and scale: worked example 3, used everywhere from then on', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/inks/densities');
  await page
    .getByRole('button', { name: /^Measure the density of/ })
    .first()
    .click();
  for (const g of ['5.31', '10.66', '15.93', '21.27']) await weigh(page, g);
  await expect(page.locator('.big').filter({ hasText: '1.0630' })).toContainText('± 0.0092 g/ml');
  await expect(
    page.getByText(/“1 g = 1 ml” is 6\.3 % off: on a fill of 40 ml it adds 2\.5 ml too many, £0\.23 of ink/),
  ).toBeVisible();
  await page.getByLabel('Through the origin (no dead volume)').check();
  await expect(page.locator('.big').filter({ hasText: '1.0633' })).toBeVisible();
  await page.getByLabel('Through the origin (no dead volume)').uncheck();
  await page.getByRole('button', { name: 'Use this density' }).click();
  await saved(page);
  await expect(page.getByRole('row', { name: /1\.063 ± 0\.009 measured/ })).toBeVisible();
});

test('a reference mass corrects the scale from then on, and dates it', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/workbook/things');
  await page.getByRole('button', { name: 'Check with a reference mass' }).click();
  await weigh(page, '99.50');
  await saved(page, /shows 99.50 g for 100 g/);
  await expect(page.getByText(/last checked .*: off by -0\.500/)).toBeVisible();
  await page.getByRole('form', { name: 'Scale' }).getByLabel('of').selectOption({ label: 'It' });
  await weigh(page, '19.90');
  await saved(page);
  await visit(page, '/cartridge/it');
  await expect(page.getByText('20.00 ± 0.03 g').first()).toBeVisible();
});
