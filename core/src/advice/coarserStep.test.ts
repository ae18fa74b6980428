import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { define, script, setUp, weigh } from '../testing';
import { coarserStep } from './coarserStep';

const FINE = [71.23, 70.96, 72.41, 69.87, 73.05, 68.52, 74.11, 66.38];
/** What a scale of such steps would have shown. */
const by = (stepG: number, grams: readonly number[] = FINE) =>
  grams.map((g) => Number((Math.round(g / stepG) * stepG).toFixed(2)));
const found = (grams: readonly number[], resolutionG = 0.01) =>
  coarserStep(
    Ledger.from(
      script([
        ...setUp,
        define({
          entity: 'scale',
          id: 'scale',
          name: 'Scale',
          capacityG: 200,
          resolutionG,
          repeatabilityG: 0.015,
        }),
        ...grams.map((g) => weigh('cyan', g)),
      ]),
    ),
    'scale',
  )?.stepG ?? null;

test.each<[string, readonly number[], number, number | null]>([
  ['hundredths as told', FINE, 0.01, null],
  ['tenths, told as hundredths', by(0.1), 0.01, 0.1],
  ['halves, told as hundredths', by(0.5), 0.01, 0.5],
  ['whole grams, told as tenths', by(1), 0.1, 1],
  ['tenths, told as tenths', by(0.1), 0.1, null],
  // By chance eight of them may well be even hundredths: that says nothing.
  ['even hundredths', by(0.02), 0.01, null],
  ['too few of them', by(0.1).slice(0, 5), 0.01, null],
  ['the same one ten times', Array.from({ length: 10 }, () => 71.2), 0.01, null],
  ['tenths once, hundredths since', [...by(0.1), 71.23], 0.01, null],
  ['hundredths once, tenths since', [71.23, ...by(0.1)], 0.01, 0.1],
  ['nothing was weighed', [], 0.01, null],
])('%s', (_, grams, told, step) => expect(found(grams, told)).toBe(step));

test('a scale that is not in the workbook has no step', () => {
  expect(coarserStep(Ledger.from(script(setUp)), 'nobody')).toBeNull();
});
