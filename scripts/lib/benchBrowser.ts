import { readFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test';

const PORT = 4793;
const PLACES = ['Rack', 'Plan', 'Bench', 'Weigh-in', 'Prints', 'Checks', 'Inks', 'Cost', 'Workbook'];

/** Longest task since it was last asked, ms. */
const longest = (page: Page): Promise<number> =>
  page.evaluate(() => Math.round(Math.max(0, ...(window as unknown as { tasks: number[] }).tasks.splice(0))));

/** The same, once all that follows from what was just done is done too. */
async function longestThen(page: Page): Promise<number> {
  await page.waitForTimeout(8000);
  return longest(page);
}

/** Notes every long task of its pages. */
async function observed(browser: Browser): Promise<BrowserContext> {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  await context.addInitScript(() => {
    const seen: number[] = ((window as unknown as { tasks: number[] }).tasks = []);
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) seen.push(duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  return context;
}

/** Opens the Rack, and waits until it tells what is there. */
async function untilUsable(page: Page): Promise<number> {
  await page.goto(`http://127.0.0.1:${PORT}/`);
  await page.locator('.lead').first().waitFor();
  return page.evaluate(() => Math.round(performance.now()));
}

/** The demo for somebody who was never here. */
async function firstVisit(browser: Browser): Promise<Record<string, number | string>> {
  const context = await observed(browser);
  try {
    const page = await context.newPage();
    const usable = await untilUsable(page);
    const task = await longestThen(page);
    const bytes = await page.evaluate(() =>
      (performance.getEntriesByType('resource') as PerformanceResourceTiming[])
        .filter(({ name }) => name.endsWith('.js'))
        .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
    );
    return {
      step: 'the demo, first visit',
      'usable after (ms)': usable,
      'longest task (ms)': task,
      'script (kB)': Math.round(bytes / 1000),
    };
  } finally {
    await context.close();
  }
}

/**
 * The built app in a browser, the demo first and then with a workbook file of ten years: how long until it can be used, and the
 * longest task of each step.
 *
 * @param file path of the workbook file
 */
export async function benchBrowser(file: string): Promise<Record<string, number | string>[]> {
  const server = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], {
    env: { ...process.env, PORT: String(PORT) },
  });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const context = await observed(browser);
    await context.addInitScript(() => localStorage.setItem('hiraeth-open', 'own'));
    const page = await context.newPage();
    for (let i = 0; ; i++)
      try {
        await page.goto(`http://127.0.0.1:${PORT}/workbook`);
        break;
      } catch (error) {
        if (i > 40) throw error;
        await page.waitForTimeout(250);
      }
    const rows = [await firstVisit(browser)];
    await page.getByText('Every entry').waitFor();
    await longest(page);
    const begun = performance.now();
    await page.locator('input[type=file]').setInputFiles(file);
    await page.getByRole('button', { name: 'Put it in place' }).click({ timeout: 60_000 });
    await page.getByText(/Saved: \d+ entries/).waitFor({ timeout: 60_000 });
    rows.push({
      step: 'import',
      'usable after (ms)': Math.round(performance.now() - begun),
      'longest task (ms)': await longest(page),
    });
    await longestThen(page);
    const usable = await untilUsable(page);
    rows.push({ step: 'open', 'usable after (ms)': usable, 'longest task (ms)': await longestThen(page) });
    await page.goto(`http://127.0.0.1:${PORT}/weigh-in`);
    await longestThen(page);
    const field = page.getByLabel(/, weight in g$/).first();
    const saved = page.getByRole('alert').filter({ hasText: 'Saved' });
    const ask = page.getByRole('dialog');
    // Which body comes first depends on the workbook: a tank, or a head of half its mass.
    for (const grams of ['60', '31']) {
      await field.fill(grams);
      await field.press('Enter');
      await ask.or(saved).first().waitFor();
      if (!(await ask.isVisible())) break;
      const record = ask.getByRole('button', { name: /Record it/ });
      if ((await record.count()) === 0) {
        await ask.getByRole('button', { name: 'Go back and correct' }).click();
        continue;
      }
      if ((await ask.getByRole('radio').count()) > 0) await ask.getByRole('radio').first().check();
      await record.click();
      break;
    }
    await saved.waitFor();
    rows.push({ step: 'a weighing saved', 'longest task (ms)': await longest(page) });
    // An entry of years ago, by its day: all after it is replayed.
    await page.goto(`http://127.0.0.1:${PORT}/workbook/log?find=Filled`);
    await longestThen(page);
    await page.getByLabel('Of this day').fill(oldDayOf(file));
    await page.getByLabel('Find in the entries').fill('');
    await page
      .getByRole('button', { name: /^Take back: / })
      .first()
      .waitFor();
    rows.push({ step: 'an old day found', 'longest task (ms)': await longestThen(page) });
    await page
      .getByRole('button', { name: /^Take back: / })
      .first()
      .click();
    await page.getByText('Taken back.').waitFor();
    rows.push({ step: 'an old entry taken back', 'longest task (ms)': await longestThen(page) });
    // Before anything is kept anew.
    rows.push({
      step: 'open with what came since',
      'usable after (ms)': await untilUsable(page),
      'longest task (ms)': await longestThen(page),
    });
    // Its own file once more: everything in it is known.
    await page.goto(`http://127.0.0.1:${PORT}/workbook`);
    await longestThen(page);
    const again = performance.now();
    await page.locator('input[type=file]').setInputFiles(file);
    await page.getByText(/here already/).waitFor({ timeout: 60_000 });
    rows.push({
      step: 'its own export opened',
      'usable after (ms)': Math.round(performance.now() - again),
      'longest task (ms)': await longest(page),
    });
    await page.getByRole('button', { name: 'Leave it' }).click();
    for (const name of PLACES) {
      await page.getByRole('link', { name, exact: true }).first().click();
      await page.waitForTimeout(2500);
      rows.push({ step: name, 'longest task (ms)': await longest(page) });
    }
    return rows;
  } finally {
    await browser.close();
    server.kill();
  }
}

/** A day in the first fifth of a workbook on which something was printed. */
function oldDayOf(file: string): string {
  const { facts } = JSON.parse(readFileSync(file, 'utf8')) as { facts: { kind: string; at: string }[] };
  return facts
    .slice(Math.floor(facts.length / 5))
    .find(({ kind }) => kind === 'printed')!
    .at.slice(0, 10);
}
