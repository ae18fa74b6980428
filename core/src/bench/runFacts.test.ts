import { describe, expect, test } from '@jest/globals';

import { makeStamp, parseWorkbook, serializeWorkbook } from '../workbook';
import { runFacts } from './runFacts';
import type { Answer, CartridgeRun } from './run';
import { AT, lay, mass } from '../testing/lay';

describe('what scale and syringe say beside each other', () => {
  const load = (ml: number): Answer => ({ kind: 'load', ml, massG: null });
  /** The fill of a run that was weighed before and after its load, as it goes into the log. */
  const filled = (before: number, ml: number, after: number, part: Partial<CartridgeRun> = {}) => {
    const { run, env } = lay({
      answers: { 'weigh-before': mass(before), 'load-0-0': load(ml), 'weigh-after-1': mass(after) },
      ...part,
    });
    const facts = runFacts(run, env, AT);
    // Whatever was weighed, a run can be recorded.
    const stamped = makeStamp({ now: () => Date.parse(AT) }, () => 0.4)(facts);
    expect(parseWorkbook(serializeWorkbook(stamped, AT)).ok).toBe(true);
    return facts.find((fact) => fact.kind === 'filled');
  };

  test('is kept with the fill: grams gained, and millilitres read', () => {
    const { beside, ml, by } = filled(60, 10, 70.9)!;
    expect([by, beside!.g.value.toFixed(2), beside!.ml.value]).toEqual(['mass', '10.90', 10]);
    // Two weighings' doubt; a syringe's marks, and half of one of them.
    expect(beside!.g.u).toBeCloseTo(0.0153 * Math.SQRT2, 6);
    expect(beside!.ml.u).toBeGreaterThan(0.2);
    expect(ml.value).toBeCloseTo(10.9 / 1.064, 6);
  });

  test('is not, where it cannot be an ink: lighter than before, spilt meanwhile, or dosed by a squeeze', () => {
    expect(filled(60, 10, 59.4)!.beside).toBeUndefined();
    expect(filled(60, 10, 60)!.beside).toBeUndefined();
    expect(filled(60, 10, 70, { spiltMl: 0.5 })!.beside).toBeUndefined();
    expect(filled(60, 10, 70.9, { method: 'squeezeBottle' })!.beside).toBeUndefined();
    // The scale itself said how much the load was.
    const byScale = {
      'weigh-before': mass(60),
      'load-0-0': { ...load(10.2), massG: { value: 70.9, u: 0.0153 } } as Answer,
    };
    expect(filled(60, 10, 70.9, { answers: byScale })!.beside).toBeUndefined();
  });
});
