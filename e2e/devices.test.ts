import { expect, test, type Browser, type Page } from '@playwright/test';
import { parseWorkbook } from '@hiraeth/core/workbook';
import { beginRun, buyBottle, exportWorkbook, next, openOwn, setUpPrinter, step } from './helpers';

const PHONE = { width: 390, height: 844 };

/** Another browser altogether: its own storage, as a phone has it. */
async function another(browser: Browser, at: string, viewport = PHONE): Promise<Page> {
  const context = await browser.newContext({ viewport, locale: 'en-GB', baseURL: new URL(at).origin });
  return context.newPage();
}

/** The computer lets one device in: the address behind its code, at this test's own server. */
async function code(page: Page): Promise<string> {
  if (!page.url().endsWith('/workbook/devices')) await page.goto('/workbook/devices');
  const open = page.getByRole('button', { name: 'Let other devices in' });
  const invite = page.getByRole('button', { name: /Let a device in|Another code/ });
  await expect(open.or(invite)).toBeEnabled();
  if (await open.isVisible()) await open.click();
  const field = page.getByLabel('Or open this address there');
  const before = (await field.isVisible()) ? await field.inputValue() : '';
  await invite.click();
  await expect(field).not.toHaveValue(before);
  const address = new URL(await field.inputValue());
  await expect(page.getByRole('img', { name: 'Code of this workbook' })).toBeVisible();
  return `${new URL(page.url()).origin}${address.pathname}${address.hash}`;
}

async function join(page: Page, address: string, name: string): Promise<void> {
  await page.goto(address);
  await page.getByLabel('What this device is called').fill(name);
  await page.getByRole('button', { name: /^Join/ }).click();
}

/** A computer with a printer of part-used cartridges, and a phone that has joined it; its clock may be behind. */
async function withPhone(
  page: Page,
  browser: Browser,
  behindMs = 0,
): Promise<{ address: string; phone: Page }> {
  await openOwn(page);
  await setUpPrinter(page);
  const address = await code(page);
  const phone = await another(browser, address);
  if (behindMs > 0) await phone.clock.install({ time: Date.now() - behindMs });
  await join(phone, address, 'Phone');
  return { address, phone };
}

async function weighed(on: Page, slot: string, grams: string): Promise<void> {
  await on.getByLabel('those on the shelf too').check();
  const field = on.getByLabel(`${slot}, weight in g`);
  await field.fill(grams);
  await field.press('Enter');
  await expect(on.getByText(`${grams} g = `)).toBeVisible();
}

const status = (page: Page) => page.getByTestId('room-status');
/** Everything that stands in its log, the newest first. */
const entries = async (page: Page): Promise<readonly string[]> => {
  await page.goto('/workbook/log');
  await expect(page.getByRole('heading', { name: 'Every entry' })).toBeVisible();
  return page.locator('.lines td:nth-child(2)').allInnerTexts();
};

test('a phone has the same workbook: what is weighed there stands at the computer within a second, cut off or not', async ({
  page,
  browser,
}) => {
  const { address, phone } = await withPhone(page, browser);
  await expect(status(phone)).toHaveText(/One other device is here\. \d+ entries came over/);
  await expect(status(page)).toHaveText(/One other device is here/);
  await expect(page.getByRole('table', { name: 'Other devices' })).toContainText('Phone');

  // Weighed at the bench, it stands at the computer, which shows it without being touched.
  await page.goto('/workbook/log');
  await phone.goto('/weigh-in');
  await weighed(phone, 'Cyan', '70.12');
  await expect(page.getByText(/weigh-in: 70\.12/).first()).toBeVisible({ timeout: 1500 });

  // Away from each other both go on; at the next contact either has all.
  await phone.context().setOffline(true);
  await weighed(phone, 'Magenta', '68.50');
  await page.goto('/weigh-in');
  await weighed(page, 'Yellow', '66.40');
  await page.goto('/workbook/log');
  await expect(page.getByText(/weigh-in: 68\.50/)).toHaveCount(0);
  await phone.context().setOffline(false);
  await expect(page.getByText(/weigh-in: 68\.50/).first()).toBeVisible({ timeout: 40_000 });

  // A third one; the code of the second is good no more.
  const third = await another(browser, address);
  await join(third, address, 'Thief');
  await expect(status(third)).toHaveText(/The code was used/);
  const tablet = await another(browser, address);
  await join(tablet, await code(page), 'Tablet');
  await expect(status(tablet)).toHaveText(/2 other devices are here/);
  const all = await entries(page);
  expect(all.length).toBeGreaterThan(8);
  expect(await entries(tablet)).toEqual(all);
  expect(await entries(phone)).toEqual(all);

  // Shown the door it keeps what it has, and hears nothing more.
  await page.goto('/workbook/devices');
  await page.getByRole('button', { name: 'Show Tablet the door' }).click();
  await tablet.goto('/workbook/devices');
  await expect(status(tablet)).toHaveText(/shown the door|code was used/);
  expect(await entries(tablet)).toEqual(all);
});

test('a run begun at the computer is gone on with at the phone, and is in one hand at a time', async ({
  page,
  browser,
}) => {
  await openOwn(page);
  await setUpPrinter(page, { shades: ['cyan', 'magenta', 'yellow'] });
  const phone = await another(browser, page.url());
  await join(phone, await code(page), 'Phone');
  await expect(status(phone)).toHaveText(/One other device is here/);
  await buyBottle(page, { name: 'Sea Cyan', shade: 'cyan', lot: 'S1', ml: '100', price: '12' });
  await beginRun(page, ['Cyan']);
  await phone.goto('/bench');
  await expect(phone.getByRole('heading', { level: 1, name: 'In hand at Computer' })).toBeVisible();
  await phone.getByRole('button', { name: 'Go on with it here' }).click();
  await expect(step(phone)).toHaveText('Is everything here?');
  await expect(page.getByRole('heading', { level: 1, name: 'In hand at Phone' })).toBeVisible();
  await next(phone).first().click();
  await expect(step(phone)).not.toHaveText('Is everything here?');
  const at = await step(phone).innerText();
  // It is at the computer within a second; who takes it before that takes it as it was.
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Go on with it here' }).click();
  await expect(step(page)).toHaveText(at);
});

test('an address that is not whole, and a code of another room, say what to do', async ({ page }) => {
  await openOwn(page);
  await page.goto('/join#short');
  await expect(page.getByText('This address is not whole.')).toBeVisible();
  const none = 'abcdefghijklmnopqrstuvwx';
  await join(page, `/join#${none}.${none}.${none}AAAAAAAAAAAAAAAAAAA`, 'Lost');
  await expect(status(page)).toHaveText(/Not in reach/);
});

test('a phone whose clock is behind: its entry is asked about where they meet, and moved to when it happened', async ({
  page,
  browser,
}) => {
  const { phone } = await withPhone(page, browser, 40 * 60_000);
  await expect(status(phone)).toHaveText(/One other device is here/);
  await expect(page.getByRole('table', { name: 'Other devices' })).toContainText(
    /its clock is (39|40|41) minutes behind/,
  );
  await phone.goto('/weigh-in');
  await weighed(phone, 'Cyan', '70.12');
  const asked = page.getByRole('group', { name: 'Entries of Phone' });
  await expect(asked).toContainText(/One entry came from Phone by its own clock/);
  await asked.getByRole('button', { name: /^This one: move it/ }).click();
  await expect(asked).toHaveCount(0);
  const read = parseWorkbook((await exportWorkbook(page)).text);
  if (!read.ok) throw new Error('The export is refused.');
  const masses = read.value.facts.filter(({ kind }) => kind === 'weighed');
  expect(masses).toHaveLength(2);
  expect(Math.abs(Date.parse(masses.at(-1)!.at) - Date.now())).toBeLessThan(5 * 60_000);
});
