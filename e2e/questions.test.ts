import { expect, test, type Locator, type Page } from '@playwright/test';
import { visit } from './helpers';

/** What is asked every day, the links from the Rack to its answer, and how the answer reads. */
const QUESTIONS: readonly (readonly [
  question: string,
  clicks: readonly string[],
  answer: RegExp,
  onPhone?: readonly string[],
])[] = [
  ['How many sheets can I print?', [], /^\d+\s*standard sheets are safe$/],
  ['Which ink ends first?', [], /goes first, with\s[\d.]+\s±\s[\d.]+\sml inside/],
  ['At which figure of the printer is it empty?', [], /^says \d+ %, empty at \d+ %$/],
  ['What is due today?', [], /^\d+ things are due/],
  ['Can I print ten of these?', [], /^(Yes, it is safe|Very likely, yes|No: top up first|It may)/],
  ['How old is what is known of it?', [], /^weighed \d+ days ago$/],
  ['What do I add to magenta now?', ['Magenta'], /^[\d.]+\s±\s[\d.]+\sml, up to [\d.]+\sg$/],
  [
    'When was magenta filled last, and with which lot?',
    ['Magenta'],
    /^\d+ \w+ 20\d\d, [\d.]+\s±\s[\d.]+\sml, lot \w+$/,
  ],
  ['When does the next one come to its reserve?', ['Plan'], /^\d+ \w+ 202\d\s*Grey$/],
  [
    'What do I have to order first, and by when?',
    ['Plan'],
    /by \d+ \w+ 202\d/,
    ['Inks', 'What to order, and by when'],
  ],
  ['What do I do next week?', ['Plan'], /^Print Bladder wrack, cards$/],
  ['What does a print cost?', ['Cost'], /^£[\d.]+\s*± £[\d.]+ a print$/],
  ['What did refilling save?', ['Cost'], /Saved so far: about £[\d,]+/],
  ['What would it have cost with originals?', ['Cost'], /Originals would have cost £[\d.]+/],
  ['What will this one take, and cost?', ['Prints'], /^£[\d.]+ ± £[\d.]+ with your ink/],
  ['Which ink will I run out of, and when?', ['Inks'], /runs out first\. At \d+ ml a month it lasts/],
  ['How much is left in its bottles?', ['Inks'], /^\d+\s*±\s\d+\sml of grey left$/],
  ['Are all nozzles there?', ['Checks'], /^lines missing$/],
  ['What do I weigh, and how?', ['Weigh-in'], /^Next: Photo black\. Out, dry at the outlet/],
  ['Is my workbook safe?', ['Workbook'], /Never exported yet|Exported/],
];

/** Where an answer lies, and that nothing lies over it. */
async function seen(answer: Locator): Promise<{ readonly bottom: number; readonly covered: boolean }> {
  return answer.evaluate((element) => {
    const { left, top, right, bottom } = element.getBoundingClientRect();
    const [x, y] = [(left + right) / 2, (top + bottom) / 2];
    const over = document.elementFromPoint(Math.min(x, innerWidth - 1), y);
    return { bottom, covered: over === null || !(element.contains(over) || over.contains(element)) };
  });
}

/** From the Rack by these links: there alone a way has its length. */
async function go(page: Page, clicks: readonly string[]): Promise<void> {
  await visit(page, '/');
  for (const name of clicks) await page.getByRole('link', { name, exact: true }).first().click();
}

async function answerTo(page: Page, answer: RegExp): Promise<Locator> {
  const found = page.locator('main').getByText(answer).first();
  await expect(found).toBeVisible();
  return found;
}

for (const [width, height, most] of [
  [1280, 800, 1],
  [390, 844, 2],
] as const)
  test(`what is asked every day is answered at ${width}: at most ${most} ${most === 1 ? 'click' : 'clicks'}, no looking for it`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    await page.setViewportSize({ width, height });
    await page.clock.setFixedTime(new Date('2026-12-01T03:00:00Z'));
    const missed: string[] = [];
    let at: readonly string[] | null = null;
    for (const [question, wide, answer, onPhone] of QUESTIONS) {
      const clicks = width < 600 ? (onPhone ?? wide) : wide;
      expect(clicks.length).toBeLessThanOrEqual(most);
      try {
        if (clicks.join() !== at?.join()) await go(page, clicks);
        at = clicks;
        const { bottom, covered } = await seen(await answerTo(page, answer));
        // On a phone one screen more may be turned to.
        const far = width < 600 ? bottom > 2 * height : bottom > height || covered;
        if (far) missed.push(`${question} at ${Math.round(bottom)}${covered ? ', covered' : ''}`);
      } catch (error) {
        at = null;
        missed.push(`${question} ${String(error).slice(0, 80)}`);
      }
    }
    expect(missed).toEqual([]);
  });

test('on a phone a run begins from where its cartridge is chosen: Begin is in sight, and what stands against it a press away', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await visit(page, '/bench');
  await expect(page.getByRole('button', { name: 'Begin', exact: true })).toHaveCount(0);
  await visit(page, '/bench?cartridge=nine-a-ma');
  const begin = page.getByRole('button', { name: 'Begin', exact: true });
  expect((await seen(begin)).covered).toBe(false);
  expect((await seen(begin)).bottom).toBeLessThan(844);
  // A bottle of another shade is asked about first, and that is said where one is.
  await page.getByLabel('Method').scrollIntoViewIfNeeded();
  expect((await seen(begin)).covered).toBe(false);
  const bottle = page.getByLabel(/^Bottle for Magenta A/);
  const other = bottle.getByRole('option', { name: /grey/ }).first();
  await bottle.selectOption(await other.getAttribute('value'));
  await page.evaluate(() => document.querySelector('.page')?.scrollTo(0, 0));
  const asked = page.getByRole('button', { name: 'What is asked' });
  await asked.click();
  await expect(bottle).toBeInViewport();
});
