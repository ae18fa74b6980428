import { expect, test } from '@jest/globals';
import fc from 'fast-check';
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
  expect(plan.naiveMl).toBeCloseTo(27.48, 2);
  expect(plan.naiveMl - plan.addMl.value).toBeCloseTo(1.65, 2);
  expect(plan.loads.map((load) => load.ml.toFixed(1))).toEqual(['19.3', '6.5']);
  expect(plan.loads.at(-1)!.scaleG).toBeCloseTo(90.9, 6);
});

test.each<[string, Partial<FillInput>, Partial<{ targetG: number; by: string; warns: string[] }>]>([
  ['an own target below the full mass', { ownTargetG: 80 }, { targetG: 80, by: 'own', warns: [] }],
  ['an own target above the maximum', { ownTargetG: 99 }, { targetG: 90.9, warns: ['ownTargetCut'] }],
  ['a cartridge that once leaked', { maxG: 88 }, { targetG: 88, by: 'maximum' }],
  [
    'a method that reaches only the sponge',
    {
      method: 'outletDrip',
      type: {
        fullG: 90.9,
        capacityMl: 47,
        sections: [
          { name: 'sponge', capacityMl: 20, reachedBy: ['outletDrip', 'topSyringe'] },
          { name: 'tank', capacityMl: 27, reachedBy: ['topSyringe'] },
        ],
      },
    },
    { targetG: 41.58 + 1.064 * 20, by: 'sections', warns: ['sectionLimits'] },
  ],
  ['a small scale', { scale: { capacityG: 80 } }, { warns: ['scaleTooSmall'] }],
  ['a nearly empty bottle', { bottleMl: { value: 20, u: 1 } }, { warns: ['bottleShort'] }],
  ['a full cartridge', { massG: { value: 90.8, u: 0.02 } }, { warns: ['nothingToAdd'] }],
])('%s', (_name, part, want) => {
  const plan = planFill({ ...base, ...part });
  if (want.targetG !== undefined) expect(plan.targetG).toBeCloseTo(want.targetG, 6);
  if (want.by) expect(plan.targetBy).toBe(want.by);
  if (want.warns) for (const code of want.warns) expect(plan.warnings.map((w) => w.code)).toContain(code);
});

test('loads add up, never exceed the syringe, and end at the target', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 42, max: 89, noNaN: true }),
      fc.double({ min: 1.5, max: 60, noNaN: true }),
      (g, capacityMl) => {
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
      },
    ),
  );
});

test('over-full: how much to draw back; within tolerance: done', () => {
  const plan = planFill(base);
  expect(judgeFill({ value: 91.2, u: 0.02 }, plan, base.density).state).toBe('done');
  expect(judgeFill({ value: 92.5, u: 0.02 }, plan, base.density)).toEqual({
    state: 'over',
    ml: expect.closeTo(1.504, 2) as unknown as number,
  });
  expect(judgeFill({ value: 85, u: 0.02 }, plan, base.density).state).toBe('short');
  expect(() => planFill({ ...base, density: { value: 0, u: 0 } })).toThrow(RangeError);
});

test('whatever the body, the method and the wish: never past the maximum, never to draw in what is not short', () => {
  const section = fc.record({
    name: fc.constantFrom('sponge', 'tank'),
    capacityMl: fc.double({ min: 1, max: 40, noNaN: true }),
    reachedBy: fc.constantFrom<FillInput['type']['sections'][number]['reachedBy']>(
      ['topSyringe'],
      ['outletDrip'],
      ['topSyringe', 'outletDrip'],
    ),
  });
  fc.assert(
    fc.property(
      fc.double({ min: 41, max: 95, noNaN: true }),
      fc.array(section, { maxLength: 3 }),
      fc.option(fc.double({ min: 45, max: 110, noNaN: true }), { nil: null }),
      fc.double({ min: 80, max: 95, noNaN: true }),
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
