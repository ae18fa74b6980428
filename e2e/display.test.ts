import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { displayAt, makeChance, photographDisplay } from '@hiraeth/rig';
import { install, script, setUp, weigh } from '@hiraeth/core/testing';
import { exportWorkbook, openWith, visit } from './helpers';

/** What the browser's camera sees: a scale's display, over and over, as a film without compression. */
const film = join(mkdtempSync(join(tmpdir(), 'hiraeth-film-')), 'display.y4m');
const { options } = displayAt(3, makeChance(5));
const { width, height, rgba } = photographDisplay('59.84', {
  ...options,
  height: 270,
  chance: makeChance(8),
  kind: 'lcd',
});
const plane = (weights: readonly number[], offset: number, step: number): Buffer => {
  const bytes: number[] = [];
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const at = 4 * (y * width + x);
      bytes.push(offset + weights.reduce((sum, weight, k) => sum + weight * rgba[at + k]!, 0));
    }
  return Buffer.from(bytes.map((value) => Math.max(0, Math.min(255, Math.round(value)))));
};
const frame = Buffer.concat([
  Buffer.from('FRAME\n'),
  plane([0.299, 0.587, 0.114], 0, 1),
  plane([-0.169, -0.331, 0.5], 128, 2),
  plane([0.5, -0.419, -0.081], 128, 2),
]);
writeFileSync(
  film,
  Buffer.concat([
    Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420jpeg\n`),
    ...Array.from({ length: 4 }, () => frame),
  ]),
);

test.use({
  permissions: ['camera'],
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-dev-shm-usage',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  },
});

test('a scale without a cable: its display is read by the camera, and the weight taken', async ({ page }) => {
  await openWith(page, script([...setUp, weigh('cyan', 63.42), install]));
  await visit(page, '/weigh-in');
  const rail = page.getByRole('form', { name: 'Scale' });
  await rail.getByLabel('Scale').selectOption({ label: 'its display, by camera' });
  await expect(page.getByLabel('Read on the display')).toHaveText('59.84g');
  await expect(page.getByLabel('Live weight')).toHaveText(/59\.84 g still/);
  // It lay there before it was asked for: it is not taken by itself.
  await page.getByRole('button', { name: 'Take the weight' }).click();
  await expect(page.getByText('1 of 3')).toBeVisible();
  const { text } = await exportWorkbook(page);
  expect(text).toContain('59.84');
});
