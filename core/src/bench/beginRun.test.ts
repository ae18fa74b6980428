import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, define, fill, weigh, startRun } from '../testing';
import type { FactDraft, Syringe } from '../workbook';
import { beginRun } from './beginRun';
import { suggestBottle } from './suggestBottle';
import { suggestSyringe } from './suggestSyringe';

describe('what a run begins with', () => {
  const bottle = (id: string, part: object = {}): FactDraft =>
    define({
      entity: 'bottle',
      id,
      inkId: 'ink-cyan',
      lot: id,
      volumeMl: 100,
      priceMinor: 900,
      emptyG: null,
      ...part,
    });
  const opened = (bottleId: string): FactDraft => ({ kind: 'bottleOpened', bottleId, linerPresent: true });

  test('the bottle: an open one first, the fullest of those, none that is nearly empty or of another ink', () => {
    const suggest = (...more: FactDraft[]) =>
      suggestBottle(Ledger.from(bodyRoom('compartmentTank', 1, { more })), 'cyan', 'pigment');
    expect(suggest()).toBe('bottle-cyan');
    expect(suggest(bottle('a'), opened('a'))).toBe('a');
    expect(suggest(bottle('a'), opened('a'), bottle('b', { volumeMl: 120 }), opened('b'))).toBe('b');
    expect(suggest(bottle('a', { volumeMl: 10 }), opened('a'), fill('it', 9, { bottleId: 'a' }))).toBe(
      'bottle-cyan',
    );
    expect(suggestBottle(Ledger.from(bodyRoom('compartmentTank')), 'cyan', 'dye')).toBeNull();
  });

  test.each([
    [1.3, 'small'],
    [4.8, 'large'],
    [30, 'large'],
  ])('the syringe for %d ml: the smallest that gives it in one load, or the largest', (ml, id) => {
    const syringe = (name: string, capacityMl: number, keepBackMl: number): Syringe => ({
      entity: 'syringe',
      id: name,
      name,
      capacityMl,
      keepBackMl,
      graduationMl: 0.5,
      family: '',
    });
    expect(suggestSyringe([syringe('large', 20, 0.7), syringe('small', 5, 0.3)], ml)!.id).toBe(id);
    expect(suggestSyringe([], ml)).toBeUndefined();
  });

  test('one dose for each part, the type’s own method where the wished one does not suit, the squeeze as calibrated', () => {
    const squeeze = { value: 0.82, u: 0.03 };
    const room = bodyRoom('integratedHead', 3, {
      more: [
        weigh('it', 30),
        define({
          entity: 'tool',
          id: 'sq',
          name: 'Bottle',
          tool: 'squeezeBottle',
          fitsHeightMm: null,
          squeezeMl: squeeze,
          count: 1,
        }),
      ],
    });
    const { id, startedAt, ...choice } = startRun({
      method: 'bagAdapter',
      squeezeMl: null,
      dosesMl: [2, null],
    });
    const run = beginRun(Ledger.from(room), choice, id, startedAt);
    expect(run).toMatchObject({
      method: 'spongeInjection',
      dosesMl: [2, null, null],
      squeezeMl: null,
      done: [],
    });
    const counted = { ...choice, method: 'squeezeBottle' as const };
    expect(beginRun(Ledger.from(room), counted, id, startedAt).squeezeMl).toBe(0.82);
    expect(run.inkBefore!.value).toBeGreaterThan(0);
    expect(() => beginRun(Ledger.from(room), { ...choice, cartridgeId: 'gone' }, id, startedAt)).toThrow(
      RangeError,
    );
  });
});
