import { describe, expect, test } from '@jest/globals';
import { balance } from '../../account';
import { fill, install, print, script, setUp, weigh } from '../../testing';
import type { FactDraft } from '../../workbook';
import { Ledger } from '../Ledger';
import { expectedMass, inkNow } from '../read/inkNow';
import { atLeastNone } from './belief';

const AT = '2026-03-20T00:00:00.000Z';
const EMPTY_G = 41.58;

describe('no more can be drawn than is there', () => {
  const room = (...facts: readonly FactDraft[]) =>
    Ledger.from(script([...setUp, weigh('cyan', EMPTY_G + 10 * 1.064), install, ...facts]));
  // 10 ml, and prints of three and six times that: somebody filled it and said nothing, or they took less than is thought.
  test.each([200, 400])('%s prints from 10 ml: empty, and what is poured in then is there', (copies) => {
    const printed = room(print(copies));
    expect(inkNow(printed, 'cyan', AT)!.value).toBe(0);
    expect(expectedMass(printed, 'cyan', AT)!.value).toBeCloseTo(EMPTY_G, 2);
    const filled = room(print(copies), fill('cyan', 20));
    // Less what standing took since.
    expect(inkNow(filled, 'cyan', AT)!.value).toBeCloseTo(19.8, 1);
    for (const ledger of [printed, filled]) {
      const { printedMl, changesMl, idleMl, onHandMl, gapMl } = balance(ledger, 'printer', AT)!;
      expect(printedMl + changesMl + idleMl).toBeLessThan(10.2);
      expect(onHandMl).toBeGreaterThan(-1e-9);
      expect(gapMl).toBeCloseTo(0, 6);
    }
  });

  test('what is drawn after it was filled is drawn of what was filled', () => {
    const value = (after: number): number =>
      inkNow(room(print(400), fill('cyan', 20), ...(after > 0 ? [print(after)] : [])), 'cyan', AT)!.value;
    expect(value(0) - value(20)).toBeCloseTo(20 * 2.97 * 4.2 * 0.012, 2);
  });

  test('a syringe that drew out more than was thought takes nothing off what was printed', () => {
    const out: FactDraft = {
      kind: 'drawnOut',
      cartridgeId: 'cyan',
      chamber: 0,
      ml: { value: 12, u: 0.1 },
      fate: 'bin',
    };
    const { printedMl, drawnOutMl } = balance(room(print(1), out), 'printer', AT)!;
    expect(printedMl).toBeGreaterThanOrEqual(0);
    expect(drawnOutMl).toBeCloseTo(12, 6);
  });
});

test('how doubtful nothing is: the root mean square of what the belief still held possible above it, without a step', () => {
  /** By sums of a thousand thin strips. */
  const exact = (ml: number, u: number): number => {
    let weight = 0;
    let square = 0;
    for (let x = u / 200; x < 8 * u; x += u / 100) {
      const likely = Math.exp(-((x - ml) ** 2 - ml ** 2) / (2 * u * u));
      weight += likely;
      square += likely * x * x;
    }
    return Math.sqrt(square / weight);
  };
  const at = (ml: number, u: number) =>
    atLeastNone({ ml, tareMl: 0.1, inkVar: u * u, tareVar: 0.01, cov: -0.02 });
  for (const a of [0.001, 0.3, 1, 2, 3, 5, 9]) {
    const { ml, inkVar } = at(-a * 2, 2);
    expect(ml).toBe(0);
    expect(Math.sqrt(inkVar) / exact(-a * 2, 2)).toBeCloseTo(1, 2);
  }
  expect(at(-1e-9, 2).inkVar).toBeCloseTo(4, 6);
  // What was weighed together stays tied: less doubt of the ink, less of what it shares with the tare.
  expect(at(-4, 2).cov / at(-4, 2).inkVar).toBeCloseTo(-0.02 / 4, 9);
  expect(at(3, 2)).toMatchObject({ ml: 3, inkVar: 4, cov: -0.02 });
});
