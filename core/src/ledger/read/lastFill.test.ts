import { expect, test } from '@jest/globals';
import { define, fill, script, setUp, weigh } from '../../testing';
import { all } from '../define/context';
import { Ledger } from '../Ledger';
import { lastFill } from './lastFill';

test('a fill by several loads is one: what went in is their sum, its doubt theirs, and each lot is named once', () => {
  const ledger = Ledger.from(
    script([
      ...setUp,
      weigh('cyan', 41.6),
      fill('cyan', 40, { run: 'first' }),
      fill('cyan', 3, { run: 'second' }),
      fill('cyan', 2, { run: 'second' }),
      fill('magenta', 9, { run: 'second' }),
    ]),
  );
  expect(lastFill(ledger, 'cyan')).toMatchObject({
    ml: { value: 5, u: Math.hypot(0.15, 0.15) },
    lots: ['M1'],
  });
  expect(lastFill(ledger, 'yellow')).toBeNull();
  // Set up without lots: “lot” with nothing after it says nothing.
  const bottles = all(ledger.context, 'bottle').map((bottle) => define({ ...bottle, lot: '' }));
  ledger.add(script(bottles, '2026-03-05T00:00:00.000Z'));
  expect(lastFill(ledger, 'cyan')?.lots).toEqual([]);
});
