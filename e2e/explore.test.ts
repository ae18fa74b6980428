import { expect, test } from '@playwright/test';
import fc from 'fast-check';
import { fill, install, print, script, setUp, weigh } from '@hiraeth/core/testing';
import { openWith } from './helpers';
import { VERBS, type Real, type Walk } from './explore/walk';

/** Where a walk begins: a room with a past, on a day that does not move by itself. */
const ROOM = script([
  ...setUp,
  weigh('cyan', 80),
  weigh('magenta', 78),
  weigh('yellow', 81),
  install,
  print(12),
  weigh('cyan', 76),
  fill('cyan', 4),
  print(5),
]);
const BEGINS = Date.parse('2026-03-20T09:00:00Z');
/** Seeds and steps; `npm run explore` asks for many. */
const FIRST = Number(process.env['EXPLORE_FIRST'] ?? 1);
const SEEDS = Number(process.env['EXPLORE_SEEDS'] ?? 1);
const STEPS = Number(process.env['EXPLORE_STEPS'] ?? 60);

test.describe.configure({ mode: 'parallel' });
for (let seed = FIRST; seed < FIRST + SEEDS; seed++)
  test(`whatever is pressed, typed and left off, in random order: no page breaks, and the file says what the places say (seed ${seed})`, async ({
    page,
  }) => {
    test.setTimeout(60_000 + STEPS * 6_000);
    page.setDefaultTimeout(8_000);
    await page.clock.setFixedTime(BEGINS);
    await openWith(page, ROOM);
    const real: Real = { page, errors: [], now: BEGINS, depth: 0 };
    page.on('pageerror', (error) =>
      real.errors.push(`${error.message}\n${error.stack?.split('\n')[1] ?? ''}`),
    );
    page.on('dialog', (dialog) => void dialog.dismiss());
    const walks = fc.commands([...VERBS], { maxCommands: STEPS, size: 'max' });
    // One walk of just so many steps; a shorter one that shows the same is found by hand, from the steps that it names.
    const [walk] = fc.sample(walks, { seed, numRuns: 30 }).sort((a, b) => [...b].length - [...a].length);
    const model: Walk = { steps: [] };
    try {
      await fc.asyncModelRun(() => ({ model, real }), walk!);
    } finally {
      if (process.env['EXPLORE_TELL']) console.log(`${seed}: ${model.steps.join(' → ')}`);
    }
    expect(model.steps.length).toBeGreaterThan(STEPS / 4);
  });
