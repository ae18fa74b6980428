import { crc32, deflateSync } from 'node:zlib';
import { expect, test, type Page } from '@playwright/test';
import { encode } from 'fast-png';
import jpeg from 'jpeg-js';
import type { FactDraft } from '@hiraeth/core/workbook';
import {
  define,
  greyProfile,
  inkTableProfile,
  install,
  script,
  setUp,
  swappedMatrixProfile,
  swappedTableProfile,
  weigh,
} from '@hiraeth/core/testing';
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

/** A pixel's values as they stand in a TIFF, 8 bit. */
type Spot = (red: boolean) => readonly number[];
const lights: Spot = (red) => (red ? [255, 0, 0] : [255, 255, 255]);

/** A baseline TIFF of one strip, 16 bit Deflate, 300 to the inch; red on the left, white on the right. */
function tiff(
  width: number,
  height: number,
  {
    photometric = 2,
    spot = lights,
    profile,
  }: { photometric?: number; spot?: Spot; profile?: Uint8Array } = {},
): Buffer {
  const samples = spot(true).length;
  const raw = Buffer.alloc(width * height * samples * 2);
  for (let i = 0; i < width * height; i++)
    spot(i % width < width / 2).forEach((value, k) => raw.writeUInt16LE(value * 257, (i * samples + k) * 2));
  const strip = deflateSync(raw);
  const at = 8 + strip.length;
  const icc = Buffer.from(profile ?? []);
  const tags = [
    [256, 4, 1, width],
    [257, 4, 1, height],
    [258, 3, samples, samples > 2 ? at : 16],
    [259, 3, 1, 8],
    [262, 3, 1, photometric],
    [273, 4, 1, 8],
    [277, 3, 1, samples],
    [278, 4, 1, height],
    [279, 4, 1, strip.length],
    [282, 5, 1, at + 2 * samples],
    [296, 3, 1, 2],
    ...(profile ? [[34675, 7, icc.length, at + 2 * samples + 8]] : []),
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
  head.writeUInt32LE(at + more.length + icc.length, 4);
  return Buffer.concat([head, strip, more, icc, directory]);
}

/** Red light where the file says blue: only who reads its profile measures it right. */
const turned = (width: number, height: number): Uint8Array => {
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let i = 0; i < width * height; i++) if (i % width < width / 2) data.set([0, 0, 255], 4 * i);
  return data;
};

function turnedPng(profile: Uint8Array): Buffer {
  const [width, height] = [300, 200];
  const plain = Buffer.from(encode({ width, height, data: turned(width, height), channels: 4 }));
  const body = Buffer.concat([Buffer.from('iCCPturned\0\0', 'latin1'), deflateSync(profile)]);
  const [size, check] = [Buffer.alloc(4), Buffer.alloc(4)];
  size.writeUInt32BE(body.length - 4);
  check.writeUInt32BE(crc32(body));
  // Behind the header, which is 33 bytes long.
  return Buffer.concat([plain.subarray(0, 33), size, body, check, plain.subarray(33)]);
}

function turnedJpeg(profile: Uint8Array): Buffer {
  const [width, height] = [304, 200];
  const plain = jpeg.encode({ width, height, data: turned(width, height) }, 95).data;
  const segment = Buffer.concat([
    Buffer.from([0xff, 0xe2, (profile.length + 16) >> 8, (profile.length + 16) & 255]),
    Buffer.from('ICC_PROFILE\0\x01\x01', 'latin1'),
    profile,
  ]);
  return Buffer.concat([plain.subarray(0, 2), segment, plain.subarray(2)]);
}

/** Made by the browser, without a profile, and laid into a container that has one and 300 to the inch (RFC 9649). */
async function turnedWebp(page: Page, profile: Uint8Array): Promise<Buffer> {
  const [width, height] = [320, 200];
  const plain = await page.evaluate(
    async ([w, h]) => {
      const canvas = new OffscreenCanvas(w, h);
      const context = canvas.getContext('2d')!;
      context.fillStyle = '#fff';
      context.fillRect(0, 0, w, h);
      context.fillStyle = '#00f';
      context.fillRect(0, 0, w / 2, h);
      const blob = await canvas.convertToBlob({ type: 'image/webp', quality: 1 });
      return [...new Uint8Array(await blob.arrayBuffer())];
    },
    [width, height] as const,
  );
  const chunks = new Map<string, Buffer>();
  for (let at = 12; at < plain.length;) {
    const length = Buffer.from(plain).readUInt32LE(at + 4);
    chunks.set(
      Buffer.from(plain.slice(at, at + 4)).toString(),
      Buffer.from(plain.slice(at + 8, at + 8 + length)),
    );
    at += 8 + length + (length % 2);
  }
  const flags = Buffer.alloc(10);
  flags[0] = 0x20 | 0x08;
  flags.writeUIntLE(width - 1, 4, 3);
  flags.writeUIntLE(height - 1, 7, 3);
  const exif = Buffer.from('II*\0\x08\0\0\0\x02\0', 'latin1');
  const entry = (tag: number, type: number, value: number): Buffer => {
    const bytes = Buffer.alloc(12);
    bytes.writeUInt16LE(tag, 0);
    bytes.writeUInt16LE(type, 2);
    bytes.writeUInt32LE(1, 4);
    bytes.writeUInt32LE(value, 8);
    return bytes;
  };
  const rest = Buffer.alloc(12);
  rest.writeUInt32LE(300, 4);
  rest.writeUInt32LE(1, 8);
  const parts: (readonly [string, Buffer])[] = [
    ['VP8X', flags],
    ['ICCP', Buffer.from(profile)],
    ...[...chunks].filter(([name]) => /^VP8[ L]$/.test(name)),
    ['EXIF', Buffer.concat([exif, entry(282, 5, 38), entry(296, 3, 2), rest])],
  ];
  const body = Buffer.concat(
    parts.flatMap(([name, data]) => {
      const size = Buffer.alloc(4);
      size.writeUInt32LE(data.length);
      return [Buffer.from(name), size, data, Buffer.alloc(data.length % 2)];
    }),
  );
  const size = Buffer.alloc(4);
  size.writeUInt32LE(body.length + 4);
  return Buffer.concat([Buffer.from('RIFF'), size, Buffer.from('WEBP'), body]);
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
    [
      'inks.tif',
      tiff(40, 20, { photometric: 5, spot: () => [0, 9, 9, 0] }),
      /inks\.tif: Its colours are separated \(CMYK\), and no profile/,
    ],
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

test('profiles count: the same red takes the same ink, whatever kind of file and of profile says that it is red', async ({
  page,
}) => {
  await openWith(page, room);
  await page.goto('/prints');
  const box = page.getByTestId('picture');
  const asks = box.getByRole('list', { name: 'What the picture asks of each channel' });
  const blue: Spot = (red) => (red ? [0, 0, 255] : [255, 255, 255]);
  const inks: Spot = (red) => (red ? [0, 255, 255, 0] : [0, 0, 0, 0]);
  // 16 bit values repeat their byte: a* of 80 and b* of 69, signed; a quarter of a step does not matter.
  const lab: Spot = (red) => (red ? [138, 80, 69] : [255, 0, 0]);
  const [matrix, table] = [swappedMatrixProfile('Turned matrix'), swappedTableProfile('Turned table')];
  const red: readonly (readonly [string, Buffer, RegExp])[] = [
    ['matrix.tif', tiff(300, 200, { spot: blue, profile: matrix }), /by its profile, Turned matrix/],
    ['table.tif', tiff(300, 200, { spot: blue, profile: table }), /by its profile, Turned table/],
    [
      'press.tif',
      tiff(300, 200, { photometric: 5, spot: inks, profile: inkTableProfile('Press') }),
      /by its profile, Press/,
    ],
    ['lab.tif', tiff(300, 200, { photometric: 8, spot: lab }), /as it says itself, in L\*a\*b\*/],
    ['matrix.png', turnedPng(matrix), /by its profile, turned/i],
    ['table.png', turnedPng(table), /by its profile, turned/i],
    ['matrix.jpg', turnedJpeg(matrix), /by its profile, Turned matrix/],
    ['table.jpg', turnedJpeg(table), /by its profile, Turned table/],
    ['matrix.webp', await turnedWebp(page, matrix), /by its profile, Turned matrix/],
    ['table.webp', await turnedWebp(page, table), /by its profile, Turned table/],
  ];
  for (const [name, file, said] of red) {
    await drop(page, name, file);
    await expect(box, name).toContainText(said);
    const found = /cyan([\d.]+) µl\/dm²magenta([\d.]+) µl\/dm²yellow([\d.]+)/.exec(
      (await asks.textContent())!,
    )!;
    // As the plain red of the test before takes: nothing, and half of a fully covered dm² twice; within a step of 8 bit L*a*b*.
    [0, 37.5, 37.5].forEach((ml, i) => expect(Math.abs(Number(found[i + 1]) - ml), name).toBeLessThan(1.6));
    if (name.endsWith('.webp')) await expect(box).toContainText('27 × 17 mm');
    await box.getByRole('button', { name: 'Without it' }).click();
  }
  // A grey of half the light: its values are read as light, and as sRGB where the profile says nothing of greys.
  const grey: Spot = (dark) => (dark ? [128] : [255]);
  const asked = async (): Promise<number> => Number(/cyan([\d.]+)/.exec((await asks.textContent())!)![1]);
  await drop(page, 'grey.tif', tiff(300, 200, { photometric: 1, spot: grey, profile: greyProfile('Light') }));
  await expect(box).toContainText('by its profile, Light');
  const linear = await asked();
  await box.getByRole('button', { name: 'Without it' }).click();
  await drop(
    page,
    'inks.tif',
    tiff(300, 200, { photometric: 1, spot: grey, profile: inkTableProfile('Press') }),
  );
  await expect(box).toContainText('its profile “Press” cannot be read: taken as sRGB');
  expect(linear / (await asked())).toBeCloseTo(0.5 / 0.784, 1);
  await box.getByRole('button', { name: 'Without it' }).click();
  // Who sends inks without saying which is told so, and so is who sends six of them.
  await drop(page, 'six.tif', tiff(40, 20, { photometric: 5, spot: () => [1, 2, 3] }));
  await expect(box.getByRole('alert')).toContainText('separated for more than four inks');
});

test('without the part that reads profiles it is said what to do, and a picture that needs none is measured', async ({
  page,
}) => {
  await page.context().route('**/*.wasm', (route) => route.abort());
  await openWith(page, room);
  await page.goto('/prints');
  const box = page.getByTestId('picture');
  await drop(page, 'turned.tif', tiff(60, 40, { profile: swappedMatrixProfile('Turned') }));
  await expect(box.getByRole('alert')).toContainText('colour profiles did not load');
  await drop(page, 'plain.tif', tiff(60, 40));
  await expect(box).toContainText('no profile in it: taken as sRGB');
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
