import { expect, test } from '@jest/globals';
import { apartVariance, aroundMean, foretoldVariance, LearntScatter } from './scatter';

const BETWEEN = { least: 0.05, most: 0.8 };
const first = (): LearntScatter => LearntScatter.from(0.15, 3, BETWEEN);

/** One weigh-in more, whose only channel was off by so much. */
function seen(scatter: LearntScatter, unit: number, variance: number, innovation: number): LearntScatter {
  const weighIn = scatter.collect();
  weighIn.add(unit, variance, innovation);
  weighIn.take(1);
  return scatter;
}

test('what a forecast is in doubt of by itself: coefficients, prints by their scatter, events by theirs, pictures', () => {
  const told = { ml: 9, printed: 7, coefficients: 0.5, jobs: 16, images: 0.25, events: 4 };
  const scatter = { jobs: 0.0625, events: 0.0225 };
  expect(aroundMean(told, scatter)).toBeCloseTo(1 + 0.09 + 0.25, 12);
  expect(foretoldVariance(told, scatter)).toBeCloseTo(0.5 + 1.34, 12);
  // Half of what prints scatter is dark in all channels.
  expect(apartVariance(told, scatter)).toBeCloseTo(0.5 + 1.34 - 0.5, 12);
});

test('a scatter is what innovations’ squares leave over, weighed by how much of them it is', () => {
  expect(first().value).toBeCloseTo(0.0225, 12);
  // Of a variance of 1 it explains 4·0.0225 = 0.09: its share is 0.0081; 4 of innovation² leave (4 − 0.91)/4.
  expect(seen(first(), 4, 1, 2).value).toBeCloseTo((3 * 0.0225 + 0.0081 * 0.7725) / 3.0081, 12);
  // As far off as expected, it stays what it was; nearer, it falls.
  expect(seen(first(), 4, 1, 1).value).toBeCloseTo(0.0225, 12);
  expect(seen(first(), 4, 1, 0).value).toBeLessThan(0.0225);
  // Where nothing happened there is nothing to learn.
  expect(seen(first(), 0, 1, 5).value).toBeCloseTo(0.0225, 12);
  // Channels that share it count for less than one each.
  const shared = first();
  const weighIn = shared.collect();
  weighIn.add(4, 1, 2);
  weighIn.take(0.5);
  expect(shared.value).toBeLessThan(seen(first(), 4, 1, 2).value);
});

test('it is never nothing and never everything, and goes on elsewhere from what was kept', () => {
  const [calm, wild] = [first(), first()];
  for (let i = 0; i < 2000; i++) {
    seen(calm, 4, 0.1, 0);
    seen(wild, 4, 0.1, 60);
  }
  expect(calm.value).toBeCloseTo(0.05 ** 2, 12);
  expect(wild.value).toBeCloseTo(0.8 ** 2, 12);
  // Long calm is no debt: it rises again with the next that is far off.
  expect(seen(calm, 4, 0.1, 2).value).toBeGreaterThan(0.05 ** 2);
  const once = seen(first(), 4, 1, 2);
  expect(first().revived(once.keep()).value).toBe(once.value);
});
