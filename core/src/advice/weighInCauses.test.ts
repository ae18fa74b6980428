import { describe, expect, test } from '@jest/globals';
import { factsOf, find, inkNow, Ledger } from '../ledger';
import { tookBlack } from '../acts';
import { define, knownRoom, PRINTER, script, weigh } from '../testing';
import { causeWords } from '../words';
import type { FactDraft } from '../workbook';
import { slotView } from './adviceFor';
import { unsaidBlacks } from './unsaidBlacks';
import { weighInCauses } from './weighInCauses';

const AT = '2026-05-10T10:00:00.000Z';
const LATER = '2026-05-10T11:00:00.000Z';
const SLOTS = ['cyan', 'magenta', 'yellow'];
const { facts, foretoldG } = knownRoom(AT);

/** The ninth weigh-in, off by these grams from what was foretold, and what came after it. */
const weighed = (off: readonly number[], ...more: FactDraft[]): Ledger =>
  Ledger.from([
    ...facts,
    ...script(
      SLOTS.map((slot, i) => weigh(slot, foretoldG[i]! + off[i]!)),
      AT,
    ),
    ...script(more, LATER),
  ]);

describe('a weigh-in that is not as foretold is laid to what would explain all of it', () => {
  test.each<[string, readonly number[], string | null, RegExp]>([
    ['as foretold, to a hundredth of a gram', [0.01, -0.01, 0], null, /^$/],
    ['one alone three grams lighter', [0, -3, 0], 'oddMass', /^magenta alone is 2\.\d ml lighter/],
    [
      'one alone as heavy as if it had printed nothing',
      [0, 0.8, 0],
      'oddMass',
      /^magenta alone is 0\.\d ml heavier/,
    ],
    ['all two grams heavier', [2, 2, 2], 'zeroed', /about 2\.0 g too much on all of them/],
    // More than they can be: no fill is missing in all of them alike.
    ['all four grams heavier', [4, 4, 4], 'zeroed', /about (3\.9|4\.0) g too much on all of them/],
    ['all two grams lighter', [-2, -2, -2], 'zeroed', /about 2\.0 g too little on all of them/],
    [
      'all lighter as prints take it',
      [-3, -2, -2.5],
      'notLogged',
      /more than the log says: about (0\.9|1\.0) m² of “Any”/,
    ],
    [
      'less than was logged',
      [1.1, 0.7, 0.9],
      'notPrinted',
      /less than the log says: about 8\d % of what was logged/,
    ],
  ])('%s', (_, off, code, words) => {
    const ledger = weighed(off);
    const seen = weighInCauses(ledger, 'printer', LATER);
    expect(seen?.causes[0].code ?? null).toBe(code);
    expect(seen ? causeWords(ledger, 'printer', seen.causes[0]) : '').toMatch(words);
    // Sure of it: no second one is listed, and nothing has to be looked at.
    expect(seen?.causes.length ?? 1).toBe(1);
    expect(seen?.teller ?? null).toBeNull();
  });

  test('half a gram less on all: two would explain it, and what would tell them apart is named', () => {
    const seen = weighInCauses(weighed([-0.5, -0.5, -0.5]), 'printer', LATER)!;
    expect(seen.causes.map(({ code }) => code)).toEqual(['cleanings', 'notLogged']);
    expect(seen.causes[0].probability).toBeLessThan(0.6);
    expect(seen.teller).toBe('cleaningCount');
  });

  test('what is ruled out is not said again, and what is left is likelier for it', () => {
    const off = [-0.55, -0.55, -0.55];
    const [, second] = weighInCauses(weighed(off), 'printer', LATER)!.causes;
    const without = weighInCauses(
      weighed(off, { kind: 'causeDenied', printerId: 'printer', cause: 'cleanings' }),
      'printer',
      LATER,
    )!;
    expect(without.causes.map(({ code }) => code)).not.toContain('cleanings');
    expect(without.causes[0].code).toBe('notLogged');
    expect(without.causes[0].probability).toBeGreaterThan(second!.probability);
  });

  describe('two blacks that papers share out', () => {
    const black = define({
      ...PRINTER,
      slots: PRINTER.slots.map((slot) => ({
        ...slot,
        shades: [{ cyan: 'cyan', magenta: 'photo black', yellow: 'matte black' }[slot.id]!],
      })),
    });
    const sawBoth = (off: readonly number[], ...more: FactDraft[]): Ledger => {
      const ledger = Ledger.from([
        ...facts.filter(({ kind }) => kind === 'defined'),
        ...script([black], facts.findLast(({ kind }) => kind === 'defined')!.at),
        ...facts.filter(({ kind }) => kind !== 'defined'),
      ]);
      ledger.add(
        script(
          SLOTS.map((slot, i) => weigh(slot, foretoldG[i]! + off[i]!)),
          AT,
        ),
      );
      ledger.add(script(more, LATER));
      return ledger;
    };

    test.each<[string, readonly number[], string]>([
      ['all on matte papers', [0, 0.75, -0.95], 'yellow'],
      ['all on photo papers', [0, -0.75, 0.95], 'magenta'],
    ])('%s: the one drew more, the other as much less, and it is no leak', (_, off, slotId) => {
      const ledger = sawBoth(off);
      const { causes, teller } = weighInCauses(ledger, 'printer', LATER)!;
      expect([causes[0].code, causes[0].slotId, causes.length, teller]).toEqual([
        'otherBlack',
        slotId,
        1,
        null,
      ]);
      expect(causes[0].ml).toBeGreaterThan(0.5);
      expect(causeWords(ledger, 'printer', causes[0])).toMatch(
        new RegExp(`^${slotId} alone drew 0\\.\\d ml more than the log says`),
      );
    });

    test('said of its prints, it is as foretold: the papers are known, and nobody asks again', () => {
      const ledger = sawBoth([0, 0.75, -0.95]);
      const prints = unsaidBlacks(ledger, 'printer', LATER);
      expect(prints).toHaveLength(1);
      ledger.add(
        script(tookBlack(ledger, prints, 'matte', { id: 'matte-paper', name: 'Matte paper' }).facts, LATER),
      );
      expect(unsaidBlacks(ledger, 'printer', LATER)).toEqual([]);
      expect(find(ledger.context, 'paper', 'matte-paper')?.black).toBe('matte');
      expect(factsOf(ledger, 'printed').at(-1)).toMatchObject({ paperId: 'matte-paper', at: prints[0]!.at });
    });

    test('a printer with one black is asked nothing of its papers', () => {
      expect(unsaidBlacks(weighed([0, 0, 0]), 'printer', LATER)).toEqual([]);
    });
  });

  test('a day later nobody is asked any more', () => {
    expect(weighInCauses(weighed([2, 2, 2]), 'printer', '2026-05-11T11:00:00.000Z')).toBeNull();
  });

  test('whatever it was, the ink is what the scale says: a cause is no mass', () => {
    const ledger = weighed([0, -3, 0]);
    const sound = weighed([0, 0, 0]);
    const fell = inkNow(sound, 'magenta', LATER)!.value - inkNow(ledger, 'magenta', LATER)!.value;
    expect(fell).toBeCloseTo(3 / 1.064, 1);
    expect(inkNow(ledger, 'cyan', LATER)!.value).toBeCloseTo(inkNow(sound, 'cyan', LATER)!.value, 2);
  });
});

describe('a leak at rest', () => {
  const fortnights = (count: number): string =>
    new Date(Date.parse(AT) + count * 14 * 86_400_000).toISOString();
  /** Magenta loses 0.2 g a day beside what all of them take: so many weigh-ins that show it. */
  const leaking = (weighIns: number, ...more: FactDraft[]): Ledger => {
    const log = Array.from({ length: weighIns }, (_, k) =>
      script(
        SLOTS.map((slot, i) =>
          weigh(slot, foretoldG[i]! - k * 0.149 - (slot === 'magenta' ? 2.8 * (k + 1) : 0)),
        ),
        fortnights(k),
      ),
    );
    return Ledger.from([...facts, ...log.flat(), ...script(more, fortnights(weighIns))]);
  };
  const adviceOn = (ledger: Ledger, at: string): string | undefined =>
    slotView(ledger, 'printer', 'magenta', at)?.advice.code;

  test('is named by the third weigh-in, and still when the belief has learnt to follow it', () => {
    for (const weighIns of [3, 5]) {
      const ledger = leaking(weighIns);
      const at = fortnights(weighIns - 1);
      const [leak] = weighInCauses(ledger, 'printer', at)!.causes;
      expect(leak).toMatchObject({ code: 'leak', slotId: 'magenta' });
      expect(leak.amount.value).toBeCloseTo(0.2 / 1.064, 1);
      expect(adviceOn(ledger, at)).toBe('lookForLeak');
    }
  });

  test('goes on in the belief: ten days later as much less is inside, and the others lose nothing by it', () => {
    const ledger = leaking(4);
    const [then, later] = [fortnights(3), fortnights(3.7)];
    const lost = (slot: string): number =>
      inkNow(ledger, slot, then)!.value - inkNow(ledger, slot, later)!.value;
    expect(lost('magenta')).toBeGreaterThan(1.5);
    expect(lost('cyan')).toBeLessThan(0.3);
  });

  test('is looked at: leaking, it is out of use; sound, it is not said again unless the weights insist', () => {
    const at = fortnights(4);
    const found = leaking(4, { kind: 'looked', cartridgeId: 'magenta', found: 'leaksAtRest' });
    expect(adviceOn(found, at)).toBe('rejected');
    const sound = leaking(4, { kind: 'looked', cartridgeId: 'magenta', found: 'sound' });
    expect(adviceOn(sound, at)).not.toBe('lookForLeak');
    expect(
      weighInCauses(sound, 'printer', fortnights(3))?.causes.map(({ code }) => code) ?? [],
    ).not.toContain('leak');
  });
});
