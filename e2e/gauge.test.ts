import { expect, test, type Page } from '@playwright/test';
import { parseWorkbook, type FactDraft, type FactKind } from '@hiraeth/core/workbook';
import { cartridge, define, install, PRINTER, script, setUp, weigh as weighed } from '@hiraeth/core/testing';
import { exportWorkbook, noAxeFindings, openWith, saved, sayWhy, step, walkTo, visit } from './helpers';

const reset: FactDraft = { kind: 'chipReset', cartridgeId: 'cyan', worked: true };
const base = [...setUp, weighed('cyan', 91.6), reset, install];
const row = (page: Page, name = 'cyan') => page.getByRole('region', { name, exact: true });
const note = async (page: Page, words: string): Promise<void> => {
  await row(page).getByLabel('Note for cyan', { exact: true }).selectOption({ label: words });
  await row(page).getByRole('button', { name: 'Save the note for cyan' }).click();
};

async function kinds(page: Page, kind: FactKind): Promise<number> {
  const book = parseWorkbook((await exportWorkbook(page)).text);
  return book.ok ? book.value.facts.filter((fact) => fact.kind === kind).length : -1;
}

test('a resetter’s life: empty-at, signals, stopped, topped up on the bench, reset, and the gauge begins again', async ({
  page,
}) => {
  await openWith(page, script([...base, weighed('cyan', 70)]));
  await visit(page, '/gauge');
  await expect(row(page)).toContainText('19 % ± ');
  await expect(row(page)).toContainText('is empty');
  await row(page).getByLabel('cyan, printer says %').fill('61');
  await row(page).getByLabel('cyan, printer says %').press('Enter');
  await saved(page, /61 % for cyan/);
  await row(page).getByLabel('cyan, printer says %').fill('140');
  await row(page).getByLabel('cyan, printer says %').press('Enter');
  await expect(row(page).getByRole('alert')).toContainText('0 to 100 %');
  for (const words of ['it says low', 'it says very low', 'it stops']) {
    await note(page, words);
    await saved(page, /Saved for cyan/);
  }
  await expect(row(page).locator('summary')).toHaveText('Top it up first, then reset its chip');
  await row(page).locator('summary').click();
  await expect(row(page)).toContainText(
    'Reset without ink, the gauge would show full and the cartridge run dry.',
  );
  // Someone resets it all the same: asked, and not done.
  await note(page, 'I reset its chip');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('was not topped up since its chip began to count');
  await dialog.getByRole('button', { name: 'Go back and correct' }).click();

  await visit(page, '/bench?cartridge=cyan');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Into the log/, { 'Weigh it as it is': '70.00' });
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  await visit(page, '/gauge');
  await expect(row(page).locator('summary')).not.toContainText('Top it up first');
  await expect(row(page).getByPlaceholder('100')).toBeVisible();
  await visit(page, '/cartridge/cyan');
  await expect(page.getByText(/At \d+\s% on the printer this cartridge is empty/).first()).toBeVisible();
  await noAxeFindings(page);
});

test('a gauge switched off: not offered too early, offered at the last stop, then the channel lives by weight', async ({
  page,
}) => {
  const original = cartridge('cyan', 'cyan', {
    chip: { strategy: 'leftAlone', volumeMl: 54, original: true },
  });
  await openWith(page, script([...setUp, define(original), weighed('cyan', 80), install]));
  await visit(page, '/gauge');
  await note(page, 'I switched its gauge off');
  await expect(page.getByRole('dialog')).toContainText('has not come to it by the log');
  await page.getByRole('button', { name: 'Go back and correct' }).click();
  for (const words of ['it says low', 'it asks whether to go on', 'it stops']) {
    await note(page, words);
    await saved(page, /Saved for cyan/);
  }
  await expect(row(page).locator('summary')).toHaveText('Switching the gauge off is offered now');
  await note(page, 'I closed its prompt');
  await saved(page, /Saved for cyan/);
  await row(page).locator('summary').click();
  await expect(row(page)).toContainText('another page brings it back');
  await note(page, 'it stops');
  await saved(page, /Saved for cyan/);
  await note(page, 'I switched its gauge off');
  await saved(page, /Saved for cyan/);
  await expect(row(page)).toContainText('gauge off: by weight');
  await page.goto('/');
  await expect(page.getByText('gauge off: the log counts')).toBeVisible();
});

test('a single-use chip: the run takes the old one off and puts the new one on, with its cautions', async ({
  page,
}) => {
  const single = cartridge('cyan', 'cyan', {
    chip: { strategy: 'newEachTime', volumeMl: 54, original: false },
  });
  await openWith(page, script([...setUp, define(single), weighed('cyan', 60), install]));
  await visit(page, '/bench?cartridge=cyan');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Put the new chip on/, { 'Weigh it as it is': '60.00' });
  await expect(
    page.getByText('A proud or missing chip damages the contacts in the bay.', { exact: false }),
  ).toBeVisible();
  await walkTo(page, /Into the log/);
  await expect(page.getByText('New chip on cyan')).toBeVisible();
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  expect(await kinds(page, 'chipReplaced')).toBe(1);
});

test('a level seen, tapped on the drawing, and a print that faded enter the same estimate', async ({
  page,
}) => {
  // A day after the weighing, not months of idle days.
  await page.clock.setFixedTime(new Date('2026-03-02T12:00:00Z'));
  await openWith(page, script(base));
  await visit(page, '/cartridge/cyan');
  await page.getByRole('button', { name: 'I saw its level, or a signal …' }).click();
  const drawing = page.getByRole('img', { name: /click at the surface/ });
  const box = (await drawing.boundingBox())!;
  await drawing.click({ position: { x: 60, y: 8 + (box.height - 16) * 0.7 } });
  // 47 ml by mass against an eye that says 14 ± 5.5: asked, and an eye can err.
  await sayWhy(page, /misread/);
  await saved(page, /was seen at 30 %/);
  await expect(page.locator('.big').first()).toContainText(/4[67]\.\d/);
  await page.getByRole('button', { name: 'I saw its level, or a signal …' }).click();
  await page.getByRole('button', { name: 'A print faded' }).click();
  await sayWhy(page, /not logged/);
  await saved(page, /at its reserve/);
  await expect(page.locator('.big').first()).toContainText(/^[12](\.\d)?± /);
});

test('the simulated printer: connected once, its readings enter themselves, nothing twice, and its panel leads through a change', async ({
  page,
}) => {
  const shades = [
    'photo black',
    'matte black',
    'grey',
    'light grey',
    'cyan',
    'light cyan',
    'magenta',
    'light magenta',
    'yellow',
  ];
  const nine = {
    ...PRINTER,
    slots: shades.map((shade) => ({ ...PRINTER.slots[0]!, id: shade, name: shade, shades: [shade] })),
  };
  await openWith(
    page,
    script([
      ...setUp,
      define(nine),
      ...shades.map((shade) => define(cartridge(`c-${shade}`, shade))),
      {
        kind: 'installed',
        printerId: 'printer',
        into: shades.map((shade) => ({ slotId: shade, cartridgeId: `c-${shade}` })),
      },
    ]),
  );
  await visit(page, '/gauge');
  await page.getByLabel('Connect to').selectOption({ label: 'Penhallow Nine (simulated)' });
  const match = page.getByRole('form', { name: 'Match markers to slots' });
  await expect(match.getByLabel('Light cyan ink')).toHaveValue('light cyan');
  await match.getByRole('button', { name: 'So it is' }).click();
  await saved(page, /readings/);
  await page.getByRole('button', { name: 'Ask it now' }).click();
  await expect(page.getByText('Nothing changed since the last reading.')).toBeVisible();
  const before = await kinds(page, 'gaugeRead');

  await visit(page, '/rig');
  const panel = page.getByRole('region', { name: 'Simulated printer' });
  await panel.getByRole('button', { name: 'Print fifty' }).click();
  await expect(panel.getByText(/\d+ sheets; waste pad/)).toBeVisible();
  await panel.getByRole('button', { name: 'Exchange' }).click();
  await expect(panel.getByTestId('panel-message')).toContainText('one cartridge at a time');
  await panel.getByRole('button', { name: 'Open the door' }).click();
  await panel.getByRole('button', { name: 'Take it out and put it in again' }).click();
  await panel.getByRole('button', { name: 'Shut the door' }).click();
  await expect(panel.getByTestId('panel-message')).toContainText('not an original one');
  await panel.getByRole('button', { name: 'Yes', exact: true }).click();
  await expect(panel.getByTestId('panel-message')).not.toContainText('not an original one');
  await visit(page, '/gauge');
  await page.getByRole('button', { name: 'Ask it now' }).click();
  await expect(page.getByText(/readings entered|Nothing changed/)).toBeVisible();
  const after = await kinds(page, 'gaugeRead');
  expect(after - before).toBe(9);
  // The server gone: said, and nothing is blocked.
  await page.route('**/api/**', (route) => route.abort());
  await visit(page, '/gauge');
  await page.getByRole('button', { name: 'Ask it now' }).click();
  await expect(page.getByText('The local server is not reached', { exact: false })).toBeVisible();
  await visit(page, '/weigh-in');
  await page.getByLabel('cyan, weight in g', { exact: true }).fill('80');
  await page.getByLabel('cyan, weight in g', { exact: true }).press('Enter');
  await saved(page);
});

test('in the Rig: a resetter that needs aligning, a float sensor with its faults, a scale that overloads and loses its cable', async ({
  page,
}) => {
  await openWith(page, script(setUp));
  await visit(page, '/rig');
  const resetter = page.getByRole('region', { name: 'Simulated resetter' });
  await resetter.getByRole('button', { name: /^Press and hold/ }).click();
  await expect(resetter.getByRole('status')).toContainText('miss the contacts');
  const slide = async (name: string, presses: number): Promise<void> => {
    await resetter.getByLabel(name).focus();
    for (let i = 0; i < presses; i++) await page.keyboard.press('ArrowLeft');
  };
  await slide('Offset in mm', 15);
  await slide('Tilt in degrees', 8);
  for (let i = 0; i < 3; i++) await resetter.getByRole('button', { name: /^Press and hold/ }).click();
  await expect(resetter.getByRole('status')).toContainText('done');
  const float = page.getByRole('region', { name: 'Simulated float sensor' });
  await expect(float.getByRole('status')).toContainText('Ink stands above');
  await float.getByLabel('Its state').selectOption({ label: 'cable broken' });
  await expect(float.getByRole('status')).toContainText(
    'Both lamps are dark: the sensor or its cable is at fault.',
  );
  const scale = page.getByRole('region', { name: 'Simulated scale' });
  await scale.getByRole('button', { name: 'Switch the simulated scale on' }).click();
  await expect(scale.getByRole('status')).toContainText('still');
  await expect(scale.getByRole('status')).toContainText('63.4');
  await scale.getByRole('button', { name: 'Overload it' }).click();
  await expect(scale.getByText('Overload: take it off.', { exact: false })).toBeVisible();
  await scale.getByLabel('Unplugged').check();
  await expect(scale.getByText('The scale is silent', { exact: false })).toBeVisible();
  await expect(step(page)).toHaveText('Rig');
});
