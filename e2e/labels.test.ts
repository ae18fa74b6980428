import { expect, test, type Page } from '@playwright/test';
import { decode, encode } from 'fast-png';
import jsQR from 'jsqr';
import { install, script, setUp, weigh } from '@hiraeth/core/testing';
import { noAxeFindings, openWith, walkTo, visit } from './helpers';

const room = script([...setUp, ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 60)), install]);

/** As a scanner does that types: all keys within a few milliseconds, however busy this machine is, then Enter. */
async function scan(page: Page, code: string): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  const began = Date.now() / 1000;
  const press = (key: string, i: number) =>
    (['keyDown', 'keyUp'] as const).map((type, up) =>
      devtools.send('Input.dispatchKeyEvent', {
        type,
        key,
        timestamp: began + 0.004 * i + 0.001 * up,
        ...(key === 'Enter'
          ? { code: 'Enter', windowsVirtualKeyCode: 13, ...(up ? {} : { text: '\r' }) }
          : up
            ? {}
            : { text: key }),
      }),
    );
  await Promise.all([...code, 'Enter'].flatMap(press));
  await devtools.detach();
}

async function codeOf(page: Page, name: string): Promise<{ text: string; png: Buffer }> {
  const png = await page.getByRole('img', { name: `Code of ${name}` }).screenshot();
  const { data, width, height, channels } = decode(png);
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  for (let i = 0; i < width * height; i++)
    for (let k = 0; k < 3; k++) rgba[4 * i + k] = data[i * channels + k]!;
  return { text: jsQR(rgba, width, height)?.data ?? 'unread', png };
}

test('labels on a sheet can be read; a scanned one opens its cartridge and lies on the scale; others say what they are', async ({
  page,
}) => {
  await openWith(page, room);
  await visit(page, '/labels');
  await expect(page.getByRole('button', { name: 'Print 3 labels' })).toBeVisible();
  await noAxeFindings(page);
  const cyan = await codeOf(page, 'cyan');
  expect(cyan.text).toBe('%hc:cyan');
  await page.getByLabel('Size of a label').selectOption({ label: '48.5 × 25.4 mm' });
  const magenta = await codeOf(page, 'magenta');
  expect(magenta.text).toBe('%hc:magenta');
  await page.getByRole('checkbox', { name: 'print it' }).first().uncheck();
  await expect(page.getByRole('button', { name: 'Print 2 labels' })).toBeVisible();
  await page.getByLabel('For').selectOption({ label: 'bottles' });
  expect((await codeOf(page, 'Ink yellow')).text).toBe('%hb:bottle-yellow');
  // Anywhere, also with the focus in a field: its letters neither set off a shortcut nor stay in the field.
  await visit(page, '/prints');
  await page.getByLabel('Title').fill('Low tide');
  await scan(page, cyan.text);
  await expect(page).toHaveURL(/\/cartridge\/cyan$/);
  await expect(page.getByRole('form', { name: 'Scale' }).getByLabel('of', { exact: true })).toHaveValue(
    'cyan',
  );
  await scan(page, '%hc:gone');
  await expect(page.getByRole('alert')).toContainText(
    'label of a cartridge “gone” that is not in this workbook',
  );
  // Without a scanner or a camera, from a photograph.
  await page.getByRole('button', { name: 'Scan a label' }).click();
  const dialog = page.getByRole('dialog', { name: 'Scan a label' });
  const choose = (name: string, buffer: Buffer): Promise<void> =>
    dialog.getByLabel('Photograph of a label').setInputFiles({ name, mimeType: 'image/png', buffer });
  await choose('letter.png', Buffer.from('a letter'));
  await expect(dialog.getByRole('alert')).toContainText('no picture that can be read');
  // Nothing in it, and it says that it has 3.6 gigapixels: an answer to both.
  await choose(
    'empty.png',
    Buffer.from(encode({ width: 900, height: 700, channels: 1, data: new Uint8Array(630_000).fill(255) })),
  );
  await expect(dialog.getByRole('alert')).toContainText('no label’s code in this picture');
  const huge = Buffer.from(magenta.png);
  huge.writeUInt32BE(60_000, 16);
  huge.writeUInt32BE(60_000, 20);
  await choose('huge.png', huge);
  await expect(dialog.getByRole('alert')).toContainText('60000 × 60000 pixels');
  await choose('label.png', magenta.png);
  await expect(page).toHaveURL(/\/cartridge\/magenta$/);
});

test('at the match both labels are scanned: the wrong bottle is refused before it is opened', async ({
  page,
}) => {
  await openWith(page, room);
  await visit(page, '/bench?cartridge=cyan');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /^Match ink and cartridge/);
  const says = page.getByTestId('scanned-match');
  await expect(says).toContainText('scan the cartridge and the bottle');
  await scan(page, '%hb:bottle-magenta');
  await expect(says).toContainText('This is Ink magenta, M1, not the bottle of this refill');
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('heading', { name: 'Is it meant so?' })).toBeVisible();
  await page.getByRole('button', { name: 'One step back' }).click();
  await expect(says).toContainText('scan the cartridge and the bottle');
  await scan(page, '%hc:cyan');
  await expect(says).toContainText('Right so far; still to scan: the bottle');
  await scan(page, '%hb:bottle-cyan');
  await expect(says).toHaveText('Both labels are right.');
});

test('on paper: each label where its sheet has one, dark on white, and nothing of the page around it', async ({
  page,
}) => {
  await openWith(page, room);
  await visit(page, '/labels');
  await page.getByRole('button', { name: 'Dim the page' }).click();
  await page.getByLabel('First free label').fill('22');
  await expect(page.getByText('1 to 21', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Print 3 labels' })).toBeDisabled();
  await page.getByLabel('First free label').fill('21');
  // A size that cannot be read, or that no label has, is not taken for another one.
  await page.getByLabel('Size of a label').selectOption('own');
  for (const [width, words] of [
    ['x', '“x” is not a number'],
    ['500', '20 to 200 mm'],
    ['', '20 to 200 mm'],
  ] as const) {
    await page.getByLabel('Width, mm').fill(width);
    await expect(page.getByText(words)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Print 3 labels' })).toBeDisabled();
  }
  await page.getByLabel('Width, mm').fill('63.5');
  await expect(page.getByRole('button', { name: 'Print 3 labels' })).toBeEnabled();
  await page.emulateMedia({ media: 'print' });
  const places = await page.locator('.label-page').evaluateAll((sheets) =>
    sheets.map((sheet) =>
      [...sheet.children].map((label) => {
        const [of, at] = [sheet.getBoundingClientRect(), label.getBoundingClientRect()];
        return [at.x - of.x, at.y - of.y].map((px) => Math.round((px * 254) / 96) / 10);
      }),
    ),
  );
  expect(places).toEqual([
    [[139.2, 243.7]],
    [
      [7.2, 15.1],
      [73.2, 15.1],
    ],
  ]);
  expect(await page.locator('.label-page').first().boundingBox()).toMatchObject({ x: 0, y: 0 });
  await expect(page.getByRole('button')).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Labels' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Cost' }).click();
  await expect(page.locator('main h1')).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
  await expect(page.locator('main h1')).toHaveCSS('color', 'rgb(0, 0, 0)');
});
