import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], { env: { ...process.env, PORT: '4799' }, stdio: 'ignore' });
await new Promise((r) => setTimeout(r, 4000));
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce', serviceWorkers: 'block' })).newPage();
await page.goto('http://127.0.0.1:4799/bench?cartridge=nine-a-gy');
await page.getByText('Nothing chosen yet').waitFor({ state: 'detached' }).catch(() => {});
await page.waitForTimeout(2500);
await page.getByRole('checkbox', { name: 'Grey A', exact: true }).check();
await page.getByLabel('Bottle for Grey A').selectOption({ index: 3 });
await page.screenshot({ path: '/tmp/s1.png' });
await page.getByLabel('Bottle for Grey A').selectOption({ index: 0 });
await page.getByRole('button', { name: 'Begin', exact: true }).click();
const step = () => page.getByRole('heading', { level: 1 }).innerText();
for (let i = 0; i < 40; i++) {
  const t = await step();
  if (/Match ink/.test(t)) await page.screenshot({ path: '/tmp/s2.png' });
  if (/does it drip/.test(t)) { await page.screenshot({ path: '/tmp/s3.png' }); break; }
  if (/Weigh it as/.test(t)) { await page.getByLabel('Weight, g').fill('71.90'); await page.getByLabel('Weight, g').press('Enter'); }
  else if (/Weigh it full/.test(t)) { await page.getByLabel('Weight, g').fill('91.60'); await page.getByLabel('Weight, g').press('Enter'); }
  else await page.locator('[data-next]').first().click();
  await page.waitForTimeout(400);
  const d = page.getByRole('dialog', { name: 'What happened?' });
  if (await d.isVisible().catch(() => false)) { await d.getByLabel(/not logged/).check(); await d.getByRole('button', { name: /Record it/ }).click(); await page.waitForTimeout(300); }
}
await page.goto('http://127.0.0.1:4799/bench/steps?cartridge=six-one-cy');
await page.waitForTimeout(1500);
await page.screenshot({ path: '/tmp/s4.png' });
await browser.close(); server.kill();
