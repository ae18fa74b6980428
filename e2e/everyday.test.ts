import { expect, test } from '@playwright/test';
import { encode } from 'fast-png';
import { parseWorkbook, type Fact } from '@hiraeth/core/workbook';
import {
  bodyRoom,
  cartridge,
  define,
  install,
  print,
  script,
  setUp,
  weigh as weighed,
} from '@hiraeth/core/testing';
import { exportWorkbook, noAxeFindings, openWith, saved, step, walkTo, weigh, visit } from './helpers';
import { PLACES } from './places';

const room = script([
  ...setUp,
  weighed('cyan', 60),
  weighed('magenta', 55),
  weighed('yellow', 70),
  install,
  print(4),
]);

test('a queue of two: each keeps its own place, one out of the printer at a time', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/bench');
  for (const label of ['cyan', 'magenta'])
    await page.getByRole('checkbox', { name: label, exact: true }).check();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Weigh it as it is/);
  const queue = page.getByRole('navigation', { name: 'Queue' });
  await queue.getByRole('button', { name: 'magenta' }).click();
  await expect(step(page)).toHaveText('Is everything here?');
  await walkTo(page, /Take it out now/);
  await expect(page.getByRole('alert').filter({ hasText: 'never empty the whole bay' })).toContainText(
    'cyan is still out',
  );
  await queue.getByRole('button', { name: 'cyan' }).click();
  await expect(step(page)).toHaveText('Weigh it as it is');
  await page.keyboard.press('Backspace');
  await expect(step(page)).toHaveText('Shut the outlet');
  await page.keyboard.press('Backspace');
  await expect(step(page)).toHaveText('Take it out now');
  await page.reload();
  await expect(step(page)).toHaveText('Take it out now');
  await page.getByRole('button', { name: 'Leave it off' }).click();
  await expect(step(page)).toHaveText('Take it out now');
  await expect(queue).toContainText('cyan: left off');
});

test('a spent step back takes its weighing with it', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/bench?cartridge=yellow');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Weigh it as it is/);
  await weigh(page, '69.90');
  await expect(step(page)).toHaveText('Prime it?');
  await page.getByRole('button', { name: 'One step back' }).click();
  await expect(step(page)).toHaveText('Weigh it as it is');
  await visit(page, '/cartridge/yellow');
  await expect(page.getByText('69.90')).toHaveCount(0);
});

test('schools of the printer lead the run: reset before filling, draw out what is left, no prime', async ({
  page,
}) => {
  await openWith(
    page,
    bodyRoom('compartmentTank', 1, { schools: { reset: 'before', remains: 'drawOut', prime: 'never' } }),
  );
  await visit(page, '/bench?cartridge=it');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Prime it/, { 'Weigh it as it is': '55.00' });
  await expect(page.getByLabel(/^Leave it to the printer/)).toBeChecked();
  await expect(page.getByText(/light cleaning draws about \d+\.\d ml over all channels/)).toBeVisible();
  await walkTo(page, /Reset the chip/);
  await walkTo(page, /Draw out what is left/);
  await expect(page.getByText('never back into the bottle', { exact: false })).toBeVisible();
});

test('a corrected empty mass corrects every volume before it, and can be taken back', async ({ page }) => {
  await openWith(page, room);
  await visit(page, '/cartridge/cyan');
  const big = page.locator('.big').first();
  const before = await big.innerText();
  await page.getByRole('complementary').getByRole('button', { name: 'Correct' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Own empty mass, g').fill('40.58');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await saved(page);
  await expect(big).not.toHaveText(before);
  expect(Number.parseFloat(await big.innerText())).toBeCloseTo(Number.parseFloat(before) + 1 / 1.064, 0);
});

test('a print of an own size and a new kind of picture, a cleaning, and both taken back', async ({
  page,
}) => {
  await openWith(page, room);
  await visit(page, '/prints');
  const form = page.getByRole('form', { name: 'Log a print' });
  await form.getByLabel('Title').fill('Panorama');
  await form.getByLabel('Size').selectOption('own');
  await form.getByLabel('Width, mm').fill('120 cm');
  await form.getByLabel('Height, mm').fill('400');
  await form.getByLabel('Kind of picture').selectOption({ label: 'another kind of picture …' });
  await form.getByLabel('Its name').fill('Deep cool');
  await form.getByRole('button', { name: 'Log the print' }).click();
  await saved(page, /1 × Panorama/);
  await page.getByLabel('Head cleaning').selectOption({ label: 'a cleaning of one group' });
  // Which one is asked: the others gave no ink.
  await expect(page.getByRole('button', { name: 'Log a cleaning' })).toBeDisabled();
  await page.getByLabel('cyan', { exact: true }).check();
  await page.getByRole('button', { name: 'Log a cleaning' }).click();
  await saved(page, /head cleaning of cyan/);
  await page.getByRole('link', { name: 'The log' }).click();
  await expect(page.getByRole('cell', { name: '1200 × 400' })).toBeVisible();
  await page
    .getByRole('row', { name: /Panorama/ })
    .getByLabel(/^Choose Panorama/)
    .check();
  await page.getByRole('button', { name: 'Take back this one' }).click();
  await expect(page.getByRole('cell', { name: '1200 × 400' })).toHaveCount(0);
  const book = parseWorkbook((await exportWorkbook(page)).text);
  expect(book.ok && book.value.facts.filter((fact) => fact.kind === 'voided')).toHaveLength(1);
});

test('a bottle bought sealed, opened, weighed twice: what nobody wrote down is said', async ({ page }) => {
  await openWith(page, bodyRoom('compartmentTank'));
  await visit(page, '/inks');
  const lot = page.getByRole('row', { name: /M1/ }).first();
  await lot.getByRole('button', { name: 'Open it' }).click();
  await saved(page, /is open/);
  for (const grams of ['306.00', '250.00']) {
    await page
      .getByRole('button', { name: /^Weigh .*lot M1$/ })
      .first()
      .click();
    await weigh(page, grams);
    await saved(page, /weighs/);
  }
  await expect(page.getByText(/5\d\.\d ml more gone than the log knows/)).toBeVisible();
  await noAxeFindings(page);
});

test('a whole set goes in with one routine; a retired cartridge is asked about', async ({ page }) => {
  const two = script([
    ...setUp,
    ...['cyan', 'magenta', 'yellow'].map((shade) => define(cartridge(`${shade}-b`, shade, { set: 'B' }))),
    ...['cyan-b', 'magenta-b', 'yellow-b'].map((id) => weighed(id, 90)),
    install,
  ]);
  await openWith(page, two);
  await page.goto('/');
  await page.getByRole('button', { name: 'Put the whole set in' }).click();
  await saved(page, /3 cartridges in Test printer, one priming routine/);
  await expect(page.getByRole('heading', { name: /On the shelf: Test printer, set A/ })).toBeVisible();
  await visit(page, '/cartridge/cyan');
  await page.getByRole('button', { name: 'Retire it' }).click();
  await page.getByRole('button', { name: 'it leaks' }).click();
  await saved(page, /retired, it leaks/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('(retired)');
});

test('the own workbook is emptied only after a second word, and can be taken back; put away it is read beside another', async ({
  page,
}) => {
  await openWith(page, room);
  const other = await page.context().newPage();
  await other.goto('/');
  await expect(other.getByRole('heading', { name: 'Test printer' })).toBeVisible();
  await visit(page, '/workbook/books');
  await page.getByRole('button', { name: 'Empty this workbook' }).click();
  await expect(page.getByRole('alert')).toContainText('export it first');
  await page.getByRole('button', { name: 'No', exact: true }).click();
  await page.getByRole('button', { name: 'Empty this workbook' }).click();
  await page.getByRole('button', { name: 'Yes, empty it' }).click();
  await expect(page.getByText('A new, empty workbook.')).toBeVisible();
  // The other tab goes along: nothing more is written into what was left.
  await expect(other.getByRole('heading', { name: 'An empty workbook' })).toBeVisible();
  await other.close();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'An empty workbook' })).toBeVisible();
  await page.getByRole('button', { name: 'Look at the demo' }).click();
  await expect(page.getByText('Penhallow Nine').first()).toBeVisible();
  await page.getByRole('button', { name: 'Open my own workbook' }).click();
  await expect(page.getByRole('heading', { name: 'An empty workbook' })).toBeVisible();
  await visit(page, '/workbook/books');
  await expect(page.getByText(/emptied .*, kept until/)).toBeVisible();
  await page.getByRole('button', { name: /^Take .* back$/ }).click();
  await page
    .getByRole('button', { name: /^Open (?!my own).*[^b]$/ })
    .first()
    .click();
  await expect(page.getByText(/\d{2,} entries, open here/)).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Test printer' })).toBeVisible();
  // Put away it is read: nothing is written, whoever tries, and another tab has another workbook beside it.
  await visit(page, '/workbook/books');
  await page.getByRole('button', { name: 'Put it away' }).click();
  await expect(page.getByText('This workbook is put away').first()).toBeVisible();
  await visit(page, '/prints');
  await page.getByRole('button', { name: 'It was moved' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'put away' })).toBeVisible();
  await visit(page, '/workbook/books');
  await page.getByLabel('Another print room').fill('The attic');
  await page.getByRole('button', { name: 'Begin a workbook for it' }).click();
  await expect(page.locator('.head .title')).toContainText('The attic');
  const opening = page.waitForEvent('popup');
  await page
    .getByRole('row', { name: /put away/ })
    .getByRole('link', { name: /beside this one/ })
    .click();
  const beside = await opening;
  await expect(beside.getByRole('heading', { name: 'Test printer' })).toBeVisible();
  await page.reload();
  await expect(page.locator('.head .title')).toContainText('The attic');
});

test('cost on the demo: each figure opens into the sum it came from', async ({ page }) => {
  await visit(page, '/cost');
  await expect(page.getByTestId('per-print')).toBeVisible();
  await page.getByRole('link', { name: 'The sums' }).click();
  for (const title of [
    'Refilled, to date',
    'Originals for the same prints',
    'Channel by channel',
    'Does the ink add up?',
  ])
    await page.locator('summary').filter({ hasText: title }).click();
  await expect(page.getByRole('row', { name: /^Two sets of refillables/ })).toContainText(
    'months of its life',
  );
  await expect(page.getByRole('row', { name: /^Sum/ })).toHaveCount(2);
  // Down to the lots, and to what their bottles cost.
  await page.getByText('from which bottles').first().click();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: /ml; its bottle of|its bottle of \d+ ml cost £/ })
      .first(),
  ).toBeVisible();
  await expect(
    page.getByText(
      /It adds up, within its doubt|leaked while nothing printed|ink is missing|more was drawn than the log explains/i,
    ),
  ).toBeVisible();
  await page.getByLabel('Printer').selectOption({ label: 'Penhallow Six' });
  // The printer that was chosen holds on every leaf.
  await page.getByRole('link', { name: 'A print', exact: true }).click();
  await expect(page.getByLabel('Printer')).toContainText('Penhallow Six');
  await expect(page.getByRole('row', { name: /^A square metre/ })).toContainText('£');
  await noAxeFindings(page);
});

test('what an edition takes and costs, when the kit is paid back, and where the money went', async ({
  page,
}) => {
  await visit(page, '/cost/edition');
  const leaf = (name: string) => page.getByRole('link', { name, exact: true }).click();
  const edition = page.getByRole('region', { name: 'Price an edition' });
  await expect(edition.getByTestId('edition')).toContainText(/£\d+\.\d\d ± £\d/);
  const before = await edition.getByTestId('edition').innerText();
  await edition.getByLabel('Copies').fill('50');
  await expect(edition.getByRole('columnheader', { name: '52 sheets take' })).toBeVisible();
  expect(await edition.getByTestId('edition').innerText()).not.toBe(before);
  await edition.getByLabel('Copies').fill('none');
  await expect(edition).toContainText('A whole number from 1 to 9999.');
  await expect(edition.getByTestId('edition')).toHaveCount(0);
  // Kept as it was said, on a sheet of its own.
  await edition.getByLabel('Edition').fill('Low tide');
  await edition.getByLabel('Copies').fill('36');
  await edition.getByLabel('Picture to measure').setInputFiles({
    name: 'tide.png',
    mimeType: 'image/png',
    buffer: Buffer.from(
      encode({
        width: 2,
        height: 1,
        data: new Uint8Array([20, 30, 60, 250, 250, 250]),
        channels: 3,
        depth: 8,
      }),
    ),
  });
  await expect(edition.getByTestId('picture')).toContainText('2 × 1 px');
  const total = /£[\d.]+/.exec(await edition.getByTestId('edition').innerText())![0];
  await edition.getByRole('button', { name: 'Keep this quote' }).click();
  await saved(page, /“Low tide” stays priced/);
  await leaf('Where it goes');
  await expect(page.getByRole('row', { name: /^Cleaning, deep/ })).toContainText('ml');
  await leaf('What if');
  await expect(page.getByTestId('payback')).toContainText(/After \d+\.\d months/);
  await expect(page.getByRole('row', { name: /^Price of originals/ })).toContainText('£');
  // A scenario, dragged by its keys.
  const then = page.getByRole('region', { name: 'What if' });
  const refilled = await then.getByTestId('then-Refilled').innerText();
  await then.getByRole('slider', { name: 'Price of the ink' }).focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowLeft');
  await expect(then.getByTestId('then-Refilled')).not.toHaveText(refilled);
  await then.getByRole('button', { name: 'As it was' }).click();
  await expect(then.getByTestId('then-Refilled')).toHaveText(refilled);
  await leaf('Price an edition');
  await edition.getByRole('link', { name: 'Low tide' }).click();
  await expect(page.getByRole('heading', { name: 'Low tide' })).toBeVisible();
  await expect(page.getByText(total).first()).toBeVisible();
  await expect(page.getByRole('row', { name: /^Picture/ })).toContainText('tide.png');
  await noAxeFindings(page);
});

test('the plan says what comes to its reserve first, which way of changing is best, and what to order', async ({
  page,
}) => {
  await visit(page, '/plan');
  await expect(page.getByTestId('first-reserve')).toContainText(/20\d\d/);
  await expect(page.getByRole('listitem').filter({ hasText: 'Marram pigment grey' }).first()).toContainText(
    / by /,
  );
  await page.getByRole('link', { name: 'Ways of changing' }).click();
  await expect(page.getByTestId('best-policy')).toContainText(/a year less lost to priming/, {
    timeout: 20_000,
  });
  await expect(page.getByRole('row', { name: /^One by one, as each signals/ })).toContainText(' ml');
  await page.getByLabel('Printer').selectOption({ label: 'Penhallow Six' });
  await expect(page.getByText('not now: needs a second set').first()).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await expect(page.getByLabel('Printer')).toContainText('Penhallow Six');
});

test('a way of changing is chosen, what is due follows it, and the set is rotated one at a time in one routine', async ({
  page,
}) => {
  await openWith(
    page,
    script([
      ...setUp,
      ...['cyan', 'magenta', 'yellow'].flatMap((shade) => [
        define(cartridge(`${shade}-b`, shade, { set: 'B' })),
        weighed(`${shade}-b`, 85),
      ]),
      weighed('cyan', 46.5),
      weighed('magenta', 62),
      weighed('yellow', 70),
      install,
      ...Array.from({ length: 30 }, () => print(1)),
    ]).map((fact, i) => ({ ...fact, at: new Date(Date.parse(fact.at) + i * 12 * 3_600_000).toISOString() })),
  );
  await page.clock.setFixedTime(new Date('2026-03-28T12:00:00Z'));
  await visit(page, '/plan/ahead');
  await expect(page.getByRole('img', { name: /^magenta: from \d+ ml/ })).toBeVisible();
  await page.getByRole('link', { name: 'Ways of changing' }).click();
  await page
    .getByRole('button', { name: 'Go by: Rotate the set at the first signal' })
    .click({ timeout: 30_000 });
  await saved(page, /what is due follows it/);
  await page.getByRole('link', { name: 'Next', exact: true }).click();
  await page
    .getByRole('region', { name: 'Due' })
    .getByRole('link', { name: /^Rotate the set of/ })
    .click();
  await expect(page.getByTestId('rotated')).toHaveText('3cartridges to go in');
  await noAxeFindings(page);
  await page.getByRole('button', { name: 'It is open: begin' }).click();
  for (const shade of ['cyan', 'magenta']) {
    await page.getByLabel(`${shade} out, g`).fill(shade === 'cyan' ? '46.4' : '61.9');
    await page.getByRole('button', { name: `${shade} is swapped` }).click();
  }
  await page.reload();
  await expect(page.getByTestId('rotated')).toHaveText('2 of 3are in');
  await page.getByRole('button', { name: 'yellow is swapped' }).click();
  await page.getByRole('button', { name: 'It is closed: save' }).click();
  await saved(page, /3 cartridges of Test printer rotated, one priming routine/);
  const { facts } = JSON.parse((await exportWorkbook(page)).text) as { facts: Fact[] };
  expect(facts.filter((fact) => fact.kind === 'installed').at(-1)).toMatchObject({
    into: ['cyan', 'magenta', 'yellow'].map((slotId) => ({ slotId, cartridgeId: `${slotId}-b` })),
  });
  expect(facts.filter((fact) => fact.kind === 'weighed').slice(-2)).toMatchObject([
    { subjectId: 'cyan', massG: { value: 46.4 } },
    { subjectId: 'magenta' },
  ]);
});

test.describe('on glass', () => {
  test.use({ hasTouch: true });
  test('nothing is cut off sideways, the foot is low, and what stands for itself as high as a finger is wide: a tablet, a phone either way, a page four times as large', async ({
    page,
  }) => {
    test.setTimeout(400_000);
    // Turned and resized in place, as a tablet is.
    for (const path of PLACES.map(([to]) => to)) {
      await visit(page, path);
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
      for (const [width, height] of [
        [820, 1180],
        [390, 844],
        [844, 390],
        [320, 256],
      ] as const) {
        await page.setViewportSize({ width, height });
        // Once its own letters are there: those that stand in for them are wider.
        await expect
          .poll(
            () =>
              page.evaluate(() => {
                // The sheet scrolls within its page; the document never does.
                const { scrollWidth, clientWidth } = document.querySelector('.page')!;
                const { scrollHeight, clientHeight } = document.documentElement;
                return [scrollWidth - clientWidth, scrollHeight - clientHeight];
              }),
            { message: `${path} at ${width} px` },
          )
          .toEqual([0, 0]);
        // Where a weight is asked, too, the foot leaves the page to its place.
        await expect
          .poll(async () => (await page.locator('.foot').boundingBox())!.height, {
            message: `the foot of ${path} at ${width} px`,
          })
          .toBeLessThan(height > 600 ? 0.15 * height : 140);
        if (width !== 390) continue;
        const small = await page.evaluate(() =>
          [
            ...document.querySelectorAll(
              'button.MuiButton-root, td > a, th > a, nav a, .name > a, select, summary',
            ),
          ]
            .filter((one) => !one.matches('.quiet'))
            .map((one) => (one.closest('.MuiInputBase-root') ?? one).getBoundingClientRect())
            .filter(({ width, height }) => width > 1 && height > 1 && height < 43.5)
            .map(({ x, y, height }) => [Math.round(x), Math.round(y), height]),
        );
        expect(small, `too low for a finger in ${path}`).toEqual([]);
      }
    }
  });
});
