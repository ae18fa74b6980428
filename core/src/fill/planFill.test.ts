import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { between } from '../testing';
import { judgeFill } from './judgeFill';
import { planFill, type FillInput } from './planFill';

const base: FillInput = {
  massG: { value: 63.42, u: 0.0153 },
  emptyG: { value: 41.58, u: 0.05 },
  density: { value: 1.064, u: 0.006 },
  type: { fullG: 90.9, sections: [], capacityMl: 47 },
  maxG: 92,
  ownTargetG: null,
  method: 'topSyringe',
  syringe: { capacityMl: 20, keepBackMl: 0.7 },
  scale: { capacityG: 200 },
  bottleMl: { value: 250, u: 2 },
};

test('worked example 2: 25.83 ml in loads of 19.3 and 6.5, where 1 g = 1 ml would add 27.48', () => {
  const plan = planFill(base);
  expect(plan.addMl.value).toBeCloseTo(25.83, 2);
  // 0.0153 g of the scale is 0.0144 ml; 0.6 % of the density is 0.1457 ml.
  expect(plan.addMl.u).toBeCloseTo(0.14635, 4);
  expect(plan.naiveMl).toBeCloseTo(27.48, 2);
  expect(plan.naiveMl - plan.addMl.value).toBeCloseTo(1.65, 2);
  expect(plan.loads.map((load) => load.ml.toFixed(1))).toEqual(['19.3', '6.5']);
  expect(plan.loads.map((load) => load.scaleG.toFixed(2))).toEqual(['83.96', '90.90']);
  // The last tenth by drops; nine and a bit such fills in the bottle, and what this one leaves.
  expect(plan.lastDropsMl).toBeCloseTo(2.583, 3);
  expect(plan.bottleFills).toBeCloseTo(9.68, 2);
  expect(plan.bottleAfterMl).toBeCloseTo(224.17, 2);
  expect(plan.toleranceG).toBe(0.3);
  expect(plan.warnings).toEqual([]);
});

const SPONGE: FillInput['type']['sections'][number] = {
  name: 'sponge',
  capacityMl: 20,
  reachedBy: ['outletDrip', 'topSyringe'],
};
const TANK: typeof SPONGE = { name: 'tank', capacityMl: 27, reachedBy: ['topSyringe'] };

test.each<[string, Partial<FillInput>, Partial<ReturnType<typeof planFill>> & { warns?: string[] }]>([
  ['an own target below the full mass', { ownTargetG: 80 }, { targetG: 80, targetBy: 'own' }],
  ['an own target of just the full mass', { ownTargetG: 90.9 }, { targetG: 90.9, targetBy: 'full' }],
  ['an own target at the maximum', { ownTargetG: 92 }, { targetG: 90.9 }],
  ['one above it', { ownTargetG: 92.01 }, { targetG: 90.9, warns: ['ownTargetCut'] }],
  ['a cartridge that once leaked', { maxG: 88 }, { targetG: 88, targetBy: 'maximum' }],
  ['a maximum of just the full mass', { maxG: 90.9 }, { targetG: 90.9, targetBy: 'full' }],
  [
    'a method that reaches only the sponge',
    { method: 'outletDrip', type: { fullG: 90.9, capacityMl: 47, sections: [SPONGE, TANK] } },
    { targetG: 41.58 + 1.064 * 20, targetBy: 'sections', warns: ['sectionLimits'] },
  ],
  [
    'sections that a method reaches all, and that hold less than the full mass says',
    { type: { fullG: 90.9, capacityMl: 47, sections: [SPONGE, { ...TANK, capacityMl: 25 }] } },
    { targetG: 41.58 + 1.064 * 45, targetBy: 'sections' },
  ],
  [
    'sections that hold more than that',
    { type: { fullG: 90.9, capacityMl: 47, sections: [SPONGE, TANK] } },
    { targetG: 90.9, targetBy: 'full' },
  ],
  // A brim of 44 ml lies 2.5 g below the full mass; one of 46.2 only 0.16 g, which is nothing.
  [
    'a body that holds less than its full mass says',
    { type: { fullG: 90.9, sections: [], capacityMl: 44 } },
    { targetG: 41.58 + 1.064 * 44, targetBy: 'sections' },
  ],
  ['one that holds about that', { type: { fullG: 90.9, sections: [], capacityMl: 46.2 } }, { targetG: 90.9 }],
  ['a scale that ends at the target', { scale: { capacityG: 90.9 } }, {}],
  ['a scale that ends below it', { scale: { capacityG: 90.8 } }, { warns: ['scaleTooSmall'] }],
  ['no scale', { scale: null }, {}],
  [
    'a cartridge heavier than the scale',
    { massG: { value: 91.8, u: 0.02 }, scale: { capacityG: 91 } },
    { warns: ['scaleTooSmall'] },
  ],
  [
    'a bottle with just enough',
    { ownTargetG: 73.42, density: { value: 1, u: 0 }, bottleMl: { value: 10, u: 1 } },
    { bottleAfterMl: 0, bottleFills: 1 },
  ],
  ['a nearly empty bottle', { bottleMl: { value: 20, u: 1 } }, { bottleAfterMl: 0, warns: ['bottleShort'] }],
  ['no bottle', { bottleMl: null }, { bottleAfterMl: null, bottleFills: null }],
  [
    'a full cartridge',
    { massG: { value: 90.9, u: 0.02 } },
    { lastDropsMl: 0, bottleFills: null, bottleAfterMl: 250, warns: ['nothingToAdd'] },
  ],
  [
    'one gram over-full',
    { massG: { value: 91.9, u: 0.02 } },
    { lastDropsMl: 0, bottleFills: null, bottleAfterMl: 250, toleranceG: 0.3 },
  ],
  ['0.29 g below', { massG: { value: 90.61, u: 0.02 } }, { warns: ['nothingToAdd'] }],
  ['0.31 g below', { massG: { value: 90.59, u: 0.02 } }, {}],
  ['its own tolerance', { toleranceG: 0.1 }, { toleranceG: 0.1 }],
  // 40 g to go: 0.4 g on the scale, 1.2 g by a line that is seen.
  ['a large fill', { ownTargetG: 90, massG: { value: 50, u: 0.02 } }, { toleranceG: 0.4 }],
  [
    'a large fill to a line',
    { ownTargetG: 90, massG: { value: 50, u: 0.02 }, byLine: true },
    { toleranceG: 1.2 },
  ],
])('%s', (_name, part, { warns = [], ...want }) => {
  const plan = planFill({ ...base, ...part });
  expect(plan.warnings.map((w) => w.code)).toEqual(warns);
  for (const [key, value] of Object.entries(want))
    if (typeof value === 'number')
      expect([key, plan[key as 'targetG']]).toEqual([key, expect.closeTo(value, 6)]);
    else expect([key, plan[key as 'targetG']]).toEqual([key, value]);
});

test.each([
  ['no density', { density: { value: 0, u: 0 } }, /density is above 0/],
  ['a syringe that keeps back all it takes', { syringe: { capacityMl: 0.7, keepBackMl: 0.7 } }, /kept back/],
] as const)('%s is refused, not divided by', (_name, part, words) => {
  expect(() => planFill({ ...base, ...part })).toThrow(words);
});

test('loads add up, never exceed the syringe, and end at the target', () => {
  fc.assert(
    fc.property(between(42, 89), between(1.5, 60), (g, capacityMl) => {
      const plan = planFill({
        ...base,
        massG: { value: g, u: 0.02 },
        syringe: { capacityMl, keepBackMl: 0.7 },
      });
      const sum = plan.loads.reduce((total, load) => total + load.ml, 0);
      return (
        Math.abs(sum - plan.addMl.value) < 1e-9 &&
        plan.loads.every((load) => load.ml <= capacityMl - 0.7 + 1e-9) &&
        Math.abs(plan.loads.at(-1)!.scaleG - plan.targetG) < 1e-6
      );
    }),
  );
});

test.each([
  // Within 0.3 g, or twice what its own scale leaves in doubt, it is done; beyond, so many ml.
  [90.61, 0.02, 'done', 0],
  [90.59, 0.02, 'short', 0.291],
  [91.19, 0.02, 'done', 0],
  [92.5, 0.02, 'over', 1.504],
  [85, 0.02, 'short', 5.545],
  [91.8, 0.5, 'done', 0],
  [92, 0.5, 'over', 1.034],
])('%s g on a scale of %s g, where 90.9 are wanted: %s, %s ml', (value, u, state, ml) => {
  const verdict = judgeFill({ value, u }, planFill(base), base.density);
  expect(verdict.state).toBe(state);
  expect(verdict.ml).toBeCloseTo(ml, 3);
});

test('whatever the body, the method and the wish: never past the maximum, never to draw in what is not short', () => {
  const section = fc.record({
    name: fc.constantFrom('sponge', 'tank'),
    capacityMl: between(1, 40),
    reachedBy: fc.constantFrom<FillInput['type']['sections'][number]['reachedBy']>(
      ['topSyringe'],
      ['outletDrip'],
      ['topSyringe', 'outletDrip'],
    ),
  });
  fc.assert(
    fc.property(
      between(41, 95),
      fc.array(section, { maxLength: 3 }),
      fc.option(between(45, 110), { nil: null }),
      between(80, 95),
      (g, sections, ownTargetG, maxG) => {
        const plan = planFill({
          ...base,
          massG: { value: g, u: 0.02 },
          type: { ...base.type, sections },
          ownTargetG,
          maxG,
        });
        expect(plan.targetG).toBeLessThanOrEqual(maxG + 1e-9);
        expect(plan.targetG).toBeLessThanOrEqual(Math.max(base.type.fullG, 0) + 1e-9);
        if (ownTargetG !== null && ownTargetG <= maxG)
          expect(plan.targetG).toBeLessThanOrEqual(ownTargetG + 1e-9);
        expect(plan.addMl.value * base.density.value).toBeCloseTo(plan.targetG - g, 6);
        if (plan.addMl.value <= 0) expect(plan.loads).toEqual([]);
        expect(plan.loads.every((load) => load.ml > 0 && load.scaleG <= plan.targetG + 1e-6)).toBe(true);
        expect(plan.bottleAfterMl).toBeLessThanOrEqual(250);
        expect(plan.addMl.u).toBeGreaterThan(0);
      },
    ),
  );
});

test('just at its tolerance a fill is done, and there is nothing to add; a hair beyond there is', () => {
  const plan = (g: number) =>
    planFill({ ...base, ownTargetG: 80, toleranceG: 0.5, massG: { value: g, u: 0.01 } });
  const says = (g: number) => plan(g).warnings.some(({ code }) => code === 'nothingToAdd');
  expect([79.4, 79.5, 80, 80.5, 80.6].map(says)).toEqual([false, true, true, true, false]);
  const judged = (g: number) => judgeFill({ value: g, u: 0.01 }, plan(g), base.density).state;
  expect([79.4, 79.5, 80, 80.5, 80.6].map(judged)).toEqual(['short', 'done', 'done', 'done', 'over']);
  // At its target nothing is loaded.
  expect(plan(80).loads).toEqual([]);
});

test('sections that hold just what the full mass says are no other target; ink without mass is refused', () => {
  const exact = planFill({
    ...base,
    emptyG: { value: 40, u: 0.05 },
    density: { value: 1, u: 0.01 },
    type: { fullG: 90, capacityMl: 50, sections: [{ ...SPONGE, capacityMl: 50 }] },
  });
  expect([exact.targetG, exact.targetBy]).toEqual([90, 'full']);
  for (const value of [0, -1, NaN])
    expect(() => planFill({ ...base, density: { value, u: 0 } })).toThrow(RangeError);
});
