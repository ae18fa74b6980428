import { expect, test, type Page } from '@playwright/test';
import { buyBottle, openOwn, setUpPrinter } from './helpers';

/** The browser’s own private disk stands in for the one that its owner would choose a file on. */
const choosing = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    Object.assign(window, {
      showSaveFilePicker: async () =>
        (await navigator.storage.getDirectory()).getFileHandle('room.hiraeth.json', { create: true }),
    });
  });
const inFile = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const folder = await navigator.storage.getDirectory();
    return (await (await folder.getFileHandle('room.hiraeth.json', { create: true })).getFile()).text();
  });
const write = (page: Page, text: string): Promise<void> =>
  page.evaluate(async (content) => {
    const folder = await navigator.storage.getDirectory();
    const writable = await (
      await folder.getFileHandle('room.hiraeth.json', { create: true })
    ).createWritable();
    await writable.write(content);
    await writable.close();
  }, text);

test('a file that was chosen once follows the workbook, joins what another program put in, and is never written over', async ({
  page,
}) => {
  await choosing(page);
  await openOwn(page);
  await page.goto('/workbook');
  await page.getByRole('button', { name: 'Keep it in a file by itself …' }).click();
  const kept = page.getByTestId('kept-file');
  await expect(kept).toContainText(/Kept in room\.hiraeth\.json by itself, last/);
  await setUpPrinter(page);
  await expect.poll(() => inFile(page), { timeout: 10_000 }).toContain('Bench Three');

  // Another program’s entry comes in at the next change, and stays in the file.
  const text = await inFile(page);
  const other = JSON.parse(text) as { facts: { id: string; kind: string; at: string; recorded: string }[] };
  const last = other.facts.at(-1)!;
  const subject = { entity: 'subject', id: 'subject-else', name: 'Sea at night' };
  other.facts.push({
    ...last,
    id: '01JZZZZZZZZZZZZZZZZZZZZZZZ',
    kind: 'defined',
    entity: subject,
  } as typeof last);
  await write(page, JSON.stringify(other));
  await page.goto('/workbook');
  await expect(kept).toContainText(/last/, { timeout: 10_000 });
  await page.goto('/workbook/log');
  await expect(page.getByText('Set up: Sea at night')).toBeVisible();
  expect(await inFile(page)).toContain('Sea at night');

  // Something that is no workbook is left as it is, and said.
  await write(page, 'my shopping list');
  await page.goto('/workbook');
  await expect(kept).toContainText(/is not written/, { timeout: 10_000 });
  expect(await inFile(page)).toBe('my shopping list');
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Keep it in a file by itself …' })).toBeVisible();
});

test('a lost browser: in a new one the file is opened, and all is there', async ({ page, browser }) => {
  await choosing(page);
  await openOwn(page);
  await page.goto('/workbook');
  await page.getByRole('button', { name: 'Keep it in a file by itself …' }).click();
  await setUpPrinter(page);
  await expect.poll(() => inFile(page), { timeout: 10_000 }).toContain('Bench Three');
  const text = await inFile(page);
  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const fresh = await context.newPage();
  await openOwn(fresh);
  await fresh.goto('/workbook');
  await fresh.getByLabel('Workbook file').setInputFiles({
    name: 'room.hiraeth.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  });
  await fresh
    .getByRole('button', { name: /^(Merge|Join|Put|Add)/ })
    .first()
    .click();
  await expect(fresh.getByText(/Saved: \d+ entries/)).toBeVisible();
  await fresh.goto('/workbook/things');
  await expect(fresh.getByRole('cell', { name: /^Bench Three \d channels/ })).toBeVisible();
  await context.close();
});

test('in a folder the file follows the workbook, and a copy of each day lies beside it', async ({ page }) => {
  await page.addInitScript(() => {
    Object.assign(window, {
      showDirectoryPicker: async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle('prints', { create: true }),
    });
  });
  const inFolder = (): Promise<Record<string, string>> =>
    page.evaluate(async () => {
      const folder = await (
        await navigator.storage.getDirectory()
      ).getDirectoryHandle('prints', { create: true });
      const files: Record<string, string> = {};
      for await (const [name, handle] of folder as unknown as AsyncIterable<[string, FileSystemFileHandle]>)
        files[name] = await (await handle.getFile()).text();
      return files;
    });
  await page.clock.setFixedTime('2026-03-01T09:00:00Z');
  await openOwn(page);
  await page.goto('/workbook');
  await page.getByRole('button', { name: 'In a folder, with its last ten days …' }).click();
  await expect(page.getByTestId('kept-file')).toContainText('Kept in the folder prints by itself');
  await setUpPrinter(page);
  const file = 'my-print-room.hiraeth.json';
  await expect.poll(async () => (await inFolder())[file] ?? '').toContain('Bench Three');
  await page.clock.setFixedTime('2026-03-02T09:00:00Z');
  await buyBottle(page, { name: 'Ink', shade: 'cyan', lot: 'L7', ml: '100', price: '9' });
  await expect.poll(async () => (await inFolder())[file] ?? '').toContain('"L7"');
  // The day before is as it was then.
  await expect.poll(async () => Object.keys(await inFolder()).length).toBe(3);
  const days = await inFolder();
  expect([1, 2].map((day) => days[`my-print-room-2026-03-0${day}.hiraeth.json`]?.includes('"L7"'))).toEqual([
    false,
    true,
  ]);
});
