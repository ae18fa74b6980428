import { expect, test } from '@jest/globals';
import { print, weigh } from '../testing';
import { withReason } from './withReason';

test.each([
  ['ownEmpty', { purpose: 'empty' }],
  ['wet', { purpose: 'drying' }],
  ['partOn', { purpose: 'weighIn', because: 'misread' }],
  ['notLogged', { purpose: 'weighIn', because: 'notLogged' }],
] as const)('a weight with the answer “%s” is what the answer makes of it', (reason, is) => {
  expect(withReason(weigh('cyan', 60), reason)).toMatchObject({ kind: 'weighed', ...is });
});

test('a level was never a weight of a dry body, and a print takes no reason', () => {
  const level = { kind: 'levelSeen', cartridgeId: 'cyan', fraction: 0.4, u: 0.06 } as const;
  for (const reason of ['ownEmpty', 'wet'] as const) expect(withReason(level, reason)).toBe(level);
  expect(withReason(level, 'unknown')).toMatchObject({ because: 'unknown' });
  const job = print(2);
  expect(withReason(job, 'notLogged')).toBe(job);
});
