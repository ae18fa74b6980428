import { chromium } from '@playwright/test';
const [,, out, path = '/', w = '1280', h = '800', pre = ''] = process.argv;
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await (await browser.newContext({ viewport: { width: +w, height: +h }, serviceWorkers: 'block' })).newPage();
await page.goto('http://127.0.0.1:4830/');
await page.locator('.lead').first().waitFor();
if (pre === 'books') {
  await page.goto('http://127.0.0.1:4830/workbook/books');
  for (const n of ['The attic', 'School workshop']) {
    await page.getByLabel('Another print room').fill(n);
    await page.getByRole('button', { name: 'Begin a workbook for it' }).click();
    await page.waitForTimeout(700);
  }
  await page.getByRole('button', { name: 'Put it away' }).click();
  await page.getByRole('button', { name: 'Open The attic', exact: true }).click();
  await page.waitForTimeout(500);
  await page.getByRole('button', { name: 'Empty this workbook' }).click();
  await page.getByRole('button', { name: 'Yes, empty it' }).click();
  await page.waitForTimeout(700);
} else if (pre === "close") { const { makeDemo } = await import("@hiraeth/demo"); const { serializeWorkbook } = await import("@hiraeth/core/workbook"); await page.getByRole("button", { name: "Open my own workbook" }).click(); await page.waitForTimeout(800); await page.goto("http://127.0.0.1:4830/workbook"); await page.getByLabel("Workbook file").setInputFiles({ name: "a.json", mimeType: "application/json", buffer: Buffer.from(serializeWorkbook(makeDemo(new Date().toISOString()).facts, new Date().toISOString())) }); await page.getByRole("button", { name: "Add what is new" }).click(); await page.waitForTimeout(1500); } else if (pre) await page.evaluate(pre);
await page.evaluate((to) => { history.pushState({ idx: 0 }, '', to); dispatchEvent(new PopStateEvent('popstate', { state: history.state })); }, path);
await page.waitForTimeout(2500);
await page.screenshot({ path: out });
await browser.close();
