import { expect, test, type Page } from '@playwright/test';
import { parseWorkbook, typePreset } from '@hiraeth/core/workbook';
import { bodyRoom, install, script, setUp, weigh as weighed } from '@hiraeth/core/testing';
import { exportWorkbook, next, openOwn, openWith, saved, step, walkTo, visit } from './helpers';
import { PLACES } from './places';

/** Keys as a scale sends them: one after the other, faster than anybody types. */
const burst = async (page: Page, digits: string): Promise<void> => {
  await page.keyboard.type(digits);
  await page.keyboard.press('Enter');
};
const inHand = (page: Page): Promise<string> =>
  page.evaluate(() => document.activeElement?.tagName ?? 'none');
async function countFacts(page: Page): Promise<number> {
  const book = parseWorkbook((await exportWorkbook(page)).text);
  return book.ok ? book.value.facts.length : -1;
}

test('a scale that types never presses a button, and never chooses in a list: its weight stands at the foot', async ({
  page,
}) => {
  await openWith(page, bodyRoom('compartmentTank', 1, { more: [weighed('it', 60)] }));
  await visit(page, '/bench?cartridge=it');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(step(page)).toHaveText('Is everything here?');
  // The button that goes on has the focus, as after a press.
  await next(page).focus();
  await burst(page, '63.42');
  await expect(step(page)).toHaveText('Is everything here?');
  await expect(page.locator('#rail-says')).toContainText('Choose the cartridge');
  await walkTo(page, /Weigh it as it is/);
  await page.getByRole('button', { name: 'Leave it off' }).focus();
  await burst(page, '60.01');
  // Where a weight is asked it is taken, whatever had the focus.
  await expect(step(page)).not.toHaveText(/Weigh it as it is/);
  await expect(page.locator('.notice')).toContainText('60.01 g');
  await visit(page, '/workbook/things');
  const list = page.getByLabel('What to add');
  await list.focus();
  await page.keyboard.type('7');
  await expect(list).toHaveValue('');
});

test('choosing is not writing: arrows and picks leave the log as it is until a button is pressed', async ({
  page,
}) => {
  await openWith(page, script([...setUp, weighed('cyan', 80), install]));
  const before = await countFacts(page);
  await visit(page, '/gauge');
  await page.getByLabel('Note for cyan', { exact: true }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.getByLabel('Note for cyan', { exact: true }).selectOption({ label: 'it says low' });
  await visit(page, '/workbook/things');
  await page.getByLabel('What to add').selectOption({ label: 'a scale' });
  expect(await countFacts(page)).toBe(before);
  await visit(page, '/workbook/things');
  await page.getByLabel('What to add').selectOption({ label: 'a scale' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await saved(page, /Added/);
  expect(await countFacts(page)).toBe(before + 1);
});

/** All that the keyboard stands on, in order: where each is, and whether the foot lies over it. */
const stops = (page: Page) =>
  page.evaluate((tabbed) => {
    const foot = document.querySelector('.foot')!;
    return [...document.querySelectorAll<HTMLElement>(tabbed)].flatMap((on, i) => {
      on.focus();
      if (document.activeElement !== on) return [];
      on.scrollIntoView({ block: 'nearest' });
      const { y, width, height } = on.getBoundingClientRect();
      if (width < 2) return [];
      return {
        i,
        name: on.outerHTML.slice(0, 120),
        kind: `${on.tagName} ${on.className} ${on.parentElement?.className}`,
        hidden: !foot.contains(on) && y + Math.min(height, 20) > foot.getBoundingClientRect().y + 1,
      };
    });
  }, TABBED);

const TABBED = ['main', '.foot']
  .flatMap((part) =>
    ['a[href]', 'button', 'input', 'select', 'textarea', 'summary', '[tabindex]'].map(
      (control) => `${part} ${control}:not(:disabled, [tabindex="-1"])`,
    ),
  )
  .join();

/** Goes to one of them, and says where it is. */
const standOn = (page: Page, at: number): Promise<Clip> =>
  page.evaluate(
    ([tabbed, at]) => {
      const on = document.querySelectorAll<HTMLElement>(tabbed)[at]!;
      on.focus();
      on.scrollIntoView({ block: 'nearest' });
      const { x, y, width, height } = on.getBoundingClientRect();
      return { x, y, width, height };
    },
    [TABBED, at] as const,
  );

type Clip = Record<'x' | 'y' | 'width' | 'height', number>;

/** A picture of a part of the page as it stands; a test's own screenshot makes sure of much that does not matter here. */
async function pictures(page: Page): Promise<(clip: Clip) => Promise<string>> {
  const session = await page.context().newCDPSession(page);
  // What blinks or is on its way is no focus.
  await page.addStyleTag({
    content: '* { caret-color: transparent !important; transition: none !important; }',
  });
  return async (clip) =>
    (
      await session.send('Page.captureScreenshot', {
        clip: { ...clip, scale: 1 },
        format: 'png',
        optimizeForSpeed: true,
      })
    ).data;
}

/** Walks a page by the keyboard; one of each kind of control is looked at, where the foot stands is asked of all. */
async function tabThrough(
  page: Page,
  path: string,
  theme: string,
  looked: Set<string>,
  picture: (clip: Clip) => Promise<string>,
): Promise<void> {
  // Off until it is asked for: the same page, without what shows the focus.
  const bareStyle = await page.addStyleTag({
    content:
      'html body *:focus-visible:focus-visible:focus-visible, html body .Mui-focusVisible.Mui-focusVisible.Mui-focusVisible { outline: none !important; } .MuiOutlinedInput-root.Mui-focused fieldset { border-color: transparent !important; }',
  });
  const bare = (off: boolean) =>
    bareStyle.evaluate((style, off) => ((style as HTMLStyleElement).disabled = off), !off);
  await bare(false);
  await page.evaluate(() => document.querySelector('main')!.focus());
  // By a key once: from then on the browser shows where the focus is, however it gets there.
  await page.keyboard.press('Tab');
  for (const { i, name, kind, hidden } of await stops(page)) {
    expect([path, name, hidden]).toEqual([path, name, false]);
    const seenAs = `${theme} ${kind}`;
    if (looked.has(seenAs)) continue;
    looked.add(seenAs);
    const on = await standOn(page, i);
    const clip = {
      x: Math.max(0, on.x - 8),
      y: Math.max(0, on.y - 8),
      width: Math.min(400, on.width + 16),
      height: Math.min(120, on.height + 16),
    };
    const seen = await picture(clip);
    await bare(true);
    const without = await picture(clip);
    await bare(false);
    expect([path, name, seen === without]).toEqual([path, name, false]);
  }
  await bareStyle.evaluate((style) => (style as HTMLStyleElement).remove());
}

/** No figure that is none, nothing wider than the page. */
async function isWhole(page: Page, after: string): Promise<void> {
  const found = await page.evaluate(() => {
    const text = document.querySelector('main')!.innerText;
    const { scrollWidth, clientWidth } = document.querySelector('.page')!;
    return [/\b(NaN|undefined|null|Infinity)\b/.exec(text)?.[0], scrollWidth - clientWidth];
  });
  expect([after, ...found]).toEqual([after, undefined, 0]);
}

test.describe('in every place: the focus is seen, a scale that types presses nothing, a choice writes nothing, and no number breaks it', () => {
  test.describe.configure({ mode: 'parallel' });
  // One for each worker: what was looked at once is not looked at again.
  const SHARDS = 2;
  for (let shard = 0; shard < SHARDS; shard++)
    test(`${shard + 1} of ${SHARDS}`, async ({ page }) => {
      test.setTimeout(500_000);
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await page.goto('/');
      await expect(page.locator('main')).toContainText(/standard sheets are safe|ml/);
      const before = await countFacts(page);
      const looked = new Set<string>();
      const picture = await pictures(page);
      for (const [i, [path, words]] of PLACES.entries()) {
        if (i % SHARDS !== shard) continue;
        await visit(page, path);
        await expect(page.locator('main')).toContainText(words);
        await page.getByRole('button', { name: /Dim the page|Light page/ }).click();
        await tabThrough(page, path, i % 2 === 0 ? 'dim' : 'light', looked, picture);

        const where = page.url();
        const button = page.locator('main button:enabled:visible').first();
        if ((await button.count()) > 0) {
          await button.focus();
          await burst(page, '63.42');
          expect(page.url()).toBe(where);
          // Where a weight is asked for it is taken, and what it does not fit is asked about.
          const asked = page.getByRole('dialog', { name: 'What happened?' });
          if (path === '/weigh-in') await expect(asked).toBeVisible();
          await page.keyboard.press('Escape');
          await expect(asked).toHaveCount(0);
          await isWhole(page, `${path}, a burst`);
        }
        const lists = page.locator('main select:enabled:visible');
        for (let at = 0; at < Math.min(8, await lists.count()); at++) {
          // What was chosen before may have taken it away.
          const chosen = await lists
            .nth(at)
            .focus({ timeout: 2000 })
            .then(
              () => true,
              () => false,
            );
          if (!chosen) break;
          await page.keyboard.press('ArrowDown');
          await isWhole(page, `${path}, list ${at} one on`);
        }
        const fields = page.locator(
          'main input[inputmode="decimal"]:enabled:visible, main input[inputmode="numeric"]:enabled:visible',
        );
        for (let at = 0; at < Math.min(8, await fields.count()); at++)
          for (const value of ['-1000000000', '1000000000000', '0', '7,5']) {
            await fields.nth(at).fill(value);
            await isWhole(page, `${path}, field ${at} says ${value}`);
          }
      }
      expect(errors).toEqual([]);
      expect(await countFacts(page)).toBe(before);
    });
});

test('the keyboard’s focus never falls out of the page', async ({ page }) => {
  await openWith(page, script([...setUp, weighed('cyan', 80), install]));
  // A form that was saved, a dialog that closed, a step that is done: the keyboard stays in the page.
  await visit(page, '/gauge');
  await page.getByLabel('Note for cyan', { exact: true }).selectOption({ label: 'it says low' });
  await page.getByRole('button', { name: 'Save the note for cyan' }).press('Enter');
  await saved(page);
  expect(await inHand(page)).not.toBe('BODY');
  await visit(page, '/workbook/things');
  await page.getByRole('button', { name: 'Add it' }).focus();
  await page.goBack();
  await expect(step(page)).toBeVisible();
  await visit(page, '/bench?cartridge=cyan');
  await page.getByRole('button', { name: 'Begin', exact: true }).press('Enter');
  await expect(step(page)).toHaveText('Is everything here?');
  await page.keyboard.press('Enter');
  await expect(step(page)).not.toHaveText('Is everything here?');
  expect(await inHand(page)).not.toBe('BODY');
});

test('a kit without a price is refused; one whose price nobody knows leaves the cost standing', async ({
  page,
}) => {
  await openWith(page, script([...setUp, weighed('cyan', 80), install]));
  await visit(page, '/cost');
  await page
    .getByRole('button', { name: /^Enter (a kit|what)/ })
    .first()
    .click();
  const form = page.getByRole('form', { name: 'Enter a purchase' });
  await form.getByRole('button', { name: /^(Record|Save)/ }).click();
  await expect(form).toContainText('say below that nobody knows');
  await form.getByLabel(/^Nobody knows what it cost/).check();
  await form.getByRole('button', { name: /^(Record|Save)/ }).click();
  await saved(page);
});

test('a new, dry cartridge of one’s own: weighed once, one press makes it its empty mass, and it is filled by it', async ({
  page,
}) => {
  const { construction } = { construction: 'compartmentTank' as const };
  await openWith(
    page,
    bodyRoom(construction, 1, { cartridge: { initial: 'empty', emptyG: null }, type: { outletSeal: false } }),
  );
  await visit(page, '/bench?cartridge=it');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  // Its kind would weigh more than twice that.
  await walkTo(page, /Into the log/, { 'Weigh it as it is': '16.82' });
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  await visit(page, '/cartridge/it');
  await expect(page.getByText(/Empty\s16\.82/)).toBeVisible();
  const { capacityMl } = typePreset(construction, 'standard');
  // With its unit: a clock shows such numbers, too.
  const full = new RegExp(`(${capacityMl - 1}|${capacityMl})[.\\d]*(\\s±\\s[.\\d]+)?\\sml`);
  await expect(page.getByText(full).filter({ visible: true }).first()).toBeVisible();
});

test('rejected by a look: out of the printer until a later look is good; a bench at rest holds nothing up', async ({
  page,
}) => {
  await openWith(page, [
    ...bodyRoom('compartmentTank', 1, { type: { outletSeal: false }, more: [weighed('it', 60)] }),
  ]);
  await visit(page, '/cartridge/it');
  await page.getByRole('button', { name: /^Something is wrong/ }).click();
  await page.getByLabel('What a look found').selectOption({ label: 'Its body is cracked.' });
  await page.getByRole('button', { name: 'Keep it out' }).click();
  await saved(page);
  await page.getByRole('button', { name: /^Put it in/ }).click();
  await expect(page.getByRole('dialog', { name: 'This cannot be right' })).toContainText('cracked');
  await page.getByRole('button', { name: 'Go back and correct' }).click();
  await page.getByRole('button', { name: /^Looked at again/ }).click();
  await saved(page);
  await visit(page, '/bench?cartridge=it');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await walkTo(page, /Into the log/, { 'Weigh it as it is': '60.00' });
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page, /Saved: the fill/);
  await walkTo(page, /Resting/);
  await next(page).click();
  await page.getByRole('link', { name: 'Refill another meanwhile' }).click();
  await expect(step(page)).toHaveText('What will you refill meanwhile?');
  await page.getByRole('checkbox', { name: 'magenta', exact: true }).check();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(step(page)).toHaveText('Is everything here?');
  // Its link opens the one that it names, though another is in hand.
  await visit(page, '/bench?cartridge=it');
  await expect(step(page)).toHaveText('Resting');
});

test('set up in one answer: originals print on, and a dry set waits on the shelf, not ready to go in', async ({
  page,
}) => {
  await openOwn(page);
  await visit(page, '/set-up');
  const onwards = page.getByRole('button', { name: 'Next' });
  await page.getByLabel(/name/i).first().fill('Two Sets');
  for (const title of [/Which channels/, /look like/, /one weigh/, /in them now/, /How many sets/]) {
    await onwards.click();
    await expect(step(page)).toHaveText(title);
  }
  await page.getByRole('radio', { name: /originals print on/ }).check();
  for (const title of [
    /how does the printer count/i,
    /measure with/,
    /Which inks/,
    /originals cost/,
    /right\?/,
  ]) {
    await onwards.click();
    await expect(step(page)).toHaveText(title);
  }
  await page.getByRole('button', { name: 'Set it up' }).click();
  await saved(page);
  await page.goto('/');
  await expect(page.getByText('Dry: fill it when its turn comes').first()).toBeVisible();
  await expect(page.getByText('Ready to go in')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Put (it|the whole set)/ })).toHaveCount(0);
});
