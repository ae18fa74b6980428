import { describe, expect, test } from '@jest/globals';
import { parseScaleLine } from '@hiraeth/core/scale';
import { makeChance } from '../random';
import { SimulatedScale, SOUND_SCALE } from './index';

/** Lets it settle, and gives the last reading in g; null when it says no weight. */
function settled(scale: SimulatedScale, ms = 4000): number | null {
  let line: string | null = null;
  for (let t = 0; t < ms; t += 200) line = scale.step(200);
  const reading = line === null ? null : parseScaleLine(line);
  return reading?.kind === 'mass' ? reading.massG : null;
}

describe('the simulated scale speaks as a real one', () => {
  test('it moves, then stands: unstable first, stable on what lies there', () => {
    const scale = new SimulatedScale(makeChance(1));
    scale.put(63.42);
    expect(parseScaleLine(scale.step(200)!)).toMatchObject({ kind: 'mass', stable: false });
    expect(settled(scale)).toBeCloseTo(63.42, 1);
    expect(parseScaleLine(scale.step(200)!)).toMatchObject({ stable: true, stepG: 0.01 });
  });

  test('tare, overload, drift, a wrong span, and a pulled cable', () => {
    const scale = new SimulatedScale(makeChance(2));
    scale.put(12.5);
    settled(scale);
    scale.tare();
    scale.put(75.92);
    expect(settled(scale)).toBeCloseTo(63.42, 1);
    scale.put(500);
    expect(settled(scale)).toBeNull();
    expect(parseScaleLine(scale.step(200)!).kind).toBe('overload');
    const drifting = new SimulatedScale(makeChance(3), { ...SOUND_SCALE, driftGPerMinute: 0.5 });
    drifting.put(50);
    expect(settled(drifting, 120_000)! - 50).toBeCloseTo(1, 1);
    const wrong = new SimulatedScale(makeChance(4), { ...SOUND_SCALE, span: 0.995 });
    wrong.put(100);
    expect(settled(wrong)).toBeCloseTo(99.5, 1);
    wrong.unplugged = true;
    expect(wrong.step(200)).toBeNull();
  });

  test('its noise is what it says', () => {
    const scale = new SimulatedScale(makeChance(5), { ...SOUND_SCALE, noiseG: 0.05 });
    scale.put(40);
    settled(scale);
    const readings = Array.from({ length: 400 }, () => settled(scale, 200)!);
    const mean = readings.reduce((a, b) => a + b, 0) / readings.length;
    const sd = Math.sqrt(readings.reduce((a, b) => a + (b - mean) ** 2, 0) / readings.length);
    expect(sd).toBeGreaterThan(0.04);
    expect(sd).toBeLessThan(0.06);
  });
});

describe('chance', () => {
  test('the same seed gives the same numbers, another seed others', () => {
    const draw = (seed: number): number[] => Array.from({ length: 20 }, makeChance(seed).next);
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
  });

  test('its shapes have the means and spreads that they promise', () => {
    const chance = makeChance(42);
    const mean = (f: () => number): number =>
      Array.from({ length: 20_000 }, f).reduce((a, b) => a + b, 0) / 20_000;
    expect(mean(chance.next)).toBeCloseTo(0.5, 1);
    expect(mean(() => chance.normal(3, 2))).toBeCloseTo(3, 1);
    expect(mean(() => (chance.normal(0, 2) / 2) ** 2)).toBeCloseTo(1, 1);
    expect(mean(() => chance.poisson(2.5))).toBeCloseTo(2.5, 1);
    expect(mean(() => Math.log(chance.factor(0.1)))).toBeCloseTo(0, 2);
    const picks = Array.from({ length: 8000 }, () => chance.pick(['a', 'b'], [3, 1]));
    expect(picks.filter((pick) => pick === 'a').length / 8000).toBeCloseTo(0.75, 1);
  });
});
