import { expect, test, type Page } from '@playwright/test';
import { expectedMass, find, Ledger } from '@hiraeth/core/ledger';
import { makeDemo } from '@hiraeth/demo';
import { openWith, saved, visit } from './helpers';

/** Presses of a hand since the last count: clicks, and keys that are no figure or letter of what is typed. */
async function countPresses(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counter = window as unknown as { presses: number };
    counter.presses = 0;
    const add = (): void => void (counter.presses += 1);
    // Enter on a button is a click of its own: only those of a pointer count here.
    window.addEventListener('click', ({ detail }) => detail > 0 && add(), true);
    window.addEventListener('keydown', ({ key }) => key.length > 1 && add(), true);
    window.addEventListener('change', ({ target }) => target instanceof HTMLSelectElement && add(), true);
  });
  return () => page.evaluate(() => (window as unknown as { presses: number }).presses);
}

/** The place scrolled, if only a little: whoever has wet gloves would have to. */
const hasScrolled = (page: Page): Promise<boolean> => page.evaluate(() => scrollY > 0);

const AT = '2026-11-24T18:00:00.000Z';

test.describe('what is done every week, counted by hand: no press more than it needs', () => {
  const { facts } = makeDemo(AT);

  test.beforeEach(async ({ page }) => {
    await page.clock.setFixedTime(AT);
    await openWith(page, facts);
  });

  test('a weigh-in of nine with a typed scale', async ({ page }) => {
    const ledger = Ledger.from(facts);
    const seats = ledger.state.printers.get('nine')!.slots;
    await visit(page, '/weigh-in?printer=nine');
    const presses = await countPresses(page);
    const all = find(ledger.context, 'printer', 'nine')!.slots;
    const slots = all.map(({ id }) => id);
    for (const { id, name } of all) {
      const { value } = expectedMass(ledger, seats.get(id)!.cartridgeId!, AT)!;
      const field = page.getByLabel(`${name}, weight in g`, { exact: true });
      // Its field was chosen by the one before it: a figure, and Enter.
      if (slots.indexOf(id) === 0) await field.click();
      await expect(field).toBeFocused();
      await page.keyboard.type(value.toFixed(2));
      await page.keyboard.press('Enter');
      await expect(page.getByRole('row').filter({ has: field })).toContainText('g = ');
    }
    await expect(page.getByText('All weighed. The ink is known again.')).toBeVisible();
    expect(await presses()).toBeLessThanOrEqual(12);
  });

  test('a clean check is one', async ({ page }) => {
    await visit(page, '/checks?printer=nine');
    const presses = await countPresses(page);
    await page.getByRole('button', { name: 'Save the check' }).click();
    await saved(page);
    // The notice is put away besides.
    expect(await presses()).toBeLessThanOrEqual(2);
  });

  test('a bottle of a known ink', async ({ page }) => {
    await visit(page, '/inks');
    const presses = await countPresses(page);
    await page.getByRole('button', { name: 'Buy a bottle' }).click();
    const form = page.getByRole('form', { name: 'Buy a bottle' });
    await form.getByLabel('Ink', { exact: true }).selectOption({ label: 'Marram pigment cyan' });
    await form.getByLabel('Lot').fill('M77Z');
    await form.getByRole('button', { name: 'Record the bottle' }).click();
    await expect(page.getByText('M77Z').first()).toBeVisible();
    expect(await presses()).toBeLessThanOrEqual(4);
  });

  test('an edition is priced without scrolling', async ({ page }) => {
    await visit(page, '/cost/edition?printer=nine');
    const presses = await countPresses(page);
    await page.getByLabel('Edition', { exact: true }).fill('Harbour, winter');
    await page.getByLabel('Copies', { exact: true }).fill('40');
    await page.getByLabel('Kind of picture').selectOption({ index: 1 });
    await expect(page.getByTestId('edition')).toContainText('£');
    await expect(page.getByTestId('edition')).toBeInViewport();
    expect(await hasScrolled(page)).toBe(false);
    expect(await presses()).toBeLessThanOrEqual(4);
  });
});
