import { describe, expect, test } from '@jest/globals';
import { addExposure, jobExposure, NO_EXPOSURE } from '@hiraeth/core/exposure';
import { fitPrinter, predictUse, predictPrior, type Observed, type PrinterModel } from '@hiraeth/core/usage';
import { USE_PRIOR } from '@hiraeth/core/workbook';
import { simulateYear } from '../testing/simulateYear';

const DRAWS = USE_PRIOR;
const SEEDS = [1, 2, 3, 4, 5, 6].map((seed) => seed * 7919);
const CHANNELS = 9;
const fit = (year: { slotIds: readonly string[]; observed: readonly Observed[] }): PrinterModel =>
  fitPrinter(year.slotIds, year.observed, DRAWS);

describe('a steady printer', () => {
  test.each([
    [7, 1.25],
    [14, 1.5],
    [28, 1.75],
  ])(
    'weighed every %d days, is foretold within %d times the error of one who knows its coefficients',
    (days, most) => {
      let ours = 0;
      let oracles = 0;
      let held = 0;
      let count = 0;
      let falsely = 0;
      for (const seed of SEEDS) {
        const year = simulateYear({ days, seed });
        const { records, missing, changes } = fit(year);
        falsely += missing.length + changes.length;
        const half = Math.floor(records.length / 2);
        records.slice(half).forEach((record, i) => {
          count += 1;
          ours += Math.abs(record.foretold.value - record.used.value);
          oracles += Math.abs(year.oracle[half + i]! - record.used.value);
          if (record.inside) held += 1;
        });
      }
      expect(falsely).toBeLessThanOrEqual(1);
      expect(ours / oracles).toBeLessThan(most);
      expect(held / count).toBeGreaterThan(0.91);
      expect(held / count).toBeLessThan(0.99);
    },
  );

  test('what it learnt does not depend on the order in which it was told', () => {
    const year = simulateYear({ days: 28, seed: 5 });
    const next = jobExposure('b', 40);
    const there = fit(year);
    const back = fit({ ...year, observed: [...year.observed].reverse() });
    for (const slotId of year.slotIds)
      expect(predictUse(back, slotId, next)).toEqual(predictUse(there, slotId, next));
  });

  test('a channel that was never weighed is judged by its printer’s others, not by the bare prior', () => {
    const year = simulateYear({ days: 14, seed: 11 });
    const blind = fit({ ...year, observed: year.observed.filter((one) => one.slotId !== 's4') });
    const others = year.slotIds.filter((id) => id !== 's4');
    const next = addExposure(jobExposure('a', 100), jobExposure('c', 60));
    const told = predictUse(blind, 's4', next);
    const uses = others.map((id) => predictUse(blind, id, next).value);
    expect(told.value).toBeCloseTo(uses.reduce((a, b) => a + b, 0) / uses.length, 9);
    expect(told.u).toBeGreaterThan(predictUse(blind, 's0', next).u);
    expect(told.u / told.value).toBeLessThan(predictPrior(next, DRAWS).u / predictPrior(next, DRAWS).value);
  });
});

describe('a printer that changes', () => {
  const DAY = 182;

  test.each([7, 14, 28])('weighed every %d days, is named within three weigh-ins, and believed', (days) => {
    const first = Math.ceil(DAY / days);
    let named = 0;
    let error = 0;
    let used = 0;
    for (const seed of SEEDS) {
      const year = simulateYear({ days, seed: seed + 3, gain: { day: DAY, factor: 1.3 } });
      const early = fit({ ...year, observed: year.observed.slice(0, (first + 3) * CHANNELS) });
      if (early.changes.some(({ factor }) => factor > 1.1)) named += 1;
      const late = fit(year);
      expect(late.gain.value).toBeGreaterThan(1.15);
      late.records.slice((first + 3) * CHANNELS).forEach((record) => {
        error += Math.abs(record.foretold.value - record.used.value);
        used += record.used.value;
      });
    }
    expect(named).toBeGreaterThanOrEqual(SEEDS.length - 1);
    expect(error / used).toBeLessThan(0.09);
  });

  test('a change found says from when and by how much', () => {
    const model = fit(simulateYear({ days: 7, seed: 7922, gain: { day: DAY, factor: 1.3 } }));
    const [change] = model.changes;
    expect(model.changes).toHaveLength(1);
    expect(Math.abs(Date.parse(change!.at) - Date.UTC(2026, 0, 1 + DAY))).toBeLessThan(15 * 86_400_000);
    expect(Math.abs(change!.factor - 1.3)).toBeLessThan(1.96 * change!.u + 0.05);
    expect(change!.probability).toBeGreaterThan(0.5);
    expect(model.missing).toEqual([]);
  });
});

describe('a printer of which something is known to have happened', () => {
  const day = 182;
  const at = new Date(Date.UTC(2026, 0, 1 + day)).toISOString();
  const told = (year: ReturnType<typeof simulateYear>, what: 'head' | 'setting') =>
    fitPrinter(year.slotIds, year.observed, DRAWS, [{ at, what }]);

  test.each(['head', 'setting'] as const)('%s: a change is believed from its first weigh-in on', (what) => {
    const wrong = { told: 0, untold: 0 };
    for (const seed of SEEDS) {
      const year = simulateYear({ days: 14, seed: seed + 3, gain: { day, factor: 1.3 } });
      // The two weigh-ins behind the one that closes the interval of the change.
      const behind = (Math.ceil(day / 14) + 1) * CHANNELS;
      for (const [name, { records }] of [
        ['told', told(year, what)],
        ['untold', fit(year)],
      ] as const)
        for (const { foretold, used } of records.slice(behind, behind + 2 * CHANNELS))
          wrong[name] += Math.abs(foretold.value - used.value);
      const first = { ...year, observed: year.observed.slice(0, behind) };
      expect(told(first, what).doubt!.probability).toBeLessThan(0.2);
    }
    expect(wrong.told).toBeLessThan(0.95 * wrong.untold);
  });

  test('that changed nothing costs little, but is open until it is weighed', () => {
    const year = simulateYear({ days: 14, seed: 7919 });
    const [before, after] = [fit(year), told(year, 'setting')];
    expect(after.gain.value / before.gain.value).toBeCloseTo(1, 1);
    const now = fitPrinter(year.slotIds, year.observed, DRAWS, [
      { at: '2027-06-01T00:00:00.000Z', what: 'setting' },
    ]);
    expect(now.gain.u).toBeGreaterThan(0.2);
    expect(now.gain.u).toBeGreaterThan(3 * before.gain.u);
  });
});

describe('a week that nobody logged', () => {
  test.each([7, 14])('weighed every %d days, is doubted by the weigh-in that closes it', (days) => {
    let doubted = 0;
    for (const seed of SEEDS) {
      const year = simulateYear({ days, seed: seed + 5, lostWeek: 196 });
      const end = (Math.floor(year.lacks.lastIndexOf(true) / CHANNELS) + 1) * CHANNELS;
      const model = fit({ ...year, observed: year.observed.slice(0, end) });
      if ((model.doubt?.probability ?? 0) > 0.5) doubted += 1;
    }
    expect(doubted).toBeGreaterThanOrEqual(SEEDS.length - 1);
  });

  test('the next weigh-in tells it from a change, names the interval, and it taught nothing', () => {
    const year = simulateYear({ days: 7, seed: 7924, lostWeek: 196 });
    const model = fit(year);
    const [missing] = model.missing;
    expect(model.missing).toHaveLength(1);
    expect([missing!.from, missing!.to]).toEqual(['2026-07-16T00:00:00.000Z', '2026-07-23T00:00:00.000Z']);
    expect(missing!.ratio).toBeGreaterThan(1.5);
    expect(model.changes).toEqual([]);
    const out = model.records.filter((record) => record.leftOut);
    expect(out.length).toBeGreaterThan(0);
    for (const record of out) expect([record.from, record.to]).toEqual([missing!.from, missing!.to]);
  });

  test('asked about and explained, it is left out without being guessed', () => {
    const year = simulateYear({ days: 7, seed: 7924, lostWeek: 196 });
    const explained = year.observed.map((one, i): Observed => {
      const lacks = year.lacks[i]!;
      return lacks ? { ...one, because: 'notLogged' } : one;
    });
    const model = fit({ ...year, observed: explained });
    expect(model.missing).toEqual([]);
    expect(model.gain.value).toBeCloseTo(1, 1);
    expect(model.records.filter((record) => record.leftOut).length).toBe(year.lacks.filter(Boolean).length);
  });
});

describe('the first weigh-in', () => {
  test('before it the prior speaks, after it the printer', () => {
    const year = simulateYear({ days: 14, seed: 3 });
    const next = { ...NO_EXPOSURE, ...jobExposure('a', 50) };
    const none = fit({ ...year, observed: [] });
    expect(predictUse(none, 's0', next)).toEqual(predictPrior(next, DRAWS));
    const one = fit({ ...year, observed: year.observed.slice(0, CHANNELS) });
    expect(predictUse(one, 's0', next).u).toBeLessThan(predictUse(none, 's0', next).u);
    expect(none.doubt).toBeNull();
  });
});
