import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { fill, install, script, setUp, weigh } from '../testing';
import type { FactDraft } from '../workbook';
import { cartridgeView } from './cartridgeView';
import { toAdd } from './toAdd';

const AT = '2026-03-02T09:00:00.000Z';
const of = (...more: FactDraft[]) =>
  toAdd(cartridgeView(Ledger.from(script([...setUp, install, ...more])), 'cyan', AT)!);

test('what to add is what is missing up to the mass that the scale then shows, with the doubt of what is inside', () => {
  // Worked example 1: 63.42 g, empty 41.58, 1.064 g/ml, full 90.9: 25.83 ml.
  const add = of(weigh('cyan', 63.42))!;
  expect(add.ml!.value).toBeCloseTo(25.83, 1);
  expect(add.ml!.u).toBeGreaterThan(0.02);
  expect(add.toG).toBeCloseTo(90.9, 1);
});

test.each<[string, FactDraft[]]>([
  ['nobody knows what is in it', []],
  [
    'a look rejected it',
    [weigh('cyan', 63.42), { kind: 'looked', cartridgeId: 'cyan', found: 'leaksAtRest' }],
  ],
  [
    'it is out of use',
    [
      weigh('cyan', 63.42),
      { kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'it leaks' } as never,
    ],
  ],
])('nothing is told where %s', (_, facts) => expect(of(...facts)).toBeNull());

test('a full one takes nothing, and what was rejected and is sound again takes as much as before', () => {
  expect(of(weigh('cyan', 70), fill('cyan', 20))!.ml).toBeNull();
  const looked = (found: 'leaksAtRest' | 'sound'): FactDraft => ({
    kind: 'looked',
    cartridgeId: 'cyan',
    found,
  });
  expect(of(weigh('cyan', 63.42), looked('leaksAtRest'), looked('sound'))!.ml!.value).toBeCloseTo(25.83, 1);
});
