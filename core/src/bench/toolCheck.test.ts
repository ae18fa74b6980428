import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, fill, SHADES, weigh } from '../testing';
import { toolWords } from '../words';
import { takenBefore } from './takenBefore';
import { toolCheck } from './toolCheck';
import type { CartridgeRun } from './run';
import { AT, type Room, lay } from '../testing/lay';

test.each<[string, Partial<CartridgeRun>, Room, RegExp]>([
  ['no long needle', {}, {}, /No long blunt needle/],
  ['a syringe too small', {}, { construction: 'openTank', more: [weigh('it', 95)] }, /too small: \d+ loads/],
  ['no syringe', { syringeId: null }, {}, /No syringe chosen/],
  ['no scale', { scaleId: null }, {}, /No scale in the workbook/],
  [
    'a bottle that will not last',
    {},
    { more: [fill('cyan', 235), weigh('it', 42)] },
    /The bottle holds 15 ml/,
  ],
  ['no resetter', {}, {}, /No chip resetter/],
  [
    'a syringe too coarse',
    { dosesMl: [1.2, 1.2, 1.2] },
    { construction: 'integratedHead', chambers: 3 },
    /marks of 0\.5 ml are coarse for a dose of 1\.2 ml/,
  ],
  [
    'one of three bottles that will not last',
    { bottleIds: SHADES.map((shade) => `bottle-${shade}`) },
    {
      construction: 'integratedHead',
      chambers: 3,
      more: [fill('it', 249.5, { bottleId: 'bottle-magenta' }), weigh('it', 27)],
    },
    /The bottle for magenta holds 1 ml, \d ml are needed/,
  ],
  ['more in doses than there is room', { dosesMl: [60] }, {}, /doses add up to 60\.0 ml/],
  ['a method that does not suit', { method: 'bagAdapter' }, {}, /does not suit this construction/],
])('before the bottle is open, %s is noticed', (_name, part, room, words) => {
  const { run, env } = lay(room.construction === 'openTank' ? { ...part, method: 'topSyringe' } : part, room);
  const findings = toolCheck(run, env);
  expect(
    findings
      .filter((finding) => !finding.ok)
      .map((finding) => toolWords(finding))
      .join(' '),
  ).toMatch(words);
});

test('a queue: what earlier cartridges take from the same bottle counts; a scale too small is named', () => {
  const { run, env } = lay({}, { more: [weigh('it', 45)] });
  const bottle = (taken: ReadonlyMap<string, number>) =>
    toolCheck(run, env, taken).find((finding) => /bottle/.test(toolWords(finding)))!.ok;
  expect([bottle(new Map([['bottle-cyan', 240]])), bottle(new Map([['bottle-magenta', 240]]))]).toEqual([
    false,
    true,
  ]);
  const ledger = Ledger.from(bodyRoom('compartmentTank', 1, { more: [weigh('it', 60)] }));
  const first = { ...run, dosesMl: [12] };
  const queue = {
    id: 'q',
    rehearsal: false,
    startedAt: AT,
    at: 3,
    queue: [first, { ...first, state: 'done' as const }, { ...first, done: ['summary'] }, run],
  };
  expect(takenBefore(ledger, queue, AT)).toEqual(new Map([['bottle-cyan', 12]]));
  const small = { ...env, scale: { ...env.scale!, capacityG: 50 } };
  expect(
    toolCheck(run, small)
      .map((finding) => toolWords(finding))
      .join(' '),
  ).toMatch(/carries 50 g, the full cartridge weighs up to/);
});
