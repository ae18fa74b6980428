import { deflateSync } from 'node:zlib';
import { expect, test, type Page } from '@playwright/test';
import { encode } from 'fast-png';
import type { FactDraft } from '@hiraeth/core/workbook';
import { define, install, script, setUp, weigh } from '@hiraeth/core/testing';
import { exportWorkbook, noAxeFindings, openWith, saved } from './helpers';

const room = script([
  ...setUp,
  define({ entity: 'subject', id: 'night', name: 'Night' }),
  ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 84)),
  install,
]);

/** Red light on the left, white on the right. */
const pixel = (x: number, width: number): readonly [number, number, number] =>
  x < width / 2 ? [255, 0, 0] : [255, 255, 255];

function png(width: number, height: number): Buffer {
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) data.set(pixel(i % width, width), 3 * i);
  return Buffer.from(encode({ width, height, data, channels: 3, depth: 8 }));
}

/** A baseline TIFF of one strip, 16 bit Deflate, 300 to the inch. */
function tiff(width: number, height: number, photometric = 2): Buffer {
  const samples = photometric === 5 ? 4 : 3;
  const raw = Buffer.alloc(width * height * samples * 2);
  for (let i = 0; i < width * height; i++)
    pixel(i % width, width).forEach((value, k) => raw.writeUInt16LE(value * 257, (i * samples + k) * 2));
  const strip = deflateSync(raw);
  const at = 8 + strip.length;
  const tags = [
    [256, 4, 1, width],
    [257, 4, 1, height],
    [258, 3, samples, at],
    [259, 3, 1, 8],
    [262, 3, 1, photometric],
    [273, 4, 1, 8],
    [277, 3, 1, samples],
    [278, 4, 1, height],
    [279, 4, 1, strip.length],
    [282, 5, 1, at + 2 * samples],
    [296, 3, 1, 2],
  ] as const;
  const more = Buffer.alloc(2 * samples + 8);
  for (let k = 0; k < samples; k++) more.writeUInt16LE(16, 2 * k);
  more.writeUInt32LE(300, 2 * samples);
  more.writeUInt32LE(1, 2 * samples + 4);
  const directory = Buffer.alloc(6 + 12 * tags.length);
  directory.writeUInt16LE(tags.length, 0);
  tags.forEach(([tag, type, count, value], i) => {
    directory.writeUInt16LE(tag, 2 + 12 * i);
    directory.writeUInt16LE(type, 4 + 12 * i);
    directory.writeUInt32LE(count, 6 + 12 * i);
    directory.writeUInt32LE(value, 10 + 12 * i);
  });
  const head = Buffer.from('II*\0\0\0\0\0', 'latin1');
  head.writeUInt32LE(at + more.length, 4);
  return Buffer.concat([head, strip, more, directory]);
}

const drop = (page: Page, name: string, buffer: Buffer): Promise<void> =>
  page.getByLabel('Picture to measure').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });

test('a picture is measured before it is printed: half red light takes half of magenta and yellow, and no cyan', async ({
  page,
}) => {
  await openWith(page, room);
  await page.goto('/prints');
  const box = page.getByTestId('picture');
  for (const [name, file, words] of [
    ['not.png', Buffer.from('a letter, no picture'), /not\.png: This is no PNG, JPEG, WebP or TIFF/],
    ['cut.png', png(300, 200).subarray(0, 120), /cut\.png: The file is damaged or cut off/],
    ['inks.tif', tiff(40, 20, 5), /inks\.tif: Its colours are already separated/],
    ['huge.png', hugePng(), /huge\.png: It is larger than/],
  ] as const) {
    await drop(page, name, file);
    await expect(box.getByRole('alert')).toHaveText(words);
  }
  for (const [name, file] of [
    ['red.png', png(300, 200)],
    ['red.tif', tiff(600, 400)],
  ] as const) {
    await drop(page, name, file);
    const asks = box.getByRole('list', { name: 'What the picture asks of each channel' });
    // Three colours alone: half of the area times 75 µl for a fully covered dm².
    await expect(asks).toHaveText(/cyan0\.0 µl\/dm²magenta37\.5 µl\/dm²yellow37\.5 µl\/dm²/);
    await expect(box).toContainText('no profile in it: taken as sRGB');
    if (name === 'red.png') await box.getByRole('button', { name: 'Without it' }).click();
  }
  // 600 pixels at 300 to the inch.
  await expect(page.getByLabel('Width, mm')).toHaveValue('51');
  await noAxeFindings(page);
  await page.getByLabel('Copies').fill('3');
  await page.getByRole('button', { name: 'Log the print' }).click();
  await saved(page, /Saved: 3 × red/);
  const { facts } = JSON.parse((await exportWorkbook(page)).text) as { facts: FactDraft[] };
  const printed = facts.find((fact) => fact.kind === 'printed');
  expect(printed).toMatchObject({ copies: 3, widthMm: 51, heightMm: 34 });
  expect(printed?.kind === 'printed' && printed.demand).toHaveLength(3);
});

test('can I print 36 of these? with the picture itself, what waits today, and the slip for the stack', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date('2026-03-02T12:00:00Z'));
  await openWith(page, room);
  await page.goto('/');
  const safe = async (): Promise<number> =>
    Number(/Safe are (\d+)/.exec((await page.getByText(/Safe are \d+/).textContent())!)![1]);
  await expect(page.getByRole('status').first()).toContainText('cyan goes first');
  await drop(page, 'red.png', png(60, 40));
  await expect(page.getByTestId('picture')).toContainText('60 × 40 px');
  await expect(page.getByRole('status').first()).toContainText(/(magenta|yellow) goes first/);
  const alone = await safe();
  await page.getByLabel('Copies').fill('36');
  await page.getByRole('button', { name: 'Keep it in the plan' }).click();
  await expect(page.getByRole('list', { name: 'Waiting to be printed' })).toHaveText(
    /36 × red\.png, 297 × 420 mm/,
  );
  expect(await safe()).toBeLessThan(alone);
  await page.reload();
  await expect(page.getByRole('list', { name: 'Waiting to be printed' })).toHaveText(/36 × red\.png/);
  const number = await safe();
  await page.getByRole('link', { name: 'A slip to lay into the stack' }).click();
  const slip = page.getByRole('region', { name: 'Marker slip' });
  await expect(slip).toContainText(`${number} sheets lie above this`);
  await expect(slip).toContainText(/Stop here: (cyan|magenta|yellow) on Test printer/);
  await noAxeFindings(page);
});

/** A header that promises 900 megapixels. */
function hugePng(): Buffer {
  const file = png(2, 2);
  file.writeUInt32BE(30_000, 16);
  file.writeUInt32BE(30_000, 20);
  return file;
}
