import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test, type Page } from '@playwright/test';
import { parseWorkbook } from '@hiraeth/core/workbook';
import { install, print, script, setUp, weigh as weighed } from '@hiraeth/core/testing';
import { makeDemo } from '@hiraeth/demo';
import { exportWorkbook, openWith, saved, visit, weigh } from './helpers';

const room = script([...setUp, weighed('cyan', 63.42), install]);

test('what was said to be saved survives the browser being killed', async ({
  launchOptions,
  baseURL,
}, info) => {
  const profile = mkdtempSync(join(tmpdir(), 'hiraeth-profile-'));
  const options = { ...launchOptions, baseURL: baseURL!, serviceWorkers: 'block' as const };
  const context = await chromium.launchPersistentContext(profile, options);
  const page = await context.newPage();
  await openWith(page, room);
  await page.goto('/weigh-in');
  await page.getByLabel('magenta, weight in g').fill('77.70');
  await page.getByLabel('magenta, weight in g').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Saved' })).toBeVisible();
  // The whole browser, at once, without a goodbye.
  spawn('pkill', ['-9', '-f', profile]);
  await context.close().catch(() => undefined);
  const again = await chromium.launchPersistentContext(profile, options);
  const fresh = await again.newPage();
  await fresh.goto('/cartridge/magenta');
  await expect(fresh.getByText('77.70').first()).toBeVisible();
  await again.close();
  info.annotations.push({ type: 'profile', description: profile });
});

test('what is kept to be shown at once is never more than that: killed while it is kept, broken, or old', async ({
  launchOptions,
  baseURL,
}) => {
  test.slow();
  const profile = mkdtempSync(join(tmpdir(), 'hiraeth-kept-'));
  const options = { ...launchOptions, baseURL: baseURL!, serviceWorkers: 'block' as const };
  const years = [
    ...room,
    ...script(
      Array.from({ length: 2100 }, () => print(1)),
      '2026-03-02T00:00:00.000Z',
    ),
  ];
  /** What the browser has kept, or what it is to find there. */
  const kept = (page: Page, put?: string): Promise<string | null> =>
    page.evaluate(
      (text) =>
        new Promise<string | null>((resolve, reject) => {
          const opening = indexedDB.open('hiraeth-own');
          opening.onerror = () => reject(new Error('no database'));
          opening.onsuccess = () => {
            const store = opening.result.transaction('notes', 'readwrite').objectStore('notes');
            const read = store.get('#kept') as IDBRequest<{ text: string } | undefined>;
            read.onsuccess = () => {
              if (text !== undefined && read.result) store.put({ ...read.result, text }, '#kept');
              opening.result.close();
              resolve(read.result?.text ?? null);
            };
          };
        }),
      put,
    );
  const inside = (page: Page) =>
    page.getByRole('group', { name: /^cyan/i }).or(page.locator('.lead')).first();
  let context = await chromium.launchPersistentContext(profile, options);
  let page = await context.newPage();
  await openWith(page, years);
  await expect.poll(() => kept(page), { timeout: 15_000 }).not.toBeNull();
  // Killed at several moments after something was recorded: before, while and after it is kept anew.
  for (const [i, wait] of [0, 2400, 2600].entries()) {
    await page.goto('/weigh-in');
    await page.getByLabel('cyan, weight in g').fill(String(62 - i));
    await page.getByLabel('cyan, weight in g').press('Enter');
    const ask = page.getByRole('dialog');
    const done = page.getByRole('alert').filter({ hasText: 'Saved' });
    await expect(ask.or(done).first()).toBeVisible();
    if (await ask.isVisible()) {
      await ask.getByRole('radio').first().check();
      await ask.getByRole('button', { name: /Record it/ }).click();
    }
    await expect(done).toBeVisible();
    await page.waitForTimeout(wait);
    spawn('pkill', ['-9', '-f', profile]);
    await context.close().catch(() => undefined);
    context = await chromium.launchPersistentContext(profile, options);
    page = await context.newPage();
    await page.goto('/cartridge/cyan');
    await expect(page.getByText(`${62 - i}.00`).first()).toBeVisible();
  }
  await page.goto('/');
  await expect(inside(page)).toBeVisible();
  await expect.poll(() => kept(page), { timeout: 15_000 }).not.toBeNull();
  await kept(page, '{"context": broken');
  await page.goto('/cartridge/cyan');
  await expect(page.getByText('60.00').first()).toBeVisible();
  await context.close();
});

test('a second tab follows the first live, may take the pen, and both stay whole', async ({
  page,
  context,
}) => {
  await openWith(page, room);
  await page.goto('/cartridge/cyan');
  const second = await context.newPage();
  await second.goto('/cartridge/cyan');
  await expect(second.getByText('Another tab of this workbook is writing')).toBeVisible();
  await page.getByRole('button', { name: 'I shook it' }).click();
  await saved(page);
  await expect(second.getByText('Shook cyan')).toBeVisible();
  await second.getByRole('button', { name: 'I shook it' }).click();
  await expect(second.getByRole('alert').filter({ hasText: 'Another tab' })).toBeVisible();
  await second.getByRole('button', { name: 'Close' }).click();
  await second.getByRole('button', { name: 'Write here' }).click();
  await expect(page.getByText('Another tab of this workbook is writing')).toBeVisible();
  await second.getByRole('button', { name: 'I shook it' }).click();
  await saved(second);
  await expect(page.getByText('Shook cyan')).toHaveCount(2);
});

test('everything recorded can be taken back, and the taking back too', async ({ page }) => {
  await openWith(page, room);
  await page.goto('/cartridge/cyan');
  const big = page.locator('.big').first();
  const before = await big.innerText();
  await page.getByRole('form', { name: 'Scale' }).getByLabel('of').selectOption({ label: 'cyan' });
  await weigh(page, '55');
  await expect(big).not.toHaveText(before);
  await page.getByRole('button', { name: 'Take back', exact: true }).click();
  await expect(big).toHaveText(before);
  await page.goto('/workbook/log');
  await page.getByRole('button', { name: /^Take back: Took back/ }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await page.goto('/cartridge/cyan');
  await expect(big).toContainText('12.6');
});

test('an export read back is the same facts; tables defuse formulas', async ({ page }) => {
  await openWith(page, room);
  await page.goto('/prints');
  await page.getByLabel('Title').fill('=2+5');
  await page.getByRole('button', { name: 'Log the print' }).click();
  await saved(page);
  const { text } = await exportWorkbook(page);
  const back = parseWorkbook(text);
  expect(back.ok && back.value.facts.length).toBe(room.length + 1);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Prints', exact: true }).click();
  const csv = readFileSync(await (await waiting).path(), 'utf8');
  expect(csv).toContain(`'=2+5`);
  expect(csv.startsWith('\ufeff')).toBe(true);
});

test.describe('with its service worker', () => {
  test.use({ serviceWorkers: 'allow' });
  test('the app opens and records with the server gone', async ({ page, context }) => {
    await openWith(page, room);
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    for (const path of ['/', '/weigh-in', '/cartridge/cyan']) {
      await page.goto(path);
      await page.waitForLoadState('networkidle');
    }
    await context.setOffline(true);
    await page.goto('/cartridge/cyan');
    await page.getByRole('button', { name: 'I shook it' }).click();
    await saved(page);
    await context.setOffline(false);
  });
});

test('years that are over are closed: what is inside stays, sums begin anew, the closed ones are read beside it', async ({
  page,
}) => {
  const { facts } = makeDemo(new Date().toISOString());
  await openWith(page, facts);
  await visit(page, '/');
  const first = page.locator('.rackrow').first();
  const inside = async () => {
    const [, ml, most] = /([\d.]+)\s±\s([\d.]+)\sml/.exec((await first.textContent()) ?? '')!;
    return { ml: Number(ml), most: Number(most) };
  };
  const before = await inside();
  expect(before.ml).toBeGreaterThan(0);
  await visit(page, '/workbook/books');
  const close = page.getByRole('region', { name: 'Close years' });
  const said = (await close.textContent()) ?? '';
  const [, early, all] = /(\d+) of (\d+) entries are from before/.exec(said)!;
  await close.getByRole('button', { name: 'Close what is before' }).click();
  await expect(page.getByText(/^Closed: this workbook goes on from/)).toBeVisible();
  await visit(page, '/');
  // Within its interval: what was drawn since the last weigh-in is foretold by fewer of them.
  await expect(first).toBeVisible();
  const { ml, most } = await inside();
  expect(Math.abs(ml - before.ml)).toBeLessThan(Math.hypot(most, before.most));
  await visit(page, '/cost');
  await expect(page.getByText(/what was before stands in .*, closed/)).toBeVisible();
  await visit(page, '/workbook');
  const { text } = await exportWorkbook(page);
  const live = parseWorkbook(text);
  expect(live.ok && live.value.facts.length).toBeLessThan(Number(all) - Number(early) / 2);
  // The closed one, whole: it is exported like any other.
  await visit(page, '/workbook/books');
  await page
    .getByRole('row', { name: /closed as of/ })
    .getByRole('button', { name: /^Open / })
    .click();
  await expect(page.getByText('This workbook is put away').first()).toBeVisible();
  await visit(page, '/workbook');
  const closed = parseWorkbook((await exportWorkbook(page)).text);
  expect(closed.ok && closed.value.facts.length).toBe(facts.length);
});
