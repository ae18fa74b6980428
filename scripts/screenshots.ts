/**
 * Takes the pictures of docs/screenshots from the demo print room, on a fixed day.
 * `node --import tsx scripts/screenshots.ts [--out DIR] [--theme dim] [--size 900x1200] [name …]`
 */
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';

const PORT = 4799;
const args = process.argv.slice(2);
const option = (name: string, otherwise: string): string => {
  const at = args.indexOf(name);
  return at < 0 ? otherwise : args.splice(at, 2)[1]!;
};
const out = option('--out', join('docs', 'screenshots'));
const theme = option('--theme', 'light');
const [width, height] = option('--size', '1280x800').split('x').map(Number) as [number, number];
const only = args.filter((arg) => !arg.startsWith('--'));

const bench = async (page: Page, steps: number): Promise<void> => {
  await page.getByRole('checkbox', { name: 'Grey A', exact: true }).check();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  for (let i = 0; i < steps; i++) {
    if (/Weigh it as it is/.test(await page.getByRole('heading', { level: 1 }).innerText())) {
      // As the log has it: another mass would be asked about.
      const expected = /should show about ([\d.]+)/.exec(await page.locator('main').innerText())?.[1];
      await page.getByLabel('Weight, g').fill(expected ?? '65');
      await page.getByLabel('Weight, g').press('Enter');
    } else await page.locator('[data-next]').first().click();
    await page.waitForTimeout(400);
  }
};

const VIEWS: readonly {
  readonly name: string;
  readonly path: string;
  readonly then?: (page: Page) => Promise<void>;
}[] = [
  { name: 'rack', path: '/' },
  { name: 'bench', path: '/bench?cartridge=nine-a-gy', then: (page) => bench(page, 10) },
  { name: 'bench-choose', path: '/bench?cartridge=nine-a-gy' },
  { name: 'weigh-in', path: '/weigh-in' },
  { name: 'cartridge', path: '/cartridge/nine-b-lm' },
  { name: 'gauge', path: '/gauge' },
  {
    name: 'prepare',
    path: '/prepare/nine-a-lc',
    then: (page) => page.getByRole('button', { name: 'Choose: Dilute and draw out' }).click(),
  },
  { name: 'inks', path: '/inks' },
  { name: 'prints', path: '/prints/log' },
  { name: 'checks', path: '/checks' },
  { name: 'shades', path: '/shades' },
  { name: 'paper', path: '/bench/steps?cartridge=six-one-cy' },
  { name: 'cost', path: '/cost' },
  { name: 'plan', path: '/plan' },
  {
    name: 'plan-ways',
    path: '/plan/ways',
    then: (page) => page.getByText(/a year less lost/).waitFor(),
  },
  { name: 'rig', path: '/rig' },
  { name: 'labels', path: '/labels' },
  { name: 'workbook', path: '/workbook' },
  {
    name: 'set-up',
    path: '/set-up',
    then: async (page) => {
      await page.getByLabel('Printer’s name').fill('Penhallow Nine');
      for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Next' }).click();
    },
  },
];

mkdirSync(out, { recursive: true });
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  env: { ...process.env, PORT: String(PORT) },
  stdio: 'ignore',
});
try {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage', '--no-first-run'],
  });
  for (const view of VIEWS) {
    if (only.length > 0 && !only.includes(view.name)) continue;
    const context = await browser.newContext({
      viewport: { width, height },
      reducedMotion: 'reduce',
      serviceWorkers: 'block',
      locale: 'en-GB',
      timezoneId: 'Europe/London',
    });
    const page = await context.newPage();
    // The same day each time, so that a picture changes only when its view does.
    await page.clock.setFixedTime(new Date('2026-11-24T15:30:00Z'));
    await page.addInitScript((name) => localStorage.setItem('hiraeth-theme', name), theme);
    for (let i = 0; ; i++) {
      try {
        await page.goto(`http://127.0.0.1:${PORT}${view.path}`);
        break;
      } catch (error) {
        if (i > 40) throw error;
        await new Promise((resolve) => setTimeout(resolve, 250));
      }
    }
    await page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached', timeout: 20_000 });
    await view.then?.(page);
    await page.waitForTimeout(700);
    await page.screenshot({ path: join(out, `${view.name}.png`) });
    console.log(`${view.name}.png`);
    await context.close();
  }
  await browser.close();
} finally {
  server.kill();
}
