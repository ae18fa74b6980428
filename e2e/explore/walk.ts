import { expect, type Locator, type Page } from '@playwright/test';
import fc from 'fast-check';
import { between } from '@hiraeth/core/testing';
import { Ledger } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { report } from '@hiraeth/core/report';
import { parseWorkbook, serializeWorkbook } from '@hiraeth/core/workbook';
import { PLACES } from '../../web/src/parts/placeList';
import { visit } from '../helpers';

/** Where it walks: all places, and leaves where much can be entered. */
const ADDRESSES: readonly string[] = [
  ...PLACES.map(({ to }) => to),
  '/gauge',
  '/shades',
  '/rotate',
  '/prepare',
  '/cartridge/cyan',
  '/cartridge/magenta',
  '/inks/densities',
  '/prints/log',
  '/cost/edition',
  '/cost/what-if',
  '/plan/orders',
  '/plan/ways',
  '/workbook/things',
  '/workbook/log',
  '/past/masses',
  '/set-up',
  '/labels',
];

/** What people type where a number or a name is asked for, and what they should not. */
const TYPED: readonly string[] = [
  '63.42',
  '58,1',
  '0',
  '-4',
  '12',
  '1e9',
  '',
  'abc',
  '0.05',
  '250',
  '2026-03-09',
  'שחור',
  'An ink with a name so long that no table in this whole workbook was ever made for it, or for its lot',
  '=1+1',
  '99999999999999999999',
];
const MASSES: readonly string[] = ['44.10', '52.80', '60', '63.42', '89.9', '95', '41.6', '30', '0'];

/** Left alone: what asks the machine for something, leaves the app, or ends the walk. */
const NOT_PRESSED =
  /Print|Export|camera|serial|USB|Bluetooth|simulated|photograph|Photograph|file|File|folder|camera|Scan|Let other|Leave the room|my own workbook|Look at the demo|Reset the demo|Empty this|Yes, empty|tour|As a table|calendar|Labels as|PNG|SVG|table …|Read aloud|Aloud|Make a picture/;

/** What the walk remembers of itself. */
export interface Walk {
  steps: string[];
}
export interface Real {
  readonly page: Page;
  readonly errors: string[];
  /** The clock of the browser, ms. */
  now: number;
  /** Pages that it can go back to. */
  depth: number;
}
type Verb = fc.AsyncCommand<Walk, Real>;

/** One of them, by a number between 0 and 1; null: there is none. */
async function one(all: Locator, at: number): Promise<Locator | null> {
  const count = await all.count();
  return count === 0 ? null : all.nth(Math.min(count - 1, Math.floor(at * count)));
}

/** The part of the page that is asked: a question that stands over it, else the sheet. */
async function asked(page: Page): Promise<Locator> {
  const dialog = page.locator('[role="dialog"], [role="alertdialog"]').last();
  return (await dialog.isVisible().catch(() => false)) ? dialog : page.locator('main');
}

const verb = (name: string, act: (real: Real) => Promise<string | null>): Verb => ({
  check: () => true,
  toString: () => name,
  run: async (walk, real) => {
    // What moved away under the hand was no press.
    const did = await act(real).catch((error: unknown) =>
      /Timeout|detached|intercepts|not visible|not enabled|not an? /.test(String(error))
        ? null
        : Promise.reject(error as Error),
    );
    if (did === null) return;
    walk.steps.push(did);
    await laws(walk, real);
  },
});

const QUICK = { timeout: 1000 };
const FIELDS =
  'input:not([type=file]):not([type=checkbox]):not([type=radio]):not(:disabled), textarea:not(:disabled)';

const share = between(0, 0.999);

const go = fc.nat(ADDRESSES.length - 1).map((i) =>
  verb('go', async (real) => {
    real.depth += 1;
    await real.page.keyboard.press('Escape');
    await visit(real.page, ADDRESSES[i]!);
    return `go to ${ADDRESSES[i]!}`;
  }),
);
const press = share.map((at) =>
  verb('press', async ({ page }) => {
    const buttons = (await asked(page)).getByRole('button', { disabled: false });
    const button = await one(buttons.filter({ visible: true, hasNotText: NOT_PRESSED }), at);
    if (!button) return null;
    const name = (await button.innerText(QUICK)).trim() || ((await button.getAttribute('aria-label')) ?? '?');
    if (NOT_PRESSED.test(name)) return null;
    await button.click(QUICK);
    return `press “${name.slice(0, 60)}”`;
  }),
);
const type = fc.tuple(share, fc.constantFrom(...TYPED)).map(([at, text]) =>
  verb('type', async ({ page }) => {
    const field = await one((await asked(page)).locator(FIELDS).filter({ visible: true }), at);
    if (!field) return null;
    const label = await field.evaluate(
      (input) => (input as HTMLInputElement).labels?.[0]?.textContent ?? input.getAttribute('aria-label'),
    );
    await field.fill(text, QUICK);
    return `type “${text.slice(0, 20)}” into “${label ?? '?'}”`;
  }),
);
const choose = fc.tuple(share, share).map(([at, which]) =>
  verb('choose', async ({ page }) => {
    const list = await one(
      (await asked(page)).locator('select:not(:disabled)').filter({ visible: true }),
      at,
    );
    if (!list) return null;
    const options = await list.locator('option:not(:disabled)').allInnerTexts();
    const option = options[Math.floor(which * options.length)];
    if (option === undefined) return null;
    await list.selectOption({ label: option }, QUICK);
    return `choose “${option}”`;
  }),
);
const tick = share.map((at) =>
  verb('tick', async ({ page }) => {
    const boxes = 'input[type=checkbox]:not(:disabled), input[type=radio]:not(:disabled)';
    const box = await one((await asked(page)).locator(boxes), at);
    if (!box) return null;
    await box.click({ ...QUICK, force: true });
    return 'tick a box';
  }),
);
/** A form filled in from top to bottom, with what fits and what does not, and sent. */
const form = fc
  .tuple(share, fc.array(fc.nat(TYPED.length - 1), { minLength: 12, maxLength: 12 }), share)
  .map(([at, texts, which]) =>
    verb('form', async ({ page }) => {
      const chosen = await one((await asked(page)).locator('form').filter({ visible: true }), at);
      if (!chosen) return null;
      const lists = await chosen.locator('select:not(:disabled)').filter({ visible: true }).all();
      for (const list of lists.slice(0, 6)) {
        const count = await list.locator('option').count();
        await list.selectOption({ index: Math.min(count - 1, Math.floor(which * count)) }, QUICK);
      }
      const fields = await chosen.locator(FIELDS).filter({ visible: true }).all();
      for (const [i, field] of fields.slice(0, 12).entries())
        if ((await field.inputValue(QUICK)) === '')
          await field.fill(TYPED[texts[i]!]!, QUICK).catch(() => undefined);
      const send = chosen.locator('[type=submit]:not(:disabled)').first();
      if (!(await send.isVisible())) return null;
      const name = (await send.innerText(QUICK)).trim();
      if (NOT_PRESSED.test(name)) return null;
      await send.click(QUICK);
      return `form, “${name}”`;
    }),
  );
const weigh = fc.constantFrom(...MASSES).map((grams) =>
  verb('weigh', async ({ page }) => {
    const rail = page.getByRole('form', { name: 'Scale' });
    if (!(await rail.isVisible())) return null;
    await rail.getByLabel('Weight, g').fill(grams, QUICK);
    const of = rail.getByLabel('of', { exact: true });
    if (await of.isVisible()) await of.selectOption({ index: 1 }, QUICK);
    await rail.getByLabel('Weight, g').press('Enter', QUICK);
    return `weigh ${grams} g`;
  }),
);
/** The bench's way on, or a form's own button. */
const on = fc.constant(null).map(() =>
  verb('on', async ({ page }) => {
    const next = page.locator('[data-next]:not(:disabled), main form [type=submit]:not(:disabled)').first();
    if (!(await next.isVisible())) return null;
    const name = (await next.innerText(QUICK)).trim();
    if (NOT_PRESSED.test(name)) return null;
    await next.click(QUICK);
    return `on: “${name}”`;
  }),
);
const begin = fc.constantFrom('cyan', 'magenta').map((cartridge) =>
  verb('begin', async (real) => {
    real.depth += 1;
    await visit(real.page, `/bench?cartridge=${cartridge}`);
    const button = real.page.getByRole('button', { name: 'Begin', exact: true });
    if (!(await button.isEnabled(QUICK))) return null;
    await button.click(QUICK);
    return `begin ${cartridge}`;
  }),
);
const turn = fc.constantFrom('Control+z', 'Control+Shift+Z').map((keys) =>
  verb('turn', async ({ page }) => {
    await page.keyboard.press(keys);
    return keys;
  }),
);
const reload = fc.constant(null).map(() =>
  verb('reload', async ({ page }) => {
    await page.reload();
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
    return 'reload';
  }),
);
const back = fc.constant(null).map(() =>
  verb('back', async (real) => {
    // Before the app there is nothing.
    if (real.depth === 0) return null;
    real.depth -= 1;
    await real.page.goBack(QUICK);
    return 'back in history';
  }),
);
const wait = fc.constantFrom(1, 7, 45).map((days) =>
  verb('wait', async (real) => {
    real.now += days * 86_400_000;
    await real.page.clock.setFixedTime(real.now);
    return `${days} days later`;
  }),
);
const take = fc.constant(null).map(() =>
  verb('export', async (real) => {
    await sameFromItsFile(real);
    return 'export, and read it back';
  }),
);

/** The verbs of the app, each as often as it stands here: what gets on more often than what turns back. */
const OFTEN: readonly (readonly [times: number, fc.Arbitrary<Verb>])[] = [
  [4, go],
  [6, press],
  [3, type],
  [2, choose],
  [2, tick],
  [4, form],
  [3, weigh],
  [6, on],
  [2, begin],
  [1, turn],
  [1, reload],
  [1, back],
  [1, wait],
  [1, take],
];
export const VERBS = OFTEN.flatMap(([times, arbitrary]) => Array.from({ length: times }, () => arbitrary));

const NO_FIGURE = /\bNaN\b|\bundefined\b|\[object |\bInfinity\b|\bnull\b|-0\.0+ (ml|g)\b/;

/** What holds after each step. */
async function laws({ steps }: Walk, { page, errors }: Real): Promise<void> {
  const since = (): string => `after ${steps.slice(-12).join(' → ')}`;
  // A page that is on its way has its say a moment later.
  const text = await page
    .locator('body')
    .innerText({ timeout: 5000 })
    .catch(() => '');
  expect(errors, since()).toEqual([]);
  expect(text.match(NO_FIGURE)?.[0] ?? null, `${since()}\n${text.slice(0, 4000)}`).toBeNull();
  expect(/could not be laid out/.test(text), `${since()}\n${text.slice(0, 1500)}`).toBe(false);
  const cut = await page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement;
    return scrollWidth - clientWidth;
  });
  expect(cut, since()).toBeLessThanOrEqual(0);
}

/** The file that is exported says the same as the workbook, and nothing in it was set aside. */
async function sameFromItsFile({ page, now }: Real): Promise<void> {
  if (await page.locator('[role="dialog"], [role="alertdialog"]').last().isVisible())
    await page.keyboard.press('Escape');
  await visit(page, '/workbook');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export the workbook' }).click();
  const stream = await (await waiting).createReadStream();
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  const text = Buffer.concat(parts).toString('utf8');
  const read = parseWorkbook(text);
  if (!read.ok) throw new Error(`Its own export is refused: ${JSON.stringify(read.problem)}`);
  const { facts } = read.value;
  const at = new Date(now).toISOString();
  const again = parseWorkbook(serializeWorkbook([...facts].reverse(), at));
  if (!again.ok) throw new Error('Written again it is refused.');
  expect(report(again.value.facts, at)).toEqual(report(facts, at));
  const ledger = Ledger.from(facts);
  expect(ledger.snapshot().aside).toEqual([]);
  // What the places show of a cartridge is what the file says of it.
  const { cartridges } = report(facts, at);
  for (const { id, inkMl, u, slot } of cartridges.filter(({ id }) => ['cyan', 'magenta'].includes(id))) {
    if (inkMl === null || u === null) continue;
    const says = formatUncertain({ value: inkMl, u }, 'ml');
    await visit(page, `/cartridge/${id}`);
    await expect(page.locator('main'), `the page of ${id}`).toContainText(says);
    if (slot === null) continue;
    await visit(page, '/');
    await expect(page.locator('main'), `${id} on Rack`).toContainText(says);
    await visit(page, '/weigh-in');
    await expect(page.locator('main'), `${id} at Weigh-in`).toContainText(says);
  }
}
