import { expect, test } from '@jest/globals';
import { fill, script, setUp, weigh } from '../../testing';
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
});
