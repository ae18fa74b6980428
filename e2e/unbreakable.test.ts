import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import { parseWorkbook } from '@hiraeth/core/workbook';
import { createApp } from '../server/src/createApp';
import { define, fill, install, print, script, setUp, TYPE, weigh as weighed } from '@hiraeth/core/testing';
import { openOwn, openWith, saved, visit } from './helpers';

const room = script([...setUp, weighed('cyan', 63.42), install, print(4), fill('cyan', 5)]);
const PLACES = [
  ['/bench', 'bench'],
  ['/weigh-in', 'weighin'],
  ['/cartridge/cyan', 'cartridge'],
  ['/prepare/cyan', 'prepare'],
  ['/gauge', 'gauge'],
  ['/inks', 'inks'],
  ['/prints', 'prints'],
  ['/cost', 'cost'],
  ['/plan', 'plan'],
  ['/rig', 'rig'],
  ['/workbook', 'workbook'],
  ['/keys', 'Keys'],
] as const;

test('a definition that would lock the workbook is refused with words, and nothing is stored', async ({
  page,
}) => {
  await openWith(page, room);
  await page.goto('/inks/densities');
  await page.getByRole('button', { name: 'Correct' }).first().click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Density, g/ml', { exact: true }).fill('0');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toContainText('0 g/ml is less than 0.5 g/ml');
  await page.reload();
  await page.goto('/');
  await expect(page.getByText('Test printer').first()).toBeVisible();
});

test('a type taken back leaves every place readable, is named where it is missed, and is not guessed anew', async ({
  page,
}) => {
  const type = room.find((fact) => fact.kind === 'defined' && fact.entity.id === TYPE.id)!;
  const other = { ...TYPE, id: 'other', name: 'Another tank' };
  await openWith(page, [
    ...room,
    ...script(
      [define(other), { kind: 'voided', factId: type.id, reason: 'taken back' }],
      '2026-03-02T00:00:00.000Z',
    ),
  ]);
  for (const [path] of PLACES) {
    await page.goto(path);
    await expect(page.locator('main')).not.toContainText('could not be laid out');
    await expect(page.locator('main')).not.toContainText('Opening');
  }
  await page.goto('/');
  await page.getByRole('link', { name: 'Say which type it is' }).first().click();
  await page.getByRole('button', { name: 'Choose its type' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByText(/Choose one of the list/)).toBeVisible();
  await form.getByLabel('Type', { exact: true }).selectOption({ label: other.name });
  await form.getByRole('button', { name: 'Save' }).click();
  await saved(page);
  await expect(page.locator('.big').first()).toContainText('ml');
});

test('a place that does not load says so, in its own words, with an export and a way back', async ({
  page,
}) => {
  await openWith(page, room);
  for (const [path, chunk] of PLACES) {
    const stop = (url: URL): boolean => new RegExp(`/assets/${chunk}-[^/]+\\.js$`).test(url.pathname);
    await page.route(stop, (route) => route.abort());
    await page.goto(path);
    const sheet = page.getByRole('alert').filter({ hasText: 'This sheet could not be laid out' });
    await expect(sheet, path).toBeVisible();
    if (path === '/cost') {
      const waiting = page.waitForEvent('download');
      await sheet.getByRole('button', { name: /^Export the workbook/ }).click();
      const book = parseWorkbook(readFileSync(await (await waiting).path(), 'utf8'));
      expect(book.ok && book.value.facts).toHaveLength(room.length);
    }
    await sheet.getByRole('link', { name: 'To the Rack' }).click();
    await expect(page.getByText('Test printer').first()).toBeVisible();
    await page.unroute(stop);
  }
});

test('a browser without local storage opens and records all the same', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'localStorage', {
      get() {
        throw new DOMException('denied', 'SecurityError');
      },
    });
  });
  await page.goto('/cartridge/nine-a-cy');
  await page.getByRole('button', { name: 'I shook it' }).click();
  await saved(page);
});

test.describe('with its service worker, after one visit', () => {
  test.use({ serviceWorkers: 'allow' });
  test('every place opens with the server gone, those never visited too', async ({ browser }) => {
    let server: Server | null = createServer(createApp({ dist: resolve('web/dist'), hosts: ['127.0.0.1'] }));
    await new Promise<void>((resolve) => server!.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const context = await browser.newContext({
      baseURL: `http://127.0.0.1:${port}`,
      serviceWorkers: 'allow',
    });
    const page = await context.newPage();
    await openOwn(page);
    await page.evaluate(() => navigator.serviceWorker.ready.then((r) => r.active !== null));
    // The worker has kept everything once it stands.
    await expect
      .poll(() => page.evaluate(() => caches.keys().then((keys) => keys.length)))
      .toBeGreaterThan(0);
    server.closeAllConnections();
    await new Promise((resolve) => server!.close(resolve));
    server = null;
    await page.goto('/');
    for (const [path] of PLACES) {
      await visit(page, path);
      await expect(page.getByRole('heading', { level: 1 }).first(), path).toBeAttached();
      await expect(page.getByText('could not be laid out')).toHaveCount(0);
    }
    await context.close();
  });
});
