import { describe, expect, test } from '@jest/globals';

import { makeStamp, parseWorkbook, serializeWorkbook } from '../workbook';
import { apartWords, fillEndWords } from '../words';
import { fillEnd } from './fillEnd';
import { runFacts } from './runFacts';
import { saidApart } from './saidApart';
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

describe('scale and syringe that cannot both be right', () => {
  const load = (ml: number): Answer => ({ kind: 'load', ml, massG: null });
  const apart = (before: number, ml: number[], after: number, part: Partial<CartridgeRun> = {}) => {
    const loads = Object.fromEntries(ml.map((one, i) => [`load-0-${i}`, load(one)]));
    const answers = { 'weigh-before': mass(before), ...loads, 'weigh-after-1': mass(after) };
    const { run, env } = lay({ answers, ...part });
    return saidApart(run, env);
  };

  test('36.42 typed for 63.42 is asked about before thirty millilitres are dropped in on top', () => {
    const found = apart(36.42, [25.4], 36.42 + 0.4 * 1.064)!;
    expect(found.readMl).toBeCloseTo(25.4, 6);
    expect(found.weighedMl).toBeCloseTo(0.4, 1);
    expect(apartWords(found)).toMatch(
      /^By the syringe 25\.4 ml went in, by the scale 0\.4 ml\. If one was mistyped/,
    );
    // Both ways, and of all loads together.
    expect(apart(60, [2, 2], 60 + 9 * 1.064)).toMatchObject({ readMl: 4 });
  });

  test('how a hand pours is no contradiction, nor what was said to have gone meanwhile', () => {
    expect(apart(60, [10], 60 + 9.1 * 1.064)).toBeNull();
    expect(apart(60, [10], 60 + 8.4 * 1.064)).not.toBeNull();
    // Under a millilitre nobody reads a syringe well enough.
    expect(apart(60, [1], 60 + 0.1 * 1.064)).toBeNull();
    expect(apart(60, [10], 60 + 6 * 1.064, { spiltMl: 4 })).toBeNull();
    // Counted, or never weighed before: there is nothing beside the scale.
    expect(apart(60, [10], 60 + 2 * 1.064, { method: 'squeezeBottle' })).toBeNull();
    const { run, env } = lay({ answers: { 'load-0-0': load(10), 'weigh-after-1': mass(60) } });
    expect(saidApart(run, env)).toBeNull();
  });

  test('how it ended is told by what it aimed at: the dose that was set, or the target', () => {
    const end = (after: number, part: Partial<CartridgeRun> = {}) => {
      const answers = { 'weigh-before': mass(60), 'load-0-0': load(2), 'weigh-after-1': mass(after) };
      const { run, env } = lay({ answers, ...part });
      return { target: env.body.type.fullG, said: fillEnd(run, env) };
    };
    expect(end(62.1, { dosesMl: [2] }).said).toEqual({ code: 'dose', ml: 2 });
    const { target } = end(62);
    expect(end(target - 0.2).said).toEqual({ code: 'done' });
    expect(end(target - 3).said).toMatchObject({ code: 'short' });
    expect(end(target + 1.064).said).toMatchObject({ code: 'over' });
    expect(fillEndWords(end(target + 1.5).said!)).toMatch(/^1\.4 ml over the target\.$/);
    expect(fillEndWords({ code: 'heldBack' })).toMatch(/No more was safe/);
  });
});
