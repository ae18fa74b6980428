import { expect, test, type Page } from '@playwright/test';
import { define, fill, install, print, PRINTER, script, setUp, weigh } from '@hiraeth/core/testing';
import type { Entity, Fact, FactDraft } from '@hiraeth/core/workbook';
import { anyRoom } from '../demo/src/testing/anyRoom';
import { openOwn, openWith, visit } from './helpers';
import { PLACES } from './places';

const NOW = '2026-03-20T09:00:00Z';
/** Nothing of a program's own words may stand in a page. */
const NO_WORDS = /undefined|NaN|\[object|Infinity|Invalid Date/;
/** One of a thing is not many. */
const NO_PLURAL =
  /(?<![\d.,–-])1 (prints|jobs|fills|entries|sheets|cartridges|printers|copies|bottles|loads|patches|days|weeks|months|lines|channels)\b.*/;
/** Places of the test room: those of the demo by the ids that stand here. */
const PATHS = PLACES.map(([path]) =>
  path.replace('nine-b-gy', 'cyan').replace('nine-a-lc', 'cyan').replace('printer=nine', 'printer=printer'),
);

const used: readonly FactDraft[] = [
  weigh('cyan', 80),
  weigh('magenta', 78),
  weigh('yellow', 81),
  install,
  print(12),
  { kind: 'purchased', what: 'bottle', name: 'Ink', priceMinor: 2250, bottleId: 'bottle-cyan' },
  { kind: 'cleaned', printerId: 'printer', level: 'light' },
  { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 2 }] },
  weigh('cyan', 76),
  fill('cyan', 4),
  print(5),
];

/** The same room under other names: each as long as a name may be, or written from right to left. */
function called(name: (plain: string) => string): readonly Fact[] {
  const renamed = (entity: Entity): Entity => ({
    ...entity,
    ...('name' in entity ? { name: name(entity.name) } : {}),
    ...(entity.entity === 'cartridge' ? { label: name(entity.label).slice(0, 60) } : {}),
    ...(entity.entity === 'printer'
      ? { slots: entity.slots.map((slot) => ({ ...slot, name: name(slot.name).slice(0, 60) })) }
      : {}),
  });
  return script([
    ...setUp.map((draft) => (draft.kind === 'defined' ? define(renamed(draft.entity)) : draft)),
    ...used.map((draft) =>
      draft.kind === 'printed' ? { ...draft, title: name('A title').slice(0, 200) } : draft,
    ),
  ]);
}

const LONG = 'Langmuirprobenhalterungsschraubendreherkasten';
const wild = anyRoom(5090);
const STATES: readonly (readonly [name: string, facts: readonly Fact[] | null, at?: string])[] = [
  ['nobody has entered anything', null],
  ['one printer is set up, and nothing of it is known', script(setUp)],
  [
    'names are as long as they may be without a blank, or written from right to left',
    called((plain) =>
      (plain.length % 2 === 0 ? `${plain}${LONG}${LONG}` : `מדפסת ראשית (${plain}) ‏قسم الطباعة`).slice(
        0,
        80,
      ),
    ),
  ],
  [
    'numbers are as large as they may be',
    script([
      ...setUp,
      define({ ...PRINTER, padCapacityMl: 100_000 }),
      ...used,
      { ...print(100_000), widthMm: 1000, heightMm: 10_000 } as FactDraft,
      { kind: 'purchased', what: 'kit', name: 'Kit', priceMinor: 900_000_000, count: 1 },
    ]),
  ],
  [
    'everything is there once',
    script([
      ...setUp,
      define({ ...PRINTER, slots: PRINTER.slots.slice(0, 1) }),
      weigh('cyan', 44.5),
      fill('cyan', 1.6),
      { ...install, into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] } as FactDraft,
      print(1),
      {
        kind: 'jobPlanned',
        printerId: 'printer',
        title: 'One',
        copies: 1,
        widthMm: 210,
        heightMm: 297,
        subjectId: 'any',
      },
      { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 1 }] },
      { kind: 'cleaned', printerId: 'printer', level: 'light' },
      weigh('cyan', 46),
    ]),
  ],
  ['anything happened to it that can', wild.facts, wild.at],
];

/** Two frames later: what came with the page is drawn. */
const drawn = (page: Page): Promise<unknown> =>
  page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));

async function look(page: Page, path: string): Promise<void> {
  const said = await page.locator('body').innerText();
  expect.soft(said, path).not.toMatch(NO_WORDS);
  expect.soft(NO_PLURAL.exec(said)?.[0], path).toBeUndefined();
  expect.soft(said.trim().length, path).toBeGreaterThan(60);
  const wider = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect.soft(wider, `${path} is wider than the page`).toBeLessThanOrEqual(0);
}

for (const [name, facts, at] of STATES)
  test(`every place stands where ${name}`, async ({ page }) => {
    const errors: string[] = [];
    page.on('pageerror', ({ message }) => errors.push(message));
    await page.clock.setFixedTime(at ?? NOW);
    if (facts) await openWith(page, facts);
    else await openOwn(page);
    // A hand's width is where long names do harm.
    if (name.startsWith('names')) await page.setViewportSize({ width: 390, height: 844 });
    for (const path of PATHS) {
      await visit(page, path);
      // Its own script has come, and it has drawn what it has.
      await expect(page.locator('h1').first(), path).toBeVisible();
      await drawn(page);
      await look(page, path);
    }
    expect(errors).toEqual([]);
  });
