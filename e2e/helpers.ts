import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { serializeWorkbook, type Fact } from '@hiraeth/core/workbook';

/**
 * Goes to an address within the app, as one of its links would: nothing is loaded anew, so it is done in a tenth of the time. Where
 * no app is open yet, or this very page is, it is loaded.
 */
export async function visit(page: Page, path: string): Promise<void> {
  const { origin, pathname, search } = new URL(page.url());
  if (!origin.startsWith('http') || pathname + search === path) return void (await page.goto(path));
  const before = await page.title();
  await page.evaluate((to) => {
    window.history.pushState({ idx: 0 }, '', to);
    window.dispatchEvent(new PopStateEvent('popstate', { state: window.history.state as unknown }));
  }, path);
  // The title follows the page; two leaves of one place may share theirs.
  await page
    .waitForFunction((title) => document.title !== title, before, { timeout: 800 })
    .catch(() => undefined);
}

/** Opens the empty workbook of a new person, at this place. */
export async function openOwn(page: Page, at = '/'): Promise<void> {
  await page.addInitScript(() =>
    localStorage.setItem('hiraeth-open', localStorage.getItem('hiraeth-open') ?? 'own'),
  );
  await page.goto(at);
  await expect(page.getByText('My own workbook')).toBeVisible();
}

export const notice = (page: Page): Locator =>
  page.locator('.notice').filter({ hasText: /Saved|Exported|Left off/ });

/** Waits for a word that it was saved, and puts it away. */
export async function saved(page: Page, words: RegExp = /Saved/): Promise<void> {
  const box = page.locator('.notice').filter({ hasText: words });
  await expect(box.first()).toBeVisible();
  await box.first().getByRole('button', { name: 'Close' }).click();
  await expect(box).toHaveCount(0);
}

/** Evidence did not fit: says why, and records it so. */
export async function sayWhy(page: Page, reason: RegExp): Promise<void> {
  const dialog = page.getByRole('dialog', { name: 'What happened?' });
  await dialog.getByLabel(reason).check();
  await dialog.getByRole('button', { name: 'Record it with this reason' }).click();
  await expect(dialog).toHaveCount(0);
}

/** Types a weight into the rail at the foot of the page. */
export async function weigh(page: Page, grams: string): Promise<void> {
  const field = page.getByRole('form', { name: 'Scale' }).getByLabel('Weight, g');
  await field.fill(grams);
  await field.press('Enter');
}

export interface SetUp {
  readonly name?: string;
  readonly construction?: string;
  readonly shades?: readonly string[];
  readonly masses?: Partial<
    Record<'Empty and dry, g' | 'Full to its line, g' | 'At most, g' | 'Holds, ml', string>
  >;
  readonly original?: readonly [string, string, string];
  readonly chip?: string;
}

/** Sets up a printer through its form. */
export async function setUpPrinter(page: Page, set: SetUp = {}): Promise<void> {
  await visit(page, '/set-up/sheet');
  const form = page.getByRole('form', { name: 'Set up a printer' });
  await form.getByLabel('Printer’s name').fill(set.name ?? 'Bench Three');
  const shades = set.shades ?? ['cyan', 'magenta', 'yellow'];
  for (let extra = 4; extra > shades.length; extra--)
    await form
      .getByRole('button', { name: /^Remove/ })
      .last()
      .click();
  for (let i = 0; i < shades.length; i++) await form.getByLabel(`Shade ${i + 1}`).selectOption(shades[i]!);
  if (set.original) {
    const columns = ['Original costs, GBP', 'Nominal, ml', 'Usable, ml'];
    for (const [i, column] of columns.entries())
      await form.getByLabel(`${shades[0]!}: ${column}`).fill(set.original[i]!);
    if (shades.length > 1) await form.getByRole('button', { name: 'All originals as the first' }).click();
  }
  if (set.construction) await form.getByRole('radio', { name: set.construction }).check();
  for (const [label, value] of Object.entries(set.masses ?? {}))
    await form.getByLabel(label, { exact: true }).fill(value);
  if (set.chip) await form.getByLabel('And the chip, at a refill?').selectOption({ label: set.chip });
  // They lie on the table: each goes in when its test puts it in.
  await form.getByLabel(/^They stand in the printer/).uncheck();
  await form.getByRole('button', { name: 'Set it up' }).click();
  await saved(page);
}

/** Buys and opens a bottle of a new ink. */
export async function buyBottle(
  page: Page,
  ink: {
    name: string;
    shade: string;
    lot: string;
    ml: string;
    price: string;
    density?: string;
    inkClass?: string;
  },
): Promise<void> {
  await visit(page, '/inks');
  await page.getByRole('button', { name: 'Buy a bottle' }).click();
  const form = page.getByRole('form', { name: 'Buy a bottle' });
  await form.getByLabel('Ink', { exact: true }).selectOption({ label: 'an ink that is new here' });
  await form.getByLabel('Ink’s name').fill(ink.name);
  await form.getByLabel('Shade').selectOption(ink.shade);
  if (ink.inkClass) await form.getByLabel('Class').selectOption(ink.inkClass);
  if (ink.density) await form.getByLabel('Density, g/ml').fill(ink.density);
  await form.getByLabel('Lot').fill(ink.lot);
  await form.getByLabel('Holds, ml', { exact: true }).fill(ink.ml);
  await form.getByLabel('Price (GBP)').fill(ink.price);
  await form.getByRole('button', { name: 'Record the bottle' }).click();
  await saved(page);
}

/** Begins a run on the bench for these cartridges. */
export async function beginRun(
  page: Page,
  labels: readonly string[],
  choose: Partial<Record<'Method' | 'Occasion' | 'Syringe' | 'Scale', string>> = {},
): Promise<void> {
  await visit(page, '/bench');
  for (const label of labels) await page.getByRole('checkbox', { name: label, exact: true }).check();
  for (const [label, option] of Object.entries(choose))
    await page.getByLabel(label, { exact: true }).last().selectOption({ label: option });
  await page.getByRole('button', { name: /^Begin/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Is everything here?' })).toBeVisible();
}

export const step = (page: Page): Locator => page.getByRole('heading', { level: 1 });
export const next = (page: Page): Locator => page.locator('[data-next]');

/**
 * Walks through a run until a step has this title: presses on, types masses where the step weighs.
 *
 * @param masses by the step's title, in grams
 */
export async function walkTo(page: Page, title: RegExp, masses: Record<string, string> = {}): Promise<void> {
  // What was done just before this call is shown a moment later.
  await page.waitForTimeout(200);
  for (let i = 0; i < 60; i++) {
    const heading = (await step(page).innerText()).trim();
    if (title.test(heading)) return;
    const mass = Object.entries(masses).find(([words]) => heading.includes(words))?.[1];
    if (mass !== undefined) {
      await weigh(page, mass);
      // A weight that the log did not foretell is asked about.
      const asked = page.getByRole('dialog', { name: 'What happened?' });
      if (await asked.isVisible().catch(() => false)) {
        // New and dry: what it weighs is its own empty mass.
        const own = await asked.getByLabel(/own empty mass/).isVisible();
        await sayWhy(page, own ? /own empty mass/ : /not logged/);
      }
    }
    // What the step asks for: a fill that comes out as planned.
    else if (/^Weigh it (full|again)/.test(heading)) {
      const asked = await stepNumber(page).catch(() => null);
      // The step had gone already when its number was looked for.
      if (asked === null) continue;
      await weigh(page, asked.toFixed(2));
    } else await next(page).first().click();
    // A rest is begun, then ended: the same step asks twice.
    await expect(step(page))
      .not.toHaveText(heading, { timeout: 2500 })
      .catch(() => undefined);
  }
  throw new Error(`The run never came to ${title.source}.`);
}

/** The one number of the step in hand. */
export const stepNumber = async (page: Page): Promise<number> =>
  Number.parseFloat((await page.getByTestId('step-number').innerText({ timeout: 4000 })).replace('−', '-'));

/** Exports the workbook and gives the file's path and text. */
export async function exportWorkbook(page: Page): Promise<{ path: string; text: string }> {
  if (new URL(page.url()).pathname !== '/workbook') await visit(page, '/workbook');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export the workbook' }).click();
  const path = await (await waiting).path();
  return { path, text: readFileSync(path, 'utf8') };
}

/** Chooses a file in Workbook; the preview, or a message, then stands on the page. */
export async function chooseFile(page: Page, name: string, content: string | Buffer): Promise<void> {
  // From the disk, as it would come: sent through the browser's door, fifty megabytes take their time.
  const folder = mkdtempSync(join(tmpdir(), 'hiraeth-file-'));
  writeFileSync(join(folder, name), content);
  await page.getByLabel('Workbook file').setInputFiles(join(folder, name));
}

/** Nothing that the accessibility checker complains of. */
/** @param rules these alone; otherwise all */
export async function noAxeFindings(page: Page, rules: readonly string[] = []): Promise<void> {
  // Only what it finds is asked for; nothing has to be loaded first, since all of it ships with the app.
  const axe = new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'], preload: false });
  const { violations } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze();
  expect(
    violations.map((v) => `${v.id}: ${v.nodes.map((node) => node.html.slice(0, 140)).join(' | ')}`),
  ).toEqual([]);
}

/** Opens the own workbook with these facts already in it, through the file that a person would open. */
export async function openWith(page: Page, facts: readonly Fact[]): Promise<void> {
  await openOwn(page, '/workbook');
  await chooseFile(page, 'room.hiraeth.json', serializeWorkbook(facts, '2026-04-01T00:00:00.000Z'));
  await page.getByRole('button', { name: 'Add what is new' }).click();
  await saved(page);
}
